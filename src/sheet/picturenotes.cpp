#include "sheet/picturenotes.h"

#include <QTransform>
#include <exiv2/exiv2.hpp>
#include <mutex>

namespace iris {
namespace {

/// A whole number of the notes; nothing when it is not there.
std::optional<long> numberIn(const Exiv2::ExifData& notes, const char* key)
{
    const auto found = notes.findKey(Exiv2::ExifKey(key));
    return found == notes.end() ? std::nullopt : std::optional(found->toLong());
}

void readTiffFields(const Exiv2::ExifData& fields, PictureNotes& notes)
{
    // TIFF 6.0: PhotometricInterpretation, SamplesPerPixel, ExtraSamples (0: unspecified data).
    constexpr long separated = 5;
    constexpr long unspecified = 0;
    notes.printingInks = numberIn(fields, "Exif.Image.PhotometricInterpretation") == separated;
    notes.looseChannel = numberIn(fields, "Exif.Image.SamplesPerPixel") == 4
                         && numberIn(fields, "Exif.Image.ExtraSamples").value_or(unspecified) == unspecified;
}

void readNotes(const PictureFile& picture, PictureNotes& notes)
{
    // From memory: given a name, it fetches addresses, waits on standard input and hangs on a pipe.
    const auto image = Exiv2::ImageFactory::open(reinterpret_cast<const Exiv2::byte*>(picture.bytes.constData()),
                                                 static_cast<long>(picture.bytes.size()));
    image->readMetadata();
    if (image->iccProfileDefined()) {
        const Exiv2::DataBuf& profile = *image->iccProfile();
        notes.profile = QByteArray(reinterpret_cast<const char*>(profile.pData_), profile.size_);
    }
    const long orientation = numberIn(image->exifData(), "Exif.Image.Orientation").value_or(1);
    if (orientation >= 1 && orientation <= 8)
        notes.orientation = static_cast<int>(orientation);
    if (picture.format == PictureFormat::Tiff)
        readTiffFields(image->exifData(), notes);
}

} // namespace

PictureNotes notesOf(const PictureFile& picture)
{
    PictureNotes notes;
    constexpr qsizetype beginning = 1 << 20;
    const QByteArray start = picture.bytes.left(beginning);
    const bool jpeg = picture.format == PictureFormat::Jpeg;
    const bool png = picture.format == PictureFormat::Png;
    const bool announced = (jpeg && start.contains(QByteArray("ICC_PROFILE\0", 12))) || (png && start.contains("iCCP"));
    // Exiv2 sets itself up on first use, which two threads must not do at once.
    static std::mutex one;
    const std::scoped_lock lock(one);
    try {
        Exiv2::LogMsg::setLevel(Exiv2::LogMsg::mute);
        readNotes(picture, notes);
    } catch (...) { // its own errors, and three kinds of the standard library's where notes are damaged
    }
    notes.lostProfile = announced && notes.profile.isEmpty();
    return notes;
}

QImage upright(QImage image, int orientation)
{
    const bool mirrored = orientation == 2 || orientation == 4 || orientation == 5 || orientation == 7;
    if (mirrored)
        image = std::move(image).mirrored(true, false);
    switch (orientation) {
    case 3:
    case 4: return image.transformed(QTransform().rotate(180));
    case 5:
    case 8: return image.transformed(QTransform().rotate(270));
    case 6:
    case 7: return image.transformed(QTransform().rotate(90));
    default: return image;
    }
}

} // namespace iris
