#include "colour/deltae.h"

#include "colour/deltaeterms.h"

#include <cmath>

namespace iris {
namespace {

/// Sharma et al. equation 14: the mean hue, where a neutral counts for nothing.
double meanHue(const Lch& first, const Lch& second)
{
    const double sum = first.hueDegrees + second.hueDegrees;
    if (first.chroma * second.chroma == 0)
        return sum;
    if (std::abs(first.hueDegrees - second.hueDegrees) <= 180)
        return sum / 2;
    return sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2;
}

double hueDifference(const Lch& first, const Lch& second)
{
    if (first.chroma * second.chroma == 0)
        return 0;
    const double plain = second.hueDegrees - first.hueDegrees;
    if (plain > 180)
        return plain - 360;
    return plain < -180 ? plain + 360 : plain;
}

/// The differences in lightness, chroma and hue, each over its weight, and the rotation between the last two.
struct Terms {
    double lightness, chroma, hue, turn;
};

Terms termsOf(const Lab& first, const Lab& second)
{
    const double meanC = (std::hypot(first.a, first.b) + std::hypot(second.a, second.b)) / 2;
    const double stretch = 1.5 - 0.5 * chromaShare(meanC);
    const Lch one = toLch(Lab{first.l, first.a * stretch, first.b});
    const Lch two = toLch(Lab{second.l, second.a * stretch, second.b});

    const double dL = two.l - one.l;
    const double dC = two.chroma - one.chroma;
    const double dH = 2 * std::sqrt(one.chroma * two.chroma) * std::sin(radians(hueDifference(one, two)) / 2);

    const double l = (one.l + two.l) / 2 - 50;
    const double c = (one.chroma + two.chroma) / 2;
    const double h = meanHue(one, two);
    const double bump = (h - 275) / 25;
    const double turn = -std::sin(radians(60 * std::exp(-bump * bump))) * 2 * chromaShare(c);

    return {dL / lightnessWeight(l), dC / (1 + 0.045 * c), dH / (1 + 0.015 * c * hueWeight(h)), turn};
}

} // namespace

double deltaE00(const Lab& first, const Lab& second, double kL)
{
    const auto [l, c, h, turn] = termsOf(first, second);
    return std::sqrt(l * l / (kL * kL) + c * c + h * h + turn * c * h);
}

std::array<double, 3> deltaE00Terms(const Lab& first, const Lab& second, double kL)
{
    const auto [l, c, h, turn] = termsOf(first, second);
    return {l / kL, c + turn / 2 * h, h * std::sqrt(1 - turn * turn / 4)};
}

double deltaE76(const Lab& first, const Lab& second)
{
    return std::hypot(first.l - second.l, first.a - second.a, first.b - second.b);
}

} // namespace iris
