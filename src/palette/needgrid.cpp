#include "palette/needgrid.h"

#include "base/parallel.h"
#include "colour/deltaerange.h"

#include <algorithm>
#include <bit>
#include <cassert>
#include <cmath>

namespace iris {
namespace {

constexpr CellGrid grid{3.0F, {8.0F, -78.0F, -78.0F}, {32, 56, 62}};
/// Cells that lie together, the first and the last along L, a and b.
struct Block {
    std::array<int, 3> first{0, 0, 0};
    std::array<int, 3> last{grid.cells[0] - 1, grid.cells[1] - 1, grid.cells[2] - 1};

    int span(std::size_t axis) const { return last[axis] - first[axis] + 1; }
    bool isCell() const { return first == last; }
};

/// What a block holds; a little more, since a colour on the border may be counted to either side.
LabBox boxOf(const Block& block)
{
    constexpr double border = 1e-3;
    const auto low = [&](std::size_t axis) { return grid.start[axis] + grid.size * block.first[axis] - border; };
    const auto high = [&](std::size_t axis) { return grid.start[axis] + grid.size * (block.last[axis] + 1) + border; };
    return {{low(0), low(1), low(2)}, {high(0), high(1), high(2)}};
}

std::array<Block, 2> halvesOf(const Block& block)
{
    const std::array spans{block.span(0), block.span(1), block.span(2)};
    const auto axis = static_cast<std::size_t>(std::ranges::max_element(spans) - spans.begin());
    std::array<Block, 2> halves{block, block};
    halves[0].last[axis] = block.first[axis] + spans[axis] / 2 - 1;
    halves[1].first[axis] = block.first[axis] + spans[axis] / 2;
    return halves;
}

template <typename Visitor> void forEachCell(const Block& block, Visitor&& visit)
{
    for (int i = block.first[0]; i <= block.last[0]; ++i)
        for (int j = block.first[1]; j <= block.last[1]; ++j)
            for (int k = block.first[2]; k <= block.last[2]; ++k)
                visit(static_cast<std::size_t>((i * grid.cells[1] + j) * grid.cells[2] + k));
}

/// Cells some colour of which may be within a radius of a need, and whether all of them are.
struct NotedBlock {
    Block block;
    bool surely = false;
};

std::vector<NotedBlock> blocksNear(const Need& need, double radius)
{
    std::vector<NotedBlock> noted;
    std::vector<Block> open{{}};
    while (!open.empty()) {
        const Block block = open.back();
        open.pop_back();
        const Range apart = deltaE00Range(boxOf(block), need.target, lightnessFactor(need));
        if (apart.least > radius + nearCall)
            continue;
        const bool surely = apart.most <= radius - nearCall;
        if (surely || block.isCell())
            noted.push_back({block, surely});
        else
            for (const Block& half : halvesOf(block))
                open.push_back(half);
    }
    return noted;
}

bool atEdge(std::size_t cell)
{
    const auto place = static_cast<int>(cell);
    const std::array<int, 3> at{place / grid.cells[2] / grid.cells[1], place / grid.cells[2] % grid.cells[1],
                                place % grid.cells[2]};
    for (std::size_t axis = 0; axis < 3; ++axis)
        if (at[axis] == 0 || at[axis] == grid.cells[axis] - 1)
            return true;
    return false;
}

} // namespace

NeedGrid::NeedGrid(std::span<const Need> needs, std::span<const double> radii)
    : m_maybe(grid.count()),
      m_surely(grid.count()),
      m_needs(needs.begin(), needs.end())
{
    assert(needs.size() == radii.size() && needs.size() <= NeedMask::wordBits);
    std::vector<std::vector<NotedBlock>> noted(needs.size());
    inParallel(needs.size(), {}, [&](std::size_t n) { noted[n] = blocksNear(needs[n], radii[n]); });
    for (std::size_t n = 0; n < needs.size(); ++n) {
        const Word bit = Word{1} << n;
        for (const NotedBlock& one : noted[n])
            forEachCell(one.block, [&](std::size_t cell) {
                m_maybe[cell] |= bit;
                m_surely[cell] |= one.surely ? bit : 0;
            });
    }
    for (std::size_t cell = 0; cell < m_maybe.size(); ++cell) {
        if (atEdge(cell)) {
            m_maybe[cell] = ~Word{0};
            m_surely[cell] = 0;
        }
    }
}

NeedGrid::Word NeedGrid::look(const LabChunk& chunk, Word wanted, std::array<Word, chunkRecipes>& maybe) const
{
    std::array<std::uint32_t, chunkRecipes> cells;
    cellsOf(chunk, grid, cells);
    Word surely = 0;
    for (std::size_t i = 0; i < chunkRecipes; ++i) {
        maybe[i] = m_maybe[cells[i]] & wanted;
        if (maybe[i] != 0)
            surely |= m_surely[cells[i]];
    }
    return surely & wanted;
}

std::vector<NeedGrid> gridsOf(std::span<const Need> needs, std::span<const double> radii)
{
    assert(needs.size() == radii.size() && needs.size() <= mostNeeds);
    std::vector<NeedGrid> grids;
    for (std::size_t from = 0; from < needs.size(); from += NeedMask::wordBits) {
        const std::size_t count = std::min(NeedMask::wordBits, needs.size() - from);
        grids.emplace_back(needs.subspan(from, count), radii.subspan(from, count));
    }
    return grids;
}

NeedMask TouchFinder::surelyMet(const LabChunk& chunk, const NeedMask& wanted)
{
    NeedMask surely;
    for (std::size_t i = 0; i < m_grids.size(); ++i)
        surely.setWord(i, m_grids[i].look(chunk, wanted.word(i), m_maybe[i]));
    return surely;
}

const Need& TouchFinder::needAt(std::size_t need) const
{
    return m_grids[need / NeedMask::wordBits].need(need % NeedMask::wordBits);
}

void TouchFinder::add(const LabChunk& chunk, std::size_t place, std::size_t need)
{
    const std::size_t at = m_touches.size();
    if (at >= m_columns[0].size())
        for (auto& column : m_columns)
            column.resize(at + 4 * chunkRecipes);
    const Lab& target = needAt(need).target;
    m_touches.push_back({need, place, 0});
    m_columns[0][at] = chunk.l[place];
    m_columns[1][at] = chunk.a[place];
    m_columns[2][at] = chunk.b[place];
    m_columns[3][at] = static_cast<float>(target.l);
    m_columns[4][at] = static_cast<float>(target.a);
    m_columns[5][at] = static_cast<float>(target.b);
}

std::span<const Touch> TouchFinder::touches(const LabChunk& chunk, const NeedMask& wanted)
{
    m_touches.clear();
    for (std::size_t word = 0; word < m_grids.size(); ++word)
        for (std::size_t i = 0; i < chunkRecipes; ++i)
            for (NeedGrid::Word left = m_maybe[word][i] & wanted.word(word); left != 0; left &= left - 1)
                add(chunk, i, word * NeedMask::wordBits + static_cast<std::size_t>(std::countr_zero(left)));
    m_apart.resize(m_touches.size());
    deltaE00({m_columns[0], m_columns[1], m_columns[2]}, {m_columns[3], m_columns[4], m_columns[5]}, m_apart);
    for (std::size_t i = 0; i < m_touches.size(); ++i) {
        const Need& need = needAt(m_touches[i].need);
        m_touches[i].apart =
            need.terms.valueFirst
                ? static_cast<float>(apartFrom(need, {m_columns[0][i], m_columns[1][i], m_columns[2][i]}))
                : m_apart[i];
    }
    return m_touches;
}

} // namespace iris
