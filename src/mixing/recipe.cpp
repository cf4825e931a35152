#include "mixing/recipe.h"

#include <algorithm>
#include <array>
#include <cassert>
#include <map>

namespace iris {
namespace {

constexpr int granulates = 2;

} // namespace

Film mixedFilm(const Recipe& recipe, std::span<const Paint> paints)
{
    if (recipe.isBarePaper())
        return {};
    std::vector<WeightedFilm> films;
    for (const Part& part : recipe.parts)
        films.push_back({&paints[part.paint].film, part.parts * paints[part.paint].strength});
    return mixedFilm(films);
}

Lab colourOf(const Recipe& recipe, std::span<const Paint> paints)
{
    return colourOf(recipe, paints, recipe.handling.paper.reflectance());
}

Lab colourOf(const Recipe& recipe, std::span<const Paint> paints, const Spectrum& backing)
{
    return seenLab(mixedFilm(recipe, paints), recipe.wash, backing);
}

Separation separationOf(std::span<const int> granulations)
{
    const auto fully = std::ranges::count_if(granulations, [](int degree) { return degree >= granulates; });
    const auto atAll = std::ranges::count_if(granulations, [](int degree) { return degree > 0; });
    if (fully >= 2)
        return Separation::Yes;
    return fully >= 1 && atAll >= 2 ? Separation::May : Separation::No;
}

MixJudgement judge(const Recipe& recipe, std::span<const Paint> paints)
{
    const Film film = mixedFilm(recipe, paints);
    MixJudgement result;
    result.swatch = swatchOf(film);
    result.transparency = transparencyOf(result.swatch, film);
    std::map<std::size_t, int> granulations; // a paint counts once, however often it stands in the recipe
    for (const Part& part : recipe.parts) {
        const Paint& paint = paints[part.paint];
        result.lightfastness = std::max(result.lightfastness, paint.lightfastness);
        result.staining = std::max(result.staining, paint.staining);
        granulations[part.paint] = paint.granulation;
    }
    std::vector<int> degrees;
    for (const auto& [paint, degree] : granulations)
        degrees.push_back(degree);
    result.separation = separationOf(degrees);
    return result;
}

Counted countedParts(const Recipe& recipe)
{
    return countedParts(recipe.parts, recipe.handling);
}

std::string partsText(const Recipe& recipe)
{
    if (recipe.parts.size() == 1)
        return "alone";
    std::string text;
    const Counted count = countedParts(recipe);
    for (std::size_t i = 0; i < recipe.parts.size(); ++i) {
        text += text.empty() ? "" : " + ";
        text += count.text(i);
    }
    return text;
}

} // namespace iris
