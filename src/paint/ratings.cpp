#include "paint/ratings.h"

#include "base/goldensection.h"
#include "colour/deltae.h"

#include <algorithm>
#include <array>

namespace iris {
namespace {

constexpr std::array stainingThresholds{0.12, 0.32, 0.62};
constexpr std::array grainThresholds{0.012, 0.055, 0.14};

template <typename Thresholds> int ratingOf(double value, const Thresholds& thresholds)
{
    return static_cast<int>(std::ranges::count_if(thresholds, [&](double t) { return value >= t; }));
}

} // namespace

double shareLeft(const Film& film, const Lab& lifted, const Spectrum& paper)
{
    const auto miss = [&](double thickness) { return deltaE00(seenLab(film, thickness, paper), lifted); };
    return lowestBetween(0, 1, miss);
}

int stainingOf(double shareLeft)
{
    return ratingOf(shareLeft, stainingThresholds);
}

int granulationOf(double grain)
{
    return ratingOf(grain, grainThresholds);
}

} // namespace iris
