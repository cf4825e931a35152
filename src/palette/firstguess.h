#pragma once

#include "palette/choose.h"

namespace iris {

/// A useful answer long before the proven one: out of what single tubes and pairs meet, the tube that meets most more
/// is taken, again and again. It may take more tubes than are needed, and miss what only three tubes mix.
struct FirstGuess {
    std::vector<std::size_t> tubes; ///< in rising order; empty where nothing is met, or when stopped
    std::size_t met = 0;            ///< how many needs one or two of those tubes meet; three may meet more
};

/// @return as ChoiceSession::choose() for a question without sense
Result<FirstGuess> firstGuess(std::span<const Paint> paints, std::span<const Need> needs, const Limits& limits,
                              Handling handling, const WorkOptions& work = {});

} // namespace iris
