#include "sheet/picturefile.h"

#include "files/filewords.h"
#include "files/inputfile.h"
#include "files/outputfile.h"
#include "sheet/jpegpicture.h"

#include <QBuffer>
#include <QFile>
#include <QFileInfo>
#include <QImageReader>
#include <QtEndian>
#include <array>
#include <cctype>
#include <tiffio.h>
#include <zlib.h>

namespace iris {
namespace {

constexpr qint64 megabyte = 1024 * 1024;
const QStringList endingsWritten{QStringLiteral("png"), QStringLiteral("jpg"), QStringLiteral("jpeg"),
                                 QStringLiteral("tif"), QStringLiteral("tiff")};

const char* nameFor(PictureFormat format)
{
    constexpr std::array names{"png", "jpeg", "tiff", "webp"}; // as Qt's readers are called
    return names[static_cast<std::size_t>(format)];
}

bool isDeep(QImage::Format format)
{
    return QImage::toPixelFormat(format).bitsPerPixel() > 32;
}

/// Whether all that makes the picture of a PNG is there and sound; libpng would print it if not.
/// Source: PNG specification, second edition (ISO/IEC 15948), section 5: length, four letters, data, CRC; those that
/// begin with a capital are needed, and IEND is the last.
bool isWholePng(const QByteArray& bytes)
{
    constexpr qint64 signature = 8;
    constexpr qint64 around = 12;
    for (qint64 at = signature; at + around <= bytes.size();) {
        const qint64 length = qFromBigEndian<quint32>(bytes.constData() + at);
        if (length > bytes.size() - at - around)
            return false;
        const auto* kind = reinterpret_cast<const Bytef*>(bytes.constData() + at + 4);
        const bool needed = std::isupper(kind[0]) != 0;
        const quint32 told = qFromBigEndian<quint32>(kind + 4 + length);
        if (needed && ::crc32(0, kind, static_cast<uInt>(length + 4)) != told)
            return false;
        if (std::equal(kind, kind + 4, "IEND"))
            return true;
        at += length + around;
    }
    return false;
}

/// What libtiff thinks of a file concerns nobody but this program, and it would print it.
bool silencePictureLibraries()
{
    TIFFSetWarningHandler(nullptr);
    TIFFSetErrorHandler(nullptr);
    return true;
}

} // namespace

tl::unexpected<Error> badPicture(const QString& path, const QString& what)
{
    return fileError(ErrorCode::BadPicture, path, what);
}

tl::unexpected<Error> cutOff(const QString& path)
{
    return badPicture(path, QStringLiteral("is cut off or damaged: part of the picture is missing. Copy it again from "
                                           "where it was taken"));
}

tl::unexpected<Error> inPrintingInks(const QString& path)
{
    return badPicture(
        path, QStringLiteral("is in printing inks (CMYK), which do not tell the colour of paint; save it as RGB"));
}

std::optional<PictureFormat> pictureFormatOf(const QByteArray& start)
{
    if (start.startsWith("\x89PNG\r\n\x1a\n"))
        return PictureFormat::Png;
    if (start.startsWith("\xff\xd8\xff"))
        return PictureFormat::Jpeg;
    if (start.startsWith(QByteArray("II*\0", 4)) || start.startsWith(QByteArray("MM\0*", 4)))
        return PictureFormat::Tiff;
    if (start.startsWith("RIFF") && start.mid(8, 4) == "WEBP")
        return PictureFormat::WebP;
    return std::nullopt;
}

qint64 memoryFor(QSize size, bool deep, qint64 fileBytes)
{
    const qint64 pixels = static_cast<qint64>(size.width()) * size.height();
    return 2 * pixels * (deep ? 8 : 4) + fileBytes;
}

std::optional<qint64> memoryAvailable()
{
    QFile about(QStringLiteral("/proc/meminfo"));
    if (!about.open(QIODevice::ReadOnly))
        return std::nullopt;
    for (const QByteArray& line : about.readAll().split('\n'))
        if (line.startsWith("MemAvailable:"))
            return line.mid(13).trimmed().split(' ').front().toLongLong() * 1024;
    return std::nullopt;
}

QString faultOfSize(QSize size, bool deep, qint64 fileBytes, std::optional<qint64> available)
{
    const int least = picturesize::leastSide;
    if (size.width() < least || size.height() < least)
        return QStringLiteral("has %1 x %2 pixels; at least %3 x %3 are needed")
            .arg(size.width())
            .arg(size.height())
            .arg(least);
    const qint64 pixels = static_cast<qint64>(size.width()) * size.height();
    if (pixels > picturesize::mostPixels)
        return QStringLiteral("has %1 million pixels; at most %2 million are read. Scan at 300 dpi")
            .arg(pixels / 1'000'000)
            .arg(picturesize::mostPixels / 1'000'000);
    const qint64 needed = memoryFor(size, deep, fileBytes);
    if (available && needed > *available)
        return QStringLiteral("would take %1 megabytes of memory to read, and %2 are free. Scan at 300 dpi, or close "
                              "other programs")
            .arg(needed / megabyte)
            .arg(*available / megabyte);
    return {};
}

Result<PictureFile> openPicture(const QString& path)
{
    auto bytes = readWhole(path, InputKind::Picture);
    if (!bytes)
        return tl::unexpected(bytes.error());
    if (bytes->isEmpty())
        return badPicture(path, QStringLiteral("is an empty file"));
    const auto format = pictureFormatOf(*bytes);
    if (!format)
        return badPicture(path, QStringLiteral("is not a picture this program can read; use PNG, JPEG, TIFF or WebP"));
    return PictureFile{path, std::move(*bytes), *format};
}

Result<QImage> decode(const PictureFile& file)
{
    if (file.format == PictureFormat::Jpeg)
        return decodeJpeg(file);
    if (file.format == PictureFormat::Png && !isWholePng(file.bytes))
        return cutOff(file.path);
    static const bool quiet = silencePictureLibraries();
    Q_UNUSED(quiet)
    QBuffer buffer;
    buffer.setData(file.bytes);
    buffer.open(QIODevice::ReadOnly);
    QImageReader reader(&buffer, nameFor(file.format));
    reader.setAutoDetectImageFormat(false);
    // The size is checked here, with its reason; the library's own limit is lower than a page at 600 dpi.
    QImageReader::setAllocationLimit(0);
    const auto fault = [&](QSize size, QImage::Format format) {
        return faultOfSize(size, isDeep(format), file.bytes.size(), memoryAvailable());
    };
    // What a damaged file claims may be anything; a picture that does not tell its size cannot be told before it is
    // read.
    if (!reader.canRead() || !reader.size().isValid())
        return badPicture(file.path, QStringLiteral("is damaged and cannot be read"));
    if (const QString words = fault(reader.size(), reader.imageFormat()); !words.isEmpty())
        return badPicture(file.path, words);
    QImage image = reader.read();
    if (image.isNull())
        return badPicture(file.path, QStringLiteral("is damaged and cannot be read (%1)").arg(reader.errorString()));
    if (const QString words = fault(image.size(), image.format()); !words.isEmpty())
        return badPicture(file.path, words);
    return image;
}

Result<void> checkPictureName(const QString& path)
{
    if (endingsWritten.contains(QFileInfo(path).suffix().toLower()))
        return checkPlace(path);
    return failure(ErrorCode::BadOption, "the name of a picture ends in .png, .jpg or .tif");
}

Result<void> writePicture(const QImage& image, const QString& path)
{
    if (auto fine = checkPictureName(path); !fine)
        return fine;
    constexpr int jpegQuality = 92;
    const QByteArray ending = QFileInfo(path).suffix().toLower().toLatin1();
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    if (!image.save(&buffer, ending.constData(), ending.startsWith("jp") ? jpegQuality : -1))
        return fileError(ErrorCode::FileUnwritable, path,
                         QStringLiteral("cannot be written: a picture of that size does not fit its format"));
    return writeWhole(path, {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

} // namespace iris
