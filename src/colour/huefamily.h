#pragma once

#include "base/named.h"
#include "colour/cielab.h"

#include <array>
#include <optional>
#include <string_view>

namespace iris {

/// The families painters sort tubes by. The six hues come first, in the order of rising hue angle.
enum class HueFamily { Red, Orange, Yellow, Green, Blue, Violet, Brown, Black, White };

template <>
inline constexpr std::array enumNames<HueFamily>{
    EnumName{HueFamily::Red, "red"},     EnumName{HueFamily::Orange, "orange"}, EnumName{HueFamily::Yellow, "yellow"},
    EnumName{HueFamily::Green, "green"}, EnumName{HueFamily::Blue, "blue"},     EnumName{HueFamily::Violet, "violet"},
    EnumName{HueFamily::Brown, "brown"}, EnumName{HueFamily::Black, "black"},   EnumName{HueFamily::White, "white"}};

inline constexpr std::array<HueFamily, 9> allHueFamilies{HueFamily::Red,   HueFamily::Orange, HueFamily::Yellow,
                                                         HueFamily::Green, HueFamily::Blue,   HueFamily::Violet,
                                                         HueFamily::Brown, HueFamily::Black,  HueFamily::White};

/// The six families around the wheel; brown, black and white have no place on it.
inline constexpr std::size_t wheelFamilyCount = 6;

/// True for black and white, which have no hue of their own.
constexpr bool isColourless(HueFamily family)
{
    return family == HueFamily::Black || family == HueFamily::White;
}

/// The middle of a family, as the CIELAB hue angle in degrees of a thin wash: a paint that stands there leans to
/// neither side. Brown's is the middle of the earths. Nothing for black and white.
/// Source: common practice (trade facts 7), fitted to the thin washes of the reference table.
std::optional<double> middleDegrees(HueFamily family);

/// The family of a colour by its hue angle; nothing below chroma 3, where no hue can be told.
std::optional<HueFamily> hueFamilyOf(const Lab& lab);

/// The neighbour on the wheel on the side of the larger hue angle, and of the smaller one. For brown these are
/// yellow and red. Black and white have none and return themselves.
HueFamily nextFamily(HueFamily family);
HueFamily previousFamily(HueFamily family);

} // namespace iris
