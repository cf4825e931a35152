#pragma once

#include "mixing/handling.h"

#include <array>
#include <span>
#include <string>
#include <vector>

namespace iris {

/// The most parts a recipe counts out in all: what can still be judged by eye in a well.
inline constexpr int mostParts = 12;

/// The most parts of other tubes that a touch is stirred into.
inline constexpr int mostPartsBesideTouches = 6;

/// Amounts of up to three tubes, in proportion: no common divisor; unused places are 0. Up to mostParts each they are
/// parts; a larger one is counted out in touches, 48:1 as six parts and a touch, 20:1 as five parts and two touches.
using Ratio = std::array<int, 3>;

/// Every way to count out `tubes` tubes (1 to 3) with a brush, no two the same mix, least paint first: up to mostParts
/// whole parts in all, each tube at least one; or one or two tubes by touches, fewer than make a part, in up to
/// mostPartsBesideTouches parts of the others.
std::span<const Ratio> countableRatios(int tubes, Handling handling);

/// How many ratios of a set of tubes are tried: 1, 32 and 64.
inline constexpr std::array<std::size_t, 3> triedRatios{1, 32, 64};

/// The ratios that are tried, from place `first` on: the shares by tinting strength are spread evenly, k/33 of the
/// second tube of a pair, twelfths of three tubes and a few smaller shares of one or two of them, and the countable
/// ratio nearest to each is taken, by the logarithms of what the tubes are to one another. So a strong tube enters by
/// touches, and a weak one is not spent on ratios that look alike.
/// @param logStrengths ln(tinting strength) of the 1 to 3 tubes
/// @param ratios as many as are wanted, up to triedRatios of that many tubes; of one tube any number
void fillTriedRatios(std::span<const double> logStrengths, std::size_t first, std::span<Ratio> ratios,
                     Handling handling);

/// All that are tried of some tubes, each once, in the order of their places.
std::vector<Ratio> triedRatiosOf(std::span<const double> strengths, Handling handling);

/// The washes a recipe is tried at: film thickness on a ladder of factor sqrt(2), 2 down to 0.088. What is thicker than
/// a full wash is laid twice, or creamy.
inline constexpr std::array<double, 10> recipeWashes{2.0,   1.4142135623730951,  1.0,  0.70710678118654752,
                                                     0.5,   0.35355339059327376, 0.25, 0.17677669529663688,
                                                     0.125, 0.08838834764831845};
/// The place of the full wash among them.
inline constexpr std::size_t fullWashPlace = 2;
static_assert(recipeWashes[fullWashPlace] == 1);

/// The thickest a brush lays: twice a full wash, or a full wash where all is laid in one go.
inline double thickestWash(Handling handling)
{
    return recipeWashes[handling.inOneGo ? fullWashPlace : 0];
}

/// Whether a film is thicker than a full wash, as wash words tell it: to be laid twice, or creamy.
inline bool isLaidTwice(double wash)
{
    return wash > 1.05;
}

/// What a mix in one go may be farther off than one laid twice and is laid all the same, deltaE00: what is hardly seen
/// at a glance. Our judgement.
inline constexpr double worthASecondLayer = 2;

/// The countable ratio (first, second) nearest to first/second, by the logarithm; beyond six parts to a touch so
/// many parts to one. The ratio must be positive.
std::array<int, 2> nearestParts(double ratio, Handling handling);

/// The countable ratio nearest to amounts of two or three tubes (> 0; 0 for an unused place), by the sum of squared
/// logarithms of what each is to each other; where one is less than a touch in six parts, so many parts to one of the
/// least.
Ratio nearestParts(const std::array<double, 3>& amounts, Handling handling);

/// How amounts in proportion are counted out with a brush.
struct Counted {
    std::vector<int> amounts; ///< in parts, or all in touches: fewer than make a part, or a whole number of parts
    int touches = 0;          ///< that make a part, where amounts are in touches; else 0

    /// How an amount is told before the name of its tube: "6", "a touch of", "3 touches of".
    std::string words(std::size_t tube) const;
    /// As it stands in a short recipe, "6", or "5t" for five touches.
    std::string text(std::size_t tube) const;
    /// All of them as a hand counts: "3 parts and 5 touches".
    std::string inWords() const;
};

/// In parts where no amount is beyond mostParts, or where nothing else can be counted; else in touches.
Counted counted(std::vector<int> amounts, Handling handling);

/// The same of the parts of a recipe or of a record; nothing of none.
template <typename Parts> Counted countedParts(const Parts& parts, Handling handling)
{
    std::vector<int> amounts;
    for (const auto& part : parts)
        amounts.push_back(part.parts);
    return amounts.empty() ? Counted{} : counted(std::move(amounts), handling);
}

} // namespace iris
