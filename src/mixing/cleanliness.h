#pragma once

#include "mixing/recipe.h"

#include <array>
#include <string_view>

namespace iris {

/// How strong in colour the tubes at hand can get at each hue, alone or two together; the measure of clean and dull.
class CleanReach {
public:
    /// More are left out: a drawer is not larger, and the pairs grow with the square of it.
    static constexpr std::size_t mostPaints = 100;

    /// Mixes every pair of the first `mostPaints` at nine shares and keeps the most chroma in each 10 degrees of hue.
    explicit CleanReach(std::span<const Paint> paints, double wash = wash::full);

    /// The most chroma reached near a hue; 0 where nothing stands.
    double chromaAt(double hueDegrees) const;

    /// A colour's chroma over the best at its hue, 0 to 1.
    double cleanlinessOf(const Lab& colour) const;
    /// That of the balanced mix of two paints, at the wash of the reach.
    double cleanlinessBetween(const Paint& first, const Paint& second) const;

private:
    static constexpr std::size_t sectors = 36;
    std::array<double, sectors> m_most{};
    double m_wash;
};

/// Where warm is warmest, a hue angle in degrees. Source: common practice; the angle is ours.
inline constexpr double warmPoleDegrees = 60;

/// How far a colour goes towards orange, the warm pole: a cos 60 + b sin 60. Only the difference between two colours
/// means anything. Source: common practice; the angle is ours.
double warmthOf(const Lab& colour);

} // namespace iris
