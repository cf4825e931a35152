#pragma once

#include "palette/coverage.h"

#include <cstdint>
#include <vector>

namespace iris {

/// How many sets of the best size are kept.
inline constexpr std::size_t mostSetsKept = 20000;

/// What a set of tubes must be like, without any colour in it: the pure covering problem.
struct CoveringProblem {
    const CoverageTable* table = nullptr;
    NeedMask needs;                       ///< the needs that count
    std::vector<int> weights;             ///< importance of each need, by its bit
    std::vector<std::size_t> must;        ///< tubes in every set
    std::size_t slots = 0;                ///< places of a school, with the free ones at most 32; 0 for a free choice
    std::size_t freePlaces = 0;           ///< beside them, for any tubes; as few of these as will do
    std::vector<std::uint32_t> slotMasks; ///< for each tube the places it may fill; unused when slots is 0
    std::size_t mostTubes = 12;           ///< of a free choice; a school has its own number
    std::size_t fewestTubes = 0;         ///< of a free choice: smaller sizes are known not to cover all and passed over
    std::size_t mostSets = mostSetsKept; ///< how many sets are wanted
};

/// Sets of one size that all lose as little as can be lost.
struct CoveringAnswer {
    std::vector<std::vector<std::size_t>> sets; ///< each in rising order, the list in rising order, without repeats
    int lost = 0;                               ///< importance of the needs they leave uncovered
    std::size_t size = 0;
    bool capped = false; ///< there are more sets than were wanted
};

/// A size that was searched to the end and found wanting.
struct SizeRuledOut {
    std::size_t size = 0;
    std::uint64_t looked = 0; ///< states the search went through

    bool operator==(const SizeRuledOut&) const = default;
};

struct CoveringSummary {
    CoveringAnswer answer;
    std::vector<SizeRuledOut> smaller; ///< every smaller size: all its sets lose more than the answer
    std::uint64_t looked = 0;          ///< states of the search that found the answer
    bool stopped = false;              ///< the stop token ended it; the answer proves nothing
};

/// The smallest sets, exactly. A free choice is tried with one tube, then two, and so on, each size searched to the
/// end, until every need that can be met is met. When mostTubes is not enough for that, the answer is the smallest size
/// that loses as little as mostTubes tubes must. A school has one size: its places, and the must tubes that fit none of
/// them.
///
/// The search holds, beside the chosen tubes, what each further tube and each further pair would add. With one or two
/// tubes left it scans them all; before that it takes the uncovered need with the fewest tubes that could still help,
/// tries each of them in the set and from then on out of it, and last gives that need up. Every set is met once.
CoveringSummary solveCovering(const CoveringProblem& problem, const WorkOptions& work = {});

/// One step of a staircase: the least that sets of one size must lose, and those that lose no more.
struct StaircaseStep {
    CoveringAnswer answer; ///< of just this size
    std::uint64_t looked = 0;
};

/// What each tube more buys, exactly: the best sets of the must tubes and one other, two others ... up to the problem's
/// mostTubes. Ends with the first size at which nothing more is to be gained. Of a free choice alone.
/// @return fewer steps when it was stopped
std::vector<StaircaseStep> solveStaircase(const CoveringProblem& problem, const WorkOptions& work = {});

/// The needs a set of tubes covers.
NeedMask coveredBy(const std::vector<std::size_t>& set, const CoverageTable& table);

} // namespace iris
