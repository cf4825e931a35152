#pragma once

#include "base/result.h"
#include "colour/srgb.h"

#include <QByteArray>
#include <QRgba64>
#include <memory>
#include <span>

namespace iris {

/// Turns the numbers of a picture into light by its colour profile; sRGB when it has none.
class DeviceLight {
public:
    /// sRGB.
    DeviceLight();

    /// Through an embedded ICC profile, relative colorimetric, by LittleCMS. Profiles of sRGB itself take the quick
    /// way.
    /// @return BadPicture when the profile is damaged or describes anything but red, green and blue.
    static Result<DeviceLight> through(const QByteArray& iccProfile);

    /// Linear sRGB of pixels, 1 = the device's white; always numbers.
    void convert(std::span<const QRgba64> pixels, std::span<LinearRgb> light) const;

    bool isSrgb() const { return m_transform == nullptr; }

private:
    bool isUsable() const;
    void transformed(std::span<const QRgba64> pixels, std::span<LinearRgb> light) const;

    std::shared_ptr<void> m_transform;
};

} // namespace iris
