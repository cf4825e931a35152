#pragma once

#include "mixing/recipe.h"

#include <limits>

namespace iris {

/// Three numbers along L, a and b.
using LabStep = std::array<double, 3>;

/// The scalar product of two steps.
double product(const LabStep& one, const LabStep& two);

/// The colour of a mix and how it moves with what is uncertain about it.
struct MixSlope {
    Lab colour;
    std::vector<LabStep> perLogStrength;       ///< dLab / d ln(strength) of each part, in the order of the recipe
    std::vector<std::vector<LabStep>> perBend; ///< dLab / d deviations of each bend of each part's film
    LabStep perLogWash{};                      ///< dLab / d ln(thickness)

    /// All that is unknown of the parts, one after the other: strength, then bends.
    std::vector<LabStep> perUnknown() const;
};

/// One number that is unknown of a paint: its ln(strength) or, from 1 on, a bend of its film.
struct Unknown {
    std::size_t paint = 0;
    std::size_t which = 0;

    auto operator<=>(const Unknown&) const = default;
};

/// What is unknown of a recipe, in the order of MixSlope::perUnknown().
std::vector<Unknown> unknownsOf(const Recipe& recipe, std::span<const Paint> paints,
                                std::size_t mostBends = std::numeric_limits<std::size_t>::max());

/// Analytic derivatives of colourOf(): with c_i the share of part i by strength, dK / d ln(strength_i) = c_i (K_i - K),
/// the same for S, and x dR/dx = K dR/dK + S dR/dS since a film depends on K x and S x alone. A bend moves its own
/// paint's share: dK / dz = c_i K_i logAbsorption.
/// @param strengths one a paint, in place of the paints' own
/// @param mostBends of each film; the rest are not looked at
MixSlope slopeOf(const Recipe& recipe, std::span<const Paint> paints, std::span<const double> strengths,
                 std::size_t mostBends = std::numeric_limits<std::size_t>::max());

/// The same with the paints' own strengths.
MixSlope slopeOf(const Recipe& recipe, std::span<const Paint> paints,
                 std::size_t mostBends = std::numeric_limits<std::size_t>::max(),
                 const Spectrum& backing = whitePaper());

/// A step in Lab near a colour, in units of seen difference: along lightness, chroma and hue, divided by
/// S_L = 1 + 0.015 (L - 50)^2 / sqrt(20 + (L - 50)^2), S_C = 1 + 0.045 C and S_H = 1 + 0.015 C. Its length is near
/// deltaE00 for small steps. Source of the weights: S_L of CIEDE2000 (CIE 142-2001), the others of CIE 116-1995
/// (CIE94).
LabStep seenStep(const Lab& at, const LabStep& step);

/// A mix's slopes as seen, once the painter lays the wash so that it matches best: what adding water can put right is
/// taken out of the slope of every unknown.
std::vector<LabStep> slopesAtMatchedWash(const MixSlope& slope);

} // namespace iris
