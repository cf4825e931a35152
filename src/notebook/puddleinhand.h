#pragma once

#include "notebook/studio.h"
#include "notebook/wellrecord.h"

namespace iris {

/// The puddle in hand at one moment: the well, what is in it, in the studio whose tubes that counts, and what should go
/// in next. Worked out at once and replaced as a whole.
struct PuddleInHand {
    StudioPtr studio;
    WellRecord well;
    WellState state;
    TouchAdvice advice; ///< no steps where nothing is wanted, or the well is clean

    bool isClean() const { return state.contents.isEmpty(); }
    Film film() const { return filmOf(state.contents, studio->paints); }
    /// As it is reckoned to dry on white paper.
    Lab colour() const;
    /// What is reckoned of it, as far off as what was seen last.
    Lab asSeen(const Lab& reckoned) const;
};
PuddleInHand puddleInHand(const StudioPtr& studio, const WellRecord& well);

} // namespace iris
