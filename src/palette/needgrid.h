#pragma once

#include "mixing/labcolumns.h"
#include "mixing/mixkernel.h"
#include "mixing/recipe.h"
#include "palette/need.h"

#include <span>
#include <vector>

namespace iris {

/// Recipes that may meet needs, found in some chunks: which need, where in the chunks, how far apart (single
/// precision).
struct Touch {
    std::uint16_t need;
    std::uint8_t chunk;
    std::uint8_t place; ///< in that chunk
    float apart;
};
static_assert(mostNeeds <= 1 << 16 && chunkRecipes <= 1 << 8);

/// The recipes of a set's chunks that may meet needs of one word.
struct Glimpses {
    struct One {
        std::uint16_t recipe; ///< counted through all chunks
        std::uint16_t kind;   ///< of its cell
    };

    std::span<const One> all() const { return {room.data(), count}; }

    /// One more, for what turns out not to count.
    std::array<One, std::tuple_size_v<SetChunks> * chunkRecipes + 1> room;
    std::size_t count = 0;
};

/// Whether what is so far from a need in single precision meets it: near calls are decided in double.
/// @param near how far the distance may be off, nearCall or nearEstimate
/// @param recipe gives the recipe that is so far away
template <typename RecipeOf>
bool meets(const Need& need, float apart, float near, std::span<const Paint> paints, RecipeOf&& recipe)
{
    const auto limit = static_cast<float>(need.tolerance);
    if (apart <= limit - near || apart > limit + near)
        return apart < limit;
    return apartFrom(need, colourOf(recipe(), paints)) <= need.tolerance;
}

/// A radius that holds every colour. A map of it is made in no time, and says of nothing that it surely meets a need.
inline constexpr double anyDistance = 1000;

/// A map of colour space in cells of 3 units, so that of millions of recipes only those near the edge of a need's
/// tolerance are measured. What a cell knows follows from the least and the most that deltaE00 can be in it
/// (colour/deltaerange.h), blocks of cells being split until it is known. Cells at the edge of the map stand for
/// everything beyond and may meet any need. A map holds one word of needs: more would push it out of the cache.
class NeedGrid {
public:
    using Word = std::uint64_t;

    /// @param radii how far from each need recipes are of interest, deltaE00; as many as needs, at most
    /// NeedMask::wordBits. What lies within a need's radius and its tolerance surely meets it. Colours that are looked
    /// up may be off by nearEstimate.
    /// @param mostKinds of cells that are told apart, at most 65,536; a cell of one more may meet anything
    NeedGrid(std::span<const Need> needs, std::span<const double> radii, std::size_t mostKinds = std::size_t{1} << 16);

    const std::vector<Need>& needs() const { return m_needs; }

    /// How many kinds of cells are told apart.
    std::size_t kinds() const { return m_maybe.size(); }

    /// Lists the recipes of some chunks that may meet wanted needs.
    /// @return those needs that some recipe surely meets
    Word look(std::span<const LabChunk> chunks, Word wanted, Glimpses& glimpses) const;

    /// The needs that a recipe seen may meet.
    Word maybe(const Glimpses::One& glimpse) const { return m_maybe[glimpse.kind]; }

private:
    void fill(const std::vector<Word>& maybe, const std::vector<Word>& surely, std::size_t mostKinds);

    /// The kind of each: many are alike, so that the map and the kinds stay in the cache.
    std::vector<std::uint16_t> m_cells;
    std::vector<Word> m_maybe;  ///< the needs that some colour in a cell of a kind may meet
    std::vector<Word> m_surely; ///< among them those that every colour in it meets
    std::vector<Need> m_needs;
};

/// The maps of up to mostNeeds needs, one for every 64 of them.
std::vector<NeedGrid> gridsOf(std::span<const Need> needs, std::span<const double> radii);

/// The same for what meets the needs: for all questions of which recipes do, and which of those are closest.
std::vector<NeedGrid> gridsOf(std::span<const Need> needs);

/// Measures recipes against the needs near them. Holds work space: one a thread.
class TouchFinder {
public:
    /// The grids must outlive the finder.
    explicit TouchFinder(const std::vector<NeedGrid>& grids);

    /// Looks at new chunks: the wanted needs that some recipe of them surely meets.
    NeedMask surelyMet(std::span<const LabChunk> chunks, const NeedMask& wanted);

    /// The wanted needs, out of those asked for in surelyMet(), that recipes of the chunks last looked at may meet,
    /// with their distances. What is left out is farther than its radius. The view holds until the next call.
    std::span<const Touch> touches(std::span<const LabChunk> chunks, const NeedMask& wanted);

private:
    std::size_t list(std::span<const LabChunk> chunks, const NeedMask& wanted);
    void measureByValue(std::span<Touch> touches) const;

    const std::vector<NeedGrid>& m_grids;
    std::vector<std::array<float, 3>> m_targets; ///< L, a, b of each need
    bool m_anyValueFirst = false;
    std::vector<Glimpses> m_glimpses;            ///< of each grid
    std::vector<Touch> m_touches;                ///< longer than in use, as are the next two
    std::array<std::vector<float>, 6> m_columns; ///< L, a, b of recipes, then of needs
    std::vector<float> m_apart;
};

} // namespace iris
