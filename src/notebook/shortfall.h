#pragma once

#include "notebook/shownchoice.h"
#include "palette/closeness.h"
#include "palette/paintrange.h"

namespace iris {

/// A need that a set does not meet, and what one tube more would do for it.
struct Shortfall {
    /// The tube that brings the need nearest.
    struct Helper {
        Paint paint;
        Match match; ///< the recipe counts other paints than the pool's: only how far it is off is meant to be read
    };
    std::size_t need = 0;
    std::optional<Helper> owned;          ///< the best of the painter's other tubes
    std::optional<Helper> bought;         ///< the best of what shops usually have, where none that is owned meets it
    std::optional<Helper> rarer;          ///< what is hard to get or fades, where it alone meets it
    BeyondPaint beyond = BeyondPaint::No; ///< where no paint reaches it, no tube would help
};

/// For each need that the set in hand leaves unmet, the first few, the one tube, owned or from the table, that brings
/// it nearest; tubes that the wishes leave out are none. Long work.
std::vector<Shortfall> shortfallsOf(const ShownChoice& shown, std::stop_token stop);

/// "Reeds is not met: of yours Yellow Ochre (PY43) would meet it, 3.1 apart."; "Shadow is not met: it is deeper than
/// watercolour goes."
/// @param surely only sure mixes count, which is more than is told here
std::string shortfallWords(const Shortfall& shortfall, const Need& need, bool surely);

} // namespace iris
