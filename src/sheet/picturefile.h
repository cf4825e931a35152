#pragma once

#include "base/result.h"

#include <QByteArray>
#include <QImage>
#include <QString>

namespace iris {

/// The pictures that are read, by their first bytes and not by the file's ending; nothing else, since other formats
/// draw other files into themselves or are never what a scanner or camera writes.
enum class PictureFormat { Png, Jpeg, Tiff, WebP };
std::optional<PictureFormat> pictureFormatOf(const QByteArray& start);

/// The sizes of pictures that are read.
namespace picturesize {
inline constexpr int leastSide = 64;              ///< pixels
inline constexpr qint64 mostPixels = 400'000'000; ///< an A3 sheet at 1200 dpi is 280 million
} // namespace picturesize

/// What it takes to read a picture, in bytes: its pixels twice, as it is decoded and as it is worked on, and the file.
qint64 memoryFor(QSize size, bool deep, qint64 fileBytes);

/// How much memory the system can still give, in bytes; nothing when it does not tell.
std::optional<qint64> memoryAvailable();

/// Why a picture of a size is not read, in plain words that go on from its name; empty when it is.
/// @param deep 16 bits a channel; @param available bytes of memory, nothing when unknown
QString faultOfSize(QSize size, bool deep, qint64 fileBytes, std::optional<qint64> available);

/// A picture as it stands in its file, let in but not yet decoded.
struct PictureFile {
    QString path;
    QByteArray bytes;
    PictureFormat format = PictureFormat::Png;
};

/// Lets a picture in through the one door for files.
/// @return FileUnreadable, or BadPicture for an empty file or one of no format that is read
Result<PictureFile> openPicture(const QString& path);

/// Decodes a picture; its colours as they stand, not yet turned upright, through a profile or laid on white.
/// @return BadPicture when it is damaged or cut off, too small, too large, or would take more memory than there is
Result<QImage> decode(const PictureFile& file);

/// Writes a picture in the format its name ends in (.png, .jpg, .tif), through the one door.
/// @return BadOption for another ending, FileUnwritable with the reason
Result<void> writePicture(const QImage& image, const QString& path);

/// Whether a picture could be written under a name; for long work, before it starts.
Result<void> checkPictureName(const QString& path);

/// An error about a picture: its name and what is the matter with it.
tl::unexpected<Error> badPicture(const QString& path, const QString& what);
tl::unexpected<Error> cutOff(const QString& path);
tl::unexpected<Error> inPrintingInks(const QString& path);

} // namespace iris
