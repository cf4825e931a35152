#include "palette/needsets.h"

#include <cmath>
#include <numbers>

namespace iris {
namespace {

/// Where paint of a hue is strongest: lemon at 84, ultramarine at 40. Fitted by eye to the reference table.
double lightnessOf(double hueDegrees)
{
    constexpr double lightestHue = 95;
    return 62 + 22 * std::cos((hueDegrees - lightestHue) * std::numbers::pi / 180);
}

/// The way from one middle to another on the wheel, degrees, 0 to 360.
double wayUp(double from, double to)
{
    return normalisedDegrees(to - from);
}

} // namespace

std::vector<Need> needsAroundTheWheel(double chroma, std::size_t hues)
{
    std::vector<Need> needs;
    for (std::size_t i = 0; i < hues; ++i) {
        const double hue = 360.0 * static_cast<double>(i) / static_cast<double>(hues);
        Need need;
        need.target = toLab(Lch{lightnessOf(hue), chroma, hue});
        needs.push_back(need);
    }
    nameByColour(needs);
    return needs;
}

std::vector<Need> rangeOfFamily(HueFamily family)
{
    struct Tone {
        double lighter;
        double chroma;
    };
    static constexpr std::array<Tone, 3> tones{{{6, 42}, {0, 22}, {-22, 26}}};
    const double middle = middleDegrees(family).value_or(0);
    const double before = wayUp(middleDegrees(previousFamily(family)).value_or(0), middle);
    const double after = wayUp(middle, middleDegrees(nextFamily(family)).value_or(0));
    std::vector<Need> needs;
    for (const double hue : {middle - before / 2, middle, middle + after / 2})
        for (const Tone& tone : tones) {
            Need need;
            need.target = toLab(Lch{lightnessOf(hue) + tone.lighter - 8, tone.chroma, normalisedDegrees(hue)});
            needs.push_back(need);
        }
    nameByColour(needs);
    return needs;
}

} // namespace iris
