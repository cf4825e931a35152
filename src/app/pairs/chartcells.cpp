#include "app/pairs/chartcells.h"

#include "notebook/papers.h"

#include <map>
#include <set>

namespace iris {

ChartCells::ChartCells(StudioPtr studio, ChartPlan plan, bool beforeLearning)
    : m_studio(std::move(studio)),
      m_plan(std::move(plan)),
      m_beforeLearning(beforeLearning)
{
}

const ChartCell& ChartCells::at(std::size_t cell) const
{
    auto found = m_cells.find(cell);
    if (found == m_cells.end())
        found = m_cells.emplace(cell, worked(cell)).first;
    return found->second;
}

ChartCell ChartCells::worked(std::size_t at) const
{
    const std::vector<Paint>& believed = m_beforeLearning ? m_studio->unlearnt : m_studio->paints;
    ChartCell cell;
    cell.recipe = recipeAt(m_plan, m_studio->paints, at / m_plan.columnCount(), at % m_plan.columnCount());
    if (auto near = m_studio->painted.near(m_studio->notebook, cell.recipe, m_studio->paints, m_studio->unlearnt))
        cell.recipe = std::move(*near);
    if (const MixRecord* record = m_studio->painted.as(m_studio->notebook, cell.recipe)) {
        cell.painted = onOwnPaper(*record, m_studio->notebook, m_studio->paints);
        cell.record = record->id;
    }
    const Film film = mixedFilm(cell.recipe, believed);
    const Spectrum paper = cell.recipe.handling.paper.reflectance();
    constexpr std::array water{1.0, 0.6, 0.35, 0.2};
    for (std::size_t i = 0; i < water.size(); ++i)
        cell.washes[i] = seenLab(film, water[i] * cell.recipe.wash, paper);
    cell.colour = cell.washes.front();
    return cell;
}

/// The squares that hold a pair of which something was painted; all of them where a square is one tube.
std::vector<std::size_t> ChartCells::mayBePainted() const
{
    std::vector<std::size_t> cells;
    if (!m_plan.waterSteps.empty()) {
        for (std::size_t cell = 0; cell < count(); ++cell)
            cells.push_back(cell);
        return cells;
    }
    std::map<TubeId, std::size_t> rows;
    std::map<TubeId, std::size_t> columns;
    for (std::size_t i = 0; i < m_plan.rows.size(); ++i)
        rows.emplace(m_studio->notebook.tubes[m_plan.rows[i]].id, i);
    for (std::size_t i = 0; i < m_plan.columns.size(); ++i)
        columns.emplace(m_studio->notebook.tubes[m_plan.columns[i]].id, i);
    const auto add = [&](TubeId row, TubeId column) {
        if (rows.contains(row) && columns.contains(column))
            cells.push_back(rows.at(row) * m_plan.columnCount() + columns.at(column));
    };
    m_studio->painted.forEachPair([&](TubeId one, TubeId two) {
        add(one, two);
        add(two, one);
    });
    for (const auto& [tube, row] : rows) // a tube with itself is the tube alone
        add(tube, tube);
    return cells;
}

std::size_t ChartCells::paintedCount() const
{
    std::set<MixId> painted;
    if (m_studio)
        for (const std::size_t cell : mayBePainted())
            if (at(cell).painted)
                painted.insert(at(cell).record);
    return painted.size();
}

std::vector<Recipe> ChartCells::recipes() const
{
    std::vector<Recipe> all;
    for (std::size_t cell = 0; cell < count(); ++cell)
        all.push_back(at(cell).recipe);
    return all;
}

} // namespace iris
