#include "words/pairwords.h"

#include "base/text.h"
#include "mixing/pairleans.h"
#include "words/mixwords.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace iris {
namespace {

using enum HueFamily;

/// "the blue leans green".
std::string leansWords(const Paint& paint, const LeansAway& away)
{
    return "the " + std::string(nameOf(paint.family)) + " leans " + std::string(nameOf(away.leans));
}

/// What a black or a white does to a colour; painters are surprised by it (common practice; trade fact 14).
std::string colourlessReason(const Paint& first, const Paint& second)
{
    const HueFamily other = isColourless(first.family) ? second.family : first.family;
    if (first.family == White || second.family == White)
        return "the white makes it pale, cooler and chalky, and hides the paper";
    if (other == Yellow)
        return "the black acts as a blue and turns the yellow olive green";
    if (other == Orange)
        return "the black turns the orange brown";
    if (other == Red)
        return "the black turns the red to a brown";
    return "the black takes the colour away";
}

std::string dullReason(const Paint& first, const Paint& second)
{
    if (isColourless(first.family) || isColourless(second.family))
        return colourlessReason(first, second);
    if (first.family == Brown || second.family == Brown)
        return "an earth holds all three primaries already";
    if (standAcross(first.family, second.family))
        return "they stand across the wheel and grey each other";
    if (!isPrimary(first.family) || !isPrimary(second.family) || first.family == second.family)
        return {};
    const auto one = leansAway(first, second.family);
    const auto two = leansAway(second, first.family);
    if (!one && !two)
        return {};
    const std::string brings = std::string(nameOf((one ? *one : *two).brings)) + " comes in";
    return (one ? leansWords(first, *one) : leansWords(second, *two)) + ", so " + brings
           + (one && two ? ", and " + leansWords(second, *two) + " as well" : "");
}

std::string cleanReason(const Paint& first, const Paint& second)
{
    if (first.family == second.family)
        return "two " + std::string(nameOf(first.family)) + "s are neighbours";
    if (!isPrimary(first.family) || !isPrimary(second.family))
        return {};
    const HueFamily middle = familyBetween(first.family, second.family);
    const auto towards = [&](const Paint& paint) { return paint.lean().towards == middle; };
    if (towards(first) && towards(second))
        return "both lean " + std::string(nameOf(middle));
    return {};
}

std::string reasonOf(const Paint& first, const Paint& second, WayKind kind)
{
    switch (kind) {
    case WayKind::HardlyChanges: return first == second ? "it is one paint" : "the two look alike";
    case WayKind::StaysGrey: return {};
    case WayKind::StaysClean: return cleanReason(first, second);
    case WayKind::DullsALittle: // too little for tubes that grey each other
        return standAcross(first.family, second.family) ? std::string() : dullReason(first, second);
    default: return dullReason(first, second);
    }
}

/// Of a pair that makes what is wanted in spite of how its tubes lean: ", although the red leans violet".
std::string inSpiteOf(const Paint& first, const Paint& second, const WayBetween& way)
{
    if (way.kind != WayKind::StaysClean || !way.makes)
        return {};
    if (const auto away = leansAway(first, second.family))
        return ", although " + leansWords(first, *away);
    if (const auto away = leansAway(second, first.family))
        return ", although " + leansWords(second, *away);
    return {};
}

std::string wayWords(const WayBetween& way, std::optional<double> cleanliness)
{
    if (way.kind == WayKind::StaysClean && !way.wanted && cleanliness && *cleanliness < plainlyClean)
        return "keeps what colour it has, but other tubes of yours mix this hue cleaner";
    return describe(way);
}

/// Grey is what one wants of complements and of what has no hue of its own, where they make one.
bool greyIsWanted(const Paint& first, const Paint& second, const WayBetween& way)
{
    return !hueBetween(first, second) && (way.kind == WayKind::PassesThroughGrey || way.kind == WayKind::Greys);
}

std::string startAdvice(const Paint& first, const Paint& second)
{
    constexpr double plainlyStronger = 1.5;
    const double ratio = first.strength / second.strength;
    if (ratio <= plainlyStronger && ratio >= 1 / plainlyStronger)
        return {};
    const Paint& strong = ratio > 1 ? first : second;
    const Paint& weak = ratio > 1 ? second : first;
    return strong.name + " is " + formatNumber(std::max(ratio, 1 / ratio), 1) + " times as strong: start with "
           + weak.name + " and add it by touches.";
}

} // namespace

std::string explain(const Paint& first, const Paint& second, const WayBetween& way, std::optional<double> cleanliness)
{
    const std::string what = upperFirst(wayWords(way, cleanliness));
    const bool compared = what != upperFirst(describe(way));
    if (const std::string although = inSpiteOf(first, second, way); !although.empty())
        return what + although + ".";
    const std::string why = compared ? std::string() : reasonOf(first, second, way.kind);
    return why.empty() ? what + "." : what + ": " + why + ".";
}

std::vector<std::string> pairAdvice(std::span<const Paint> paints, std::size_t first, std::size_t second, double wash,
                                    const WayBetween& way, const std::function<bool(std::size_t)>& allowed)
{
    std::vector<std::string> advice;
    if (first == second)
        return advice;
    const Paint& one = paints[first];
    const Paint& two = paints[second];
    if (std::string start = startAdvice(one, two); !start.empty())
        advice.push_back(std::move(start));
    if (const Separation parts = separationOf(std::array{one.granulation, two.granulation}); parts != Separation::No)
        advice.push_back("The mix " + std::string(separationWords(parts)) + ".");
    const Swaps swaps = swapsFor(paints, first, second, wash, allowed);
    const auto tell = [&](std::string better, const std::optional<Swap>& swap) {
        if (swap)
            advice.push_back(std::move(better) + paints[swap->place].name + " in place of "
                             + (swap->end == 0 ? one : two).name + ".");
    };
    if (hueBetween(one, two))
        tell("Cleaner: ", swaps.cleaner);
    if (greyIsWanted(one, two, way))
        tell("Greyer: ", swaps.greyer);
    return advice;
}

} // namespace iris
