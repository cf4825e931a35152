#pragma once

#include "palette/covering.h"
#include "palette/surerecipes.h"

namespace iris {

/// What sets of up to three paints may meet surely, for a covering problem: everything they meet, until it is found not
/// to be sure.
class SureTable {
public:
    /// @param table what the paints at some places meet, sure or not
    /// @param places of the table's paints among those of the recipes, in rising order
    SureTable(CoverageTable table, std::vector<std::size_t> places, SureRecipes& recipes);

    const CoverageTable& table() const { return m_table; }

    /// Puts sets in the order they are to be tried in.
    using Order = std::function<void(std::vector<std::vector<std::size_t>>&)>;

    /// As solveCovering(), of what is met surely. The table promises too much at first, so an answer is held against
    /// the recipes; what is not sure is taken out, and it is solved again, until answers hold. Smaller sizes are then
    /// ruled out as well: not even what the table still promises is enough for them.
    /// @param problem about any table
    /// @param most how many sets are wanted; where there may be more the answer is capped
    CoveringSummary solve(CoveringProblem problem, const Order& order, std::size_t most, const WorkOptions& work);

    /// As solveStaircase(), of what is met surely: one set a step, with the tubes of the step before where that does.
    std::vector<StaircaseStep> solveStaircase(CoveringProblem problem, const Order& order, const WorkOptions& work);

private:
    void takeOut(const std::vector<std::size_t>& palette, const WorkOptions& work);
    void settle(std::size_t need, const WorkOptions& work);
    std::vector<Closeness::Set> setsThatPromise(std::size_t need) const;
    Closeness::Set inRecipes(std::span<const std::size_t> places) const;
    void prepare(CoveringProblem& problem, const NeedMask& asked, const WorkOptions& work);
    std::vector<std::vector<std::size_t>> thoseThatHold(const CoveringAnswer& answer, std::size_t most,
                                                        const CoveringProblem& problem, const WorkOptions& work);
    bool holds(const std::vector<std::size_t>& set, int lost, const CoveringProblem& problem, const WorkOptions& work);
    bool climb(std::vector<StaircaseStep>& steps, const CoveringProblem& problem, const Order& order,
               const WorkOptions& work);

    CoverageTable m_table;
    std::vector<std::size_t> m_places;
    SureRecipes& m_recipes;
    std::size_t m_takenOut = 0; ///< how many of the unsure sets
    NeedMask m_settled;         ///< the needs of which the table promises nothing that was not tried
};

} // namespace iris
