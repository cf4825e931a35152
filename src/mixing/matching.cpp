#include "mixing/matching.h"

#include "colour/deltae.h"

#include <algorithm>
#include <limits>
#include <map>

namespace iris {
namespace {

/// The place of the closest recipe so far, in single precision.
struct Nearest {
    float apart = std::numeric_limits<float>::infinity();
    std::size_t chunk = 0;
    std::size_t place = 0;
};

Nearest nearestOfSet(const LabColumns& target, std::span<const std::size_t> set, const MixKernel& kernel)
{
    Nearest nearest;
    LabChunk chunk;
    std::array<float, chunkRecipes> apart;
    for (std::size_t i = 0; i < MixKernel::chunkCount(set.size()); ++i) {
        kernel.mix(set, i, chunk);
        deltaE00({chunk.l, chunk.a, chunk.b}, target, apart);
        const auto best = std::ranges::min_element(apart);
        if (*best < nearest.apart)
            nearest = {*best, i, static_cast<std::size_t>(best - apart.begin())};
    }
    return nearest;
}

/// A wanted colour repeated down the length of a chunk.
struct Target {
    LabChunk columns;

    explicit Target(const Lab& lab)
    {
        columns.l.fill(static_cast<float>(lab.l));
        columns.a.fill(static_cast<float>(lab.a));
        columns.b.fill(static_cast<float>(lab.b));
    }

    LabColumns view() const { return {columns.l, columns.a, columns.b}; }
};

Match matchAt(const Lab& wanted, std::span<const std::size_t> set, std::span<const Paint> paints,
              const Nearest& nearest)
{
    Match match;
    match.recipe = MixKernel::recipeAt(set, nearest.chunk, nearest.place);
    match.colour = colourOf(match.recipe, paints);
    match.apart = deltaE00(match.colour, wanted);
    return match;
}

/// The closeness of every set tried so far, to leave out sets that a smaller one inside them serves as well.
class Closeness {
public:
    double bestInside(std::span<const std::size_t> set) const
    {
        double best = std::numeric_limits<double>::infinity();
        const auto look = [&](std::vector<std::size_t> key) {
            if (const auto found = m_apart.find(key); found != m_apart.end())
                best = std::min(best, found->second);
        };
        for (const std::size_t one : set)
            look({one});
        if (set.size() == 3) {
            look({set[0], set[1]});
            look({set[0], set[2]});
            look({set[1], set[2]});
        }
        return best;
    }

    void note(std::span<const std::size_t> set, double apart)
    {
        if (set.size() < 3)
            m_apart[{set.begin(), set.end()}] = apart;
    }

private:
    std::map<std::vector<std::size_t>, double> m_apart;
};

} // namespace

Match closestOfSet(const Lab& wanted, std::span<const std::size_t> set, std::span<const Paint> paints,
                   const MixKernel& kernel)
{
    return matchAt(wanted, set, paints, nearestOfSet(Target(wanted).view(), set, kernel));
}

std::vector<Match> matchesFor(const Lab& wanted, std::span<const Paint> paints, const MatchOptions& options)
{
    const MixKernel kernel(paints);
    const Target target(wanted);
    Closeness closeness;
    std::vector<Match> matches;
    forEachSet(paints.size(), options.mostTubes, [&](std::span<const std::size_t> set) {
        const Nearest nearest = nearestOfSet(target.view(), set, kernel);
        const bool better = nearest.apart < closeness.bestInside(set);
        closeness.note(set, nearest.apart);
        // The single-precision figure decides only what is surely out; the tolerance is held in double.
        if (!better || nearest.apart > options.tolerance + 0.05)
            return;
        Match match = matchAt(wanted, set, paints, nearest);
        if (match.apart <= options.tolerance)
            matches.push_back(std::move(match));
    });
    std::ranges::stable_sort(matches, {}, [](const Match& m) { return std::pair(m.recipe.parts.size(), m.apart); });
    if (matches.size() > options.mostMatches)
        matches.resize(options.mostMatches);
    return matches;
}

std::optional<Match> closestMatch(const Lab& wanted, std::span<const Paint> paints, int mostTubes)
{
    const MixKernel kernel(paints);
    const Target target(wanted);
    Nearest best;
    std::vector<std::size_t> bestSet;
    forEachSet(paints.size(), mostTubes, [&](std::span<const std::size_t> set) {
        const Nearest nearest = nearestOfSet(target.view(), set, kernel);
        if (nearest.apart < best.apart) {
            best = nearest;
            bestSet.assign(set.begin(), set.end());
        }
    });
    if (bestSet.empty())
        return std::nullopt;
    return matchAt(wanted, bestSet, paints, best);
}

} // namespace iris
