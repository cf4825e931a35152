#pragma once

#include "mixing/labchunk.h"
#include "mixing/recipe.h"
#include "paint/paint.h"

#include <span>

namespace iris {

namespace kernel {
struct Job;
struct Weights;
} // namespace kernel

/// What an estimate of the kernel may be off by, deltaE00. With each reciprocal and root off by e = 2^-14, to whichever
/// side is worse, a band's light is off by at most 3.5 e of itself (searched through in tst_mixkernel), and so are X, Y
/// and Z: 0.008 in L*, 0.03 in b*, and in a* 0.02, or 0.07 where X and Y come from different bands, which is a vivid
/// colour, of which deltaE00 counts a third. The most that was seen, in 7 million recipes of 400 paints, is 0.004.
inline constexpr float nearEstimate = 0.05F;

/// Makes the colours of all recipes of up to three tubes out of a list, fast: single precision, many ratios side by
/// side, whatever vector instructions the processor has. Per band, with A = S + K and B = sqrt(K (K + 2 S)),
///
///     R(x) = Rinf + (Rg - Rinf) (1 + v) / (exp(2 B x) + v),
///     Rinf = S / (A + B), v = (B - A + Rg S) / (B + A - Rg S),
///
/// the closed form of film.h with one division and no subtraction of near-equal numbers; exp at 2 x is the square of
/// exp at x, so two exponentials serve all ten washes. Within 0.001 deltaE00 of colourOf().
/// Colours may differ in the last bits between processors: whoever decides on them checks near calls in double.
class MixKernel {
public:
    /// @param handling its recipes can be counted out with; where it lays all in one go, the full wash stands in the
    /// places of the thicker ones, too
    MixKernel(std::span<const Paint> paints, Handling handling);

    /// How many chunks a set of this many tubes has: 1, 2 and 4.
    static std::size_t chunkCount(std::size_t tubes);

    /// The recipe that stands at a place of a chunk.
    Recipe recipeAt(std::span<const std::size_t> set, std::size_t chunk, std::size_t place) const;

    /// The colours of one chunk of a set of one to three different paints.
    void mix(std::span<const std::size_t> set, std::size_t chunk, LabChunk& out) const;

    /// The colours of all chunks of a set.
    /// @return so many of the chunks as it has
    std::span<const LabChunk> mix(std::span<const std::size_t> set, SetChunks& out) const;

    /// The same as mix(), in three quarters of the time where the processor has AVX-512: within nearEstimate.
    std::span<const LabChunk> estimate(std::span<const std::size_t> set, SetChunks& out) const;

private:
    using Maker = void (*)(const kernel::Job& job, const kernel::Weights& weights, LabChunk& out);

    /// The wash of a place of a chunk.
    double washAt(std::size_t place) const;
    /// Has chunks made from one on.
    void make(Maker maker, std::span<const std::size_t> set, std::size_t first, std::span<LabChunk> out) const;
    void ratiosFrom(std::span<const std::size_t> set, std::size_t place, std::span<Ratio> ratios) const;

    std::vector<float> m_films; ///< for each paint strength * K, then strength * S, 36 bands each
    Handling m_handling;
    std::vector<float> m_strengths;
    std::vector<double> m_logStrengths;
    std::array<float, bandCount> m_paper{};
};

/// Films of 16 paints side by side.
struct alignas(64) FilmLanes {
    using Lanes = std::array<float, chunkRatios>;

    std::array<Lanes, bandCount> absorption{};
    std::array<Lanes, bandCount> scattering{};

    /// @param thickness the film is made so many times as thick, above 0
    void set(std::size_t lane, const Film& film, double thickness);
};

/// The colours of films at each of recipeWashes, with lanes in the place of ratios: as seenLab(), within 0.001
/// deltaE00.
void washesOf(const FilmLanes& films, const Spectrum& paper, LabChunk& out);

/// The name of the vector instructions in use, for benchmarks and bug reports.
const char* vectorInstructions();

} // namespace iris
