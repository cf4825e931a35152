#pragma once

#include "notebook/notebook.h"

namespace iris {

/// How much lighter a mix dries, L*.
struct ExpectedDrying {
    double lighter = 0;
    bool ofItsTubes = false; ///< as its own tubes did; else as all did that were read wet and dry

    bool operator==(const ExpectedDrying&) const = default;
};

/// What was seen of drying: cards of one tube read wet and dry (dryingShift()), and squares of a sheet that were. The
/// mean over those that have any of a mix's tubes, or failing that over all. Nothing where nothing was read both ways.
std::optional<ExpectedDrying> expectedDrying(const Notebook& notebook, const std::vector<TubeId>& tubes);

} // namespace iris
