#include "colour/srgb.h"

#include "base/text.h"
#include "colour/observer.h"

#include <Eigen/Dense>
#include <algorithm>
#include <charconv>
#include <cmath>

namespace iris {
namespace {

using Eigen::Matrix3d;
using Eigen::Vector3d;

Vector3d vectorOf(const Xyz& xyz)
{
    return {xyz.x, xyz.y, xyz.z};
}

Matrix3d bradford()
{
    Matrix3d cone;
    cone << 0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296;
    return cone;
}

Matrix3d adaptation(const Xyz& from, const Xyz& to)
{
    const Matrix3d cone = bradford();
    const Vector3d gain = (cone * vectorOf(to)).cwiseQuotient(cone * vectorOf(from));
    return cone.inverse() * gain.asDiagonal() * cone;
}

Xyz applied(const Matrix3d& matrix, const Xyz& xyz)
{
    const Vector3d result = matrix * vectorOf(xyz);
    return {result.x(), result.y(), result.z()};
}

/// Linear sRGB to XYZ, built from the primaries and white point of IEC 61966-2-1 rather than from its rounded
/// matrix, so that white and its inverse are exact.
const Matrix3d& xyzOfLinearSrgb()
{
    static const Matrix3d matrix = [] {
        Matrix3d primaries;
        primaries << 0.64 / 0.33, 0.30 / 0.60, 0.15 / 0.06, 1, 1, 1, 0.03 / 0.33, 0.10 / 0.60, 0.79 / 0.06;
        const Vector3d scale = primaries.inverse() * vectorOf(d65White) / 100.0;
        return Matrix3d(primaries * scale.asDiagonal());
    }();
    return matrix;
}

Vector3d linearSrgb(const Lab& lab)
{
    const LinearRgb colour = toLinearRgb(lab);
    return {colour.red, colour.green, colour.blue};
}

Vector3d encoded(const Vector3d& linear)
{
    return linear.unaryExpr([](double v) { return srgbEncoded(v); });
}

bool fits(const Vector3d& rgb)
{
    constexpr double halfStep = 0.5 / 255;
    return rgb.minCoeff() >= -halfStep && rgb.maxCoeff() <= 1 + halfStep;
}

/// The strongest chroma of this lightness and hue that a display can show.
Vector3d shownWithLessChroma(const Lab& lab)
{
    double low = 0;
    double high = 1;
    for (int step = 0; step < 20; ++step) {
        const double share = (low + high) / 2;
        (fits(encoded(linearSrgb({lab.l, lab.a * share, lab.b * share}))) ? low : high) = share;
    }
    return encoded(linearSrgb({lab.l, lab.a * low, lab.b * low}));
}

std::uint8_t byteOf(double value)
{
    return static_cast<std::uint8_t>(std::lround(std::clamp(value, 0.0, 1.0) * 255));
}

} // namespace

Xyz d50ToD65(const Xyz& xyz)
{
    static const Matrix3d matrix = adaptation(d50White, d65White);
    return applied(matrix, xyz);
}

Xyz d65ToD50(const Xyz& xyz)
{
    static const Matrix3d matrix = adaptation(d65White, d50White);
    return applied(matrix, xyz);
}

LinearRgb toLinearRgb(const Xyz& d50)
{
    static const Matrix3d inverse = xyzOfLinearSrgb().inverse();
    const Vector3d rgb = inverse * vectorOf(d50ToD65(d50)) / 100.0;
    return {rgb.x(), rgb.y(), rgb.z()};
}

LinearRgb toLinearRgb(const Lab& d50)
{
    return toLinearRgb(toXyz(d50, d50White));
}

Xyz toXyz(const LinearRgb& colour)
{
    return d65ToD50(applied(100.0 * xyzOfLinearSrgb(), {colour.red, colour.green, colour.blue}));
}

double srgbEncoded(double linear)
{
    if (linear <= 0.0031308)
        return 12.92 * linear;
    return 1.055 * std::pow(linear, 1 / 2.4) - 0.055;
}

double srgbDecoded(double encodedValue)
{
    if (encodedValue <= 0.04045)
        return encodedValue / 12.92;
    return std::pow((encodedValue + 0.055) / 1.055, 2.4);
}

Srgb toSrgb(const Lab& lab)
{
    Vector3d rgb = encoded(linearSrgb(lab));
    const bool outside = !fits(rgb);
    if (outside)
        rgb = shownWithLessChroma(lab);
    return {byteOf(rgb.x()), byteOf(rgb.y()), byteOf(rgb.z()), outside};
}

Lab toLab(const Srgb& colour)
{
    return toLab(toXyz(LinearRgb{srgbDecoded(colour.red / 255.0), srgbDecoded(colour.green / 255.0),
                                 srgbDecoded(colour.blue / 255.0)}),
                 d50White);
}

std::string toHex(const Srgb& colour)
{
    constexpr std::string_view digits = "0123456789abcdef";
    std::string text = "#";
    for (const std::uint8_t channel : {colour.red, colour.green, colour.blue}) {
        text += digits[channel >> 4];
        text += digits[channel & 15];
    }
    return text;
}

Result<Srgb> parseHex(std::string_view text)
{
    const auto wrong = failure(ErrorCode::BadColour, "a hex colour is six digits from 0 to f, as in #8a9b3c");
    std::string_view bare = trimmed(text);
    if (bare.starts_with('#'))
        bare.remove_prefix(1);
    std::string digits(bare);
    if (digits.size() == 3)
        digits = {bare[0], bare[0], bare[1], bare[1], bare[2], bare[2]};
    if (digits.size() != 6)
        return wrong;
    unsigned value = 0;
    const auto [end, code] = std::from_chars(digits.data(), digits.data() + 6, value, 16);
    if (code != std::errc() || end != digits.data() + 6)
        return wrong;
    return Srgb{static_cast<std::uint8_t>(value >> 16), static_cast<std::uint8_t>(value >> 8),
                static_cast<std::uint8_t>(value), false};
}

} // namespace iris
