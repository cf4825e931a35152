#pragma once

#include "mixing/recipe.h"

namespace iris {

/// A mix before and after a share of one paint was stirred in.
struct Tied {
    Lab before;
    Lab after;
};

/// What a mother colour does to some mixes.
struct MotherColour {
    std::vector<Tied> mixes;
    double spreadBefore = 0; ///< root mean square distance of the mixes from their middle in a* and b*
    double spreadAfter = 0;
    double chromaBefore = 0; ///< mean
    double chromaAfter = 0;
};

/// Stirs a share (0 to below 1, by tinting strength) of one paint into every recipe; each keeps its wash.
MotherColour withMother(std::span<const Recipe> recipes, std::size_t mother, double share,
                        std::span<const Paint> paints);

} // namespace iris
