#include "mixing/waybetween.h"

#include "colour/deltae.h"
#include "mixing/pairleans.h"
#include "mixing/whatmakes.h"

#include <algorithm>

namespace iris {
namespace {

constexpr int steps = 101;
// Where painters draw these lines is common practice, without a source.
constexpr double grey = 8;  ///< chroma below which a wash is called grey
constexpr double alike = 2; ///< deltaE00 within which two washes are told apart only side by side

WayKind kindOf(const Ladder& fine, double keepsChroma)
{
    const auto differs = [&](const LadderStep& step) { // from either end, so that it is the same both ways
        return deltaE00(step.colour, fine.steps.front().colour) > alike
               || deltaE00(step.colour, fine.steps.back().colour) > alike;
    };
    if (std::ranges::none_of(fine.steps, differs))
        return WayKind::HardlyChanges;
    const bool firstIsGrey = fine.steps.front().lch.chroma < grey;
    const bool secondIsGrey = fine.steps.back().lch.chroma < grey;
    if (firstIsGrey || secondIsGrey)
        return firstIsGrey && secondIsGrey ? WayKind::StaysGrey : WayKind::LosesColour;
    if (fine.steps[fine.mostNeutral].lch.chroma < grey)
        return WayKind::PassesThroughGrey;
    if (keepsChroma > 0.75)
        return WayKind::StaysClean;
    if (keepsChroma > 0.55)
        return WayKind::DullsALittle;
    return keepsChroma > 0.3 ? WayKind::Dulls : WayKind::Greys;
}

std::optional<HueFamily> wantedOf(const Paint& first, const Paint& second)
{
    if (!isPrimary(first.family) || !isPrimary(second.family) || first.family == second.family)
        return std::nullopt;
    return familyBetween(first.family, second.family);
}

MixKind kindOf(HueFamily family)
{
    switch (family) {
    case HueFamily::Orange: return MixKind::Oranges;
    case HueFamily::Green: return MixKind::Greens;
    default: return MixKind::Violets;
    }
}

/// Of the mixes in which both tubes count, the one that goes farthest towards the hue that is wanted.
std::optional<Lab> bestOf(const Ladder& fine, HueFamily wanted)
{
    const double hue = *middleDegrees(wanted);
    std::optional<Lab> best;
    for (const LadderStep& step : fine.steps) {
        if (!bothCount(step.share) || !isOfKind(step.colour, kindOf(wanted)))
            continue;
        if (!best || alongHue(step.colour, hue) > alongHue(*best, hue))
            best = step.colour;
    }
    return best;
}

/// Whether the way passes grey on the side of what is wanted.
bool isHardly(const Ladder& fine, HueFamily wanted)
{
    constexpr double seenBeside = 2; // of chroma: what a grey beside another shows
    const double hue = *middleDegrees(wanted);
    return std::ranges::any_of(fine.steps, [&](const LadderStep& step) {
        return bothCount(step.share) && std::abs(signedDegreesBetween(step.lch.hueDegrees, hue)) < 90
               && alongHue(step.colour, hue) >= seenBeside;
    });
}

bool isLostAtOnce(const Ladder& fine)
{
    constexpr int quarter = (steps - 1) / 4;
    const double lowest = fine.steps[fine.mostNeutral].lch.chroma;
    const auto lost = [&](const LadderStep& end, const LadderStep& step) {
        const double all = end.lch.chroma - lowest;
        return all > 5 && end.lch.chroma - step.lch.chroma > 0.6 * all;
    };
    return lost(fine.steps.front(), fine.steps[quarter]) || lost(fine.steps.back(), fine.steps[steps - 1 - quarter]);
}

} // namespace

WayBetween wayBetween(const Paint& first, const Paint& second, double wash, const Spectrum& paper)
{
    const Ladder fine = smoothLadder(first, second, steps, wash, paper);
    const double dullerEnd = std::min(fine.steps.front().lch.chroma, fine.steps.back().lch.chroma);
    const double lowest = fine.steps[fine.mostNeutral].lch.chroma;
    WayBetween way;
    way.keepsChroma = dullerEnd > 0 ? std::min(1.0, lowest / dullerEnd) : 1.0;
    way.kind = kindOf(fine, way.keepsChroma);
    way.wanted = wantedOf(first, second);
    if (way.wanted)
        way.makes = bestOf(fine, *way.wanted);
    way.hardly = way.wanted && !way.makes && isHardly(fine, *way.wanted);
    way.atOnce = (way.kind == WayKind::Dulls || way.kind == WayKind::Greys) && isLostAtOnce(fine);
    return way;
}

} // namespace iris
