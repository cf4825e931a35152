#include "mixing/pairwords.h"

#include <algorithm>
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

std::string leanReason(const Paint& paint, HueFamily other)
{
    const Lean lean = paint.lean();
    const bool away = !lean.inTheMiddle() && lean.towards != between(paint.family, other);
    if (!away)
        return {};
    return "the " + std::string(nameOf(paint.family)) + " leans " + std::string(nameOf(lean.towards)) + ", so "
           + std::string(nameOf(thirdPrimary(paint.family, other))) + " comes in";
}

std::string dullReason(const Paint& first, const Paint& second)
{
    const auto colourless = [](HueFamily family) { return family == Black || family == White; };
    if (colourless(first.family) || colourless(second.family)) {
        const bool black = first.family == Black || second.family == Black;
        return black ? "the black takes the colour away" : "the white lightens and hides";
    }
    if (first.family == Brown || second.family == Brown)
        return "an earth holds all three primaries already";
    if (across(first.family, second.family))
        return "they stand across the wheel and grey each other";
    if (!isPrimary(first.family) || !isPrimary(second.family) || first.family == second.family)
        return {};
    const std::string one = leanReason(first, second.family);
    const std::string two = leanReason(second, first.family);
    if (!one.empty() && !two.empty())
        return one + ", and " + two.substr(0, two.find(", so")) + " as well";
    return one + two;
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

Lch balanced(const Paint& first, const Paint& second, double wash)
{
    return toLch(seenLab(filmBetween(first, second, 0.5), wash, whitePaper()));
}

} // namespace

std::string explain(const Paint& first, const Paint& second, const WayBetween& way)
{
    std::string what = describe(way);
    what[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(what[0])));
    const std::string why = reasonOf(first, second, way.kind);
    return why.empty() ? what + "." : what + ": " + why + ".";
}

Swaps swapsFor(std::span<const Paint> paints, std::size_t first, std::size_t second, double wash,
               const std::function<bool(std::size_t)>& allowed)
{
    constexpr double worthwhile = 3;
    const Lch own = balanced(paints[first], paints[second], wash);
    Swaps swaps;
    const auto consider = [&](int end, std::size_t place) {
        const Paint& one = end == 0 ? paints[place] : paints[first];
        const Paint& two = end == 1 ? paints[place] : paints[second];
        const Lch mix = balanced(one, two, wash);
        if (mix.chroma > std::max(own.chroma + worthwhile, swaps.cleaner ? swaps.cleaner->chroma : 0))
            swaps.cleaner = Swap{end, place, mix.chroma};
        if (mix.chroma < std::min(own.chroma - worthwhile, swaps.greyer ? swaps.greyer->chroma : 1e9))
            swaps.greyer = Swap{end, place, mix.chroma};
    };
    for (std::size_t place = 0; place < paints.size(); ++place) {
        if (place == first || place == second || !allowed(place))
            continue;
        if (paints[place].family == paints[first].family)
            consider(0, place);
        if (paints[place].family == paints[second].family)
            consider(1, place);
    }
    return swaps;
}

} // namespace iris
