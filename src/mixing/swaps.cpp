#include "mixing/swaps.h"

#include "mixing/ladder.h"
#include "mixing/pairleans.h"
#include "paint/ratings.h"

#include <algorithm>
#include <limits>

namespace iris {
namespace {

constexpr int steps = 20;

/// The mixes of two paints, even in strength.
std::vector<Lab> mixesOf(const Paint& first, const Paint& second, double wash)
{
    std::vector<Lab> mixes;
    for (int step = 1; step < steps; ++step)
        mixes.push_back(seenLab(filmBetween(first, second, static_cast<double>(step) / steps), wash, whitePaper()));
    return mixes;
}

/// Of those in which both count.
double mostAlong(const std::vector<Lab>& mixes, double hue)
{
    double most = 0;
    for (int step = 1; step < steps; ++step)
        if (bothCount(static_cast<double>(step) / steps))
            most = std::max(most, alongHue(mixes[static_cast<std::size_t>(step) - 1], hue));
    return most;
}

double leastChroma(const std::vector<Lab>& mixes)
{
    double least = std::numeric_limits<double>::infinity();
    for (const Lab& mix : mixes)
        least = std::min(least, toLch(mix).chroma);
    return least;
}

} // namespace

Swaps swapsFor(std::span<const Paint> paints, std::size_t first, std::size_t second, double wash,
               const std::function<bool(std::size_t)>& allowed)
{
    constexpr double worthwhile = 3;
    const std::optional<double> hue = hueBetween(paints[first], paints[second]);
    const std::vector<Lab> own = mixesOf(paints[first], paints[second], wash);
    const double ownAlong = hue ? mostAlong(own, *hue) : 0;
    const double ownGrey = leastChroma(own);
    Swaps swaps;
    const auto consider = [&](int end, std::size_t place) {
        const Paint& one = end == 0 ? paints[place] : paints[first];
        const Paint& two = end == 1 ? paints[place] : paints[second];
        const std::vector<Lab> mixes = mixesOf(one, two, wash);
        const double along = hue ? mostAlong(mixes, *hue) : 0;
        if (along > std::max(ownAlong + worthwhile, swaps.cleaner ? swaps.cleaner->chroma : 0))
            swaps.cleaner = Swap{end, place, along};
        const double grey = leastChroma(mixes);
        if (grey < std::min(ownGrey - worthwhile, swaps.greyer ? swaps.greyer->chroma : 1e9))
            swaps.greyer = Swap{end, place, grey};
    };
    for (std::size_t place = 0; place < paints.size(); ++place) {
        if (place == first || place == second || !allowed(place) || fades(paints[place].lightfastness))
            continue;
        if (paints[place].family == paints[first].family)
            consider(0, place);
        if (paints[place].family == paints[second].family)
            consider(1, place);
    }
    return swaps;
}

} // namespace iris
