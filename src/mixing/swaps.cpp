#include "mixing/swaps.h"

#include "mixing/ladder.h"
#include "paint/ratings.h"

#include <algorithm>

namespace iris {
namespace {

Lch balanced(const Paint& first, const Paint& second, double wash)
{
    return toLch(seenLab(filmBetween(first, second, 0.5), wash, whitePaper()));
}

} // namespace

Swaps swapsFor(std::span<const Paint> paints, std::size_t first, std::size_t second, double wash,
               const std::function<bool(std::size_t)>& allowed)
{
    constexpr double worthwhile = 3;
    const Lch own = balanced(paints[first], paints[second], wash);
    Swaps swaps;
    const auto consider = [&](int end, std::size_t place) {
        const Paint& one = end == 0 ? paints[place] : paints[first];
        const Paint& two = end == 1 ? paints[place] : paints[second];
        const Lch mix = balanced(one, two, wash);
        if (mix.chroma > std::max(own.chroma + worthwhile, swaps.cleaner ? swaps.cleaner->chroma : 0))
            swaps.cleaner = Swap{end, place, mix.chroma};
        if (mix.chroma < std::min(own.chroma - worthwhile, swaps.greyer ? swaps.greyer->chroma : 1e9))
            swaps.greyer = Swap{end, place, mix.chroma};
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
