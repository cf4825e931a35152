#include "sheet/scan.h"

#include "sheet/picturefile.h"

#include <QColorSpace>
#include <exiv2/exiv2.hpp>
#include <mutex>

namespace iris {
namespace {

/// What stands in a picture's own notes.
struct PictureNotes {
    QByteArray profile;
    bool printingInks = false;
    bool lostProfile = false; ///< there is a profile, but it cannot be taken out
};

/// How many colour channels a JPEG has, from its frame header; 0 for anything else. Source: ITU-T T.81, B.2.2.
int jpegChannels(const QByteArray& start)
{
    const auto at = [&](qsizetype i) { return static_cast<unsigned char>(start[i]); };
    if (start.size() < 4 || at(0) != 0xff || at(1) != 0xd8)
        return 0;
    for (qsizetype i = 2; i + 9 < start.size() && at(i) == 0xff;) {
        const int marker = at(i + 1);
        const bool frame = marker >= 0xc0 && marker <= 0xcf && marker != 0xc4 && marker != 0xc8 && marker != 0xcc;
        if (frame)
            return at(i + 9);
        i += 2 + (at(i + 2) << 8) + at(i + 3);
    }
    return 0;
}

/// Notes are a help, not a need: a picture whose notes are damaged is read without them.
PictureNotes notesOf(const PictureFile& picture)
{
    PictureNotes notes;
    constexpr qsizetype beginning = 1 << 20;
    const QByteArray start = picture.bytes.left(beginning);
    notes.printingInks = jpegChannels(start) == 4;
    const bool jpeg = picture.format == PictureFormat::Jpeg;
    const bool png = picture.format == PictureFormat::Png;
    const bool announced = (jpeg && start.contains(QByteArray("ICC_PROFILE\0", 12))) || (png && start.contains("iCCP"));
    // Exiv2 sets itself up on first use, which two threads must not do at once.
    static std::mutex one;
    const std::scoped_lock lock(one);
    try {
        Exiv2::LogMsg::setLevel(Exiv2::LogMsg::mute);
        // From memory: given a name, it fetches addresses, waits on standard input and hangs on a pipe.
        const auto image = Exiv2::ImageFactory::open(reinterpret_cast<const Exiv2::byte*>(picture.bytes.constData()),
                                                     static_cast<long>(picture.bytes.size()));
        image->readMetadata();
        if (image->iccProfileDefined()) {
            const Exiv2::DataBuf& profile = *image->iccProfile();
            notes.profile = QByteArray(reinterpret_cast<const char*>(profile.pData_), profile.size_);
        }
        constexpr long separated = 5; // TIFF 6.0, PhotometricInterpretation: CMYK
        const auto found = image->exifData().findKey(Exiv2::ExifKey("Exif.Image.PhotometricInterpretation"));
        if (found != image->exifData().end() && found->toLong() == separated)
            notes.printingInks = true;
    } catch (...) { // its own errors, and three kinds of the standard library's where notes are damaged
    }
    notes.lostProfile = announced && notes.profile.isEmpty();
    return notes;
}

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

} // namespace

Result<QImage> pictureIn(const QString& path)
{
    const auto file = openPicture(path);
    return file ? decode(*file) : tl::unexpected(file.error());
}

Result<Scan> Scan::load(const QString& path)
{
    auto file = openPicture(path);
    if (!file)
        return tl::unexpected(file.error());
    const PictureNotes notes = notesOf(*file);
    if (notes.printingInks)
        return badPicture(
            path, QStringLiteral("is in printing inks (CMYK), which do not tell the colour of paint; save it as RGB"));
    if (notes.lostProfile)
        return badPicture(path,
                          QStringLiteral("has a damaged colour profile inside; save it again without one, or as sRGB"));
    auto image = decode(*file);
    if (!image)
        return tl::unexpected(image.error());
    file->bytes.clear(); // a large scan's are missed while its pixels are looked at
    if (isGrey(*image))
        return badPicture(path, QStringLiteral("is all in greys; scan it in colour"));
    auto light = DeviceLight::through(notes.profile);
    if (!light) {
        Error error = light.error();
        error.file = path.toStdString();
        return tl::unexpected(error);
    }
    const auto perMm = pixelsPerMmOf(*image);
    return of(std::move(*image), perMm, std::move(*light));
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
