#pragma once

#include "finding/candidates.h"
#include "learning/learning.h"
#include "notebook/ownmixes.h"

namespace iris {

/// What was found for a wanted colour, in the studio whose tubes it counts. It never changes; another takes its place.
struct FoundMixes {
    StudioPtr studio;
    Wanted wanted;
    std::string called;      ///< what the wanted colour is
    std::size_t tubes = 0;   ///< so many were tried
    int mostTubes = 3;       ///< of a mix
    bool isWhole = false;    ///< false while mixes of more tubes are still to come
    std::vector<OwnMix> own; ///< that were painted or kept already and come near; they stand before the others
    std::vector<Candidate> candidates;

    /// All of them, one's own first.
    std::size_t size() const { return own.size() + candidates.size(); }
    const Candidate& at(std::size_t place) const
    {
        return place < own.size() ? own[place].candidate : candidates[place - own.size()];
    }
    /// Null for one that is not one's own.
    const OwnMix* ownAt(std::size_t place) const { return place < own.size() ? &own[place] : nullptr; }

    /// How far off one may come out, deltaE00; 0 for a tube alone and for bare paper, which are not mixed, and for what
    /// was painted.
    double missOf(std::size_t place) const
    {
        const OwnMix* mix = ownAt(place);
        return mix && mix->isPainted ? 0 : missOf(at(place));
    }
    double missOf(const Candidate& candidate) const
    {
        return candidate.recipe.parts.size() > 1 ? expectedMiss(candidate.recipe, studio->paints, studio->learned) : 0;
    }
};
using FoundMixesPtr = std::shared_ptr<const FoundMixes>;

} // namespace iris
