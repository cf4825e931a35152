#pragma once

#include "sheet/cardlayout.h"
#include "sheet/lightfield.h"

namespace iris {

/// Proposes where the patches of a card stand: the largest patches of paint on the paper, the one that a black line
/// sticks out of as full strength, its neighbour as thin, the one after as lifted. Works at any rotation and with some
/// tilt. What is not found is left open for the painter to mark.
CardRegions findCard(const Overview& overview, const BarePaper& paper);

} // namespace iris
