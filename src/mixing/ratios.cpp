#include "mixing/ratios.h"

#include "base/text.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <cstdint>
#include <limits>
#include <map>
#include <numeric>
#include <set>

namespace iris {
namespace {

int total(const Ratio& ratio)
{
    return ratio[0] + ratio[1] + ratio[2];
}

Ratio lowestTerms(Ratio ratio)
{
    const int divisor = std::gcd(std::gcd(ratio[0], ratio[1]), ratio[2]);
    for (int& amount : ratio)
        amount /= divisor;
    return ratio;
}

/// The amounts one tube may have, in touches: fewer than make a part, then whole parts.
std::vector<int> amountsOfOne(int aPart)
{
    std::vector<int> amounts;
    for (int touches = 1; touches < aPart; ++touches)
        amounts.push_back(touches);
    for (int parts = 1; parts < mostParts; ++parts)
        amounts.push_back(parts * aPart);
    return amounts;
}

bool canBeCounted(const Ratio& touches, int aPart)
{
    int parts = 0;
    bool anyTouches = false;
    for (const int amount : touches) {
        const bool whole = amount % aPart == 0;
        parts += whole ? amount / aPart : 0;
        anyTouches = anyTouches || !whole;
    }
    return parts >= 1 && parts <= (anyTouches ? mostPartsBesideTouches : mostParts);
}

/// False for what would be told in parts, and too many of them: touches of which none is small beside the others.
bool isPlain(const Ratio& ratio)
{
    return std::ranges::max(ratio) > mostParts || total(ratio) <= mostParts;
}

std::vector<Ratio> allRatios(int tubes, int aPart)
{
    if (tubes == 1)
        return {{1, 0, 0}};
    const std::vector<int> amounts = amountsOfOne(aPart);
    const std::vector<int> third = tubes == 3 ? amounts : std::vector<int>{0};
    std::set<Ratio> found;
    for (const int a : amounts)
        for (const int b : amounts)
            for (const int c : third)
                if (canBeCounted({a, b, c}, aPart) && isPlain(lowestTerms({a, b, c})))
                    found.insert(lowestTerms({a, b, c}));
    std::vector<Ratio> ratios(found.begin(), found.end());
    std::ranges::stable_sort(ratios, {}, total);
    return ratios;
}

/// ln of the second and third amount over the first.
struct LogRatio {
    double second = 0;
    double third = 0;
};

LogRatio logsOf(const Ratio& ratio)
{
    const double first = std::log(ratio[0]);
    return {std::log(ratio[1]) - first, ratio[2] > 0 ? std::log(ratio[2]) - first : 0};
}

/// By what each tube is to each other, so that no tube counts for more.
double squaredBetween(const LogRatio& one, const LogRatio& other)
{
    const double second = one.second - other.second;
    const double third = one.third - other.third;
    return second * second + third * third + (second - third) * (second - third);
}

/// Finds the nearest of some ratios, the first of those that are as near.
class NearestOf {
public:
    explicit NearestOf(std::span<const Ratio> ratios)
    {
        for (std::size_t i = 0; i < ratios.size(); ++i)
            m_bySecond.push_back({logsOf(ratios[i]), i});
        std::ranges::sort(m_bySecond, {}, [](const One& one) { return std::pair(one.logs.second, one.place); });
    }

    /// @return its place
    std::size_t to(const LogRatio& wanted) const
    {
        Best best;
        const auto middle = std::ranges::lower_bound(m_bySecond, wanted.second, {}, secondOf);
        for (auto after = middle; after != m_bySecond.end() && keepNearer(best, *after, wanted);)
            ++after;
        for (auto before = middle; before != m_bySecond.begin() && keepNearer(best, *std::prev(before), wanted);)
            --before;
        return best.place;
    }

private:
    struct One {
        LogRatio logs;
        std::size_t place;
    };
    struct Best {
        double apart = std::numeric_limits<double>::infinity();
        std::size_t place = 0;
    };

    static double secondOf(const One& one) { return one.logs.second; }

    /// @return false when what lies farther along the second is farther than the best
    static bool keepNearer(Best& best, const One& one, const LogRatio& wanted)
    {
        const double apart = squaredBetween(wanted, one.logs);
        if (std::pair(apart, one.place) < std::pair(best.apart, best.place))
            best = {apart, one.place};
        // Whatever the third, squaredBetween() is at least half as much again as this.
        const double along = one.logs.second - wanted.second;
        return along * along <= best.apart;
    }

    std::vector<One> m_bySecond;
};

/// The nearest countable ratios, looked up: a map of logarithms in cells of 0.07, each with the ratio nearest to its
/// middle. Countable ratios are mostly farther apart than that; where they are not, either will do.
class NearestRatios {
public:
    explicit NearestRatios(std::span<const Ratio> ratios) : m_ratios(ratios), m_rows(ratios.front()[2] > 0 ? cells : 1)
    {
        const NearestOf nearest(m_ratios);
        for (int third = 0; third < m_rows; ++third)
            for (int second = 0; second < cells; ++second)
                m_nearest.push_back(
                    static_cast<std::uint16_t>(nearest.to({middle(second), m_rows > 1 ? middle(third) : 0})));
    }

    /// Logarithms as cellAt() wants them: millions are looked up, so that what can be done before is.
    static LogRatio inCells(const LogRatio& logs) { return {logs.second / size, logs.third / size}; }

    /// Where to look; the third counts only of three tubes.
    static int cellAt(double second, double third) { return cellOf(third) * cells + cellOf(second); }
    static int cellAt(double second) { return cellOf(second); }

    const Ratio& inCell(int cell) const { return m_ratios[m_nearest[static_cast<std::size_t>(cell)]]; }

private:
    static constexpr int cells = 141;
    static constexpr double size = 0.07;

    static double middle(int cell) { return (cell - cells / 2) * size; }
    static int cellOf(double inCells)
    {
        // Cut off after adding a half, since a call to round costs as much as all the rest.
        return static_cast<int>(std::clamp(inCells + (cells / 2 + 0.5), 0.0, cells - 0.5));
    }

    std::span<const Ratio> m_ratios;
    int m_rows;
    std::vector<std::uint16_t> m_nearest; ///< the place among the countable ratios
};

/// What can be counted out with a brush of so many touches, and the nearest of it.
struct Countable {
    explicit Countable(int touches)
        : countable{allRatios(1, touches), allRatios(2, touches), allRatios(3, touches)},
          pairs(countable[1]),
          triples(countable[2])
    {
    }

    std::array<std::vector<Ratio>, 3> countable;
    NearestRatios pairs;
    NearestRatios triples;
};

/// Each made when it is first asked for.
template <int touches> const Countable& countableWith()
{
    static const Countable countable(touches);
    return countable;
}

const Countable& countableWith(Handling handling)
{
    switch (handling.touchesAPart) {
    case 4: return countableWith<4>();
    case 6: return countableWith<6>();
    case 10: return countableWith<10>();
    case 12: return countableWith<12>();
    default: return countableWith<usualTouchesAPart>();
    }
}

/// The shares by strength that are tried, over the first, as NearestRatios wants them.
struct TriedShares {
    std::vector<double> second, third;

    void add(double a, double b, double c)
    {
        const LogRatio logs = NearestRatios::inCells({std::log(b / a), std::log(c / a)});
        second.push_back(logs.second);
        third.push_back(logs.third);
    }
};

TriedShares triedPairs()
{
    const auto count = static_cast<int>(triedRatios[1]);
    TriedShares shares;
    for (int k = 1; k <= count; ++k)
        shares.add(count + 1 - k, k, 1);
    return shares;
}

TriedShares triedTriples()
{
    TriedShares shares;
    constexpr int twelfths = 12;
    for (int a = 1; a < twelfths; ++a)
        for (int b = 1; a + b < twelfths; ++b)
            shares.add(a, b, twelfths - a - b);
    for (const double least : {0.5, 0.25}) { // of two of them
        shares.add(twelfths - 2 * least, least, least);
        shares.add(least, twelfths - 2 * least, least);
        shares.add(least, least, twelfths - 2 * least);
    }
    constexpr double little = 0.5; // of one
    constexpr double rest = (twelfths - little) / 2;
    shares.add(little, rest, rest);
    shares.add(rest, little, rest);
    shares.add(rest, rest, little);
    assert(shares.second.size() == triedRatios[2]);
    return shares;
}

} // namespace

Handling onWhitePaper(Handling handling)
{
    handling.paper = {};
    return handling;
}

bool canMakeAPart(int touches)
{
    return std::ranges::find(allTouchesAPart, touches) != allTouchesAPart.end();
}

std::span<const Ratio> countableRatios(int tubes, Handling handling)
{
    assert(tubes >= 1 && tubes <= 3);
    return countableWith(handling).countable[static_cast<std::size_t>(tubes - 1)];
}

void fillTriedRatios(std::span<const double> logStrengths, std::size_t first, std::span<Ratio> ratios,
                     Handling handling)
{
    static const TriedShares pairs = triedPairs();
    static const TriedShares triples = triedTriples();
    const std::size_t tubes = logStrengths.size();
    assert(first + ratios.size() <= triedRatios[tubes - 1] || tubes == 1);
    if (tubes == 1) {
        std::ranges::fill(ratios, Ratio{1, 0, 0});
        return;
    }
    const Countable& countable = countableWith(handling);
    const NearestRatios& nearest = tubes == 2 ? countable.pairs : countable.triples;
    // A share by strength is amount times strength.
    const LogRatio stronger =
        NearestRatios::inCells({logStrengths[1] - logStrengths[0], tubes == 3 ? logStrengths[2] - logStrengths[0] : 0});
    // A loop of its own, which the compiler makes one of vectors.
    std::array<int, std::ranges::max(triedRatios)> cells;
    const double* second = (tubes == 2 ? pairs : triples).second.data() + first;
    const double* third = triples.third.data() + first;
    if (tubes == 2)
        for (std::size_t i = 0; i < ratios.size(); ++i)
            cells[i] = NearestRatios::cellAt(second[i] - stronger.second);
    else
        for (std::size_t i = 0; i < ratios.size(); ++i)
            cells[i] = NearestRatios::cellAt(second[i] - stronger.second, third[i] - stronger.third);
    for (std::size_t i = 0; i < ratios.size(); ++i)
        ratios[i] = nearest.inCell(cells[i]);
}

std::vector<Ratio> triedRatiosOf(std::span<const double> strengths, Handling handling)
{
    std::vector<double> logs;
    for (const double strength : strengths)
        logs.push_back(std::log(strength));
    std::vector<Ratio> ratios;
    std::vector<Ratio> tried(triedRatios[strengths.size() - 1]);
    fillTriedRatios(logs, 0, tried, handling);
    for (const Ratio& ratio : tried)
        if (std::ranges::find(ratios, ratio) == ratios.end())
            ratios.push_back(ratio);
    return ratios;
}

std::array<int, 2> nearestParts(double ratio, Handling handling)
{
    const double most = handling.touchesAPart * mostPartsBesideTouches;
    if (ratio > most)
        return {static_cast<int>(std::lround(ratio)), 1};
    if (ratio < 1 / most)
        return {1, static_cast<int>(std::lround(1 / ratio))};
    const auto distance = [&](const Ratio& r) {
        return std::abs(std::log(static_cast<double>(r[0]) / r[1]) - std::log(ratio));
    };
    const Ratio best = *std::ranges::min_element(countableRatios(2, handling), {}, distance);
    return {best[0], best[1]};
}

Ratio nearestParts(const std::array<double, 3>& amounts, Handling handling)
{
    assert(amounts[0] > 0);
    if (amounts[1] <= 0)
        return {1, 0, 0};
    if (amounts[2] <= 0) {
        const auto pair = nearestParts(amounts[0] / amounts[1], handling);
        return {pair[0], pair[1], 0};
    }
    const double least = std::ranges::min(amounts);
    if (amounts[0] + amounts[1] + amounts[2] > least * (handling.touchesAPart * mostPartsBesideTouches + 2)) {
        Ratio parts{};
        for (std::size_t i = 0; i < 3; ++i)
            parts[i] = std::max(1, static_cast<int>(std::lround(amounts[i] / least)));
        return parts;
    }
    const LogRatio wanted{std::log(amounts[1] / amounts[0]), std::log(amounts[2] / amounts[0])};
    return *std::ranges::min_element(countableRatios(3, handling), {},
                                     [&](const Ratio& ratio) { return squaredBetween(wanted, logsOf(ratio)); });
}

Counted counted(std::vector<int> amounts, Handling handling)
{
    if (std::ranges::max(amounts) <= mostParts)
        return {std::move(amounts), 0};
    const int aPart = handling.touchesAPart;
    for (int times = 1; times < aPart; ++times) {
        const bool countable = std::ranges::all_of(amounts, [&](int amount) {
            const int touches = times * amount;
            return touches < aPart || (touches % aPart == 0 && touches <= mostParts * aPart);
        });
        if (countable) {
            for (int& amount : amounts)
                amount *= times;
            return {std::move(amounts), aPart};
        }
    }
    return {std::move(amounts), 0};
}

std::string Counted::words(std::size_t tube) const
{
    const int amount = amounts[tube];
    if (touches == 0 || amount >= touches)
        return std::to_string(touches > 0 ? amount / touches : amount);
    return amount == 1 ? "a touch of" : std::to_string(amount) + " touches of";
}

std::string Counted::text(std::size_t tube) const
{
    const int amount = amounts[tube];
    return touches == 0 || amount >= touches ? words(tube) : std::to_string(amount) + "t";
}

std::string Counted::inWords() const
{
    std::vector<std::string> said;
    for (std::size_t tube = 0; tube < amounts.size(); ++tube) {
        const bool inTouches = touches > 0 && amounts[tube] < touches;
        const int amount = touches == 0 || inTouches ? amounts[tube] : amounts[tube] / touches;
        const std::string unit = inTouches ? "touch" : "part";
        const std::string several = inTouches ? " touches" : " parts";
        said.push_back(amount == 1 ? "a " + unit : std::to_string(amount) + several);
    }
    return joinedInWords(said);
}

} // namespace iris
