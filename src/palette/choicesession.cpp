#include "palette/choicesession.h"

#include "palette/barepaper.h"
#include "palette/mosthelpful.h"
#include "palette/setwriter.h"

#include <algorithm>
#include <set>

namespace iris {
namespace {

/// Where each of some places stands in a list that holds them all.
std::vector<std::size_t> placesWithin(const std::vector<std::size_t>& places, const std::vector<std::size_t>& list)
{
    std::vector<std::size_t> within;
    for (const std::size_t place : places)
        within.push_back(static_cast<std::size_t>(std::ranges::lower_bound(list, place) - list.begin()));
    return within;
}

Match withOriginalTubes(Match match, const Candidates& candidates)
{
    for (Part& part : match.recipe.parts)
        part.paint = candidates.origin[part.paint];
    return match;
}

/// Progress of one stage as a stretch of the whole.
WorkOptions stage(const WorkOptions& work, double from, double to)
{
    WorkOptions part = work;
    if (work.progress)
        part.progress = [report = work.progress, from, to](double done) { report(from + done * (to - from)); };
    return part;
}

std::vector<Unreachable> findUnreachable(const Candidates& candidates, std::span<const Need> needs,
                                         const CoverageTable& table, const NeedMask& onPaper, Handling handling,
                                         const WorkOptions& work)
{
    const NeedMask reachable = table.everything() | onPaper;
    std::vector<Unreachable> result;
    std::vector<Need> missed;
    for (std::size_t n = 0; n < needs.size(); ++n) {
        if (!reachable.has(n)) {
            result.push_back({n, {}});
            missed.push_back(needs[n]);
        }
    }
    if (missed.empty())
        return result;
    const std::vector<Match> nearest = closestOfAll(candidates.paints, missed, handling, work);
    for (std::size_t i = 0; i < result.size(); ++i)
        result[i].nearest = withOriginalTubes(nearest[i], candidates);
    return result;
}

CoveringProblem problemOf(const Candidates& candidates, std::span<const Need> needs, const Limits& limits,
                          const CoverageTable& table, const NeedMask& onPaper, const std::vector<Slot>& slots)
{
    CoveringProblem problem;
    problem.table = &table;
    for (std::size_t n = 0; n < needs.size(); ++n) {
        problem.needs.add(n);
        problem.weights.push_back(needs[n].importance);
    }
    problem.needs &= table.everything() & ~onPaper;
    for (const std::size_t tube : limits.must)
        problem.must.push_back(candidates.placeOf(tube));
    problem.slots = slots.size();
    if (limits.school == School::SplitPlus)
        problem.freePlaces = limits.mostTubes - slots.size();
    problem.slotMasks = slotMasks(candidates.paints, slots);
    problem.mostTubes = limits.mostTubes;
    return problem;
}

Result<void> checkQuestion(std::span<const Paint> paints, std::span<const Need> needs, const Limits& limits)
{
    if (needs.empty())
        return failure(ErrorCode::BadNeed, "there are no needs yet; add a colour the picture wants");
    if (needs.size() > mostNeeds)
        return failure(ErrorCode::BadNeed, "at most " + std::to_string(mostNeeds) + " needs can be met at once");
    for (const Need& need : needs)
        if (!(need.tolerance > 0) || need.importance < 1)
            return failure(ErrorCode::BadNeed, "\"" + need.name + "\" has no tolerance or no importance");
    return limits.validate(paints);
}

} // namespace

ChoiceSession::ChoiceSession(std::vector<Paint> paints, std::vector<Need> needs, Handling handling, SureTest test)
    : m_paints(std::move(paints)),
      m_needs(std::move(needs)),
      m_handling(handling),
      m_onPaper(metByPaper(m_needs, m_handling)),
      m_test(std::move(test))
{
}

ChoiceSession::~ChoiceSession() = default;

std::optional<std::uint64_t> ChoiceSession::coverAll(const std::vector<std::size_t>& places, const WorkOptions& work)
{
    if (std::ranges::includes(m_covered.places, places))
        return 0;
    std::vector<Paint> paints;
    for (const std::size_t place : places)
        paints.push_back(m_paints[place]);
    CoverageSummary coverage = cover(paints, m_needs, grids(), m_handling, work);
    if (coverage.stopped)
        return std::nullopt;
    m_covered = {places, std::move(coverage.table), coverage.recipesInAll};
    return coverage.recipesMixed;
}

std::vector<std::size_t> ChoiceSession::chosenFrom(const Limits& limits, const WorkOptions& work) const
{
    std::vector<std::size_t> allowed;
    for (std::size_t i = 0; i < m_paints.size(); ++i)
        if (std::ranges::find(limits.never, i) == limits.never.end())
            allowed.push_back(i);
    return mostHelpful(m_paints, m_needs, limits, allowed, m_handling, work);
}

std::size_t ChoiceSession::passedOver(const Candidates& candidates, const Limits& limits) const
{
    const std::set<std::size_t> never(limits.never.begin(), limits.never.end());
    return m_paints.size() - never.size() - candidates.origin.size();
}

const std::vector<NeedGrid>& ChoiceSession::grids()
{
    if (m_grids.empty())
        m_grids = gridsOf(m_needs);
    return m_grids;
}

/// What some of the covered places cover; nothing where that is all of them, of which there need be no second table.
CoverageTable ChoiceSession::tableOfSome(const std::vector<std::size_t>& places) const
{
    return places == m_covered.places ? CoverageTable(0)
                                      : m_covered.table.within(placesWithin(places, m_covered.places));
}

/// What sets were measured for one question is there for the next, as long as that does not take much memory.
Closeness& ChoiceSession::closeness()
{
    if (!m_closeness)
        m_closeness = std::make_unique<Closeness>(m_paints, m_needs, grids(), m_handling);
    m_closeness->forgetIfMany();
    return *m_closeness;
}

SureRecipes& ChoiceSession::sureRecipes()
{
    if (!m_sure)
        m_sure = std::make_unique<SureRecipes>(m_paints, m_needs, closeness(), m_test);
    return *m_sure;
}

Result<void> ChoiceSession::check(const Limits& limits) const
{
    if (limits.surely && !m_test)
        return failure(ErrorCode::BadOption, "nothing tells which recipes are sure");
    return checkQuestion(m_paints, m_needs, limits);
}

Result<Staircase> ChoiceSession::staircase(const Limits& limits, const WorkOptions& work)
{
    if (limits.school != School::Free)
        return failure(ErrorCode::BadOption, "a staircase is of a free choice; a school has its own number of tubes");
    if (auto fine = check(limits); !fine)
        return tl::unexpected(fine.error());
    const std::scoped_lock lock(m_oneAtATime);
    const Candidates candidates = candidatesOf(m_paints, chosenFrom(limits, work));
    Staircase stairs;
    stairs.end = ChoiceEnd::Stopped;
    if (!coverAll(candidates.origin, stage(work, 0, 0.7)))
        return stairs;
    stairs.passedOver = passedOver(candidates, limits);
    const CoverageTable some = tableOfSome(candidates.origin);
    const CoverageTable& table = candidates.origin == m_covered.places ? m_covered.table : some;
    const CoveringProblem problem = problemOf(candidates, m_needs, limits, table, m_onPaper, {});
    SetWriter writer(candidates, m_paints, m_needs, table, m_onPaper, closeness());
    std::optional<SureTable> sure;
    if (limits.surely)
        sure.emplace(table, candidates.origin, sureRecipes());
    const std::vector<StaircaseStep> steps =
        sure ? sure->solveStaircase(problem, writer.orderBy(limits, work), stage(work, 0.7, 0.9))
             : solveStaircase(problem, stage(work, 0.7, 0.9));
    if (sure)
        writer.countSurely(sureRecipes(), work.stop);
    stairs.unreachable =
        findUnreachable(candidates, m_needs, sure ? sure->table() : table, m_onPaper, m_handling, stage(work, 0.9, 1));
    std::vector<std::size_t> before;
    for (const StaircaseStep& step : steps) {
        const std::vector<std::size_t> best = writer.bestOfStep(step.answer.sets, before, work);
        if (work.stop.stop_requested())
            return stairs;
        if (best.size() == before.size() && !stairs.steps.empty())
            break; // a further tube would add nothing
        StairStep written{writer.written(best), {}, {}, step.answer.sets.size(), step.answer.capped, step.answer.lost};
        if (!stairs.steps.empty()) {
            written.added = without(written.set.tubes, stairs.steps.back().set.tubes);
            written.left = without(stairs.steps.back().set.tubes, written.set.tubes);
        } else {
            written.added = written.set.tubes;
        }
        stairs.steps.push_back(std::move(written));
        before = best;
    }
    stairs.end = work.stop.stop_requested() ? ChoiceEnd::Stopped : ChoiceEnd::Done;
    return stairs;
}

Result<Choice> ChoiceSession::choose(const Limits& limits, const WorkOptions& work)
{
    if (auto fine = check(limits); !fine)
        return tl::unexpected(fine.error());
    const std::scoped_lock lock(m_oneAtATime);
    const Candidates candidates = candidatesOf(m_paints, chosenFrom(limits, work));
    const auto mixed = coverAll(candidates.origin, stage(work, 0, 0.7));
    Choice choice;
    choice.end = ChoiceEnd::Stopped;
    if (!mixed)
        return choice;
    choice.passedOver = passedOver(candidates, limits);
    choice.recipesMixed = *mixed;
    choice.recipesInAll = m_covered.recipesInAll;
    const CoverageTable some = tableOfSome(candidates.origin);
    const CoverageTable& table = candidates.origin == m_covered.places ? m_covered.table : some;
    const CoveringProblem problem =
        problemOf(candidates, m_needs, limits, table, m_onPaper, slotsOf(limits.school, limits.red, limits.places));
    SetWriter writer(candidates, m_paints, m_needs, table, m_onPaper, closeness());
    std::optional<SureTable> sure;
    if (limits.surely)
        sure.emplace(table, candidates.origin, sureRecipes());
    const CoveringSummary covering =
        sure ? sure->solve(problem, writer.orderBy(limits, work), limits.mostSets, stage(work, 0.7, 0.8))
             : solveCovering(problem, work);
    if (sure)
        writer.countSurely(sureRecipes(), work.stop);
    choice.unreachable = findUnreachable(candidates, m_needs, sure ? sure->table() : table, m_onPaper, m_handling,
                                         stage(work, 0.8, 0.85));
    if (work.stop.stop_requested())
        return choice;
    choice.ruledOut = covering.smaller;
    choice.setsOfThisSize = covering.answer.sets.size();
    for (const auto& set : covering.answer.sets)
        choice.equals.push_back(candidates.original(set));
    choice.moreSets = covering.answer.capped;
    choice.sets = writer.written(covering.answer.sets, limits, stage(work, 0.85, 1));
    if (choice.sets.empty() && !work.stop.stop_requested())
        return failure(ErrorCode::BadOption, "the must tubes and the school leave no palette");
    if (std::erase_if(choice.sets, [](const PaletteSet& set) { return set.tubes.empty(); }) > 0)
        choice.setsOfThisSize = 0; // nothing is reached, and no tubes are no palette
    choice.paperIsEnough = m_onPaper.count() == m_needs.size();
    choice.end = work.stop.stop_requested() ? ChoiceEnd::Stopped : ChoiceEnd::Done;
    return choice;
}

} // namespace iris
