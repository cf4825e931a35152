#pragma once

#include <array>
#include <span>
#include <vector>

namespace iris {

/// The most parts a recipe counts out in all: what can still be judged by eye in a well.
inline constexpr int mostParts = 12;

/// Parts of up to three tubes; unused places are 0.
using Ratio = std::array<int, 3>;

/// Every way to share out up to mostParts whole parts among `tubes` tubes (1 to 3), each at least one, no two the
/// same mix (their greatest common divisor is 1), fewest parts first: 1, 45 and 196 of them.
std::span<const Ratio> ratiosOf(int tubes);

/// The washes a recipe is tried at: film thickness on a ladder of factor sqrt(2), 1 down to 0.088.
inline constexpr std::array<double, 8> recipeWashes{1.0,  0.70710678118654752, 0.5,   0.35355339059327376,
                                                    0.25, 0.17677669529663688, 0.125, 0.08838834764831845};

/// The whole parts (first, second) nearest to a ratio first/second, by the logarithm: up to mostParts in all, and
/// beyond that so many parts to one. The ratio must be positive.
std::array<int, 2> nearestParts(double ratio);

/// The whole parts nearest to amounts of two or three tubes (> 0; 0 for an unused place), by the sum of squared
/// logarithms of what each differs from the first: up to mostParts in all, and beyond that so many parts to one of the
/// least.
Ratio nearestParts(const std::array<double, 3>& amounts);

} // namespace iris
