#pragma once

#include "mixing/recipe.h"

namespace iris {

/// Three numbers along L, a and b.
using LabStep = std::array<double, 3>;

/// The colour of a mix and how it moves with what is uncertain about it.
struct MixSlope {
    Lab colour;
    std::vector<LabStep> perLogStrength; ///< dLab / d ln(strength) of each part, in the order of the recipe
    LabStep perLogWash{};                ///< dLab / d ln(thickness)
};

/// Analytic derivatives of colourOf(): with c_i the share of part i by strength, dK / d ln(strength_i) = c_i (K_i - K),
/// the same for S, and x dR/dx = K dR/dK + S dR/dS since a film depends on K x and S x alone.
/// @param strengths one a paint, in place of the paints' own
MixSlope slopeOf(const Recipe& recipe, std::span<const Paint> paints, std::span<const double> strengths);

/// A step in Lab near a colour, in units of seen difference: along lightness, chroma and hue, divided by
/// S_C = 1 + 0.045 C and S_H = 1 + 0.015 C. Its length is near deltaE00 for small steps.
/// Source of the weights: CIE 116-1995 (CIE94).
LabStep seenStep(const Lab& at, const LabStep& step);

/// A mix's slopes as seen, once the painter lays the wash so that it matches best: what adding water can put right is
/// taken out of every strength's slope.
std::vector<LabStep> slopesAtMatchedWash(const MixSlope& slope);

} // namespace iris
