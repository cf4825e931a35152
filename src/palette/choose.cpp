#include "palette/choicesession.h"

#include "palette/closeness.h"
#include "palette/coverage.h"

#include <algorithm>
#include <cmath>
#include <iterator>
#include <tuple>

namespace iris {
namespace {

bool contains(const std::vector<std::size_t>& list, std::size_t value)
{
    return std::ranges::find(list, value) != list.end();
}

/// The paints that may be chosen, and where they stood in the list that was given.
struct Candidates {
    std::vector<Paint> paints;
    std::vector<std::size_t> origin;

    std::vector<std::size_t> original(std::vector<std::size_t> set) const
    {
        for (std::size_t& place : set)
            place = origin[place];
        return set;
    }

    std::size_t placeOf(std::size_t original) const
    {
        return static_cast<std::size_t>(std::ranges::find(origin, original) - origin.begin());
    }
};

Candidates candidatesOf(std::span<const Paint> paints, const Limits& limits)
{
    Candidates candidates;
    for (std::size_t i = 0; i < paints.size(); ++i) {
        if (contains(limits.never, i))
            continue;
        candidates.paints.push_back(paints[i]);
        candidates.origin.push_back(i);
    }
    return candidates;
}

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
                                         const CoverageTable& table, const WorkOptions& work)
{
    const NeedMask reachable = table.everything();
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
    const std::vector<Match> nearest = closestOfAll(candidates.paints, missed, work);
    for (std::size_t i = 0; i < result.size(); ++i)
        result[i].nearest = withOriginalTubes(nearest[i], candidates);
    return result;
}

CoveringProblem problemOf(const Candidates& candidates, std::span<const Need> needs, const Limits& limits,
                          const CoverageTable& table, const std::vector<Slot>& slots)
{
    CoveringProblem problem;
    problem.table = &table;
    for (std::size_t n = 0; n < needs.size(); ++n) {
        problem.needs.add(n);
        problem.weights.push_back(needs[n].importance);
    }
    problem.needs &= table.everything();
    for (const std::size_t tube : limits.must)
        problem.must.push_back(candidates.placeOf(tube));
    problem.slots = slots.size();
    if (limits.school == School::SplitPlus)
        problem.freePlaces = limits.mostTubes - slots.size();
    problem.slotMasks = slotMasks(candidates.paints, slots);
    problem.mostTubes = limits.mostTubes;
    return problem;
}

/// Ranks the sets by how close they come and works out the answers of the first few. Sets come in by places among the
/// candidates and go out by those in the session's list.
class SetWriter {
public:
    SetWriter(const Candidates& candidates, std::span<const Paint> paints, std::span<const Need> needs,
              const CoverageTable& table, Closeness& closeness)
        : m_candidates(candidates),
          m_paints(paints),
          m_needs(needs),
          m_table(table),
          m_closeness(closeness)
    {
    }

    /// From now on only sure recipes count.
    void countSurely(SureRecipes& sure, std::stop_token stop)
    {
        m_sure = &sure;
        m_stop = std::move(stop);
    }

    /// What meanApart() and the others will ask for, all at once.
    void measure(const std::vector<std::vector<std::size_t>>& sets, const WorkOptions& work)
    {
        std::vector<std::vector<std::size_t>> palettes;
        for (const auto& set : sets)
            palettes.push_back(inSession(set));
        m_closeness.measure(palettes, work);
    }

    double meanApart(const std::vector<std::size_t>& set)
    {
        const Reach reach = reachOf(set);
        double sum = 0;
        reach.met.forEach([&](std::size_t need) { sum += reach.closest[need].apart; });
        return reach.met.isEmpty() ? 0 : sum / static_cast<double>(reach.met.count());
    }

    /// What the limits hold against a set.
    double heldAgainst(const std::vector<std::size_t>& set, const Limits& limits)
    {
        double sum = 0;
        if (!limits.heldAgainst.empty())
            for (const std::size_t tube : inSession(set))
                sum += limits.heldAgainst[tube];
        if (limits.againstThrees > 0) {
            const Reach reach = reachOf(set);
            reach.met.forEach([&](std::size_t need) {
                sum += m_closeness.recipeOf(reach.closest[need]).parts.size() > 2 ? limits.againstThrees : 0;
            });
        }
        return sum;
    }

    PaletteSet written(const std::vector<std::size_t>& set)
    {
        PaletteSet result;
        result.tubes = inSession(set);
        const auto [closest, met] = reachOf(set);
        double sum = 0;
        for (std::size_t n = 0; n < m_needs.size(); ++n) {
            result.answers.push_back(
                met.has(n) ? NeedAnswer{true, matchFor(m_needs[n], m_closeness.recipeOf(closest[n]), m_paints)}
                           : NeedAnswer{false, closestAtAnyDistance(n, result.tubes)});
            sum += met.has(n) ? result.answers.back().match.apart : 0;
        }
        result.meanApart = met.isEmpty() ? 0 : sum / static_cast<double>(met.count());
        for (const std::size_t tube : set)
            result.reasons.push_back(reasonFor(tube, set, met));
        return result;
    }

private:
    /// The closest recipe for each need, and which needs count as met.
    struct Reach {
        std::vector<Closest> closest;
        NeedMask met;
    };

    Reach reachOf(const std::vector<std::size_t>& set)
    {
        if (!m_sure)
            return {m_closeness.within(inSession(set)), coveredBy(set, m_table)};
        Reach reach{m_sure->within(inSession(set), m_stop), {}};
        for (std::size_t need = 0; need < reach.closest.size(); ++need)
            if (reach.closest[need].at.tubes > 0)
                reach.met.add(need);
        return reach;
    }

    std::vector<std::size_t> inSession(const std::vector<std::size_t>& set) const { return m_candidates.original(set); }

    Match closestAtAnyDistance(std::size_t need, const std::vector<std::size_t>& tubes) const
    {
        std::vector<Paint> paints;
        for (const std::size_t tube : tubes)
            paints.push_back(m_paints[tube]);
        Match match = closestOfAll(paints, m_needs.subspan(need, 1), {}).front();
        for (Part& part : match.recipe.parts)
            part.paint = tubes[part.paint];
        return match;
    }

    TubeReason reasonFor(std::size_t tube, std::vector<std::size_t> set, const NeedMask& met)
    {
        TubeReason reason{m_candidates.origin[tube], {}};
        std::erase(set, tube);
        const NeedMask lost = met & ~(m_sure ? reachOf(set).met : coveredBy(set, m_table));
        lost.forEach([&](std::size_t need) { reason.lostWithout.push_back(need); });
        return reason;
    }

    const Candidates& m_candidates;
    std::span<const Paint> m_paints;
    std::span<const Need> m_needs;
    const CoverageTable& m_table;
    Closeness& m_closeness;
    SureRecipes* m_sure = nullptr;
    std::stop_token m_stop;
};

/// Each set's place in a list, in the order of what is held against it and of how close it comes.
std::vector<std::tuple<double, double, std::size_t>> ranked(const std::vector<std::vector<std::size_t>>& sets,
                                                            const Limits& limits, SetWriter& writer,
                                                            const WorkOptions& work)
{
    std::vector<std::tuple<double, double, std::size_t>> order;
    writer.measure(sets, work);
    for (std::size_t i = 0; i < sets.size() && !work.stop.stop_requested(); ++i)
        order.emplace_back(writer.heldAgainst(sets[i], limits), writer.meanApart(sets[i]), i);
    std::ranges::sort(order);
    return order;
}

SureTable::Order orderBy(const Limits& limits, SetWriter& writer, const WorkOptions& work)
{
    return [&](std::vector<std::vector<std::size_t>>& sets) {
        std::vector<std::vector<std::size_t>> inOrder;
        for (const auto& [against, mean, index] : ranked(sets, limits, writer, quiet(work)))
            inOrder.push_back(sets[index]);
        sets = std::move(inOrder);
    };
}

void writeSets(const std::vector<std::vector<std::size_t>>& sets, const Limits& limits, SetWriter& writer,
               const WorkOptions& work, Choice& choice)
{
    std::vector<std::tuple<double, double, std::size_t>> order = ranked(sets, limits, writer, work);
    order.resize(std::min(order.size(), limits.mostSets));
    for (const auto& [against, mean, index] : order)
        if (!work.stop.stop_requested()) {
            choice.sets.push_back(writer.written(sets[index]));
            choice.sets.back().heldAgainst = against;
        }
    // Means of the first sort are single precision; the order shown is that of the figures shown.
    std::ranges::stable_sort(choice.sets, {},
                             [](const PaletteSet& set) { return std::pair(set.heldAgainst, set.meanApart); });
}

std::vector<std::size_t> without(const std::vector<std::size_t>& tubes, const std::vector<std::size_t>& others)
{
    std::vector<std::size_t> rest;
    std::ranges::set_difference(tubes, others, std::back_inserter(rest));
    return rest;
}

/// Of the sets of one step the closest that keeps every tube of the step before, or the closest at all.
/// @param sets at least one
std::vector<std::size_t> bestOfStep(const std::vector<std::vector<std::size_t>>& sets,
                                    const std::vector<std::size_t>& before, SetWriter& writer, const WorkOptions& work)
{
    constexpr std::size_t mostWeighed = 1000;
    std::vector<const std::vector<std::size_t>*> weighed;
    for (const auto& set : sets)
        if (std::ranges::includes(set, before))
            weighed.push_back(&set);
    if (weighed.empty())
        std::ranges::transform(sets, std::back_inserter(weighed), [](const auto& set) { return &set; });
    weighed.resize(std::min(weighed.size(), mostWeighed));
    std::vector<std::vector<std::size_t>> all;
    std::ranges::transform(weighed, std::back_inserter(all), [](const auto* set) { return *set; });
    writer.measure(all, work);
    const std::vector<std::size_t>* best = weighed.front();
    double least = std::numeric_limits<double>::infinity();
    for (const auto* set : weighed) {
        if (work.stop.stop_requested())
            break;
        if (const double apart = writer.meanApart(*set); apart < least) {
            least = apart;
            best = set;
        }
    }
    return *best;
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

std::vector<Stranger> strangersIn(const PaletteSet& set)
{
    constexpr std::ptrdiff_t fewestMixes = 3;
    std::vector<Stranger> strangers;
    const auto mixes = std::ranges::count_if(set.answers, [](const NeedAnswer& answer) { return answer.met; });
    if (mixes < fewestMixes)
        return strangers;
    for (const std::size_t tube : set.tubes) {
        std::vector<std::size_t> in;
        for (std::size_t n = 0; n < set.answers.size(); ++n)
            if (set.answers[n].met
                && std::ranges::find(set.answers[n].match.recipe.parts, tube, &Part::paint)
                       != set.answers[n].match.recipe.parts.end())
                in.push_back(n);
        if (in.size() == 1)
            strangers.push_back({tube, in.front()});
    }
    return strangers;
}

std::vector<TubeSwap> swapsOf(const std::vector<std::size_t>& set, const std::vector<std::vector<std::size_t>>& equals)
{
    std::vector<TubeSwap> swaps;
    for (const std::size_t tube : set)
        swaps.push_back({tube, {}});
    for (const auto& other : equals) {
        const std::vector<std::size_t> gone = without(set, other);
        const std::vector<std::size_t> come = without(other, set);
        if (gone.size() == 1 && come.size() == 1)
            std::ranges::find(swaps, gone[0], &TubeSwap::tube)->instead.push_back(come[0]);
    }
    for (TubeSwap& swap : swaps)
        std::ranges::sort(swap.instead);
    std::erase_if(swaps, [](const TubeSwap& swap) { return swap.instead.empty(); });
    return swaps;
}

std::size_t StairStep::met() const
{
    return static_cast<std::size_t>(std::ranges::count_if(set.answers, &NeedAnswer::met));
}

Limits limitsOfJust(std::vector<std::size_t> tubes, std::size_t paints)
{
    Limits limits;
    limits.must = std::move(tubes);
    limits.mostTubes = limits.must.size();
    for (std::size_t i = 0; i < paints; ++i)
        if (!contains(limits.must, i))
            limits.never.push_back(i);
    return limits;
}

Result<void> Limits::validate(std::span<const Paint> paints) const
{
    for (const auto* list : {&must, &never})
        for (const std::size_t tube : *list)
            if (tube >= paints.size())
                return failure(ErrorCode::BadOption, "a must or never tube is not in the list");
    for (const std::size_t tube : must)
        if (contains(never, tube))
            return failure(ErrorCode::BadOption, "\"" + paints[tube].name + "\" is both a must and a never tube");
    if (paints.size() <= never.size())
        return failure(ErrorCode::BadOption, "no tube is left to choose from");
    if (paints.size() - never.size() > mostPaints)
        return failure(ErrorCode::BadOption,
                       "at most " + std::to_string(mostPaints) + " tubes can be chosen from; rule some out first");
    constexpr std::size_t mostChosen = 12;
    constexpr std::size_t mostGiven = 24; // nothing is searched for
    if (mostTubes < 1 || mostTubes > (must.size() == mostTubes ? mostGiven : mostChosen))
        return failure(ErrorCode::BadOption, "a palette has 1 to 12 tubes");
    if (school == School::Free && must.size() > mostTubes)
        return failure(ErrorCode::BadOption, "there are more must tubes than the palette may hold");
    if (school == School::SplitPlus && mostTubes < slotsOf(school).size())
        return failure(ErrorCode::BadOption, "a split primary has six tubes before any beside them");
    if (school == School::Own && (places.empty() || places.size() > mostOwnPlaces))
        return failure(ErrorCode::BadOption, "say 1 to 12 places of your own");
    if (!heldAgainst.empty() && heldAgainst.size() != paints.size())
        return failure(ErrorCode::BadOption, "what is held against tubes must be said of each");
    for (const Slot& slot : slotsOf(school, red, places)) {
        bool filled = false;
        for (std::size_t i = 0; i < paints.size(); ++i)
            filled = filled || (!contains(never, i) && slot.accepts(paints[i]));
        if (!filled)
            return failure(ErrorCode::BadOption, "no tube can stand in the place \"" + slot.name + "\"");
    }
    return {};
}

ChoiceSession::ChoiceSession(std::vector<Paint> paints, std::vector<Need> needs, SureTest test)
    : m_paints(std::move(paints)),
      m_needs(std::move(needs)),
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
    CoverageSummary coverage = cover(paints, m_needs, grids(), work);
    if (coverage.stopped)
        return std::nullopt;
    m_covered = {places, std::move(coverage.table), coverage.recipesInAll};
    return coverage.recipesMixed;
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
        m_closeness = std::make_unique<Closeness>(m_paints, m_needs, grids());
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
    const Candidates candidates = candidatesOf(m_paints, limits);
    Staircase stairs;
    stairs.end = ChoiceEnd::Stopped;
    if (!coverAll(candidates.origin, stage(work, 0, 0.7)))
        return stairs;
    const CoverageTable some = tableOfSome(candidates.origin);
    const CoverageTable& table = candidates.origin == m_covered.places ? m_covered.table : some;
    const CoveringProblem problem = problemOf(candidates, m_needs, limits, table, {});
    SetWriter writer(candidates, m_paints, m_needs, table, closeness());
    std::optional<SureTable> sure;
    if (limits.surely)
        sure.emplace(table, candidates.origin, sureRecipes());
    const std::vector<StaircaseStep> steps =
        sure ? sure->solveStaircase(problem, orderBy(limits, writer, work), stage(work, 0.8, 1))
             : solveStaircase(problem, stage(work, 0.8, 1));
    if (sure)
        writer.countSurely(sureRecipes(), work.stop);
    stairs.unreachable = findUnreachable(candidates, m_needs, sure ? sure->table() : table, stage(work, 0.7, 0.8));
    std::vector<std::size_t> before;
    for (const StaircaseStep& step : steps) {
        const std::vector<std::size_t> best = bestOfStep(step.answer.sets, before, writer, work);
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
    const Candidates candidates = candidatesOf(m_paints, limits);
    const auto mixed = coverAll(candidates.origin, stage(work, 0, 0.7));
    Choice choice;
    choice.end = ChoiceEnd::Stopped;
    if (!mixed)
        return choice;
    choice.recipesMixed = *mixed;
    choice.recipesInAll = m_covered.recipesInAll;
    const CoverageTable some = tableOfSome(candidates.origin);
    const CoverageTable& table = candidates.origin == m_covered.places ? m_covered.table : some;
    const CoveringProblem problem =
        problemOf(candidates, m_needs, limits, table, slotsOf(limits.school, limits.red, limits.places));
    SetWriter writer(candidates, m_paints, m_needs, table, closeness());
    std::optional<SureTable> sure;
    if (limits.surely)
        sure.emplace(table, candidates.origin, sureRecipes());
    const CoveringSummary covering =
        sure ? sure->solve(problem, orderBy(limits, writer, work), limits.mostSets, stage(work, 0.7, 0.8))
             : solveCovering(problem, work);
    if (sure)
        writer.countSurely(sureRecipes(), work.stop);
    choice.unreachable = findUnreachable(candidates, m_needs, sure ? sure->table() : table, stage(work, 0.8, 0.85));
    if (work.stop.stop_requested())
        return choice;
    choice.ruledOut = covering.smaller;
    choice.setsOfThisSize = covering.answer.sets.size();
    for (const auto& set : covering.answer.sets)
        choice.equals.push_back(candidates.original(set));
    choice.moreSets = covering.answer.capped;
    writeSets(covering.answer.sets, limits, writer, stage(work, 0.85, 1), choice);
    if (choice.sets.empty() && !work.stop.stop_requested())
        return failure(ErrorCode::BadOption, "the must tubes and the school leave no palette");
    if (std::erase_if(choice.sets, [](const PaletteSet& set) { return set.tubes.empty(); }) > 0)
        choice.setsOfThisSize = 0; // nothing is reached, and no tubes are no palette
    choice.end = work.stop.stop_requested() ? ChoiceEnd::Stopped : ChoiceEnd::Done;
    return choice;
}

Result<Choice> choosePalette(std::span<const Paint> paints, std::span<const Need> needs, const Limits& limits,
                             const WorkOptions& work)
{
    return ChoiceSession({paints.begin(), paints.end()}, {needs.begin(), needs.end()}).choose(limits, work);
}

} // namespace iris
