#include "palette/closeness.h"

#include "mixing/setsearch.h"

#include <algorithm>
#include <mutex>
#include <numeric>
#include <tuple>

namespace iris {
namespace {

/// The earlier set decides between equals, whichever thread was first.
void keepCloser(std::vector<Closest>& best, const std::vector<Closest>& others)
{
    const auto rank = [](const Closest& closest) {
        return std::tuple(closest.apart, closest.at.tubes, closest.at.set);
    };
    for (std::size_t n = 0; n < best.size(); ++n)
        if (rank(others[n]) < rank(best[n]))
            best[n] = others[n];
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
    LabChunk chunk;
    RecipePlace at;
    at.tubes = set.size();
    std::ranges::copy(set, at.set.begin());
    for (at.chunk = 0; at.chunk < MixKernel::chunkCount(set.size()); ++at.chunk) {
        kernel.mix(set, at.chunk, chunk);
        finder.surelyMet(chunk, wanted);
        for (const Touch& touch : finder.touches(chunk, wanted)) {
            if (touch.apart < best[touch.need].apart) {
                at.place = touch.place;
                best[touch.need] = {touch.apart, at};
            }
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
    Match match{std::move(recipe), {}, std::numeric_limits<double>::infinity()};
    if (match.recipe.parts.empty())
        return match;
    match.colour = colourOf(match.recipe, paints);
    match.apart = apartFrom(need, match.colour);
    return match;
}

Recipe RecipePlace::recipe(const MixKernel& kernel) const
{
    return kernel.recipeAt({set.data(), tubes}, chunk, place);
}

Closeness::Closeness(std::span<const Paint> paints, std::span<const Need> needs, std::span<const double> radii)
    : m_needs(needs.size()),
      m_kernel(paints),
      m_grids(gridsOf(needs, radii)),
      m_allowed(needsAllowing(paints, needs)),
      m_finder(m_grids)
{
}

const std::vector<Closest>& Closeness::ofSet(std::span<const std::size_t> set)
{
    std::array<std::size_t, 3> key{set[0], set[0], set[0]};
    std::ranges::copy(set, key.begin());
    if (set.size() == 2)
        key[2] = set[1];
    const auto [entry, isNew] = m_bySet.try_emplace(key, m_needs);
    if (isNew)
        tryAll(set, m_kernel, m_allowed, m_finder, entry->second);
    return entry->second;
}

std::vector<Closest> Closeness::within(const std::vector<std::size_t>& tubes)
{
    std::vector<Closest> best(m_needs);
    forEachSet(tubes.size(), 3, [&](std::span<const std::size_t> places) {
        std::array<std::size_t, 3> set{};
        std::ranges::transform(places, set.begin(), [&](std::size_t place) { return tubes[place]; });
        keepCloser(best, ofSet({set.data(), places.size()}));
    });
    return best;
}

std::vector<Match> closestOfAll(std::span<const Paint> paints, std::span<const Need> needs, const WorkOptions& work)
{
    const MixKernel kernel(paints);
    // What one and two paints give, a quick first answer, narrows the search among three.
    WorkOptions quick = work;
    quick.progress = {};
    const std::vector<double> everywhere(needs.size(), 1000.0);
    std::vector<Closest> best = closestWithin(everywhere, 1, 2, paints, needs, kernel, quick);
    std::vector<double> radii;
    for (const Closest& closest : best)
        radii.push_back(std::min<double>(closest.apart, everywhere.front()));
    keepCloser(best, closestWithin(radii, 3, 3, paints, needs, kernel, work));
    std::vector<Match> matches;
    for (std::size_t n = 0; n < needs.size(); ++n) {
        matches.push_back(matchFor(needs[n], best[n].at.tubes > 0 ? best[n].at.recipe(kernel) : Recipe{}, paints));
    }
    return matches;
}

std::vector<Closer> closersOf(const Need& need, std::span<const Paint> paints, const std::vector<std::size_t>& set,
                              const std::vector<std::size_t>& others, const WorkOptions& work)
{
    const std::vector<Need> needs{need};
    const std::vector<double> anywhere{1000.0};
    Closeness closeness(paints, needs, anywhere);
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

NeedsMet needsMetBy(std::span<const Paint> paints, std::span<const Need> needs)
{
    constexpr double singlePrecision = 0.1;
    NeedsMet result;
    std::vector<double> radii;
    for (const Need& need : needs)
        radii.push_back(need.tolerance + singlePrecision);
    Closeness closeness(paints, needs, radii);
    std::vector<std::size_t> all(paints.size());
    std::iota(all.begin(), all.end(), std::size_t{0});
    const std::vector<Closest> closest = closeness.within(all);
    for (std::size_t n = 0; n < needs.size(); ++n) {
        if (closest[n].at.tubes == 0)
            continue;
        const Match match = matchFor(needs[n], closeness.recipeOf(closest[n]), paints);
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
