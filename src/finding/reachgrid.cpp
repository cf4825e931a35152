#include "finding/reachgrid.h"

#include "mixing/mixkernel.h"
#include "mixing/setsearch.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace iris {
namespace {

constexpr CellGrid grid{4, {-2, -130, -130}, {27, 65, 65}};
using Cells = std::vector<bool>;

std::optional<std::size_t> cellOf(const Lab& lab)
{
    const std::array<double, 3> at{lab.l, lab.a, lab.b};
    std::size_t cell = 0;
    for (std::size_t axis = 0; axis < 3; ++axis) {
        const double along =
            std::floor((at[axis] - static_cast<double>(grid.start[axis])) / static_cast<double>(grid.size));
        if (!(along >= 0 && along < grid.cells[axis]))
            return std::nullopt;
        cell = cell * static_cast<std::size_t>(grid.cells[axis]) + static_cast<std::size_t>(along);
    }
    return cell;
}

Lab middleOfCell(std::size_t cell)
{
    const auto width = static_cast<std::size_t>(grid.cells[2]);
    const auto tall = static_cast<std::size_t>(grid.cells[1]);
    const auto at = [](std::size_t axis, std::size_t along) {
        return static_cast<double>(grid.start[axis])
               + (static_cast<double>(along) + 0.5) * static_cast<double>(grid.size);
    };
    return {at(0, cell / width / tall), at(1, cell / width % tall), at(2, cell % width)};
}

/// Halfway between each wash and the next; the thinnest stays.
void goHalfway(LabChunk& chunk)
{
    for (auto* values : {&chunk.l, &chunk.a, &chunk.b})
        for (std::size_t i = 0; i + chunkRatios < chunkRecipes; ++i)
            (*values)[i] = ((*values)[i] + (*values)[i + chunkRatios]) / 2;
}

void mark(const LabChunk& chunk, Cells& cells)
{
    std::array<std::uint32_t, chunkRecipes> found{};
    cellsOf(chunk, grid, found);
    for (const std::uint32_t cell : found)
        cells[cell] = true;
}

/// Each cell: whether it, or one of the 26 around it, is as asked; one axis after another.
Cells grown(Cells cells, bool asked)
{
    std::size_t step = grid.count();
    for (std::size_t axis = 0; axis < 3; ++axis) {
        const auto along = static_cast<std::size_t>(grid.cells[axis]);
        step /= along;
        const Cells before = cells;
        for (std::size_t cell = 0; cell < cells.size(); ++cell) {
            const std::size_t at = cell / step % along;
            if ((at > 0 && before[cell - step] == asked) || (at + 1 < along && before[cell + step] == asked))
                cells[cell] = asked;
        }
    }
    return cells;
}

} // namespace

ReachGrid ReachGrid::of(std::span<const Paint> paints, std::span<const std::size_t> places, Handling handling,
                        const WorkOptions& work)
{
    ReachGrid reach;
    reach.m_cells.resize(grid.count());
    std::vector<Paint> own;
    for (const std::size_t place : places)
        own.push_back(paints[place]);
    if (!own.empty()) {
        const MixKernel kernel(own, handling);
        std::mutex merging;
        searchSets(own.size(), 1, own.size() <= mostInThreesReached ? 3 : 2, work, [&](const SetRange& range) {
            Cells cells(grid.count());
            SetChunks chunks;
            range.forEach([&](std::span<const std::size_t> set) {
                kernel.mix(set, chunks);
                for (std::size_t i = 0; i < MixKernel::chunkCount(set.size()); ++i) {
                    mark(chunks[i], cells);
                    goHalfway(chunks[i]);
                    mark(chunks[i], cells);
                }
            });
            const std::scoped_lock lock(merging);
            for (std::size_t cell = 0; cell < cells.size(); ++cell)
                if (cells[cell])
                    reach.m_cells[cell] = true;
        });
    }
    if (const auto paper = cellOf(handling.paper.white()))
        reach.m_cells[*paper] = true;
    reach.m_cells = grown(grown(std::move(reach.m_cells), true), false);
    return reach;
}

bool ReachGrid::reaches(const Lab& lab) const
{
    if (m_cells.empty() || !cellOf(lab))
        return false;
    const std::array<double, 3> at{lab.l, lab.a, lab.b};
    std::array<double, 3> first{}, share{}; // of the cell whose middle lies below, and of the next
    for (std::size_t axis = 0; axis < 3; ++axis) {
        const double along = (at[axis] - static_cast<double>(grid.start[axis])) / static_cast<double>(grid.size) - 0.5;
        first[axis] = std::floor(along);
        share[axis] = along - first[axis];
    }
    double reached = 0;
    for (unsigned corner = 0; corner < 8; ++corner) {
        double weight = 1;
        double cell = 0;
        for (std::size_t axis = 0; axis < 3; ++axis) {
            const bool next = corner >> axis & 1U;
            const double last = grid.cells[axis] - 1;
            weight *= next ? share[axis] : 1 - share[axis];
            cell = cell * grid.cells[axis] + std::clamp(first[axis] + (next ? 1 : 0), 0.0, last);
        }
        reached += m_cells[static_cast<std::size_t>(cell)] ? weight : 0;
    }
    return reached >= 0.5;
}

std::optional<Lab> ReachGrid::nearestTo(const Lab& lab, const ColourRange& within) const
{
    std::optional<Lab> nearest;
    double least = 0;
    for (std::size_t cell = 0; cell < m_cells.size(); ++cell) {
        if (!m_cells[cell])
            continue;
        const Lab middle = middleOfCell(cell);
        const double far = std::hypot(middle.l - lab.l, middle.a - lab.a, middle.b - lab.b);
        if ((!nearest || far < least) && within.holds(middle)) {
            nearest = middle;
            least = far;
        }
    }
    return nearest;
}

std::size_t ReachGrid::volume() const
{
    return static_cast<std::size_t>(std::ranges::count(m_cells, true));
}

} // namespace iris
