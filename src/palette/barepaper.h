#pragma once

#include "mixing/matching.h"
#include "palette/need.h"

namespace iris {

/// Bare paper as the answer to a need: a recipe of no tubes.
Match paperFor(const Need& need, const Handling& handling);

/// The needs that bare paper meets within their tolerance: near-whites, for which nobody mixes white.
NeedMask metByPaper(std::span<const Need> needs, const Handling& handling);

/// Whether the paper is left where a mix could be laid: it meets the need, and the mix comes no nearer by more than is
/// seen at a glance (2 deltaE00, our judgement).
bool leavesPaper(const Match& paper, const Match& mix, const Need& need);

} // namespace iris
