#include "finding/diagnosis.h"

#include "finding/counting.h"
#include "mixing/pairleans.h"
#include "paint/ratings.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace iris {
namespace {

constexpr double seenCleaner = 3;
constexpr double sameHue = 12;
constexpr double aboutThatHue = 35; // of the middle of a family
constexpr double sameValue = 8;

/// A mix with one of its tubes exchanged, its parts shifted until hue and value are as they were.
struct Exchange {
    Recipe recipe;
    Lab colour;
};

/// What a mix is meant to be: a hue, and whether the mix has it already.
struct Aim {
    double hue = 0;
    bool isBetween = false; ///< of two tubes, whatever came of them

    double gain(const Lab& before, const Lab& after) const { return reached(after) - reached(before); }
    double reached(const Lab& colour) const { return isBetween ? alongHue(colour, hue) : toLch(colour).chroma; }
};

/// At the value of a mix so much cleaner.
Wanted cleaner(const Lab& colour, const Aim& aim, double chroma)
{
    return {toLab(Lch{colour.l, std::max(0.0, aim.reached(colour)) + chroma, aim.hue}), {}, false, false};
}

Exchange exchanged(const Recipe& recipe, std::size_t part, std::size_t instead, std::span<const Paint> paints,
                   const Wanted& wanted)
{
    const Finetuner tuner(wanted, paints, recipe.handling.paper);
    std::vector<std::size_t> set;
    Tuned start{{}, recipe.wash, 0};
    for (std::size_t i = 0; i < recipe.parts.size(); ++i) {
        const Part& own = recipe.parts[i];
        set.push_back(i == part ? instead : own.paint);
        start.shares.push_back(own.parts * paints[own.paint].strength);
    }
    const CountedMix mix = countedNear(tuner, wanted, set, paints, tuner.tuned(set, start), recipe.handling);
    return {mix.recipe, mix.laid.colour};
}

bool staysWhatItIs(const Aim& aim, const Lab& before, const Lab& after)
{
    const double turned = std::abs(signedDegreesBetween(aim.hue, toLch(after).hueDegrees));
    return turned < (aim.isBetween ? aboutThatHue : sameHue) && std::abs(before.l - after.l) < sameValue;
}

/// The cleanest that an exchange makes of the mix at its hue and value: much is asked for first, as what is asked for
/// too much of is met at another hue.
std::optional<Exchange> mending(const Recipe& recipe, std::size_t part, std::size_t instead,
                                std::span<const Paint> paints, const Lab& before, const Aim& aim)
{
    for (const double chroma : {24.0, 12.0, 6.0}) {
        Exchange exchange = exchanged(recipe, part, instead, paints, cleaner(before, aim, chroma));
        if (aim.gain(before, exchange.colour) > seenCleaner && staysWhatItIs(aim, before, exchange.colour))
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

/// What two tubes are meant to make; of other mixes the hue they have.
Aim aimOf(const Recipe& recipe, std::span<const Paint> paints, const Lab& before)
{
    if (recipe.parts.size() == 2)
        if (const auto hue = hueBetween(paints[recipe.parts[0].paint], paints[recipe.parts[1].paint]))
            return {*hue, true};
    return {toLch(before).hueDegrees, false};
}

bool areAcross(const Recipe& recipe, std::span<const Paint> paints)
{
    return recipe.parts.size() == 2
           && standAcross(paints[recipe.parts[0].paint].family, paints[recipe.parts[1].paint].family);
}

/// Of two primaries how one of them leans away from the other.
std::optional<LeansAway> awayIn(const Recipe& recipe, std::size_t part, std::span<const Paint> paints)
{
    if (recipe.parts.size() != 2)
        return std::nullopt;
    const Paint& own = paints[recipe.parts[part].paint];
    const Paint& other = paints[recipe.parts[1 - part].paint];
    if (!isPrimary(own.family) || !isPrimary(other.family) || own.family == other.family)
        return std::nullopt;
    return leansAway(own, other.family);
}

/// Where nothing mends it: who leans away, or stands farthest off.
std::size_t blamed(const Recipe& recipe, std::span<const Paint> paints, const Lab& before)
{
    for (std::size_t part = 0; part < recipe.parts.size(); ++part)
        if (awayIn(recipe, part, paints))
            return recipe.parts[part].paint;
    return farthestFrom(before, recipe, paints);
}

void tellWhatComesIn(Diagnosis& diagnosis, const Recipe& recipe, std::span<const Paint> paints)
{
    const auto part = static_cast<std::size_t>(std::ranges::find(recipe.parts, *diagnosis.culprit, &Part::paint)
                                               - recipe.parts.begin());
    if (const auto away = awayIn(recipe, part, paints)) {
        diagnosis.leans = away->leans;
        diagnosis.carriesIn = away->brings;
    } else if (recipe.parts.size() > 2) {
        const double opposite = normalisedDegrees(toLch(diagnosis.before).hueDegrees + 180);
        diagnosis.carriesIn = hueFamilyOf(toLab(Lch{50, 30, opposite}));
    }
}

} // namespace

Diagnosis diagnose(const Recipe& recipe, std::span<const Paint> paints, const std::function<bool(std::size_t)>& allowed)
{
    Diagnosis diagnosis;
    diagnosis.before = diagnosis.after = colourOf(recipe, paints);
    diagnosis.mended = recipe;
    diagnosis.chroma = toLch(diagnosis.before).chroma;
    diagnosis.standAcross = areAcross(recipe, paints);
    if (recipe.parts.size() < 2 || diagnosis.standAcross)
        return diagnosis;
    const Aim aim = aimOf(recipe, paints, diagnosis.before);
    double best = -std::numeric_limits<double>::infinity();
    for (std::size_t part = 0; part < recipe.parts.size(); ++part) {
        const Paint& tube = paints[recipe.parts[part].paint];
        for (std::size_t instead = 0; instead < paints.size(); ++instead) {
            const bool isIn = std::ranges::find(recipe.parts, instead, &Part::paint) != recipe.parts.end();
            if (isIn || isColourless(tube.family) || paints[instead].family != tube.family || !allowed(instead)
                || fades(paints[instead].lightfastness))
                continue;
            const auto exchange = mending(recipe, part, instead, paints, diagnosis.before, aim);
            if (!exchange || aim.reached(exchange->colour) <= best)
                continue;
            best = aim.reached(exchange->colour);
            diagnosis.culprit = recipe.parts[part].paint;
            diagnosis.instead = instead;
            diagnosis.mended = exchange->recipe;
            diagnosis.after = exchange->colour;
        }
    }
    if (!diagnosis.culprit)
        diagnosis.culprit = blamed(recipe, paints, diagnosis.before);
    tellWhatComesIn(diagnosis, recipe, paints);
    return diagnosis;
}

} // namespace iris
