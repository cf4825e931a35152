#include "palette/closeness.h"

#include "palette/barepaper.h"

#include "mixing/setsearch.h"

#include <algorithm>
#include <mutex>
#include <numeric>
#include <tuple>

namespace iris {
namespace {

/// The earlier set decides between equals, whichever thread was first.
std::tuple<float, std::size_t, Closeness::Set> rankOf(const Closest& closest)
{
    return {closest.apart, closest.at.tubes, closest.at.set};
}

void keepCloser(Closest& best, const Closest& other)
{
    if (other.apart <= best.apart && rankOf(other) < rankOf(best))
        best = other;
}

void keepCloser(std::vector<Closest>& best, const std::vector<Closest>& others)
{
    for (std::size_t n = 0; n < best.size(); ++n)
        keepCloser(best[n], others[n]);
}

/// Tries every recipe of one set and keeps the closest for each need that allows its paints.
void tryAll(std::span<const std::size_t> set, const MixKernel& kernel, const std::vector<NeedMask>& allowed,
            TouchFinder& finder, std::vector<Closest>& best)
{
    NeedMask wanted = needBits(best.size());
    for (const std::size_t paint : set)
        wanted &= allowed[paint];
    if (wanted.isEmpty())
        return;
    SetChunks own;
    const std::span<const LabChunk> chunks = kernel.mix(set, own);
    RecipePlace at;
    at.tubes = set.size();
    std::ranges::copy(set, at.set.begin());
    finder.surelyMet(chunks, wanted);
    for (const Touch& touch : finder.touches(chunks, wanted)) {
        if (touch.apart < best[touch.need].apart) {
            at.chunk = touch.chunk;
            at.place = touch.place;
            best[touch.need] = {touch.apart, at};
        }
    }
}

/// The closest recipes of sets of some sizes, none farther than each need's radius.
std::vector<Closest> closestWithin(const std::vector<double>& radii, std::size_t least, std::size_t most,
                                   std::span<const Paint> paints, std::span<const Need> needs, const MixKernel& kernel,
                                   const WorkOptions& work)
{
    const std::vector<NeedGrid> grids = gridsOf(needs, radii);
    const std::vector<NeedMask> allowed = needsAllowing(paints, needs);
    std::vector<Closest> best(needs.size());
    std::mutex mutex;
    searchSets(paints.size(), least, most, work, [&](const SetRange& sets) {
        TouchFinder finder(grids);
        std::vector<Closest> own(needs.size());
        sets.forEach([&](std::span<const std::size_t> set) { tryAll(set, kernel, allowed, finder, own); });
        const std::scoped_lock lock(mutex);
        keepCloser(best, own);
    });
    return best;
}

} // namespace

Match matchFor(const Need& need, Recipe recipe, std::span<const Paint> paints)
{
    const Lab colour = colourOf(recipe, paints);
    return {std::move(recipe), colour, apartFrom(need, colour)};
}

Recipe RecipePlace::recipe(const MixKernel& kernel) const
{
    return kernel.recipeAt({set.data(), tubes}, chunk, place);
}

Closeness::Closeness(std::span<const Paint> paints, std::span<const Need> needs, const std::vector<NeedGrid>& grids,
                     Handling handling)
    : m_needs(needs.size()),
      m_handling(handling),
      m_kernel(paints, handling),
      m_grids(grids),
      m_allowed(needsAllowing(paints, needs))
{
}

Closeness::Set Closeness::setOf(std::span<const std::size_t> paints)
{
    Set set{};
    std::ranges::copy(paints, set.begin());
    std::fill(set.begin() + static_cast<std::ptrdiff_t>(paints.size()), set.end(), paints.back());
    return set;
}

std::size_t Closeness::sizeOf(const Set& set)
{
    return set[0] == set[1] ? 1 : set[1] == set[2] ? 2 : 3;
}

template <typename Visit> void Closeness::forEachWithin(const std::vector<std::size_t>& tubes, Visit&& visit)
{
    forEachSet(tubes.size(), 3, [&](std::span<const std::size_t> places) {
        Set set{};
        std::ranges::transform(places, set.begin(), [&](std::size_t place) { return tubes[place]; });
        visit(setOf({set.data(), places.size()}));
    });
}

void Closeness::forgetIfMany()
{
    constexpr std::size_t mostRemembered = 1'000'000; // some 150 MB
    if (m_bySet.size() > mostRemembered)
        m_bySet.clear();
}

Closest Closeness::at(const Set& set, const Touch& touch)
{
    return {touch.apart, {set, sizeOf(set), touch.chunk, touch.place}};
}

std::vector<Touch> Closeness::measured(const Set& set, TouchFinder& finder, std::vector<Closest>& scratch) const
{
    scratch.assign(m_needs, {});
    tryAll({set.data(), sizeOf(set)}, m_kernel, m_allowed, finder, scratch);
    std::vector<Touch> nearby;
    for (std::size_t n = 0; n < m_needs; ++n)
        if (const Closest& closest = scratch[n]; closest.at.tubes > 0)
            nearby.push_back({static_cast<std::uint16_t>(n), static_cast<std::uint8_t>(closest.at.chunk),
                              static_cast<std::uint8_t>(closest.at.place), closest.apart});
    return nearby;
}

void Closeness::measure(const std::vector<std::vector<std::size_t>>& palettes, const WorkOptions& work)
{
    std::vector<Set> sets;
    for (const auto& palette : palettes)
        forEachWithin(palette, [&](const Set& set) {
            if (!m_bySet.contains(set))
                sets.push_back(set);
        });
    measure(sets, work);
}

void Closeness::measure(const std::vector<Set>& sets, const WorkOptions& work)
{
    std::vector<std::pair<const Set, std::vector<Touch>>*> unknown;
    for (const Set& set : sets)
        if (const auto [entry, isNew] = m_bySet.try_emplace(set); isNew)
            unknown.push_back(&*entry);
    constexpr std::size_t atATime = 64;
    std::vector<char> done(unknown.size());
    SpareSpaces<TouchFinder> finders;
    const auto measurePart = [&](std::size_t part, TouchFinder& finder) {
        std::vector<Closest> scratch;
        for (std::size_t i = part * atATime; i < std::min(unknown.size(), (part + 1) * atATime); ++i) {
            unknown[i]->second = measured(unknown[i]->first, finder, scratch);
            done[i] = 1;
        }
    };
    inParallel((unknown.size() + atATime - 1) / atATime, work, [&](std::size_t part) {
        finders.use([&] { return std::make_unique<TouchFinder>(m_grids); },
                    [&](TouchFinder& finder) { measurePart(part, finder); });
    });
    for (std::size_t i = 0; i < unknown.size(); ++i)
        if (done[i] == 0)
            m_bySet.erase(unknown[i]->first);
}

namespace {

/// What is needed at once, of few sets, on the thread that asks.
WorkOptions here()
{
    return {.stop = {}, .progress = {}, .threads = 1};
}

} // namespace

const std::vector<Touch>& Closeness::near(const Set& set)
{
    measure(std::vector<Set>{set}, here());
    return m_bySet.at(set);
}

template <typename Visit> void Closeness::forEachNear(const std::vector<std::size_t>& tubes, Visit&& visit)
{
    measure({tubes}, here());
    forEachWithin(tubes, [&](const Set& set) {
        for (const Touch& near : m_bySet.at(set))
            visit(near.need, at(set, near));
    });
}

std::vector<Closest> Closeness::within(const std::vector<std::size_t>& tubes)
{
    std::vector<Closest> best(m_needs);
    forEachNear(tubes, [&](std::size_t need, const Closest& closest) { keepCloser(best[need], closest); });
    return best;
}

std::vector<std::vector<Closest>> Closeness::allWithin(const std::vector<std::size_t>& tubes)
{
    std::vector<std::vector<Closest>> all(m_needs);
    forEachNear(tubes, [&](std::size_t need, const Closest& closest) { all[need].push_back(closest); });
    for (std::vector<Closest>& closest : all)
        std::ranges::sort(closest, {}, rankOf);
    return all;
}

std::vector<Match> closestOfAll(std::span<const Paint> paints, std::span<const Need> needs, Handling handling,
                                const WorkOptions& work)
{
    const MixKernel kernel(paints, handling);
    // What one and two paints give, a quick first answer, narrows the search among three.
    std::vector<double> radii(needs.size(), anyDistance);
    std::vector<Closest> best = closestWithin(radii, 1, 2, paints, needs, kernel, quiet(work));
    constexpr std::size_t fewPaints = 24; // whose threes are measured in less time than it takes to map what is near
    if (paints.size() > fewPaints)
        std::ranges::transform(best, radii.begin(),
                               [](const Closest& closest) { return std::min<double>(closest.apart, anyDistance); });
    keepCloser(best, closestWithin(radii, 3, 3, paints, needs, kernel, work));
    std::vector<Match> matches;
    for (std::size_t n = 0; n < needs.size(); ++n) {
        matches.push_back(best[n].at.tubes > 0 ? matchFor(needs[n], best[n].at.recipe(kernel), paints) : Match{});
    }
    return matches;
}

std::vector<Closer> closersOf(const Need& need, std::span<const Paint> paints, const std::vector<std::size_t>& set,
                              const std::vector<std::size_t>& others, Handling handling, const WorkOptions& work)
{
    const std::vector<Need> needs{need};
    const std::vector<NeedGrid> grids = gridsOf(needs, std::vector<double>{anyDistance});
    Closeness closeness(paints, needs, grids, handling);
    const float now = set.empty() ? std::numeric_limits<float>::infinity() : closeness.within(set).front().apart;
    std::vector<Closer> closers;
    for (const std::size_t other : others) {
        if (work.stop.stop_requested())
            return {};
        if (std::ranges::find(set, other) != set.end())
            continue;
        std::vector<std::size_t> more = set;
        more.insert(std::ranges::lower_bound(more, other), other);
        if (const Closest closest = closeness.within(more).front(); closest.apart < now)
            closers.push_back({other, matchFor(need, closeness.recipeOf(closest), paints)});
    }
    std::ranges::stable_sort(closers, {}, [](const Closer& closer) { return closer.match.apart; });
    return closers;
}

NeedsMet needsMetBy(std::span<const Paint> paints, std::span<const Need> needs, Handling handling)
{
    NeedsMet result;
    const std::vector<NeedGrid> grids = gridsOf(needs);
    Closeness closeness(paints, needs, grids, handling);
    std::vector<std::size_t> all(paints.size());
    std::iota(all.begin(), all.end(), std::size_t{0});
    const std::vector<Closest> closest = closeness.within(all);
    for (std::size_t n = 0; n < needs.size(); ++n) {
        const Match mix =
            closest[n].at.tubes > 0 ? matchFor(needs[n], closeness.recipeOf(closest[n]), paints) : Match{};
        const Match paper = paperFor(needs[n], handling);
        const Match& match = leavesPaper(paper, mix, needs[n]) ? paper : mix;
        if (match.apart > needs[n].tolerance)
            continue;
        ++result.met;
        result.threes += match.recipe.parts.size() > 2 ? 1 : 0;
        result.meanApart += match.apart;
    }
    result.meanApart /= static_cast<double>(std::max<std::size_t>(1, result.met));
    return result;
}

} // namespace iris
