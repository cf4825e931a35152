#include "mixing/wheel.h"

#include "mixing/ladder.h"
#include "mixing/ratios.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace iris {
namespace {

constexpr double near = 8;

/// Amounts of the three primaries by tinting strength, and the colour they give.
struct Mixed {
    std::array<double, 3> shares{};
    Film film;
    Lch lch;
    int toCount = 0; ///< how much there is to count out, in parts or, where there are any, in touches
};

Film filmOf(std::span<const Paint> paints, const std::array<std::size_t, 3>& primaries,
            const std::array<double, 3>& shares)
{
    std::array<WeightedFilm, 3> films{};
    for (std::size_t i = 0; i < 3; ++i)
        films[i] = {&paints[primaries[i]].film, shares[i]};
    return mixedFilm(films);
}

/// What can be counted out of two tubes, from the first alone to the last before the second alone.
std::vector<Ratio> fromFirstToSecond(Handling handling)
{
    std::vector<Ratio> ratios{{1, 0, 0}};
    for (const Ratio& ratio : countableRatios(2, handling))
        ratios.push_back(ratio);
    std::ranges::sort(ratios, std::ranges::greater(),
                      [](const Ratio& ratio) { return static_cast<double>(ratio[0]) / (ratio[0] + ratio[1]); });
    return ratios;
}

/// Everything along the sides of the triad that can be counted out.
std::vector<Mixed> walk(std::span<const Paint> paints, const std::array<std::size_t, 3>& primaries, double wash,
                        Handling handling)
{
    const std::vector<Ratio> ratios = fromFirstToSecond(handling);
    const Spectrum paper = handling.paper.reflectance();
    std::vector<Mixed> way;
    for (std::size_t side = 0; side < 3; ++side)
        for (const Ratio& ratio : ratios) {
            const std::size_t next = (side + 1) % 3;
            Mixed mixed;
            mixed.shares[next] =
                shareByStrength({ratio[0], ratio[1]}, paints[primaries[side]], paints[primaries[next]]);
            mixed.shares[side] = 1 - mixed.shares[next];
            mixed.film = filmOf(paints, primaries, mixed.shares);
            mixed.lch = toLch(seenLab(mixed.film, wash, paper));
            mixed.toCount = ratio[0] + ratio[1];
            way.push_back(mixed);
        }
    return way;
}

/// Parts of tube paint for shares by tinting strength, as near as they can be counted.
Recipe recipeOf(std::span<const Paint> paints, const std::array<std::size_t, 3>& primaries,
                const std::array<double, 3>& shares, double wash, Handling handling)
{
    std::array<double, 3> amounts{};
    std::array<std::size_t, 3> used{};
    std::size_t count = 0;
    for (std::size_t i = 0; i < 3; ++i)
        if (shares[i] > 1e-6) {
            amounts[count] = shares[i] / paints[primaries[i]].strength;
            used[count++] = primaries[i];
        }
    const Ratio parts = nearestParts(amounts, handling);
    Recipe recipe{{}, wash, handling};
    for (std::size_t i = 0; i < count; ++i)
        recipe.parts.push_back({used[i], parts[i]});
    return recipe;
}

/// As near to a hue as any, as strong in colour as any that is, and of those what is counted out most easily.
const Mixed& nearestTo(const std::vector<Mixed>& way, double hue)
{
    constexpr double asNear = 2;   // degrees
    constexpr double asStrong = 2; // in chroma
    const auto away = [&](const Mixed& mixed) { return std::abs(signedDegreesBetween(mixed.lch.hueDegrees, hue)); };
    const double least = away(*std::ranges::min_element(way, {}, away));
    double strongest = 0;
    for (const Mixed& mixed : way)
        if (away(mixed) <= least + asNear)
            strongest = std::max(strongest, mixed.lch.chroma);
    const Mixed* best = nullptr;
    for (const Mixed& mixed : way)
        if (away(mixed) <= least + asNear && mixed.lch.chroma >= strongest - asStrong
            && (!best || mixed.toCount < best->toCount))
            best = &mixed;
    return *best;
}

/// What is counted out for a mix that should stand at a hue.
WheelStep stepOf(std::span<const Paint> paints, const std::array<std::size_t, 3>& primaries, const Mixed& mixed,
                 double hue, double wash, Handling handling)
{
    WheelStep step;
    step.recipe = recipeOf(paints, primaries, mixed.shares, wash, handling);
    step.film = mixedFilm(step.recipe, paints);
    step.colour = colourOf(step.recipe, paints);
    step.wantedHue = normalisedDegrees(hue);
    step.reached = std::abs(signedDegreesBetween(toLch(step.colour).hueDegrees, hue)) <= near;
    return step;
}

/// So much of one mix in another, by tinting strength.
Mixed between(std::span<const Paint> paints, const std::array<std::size_t, 3>& primaries, const Mixed& own,
              const Mixed& other, double share, double wash)
{
    Mixed mixed;
    for (std::size_t c = 0; c < 3; ++c)
        mixed.shares[c] = (1 - share) * own.shares[c] + share * other.shares[c];
    mixed.film = filmOf(paints, primaries, mixed.shares);
    mixed.lch = toLch(seenLab(mixed.film, wash, whitePaper()));
    return mixed;
}

/// The step that greys another best: the true complement, which need not stand opposite.
std::size_t partnerOf(std::span<const Paint> paints, const std::array<std::size_t, 3>& primaries,
                      const std::vector<Mixed>& rim, std::size_t own, double wash)
{
    std::size_t best = (own + rim.size() / 2) % rim.size();
    double least = std::numeric_limits<double>::infinity();
    for (std::size_t other = 0; other < rim.size(); ++other)
        for (int tenth = 1; tenth < 10 && other != own; ++tenth) {
            const double chroma = between(paints, primaries, rim[own], rim[other], tenth / 10.0, wash).lch.chroma;
            if (chroma < least) {
                least = chroma;
                best = other;
            }
        }
    return best;
}

/// A step greyed by its partner: so far of the way from its own chroma to the least on the way.
Mixed neutralised(std::span<const Paint> paints, const std::array<std::size_t, 3>& primaries, const Mixed& own,
                  const Mixed& partner, double depth, double wash)
{
    constexpr int fine = 60;
    std::vector<Mixed> way;
    for (int step = 0; step <= fine; ++step)
        way.push_back(between(paints, primaries, own, partner, static_cast<double>(step) / fine, wash));
    const auto chroma = [](const Mixed& mixed) { return mixed.lch.chroma; };
    const auto dullest = std::ranges::min_element(way, {}, chroma);
    const double wanted = chroma(own) + depth * (chroma(*dullest) - chroma(own));
    return *std::ranges::min_element(way.begin(), dullest + 1, {},
                                     [&](const Mixed& mixed) { return std::abs(chroma(mixed) - wanted); });
}

/// The chroma of the rim at a hue, between its two nearest steps.
double rimChroma(const Wheel& wheel, double hue)
{
    constexpr double apart = 360.0 / Wheel::steps;
    double sum = 0;
    double weights = 0;
    for (const WheelStep& step : wheel.rim) {
        const double away = std::abs(signedDegreesBetween(step.wantedHue, hue));
        const double weight = std::max(0.0, 1 - away / apart);
        sum += weight * toLch(step.colour).chroma;
        weights += weight;
    }
    return weights > 0 ? sum / weights : 0;
}

} // namespace

std::size_t Wheel::missing() const
{
    return static_cast<std::size_t>(std::ranges::count(rim, false, &WheelStep::reached));
}

Wheel wheelOf(std::span<const Paint> paints, const std::array<std::size_t, 3>& primaries,
              std::span<const std::size_t> others, double wash, Handling handling)
{
    Wheel wheel{primaries, {}, {}, {}};
    const std::vector<Mixed> way = walk(paints, primaries, wash, handling);
    const double start = way.front().lch.hueDegrees;
    const double second = way[way.size() / 3].lch.hueDegrees;
    const double turn = signedDegreesBetween(start, second) >= 0 ? 360.0 / Wheel::steps : -360.0 / Wheel::steps;
    std::vector<Mixed> rim;
    for (std::size_t i = 0; i < Wheel::steps; ++i) {
        const double hue = start + turn * static_cast<double>(i);
        rim.push_back(nearestTo(way, hue));
        wheel.rim.push_back(stepOf(paints, primaries, rim.back(), hue, wash, handling));
    }
    std::array<std::size_t, Wheel::steps> partners{};
    for (std::size_t i = 0; i < Wheel::steps; ++i)
        partners[i] = partnerOf(paints, primaries, rim, i, wash);
    for (const double depth : ringDepths) {
        std::vector<WheelStep> ring;
        for (std::size_t i = 0; i < Wheel::steps; ++i) {
            const Mixed mixed = neutralised(paints, primaries, rim[i], rim[partners[i]], depth, wash);
            ring.push_back(stepOf(paints, primaries, mixed, wheel.rim[i].wantedHue, wash, handling));
        }
        wheel.rings.push_back(std::move(ring));
    }
    for (const std::size_t place : others) {
        const Lch lch = toLch(seenLab(paints[place].film, wash, handling.paper.reflectance()));
        const double rimAt = rimChroma(wheel, lch.hueDegrees);
        wheel.others.push_back({place, lch.hueDegrees, rimAt > 0 ? lch.chroma / rimAt : 0});
    }
    return wheel;
}

} // namespace iris
