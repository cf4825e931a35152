#include "finding/wanted.h"

#include "colour/deltae.h"
#include "mixing/cleanliness.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace iris {
namespace {

Lab turned(const Lab& colour, bool warmer)
{
    constexpr double neutral = 5;
    constexpr double step = 3;
    constexpr double degrees = 10;
    Lch lch = toLch(colour);
    const double way = signedDegreesBetween(lch.hueDegrees, warmPoleDegrees);
    if (lch.chroma < neutral || (warmer && std::abs(way) < degrees) || (!warmer && std::abs(way) > 180 - degrees)) {
        const double towards = (warmer ? step : -step);
        const double angle = warmPoleDegrees * std::numbers::pi / 180;
        return {colour.l, colour.a + towards * std::cos(angle), colour.b + towards * std::sin(angle)};
    }
    lch.hueDegrees = normalisedDegrees(lch.hueDegrees + (warmer == (way > 0) ? degrees : -degrees));
    return toLab(lch);
}

Lab moved(const Lab& colour, Move move)
{
    constexpr double lightnessStep = 5;
    constexpr double chromaStep = 6;
    Lab lab = colour;
    Lch lch = toLch(colour);
    switch (move) {
    case Move::Warmer: return turned(colour, true);
    case Move::Cooler: return turned(colour, false);
    case Move::Lighter: lab.l = std::min(100.0, lab.l + lightnessStep); return lab;
    case Move::Darker: lab.l = std::max(0.0, lab.l - lightnessStep); return lab;
    case Move::Cleaner: lch.chroma += chromaStep; return toLab(lch);
    case Move::Duller: lch.chroma = std::max(0.0, lch.chroma - chromaStep); return toLab(lch);
    }
    return colour;
}

} // namespace

Wanted wantedLike(const Swatch& swatch)
{
    return {swatch.full, swatch.thin, false, false};
}

Wanted wantedLike(const Paint& paint, const Paper& paper)
{
    if (paper.isWhitePaper())
        return wantedLike(paint.swatch);
    const Laid laid = laidOut(paint.film, wash::full, paper);
    return {laid.colour, laid.thin, false, false};
}

Laid laidOut(const Film& film, double thickness, const Paper& paper)
{
    const Spectrum backing = paper.reflectance();
    return {seenLab(film, thickness, backing), seenLab(film, thickness * wash::thin, backing)};
}

std::array<double, 6> missOf(const Wanted& wanted, const Laid& laid)
{
    const double kL = wanted.valueFirst ? valueFirstFactor : 1;
    const double thinWeight = !wanted.thin ? 0 : wanted.thinMatters ? 2 : 1;
    const double own = std::sqrt(1 / (1 + thinWeight));
    std::array<double, 6> miss{};
    const auto terms = deltaE00Terms(wanted.colour, laid.colour, kL);
    for (std::size_t i = 0; i < 3; ++i)
        miss[i] = own * terms[i];
    if (wanted.thin) {
        const auto thinTerms = deltaE00Terms(*wanted.thin, laid.thin, kL);
        for (std::size_t i = 0; i < 3; ++i)
            miss[3 + i] = own * std::sqrt(thinWeight) * thinTerms[i];
    }
    return miss;
}

double apartFrom(const Wanted& wanted, const Laid& laid)
{
    double sum = 0;
    for (const double part : missOf(wanted, laid))
        sum += part * part;
    return std::sqrt(sum);
}

Wanted moved(const Wanted& wanted, Move move)
{
    Wanted result = wanted;
    result.colour = moved(wanted.colour, move);
    if (wanted.thin)
        result.thin = moved(*wanted.thin, move);
    return result;
}

} // namespace iris
