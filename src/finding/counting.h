#pragma once

#include "finding/finetune.h"

namespace iris {

/// A recipe that can be counted out with a brush, and what it gives.
struct CountedMix {
    Recipe recipe; ///< its wash is the best for these parts
    Laid laid;
    double apart = 0; ///< apartFrom() what is wanted
};

/// The recipe in parts and touches that comes nearest to what is wanted, among those near the shares that were tuned:
/// for two and three tubes the countable ratios nearest by logarithm (ratios.h), for four whole parts up to mostParts
/// in all, and touches of one or two tubes in up to mostPartsBesideTouches of the others. The simplest of those that
/// come within a tenth of the nearest.
/// @param set one to four different places in the paints
CountedMix countedNear(const Finetuner& tuner, const Wanted& wanted, std::span<const std::size_t> set,
                       std::span<const Paint> paints, const Tuned& tuned, Handling handling);

} // namespace iris
