#pragma once

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

/// Draws a QR code of error correction level H into a square. The text is letters of the capitals, digits and "-".
void drawCode(QPainter& painter, const QString& text, const QRectF& square);

/// Every corner tag (numbers 0 to 3) in a grey picture, by libapriltag; sure ones only (at most two bits wrong,
/// decision margin 15 and more). Pictures of more than 3,500 pixels are shrunk first, since a noisy surround takes
/// minutes otherwise.
std::vector<FoundTag> findTags(const QImage& picture);

/// The text of a QR code that fills a small grey picture with some white around it; nothing when none can be read.
std::optional<QString> readCode(const QImage& picture);

} // namespace iris
