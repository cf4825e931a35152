#include "mixing/pairleans.h"

#include <cmath>
#include <numbers>

namespace iris {

using enum HueFamily;

bool isPrimary(HueFamily family)
{
    return family == Red || family == Yellow || family == Blue;
}

bool standAcross(HueFamily first, HueFamily second)
{
    const auto is = [&](HueFamily one, HueFamily two) {
        return (first == one && second == two) || (first == two && second == one);
    };
    return is(Red, Green) || is(Blue, Orange) || is(Yellow, Violet);
}

HueFamily thirdPrimary(HueFamily first, HueFamily second)
{
    for (const HueFamily family : {Red, Yellow, Blue})
        if (family != first && family != second)
            return family;
    return Red;
}

HueFamily familyBetween(HueFamily first, HueFamily second)
{
    switch (thirdPrimary(first, second)) {
    case Red: return Green;
    case Yellow: return Violet;
    default: return Orange;
    }
}

std::optional<LeansAway> leansAway(const Paint& paint, HueFamily other)
{
    const Lean lean = paint.lean();
    if (lean.inTheMiddle() || lean.towards == familyBetween(paint.family, other))
        return std::nullopt;
    return LeansAway{lean.towards, thirdPrimary(paint.family, other)};
}

std::optional<double> hueBetween(const Paint& first, const Paint& second)
{
    const auto hasAHue = [](const Paint& paint) { return !isColourless(paint.family) && paint.family != Brown; };
    if (!hasAHue(first) || !hasAHue(second) || standAcross(first.family, second.family))
        return std::nullopt;
    if (isPrimary(first.family) && isPrimary(second.family) && first.family != second.family)
        return middleDegrees(familyBetween(first.family, second.family));
    const double one = toLch(first.swatch.thin).hueDegrees;
    return normalisedDegrees(one + signedDegreesBetween(one, toLch(second.swatch.thin).hueDegrees) / 2);
}

bool bothCount(double share)
{
    constexpr double least = 0.2 - 1e-9;
    return share >= least && share <= 1 - least;
}

double alongHue(const Lab& colour, double hueDegrees)
{
    const double angle = hueDegrees * std::numbers::pi / 180;
    return colour.a * std::cos(angle) + colour.b * std::sin(angle);
}

} // namespace iris
