#pragma once

#include "sheet/devicelight.h"

#include <QImage>
#include <QString>
#include <optional>
#include <vector>

namespace iris {

/// A scan or photo: the picture upright, what its numbers mean in light, and how fine it is where that is known.
class Scan {
public:
    /// Reads PNG, JPEG, TIFF and WebP, by content and not by the file's ending; turns it upright by its EXIF
    /// orientation; lays what is transparent on white; takes its ICC profile and resolution.
    /// @return FileUnreadable, or BadPicture for what is no picture, damaged or cut off, empty, too small, too large,
    /// in greys or in printing inks.
    static Result<Scan> load(const QString& path);

    /// A picture at hand.
    /// @param pixelsPerMm nothing when unknown, as in a photo
    static Scan of(QImage image, std::optional<double> pixelsPerMm = {}, DeviceLight light = {});

    const QImage& image() const { return m_image; }
    QSize size() const { return m_image.size(); }
    std::optional<double> pixelsPerMm() const { return m_pixelsPerMm; }
    /// What whoever reads it should know of how it was taken in, in a sentence; empty as a rule.
    const std::string& remark() const { return m_remark; }

    /// The numbers of pixels x0, x0 + step, ... in a row.
    void row(int y, int x0, int step, std::span<QRgba64> pixels) const;
    void convert(std::span<const QRgba64> pixels, std::span<LinearRgb> light) const { m_light.convert(pixels, light); }
    const DeviceLight& light() const { return m_light; }

private:
    QImage m_image; ///< Format_RGB32 or Format_RGBX64
    DeviceLight m_light;
    std::optional<double> m_pixelsPerMm;
    std::string m_remark;
};

/// The same picture alone; its colours as they stand, with the profile to see them by where Qt can read it.
/// @return FileUnreadable, or BadPicture for what is no picture, damaged, empty, too small or too large
/// (picturefile.h).
Result<QImage> pictureIn(const QString& path);

} // namespace iris
