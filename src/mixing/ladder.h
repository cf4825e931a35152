#pragma once

#include "base/named.h"
#include "mixing/recipe.h"

#include <optional>

namespace iris {

/// One step of a ladder between two tubes.
struct LadderStep {
    double share = 0;           ///< of the second tube, by tinting strength, 0 to 1
    std::array<int, 2> parts{}; ///< of tube paint, first to second, as nearestParts(); 1:0 and 0:1 at the ends
    Handling handling = {};     ///< they are counted out with
    Lab colour;                 ///< of these parts at the ladder's wash
    Lch lch;

    bool operator==(const LadderStep&) const = default;
};

/// How the steps of a ladder are set apart.
enum class LadderSpacing {
    Strength,   ///< even in tinting strength: how painters count, whatever a strong tube does to the parts
    Appearance, ///< even to the eye: every step as far from the next, in deltaE00
    Parts,      ///< even in parts of tube paint, as 10:0, 9:1, 8:2
};

template <>
inline constexpr std::array enumNames<LadderSpacing>{EnumName{LadderSpacing::Strength, "strength"},
                                                     EnumName{LadderSpacing::Appearance, "appearance"},
                                                     EnumName{LadderSpacing::Parts, "parts"}};

/// The way from one tube to another.
struct Ladder {
    std::vector<LadderStep> steps;
    std::size_t mostNeutral = 0;  ///< the step of least chroma
    std::size_t cleanest = 0;     ///< the mixed step of most chroma; the first step of a ladder of two
    std::size_t turningPoint = 0; ///< the first step that looks more like the second tube than like the first

    bool operator==(const Ladder&) const = default;
};

/// Each step is the ratio that can be counted out with a brush and comes nearest to where it should stand, and has the
/// colour of that ratio. Of many steps some may therefore be the same.
/// @param steps 2 to 101, both ends counted; @param wash film thickness, 0 < x <= 4
Ladder ladderBetween(const Paint& first, const Paint& second, int steps, double wash, Handling handling,
                     LadderSpacing spacing = LadderSpacing::Strength);

/// The way as if paint could be shared out to any degree, even in strength: to judge it by, not to mix it. Its steps
/// have no parts.
Ladder smoothLadder(const Paint& first, const Paint& second, int steps, double wash = wash::full,
                    const Spectrum& paper = whitePaper());

/// The steps of a ladder and back again to its first tube, 2n - 1 of them: the second tube stands once, in the middle.
std::vector<LadderStep> thereAndBack(const Ladder& ladder);

/// The share (0 to 1) of the second tube, by tinting strength, in parts of both that are not both 0.
double shareByStrength(const std::array<int, 2>& parts, const Paint& first, const Paint& second);

/// The film at a share (0 to 1) of the second tube by tinting strength.
Film filmBetween(const Paint& first, const Paint& second, double share);

/// "3 + 1", "3 + 5t" with touches; "pure" at the ends.
std::string partsText(const LadderStep& step);
/// "3 parts and 5 touches", "pure".
std::string partsInWords(const LadderStep& step);

} // namespace iris
