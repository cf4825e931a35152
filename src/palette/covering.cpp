#include "palette/covering.h"

#include "palette/coversearch.h"

#include <algorithm>
#include <cassert>

namespace iris {
namespace {

using coversearch::CoverSearch;
using coversearch::Threes;
using coversearch::Tubes;

/// The sizes from one to another are searched for a set that loses no more than `lost`, and less cannot be lost; the
/// first found is the answer.
template <std::size_t Words>
void trySmaller(const CoveringProblem& problem, const Threes<Words>& threes, const WorkOptions& work, std::size_t from,
                std::size_t to, int lost, CoveringSummary& summary)
{
    for (std::size_t size = from; size <= to && !work.stop.stop_requested(); ++size) {
        CoverSearch<Words> search(problem, threes, work);
        CoveringAnswer answer = search.bestOfKnown(size - problem.must.size(), lost);
        if (!answer.sets.empty()) {
            summary.answer = std::move(answer);
            summary.looked = search.looked();
            return;
        }
        summary.smaller.push_back({size, search.looked()});
    }
}

template <std::size_t Words>
CoveringSummary solveFree(const CoveringProblem& problem, const Threes<Words>& threes, const WorkOptions& work)
{
    const std::size_t smallest = std::max<std::size_t>(problem.must.size(), problem.needs.isEmpty() ? 0 : 1);
    const std::size_t most = std::clamp(problem.mostTubes, smallest, std::max(smallest, problem.table->paints()));
    const std::size_t least = std::clamp(problem.fewestTubes, smallest, most);
    const int unreachable = weightOf(problem.needs & ~problem.table->everything(), problem.weights);
    CoveringSummary summary;
    trySmaller(problem, threes, work, least, most, unreachable, summary);
    if (summary.answer.sets.empty() && !work.stop.stop_requested()) {
        // The limit on tubes leaves needs uncovered: first how few at the limit, then whether fewer tubes do as well.
        CoverSearch<Words> search(problem, threes, work);
        CoveringAnswer atLimit = search.best(most - problem.must.size(), weightOf(problem.needs, problem.weights));
        summary.smaller.clear();
        if (most > least)
            trySmaller(problem, threes, work, least, most - 1, atLimit.lost, summary);
        if (summary.answer.sets.empty()) {
            summary.answer = std::move(atLimit);
            summary.looked = search.looked();
        }
    }
    summary.stopped = work.stop.stop_requested();
    return summary;
}

/// The same school with so many of its free places as places that any tube may fill.
CoveringProblem withFreePlaces(CoveringProblem problem, std::size_t count)
{
    for (std::size_t i = 0; i < count; ++i, ++problem.slots)
        for (std::uint32_t& mask : problem.slotMasks)
            mask |= 1U << problem.slots;
    return problem;
}

template <std::size_t Words>
CoveringSummary solveSchool(const CoveringProblem& problem, const Threes<Words>& threes, const WorkOptions& work)
{
    const int unreachable = weightOf(problem.needs & ~problem.table->everything(), problem.weights);
    CoveringSummary summary;
    std::vector<SizeRuledOut> searched;
    for (std::size_t beside = 0; beside <= problem.freePlaces; ++beside) {
        const CoveringProblem wider = withFreePlaces(problem, beside);
        CoverSearch<Words> search(wider, threes, work);
        // A tube more has to gain something.
        const int mostLost = beside == 0 ? weightOf(problem.needs, problem.weights) : summary.answer.lost - 1;
        CoveringAnswer answer = search.best(search.openPlaces(), mostLost);
        const std::size_t size = answer.size;
        if (beside == 0 || !answer.sets.empty()) {
            summary.answer = std::move(answer);
            summary.looked = search.looked();
            summary.smaller = searched;
        }
        searched.push_back({size, search.looked()});
        if (summary.answer.lost == unreachable || summary.answer.sets.empty() || work.stop.stop_requested())
            break;
    }
    summary.stopped = work.stop.stop_requested();
    return summary;
}

template <std::size_t Words> CoveringSummary solve(const CoveringProblem& problem, const WorkOptions& work)
{
    const Threes<Words> threes(*problem.table);
    return problem.slots > 0 ? solveSchool(problem, threes, work) : solveFree(problem, threes, work);
}

template <std::size_t Words> std::vector<StaircaseStep> stepsOf(const CoveringProblem& problem, const WorkOptions& work)
{
    const Threes<Words> threes(*problem.table);
    const std::size_t least = std::max<std::size_t>(problem.must.size(), 1);
    const std::size_t most = std::min(problem.mostTubes, problem.table->paints());
    const int unreachable = weightOf(problem.needs & ~problem.table->everything(), problem.weights);
    std::vector<StaircaseStep> steps;
    int lost = weightOf(problem.needs, problem.weights);
    for (std::size_t size = least; size <= most; ++size) {
        CoverSearch<Words> search(problem, threes, work);
        StaircaseStep step{search.best(size - problem.must.size(), lost), 0};
        if (work.stop.stop_requested())
            break;
        step.looked = search.looked();
        lost = step.answer.lost;
        steps.push_back(std::move(step));
        if (work.progress)
            work.progress(static_cast<double>(size) / static_cast<double>(most));
        if (lost == unreachable)
            break;
    }
    return steps;
}

/// The narrowest masks that hold the needs.
template <typename Solve> auto withWords(const CoveringProblem& problem, Solve&& solve)
{
    constexpr std::size_t all = mostNeeds / NeedMask::wordBits;
    if (NeedMask(NeedBits<1>(problem.needs)) == problem.needs)
        return solve(std::integral_constant<std::size_t, 1>{});
    return solve(std::integral_constant<std::size_t, all>{});
}

} // namespace

NeedMask coveredBy(const Tubes& set, const CoverageTable& table)
{
    NeedMask covered;
    for (std::size_t i = 0; i < set.size(); ++i) {
        covered |= table.one(set[i]);
        for (std::size_t j = i + 1; j < set.size(); ++j) {
            covered |= table.two(set[i], set[j]);
            for (std::size_t k = j + 1; k < set.size(); ++k)
                covered |= table.extra(set[i], set[j], set[k]);
        }
    }
    return covered;
}

CoveringSummary solveCovering(const CoveringProblem& problem, const WorkOptions& work)
{
    assert(problem.table != nullptr);
    return withWords(problem, [&](auto words) { return solve<words()>(problem, work); });
}

std::vector<StaircaseStep> solveStaircase(const CoveringProblem& problem, const WorkOptions& work)
{
    assert(problem.table != nullptr && problem.slots == 0);
    return withWords(problem, [&](auto words) { return stepsOf<words()>(problem, work); });
}

} // namespace iris
