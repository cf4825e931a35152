#include "colour/huefamily.h"

#include "base/text.h"

#include <algorithm>

namespace iris {
namespace {

struct Row {
    HueFamily family;
    std::optional<double> middle;
    double startsAt; ///< hue angle where the family begins, on the wheel
    HueFamily previous;
    HueFamily next;
};

using enum HueFamily;

constexpr std::array<Row, 9> rows{{
    {Red, 10.0, 335.0, Violet, Orange},
    {Orange, 57.0, 38.0, Red, Yellow},
    {Yellow, 93.0, 70.0, Orange, Green},
    {Green, 165.0, 108.0, Yellow, Blue},
    {Blue, 257.0, 215.0, Green, Violet},
    {Violet, 315.0, 290.0, Blue, Red},
    {Brown, 68.0, 0.0, Red, Yellow},
    {Black, std::nullopt, 0.0, Black, Black},
    {White, std::nullopt, 0.0, White, White},
}};

const Row& rowOf(HueFamily family)
{
    return rows[static_cast<std::size_t>(family)];
}

} // namespace

std::optional<double> middleDegrees(HueFamily family)
{
    return rowOf(family).middle;
}

std::optional<HueFamily> hueFamilyOf(const Lab& lab)
{
    const Lch lch = toLch(lab);
    if (lch.chroma < 3)
        return std::nullopt;
    // Red begins below 360 and so also holds the angles before orange.
    HueFamily found = Red;
    for (std::size_t i = 0; i < wheelFamilyCount; ++i) {
        if (rows[i].family != Red && lch.hueDegrees >= rows[i].startsAt && lch.hueDegrees < rowOf(Red).startsAt)
            found = rows[i].family;
    }
    return found;
}

HueFamily nextFamily(HueFamily family)
{
    return rowOf(family).next;
}

HueFamily previousFamily(HueFamily family)
{
    return rowOf(family).previous;
}

} // namespace iris
