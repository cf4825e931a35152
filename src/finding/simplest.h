#pragma once

#include "colour/colourmeant.h"
#include "mixing/recipe.h"

#include <optional>
#include <span>

namespace iris {

/// Of so many paints at most pairs are looked at.
inline constexpr std::size_t mostInPairsAtOnce = 100;

/// The simplest paint that is what some words mean: of tubes alone and pairs, in all washes, that fall into the range
/// the one nearest to its middle, where a second tube counts as 15 farther off and laying it twice as 8 (CIE 1976;
/// ours). Words leave room: what is aimed at within them is what is easily mixed. Takes some 25 ms at most.
/// @param places of the paints that may be used, each once
/// @return nothing where neither falls into the range
std::optional<Recipe> simplestWithin(const ColourRange& range, std::span<const Paint> paints,
                                     std::span<const std::size_t> places, Handling handling);

} // namespace iris
