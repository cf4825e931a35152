#pragma once

#include "mixing/pairchart.h"
#include "notebook/studio.h"

#include <unordered_map>

namespace iris {

/// One square of a chart.
struct ChartCell {
    Recipe recipe;               ///< as it was painted, where it was painted in nearly the amounts asked for
    Lab colour;                  ///< as it is expected
    std::optional<Lab> painted;  ///< as it came out
    MixId record;                ///< of what was painted; 0 for none
    std::array<Lab, 4> washes{}; ///< let out with water, from its own wash to a fifth of it
};

/// The squares of a chart, each worked out when it is first looked at: a chart of a thousand tubes by a thousand is as
/// quick as what is on screen of it.
class ChartCells {
public:
    ChartCells() = default;
    /// @param beforeLearning expects what was expected before the painted mixes taught anything; the amounts are those
    /// of the tubes as they are known today in either case
    ChartCells(StudioPtr studio, ChartPlan plan, bool beforeLearning);

    const StudioPtr& studio() const { return m_studio; }
    const ChartPlan& plan() const { return m_plan; }
    std::size_t count() const { return m_studio ? m_plan.cellCount() : 0; }
    const ChartCell& at(std::size_t cell) const;
    /// How many painted mixes lie in it: in a chart of all by all a pair stands twice.
    std::size_t paintedCount() const;
    /// All of its recipes, row by row.
    std::vector<Recipe> recipes() const;

private:
    ChartCell worked(std::size_t cell) const;
    std::vector<std::size_t> mayBePainted() const;

    StudioPtr m_studio;
    ChartPlan m_plan;
    bool m_beforeLearning = false;
    mutable std::unordered_map<std::size_t, ChartCell> m_cells;
};

} // namespace iris
