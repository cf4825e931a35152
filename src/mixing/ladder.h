#pragma once

#include "mixing/recipe.h"

namespace iris {

/// One step of a ladder between two tubes.
struct LadderStep {
    double share = 0; ///< of the second tube, by tinting strength, 0 to 1
    std::array<int, 2>
        parts{}; ///< whole parts of tube paint that come nearest, first to second; 1:0 and 0:1 at the ends
    Lab colour;  ///< at the ladder's wash
    Lch lch;

    bool operator==(const LadderStep&) const = default;
};

/// The way from one tube to another, in even steps of tinting strength: how painters see it, whatever a strong tube
/// does to the count of parts.
struct Ladder {
    std::vector<LadderStep> steps;
    std::size_t mostNeutral = 0; ///< the step of least chroma
    double keepsChroma = 1;      ///< least chroma on the way over that of the duller end, 0 to 1

    bool operator==(const Ladder&) const = default;
};

/// @param steps 2 to 101, both ends counted; @param wash film thickness, 0 < x <= 4
Ladder ladderBetween(const Paint& first, const Paint& second, int steps, double wash = wash::full,
                     const Spectrum& paper = whitePaper());

/// The film at a share (0 to 1) of the second tube by tinting strength.
Film filmBetween(const Paint& first, const Paint& second, double share);

/// What a painter would say of a ladder: "stays clean", "dulls a little", "greys", "passes through a grey".
std::string describe(const Ladder& ladder);

/// "3:1", "pure" at the ends.
std::string partsText(const LadderStep& step);

} // namespace iris
