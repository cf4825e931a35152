#pragma once

#include "finding/candidates.h"
#include "notebook/notebook.h"

namespace iris {

/// What a ml of full wash of a recipe costs, in whatever money the painter counts in, less the water in it; nothing
/// when the price or size of one of its tubes is not known.
/// @param recipe of the notebook's tubes, by their places
std::optional<double> priceOf(const Recipe& recipe, const Notebook& notebook);

/// The cheapest first; those whose price is not known come last, in the order they were in.
void sortByPrice(std::vector<Candidate>& candidates, const Notebook& notebook);

} // namespace iris
