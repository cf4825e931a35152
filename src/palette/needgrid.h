#pragma once

#include "mixing/mixkernel.h"
#include "palette/need.h"

#include <span>
#include <vector>

namespace iris {

/// Recipes that may meet needs, found in one chunk: which need, where in the chunk, how far apart (single precision).
struct Touch {
    std::size_t need;
    std::size_t place;
    float apart;
};

/// What a cell of the grid knows: the needs that every colour in it meets, and those that some colour in it may meet.
struct CellMasks {
    NeedMask surely = 0;
    NeedMask maybe = 0; ///< includes `surely`
};

/// Single-precision distances this near a tolerance are measured again in double, deltaE00. The kernel and the vector
/// deltaE00 stay within a tenth of it.
inline constexpr float nearCall = 0.01F;

/// A map of colour space in cells of 3 units, so that of millions of recipes only those near the edge of a need's
/// tolerance are measured. What a cell knows follows from the least and the most that deltaE00 can be in it
/// (colour/deltaerange.h), blocks of cells being split until it is known. Cells at the edge of the map stand for
/// everything beyond and may meet any need.
class NeedGrid {
public:
    /// @param radii how near counts for each need, deltaE00; as many as needs, at most mostNeeds
    NeedGrid(std::span<const Need> needs, std::span<const double> radii);

    const Lab& target(std::size_t need) const { return m_targets[need]; }

    /// The cell of each recipe of a chunk.
    void masksOf(const LabChunk& chunk, std::array<CellMasks, chunkRecipes>& masks) const;

private:
    void note(std::size_t need, double radius);

    std::vector<CellMasks> m_cells;
    std::vector<Lab> m_targets;
};

/// Measures recipes against the needs near them. Holds work space: one a thread.
class TouchFinder {
public:
    /// The grid must outlive the finder.
    explicit TouchFinder(const NeedGrid& grid) : m_grid(grid) {}

    /// Looks at a new chunk: the needs that some recipe of it surely meets.
    NeedMask surelyMet(const LabChunk& chunk);

    /// The wanted needs that recipes of the chunk last looked at may meet, with their distances. What is left out is
    /// farther than its radius. The view holds until the next call.
    std::span<const Touch> touches(const LabChunk& chunk, NeedMask wanted);

private:
    void add(const LabChunk& chunk, std::size_t place, std::size_t need);

    const NeedGrid& m_grid;
    std::array<CellMasks, chunkRecipes> m_masks{};
    NeedMask m_anywhere = 0; ///< needs some recipe of the chunk may meet
    std::vector<Touch> m_touches;
    std::array<std::vector<float>, 6> m_columns; ///< L, a, b of recipes, then of needs; longer than in use
    std::vector<float> m_apart;
};

} // namespace iris
