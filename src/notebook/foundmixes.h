#pragma once

#include "finding/candidates.h"
#include "learning/learning.h"
#include "notebook/studio.h"

namespace iris {

/// What was found for a wanted colour, in the studio whose tubes it counts. It never changes; another takes its place.
struct FoundMixes {
    StudioPtr studio;
    Wanted wanted;
    std::string called;    ///< what the wanted colour is
    std::size_t tubes = 0; ///< so many were tried
    int mostTubes = 3;     ///< of a mix
    bool isWhole = false;  ///< false while mixes of more tubes are still to come
    std::vector<Candidate> candidates;

    /// How far off one may come out, deltaE00; 0 for a tube alone and for bare paper, which are not mixed.
    double missOf(const Candidate& candidate) const
    {
        return candidate.recipe.parts.size() > 1 ? expectedMiss(candidate.recipe, studio->paints, studio->learned) : 0;
    }
};
using FoundMixesPtr = std::shared_ptr<const FoundMixes>;

} // namespace iris
