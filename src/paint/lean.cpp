#include "paint/lean.h"

#include <cmath>

namespace iris {
namespace {

double middleHalfWidth(HueFamily family)
{
    switch (family) {
    case HueFamily::Yellow: return 2;
    case HueFamily::Blue: return 5;
    default: return 4;
    }
}

Lean undertoneOf(const Lab& thin, HueFamily family)
{
    Lean lean{family, family, 0};
    // hueFamilyOf() wants chroma 3; a black tells its side a little earlier.
    const Lch lch = toLch(thin);
    if (lch.chroma >= 2)
        lean.towards = hueFamilyOf(toLab(Lch{lch.l, 10, lch.hueDegrees})).value_or(family);
    return lean;
}

} // namespace

Lean leanOf(const Lab& thin, HueFamily family)
{
    if (isColourless(family))
        return undertoneOf(thin, family);
    Lean lean{family, family, signedDegreesBetween(*middleDegrees(family), toLch(thin).hueDegrees)};
    if (std::abs(lean.degrees) > middleHalfWidth(family))
        lean.towards = lean.degrees > 0 ? nextFamily(family) : previousFamily(family);
    return lean;
}

std::string_view temperatureOf(const Lean& lean, WarmBlue warmBlue)
{
    using enum HueFamily;
    if (lean.inTheMiddle())
        return "";
    const auto warmIf = [](bool warm) { return std::string_view(warm ? "warm" : "cool"); };
    switch (lean.family) {
    case Yellow:
    case Red: return warmIf(lean.towards == Orange);
    case Orange:
    case Violet:
    case Brown: return warmIf(lean.towards == Red);
    case Green: return warmIf(lean.towards == Yellow);
    case Blue: return warmIf((lean.towards == Violet) == (warmBlue == WarmBlue::VioletSide));
    default: return "";
    }
}

} // namespace iris
