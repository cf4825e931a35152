#pragma once

#include "mixing/ratios.h"

#include <array>
#include <cstddef>

namespace iris {

/// How many recipes the kernel makes at a time: 16 ratios of one set of tubes at each of the 10 washes.
inline constexpr std::size_t chunkRatios = 16;
inline constexpr std::size_t chunkRecipes = chunkRatios * recipeWashes.size();

/// The colours of one chunk, CIELAB D50 in single precision. Recipe (ratio r, wash w) stands at w * 16 + r.
/// Places beyond the last ratio repeat it.
struct alignas(64) LabChunk {
    std::array<float, chunkRecipes> l;
    std::array<float, chunkRecipes> a;
    std::array<float, chunkRecipes> b;
};

/// Room for all chunks of a set of three.
using SetChunks = std::array<LabChunk, (triedRatios[2] + chunkRatios - 1) / chunkRatios>;

} // namespace iris
