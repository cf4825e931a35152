#pragma once

#include "mixing/pairchart.h"
#include "notebook/notebook.h"
#include "sheet/sheetlayout.h"

namespace iris {

/// How a sheet is to be printed.
struct SheetChoice {
    std::string title;
    std::string date;
    SheetFormat format = SheetFormat::A4;
    double cellMm = 25;
    bool blackLine = true;
    /// Squares of tubes that are measured, printed on every sheet where there is room for them: what they come out as
    /// tells of light and device.
    std::vector<SheetCell> controls;

    bool operator==(const SheetChoice&) const = default;
};

/// Squares of the tubes that tell most about the light (tellingTubes()), at full strength; none when nothing is
/// measured.
std::vector<SheetCell> controlSquares(const Notebook& notebook, std::span<const Paint> paints);

/// Squares in a grid of so many columns on as many sheets as they need: a grid that is too wide or too long is cut into
/// blocks, so that rows and columns stay together.
/// @return BadNumber for squares that are too small, too large, or none at all.
Result<std::vector<SheetRecord>> sheetsFor(const std::vector<SheetCell>& cells, int columns, const SheetChoice& choice);

/// Squares in no order of rows and columns, filled in line by line.
Result<std::vector<SheetRecord>> sheetsFor(const std::vector<SheetCell>& cells, const SheetChoice& choice);

/// The squares of a chart, row by row, or of some recipes.
std::vector<SheetCell> cellsOf(const PairChart& chart, const Notebook& notebook);
std::vector<SheetCell> cellsOf(std::span<const Recipe> recipes, const Notebook& notebook);

} // namespace iris
