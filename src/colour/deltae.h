#pragma once

#include "colour/cielab.h"

#include <array>

namespace iris {

/// kL where the right value matters more than the exact hue: lightness counts double.
inline constexpr double valueFirstFactor = 0.5;

/// CIEDE2000 colour difference with kC = kH = 1; 0 for equal colours, about 1 at the threshold of seeing side
/// by side. Symmetric. Source: ISO/CIE 11664-6; hue cases as in Sharma, Wu and Dalal, "The CIEDE2000
/// Color-Difference Formula: Implementation Notes, Supplementary Test Data, and Mathematical Observations",
/// Color Research and Application 30(1), 2005, equations 2 to 22.
/// @param kL what the difference in lightness is divided by: below 1 it counts for more, as with valueFirstFactor
double deltaE00(const Lab& first, const Lab& second, double kL = 1);

/// The same as three differences, of lightness, of chroma with its share of the rotation, and of hue: the root of the
/// sum of their squares is deltaE00(). What fits colours by least squares goes by them. kL as there.
std::array<double, 3> deltaE00Terms(const Lab& first, const Lab& second, double kL = 1);

/// Plain distance in CIELAB (CIE 1976).
double deltaE76(const Lab& first, const Lab& second);

} // namespace iris
