#include "sheet/devicelight.h"

#include "colour/observer.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <lcms2.h>
#include <vector>

namespace iris {
namespace {

const std::vector<double>& srgbTable()
{
    static const std::vector<double> table = [] {
        std::vector<double> values(65536);
        for (std::size_t i = 0; i < values.size(); ++i)
            values[i] = srgbDecoded(static_cast<double>(i) / 65535.0);
        return values;
    }();
    return table;
}

struct Profile {
    explicit Profile(cmsHPROFILE p) : handle(p) {}
    ~Profile()
    {
        if (handle)
            cmsCloseProfile(handle);
    }
    Profile(const Profile&) = delete;
    Profile& operator=(const Profile&) = delete;

    cmsHPROFILE handle;
};

} // namespace

DeviceLight::DeviceLight() = default;

Result<DeviceLight> DeviceLight::through(const QByteArray& iccProfile)
{
    DeviceLight light;
    if (iccProfile.isEmpty())
        return light;
    const Profile profile(
        cmsOpenProfileFromMem(iccProfile.constData(), static_cast<cmsUInt32Number>(iccProfile.size())));
    if (!profile.handle)
        return failure(ErrorCode::BadPicture, "the colour profile inside the picture is damaged");
    if (cmsGetColorSpace(profile.handle) != cmsSigRgbData)
        return failure(ErrorCode::BadPicture,
                       "the picture's colour profile is not for red, green and blue; save it as RGB first");
    const Profile xyz(cmsCreateXYZProfile());
    cmsHTRANSFORM transform = cmsCreateTransform(profile.handle, TYPE_RGB_DBL, xyz.handle, TYPE_XYZ_DBL,
                                                 INTENT_RELATIVE_COLORIMETRIC, cmsFLAGS_NOCACHE);
    if (!transform)
        return failure(ErrorCode::BadPicture, "the colour profile inside the picture cannot be used");
    light.m_transform = std::shared_ptr<void>(transform, [](void* t) { cmsDeleteTransform(t); });
    if (!light.isUsable())
        return failure(ErrorCode::BadPicture, "the colour profile inside the picture is damaged");
    return light;
}

/// Looks at a grid of colours: a damaged profile may turn some of them into anything.
bool DeviceLight::isUsable() const
{
    constexpr quint16 steps = 8;
    constexpr double brightest = 4; // times white; wide gamuts stay far below
    std::vector<QRgba64> pixels;
    for (quint16 i = 0; i <= steps; ++i)
        for (quint16 j = 0; j <= steps; ++j)
            for (quint16 k = 0; k <= steps; ++k)
                pixels.push_back(qRgba64(static_cast<quint16>(i * 65535 / steps),
                                         static_cast<quint16>(j * 65535 / steps),
                                         static_cast<quint16>(k * 65535 / steps), 65535));
    std::vector<LinearRgb> light(pixels.size());
    transformed(pixels, light);
    return std::ranges::all_of(light, [](const LinearRgb& one) {
        return std::abs(one.red) < brightest && std::abs(one.green) < brightest && std::abs(one.blue) < brightest;
    });
}

void DeviceLight::convert(std::span<const QRgba64> pixels, std::span<LinearRgb> light) const
{
    if (!m_transform) {
        const std::vector<double>& table = srgbTable();
        for (std::size_t i = 0; i < pixels.size(); ++i)
            light[i] = {table[pixels[i].red()], table[pixels[i].green()], table[pixels[i].blue()]};
        return;
    }
    transformed(pixels, light);
    for (LinearRgb& one : light)
        for (double* channel : {&one.red, &one.green, &one.blue})
            if (!std::isfinite(*channel))
                *channel = 0;
}

void DeviceLight::transformed(std::span<const QRgba64> pixels, std::span<LinearRgb> light) const
{
    std::vector<std::array<double, 3>> values(pixels.size());
    for (std::size_t i = 0; i < pixels.size(); ++i)
        values[i] = {pixels[i].red() / 65535.0, pixels[i].green() / 65535.0, pixels[i].blue() / 65535.0};
    cmsDoTransform(m_transform.get(), values.data(), values.data(), static_cast<cmsUInt32Number>(values.size()));
    // LittleCMS counts white as its own rounded D50 with Y = 1.
    const cmsCIEXYZ& white = *cmsD50_XYZ();
    for (std::size_t i = 0; i < pixels.size(); ++i)
        light[i] = toLinearRgb(Xyz{values[i][0] / white.X * d50White.x, values[i][1] / white.Y * d50White.y,
                                   values[i][2] / white.Z * d50White.z});
}

} // namespace iris
