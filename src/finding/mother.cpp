#include "finding/mother.h"

#include <cmath>

namespace iris {
namespace {

struct Spread {
    double distance = 0;
    double chroma = 0;
};

template <typename Colour> Spread spreadOf(const std::vector<Tied>& mixes, Colour colour)
{
    if (mixes.empty())
        return {};
    const auto count = static_cast<double>(mixes.size());
    double a = 0;
    double b = 0;
    Spread spread;
    for (const Tied& mix : mixes) {
        a += colour(mix).a / count;
        b += colour(mix).b / count;
        spread.chroma += std::hypot(colour(mix).a, colour(mix).b) / count;
    }
    for (const Tied& mix : mixes)
        spread.distance += (std::pow(colour(mix).a - a, 2) + std::pow(colour(mix).b - b, 2)) / count;
    spread.distance = std::sqrt(spread.distance);
    return spread;
}

} // namespace

MotherColour withMother(std::span<const Recipe> recipes, std::size_t mother, double share,
                        std::span<const Paint> paints)
{
    MotherColour result;
    for (const Recipe& recipe : recipes) {
        const Film own = mixedFilm(recipe, paints);
        const std::array films{WeightedFilm{&own, 1 - share}, WeightedFilm{&paints[mother].film, share}};
        result.mixes.push_back(
            {seenLab(own, recipe.wash, whitePaper()), seenLab(mixedFilm(films), recipe.wash, whitePaper())});
    }
    const Spread before = spreadOf(result.mixes, [](const Tied& mix) { return mix.before; });
    const Spread after = spreadOf(result.mixes, [](const Tied& mix) { return mix.after; });
    result.spreadBefore = before.distance;
    result.chromaBefore = before.chroma;
    result.spreadAfter = after.distance;
    result.chromaAfter = after.chroma;
    return result;
}

} // namespace iris
