#include "colour/cielab.h"

#include "base/text.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace iris {
namespace {

constexpr double delta = 6.0 / 29.0;
constexpr double degreesPerRadian = 180.0 / std::numbers::pi;

double compress(double t)
{
    return t > delta * delta * delta ? std::cbrt(t) : t / (3 * delta * delta) + 4.0 / 29.0;
}

double compressSlope(double t)
{
    return t > delta * delta * delta ? 1 / (3 * std::cbrt(t) * std::cbrt(t)) : 1 / (3 * delta * delta);
}

double expand(double f)
{
    return f > delta ? f * f * f : 3 * delta * delta * (f - 4.0 / 29.0);
}

} // namespace

Lab toLab(const Xyz& xyz, const Xyz& white)
{
    const double fx = compress(xyz.x / white.x);
    const double fy = compress(xyz.y / white.y);
    const double fz = compress(xyz.z / white.z);
    return {116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)};
}

std::array<std::array<double, 3>, 3> labPerXyz(const Xyz& xyz, const Xyz& white)
{
    const double fx = compressSlope(xyz.x / white.x) / white.x;
    const double fy = compressSlope(xyz.y / white.y) / white.y;
    const double fz = compressSlope(xyz.z / white.z) / white.z;
    return {{{0, 116 * fy, 0}, {500 * fx, -500 * fy, 0}, {0, 200 * fy, -200 * fz}}};
}

Xyz toXyz(const Lab& lab, const Xyz& white)
{
    const double fy = (lab.l + 16) / 116;
    return {white.x * expand(fy + lab.a / 500), white.y * expand(fy), white.z * expand(fy - lab.b / 200)};
}

Lch toLch(const Lab& lab)
{
    const double chroma = std::hypot(lab.a, lab.b);
    const double hue = chroma > 0 ? normalisedDegrees(std::atan2(lab.b, lab.a) * degreesPerRadian) : 0;
    return {lab.l, chroma, hue};
}

Lab toLab(const Lch& lch)
{
    const double radians = lch.hueDegrees / degreesPerRadian;
    return {lch.l, lch.chroma * std::cos(radians), lch.chroma * std::sin(radians)};
}

double normalisedDegrees(double degrees)
{
    const double wrapped = std::fmod(degrees, 360.0);
    const double positive = wrapped < 0 ? wrapped + 360.0 : wrapped;
    return positive >= 360.0 ? 0.0 : positive;
}

double signedDegreesBetween(double from, double to)
{
    const double difference = normalisedDegrees(to - from);
    return difference > 180.0 ? difference - 360.0 : difference;
}

bool isInRange(const Lab& colour)
{
    return labrange::lightness.holds(colour.l) && labrange::axis.holds(colour.a) && labrange::axis.holds(colour.b);
}

std::string labRangeWords()
{
    const auto words = [](const Range& range) {
        return "from " + shortestNumber(range.least) + " to " + shortestNumber(range.most);
    };
    return "L runs " + words(labrange::lightness) + ", a and b " + words(labrange::axis);
}

Result<Lab> parseLab(std::string_view text)
{
    std::string separated(text);
    std::ranges::replace_if(
        separated, [](char c) { return c == ',' || c == ';' || c == '\t'; }, ' ');
    std::array<double, 3> values{};
    std::size_t count = 0;
    for (const std::string& piece : split(separated, ' ')) {
        if (piece.empty())
            continue;
        const auto number = parseNumber(piece);
        if (!number || count == 3)
            return failure(ErrorCode::BadColour, "a colour is three numbers, L, a and b, as in 62, -14, 38");
        values[count++] = *number;
    }
    if (count != 3)
        return failure(ErrorCode::BadColour, "a colour is three numbers, L, a and b, as in 62, -14, 38");
    const Lab colour{values[0], values[1], values[2]};
    if (!isInRange(colour))
        return failure(ErrorCode::BadColour, labRangeWords());
    return colour;
}

} // namespace iris
