#pragma once

#include "colour/cielab.h"
#include "mixing/labchunk.h"

#include <cstdint>
#include <limits>
#include <span>

namespace iris {

/// Colour differences of many pairs at once; every array has the same length.
struct LabColumns {
    std::span<const float> l;
    std::span<const float> a;
    std::span<const float> b;
};

/// CIEDE2000 of many pairs, single precision, without trigonometric calls; within 0.0005 of deltaE00().
void deltaE00(const LabColumns& first, const LabColumns& second, std::span<float> out);

/// Single-precision distances this near a limit are measured again in double, deltaE00. The kernel and the vector
/// deltaE00 stay within a tenth of it.
inline constexpr float nearCall = 0.01F;

/// One colour to measure chunks against.
class ChunkTarget {
public:
    explicit ChunkTarget(const Lab& target);

    /// A recipe of a chunk and how far it is.
    struct Nearest {
        float apart = std::numeric_limits<float>::infinity();
        std::size_t place = 0;
    };

    /// The recipe of a chunk that is nearest, the first of those as near; infinitely far when none is nearer than the
    /// limit.
    Nearest nearest(const LabChunk& chunk, float limit) const;

    /// deltaE00 of each recipe of a chunk; infinitely far for some that are beyond the limit.
    /// @param washes how many of them are looked at
    void measure(const LabChunk& chunk, float limit, std::array<float, chunkRecipes>& apart,
                 std::size_t washes = recipeWashes.size()) const;

private:
    LabChunk m_repeated; ///< down the length of a chunk
};

/// A regular grid of cells over CIELAB.
struct CellGrid {
    float size = 1;             ///< of a cell, in every direction
    std::array<float, 3> start; ///< lowest L, a and b
    std::array<int, 3> cells;   ///< how many along L, a and b

    std::size_t count() const { return static_cast<std::size_t>(cells[0]) * cells[1] * cells[2]; }
};

/// The cell of each colour of a chunk, counted along b first, then a, then L; the nearest cell for a colour outside.
void cellsOf(const LabChunk& chunk, const CellGrid& grid, std::array<std::uint32_t, chunkRecipes>& cells);

} // namespace iris
