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

/// Single-precision distances this near a tolerance are measured again in double, deltaE00. The kernel and the vector
/// deltaE00 stay within a tenth of it.
inline constexpr float nearCall = 0.01F;

/// A map of colour space in cells of 3 units, so that of millions of recipes only those near the edge of a need's
/// tolerance are measured. What a cell knows follows from the least and the most that deltaE00 can be in it
/// (colour/deltaerange.h), blocks of cells being split until it is known. Cells at the edge of the map stand for
/// everything beyond and may meet any need. A map holds one word of needs: more would push it out of the cache.
class NeedGrid {
public:
    using Word = std::uint64_t;

    /// @param radii how near counts for each need, deltaE00; as many as needs, at most NeedMask::wordBits
    NeedGrid(std::span<const Need> needs, std::span<const double> radii);

    const Need& need(std::size_t need) const { return m_needs[need]; }

    /// For each recipe of a chunk the wanted needs it may meet.
    /// @return those that some recipe of the chunk surely meets
    Word look(const LabChunk& chunk, Word wanted, std::array<Word, chunkRecipes>& maybe) const;

private:
    /// A mask a cell: the needs that some colour in it may meet, and among them those that every colour in it meets.
    /// Two lists, since most cells hold nothing that is wanted and the second is not looked at.
    std::vector<Word> m_maybe;
    std::vector<Word> m_surely;
    std::vector<Need> m_needs;
};

/// The maps of up to mostNeeds needs, one for every 64 of them.
std::vector<NeedGrid> gridsOf(std::span<const Need> needs, std::span<const double> radii);

/// Measures recipes against the needs near them. Holds work space: one a thread.
class TouchFinder {
public:
    /// The grids must outlive the finder.
    explicit TouchFinder(const std::vector<NeedGrid>& grids) : m_grids(grids), m_maybe(grids.size()) {}

    /// Looks at a new chunk: the wanted needs that some recipe of it surely meets.
    NeedMask surelyMet(const LabChunk& chunk, const NeedMask& wanted);

    /// The wanted needs, out of those asked for in surelyMet(), that recipes of the chunk last looked at may meet, with
    /// their distances. What is left out is farther than its radius. The view holds until the next call.
    std::span<const Touch> touches(const LabChunk& chunk, const NeedMask& wanted);

private:
    void add(const LabChunk& chunk, std::size_t place, std::size_t need);
    const Need& needAt(std::size_t need) const;

    const std::vector<NeedGrid>& m_grids;
    std::vector<std::array<NeedGrid::Word, chunkRecipes>> m_maybe;
    std::vector<Touch> m_touches;
    std::array<std::vector<float>, 6> m_columns; ///< L, a, b of recipes, then of needs; longer than in use
    std::vector<float> m_apart;
};

} // namespace iris
