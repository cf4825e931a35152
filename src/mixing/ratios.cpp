#include "mixing/ratios.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <numeric>

namespace iris {
namespace {

int total(const Ratio& ratio)
{
    return ratio[0] + ratio[1] + ratio[2];
}

std::vector<Ratio> allRatios(int tubes)
{
    const int most = mostParts - (tubes - 1);
    std::vector<Ratio> ratios;
    for (int a = 1; a <= (tubes == 1 ? 1 : most); ++a)
        for (int b = tubes > 1 ? 1 : 0; b <= (tubes > 1 ? most : 0); ++b)
            for (int c = tubes > 2 ? 1 : 0; c <= (tubes > 2 ? most : 0); ++c)
                if (a + b + c <= mostParts && std::gcd(std::gcd(a, b), c) == 1)
                    ratios.push_back({a, b, c});
    std::ranges::stable_sort(ratios, {}, total);
    return ratios;
}

} // namespace

std::span<const Ratio> ratiosOf(int tubes)
{
    static const std::array<std::vector<Ratio>, 3> tables{allRatios(1), allRatios(2), allRatios(3)};
    assert(tubes >= 1 && tubes <= 3);
    return tables[static_cast<std::size_t>(tubes - 1)];
}

std::array<int, 2> nearestParts(double ratio)
{
    if (ratio > mostParts - 1)
        return {static_cast<int>(std::lround(ratio)), 1};
    if (ratio < 1.0 / (mostParts - 1))
        return {1, static_cast<int>(std::lround(1 / ratio))};
    const auto distance = [&](const Ratio& r) {
        return std::abs(std::log(static_cast<double>(r[0]) / r[1]) - std::log(ratio));
    };
    const Ratio best = *std::ranges::min_element(ratiosOf(2), {}, distance);
    return {best[0], best[1]};
}

Ratio nearestParts(const std::array<double, 3>& amounts)
{
    assert(amounts[0] > 0);
    const auto tubes = static_cast<int>(std::ranges::count_if(amounts, [](double amount) { return amount > 0; }));
    double least = amounts[0];
    double total = 0;
    for (int i = 0; i < tubes; ++i) {
        const double amount = amounts[static_cast<std::size_t>(i)];
        least = std::min(least, amount);
        total += amount;
    }
    Ratio parts{};
    if (total > least * mostParts) {
        for (std::size_t i = 0; i < static_cast<std::size_t>(tubes); ++i)
            parts[i] = std::max(1, static_cast<int>(std::lround(amounts[i] / least)));
        return parts;
    }
    const auto distance = [&](const Ratio& ratio) {
        double sum = 0;
        for (std::size_t i = 1; i < static_cast<std::size_t>(tubes); ++i) {
            const double off = std::log(static_cast<double>(ratio[i]) / ratio[0]) - std::log(amounts[i] / amounts[0]);
            sum += off * off;
        }
        return sum;
    };
    return *std::ranges::min_element(ratiosOf(tubes), {}, distance);
}

} // namespace iris
