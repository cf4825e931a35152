#include "finding/diagnosis.h"

#include "finding/counting.h"

#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr double seenCleaner = 3;
constexpr double sameHue = 20;
constexpr double sameValue = 8;

/// A mix with one of its tubes exchanged, its parts shifted until hue and value are as they were.
struct Exchange {
    Recipe recipe;
    Lab colour;
};

/// What the mix is wanted to be: as it is, but as clean as can be had.
Wanted cleaner(const Lab& colour)
{
    constexpr double more = 15;
    Lch lch = toLch(colour);
    lch.chroma += more;
    return {toLab(lch), {}, false, false};
}

Exchange exchanged(const Recipe& recipe, std::size_t part, std::size_t instead, std::span<const Paint> paints,
                   const Wanted& wanted)
{
    const Finetuner tuner(wanted, paints);
    std::vector<std::size_t> set;
    Tuned start{{}, recipe.wash, 0};
    for (std::size_t i = 0; i < recipe.parts.size(); ++i) {
        const Part& own = recipe.parts[i];
        set.push_back(i == part ? instead : own.paint);
        start.shares.push_back(own.parts * paints[own.paint].strength);
    }
    const CountedMix mix = countedNear(tuner, wanted, set, paints, tuner.tuned(set, start));
    return {mix.recipe, mix.laid.colour};
}

bool staysTheSameColour(const Lab& before, const Lab& after)
{
    const Lch one = toLch(before);
    const Lch other = toLch(after);
    return std::abs(signedDegreesBetween(one.hueDegrees, other.hueDegrees)) < sameHue
           && std::abs(one.l - other.l) < sameValue;
}

/// The tube whose hue stands farthest from that of the mix, by its thin wash.
std::size_t farthestFrom(const Lab& colour, const Recipe& recipe, std::span<const Paint> paints)
{
    const double hue = toLch(colour).hueDegrees;
    const auto away = [&](const Part& part) {
        return std::abs(signedDegreesBetween(hue, toLch(paints[part.paint].swatch.thin).hueDegrees));
    };
    return std::ranges::max_element(recipe.parts, {}, away)->paint;
}

} // namespace

Diagnosis diagnose(const Recipe& recipe, std::span<const Paint> paints, const std::function<bool(std::size_t)>& allowed)
{
    Diagnosis diagnosis;
    diagnosis.before = diagnosis.after = colourOf(recipe, paints);
    diagnosis.mended = recipe;
    const Lch own = toLch(diagnosis.before);
    diagnosis.chroma = own.chroma;
    if (recipe.parts.size() < 2)
        return diagnosis;
    const Wanted wanted = cleaner(diagnosis.before);
    double best = own.chroma + seenCleaner;
    for (std::size_t part = 0; part < recipe.parts.size(); ++part) {
        const Paint& tube = paints[recipe.parts[part].paint];
        for (std::size_t instead = 0; instead < paints.size(); ++instead) {
            const bool isIn = std::ranges::find(recipe.parts, instead, &Part::paint) != recipe.parts.end();
            if (isIn || isColourless(tube.family) || paints[instead].family != tube.family || !allowed(instead))
                continue;
            const Exchange exchange = exchanged(recipe, part, instead, paints, wanted);
            const double chroma = toLch(exchange.colour).chroma;
            if (chroma < best || !staysTheSameColour(diagnosis.before, exchange.colour))
                continue;
            best = chroma;
            diagnosis.culprit = recipe.parts[part].paint;
            diagnosis.instead = instead;
            diagnosis.mended = exchange.recipe;
            diagnosis.after = exchange.colour;
        }
    }
    if (!diagnosis.culprit && recipe.parts.size() > 1)
        diagnosis.culprit = farthestFrom(diagnosis.before, recipe, paints);
    // What greys a colour is its opposite.
    diagnosis.carriesIn = hueFamilyOf(toLab(Lch{50, 30, normalisedDegrees(own.hueDegrees + 180)}));
    return diagnosis;
}

} // namespace iris
