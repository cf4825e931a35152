#include "finding/counting.h"

#include "mixing/ratios.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace iris {
namespace {

using Amounts = std::vector<int>;

/// How many of the nearest ratios are mixed.
constexpr std::size_t mostTried = 12;

int total(const Amounts& amounts)
{
    return std::accumulate(amounts.begin(), amounts.end(), 0);
}

Amounts lowestTerms(Amounts amounts)
{
    int divisor = 0;
    for (const int amount : amounts)
        divisor = std::gcd(divisor, amount);
    for (int& amount : amounts)
        amount /= divisor;
    return amounts;
}

/// How far amounts are from those wanted, by the logarithms of what each is to each other.
double squaredBetween(const Amounts& amounts, const std::vector<double>& wanted)
{
    std::vector<double> logs;
    for (std::size_t i = 0; i < amounts.size(); ++i)
        logs.push_back(std::log(amounts[i] / wanted[i]));
    double sum = 0;
    for (std::size_t i = 0; i < logs.size(); ++i)
        for (std::size_t j = i + 1; j < logs.size(); ++j)
            sum += (logs[i] - logs[j]) * (logs[i] - logs[j]);
    return sum;
}

/// Whole numbers in proportion to what is wanted, `whole` in all, each at least one.
Amounts inAll(const std::vector<double>& wanted, int whole)
{
    const double sum = std::accumulate(wanted.begin(), wanted.end(), 0.0);
    Amounts amounts;
    for (const double amount : wanted)
        amounts.push_back(std::max(1, static_cast<int>(std::lround(amount / sum * whole))));
    return amounts;
}

/// Small amounts in touches beside so many parts of the others.
Amounts besideParts(const std::vector<double>& wanted, int parts, Handling handling)
{
    const double sum = std::accumulate(wanted.begin(), wanted.end(), 0.0);
    const int aPart = handling.touchesAPart;
    Amounts touches;
    for (const double amount : wanted) {
        const double inTouches = amount / sum * parts * aPart;
        touches.push_back(inTouches < aPart - 0.5 ? std::max(1, static_cast<int>(std::lround(inTouches)))
                                                  : static_cast<int>(std::lround(inTouches / aPart)) * aPart);
    }
    return touches;
}

std::vector<Amounts> ratiosOf(const std::vector<double>& wanted, Handling handling)
{
    std::vector<Amounts> found;
    if (wanted.size() <= 3) {
        for (const Ratio& ratio : countableRatios(static_cast<int>(wanted.size()), handling))
            found.emplace_back(ratio.begin(), ratio.begin() + static_cast<std::ptrdiff_t>(wanted.size()));
        return found;
    }
    for (int whole = static_cast<int>(wanted.size()); whole <= mostParts; ++whole)
        if (Amounts amounts = inAll(wanted, whole); total(amounts) <= mostParts)
            found.push_back(lowestTerms(std::move(amounts)));
    for (int parts = 1; parts <= mostPartsBesideTouches; ++parts)
        found.push_back(lowestTerms(besideParts(wanted, parts, handling)));
    if (found.empty()
        || wanted.size() > static_cast<std::size_t>(mostParts)) // nobody can count that many; it is told as it is
        found = {inAll(wanted, 4 * static_cast<int>(wanted.size()))};
    return found;
}

std::vector<Amounts> nearestOf(std::vector<Amounts> ratios, const std::vector<double>& wanted)
{
    const std::size_t most = std::min(mostTried, ratios.size());
    std::ranges::partial_sort(ratios, ratios.begin() + static_cast<std::ptrdiff_t>(most), {},
                              [&](const Amounts& amounts) { return squaredBetween(amounts, wanted); });
    ratios.resize(most);
    return ratios;
}

} // namespace

CountedMix countedNear(const Finetuner& tuner, const Wanted& wanted, std::span<const std::size_t> set,
                       std::span<const Paint> paints, const Tuned& tuned, Handling handling)
{
    constexpr double asGood = 0.1;
    std::vector<double> amounts;
    for (std::size_t i = 0; i < set.size(); ++i)
        amounts.push_back(tuned.shares[i] / paints[set[i]].strength);
    std::vector<std::pair<Amounts, Tuned>> tried;
    double least = std::numeric_limits<double>::infinity();
    for (Amounts& ratio : nearestOf(ratiosOf(amounts, handling), amounts)) {
        Tuned mix{{}, tuned.wash, 0};
        for (std::size_t i = 0; i < set.size(); ++i)
            mix.shares.push_back(ratio[i] * paints[set[i]].strength);
        mix = tuner.washOf(set, mix);
        least = std::min(least, mix.apart);
        tried.emplace_back(std::move(ratio), std::move(mix));
    }
    std::erase_if(tried, [&](const auto& one) { return one.second.apart > least + asGood; });
    const auto& [ratio, mix] = *std::ranges::min_element(
        tried, {}, [](const auto& one) { return std::pair(total(one.first), one.second.apart); });
    CountedMix result;
    result.recipe.handling = handling;
    result.recipe.wash = std::max(thinnestWash, std::round(mix.wash * 1000) / 1000); // as it is told
    for (std::size_t i = 0; i < set.size(); ++i)
        result.recipe.parts.push_back({set[i], ratio[i]});
    result.laid = laidOut(mixedFilm(result.recipe, paints), result.recipe.wash, handling.paper);
    result.apart = apartFrom(wanted, result.laid);
    return result;
}

} // namespace iris
