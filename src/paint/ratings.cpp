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

std::string_view wordOf(int rating, int first, std::span<const std::string_view> words)
{
    const int last = static_cast<int>(words.size()) - 1;
    return words[static_cast<std::size_t>(std::clamp(rating - first, 0, last))];
}

} // namespace

std::string_view lightfastnessWord(int rating)
{
    static constexpr std::array<std::string_view, 5> words{"excellent", "very good", "fair", "poor", "fugitive"};
    return wordOf(rating, 1, words);
}

std::string_view stainingWord(int rating)
{
    static constexpr std::array<std::string_view, 4> words{"lifts clean", "lifts mostly", "stains", "stains heavily"};
    return wordOf(rating, 0, words);
}

std::string_view granulationWord(int rating)
{
    static constexpr std::array<std::string_view, 4> words{"smooth", "slight grain", "granulates",
                                                           "granulates strongly"};
    return wordOf(rating, 0, words);
}

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
