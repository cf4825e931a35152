#include "sheet/scan.h"

#include "files/filewords.h"
#include "sheet/picturefile.h"
#include "sheet/picturenotes.h"

#include <QColorSpace>

namespace iris {
namespace {

/// The resolution a picture claims, unless it is one that programs write when they do not know.
std::optional<double> pixelsPerMmOf(const QImage& image)
{
    const double perMm = image.dotsPerMeterX() / 1000.0;
    constexpr double leastDpi = 110;
    if (perMm * 25.4 < leastDpi)
        return std::nullopt;
    return perMm;
}

bool isGrey(const QImage& image)
{
    if (image.isGrayscale())
        return true;
    const int step = std::max(1, std::min(image.width(), image.height()) / 200);
    for (int y = 0; y < image.height(); y += step)
        for (int x = 0; x < image.width(); x += step) {
            const QRgb pixel = image.pixel(x, y);
            if (qRed(pixel) != qGreen(pixel) || qGreen(pixel) != qBlue(pixel))
                return false;
        }
    return true;
}

bool isDeep(const QImage& image)
{
    return image.depth() > 32 || image.format() == QImage::Format_RGB30 || image.format() == QImage::Format_BGR30;
}

QImage::Format opaqueFormat(const QImage& image)
{
    return isDeep(image) ? QImage::Format_RGBX64 : QImage::Format_RGB32;
}

bool isSeenThrough(const QImage& image)
{
    if (!image.hasAlphaChannel())
        return false;
    const QImage alpha = image.convertToFormat(QImage::Format_Alpha8);
    for (int y = 0; y < alpha.height(); ++y) {
        const auto* line = alpha.constScanLine(y);
        if (std::any_of(line, line + alpha.width(), [](uchar one) { return one != 255; }))
            return true;
    }
    return false;
}

template <typename Pixel, typename OnWhite> void forEachPixel(QImage& image, OnWhite&& onWhite)
{
    for (int y = 0; y < image.height(); ++y) {
        auto* line = reinterpret_cast<Pixel*>(image.scanLine(y));
        std::transform(line, line + image.width(), line, onWhite);
    }
}

/// Lays a picture on white: as much of each pixel as covers, and white for the rest. Not through premultiplied numbers,
/// since Qt 6.4 takes the cover of 16 bits twice into them.
QImage onWhite(QImage image)
{
    const auto laid = [](qint64 part, qint64 cover, qint64 full) { return full + (part - full) * cover / full; };
    if (isDeep(image)) {
        image = std::move(image).convertToFormat(QImage::Format_RGBA64);
        forEachPixel<QRgba64>(image, [&](QRgba64 pixel) {
            const auto one = [&](quint16 part) { return static_cast<quint16>(laid(part, pixel.alpha(), 0xffff)); };
            return qRgba64(one(pixel.red()), one(pixel.green()), one(pixel.blue()), 0xffff);
        });
    } else {
        image = std::move(image).convertToFormat(QImage::Format_ARGB32);
        forEachPixel<QRgb>(image, [&](QRgb pixel) {
            const auto one = [&](int part) { return static_cast<int>(laid(part, qAlpha(pixel), 0xff)); };
            return qRgb(one(qRed(pixel)), one(qGreen(pixel)), one(qBlue(pixel)));
        });
    }
    image.reinterpretAsFormat(opaqueFormat(image));
    return image;
}

/// A decoded picture as it is to be seen: upright, and nothing of what lies under transparent places.
struct Seen {
    QImage image;
    bool wasTransparent = false;
};

Result<Seen> seen(const PictureFile& file, const PictureNotes& notes)
{
    auto image = decode(file);
    if (!image)
        return tl::unexpected(image.error());
    if (notes.looseChannel)
        *image = std::move(*image).convertToFormat(opaqueFormat(*image));
    const bool transparent = isSeenThrough(*image);
    if (transparent)
        *image = onWhite(std::move(*image));
    return Seen{upright(std::move(*image), notes.orientation), transparent};
}

} // namespace

Result<QImage> pictureIn(const QString& path)
{
    const auto file = openPicture(path);
    if (!file)
        return tl::unexpected(file.error());
    const PictureNotes notes = notesOf(*file);
    auto picture = seen(*file, notes);
    if (!picture)
        return tl::unexpected(picture.error());
    if (!notes.profile.isEmpty())
        picture->image.setColorSpace(QColorSpace::fromIccProfile(notes.profile));
    return std::move(picture->image);
}

Result<Scan> Scan::load(const QString& path)
{
    auto file = openPicture(path);
    if (!file)
        return tl::unexpected(file.error());
    const PictureNotes notes = notesOf(*file);
    if (notes.printingInks)
        return inPrintingInks(path);
    if (notes.lostProfile)
        return badPicture(path,
                          QStringLiteral("has a damaged colour profile inside; save it again without one, or as sRGB"));
    auto picture = seen(*file, notes);
    if (!picture)
        return tl::unexpected(picture.error());
    file->bytes.clear(); // a large scan's are missed while its pixels are looked at
    if (isGrey(picture->image))
        return badPicture(
            path, QStringLiteral("is all in greys, so no colour can be read from it; scan or photograph it in colour"));
    auto light = DeviceLight::through(notes.profile);
    if (!light) {
        Error error = light.error();
        error.file = path.toStdString();
        return tl::unexpected(error);
    }
    const auto perMm = pixelsPerMmOf(picture->image);
    Scan scan = of(std::move(picture->image), perMm, std::move(*light));
    if (picture->wasTransparent)
        scan.m_remark =
            QStringLiteral("transparent places of %1 are taken as white").arg(shortName(path)).toStdString();
    return scan;
}

Scan Scan::of(QImage image, std::optional<double> pixelsPerMm, DeviceLight light)
{
    Scan scan;
    // The profile is applied by DeviceLight; Qt must not do so as well.
    image.setColorSpace(QColorSpace());
    scan.m_image = std::move(image).convertToFormat(isDeep(image) ? QImage::Format_RGBX64 : QImage::Format_RGB32);
    scan.m_light = std::move(light);
    scan.m_pixelsPerMm = pixelsPerMm;
    return scan;
}

void Scan::row(int y, int x0, int step, std::span<QRgba64> pixels) const
{
    if (m_image.format() == QImage::Format_RGBX64) {
        const auto* line = reinterpret_cast<const QRgba64*>(m_image.constScanLine(y));
        for (std::size_t i = 0; i < pixels.size(); ++i)
            pixels[i] = line[x0 + static_cast<int>(i) * step];
        return;
    }
    const auto* line = reinterpret_cast<const QRgb*>(m_image.constScanLine(y));
    for (std::size_t i = 0; i < pixels.size(); ++i)
        pixels[i] = QRgba64::fromArgb32(line[x0 + static_cast<int>(i) * step]);
}

} // namespace iris
