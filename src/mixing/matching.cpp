#include "mixing/matching.h"

#include "colour/deltae.h"
#include "mixing/labcolumns.h"
#include "mixing/setsearch.h"

#include <algorithm>
#include <iterator>
#include <limits>
#include <mutex>
#include <tuple>

namespace iris {
namespace {

/// The place of the closest recipe so far, in single precision.
struct Nearest {
    float apart = std::numeric_limits<float>::infinity();
    std::size_t chunk = 0;
    std::size_t place = 0;
};

/// The closest recipe of a set; infinitely far where none is nearer than the limit.
Nearest nearestOfSet(const ChunkTarget& target, std::span<const std::size_t> set, const MixKernel& kernel,
                     float limit = std::numeric_limits<float>::infinity())
{
    Nearest nearest;
    LabChunk chunk;
    for (std::size_t i = 0; i < MixKernel::chunkCount(set.size()); ++i) {
        kernel.mix(set, i, chunk);
        if (const auto own = target.nearest(chunk, std::min(limit, nearest.apart)); own.apart < nearest.apart)
            nearest = {own.apart, i, own.place};
    }
    return nearest;
}

Match matchAt(const Lab& wanted, std::span<const std::size_t> set, std::span<const Paint> paints,
              const MixKernel& kernel, const Nearest& nearest)
{
    Match match;
    match.recipe = kernel.recipeAt(set, nearest.chunk, nearest.place);
    match.colour = colourOf(match.recipe, paints);
    match.apart = deltaE00(match.colour, wanted);
    return match;
}

/// The closeness of every single paint and pair, to leave out sets that a smaller one inside them serves as well.
/// Written from several threads, each place by one.
class Closeness {
public:
    explicit Closeness(std::size_t paints)
        : m_paints(paints),
          m_apart(paints * paints, std::numeric_limits<float>::infinity())
    {
    }

    float bestInside(std::span<const std::size_t> set) const
    {
        float best = std::numeric_limits<float>::infinity();
        if (set.size() == 1)
            return best;
        for (const std::size_t one : set)
            for (const std::size_t two : set)
                if (set.size() == 3 || one == two)
                    best = std::min(best, at(one, two));
        return best;
    }

    void note(std::span<const std::size_t> set, float apart)
    {
        if (set.size() < 3)
            m_apart[set.front() * m_paints + set.back()] = apart;
    }

private:
    float at(std::size_t one, std::size_t two) const
    {
        return m_apart[std::min(one, two) * m_paints + std::max(one, two)];
    }

    std::size_t m_paints;
    std::vector<float> m_apart; ///< a single paint on the diagonal
};

std::vector<std::size_t> paintsOf(const Match& match)
{
    std::vector<std::size_t> paints;
    for (const Part& part : match.recipe.parts)
        paints.push_back(part.paint);
    return paints;
}

/// Threads finish in any order; the paints decide between equals.
void sortAsTried(std::vector<Match>& matches)
{
    std::ranges::sort(matches, {}, [](const Match& m) {
        return std::tuple(m.apart > closeMatch, m.recipe.parts.size(), m.apart, paintsOf(m));
    });
    const auto three = std::ranges::find(matches, 3U, [](const Match& m) { return m.recipe.parts.size(); });
    double simpler = std::numeric_limits<double>::infinity();
    for (const Match& match : matches)
        if (match.recipe.parts.size() < 3)
            simpler = std::min(simpler, match.apart);
    if (three != matches.end() && three->apart <= simpler - seenToBeBetter)
        std::rotate(matches.begin(), three, three + 1);
}

} // namespace

Match closestOfSet(const Lab& wanted, std::span<const std::size_t> set, std::span<const Paint> paints,
                   const MixKernel& kernel)
{
    return matchAt(wanted, set, paints, kernel, nearestOfSet(ChunkTarget(wanted), set, kernel));
}

std::vector<Match> matchesFor(const Lab& wanted, std::span<const Paint> paints, const MatchOptions& options)
{
    const MixKernel kernel(paints, options.handling);
    const ChunkTarget target(wanted);
    Closeness closeness(paints.size());
    std::vector<Match> matches;
    std::mutex mutex;
    const auto most = static_cast<std::size_t>(options.mostTubes);
    const bool done = searchSets(paints.size(), 1, most, options.work, [&](const SetRange& sets) {
        std::vector<Match> own;
        sets.forEach([&](std::span<const std::size_t> set) {
            // The single-precision figure decides only what is surely out; the tolerance is held in double.
            const float limit = std::min(closeness.bestInside(set), static_cast<float>(options.tolerance + 0.05));
            const Nearest nearest = nearestOfSet(target, set, kernel, limit);
            closeness.note(set, nearest.apart);
            if (nearest.apart >= limit)
                return;
            Match match = matchAt(wanted, set, paints, kernel, nearest);
            if (match.apart <= options.tolerance)
                own.push_back(std::move(match));
        });
        const std::scoped_lock lock(mutex);
        std::ranges::move(own, std::back_inserter(matches));
    });
    if (!done)
        return {};
    sortAsTried(matches);
    if (matches.size() > options.mostMatches)
        matches.resize(options.mostMatches);
    return matches;
}

std::optional<Match> closestMatch(const Lab& wanted, std::span<const Paint> paints, int mostTubes,
                                  const WorkOptions& work, Handling handling)
{
    const MixKernel kernel(paints, handling);
    const ChunkTarget target(wanted);
    Nearest best;
    std::vector<std::size_t> bestSet;
    std::mutex mutex;
    const bool done =
        searchSets(paints.size(), 1, static_cast<std::size_t>(mostTubes), work, [&](const SetRange& sets) {
            Nearest own;
            std::vector<std::size_t> ownSet;
            sets.forEach([&](std::span<const std::size_t> set) {
                const Nearest nearest = nearestOfSet(target, set, kernel, own.apart);
                if (nearest.apart < own.apart) {
                    own = nearest;
                    ownSet.assign(set.begin(), set.end());
                }
            });
            const std::scoped_lock lock(mutex);
            const auto rank = [](float apart, const auto& set) { return std::tuple(apart, set.size(), set); };
            if (!ownSet.empty() && (bestSet.empty() || rank(own.apart, ownSet) < rank(best.apart, bestSet))) {
                best = own;
                bestSet = std::move(ownSet);
            }
        });
    if (!done || bestSet.empty())
        return std::nullopt;
    return matchAt(wanted, bestSet, paints, kernel, best);
}

} // namespace iris
