#include "palette/needgrid.h"

#include "base/parallel.h"
#include "colour/deltaerange.h"

#include <algorithm>
#include <bit>
#include <cassert>
#include <cmath>
#include <map>

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
    if (radius >= anyDistance)
        return {{{}, false}};
    const double sure = std::min(radius, need.tolerance);
    std::vector<NotedBlock> noted;
    std::vector<Block> open{{}};
    while (!open.empty()) {
        const Block block = open.back();
        open.pop_back();
        const Range apart = deltaE00Range(boxOf(block), need.target, lightnessFactor(need));
        if (apart.least > radius + nearEstimate)
            continue;
        const bool surely = apart.most <= sure - nearEstimate;
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

NeedGrid::NeedGrid(std::span<const Need> needs, std::span<const double> radii, std::size_t mostKinds)
    : m_needs(needs.begin(), needs.end())
{
    assert(needs.size() == radii.size() && needs.size() <= NeedMask::wordBits);
    std::vector<std::vector<NotedBlock>> noted(needs.size());
    inParallel(needs.size(), {}, [&](std::size_t n) { noted[n] = blocksNear(needs[n], radii[n]); });
    std::vector<Word> maybe(grid.count());
    std::vector<Word> surely(grid.count());
    for (std::size_t n = 0; n < needs.size(); ++n) {
        const Word bit = Word{1} << n;
        for (const NotedBlock& one : noted[n])
            forEachCell(one.block, [&](std::size_t cell) {
                maybe[cell] |= bit;
                surely[cell] |= one.surely ? bit : 0;
            });
    }
    fill(maybe, surely, mostKinds);
}

void NeedGrid::fill(const std::vector<Word>& maybe, const std::vector<Word>& surely, std::size_t mostKinds)
{
    constexpr std::uint16_t anything = 0; // what is asked of a recipe at the edge, and of one too many kinds
    m_maybe = {~Word{0}};
    m_surely = {0};
    std::map<std::pair<Word, Word>, std::uint16_t> known;
    std::pair<Word, Word> last{~Word{0}, 0};
    std::uint16_t lastKind = anything;
    m_cells.reserve(grid.count());
    for (std::size_t cell = 0; cell < grid.count(); ++cell) {
        const std::pair pair{maybe[cell], surely[cell]};
        if (!atEdge(cell) && pair != last) {
            const auto [entry, isNew] = known.try_emplace(pair, static_cast<std::uint16_t>(m_maybe.size()));
            if (isNew && m_maybe.size() < mostKinds) {
                m_maybe.push_back(pair.first);
                m_surely.push_back(pair.second);
            } else if (isNew) {
                entry->second = anything;
            }
            last = pair;
            lastKind = entry->second;
        }
        m_cells.push_back(atEdge(cell) ? anything : lastKind);
    }
}

NeedGrid::Word NeedGrid::look(std::span<const LabChunk> chunks, Word wanted, Glimpses& glimpses) const
{
    std::array<std::uint32_t, chunkRecipes> cells;
    std::array<std::uint16_t, chunkRecipes> kinds;
    std::size_t count = 0;
    for (std::size_t chunk = 0; chunk < chunks.size(); ++chunk) {
        cellsOf(chunks[chunk], grid, cells);
        // A loop of its own, since the map is larger than the nearest cache and none of this need wait for the rest.
        for (std::size_t place = 0; place < chunkRecipes; ++place)
            kinds[place] = m_cells[cells[place]];
        const std::size_t first = chunk * chunkRecipes;
        for (std::size_t place = 0; place < chunkRecipes; ++place) {
            // Written before it is known whether it counts: a branch that cannot be foreseen would cost more.
            glimpses.room[count] = {static_cast<std::uint16_t>(first + place), kinds[place]};
            count += (m_maybe[kinds[place]] & wanted) != 0 ? 1 : 0;
        }
    }
    glimpses.count = count;
    Word surely = 0;
    for (const Glimpses::One& glimpse : glimpses.all())
        surely |= m_surely[glimpse.kind];
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

std::vector<NeedGrid> gridsOf(std::span<const Need> needs)
{
    std::vector<double> radii;
    for (const Need& need : needs)
        radii.push_back(need.tolerance);
    return gridsOf(needs, radii);
}

TouchFinder::TouchFinder(const std::vector<NeedGrid>& grids) : m_grids(grids), m_glimpses(grids.size())
{
    for (const NeedGrid& one : grids)
        for (const Need& need : one.needs()) {
            m_targets.push_back({static_cast<float>(need.target.l), static_cast<float>(need.target.a),
                                 static_cast<float>(need.target.b)});
            m_anyValueFirst = m_anyValueFirst || need.terms.valueFirst;
        }
}

NeedMask TouchFinder::surelyMet(std::span<const LabChunk> chunks, const NeedMask& wanted)
{
    NeedMask surely;
    for (std::size_t i = 0; i < m_grids.size(); ++i)
        surely.setWord(i, m_grids[i].look(chunks, wanted.word(i), m_glimpses[i]));
    return surely;
}

/// Fills m_touches, all but their distances, and m_columns.
/// @return how many there are
std::size_t TouchFinder::list(std::span<const LabChunk> chunks, const NeedMask& wanted)
{
    std::size_t most = 0;
    for (const Glimpses& glimpses : m_glimpses)
        most += glimpses.count * NeedMask::wordBits;
    if (m_touches.size() < most) {
        m_touches.resize(2 * most);
        m_apart.resize(2 * most);
        for (auto& column : m_columns)
            column.resize(2 * most);
    }
    Touch* touch = m_touches.data();
    std::array<float*, 6> columns{};
    std::ranges::transform(m_columns, columns.begin(), [](auto& column) { return column.data(); });
    for (std::size_t word = 0; word < m_grids.size(); ++word)
        for (const Glimpses::One& glimpse : m_glimpses[word].all()) {
            const LabChunk& chunk = chunks[glimpse.recipe / chunkRecipes];
            const std::size_t place = glimpse.recipe % chunkRecipes;
            const std::array<float, 3> colour{chunk.l[place], chunk.a[place], chunk.b[place]};
            for (NeedGrid::Word left = m_grids[word].maybe(glimpse) & wanted.word(word); left != 0; left &= left - 1) {
                const std::size_t need = word * NeedMask::wordBits + static_cast<std::size_t>(std::countr_zero(left));
                for (std::size_t axis = 0; axis < 3; ++axis) {
                    *columns[axis]++ = colour[axis];
                    *columns[3 + axis]++ = m_targets[need][axis];
                }
                *touch++ = {static_cast<std::uint16_t>(need), static_cast<std::uint8_t>(glimpse.recipe / chunkRecipes),
                            static_cast<std::uint8_t>(place), 0};
            }
        }
    return static_cast<std::size_t>(touch - m_touches.data());
}

std::span<const Touch> TouchFinder::touches(std::span<const LabChunk> chunks, const NeedMask& wanted)
{
    const std::span touches(m_touches.data(), list(chunks, wanted));
    deltaE00({m_columns[0], m_columns[1], m_columns[2]}, {m_columns[3], m_columns[4], m_columns[5]},
             std::span(m_apart).first(touches.size()));
    for (std::size_t i = 0; i < touches.size(); ++i)
        touches[i].apart = m_apart[i];
    if (m_anyValueFirst)
        measureByValue(touches);
    return touches;
}

void TouchFinder::measureByValue(std::span<Touch> touches) const
{
    for (std::size_t i = 0; i < touches.size(); ++i) {
        const std::size_t word = touches[i].need / NeedMask::wordBits;
        const Need& need = m_grids[word].needs()[touches[i].need % NeedMask::wordBits];
        if (need.terms.valueFirst)
            touches[i].apart = static_cast<float>(apartFrom(need, {m_columns[0][i], m_columns[1][i], m_columns[2][i]}));
    }
}

} // namespace iris
