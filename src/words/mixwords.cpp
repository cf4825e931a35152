#include "words/mixwords.h"

#include "base/text.h"
#include "colour/colourname.h"
#include "mixing/cleanliness.h"
#include "mixing/ratios.h"
#include "mixing/setsearch.h"

#include <array>
#include <cmath>

namespace iris {
namespace {

constexpr double neutralWarmth = 2; ///< how far from neutral nobody speaks of warm or cool, CIELAB units

} // namespace

std::span<const WashWord> washWords()
{
    static constexpr std::array<WashWord, 9> words{
        {{2.4, "extra strong", "more paint than two strokes lay"},
         {1.68, "full, twice", "creamy, or a second full wash when the first is dry"},
         {1.05, "fairly full, twice", "creamy, or a second wash when the first is dry"},
         {0.84, "full", "as strong as it comes from a loaded brush"},
         {0.6, "fairly full", "let out a little"},
         {0.3, "middle", "about half and half with water"},
         {0.15, "thin", "let out until the paper shines through"},
         {0.0, "very thin", "a tint, little more than coloured water"},
         {-1.0, "bare paper", "no paint at all"}}};
    return words;
}

std::string washWord(double thickness)
{
    for (const WashWord& entry : washWords())
        if (thickness > entry.above)
            return std::string(entry.word);
    return {};
}

std::string recipeWords(const Recipe& recipe, std::span<const Paint> paints)
{
    const auto nameOf = [&](std::size_t part) { return paints[recipe.parts[part].paint].name; };
    if (recipe.isBarePaper())
        return "leave the paper";
    const Counted count = countedParts(recipe);
    if (recipe.parts.size() == 2 && count.touches == 0) {
        const bool firstIsLess = recipe.parts[0].parts < recipe.parts[1].parts;
        const int less = recipe.parts[firstIsLess ? 0 : 1].parts;
        const int more = recipe.parts[firstIsLess ? 1 : 0].parts;
        if (less == 1 && more >= mostParts)
            return nameOf(firstIsLess ? 1 : 0) + " + a touch of " + nameOf(firstIsLess ? 0 : 1) + " (1 to "
                   + std::to_string(more) + ")";
    }
    std::string words;
    for (std::size_t part = 0; part < recipe.parts.size(); ++part) {
        words += part > 0 ? " + " : "";
        words += recipe.parts.size() > 1 ? count.words(part) + ' ' : "";
        words += nameOf(part);
    }
    return words;
}

std::string shortRecipeWords(const Recipe& recipe, std::span<const Paint> paints)
{
    if (recipe.isBarePaper())
        return "leave the paper";
    const Counted count = countedParts(recipe);
    std::string words;
    for (std::size_t part = 0; part < recipe.parts.size(); ++part)
        words += (part > 0 ? " + " : "") + (recipe.parts.size() > 1 ? count.text(part) + ' ' : "")
                 + paints[recipe.parts[part].paint].name;
    return words;
}

namespace {

std::string withWash(std::string words, const Recipe& recipe)
{
    return recipe.isBarePaper() ? words : std::move(words) + ", " + washWord(recipe.wash);
}

} // namespace

std::string laidWords(const Recipe& recipe, std::span<const Paint> paints)
{
    return withWash(recipeWords(recipe, paints), recipe);
}

std::string shortLaidWords(const Recipe& recipe, std::span<const Paint> paints)
{
    return withWash(shortRecipeWords(recipe, paints), recipe);
}

std::string_view separationWords(Separation separation)
{
    switch (separation) {
    case Separation::No: return "";
    case Separation::May: return "may separate as it dries";
    case Separation::Yes: return "separates as it dries";
    }
    return "";
}

std::string cleanlinessWords(double cleanliness, const Lab& colour)
{
    constexpr double greyBelow = 9; // as colourName() calls it
    if (std::hypot(colour.a, colour.b) < greyBelow)
        return {};
    if (cleanliness >= plainlyClean)
        return (cleanliness >= 0.9 ? "as" : "nearly as") + std::string(" clean as your tubes go at this hue");
    const std::string_view word = cleanliness >= 0.5 ? "a little dull" : cleanliness >= 0.25 ? "muted" : "greyed";
    return std::string(word) + " for what your tubes can do at this hue";
}

std::string_view teachingWord(double share)
{
    if (share >= 0.2)
        return "much";
    return share >= 0.05 ? "something" : "little";
}

std::string describe(WayKind kind)
{
    switch (kind) {
    case WayKind::HardlyChanges: return "hardly changes";
    case WayKind::StaysGrey: return "stays grey";
    case WayKind::LosesColour: return "loses its colour";
    case WayKind::StaysClean: return "stays clean";
    case WayKind::DullsALittle: return "dulls a little";
    case WayKind::Dulls: return "dulls on the way";
    case WayKind::Greys: return "greys on the way";
    case WayKind::PassesThroughGrey: return "passes through a grey";
    }
    return {};
}

std::string describe(const WayBetween& way)
{
    if (way.makes)
        return "makes " + withArticle(colourNameWithoutValue(*way.makes));
    if (way.hardly)
        return "makes hardly " + withArticle(std::string(nameOf(*way.wanted))) + ", more a grey";
    if (way.wanted && way.kind != WayKind::HardlyChanges)
        return "makes no " + std::string(nameOf(*way.wanted)) + " but " + describe(way.kind);
    if (!way.atOnce)
        return describe(way.kind);
    return way.kind == WayKind::Dulls ? "dulls at once" : "greys at once";
}

std::string greySideWord(const Lab& grey)
{
    constexpr double fromPole = 60;
    const Lch lch = toLch(grey);
    if (lch.chroma < 1)
        return "neutral";
    const double way = signedDegreesBetween(lch.hueDegrees, warmPoleDegrees);
    const std::string side = std::abs(way) <= fromPole         ? "warm"
                             : std::abs(way) >= 180 - fromPole ? "cool"
                             : grey.a < 0                      ? "green"
                                                               : "violet";
    return lch.chroma < 3 ? "a touch " + side : side;
}

std::string greysWords(double coolest, double warmest)
{
    if (coolest == 0 && warmest == 0)
        return "no middle greys";
    const auto side = [](double b) -> std::string {
        return std::abs(b) < neutralWarmth ? "neutral" : b > 0 ? "warm" : "cool";
    };
    return side(coolest) == side(warmest) ? side(warmest) + " greys"
                                          : "greys from " + side(coolest) + " to " + side(warmest);
}

std::string nearMissWords(MixKind kind, const NearMiss& miss, std::span<const Paint> paints)
{
    constexpr double darkBelow = 30;
    const bool dark = kind == MixKind::Darks;
    const double warmth = warmthOf(miss.colour);
    const std::string side = std::abs(warmth) < neutralWarmth ? "neutral" : warmth > 0 ? "warm" : "cool";
    const auto depth = [](const Lab& colour) { return "L* " + formatNumber(colour.l, 0); };
    std::string text = std::string("None of these makes a ") + (dark ? "dark" : "grey")
                       + ". Nearest: " + laidWords(miss.recipe, paints) + ": " + colourName(miss.colour) + ", "
                       + depth(miss.colour) + ", " + side + ".";
    if (dark && !isLaidTwice(miss.recipe.wash))
        text += " A second layer takes it to " + depth(miss.secondLayer) + ".";
    if (dark && miss.colour.l >= darkBelow)
        text += " What is missing is a tube that goes darker.";
    if (miss.missing) {
        const std::string family(nameOf(*miss.missing));
        text += std::string(dark && miss.colour.l >= darkBelow ? " And" : " What is missing is") + " "
                + withArticle(family) + " to take its colour away.";
    }
    return text;
}

std::string passedOverWords(std::size_t passedOver)
{
    if (passedOver == 0)
        return {};
    return "Out of so many tubes those that help most alone and in pairs were chosen from; "
           + counted(passedOver, "more tube") + " " + (passedOver == 1 ? "was" : "were") + " passed over.";
}

std::string threesWords(std::size_t tubes)
{
    if (tubes <= mostInThrees)
        return {};
    return "Of " + std::to_string(tubes) + " tubes only the " + std::to_string(mostInThrees)
           + " that come nearest alone and in pairs are tried in threes; choose fewer tubes to have all of them tried";
}

} // namespace iris
