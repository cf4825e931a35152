#include "palette/suretable.h"

#include <algorithm>
#include <set>

namespace iris {
namespace {

/// Calls visit(set) with every set of up to three that holds all of one, of paints counted up to `count`.
template <typename Visit> void forEachAround(const std::vector<std::size_t>& set, std::size_t count, Visit&& visit)
{
    visit(set);
    if (set.size() == 3)
        return;
    for (std::size_t other = 0; other < count; ++other) {
        if (std::ranges::find(set, other) != set.end())
            continue;
        std::vector<std::size_t> more = set;
        more.insert(std::ranges::lower_bound(more, other), other);
        forEachAround(more, count, visit);
    }
}

/// Nobody knows how many rounds it takes: ever nearer to the end.
void tellRound(std::size_t round, const WorkOptions& work)
{
    if (work.progress)
        work.progress(1 - 8.0 / static_cast<double>(8 + round));
}

} // namespace

SureTable::SureTable(CoverageTable table, std::vector<std::size_t> places, SureRecipes& recipes)
    : m_table(std::move(table)),
      m_places(std::move(places)),
      m_recipes(recipes)
{
}

Closeness::Set SureTable::inRecipes(std::span<const std::size_t> places) const
{
    Closeness::Set set{};
    std::ranges::transform(places, set.begin(), [this](std::size_t place) { return m_places[place]; });
    return Closeness::setOf({set.data(), places.size()});
}

/// A table keeps of larger sets only what smaller ones inside them do not meet; so where a set is found not to be sure,
/// all that hold it are looked at again. So is all within a palette that did not hold, that every round takes
/// something out. Stopped, it leaves the table as it was.
void SureTable::takeOut(const std::vector<std::size_t>& palette, const WorkOptions& work)
{
    std::array<std::set<std::vector<std::size_t>>, 3> around; // by size
    forEachSet(palette.size(), 3, [&](std::span<const std::size_t> places) {
        std::vector<std::size_t> set;
        for (const std::size_t place : places)
            set.push_back(palette[place]);
        around[set.size() - 1].insert(set);
    });
    for (; m_takenOut < m_recipes.unsure().size(); ++m_takenOut) {
        const Closeness::Set& unsure = m_recipes.unsure()[m_takenOut];
        std::vector<std::size_t> here;
        for (std::size_t i = 0; i < Closeness::sizeOf(unsure); ++i)
            if (const auto found = std::ranges::lower_bound(m_places, unsure[i]);
                found != m_places.end() && *found == unsure[i])
                here.push_back(static_cast<std::size_t>(found - m_places.begin()));
        if (here.size() == Closeness::sizeOf(unsure))
            forEachAround(here, m_places.size(), [&](const auto& set) { around[set.size() - 1].insert(set); });
    }
    std::vector<Closeness::Set> all;
    for (const auto& ofSize : around)
        for (const auto& set : ofSize)
            all.push_back(inRecipes(set));
    m_recipes.closeness().measure(all, quiet(work));
    if (work.stop.stop_requested())
        return;
    for (const auto& ofSize : around)
        for (const auto& set : ofSize)
            m_table.setMask(set, m_recipes.maybe(inRecipes(set)));
    m_recipes.closeness().forgetIfMany();
}

/// The sets by which the table promises a need, of the recipes' paints: of larger ones only those that hold no smaller.
std::vector<Closeness::Set> SureTable::setsThatPromise(std::size_t need) const
{
    std::vector<Closeness::Set> sets;
    forEachSet(m_places.size(), 3, [&](std::span<const std::size_t> set) {
        const NeedMask promised = set.size() == 1   ? m_table.one(set[0])
                                  : set.size() == 2 ? m_table.two(set[0], set[1]) & ~m_table.inside(set)
                                                    : m_table.extraInOrder(set[0], set[1], set[2]);
        if (promised.has(need))
            sets.push_back(inRecipes(set));
    });
    return sets;
}

/// Tries all by which the table promises a need, until what it promises is sure. What is taken out may lay open what a
/// larger set promises.
void SureTable::settle(std::size_t need, const WorkOptions& work)
{
    while (!work.stop.stop_requested()) {
        const std::vector<Closeness::Set> sets = setsThatPromise(need);
        m_recipes.closeness().measure(sets, quiet(work));
        if (work.stop.stop_requested() || m_recipes.settle(need, sets, work.stop) == 0)
            break;
        takeOut({}, work);
    }
    m_settled.add(need);
}

/// The question as the table stands now, without the needs that nothing meets surely.
void SureTable::prepare(CoveringProblem& problem, const NeedMask& asked, const WorkOptions& work)
{
    takeOut({}, work);
    problem.table = &m_table;
    problem.needs = asked & m_table.everything();
}

/// Whether a set surely loses no more than it promised to.
bool SureTable::holds(const std::vector<std::size_t>& set, int lost, const CoveringProblem& problem,
                      const WorkOptions& work)
{
    if (weightOf(problem.needs & ~coveredBy(set, m_table), problem.weights) > lost)
        return false; // by what others were found not to be sure of
    std::vector<std::size_t> tubes;
    for (const std::size_t paint : set)
        tubes.push_back(m_places[paint]);
    if (!m_recipes.losesMore(tubes, problem.needs, problem.weights, lost, work.stop))
        return true;
    takeOut(set, work);
    return false;
}

CoveringSummary SureTable::solve(CoveringProblem problem, const Order& order, std::size_t most, const WorkOptions& work)
{
    constexpr std::size_t fewSets = 2000; // enough to learn from, and found much sooner than all
    const NeedMask asked = problem.needs;
    std::vector<SizeRuledOut> smaller;
    problem.mostSets = fewSets;
    for (std::size_t round = 1;; ++round) {
        const NeedMask before = problem.needs;
        prepare(problem, asked, work);
        if (problem.needs != before) { // of fewer needs, fewer tubes may do
            problem.fewestTubes = 0;
            smaller.clear();
        }
        CoveringSummary summary = solveCovering(problem, quiet(work));
        smaller.insert(smaller.end(), summary.smaller.begin(), summary.smaller.end());
        if (summary.answer.lost > 0)
            smaller = summary.smaller;
        problem.fewestTubes = summary.answer.lost > 0 ? 0 : summary.answer.size;
        order(summary.answer.sets);
        std::vector<std::vector<std::size_t>> held = thoseThatHold(summary.answer, most, problem, work);
        summary.stopped = work.stop.stop_requested();
        const bool isAll = !summary.answer.capped || problem.mostSets == mostSetsKept;
        if (!held.empty())
            problem.mostSets = mostSetsKept; // the closest are wanted, not the first
        else if (const auto hardest = m_recipes.hardest(problem.needs & ~m_settled))
            settle(*hardest, work); // or the same need would be promised by one set after the other
        if ((!held.empty() && isAll) || summary.answer.sets.empty() || summary.stopped) {
            summary.answer.capped = summary.answer.capped || held.size() == most;
            std::ranges::sort(held);
            summary.answer.sets = std::move(held);
            summary.smaller = std::move(smaller);
            return summary;
        }
        tellRound(round, work);
    }
}

/// The first so many sets of an answer that are as good as it says.
std::vector<std::vector<std::size_t>> SureTable::thoseThatHold(const CoveringAnswer& answer, std::size_t most,
                                                               const CoveringProblem& problem, const WorkOptions& work)
{
    std::vector<std::vector<std::size_t>> held;
    for (const auto& set : answer.sets) {
        if (work.stop.stop_requested() || held.size() == most)
            break;
        if (holds(set, answer.lost, problem, work))
            held.push_back(set);
    }
    return held;
}

/// Leaves of each step one set that holds; false where one has none.
bool SureTable::climb(std::vector<StaircaseStep>& steps, const CoveringProblem& problem, const Order& order,
                      const WorkOptions& work)
{
    constexpr std::size_t mostOrdered = 1000;
    std::vector<std::size_t> before;
    for (StaircaseStep& step : steps) {
        std::vector<std::vector<std::size_t>>& sets = step.answer.sets;
        if (sets.size() <= mostOrdered)
            order(sets);
        std::stable_partition(sets.begin(), sets.end(),
                              [&](const auto& set) { return std::ranges::includes(set, before); });
        const auto held = std::ranges::find_if(sets, [&](const auto& set) {
            return !work.stop.stop_requested() && holds(set, step.answer.lost, problem, work);
        });
        if (held == sets.end())
            return false;
        before = *held;
        step.answer.capped = step.answer.capped || sets.size() > 1;
        sets = {before};
    }
    return true;
}

std::vector<StaircaseStep> SureTable::solveStaircase(CoveringProblem problem, const Order& order,
                                                     const WorkOptions& work)
{
    const NeedMask asked = problem.needs;
    for (std::size_t round = 1; !work.stop.stop_requested(); ++round) {
        prepare(problem, asked, work);
        std::vector<StaircaseStep> steps = iris::solveStaircase(problem, quiet(work));
        if (climb(steps, problem, order, work))
            return steps;
        if (const auto hardest = m_recipes.hardest(problem.needs & ~m_settled))
            settle(*hardest, work);
        tellRound(round, work);
    }
    return {};
}

} // namespace iris
