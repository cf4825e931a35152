#include "sheet/sheetlayout.h"

#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr double marginMm = 10;
constexpr double tagMm = 14;
constexpr double codeMm = 18;
constexpr double whiteMm = 5.5;
constexpr double gutterMm = 4;
constexpr double labelMm = 8;
constexpr double belowLabelMm = 3;
// Beside the squares stand the white patches, above and below them the marks.
constexpr double sideMm = 18;
constexpr double topMm = 33;
constexpr double bottomMm = 33;
constexpr double besideCodeMm = 5;

constexpr double lineTopShare = 0.14;
constexpr double widestLineMm = 4;

QSizeF areaOf(SheetFormat format)
{
    const QSizeF page = pageSizeMm(format);
    return {page.width() - 2 * sideMm, page.height() - topMm - bottomMm};
}

std::vector<QRectF> whitesOf(const QSizeF& page)
{
    const double right = page.width() - marginMm - whiteMm;
    const double middle = (page.width() - whiteMm) / 2;
    const double bottom = page.height() - bottomMm - whiteMm;
    std::vector<QRectF> whites;
    for (const double y : {topMm, (topMm + bottom) / 2, bottom})
        for (const double x : {marginMm, right})
            whites.emplace_back(x, y, whiteMm, whiteMm);
    whites.emplace_back(middle, marginMm - 4, whiteMm, whiteMm);
    whites.emplace_back(middle, page.height() - marginMm - whiteMm + 4, whiteMm, whiteMm);
    return whites;
}

} // namespace

QSizeF pageSizeMm(SheetFormat format)
{
    return format == SheetFormat::A4 ? QSizeF(210, 297) : QSizeF(215.9, 279.4);
}

SheetRoom roomOn(SheetFormat format, double cellMm)
{
    const QSizeF area = areaOf(format);
    return {static_cast<int>((area.width() + gutterMm) / (cellMm + gutterMm)),
            static_cast<int>((area.height() + belowLabelMm) / (cellMm + labelMm + belowLabelMm))};
}

SheetLayout marksOf(SheetFormat format)
{
    SheetLayout layout;
    layout.page = pageSizeMm(format);
    const double right = layout.page.width() - marginMm;
    const double bottom = layout.page.height() - marginMm;
    layout.tags = {QRectF(marginMm, marginMm, tagMm, tagMm), QRectF(right - tagMm, marginMm, tagMm, tagMm),
                   QRectF(right - tagMm, bottom - tagMm, tagMm, tagMm), QRectF(marginMm, bottom - tagMm, tagMm, tagMm)};
    const double inset = marginMm + tagMm + besideCodeMm;
    layout.codes = {QRectF(inset, marginMm, codeMm, codeMm),
                    QRectF(layout.page.width() - inset - codeMm, bottom - codeMm, codeMm, codeMm)};
    layout.whites = whitesOf(layout.page);
    const double beside = inset + codeMm + besideCodeMm;
    layout.title = QRectF(beside, marginMm + 3, layout.page.width() - beside - inset, codeMm - 4);
    layout.foot = QRectF(inset, bottom - codeMm, layout.page.width() - beside - inset, codeMm - 6);
    return layout;
}

Result<SheetLayout> layoutOf(const SheetRecord& sheet)
{
    if (!(sheet.cellMm >= smallestCellMm && sheet.cellMm <= largestCellMm))
        return failure(ErrorCode::BadNumber, "squares on a sheet are 15 to 75 mm wide");
    const SheetRoom room = roomOn(sheet.format, sheet.cellMm);
    if (sheet.columns > room.columns || sheet.rows() > room.rows)
        return failure(ErrorCode::BadNumber, std::to_string(sheet.columns) + " by " + std::to_string(sheet.rows())
                                                 + " squares of this size do not fit; " + std::to_string(room.columns)
                                                 + " by " + std::to_string(room.rows) + " do");
    SheetLayout layout = marksOf(sheet.format);
    const double width = sheet.columns * (sheet.cellMm + gutterMm) - gutterMm;
    const double left = (layout.page.width() - width) / 2;
    for (std::size_t i = 0; i < sheet.cells.size(); ++i) {
        const auto column = static_cast<double>(i % static_cast<std::size_t>(sheet.columns));
        const auto row = static_cast<double>(i / static_cast<std::size_t>(sheet.columns));
        const bool empty = sheet.cells[i].parts.empty();
        const QRectF cell(left + column * (sheet.cellMm + gutterMm),
                          topMm + row * (sheet.cellMm + labelMm + belowLabelMm), sheet.cellMm, sheet.cellMm);
        layout.cells.push_back(empty ? QRectF() : cell);
        layout.labels.push_back(empty ? QRectF()
                                      : QRectF(cell.left() - 1, cell.bottom() + 0.8, cell.width() + 2, labelMm - 0.8));
    }
    return layout;
}

QRectF SheetLayout::lineOf(std::size_t cell) const
{
    const QRectF& square = cells[cell];
    const double width = std::min(widestLineMm, square.width() / 5);
    return {square.left() - 1, square.top() + lineTopShare * square.height(), square.width() + 2, width};
}

QRectF SheetLayout::washOf(std::size_t cell, bool blackLine) const
{
    const QRectF& square = cells[cell];
    const double inset = 0.13 * square.width();
    QRectF wash = square.adjusted(inset, inset, -inset, -inset);
    if (blackLine)
        wash.setTop(lineOf(cell).bottom() + 1.5);
    return wash;
}

QRectF SheetLayout::overLineOf(std::size_t cell) const
{
    const QRectF line = lineOf(cell);
    const double inset = 0.15 * cells[cell].width();
    return QRectF(cells[cell].left() + inset, line.top() + 0.6, cells[cell].width() - 2 * inset, line.height() - 1.2);
}

QRectF SheetLayout::besideLineOf(std::size_t cell) const
{
    constexpr double tall = 2.5;
    const QRectF wash = washOf(cell, true);
    return QRectF(wash.left(), lineOf(cell).bottom() + 0.8, wash.width(), tall);
}

QRectF SheetLayout::farFromLineOf(std::size_t cell) const
{
    QRectF wash = washOf(cell, true);
    wash.setTop(wash.center().y());
    return wash;
}

std::vector<QRectF> SheetLayout::gutters() const
{
    constexpr double wide = 1.6;
    constexpr double tall = 4;
    std::vector<QRectF> places;
    for (const QRectF& cell : cells) {
        if (cell.isEmpty())
            continue;
        for (const double down : {0.4, 0.62, 0.84}) { // below the line, which reaches into the gutter
            const double y = cell.top() + down * cell.height() - tall / 2;
            places.emplace_back(cell.left() - gutterMm / 2 - wide / 2, y, wide, tall);
            places.emplace_back(cell.right() + gutterMm / 2 - wide / 2, y, wide, tall);
        }
        const double below = cell.bottom() + labelMm + (belowLabelMm - wide) / 2;
        for (const double across : {0.2, 0.5, 0.8})
            places.emplace_back(cell.left() + across * cell.width() - tall / 2, below, tall, wide);
    }
    constexpr double rimMm = 5; // from the edge of the page, inside which nothing is printed
    constexpr double stepMm = 18;
    const auto spread = [&](double length) { return std::max(2, static_cast<int>(length / stepMm)); };
    const auto add = [&](double x, double y) { places.emplace_back(x - tall / 2, y - tall / 2, tall, tall); };
    for (int i = 0; i <= spread(page.height()); ++i)
        for (const double x : {rimMm, page.width() - rimMm})
            add(x, rimMm + i * (page.height() - 2 * rimMm) / spread(page.height()));
    for (int i = 1; i < spread(page.width()); ++i)
        for (const double y : {rimMm, page.height() - rimMm})
            add(rimMm + i * (page.width() - 2 * rimMm) / spread(page.width()), y);
    return places;
}

std::vector<QRectF> SheetLayout::blacks() const
{
    std::vector<QRectF> places;
    for (const QRectF& tag : tags) { // the outermost of its eight modules is black all round
        const double module = tag.width() / 8;
        const double inset = 0.25 * module;
        places.emplace_back(tag.left() + module, tag.top() + inset, tag.width() - 2 * module, module - 2 * inset);
        places.emplace_back(tag.left() + module, tag.bottom() - module + inset, tag.width() - 2 * module,
                            module - 2 * inset);
    }
    return places;
}

SheetEffort effortOf(const SheetRecord& sheet)
{
    constexpr double mlOn25mm = 0.03;
    SheetEffort effort;
    for (const SheetCell& cell : sheet.cells) {
        if (cell.parts.empty())
            continue;
        ++effort.squares;
        int all = 0;
        for (const MixPart& part : cell.parts)
            all += part.parts;
        const double ml = mlOn25mm * std::pow(sheet.cellMm / 25, 2) * cell.wash;
        for (const MixPart& part : cell.parts) {
            auto own = std::ranges::find(effort.paints, part.name, &SheetEffort::Paint::name);
            if (own == effort.paints.end())
                own = effort.paints.insert(own, {part.name, 0});
            own->ml += ml * part.parts / all;
        }
    }
    effort.fewestMinutes = 2.0 * effort.squares;
    effort.mostMinutes = 3.0 * effort.squares;
    return effort;
}

} // namespace iris
