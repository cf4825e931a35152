#pragma once

#include "mixing/ratios.h"
#include "mixing/recipe.h"
#include "paint/paint.h"

#include <cstdint>
#include <span>

namespace iris {

/// How many recipes the kernel makes at a time: 16 ratios of one set of tubes at each of the 8 washes.
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

/// Colour differences of many pairs at once; every array has the same length.
struct LabColumns {
    std::span<const float> l;
    std::span<const float> a;
    std::span<const float> b;
};

/// Makes the colours of all recipes of up to three tubes out of a list, fast: single precision, many ratios side by
/// side, whatever vector instructions the processor has. Per band, with A = S + K and B = sqrt(K (K + 2 S)),
///
///     R(x) = Rinf + (Rg - Rinf) (1 + v) / (exp(2 B x) + v),
///     Rinf = S / (A + B), v = (B - A + Rg S) / (B + A - Rg S),
///
/// the closed form of film.h with one division and no subtraction of near-equal numbers; exp at 2 x is the square of
/// exp at x, so two exponentials serve all eight washes. Within 0.001 deltaE00 of colourOf().
/// Colours may differ in the last bits between processors: whoever decides on them checks near calls in double.
class MixKernel {
public:
    explicit MixKernel(std::span<const Paint> paints, const Spectrum& paper = whitePaper());

    /// How many chunks a set of this many tubes has: 1, 2 and 4.
    static std::size_t chunkCount(std::size_t tubes);

    /// The recipe that stands at a place of a chunk.
    Recipe recipeAt(std::span<const std::size_t> set, std::size_t chunk, std::size_t place) const;

    /// The colours of one chunk of a set of one to three different paints.
    void mix(std::span<const std::size_t> set, std::size_t chunk, LabChunk& out) const;

    /// The colours of all chunks of a set.
    /// @return so many of the chunks as it has
    std::span<const LabChunk> mix(std::span<const std::size_t> set, SetChunks& out) const;

private:
    void mix(std::span<const std::size_t> set, std::size_t first, std::span<LabChunk> out) const;
    void ratiosFrom(std::span<const std::size_t> set, std::size_t place, std::span<Ratio> ratios) const;

    std::vector<float> m_films;     ///< for each paint strength * K, then strength * S, 36 bands each
    int m_touches = touchesAPart(); ///< the same for every chunk, whatever is set meanwhile
    std::vector<float> m_strengths;
    std::vector<double> m_logStrengths;
    std::array<float, bandCount> m_paper{};
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

/// CIEDE2000 of many pairs, single precision, without trigonometric calls; within 0.0005 of deltaE00().
void deltaE00(const LabColumns& first, const LabColumns& second, std::span<float> out);

/// True when every lightness is so far from a target's that CIEDE2000 is beyond a limit: it is at least the difference
/// in L* over S_L, since the terms of chroma and hue together never take away, and S_L is at most 1.75.
bool isFarByLightness(std::span<const float> l, float target, float limit);

/// The name of the vector instructions in use, for benchmarks and bug reports.
const char* vectorInstructions();

} // namespace iris
