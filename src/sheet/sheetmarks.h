#pragma once

#include "base/result.h"

#include <QImage>
#include <QPolygonF>
#include <QString>
#include <array>
#include <optional>
#include <vector>

class QPainter;

namespace iris {

/// A corner tag of the family tag36h11, found in a picture.
struct FoundTag {
    int number = 0;
    QPolygonF corners; ///< of the black square as printed: upper left, upper right, lower right, lower left; pixels

    bool operator==(const FoundTag&) const = default;
};

/// Draws a corner tag into a square, modules of one eighth of its side.
void drawTag(QPainter& painter, int number, const QRectF& square);

/// A QR code as its dark modules, row by row.
struct QrCode {
    int side = 0; ///< modules
    std::vector<bool> dark;

    bool operator==(const QrCode&) const = default;
};

/// Encodes a text of capitals, digits and "-" at error correction level H.
/// @return BadValue when the encoder takes no such text
Result<QrCode> encodeCode(const std::string& text);

/// Draws a QR code into a square.
void drawCode(QPainter& painter, const QrCode& code, const QRectF& square);

/// Every corner tag (numbers 0 to 3) in a grey picture, by libapriltag; sure ones only (at most two bits wrong,
/// decision margin 15 and more). Pictures of more than 3,500 pixels are shrunk first, since a noisy surround takes
/// minutes otherwise. A picture too narrow to hold a tag has none.
std::vector<FoundTag> findTags(const QImage& picture);

/// Whether a picture in which findTags() finds none has some in its mirror image.
bool isMirrorImage(const QImage& picture);

/// The text of a QR code that fills a small grey picture with some white around it; nothing when none can be read.
std::optional<QString> readCode(const QImage& picture);

} // namespace iris
