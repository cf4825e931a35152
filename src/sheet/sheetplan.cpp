#include "sheet/sheetplan.h"

#include "notebook/lessons.h"
#include "sheet/sheetlight.h"

#include <algorithm>

namespace iris {
namespace {

SheetRecord sheetOf(const SheetChoice& choice, int columns)
{
    SheetRecord sheet;
    sheet.title = choice.title;
    sheet.date = choice.date;
    sheet.format = choice.format;
    sheet.cellMm = choice.cellMm;
    sheet.blackLine = choice.blackLine;
    sheet.columns = columns;
    return sheet;
}

int rowsOfControls(const SheetChoice& choice, int columns)
{
    return (static_cast<int>(choice.controls.size()) + columns - 1) / columns;
}

void number(std::vector<SheetRecord>& sheets)
{
    if (sheets.size() < 2)
        return;
    for (std::size_t i = 0; i < sheets.size(); ++i)
        sheets[i].title += ", " + std::to_string(i + 1) + " of " + std::to_string(sheets.size());
}

} // namespace

Result<std::vector<SheetRecord>> sheetsFor(const std::vector<SheetCell>& cells, int columns, const SheetChoice& choice)
{
    const bool fits = choice.cellMm >= smallestCellMm && choice.cellMm <= largestCellMm;
    if (!fits)
        return failure(ErrorCode::BadNumber, "squares on a sheet are 15 to 75 mm wide");
    if (cells.empty() || columns < 1)
        return failure(ErrorCode::BadNumber, "there is no square to lay out");
    SheetRoom room = roomOn(choice.format, choice.cellMm);
    const int checkRows = rowsOfControls(choice, std::min(room.columns, columns));
    const bool checked = room.rows > checkRows; // the largest squares leave no room for more
    if (checked)
        room.rows -= checkRows;
    const int rows = (static_cast<int>(cells.size()) + columns - 1) / columns;
    std::vector<SheetRecord> sheets;
    for (int top = 0; top < rows; top += room.rows)
        for (int left = 0; left < columns; left += room.columns) {
            SheetRecord sheet = sheetOf(choice, std::min(room.columns, columns - left));
            for (int row = top; row < std::min(rows, top + room.rows); ++row)
                for (int column = left; column < left + sheet.columns; ++column) {
                    const auto at = static_cast<std::size_t>(row * columns + column);
                    sheet.cells.push_back(at < cells.size() ? cells[at] : SheetCell{});
                }
            const bool used =
                std::ranges::any_of(sheet.cells, [](const SheetCell& cell) { return !cell.parts.empty(); });
            if (!used)
                continue;
            if (checked) // a ladder's end may be one already
                std::ranges::copy_if(choice.controls, std::back_inserter(sheet.cells), [&](const SheetCell& control) {
                    return std::ranges::find(sheet.cells, control) == sheet.cells.end();
                });
            sheets.push_back(std::move(sheet));
        }
    number(sheets);
    return sheets;
}

Result<std::vector<SheetRecord>> sheetsFor(const std::vector<SheetCell>& cells, const SheetChoice& choice)
{
    const int widest = std::max(1, roomOn(choice.format, choice.cellMm).columns);
    return sheetsFor(cells, std::min(widest, std::max(1, static_cast<int>(cells.size()))), choice);
}

std::vector<SheetCell> controlSquares(const Notebook& notebook, std::span<const Paint> paints)
{
    std::vector<Recipe> recipes;
    for (const std::size_t place : tellingTubes(notebook, paints))
        recipes.push_back({{{place, 1}}, wash::full});
    return cellsOf(recipes, notebook);
}

std::vector<SheetCell> cellsOf(std::span<const Recipe> recipes, const Notebook& notebook)
{
    std::vector<SheetCell> cells;
    for (const Recipe& recipe : recipes)
        cells.push_back({mixPartsOf(recipe, notebook), recipe.wash});
    return cells;
}

std::vector<SheetCell> cellsOf(const PairChart& chart, const Notebook& notebook)
{
    return cellsOf(chart.recipes, notebook);
}

} // namespace iris
