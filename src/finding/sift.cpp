#include "finding/sift.h"

#include "paint/ratings.h"

#include <algorithm>

namespace iris {
namespace {

/// The cautions that painters who avoid heavy metals mean. Copper is bound fast in phthalocyanines and zinc is of low
/// hazard in paint, as the table's own cautions say.
bool isListedMetal(const std::string& caution)
{
    static constexpr std::array<std::string_view, 10> metals{"cadmium",   "cobalt", "nickel",  "lead",    "chromium",
                                                             "manganese", "barium", "mercury", "arsenic", "antimony"};
    return std::ranges::find(metals, caution) != metals.end();
}

bool holds(const std::vector<std::size_t>& places, std::size_t place)
{
    return std::ranges::find(places, place) != places.end();
}

} // namespace

bool letsThrough(const TubeTerms& terms, const Paint& paint)
{
    const bool manyPigments = terms.singlePigments && paint.codes.size() > 1;
    const bool fugitive = terms.nothingFugitive && fades(paint.lightfastness);
    const bool metal = terms.noListedMetals && std::ranges::any_of(paint.cautions, isListedMetal);
    const bool black = terms.noTubeBlack && paint.family == HueFamily::Black;
    const bool opaque = terms.transparent && paint.transparency().kind > TransparencyClass::SemiTransparent;
    return !manyPigments && !fugitive && !metal && !black && !opaque;
}

std::vector<std::size_t> sifted(const Sift& sift, std::span<const Paint> paints, std::vector<std::size_t> places)
{
    std::erase_if(places, [&](std::size_t place) {
        const bool named = holds(sift.must, place);
        return holds(sift.without, place) || (!named && !letsThrough(sift, paints[place]));
    });
    for (const std::size_t place : sift.must)
        if (!holds(places, place) && !holds(sift.without, place))
            places.push_back(place);
    std::ranges::sort(places);
    return places;
}

} // namespace iris
