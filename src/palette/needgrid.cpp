#include "palette/needgrid.h"

#include <algorithm>
#include <bit>
#include <cassert>
#include <cmath>

namespace iris {
namespace {

constexpr CellGrid grid{3.0F, {8.0F, -78.0F, -78.0F}, {32, 56, 62}};
constexpr float reachOfCell = 3.2F;

/// The middles of all cells, in the order of cellsOf().
struct Middles {
    std::vector<float> l, a, b;

    Middles()
    {
        const auto middle = [](int cell, std::size_t axis) {
            return grid.start[axis] + grid.size * (static_cast<float>(cell) + 0.5F);
        };
        for (int i = 0; i < grid.cells[0]; ++i) {
            for (int j = 0; j < grid.cells[1]; ++j) {
                for (int k = 0; k < grid.cells[2]; ++k) {
                    l.push_back(middle(i, 0));
                    a.push_back(middle(j, 1));
                    b.push_back(middle(k, 2));
                }
            }
        }
    }
};

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

NeedGrid::NeedGrid(std::span<const Need> needs, std::span<const double> radii) : m_cells(grid.count())
{
    assert(needs.size() == radii.size() && needs.size() <= mostNeeds);
    for (std::size_t n = 0; n < needs.size(); ++n) {
        m_targets.push_back(needs[n].target);
        note(n, radii[n]);
    }
    for (std::size_t cell = 0; cell < m_cells.size(); ++cell)
        if (atEdge(cell))
            m_cells[cell] = {0, ~NeedMask{0}};
}

void NeedGrid::note(std::size_t need, double radius)
{
    static const Middles middles;
    const Lab& target = m_targets[need];
    const std::size_t row = static_cast<std::size_t>(grid.cells[1]) * grid.cells[2];
    const std::vector<float> l(row, static_cast<float>(target.l));
    const std::vector<float> a(row, static_cast<float>(target.a));
    const std::vector<float> b(row, static_cast<float>(target.b));
    std::vector<float> apart(row);
    const auto reach = static_cast<float>(radius) + reachOfCell;
    const float sure = static_cast<float>(radius) - reachOfCell;
    for (std::size_t first = 0; first < m_cells.size(); first += row) {
        // Lightness alone rules most layers out: its weight in deltaE00 is at most 1.75.
        if (std::abs(middles.l[first] - target.l) > 1.75 * reach)
            continue;
        deltaE00({{&middles.l[first], row}, {&middles.a[first], row}, {&middles.b[first], row}}, {l, a, b}, apart);
        for (std::size_t i = 0; i < row; ++i) {
            m_cells[first + i].maybe |= NeedMask{apart[i] <= reach} << need;
            m_cells[first + i].surely |= NeedMask{apart[i] <= sure} << need;
        }
    }
}

void NeedGrid::masksOf(const LabChunk& chunk, std::array<CellMasks, chunkRecipes>& masks) const
{
    std::array<std::uint32_t, chunkRecipes> cells;
    cellsOf(chunk, grid, cells);
    for (std::size_t i = 0; i < chunkRecipes; ++i)
        masks[i] = m_cells[cells[i]];
}

NeedMask TouchFinder::surelyMet(const LabChunk& chunk)
{
    m_grid.masksOf(chunk, m_masks);
    NeedMask surely = 0;
    m_anywhere = 0;
    for (const CellMasks& masks : m_masks) {
        surely |= masks.surely;
        m_anywhere |= masks.maybe;
    }
    return surely;
}

void TouchFinder::add(const LabChunk& chunk, std::size_t place, std::size_t need)
{
    const std::size_t at = m_touches.size();
    if (at >= m_columns[0].size())
        for (auto& column : m_columns)
            column.resize(at + 4 * chunkRecipes);
    const Lab& target = m_grid.target(need);
    m_touches.push_back({need, place, 0});
    m_columns[0][at] = chunk.l[place];
    m_columns[1][at] = chunk.a[place];
    m_columns[2][at] = chunk.b[place];
    m_columns[3][at] = static_cast<float>(target.l);
    m_columns[4][at] = static_cast<float>(target.a);
    m_columns[5][at] = static_cast<float>(target.b);
}

std::span<const Touch> TouchFinder::touches(const LabChunk& chunk, NeedMask wanted)
{
    m_touches.clear();
    if ((m_anywhere & wanted) == 0)
        return m_touches;
    for (std::size_t i = 0; i < chunkRecipes; ++i)
        for (NeedMask left = m_masks[i].maybe & wanted; left != 0; left &= left - 1)
            add(chunk, i, static_cast<std::size_t>(std::countr_zero(left)));
    m_apart.resize(m_touches.size());
    deltaE00({m_columns[0], m_columns[1], m_columns[2]}, {m_columns[3], m_columns[4], m_columns[5]}, m_apart);
    for (std::size_t i = 0; i < m_touches.size(); ++i)
        m_touches[i].apart = m_apart[i];
    return m_touches;
}

} // namespace iris
