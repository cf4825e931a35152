#pragma once

#include "base/range.h"
#include "base/result.h"

#include <array>
#include <string>
#include <string_view>

namespace iris {

/// Tristimulus values, Y = 100 for the perfect reflecting diffuser.
struct Xyz {
    double x = 0;
    double y = 0;
    double z = 0;

    bool operator==(const Xyz&) const = default;
};

/// CIELAB, D50 and 2 degrees unless said otherwise: l 0 to 100, a and b about -100 to 100.
struct Lab {
    double l = 0;
    double a = 0;
    double b = 0;

    bool operator==(const Lab&) const = default;
};

/// CIELAB in cylinder form: chroma >= 0, hue angle in degrees, 0 <= h < 360 (0 for a neutral).
struct Lch {
    double l = 0;
    double chroma = 0;
    double hueDegrees = 0;

    bool operator==(const Lch&) const = default;
};

/// CIELAB of tristimulus values against a white, both on the same scale.
/// L* = 116 f(Y/Yn) - 16, a* = 500 (f(X/Xn) - f(Y/Yn)), b* = 200 (f(Y/Yn) - f(Z/Zn)), with f the cube root above
/// (6/29)^3 and the straight line t / (3 (6/29)^2) + 4/29 below. Source: ISO/CIE 11664-4.
Lab toLab(const Xyz& xyz, const Xyz& white);

/// How toLab() moves with the tristimulus values: dL, da and db (rows) for a step in X, Y and Z (columns).
std::array<std::array<double, 3>, 3> labPerXyz(const Xyz& xyz, const Xyz& white);

/// The inverse of toLab(). Source: ISO/CIE 11664-4, annex.
Xyz toXyz(const Lab& lab, const Xyz& white);

Lch toLch(const Lab& lab);
Lab toLab(const Lch& lch);

/// An angle brought into 0 <= h < 360.
double normalisedDegrees(double degrees);

/// The signed way from one angle to another, -180 < d <= 180; positive is anticlockwise, from red towards yellow.
double signedDegreesBetween(double from, double to);

/// The colours that are taken for those of paint or paper, wherever they come from: a little above the perfect
/// diffuser, as fluorescent papers are, and somewhat beyond what any pigment reaches.
namespace labrange {
inline constexpr Range lightness{0, 105};
inline constexpr Range axis{-200, 200}; ///< a* and b*
} // namespace labrange
bool isInRange(const Lab& colour);

/// "L runs from 0 to 105, a and b from -200 to 200".
std::string labRangeWords();

/// Reads "L, a, b" as typed: three numbers between commas, semicolons or blanks, within labrange.
/// @return BadColour with what is wrong.
Result<Lab> parseLab(std::string_view text);

} // namespace iris
