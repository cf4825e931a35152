#pragma once

#include "notebook/mixrecord.h"

#include <QRectF>
#include <QSizeF>
#include <array>
#include <vector>

namespace iris {

/// Where everything stands on a printed sheet, mm from its upper left corner. The four tags say where the sheet lies
/// and how it is turned, the two QR codes which sheet it is, the bare patches how the light falls.
struct SheetLayout {
    QSizeF page;
    std::array<QRectF, 4> tags; ///< upper left, upper right, lower right, lower left; numbered 0 to 3
    std::array<QRectF, 2> codes;
    std::vector<QRectF> whites; ///< stay bare
    std::vector<QRectF> cells;  ///< one for each square of the record; empty where there is none
    std::vector<QRectF> labels; ///< one for each square, below it
    QRectF title;
    QRectF foot;

    /// The black line across a square: near its top, so that the wash below it is one piece.
    QRectF lineOf(std::size_t cell) const;
    /// Where a square's colour is read: well inside the wash, off the line.
    QRectF washOf(std::size_t cell, bool blackLine) const;
    /// Where the line is read: its width less 0.6 mm on either side.
    QRectF overLineOf(std::size_t cell) const;
    /// The wash close below the line, where ink that runs is seen first; and the half of it that is farthest off.
    QRectF besideLineOf(std::size_t cell) const;
    QRectF farFromLineOf(std::size_t cell) const;
    /// Bare paper beside the squares and below their labels, and all round the page: small places, close together.
    std::vector<QRectF> gutters() const;
    /// Printed black that is never painted: the rims of the corner tags.
    std::vector<QRectF> blacks() const;
};

/// How large squares may be.
inline constexpr double smallestCellMm = 15;
inline constexpr double largestCellMm = 75;

/// Page sizes: A4 by ISO 216, Letter by ANSI/ASME Y14.1.
QSizeF pageSizeMm(SheetFormat format);

/// How many columns and rows of squares fit on a page.
struct SheetRoom {
    int columns = 0;
    int rows = 0;

    int cells() const { return columns * rows; }
};
SheetRoom roomOn(SheetFormat format, double cellMm);

/// @return BadNumber when the squares are too small or too large, or more than fit.
Result<SheetLayout> layoutOf(const SheetRecord& sheet);

/// Marks alone, for whoever does not know yet which sheet it is.
SheetLayout marksOf(SheetFormat format);

/// What a sheet costs before it is printed. Common practice: a square takes 2 to 3 minutes (trade facts 32), and the
/// sheet half an hour to dry; the paint is our own estimate, 0.03 ml of tube paint on 25 x 25 mm at full strength.
struct SheetEffort {
    int squares = 0;
    double fewestMinutes = 0;
    double mostMinutes = 0;
    double dryingMinutes = 30;

    struct Paint {
        std::string name;
        double ml = 0;
    };
    std::vector<Paint> paints; ///< in the order they come up
};
SheetEffort effortOf(const SheetRecord& sheet);

} // namespace iris
