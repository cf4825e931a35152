#pragma once

#include "palette/choose.h"
#include "palette/closeness.h"
#include "palette/coverage.h"
#include "palette/suretable.h"

#include <stop_token>
#include <vector>

namespace iris {

/// The paints that may be chosen, and where they stand in the list that was asked about.
struct Candidates {
    std::vector<Paint> paints;
    std::vector<std::size_t> origin; ///< in rising order

    std::vector<std::size_t> original(std::vector<std::size_t> set) const;
    std::size_t placeOf(std::size_t original) const;
};

/// @param places in rising order
Candidates candidatesOf(std::span<const Paint> paints, std::vector<std::size_t> places);

/// Those of some tubes that are not among others; both in rising order.
std::vector<std::size_t> without(const std::vector<std::size_t>& tubes, const std::vector<std::size_t>& others);

/// Ranks the sets that a search has found by how close they come, and works out the answers of the first few. Sets come
/// in by places among the candidates and go out by those in the list that was asked about. All that it is made of has
/// to outlive it, but for the needs that bare paper meets.
class SetWriter {
public:
    SetWriter(const Candidates& candidates, std::span<const Paint> paints, std::span<const Need> needs,
              const CoverageTable& table, const NeedMask& onPaper, Closeness& closeness);

    /// From now on only sure recipes count.
    void countSurely(SureRecipes& sure, std::stop_token stop);

    /// What is held against a set first, then how close it comes.
    SureTable::Order orderBy(const Limits& limits, const WorkOptions& work);

    /// In that order the first limits.mostSets.
    std::vector<PaletteSet> written(const std::vector<std::vector<std::size_t>>& sets, const Limits& limits,
                                    const WorkOptions& work);
    PaletteSet written(const std::vector<std::size_t>& set);

    /// Of the sets of one step of a staircase the closest that keeps every tube of the step before, or the closest at
    /// all; any of them when it is stopped.
    /// @param sets at least one
    std::vector<std::size_t> bestOfStep(const std::vector<std::vector<std::size_t>>& sets,
                                        const std::vector<std::size_t>& before, const WorkOptions& work);

private:
    /// The closest recipe for each need, and which needs count as met.
    struct Reach {
        std::vector<Closest> closest;
        NeedMask met;
    };

    /// A set's place in a list, by what is held against it and by how close it comes.
    struct Ranked {
        double against;
        double apart;
        std::size_t index;

        auto operator<=>(const Ranked&) const = default;
    };

    Reach reachOf(const std::vector<std::size_t>& set);
    Match inOneGo(std::size_t need, const Match& mix) const;
    NeedAnswer answerTo(std::size_t need, const Closest& closest, bool met,
                        const std::vector<std::size_t>& tubes) const;
    std::vector<std::size_t> inSession(const std::vector<std::size_t>& set) const { return m_candidates.original(set); }
    void measure(const std::vector<std::vector<std::size_t>>& sets, const WorkOptions& work);
    double meanApart(const std::vector<std::size_t>& set);
    double heldAgainst(const std::vector<std::size_t>& set, const Limits& limits);
    std::vector<Ranked> ranked(const std::vector<std::vector<std::size_t>>& sets, const Limits& limits,
                               const WorkOptions& work);
    Match closestAtAnyDistance(std::size_t need, const std::vector<std::size_t>& tubes, Handling handling) const;
    TubeReason reasonFor(std::size_t tube, std::vector<std::size_t> set, const NeedMask& met);

    const Candidates& m_candidates;
    std::span<const Paint> m_paints;
    std::span<const Need> m_needs;
    const CoverageTable& m_table;
    NeedMask m_onPaper; ///< met by bare paper: no tube is there for them
    Closeness& m_closeness;
    SureRecipes* m_sure = nullptr;
    std::stop_token m_stop;
};

} // namespace iris
