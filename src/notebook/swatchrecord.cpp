#include "notebook/swatchrecord.h"

#include "base/goldensection.h"
#include "base/text.h"
#include "colour/deltae.h"
#include "paint/ratings.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

namespace iris {
namespace {

// A reading that repeats to the last digit is one reading filed twice; one that repeats worse than this is of other
// paint.
constexpr double leastNoise = 0.3;
constexpr double mostNoise = 3;

std::array<double, 9> numbersOf(const Swatch& swatch)
{
    return {swatch.full.l, swatch.full.a,      swatch.full.b,      swatch.thin.l,     swatch.thin.a,
            swatch.thin.b, swatch.overBlack.l, swatch.overBlack.a, swatch.overBlack.b};
}

/// Standard deviation of one number of a reading, from readings of one tube.
double noiseOfRepeats(const std::vector<const SwatchRecord*>& readings)
{
    double squares = 0;
    for (std::size_t number = 0; number < 9; ++number) {
        double mean = 0;
        for (const SwatchRecord* reading : readings)
            mean += numbersOf(reading->onWhite)[number] / static_cast<double>(readings.size());
        for (const SwatchRecord* reading : readings) {
            const double off = numbersOf(reading->onWhite)[number] - mean;
            squares += off * off;
        }
    }
    return std::sqrt(squares / (9 * static_cast<double>(readings.size() - 1)));
}

double noiseOfOne(const SwatchRecord& reading)
{
    if (reading.uncertainty > 0)
        return reading.uncertainty;
    switch (reading.origin) {
    case SwatchOrigin::Instrument: return noise::instrument;
    case SwatchOrigin::Picture: return noise::photograph;
    case SwatchOrigin::Typed:
    case SwatchOrigin::Card: break;
    }
    return noise::card;
}

} // namespace

std::optional<DryingShift> dryingShift(const std::vector<SwatchRecord>& swatches, TubeId tube)
{
    const SwatchRecord* wet = nullptr;
    const SwatchRecord* dry = nullptr;
    for (const SwatchRecord& swatch : swatches)
        if (swatch.tube == tube)
            (swatch.wet ? wet : dry) = &swatch;
    if (!wet || !dry)
        return std::nullopt;
    return DryingShift{dry->onWhite.full.l - wet->onWhite.full.l, deltaE00(wet->onWhite.full, dry->onWhite.full)};
}

ReadingNoises::ReadingNoises(const std::vector<SwatchRecord>& swatches)
{
    for (const SwatchRecord& swatch : swatches)
        if (!swatch.wet)
            m_dry[swatch.tube].push_back(&swatch);
}

double ReadingNoises::of(const Tube& tube) const
{
    const auto found = m_dry.find(tube.id);
    if (found == m_dry.end() || !tube.swatch)
        return noise::card;
    const auto& readings = found->second;
    if (readings.size() > 1)
        return std::clamp(noiseOfRepeats(readings), leastNoise, mostNoise);
    const bool goesByIt = readings.front()->onWhite == *tube.swatch;
    return goesByIt ? std::clamp(noiseOfOne(*readings.front()), leastNoise, mostNoise) : noise::card;
}

Tube withReading(Tube tube, const SwatchRecord& reading)
{
    if (reading.wet)
        return tube;
    tube.swatch = reading.onWhite;
    if (reading.shareLeft)
        tube.measured.staining = stainingOf(*reading.shareLeft);
    if (reading.grain)
        tube.measured.granulation = granulationOf(*reading.grain);
    return tube;
}

LetDown strengthFromLetDown(const Film& tube, const Film& known, double knownStrength, double partsOfTube,
                            double partsOfKnown, const Lab& painted)
{
    const auto mixAt = [&](double logStrength, double thickness) {
        const std::array films{WeightedFilm{&tube, partsOfTube * std::exp(logStrength)},
                               WeightedFilm{&known, partsOfKnown * knownStrength}};
        return deltaE00(seenLab(mixedFilm(films), thickness, whitePaper()), painted);
    };
    const auto thicknessFor = [&](double logStrength) {
        return lowestBetween(0.3, 1.5, [&](double thickness) { return mixAt(logStrength, thickness); });
    };
    const auto apartAt = [&](double logStrength) { return mixAt(logStrength, thicknessFor(logStrength)); };
    // The valley may have a shoulder: look over the whole range first, then closely.
    const double widest = std::log(32.0);
    double best = 0;
    for (int i = -20; i <= 20; ++i)
        if (const double at = i * widest / 20; apartAt(at) < apartAt(best))
            best = at;
    best = lowestBetween(best - widest / 20, best + widest / 20, apartAt);
    return {std::exp(best), apartAt(best)};
}

} // namespace iris
