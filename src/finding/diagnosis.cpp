#include "finding/diagnosis.h"

#include "finding/counting.h"
#include "paint/ratings.h"

#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr double seenCleaner = 3;
constexpr double sameHue = 12;
constexpr double sameValue = 8;

/// A mix with one of its tubes exchanged, its parts shifted until hue and value are as they were.
struct Exchange {
    Recipe recipe;
    Lab colour;
};

/// The same colour, so much cleaner.
Wanted cleaner(const Lab& colour, double chroma)
{
    Lch lch = toLch(colour);
    lch.chroma += chroma;
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
    const CountedMix mix = countedNear(tuner, wanted, set, paints, tuner.tuned(set, start), recipe.brush);
    return {mix.recipe, mix.laid.colour};
}

bool staysTheSameColour(const Lab& before, const Lab& after)
{
    const Lch one = toLch(before);
    const Lch other = toLch(after);
    return std::abs(signedDegreesBetween(one.hueDegrees, other.hueDegrees)) < sameHue
           && std::abs(one.l - other.l) < sameValue;
}

/// The cleanest that an exchange makes of the mix at the same hue and value: much is asked for first, as what is asked
/// for too much of is met at another hue.
std::optional<Exchange> mending(const Recipe& recipe, std::size_t part, std::size_t instead,
                                std::span<const Paint> paints, const Lab& before)
{
    for (const double chroma : {24.0, 12.0, 6.0}) {
        Exchange exchange = exchanged(recipe, part, instead, paints, cleaner(before, chroma));
        if (toLch(exchange.colour).chroma > toLch(before).chroma + seenCleaner
            && staysTheSameColour(before, exchange.colour))
            return exchange;
    }
    return std::nullopt;
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
    double best = 0;
    for (std::size_t part = 0; part < recipe.parts.size(); ++part) {
        const Paint& tube = paints[recipe.parts[part].paint];
        for (std::size_t instead = 0; instead < paints.size(); ++instead) {
            const bool isIn = std::ranges::find(recipe.parts, instead, &Part::paint) != recipe.parts.end();
            if (isIn || isColourless(tube.family) || paints[instead].family != tube.family || !allowed(instead)
                || fades(paints[instead].lightfastness))
                continue;
            const auto exchange = mending(recipe, part, instead, paints, diagnosis.before);
            if (!exchange || toLch(exchange->colour).chroma <= best)
                continue;
            const double chroma = toLch(exchange->colour).chroma;
            best = chroma;
            diagnosis.culprit = recipe.parts[part].paint;
            diagnosis.instead = instead;
            diagnosis.mended = exchange->recipe;
            diagnosis.after = exchange->colour;
        }
    }
    if (!diagnosis.culprit && recipe.parts.size() > 1)
        diagnosis.culprit = farthestFrom(diagnosis.before, recipe, paints);
    // What greys a colour is its opposite.
    diagnosis.carriesIn = hueFamilyOf(toLab(Lch{50, 30, normalisedDegrees(own.hueDegrees + 180)}));
    return diagnosis;
}

} // namespace iris
