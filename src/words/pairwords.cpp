#include "words/pairwords.h"

#include "base/text.h"
#include "words/mixwords.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace iris {
namespace {

using enum HueFamily;

bool isPrimary(HueFamily family)
{
    return family == Red || family == Yellow || family == Blue;
}

HueFamily thirdPrimary(HueFamily first, HueFamily second)
{
    for (const HueFamily family : {Red, Yellow, Blue})
        if (family != first && family != second)
            return family;
    return Red;
}

bool across(HueFamily first, HueFamily second)
{
    const auto is = [&](HueFamily one, HueFamily two) {
        return (first == one && second == two) || (first == two && second == one);
    };
    return is(Red, Green) || is(Blue, Orange) || is(Yellow, Violet);
}

/// The hue that lies between two primaries.
HueFamily between(HueFamily first, HueFamily second)
{
    switch (thirdPrimary(first, second)) {
    case Red: return Green;
    case Yellow: return Violet;
    default: return Orange;
    }
}

/// A primary that leans away from another, and what it brings in by that.
struct LeansAway {
    std::string how;    ///< "the blue leans green"
    std::string brings; ///< "yellow comes in"
};

std::optional<LeansAway> leansAway(const Paint& paint, HueFamily other)
{
    const Lean lean = paint.lean();
    if (lean.inTheMiddle() || lean.towards == between(paint.family, other))
        return std::nullopt;
    return LeansAway{"the " + std::string(nameOf(paint.family)) + " leans " + std::string(nameOf(lean.towards)),
                     std::string(nameOf(thirdPrimary(paint.family, other))) + " comes in"};
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
    if (across(first.family, second.family))
        return "they stand across the wheel and grey each other";
    if (!isPrimary(first.family) || !isPrimary(second.family) || first.family == second.family)
        return {};
    const auto one = leansAway(first, second.family);
    const auto two = leansAway(second, first.family);
    if (!one && !two)
        return {};
    return (one ? *one : *two).how + ", so " + (one ? *one : *two).brings
           + (one && two ? ", and " + two->how + " as well" : "");
}

std::string cleanReason(const Paint& first, const Paint& second)
{
    if (first.family == second.family)
        return "two " + std::string(nameOf(first.family)) + "s are neighbours";
    if (!isPrimary(first.family) || !isPrimary(second.family))
        return {};
    const HueFamily middle = between(first.family, second.family);
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
        return across(first.family, second.family) ? std::string() : dullReason(first, second);
    default: return dullReason(first, second);
    }
}

std::string wayWords(const WayBetween& way, std::optional<double> cleanliness)
{
    if (way.kind == WayKind::StaysClean && cleanliness && *cleanliness < plainlyClean)
        return "keeps what colour it has, but other tubes of yours mix this hue cleaner";
    return describe(way);
}

/// Clean is what one wants of two colours that are not meant to grey each other; grey of those that do.
bool cleanIsWanted(const Paint& first, const Paint& second, const WayBetween& way)
{
    const auto colourful = [](const Paint& paint) { return !isColourless(paint.family) && paint.family != Brown; };
    return colourful(first) && colourful(second) && !across(first.family, second.family)
           && way.kind != WayKind::PassesThroughGrey && way.kind != WayKind::StaysGrey;
}

bool greyIsWanted(const WayBetween& way)
{
    return way.kind == WayKind::PassesThroughGrey || way.kind == WayKind::Greys;
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
    if (cleanIsWanted(one, two, way))
        tell("Cleaner: ", swaps.cleaner);
    if (greyIsWanted(way))
        tell("Greyer: ", swaps.greyer);
    return advice;
}

} // namespace iris
