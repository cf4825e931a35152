#include "colour/deltaerange.h"

#include "colour/deltaeterms.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <vector>

namespace iris {
namespace {

constexpr double degree = radians(1);

Range operator+(const Range& one, const Range& two)
{
    return {one.least + two.least, one.most + two.most};
}

Range operator-(const Range& one, const Range& two)
{
    return {one.least - two.most, one.most - two.least};
}

Range operator*(const Range& one, const Range& two)
{
    const auto [least, most] =
        std::minmax({one.least * two.least, one.least * two.most, one.most * two.least, one.most * two.most});
    return {least, most};
}

Range operator*(double times, const Range& range)
{
    return Range{times, times} * range;
}

/// @param divisor above 0
Range operator/(const Range& range, const Range& divisor)
{
    return range * Range{1 / divisor.most, 1 / divisor.least};
}

Range joined(const Range& one, const Range& two)
{
    return {std::min(one.least, two.least), std::max(one.most, two.most)};
}

/// The sizes of the numbers of a range, whatever their sign.
Range sizeOf(const Range& range)
{
    const double most = std::max(std::abs(range.least), std::abs(range.most));
    return {range.holds(0) ? 0 : std::min(std::abs(range.least), std::abs(range.most)), most};
}

/// Not std::hypot, which guards against overflow and takes several times as long.
double length(double a, double b)
{
    return std::sqrt(a * a + b * b);
}

Range lengthOf(const Range& a, const Range& b)
{
    return {length(sizeOf(a).least, sizeOf(b).least), length(sizeOf(a).most, sizeOf(b).most)};
}

/// What a function that only grows makes of a range.
template <typename Growing> Range through(const Range& range, Growing&& function)
{
    return {function(range.least), function(range.most)};
}

/// Some colours in the plane of a* (stretched) and b*, by chroma and hue.
struct Polar {
    Range chroma;
    Range hue; ///< degrees, unwrapped; 360 wide when any hue may be there
};

/// The hues of a rectangle that lies ahead of the origin, ahead being positive: its extremes are corners.
Range huesAhead(const Range& ahead, const Range& aside)
{
    return {std::atan2(aside.least, aside.least < 0 ? ahead.least : ahead.most) / degree,
            std::atan2(aside.most, aside.most > 0 ? ahead.least : ahead.most) / degree};
}

Polar polarOf(const Range& a, const Range& b)
{
    const auto turned = [](double by, const Range& hues) { return Range{by, by} + hues; };
    Polar polar{lengthOf(a, b), {0, 360}};
    if (a.least > 0)
        polar.hue = huesAhead(a, b);
    else if (a.most < 0)
        polar.hue = turned(180, huesAhead(-1 * a, -1 * b));
    else if (b.least > 0)
        polar.hue = turned(90, huesAhead(b, -1 * a));
    else if (b.most < 0)
        polar.hue = turned(270, huesAhead(-1 * b, a));
    return polar;
}

Range hueWeights(const Range& hue)
{
    const double middle = hueWeight((hue.least + hue.most) / 2);
    const double off = mostHueSlope * radians((hue.most - hue.least) / 2);
    return {std::max(middle - off, 1 - mostHueSwing), std::min(middle + off, 1 + mostHueSwing)};
}

/// exp(-((h - 275) / 25)^2) of equation 16, for mean hues taken into 0 to 360.
Range blueness(const Range& hue)
{
    const double least = hue.least - 360 * std::floor(hue.least / 360);
    const double most = least + (hue.most - hue.least);
    const auto at = [](double h) { return std::exp(-(h - 275) * (h - 275) / (25 * 25)); };
    if (most >= 360) // past the end of the scale, far from blue on both sides of it
        return {0, most >= 275 + 360 || least <= 275 ? 1 : std::max(at(least), at(most - 360))};
    return {std::min(at(least), at(most)), Range{least, most}.holds(275) ? 1 : std::max(at(least), at(most))};
}

/// A way in which the hues of two colours may lie to one another: their difference, the short way, and their mean.
struct HuePair {
    Range difference; ///< within -180 to 180
    Range mean;
};

/// Where the short way from one hue to the other changes sides the mean jumps by half a circle: then there are two
/// ways.
std::vector<HuePair> huePairs(const Range& one, const Range& two)
{
    if (one.most - one.least >= 360 || two.most - two.least >= 360)
        return {{{-180, 180}, {0, 360}}};
    const double turns = 360 * std::round((two.least + two.most - one.least - one.most) / 2 / 360);
    const Range near{two.least - turns, two.most - turns};
    const Range difference = near - one;
    const Range mean = 0.5 * (one + near);
    const Range across = mean + Range{180, 180};
    std::vector<HuePair> pairs{{{std::max(difference.least, -180.0), std::min(difference.most, 180.0)}, mean}};
    if (difference.most >= 180)
        pairs.push_back({{-180, std::min(difference.most - 360, 180.0)}, across});
    if (difference.least <= -180)
        pairs.push_back({{std::max(difference.least + 360, -180.0), 180}, across});
    return pairs;
}

/// c^2 + h^2 + r c h for one r of at most 2 in size: a bowl, so it is highest at a corner, and lowest at 0 or on an
/// edge.
Range bowl(const Range& c, const Range& h, double r)
{
    const auto at = [r](double x, double y) { return x * x + y * y + r * x * y; };
    Range range{std::numeric_limits<double>::infinity(), 0};
    const auto put = [&](double x, double y) {
        const double value = std::max(0.0, at(x, y));
        range = {std::min(range.least, value), std::max(range.most, value)};
    };
    for (const double x : {c.least, c.most}) {
        put(x, h.nearest(-r * x / 2));
        put(x, h.least);
        put(x, h.most);
    }
    for (const double y : {h.least, h.most})
        put(c.nearest(-r * y / 2), y);
    if (c.holds(0) && h.holds(0))
        range.least = 0;
    return range;
}

/// The chroma, hue and turning terms together, squared: equations 6 to 22 but for lightness.
Range colourTerms(const Polar& one, const Polar& two, const HuePair& hues)
{
    const Range chroma = 0.5 * (one.chroma + two.chroma);
    const Range cTerm = (two.chroma - one.chroma) / (Range{1, 1} + 0.045 * chroma);
    const Range size = through(one.chroma * two.chroma, [](double product) { return 2 * std::sqrt(product); });
    const Range sine = through(hues.difference, [](double h) { return std::sin(h / 2 * degree); });
    const Range hTerm = size * sine / (Range{1, 1} + 0.015 * chroma * hueWeights(hues.mean));
    const Range turn = through(blueness(hues.mean), [](double blue) { return std::sin(60 * blue * degree); })
                       * through(chroma, [](double c) { return 2 * chromaShare(c); });
    // In the turn the sum is a straight line, so its extremes are those of the extreme turns.
    return joined(bowl(cTerm, hTerm, -turn.least), bowl(cTerm, hTerm, -turn.most));
}

Range lightnessTerm(const LabBox& box, const Lab& target)
{
    const Range off = sizeOf({(box.least.l + target.l) / 2 - 50, (box.most.l + target.l) / 2 - 50});
    const Range weight = through(off, lightnessWeight);
    return sizeOf(Range{box.least.l - target.l, box.most.l - target.l}) / weight;
}

} // namespace

Range deltaE00Range(const LabBox& box, const Lab& target, double kL)
{
    const Range a{box.least.a, box.most.a};
    const Range b{box.least.b, box.most.b};
    const Range ownChroma = lengthOf(a, b);
    const double aim = length(target.a, target.b);
    const Range stretch{1.5 - 0.5 * chromaShare((ownChroma.most + aim) / 2),
                        1.5 - 0.5 * chromaShare((ownChroma.least + aim) / 2)};
    const Polar one = polarOf(stretch * Range{target.a, target.a}, {target.b, target.b});
    const Polar two = polarOf(stretch * a, b);
    Range colour{std::numeric_limits<double>::infinity(), 0};
    for (const HuePair& hues : huePairs(one.hue, two.hue))
        colour = joined(colour, colourTerms(one, two, hues));
    const Range lightness = through(1 / kL * lightnessTerm(box, target), [](double term) { return term * term; });
    return through(lightness + colour, [](double sum) { return std::sqrt(sum); });
}

} // namespace iris
