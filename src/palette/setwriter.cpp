#include "palette/setwriter.h"

#include "mixing/pairleans.h"
#include "palette/barepaper.h"

#include <algorithm>
#include <iterator>
#include <limits>
#include <set>

namespace iris {

std::vector<std::size_t> Candidates::original(std::vector<std::size_t> set) const
{
    for (std::size_t& place : set)
        place = origin[place];
    return set;
}

std::size_t Candidates::placeOf(std::size_t original) const
{
    return static_cast<std::size_t>(std::ranges::find(origin, original) - origin.begin());
}

Candidates candidatesOf(std::span<const Paint> paints, std::vector<std::size_t> places)
{
    Candidates candidates{{}, std::move(places)};
    for (const std::size_t place : candidates.origin)
        candidates.paints.push_back(paints[place]);
    return candidates;
}

std::vector<std::size_t> without(const std::vector<std::size_t>& tubes, const std::vector<std::size_t>& others)
{
    std::vector<std::size_t> rest;
    std::ranges::set_difference(tubes, others, std::back_inserter(rest));
    return rest;
}

SetWriter::SetWriter(const Candidates& candidates, std::span<const Paint> paints, std::span<const Need> needs,
                     const CoverageTable& table, const NeedMask& onPaper, Closeness& closeness)
    : m_candidates(candidates),
      m_paints(paints),
      m_needs(needs),
      m_table(table),
      m_onPaper(onPaper),
      m_closeness(closeness)
{
}

void SetWriter::countSurely(SureRecipes& sure, std::stop_token stop)
{
    m_sure = &sure;
    m_stop = std::move(stop);
}

SureTable::Order SetWriter::orderBy(const Limits& limits, const WorkOptions& work)
{
    return [this, &limits, &work](std::vector<std::vector<std::size_t>>& sets) {
        std::vector<std::vector<std::size_t>> inOrder;
        for (const Ranked& one : ranked(sets, limits, quiet(work)))
            inOrder.push_back(sets[one.index]);
        sets = std::move(inOrder);
    };
}

std::vector<PaletteSet> SetWriter::written(const std::vector<std::vector<std::size_t>>& sets, const Limits& limits,
                                           const WorkOptions& work)
{
    std::vector<Ranked> order = ranked(sets, limits, work);
    order.resize(std::min(order.size(), limits.mostSets));
    std::vector<PaletteSet> all;
    for (const Ranked& one : order)
        if (!work.stop.stop_requested()) {
            all.push_back(written(sets[one.index]));
            all.back().heldAgainst = one.against;
        }
    // Means of the first sort are single precision; the order shown is that of the figures shown.
    std::ranges::stable_sort(all, {}, [](const PaletteSet& set) { return std::pair(set.heldAgainst, set.meanApart); });
    return all;
}

PaletteSet SetWriter::written(const std::vector<std::size_t>& set)
{
    PaletteSet result;
    result.tubes = inSession(set);
    const auto [closest, met] = reachOf(set);
    double sum = 0;
    for (std::size_t n = 0; n < m_needs.size(); ++n) {
        result.answers.push_back(answerTo(n, closest[n], met.has(n), result.tubes));
        sum += result.answers.back().met ? result.answers.back().match.apart : 0;
    }
    const auto answered = static_cast<double>((met | m_onPaper).count());
    result.meanApart = answered > 0 ? sum / answered : 0;
    for (const std::size_t tube : set)
        result.reasons.push_back(reasonFor(tube, set, met));
    return result;
}

/// A mix that is laid twice only where one in one go is seen to be farther off, or too far.
Match SetWriter::inOneGo(std::size_t need, const Match& mix) const
{
    if (m_sure || !isLaidTwice(mix.recipe.wash)) // what is sure was tried as it is
        return mix;
    std::vector<std::size_t> own; // of the same tubes: all others would have to be measured anew
    for (const Part& part : mix.recipe.parts)
        own.push_back(part.paint);
    std::ranges::sort(own);
    Match thinner = closestAtAnyDistance(need, own, {mix.recipe.handling.touchesAPart, true});
    if (thinner.apart > std::min(m_needs[need].tolerance, mix.apart + worthASecondLayer))
        return mix;
    thinner.recipe.handling = mix.recipe.handling;
    return thinner;
}

/// With the closest mix; where bare paper meets the need, with the paper unless the mix is plainly nearer.
NeedAnswer SetWriter::answerTo(std::size_t need, const Closest& closest, bool met,
                               const std::vector<std::size_t>& tubes) const
{
    const Need& asked = m_needs[need];
    const Match mix = closest.at.tubes > 0 ? matchFor(asked, m_closeness.recipeOf(closest), m_paints) : Match{};
    if (m_onPaper.has(need)) {
        const Match paper = paperFor(asked, m_closeness.handling());
        return {true, leavesPaper(paper, mix, asked) ? paper : mix};
    }
    return met ? NeedAnswer{true, inOneGo(need, mix)}
               : NeedAnswer{false, closestAtAnyDistance(need, tubes, m_closeness.handling())};
}

std::vector<std::size_t> SetWriter::bestOfStep(const std::vector<std::vector<std::size_t>>& sets,
                                               const std::vector<std::size_t>& before, const WorkOptions& work)
{
    constexpr std::size_t mostWeighed = 1000;
    std::vector<std::vector<std::size_t>> weighed;
    std::ranges::copy_if(sets, std::back_inserter(weighed),
                         [&](const auto& set) { return std::ranges::includes(set, before); });
    if (weighed.empty())
        weighed = sets;
    weighed.resize(std::min(weighed.size(), mostWeighed));
    measure(weighed, work);
    std::size_t best = 0;
    double least = std::numeric_limits<double>::infinity();
    for (std::size_t i = 0; i < weighed.size() && !work.stop.stop_requested(); ++i)
        if (const double apart = meanApart(weighed[i]); apart < least) {
            least = apart;
            best = i;
        }
    return weighed[best];
}

SetWriter::Reach SetWriter::reachOf(const std::vector<std::size_t>& set)
{
    if (!m_sure)
        return {m_closeness.within(inSession(set)), coveredBy(set, m_table) & ~m_onPaper};
    Reach reach{m_sure->within(inSession(set), m_stop), {}};
    for (std::size_t need = 0; need < reach.closest.size(); ++need)
        if (reach.closest[need].at.tubes > 0 && !m_onPaper.has(need))
            reach.met.add(need);
    return reach;
}

/// What meanApart() and the others will ask for, all at once.
void SetWriter::measure(const std::vector<std::vector<std::size_t>>& sets, const WorkOptions& work)
{
    std::vector<std::vector<std::size_t>> palettes;
    for (const auto& set : sets)
        palettes.push_back(inSession(set));
    m_closeness.measure(palettes, work);
}

double SetWriter::meanApart(const std::vector<std::size_t>& set)
{
    const Reach reach = reachOf(set);
    double sum = 0;
    reach.met.forEach([&](std::size_t need) { sum += reach.closest[need].apart; });
    return reach.met.isEmpty() ? 0 : sum / static_cast<double>(reach.met.count());
}

namespace {

/// The primary that a need asks for in a colour that is plainly one.
std::optional<HueFamily> primaryOf(const Need& need)
{
    constexpr double plainly = 15; // chroma
    const auto family = hueFamilyOf(need.target);
    return family && isPrimary(*family) && toLch(need.target).chroma >= plainly ? family : std::nullopt;
}

/// How many of the primaries that are asked for none of some tubes is.
std::size_t mixedPrimaries(const std::vector<std::size_t>& tubes, std::span<const Paint> paints,
                           std::span<const Need> needs)
{
    std::set<HueFamily> mixed;
    for (const Need& need : needs)
        if (const auto primary = primaryOf(need))
            mixed.insert(*primary);
    for (const std::size_t tube : tubes)
        mixed.erase(paints[tube].family);
    return mixed.size();
}

} // namespace

/// What the limits hold against a set.
double SetWriter::heldAgainst(const std::vector<std::size_t>& set, const Limits& limits)
{
    double sum = 0;
    if (!limits.heldAgainst.empty())
        for (const std::size_t tube : inSession(set))
            sum += limits.heldAgainst[tube];
    if (limits.againstMixedPrimaries > 0)
        sum += limits.againstMixedPrimaries * static_cast<double>(mixedPrimaries(inSession(set), m_paints, m_needs));
    if (limits.againstThrees > 0) {
        const Reach reach = reachOf(set);
        reach.met.forEach([&](std::size_t need) {
            sum += m_closeness.recipeOf(reach.closest[need]).parts.size() > 2 ? limits.againstThrees : 0;
        });
    }
    return sum;
}

std::vector<SetWriter::Ranked> SetWriter::ranked(const std::vector<std::vector<std::size_t>>& sets,
                                                 const Limits& limits, const WorkOptions& work)
{
    std::vector<Ranked> order;
    measure(sets, work);
    for (std::size_t i = 0; i < sets.size() && !work.stop.stop_requested(); ++i)
        order.push_back({heldAgainst(sets[i], limits), meanApart(sets[i]), i});
    std::ranges::sort(order);
    return order;
}

Match SetWriter::closestAtAnyDistance(std::size_t need, const std::vector<std::size_t>& tubes, Handling handling) const
{
    std::vector<Paint> paints;
    for (const std::size_t tube : tubes)
        paints.push_back(m_paints[tube]);
    Match match = closestOfAll(paints, m_needs.subspan(need, 1), handling, {}).front();
    for (Part& part : match.recipe.parts)
        part.paint = tubes[part.paint];
    return match;
}

TubeReason SetWriter::reasonFor(std::size_t tube, std::vector<std::size_t> set, const NeedMask& met)
{
    TubeReason reason{m_candidates.origin[tube], {}};
    std::erase(set, tube);
    const NeedMask lost = met & ~(m_sure ? reachOf(set).met : coveredBy(set, m_table));
    lost.forEach([&](std::size_t need) { reason.lostWithout.push_back(need); });
    return reason;
}

} // namespace iris
