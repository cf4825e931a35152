#include "app/pairs/chartgrid.h"

#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "colour/deltae.h"
#include "drawing/displayed.h"
#include "drawing/washpainter.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr double rowHeadWidth = 138;
constexpr double uprightHeight = 118;
constexpr double flatHeight = 40;
constexpr double largestCell = 128;
/// What is scrolled in any case may as well be seen; what just fits is better seen whole.
double smallestCell(int rows, int columns)
{
    constexpr int mostUnscrolled = 40;
    return std::max(rows, columns) > mostUnscrolled ? 18 : 11; // smaller, no name could stand beside it
}

// With more squares than this each is painted flat: let out with water nobody would see it.
constexpr std::size_t mostLetOut = 200;
constexpr double widestShare = 2.2;
constexpr double roomForRing = 5;
constexpr double roomForNumbers = 52;

} // namespace

QRectF ChartGeometry::cellAt(int row, int column) const
{
    return {bounds.left() + headWidth + std::round(column * cell),
            bounds.top() + headHeight + std::round(row * cellHeight),
            std::round((column + 1) * cell) - std::round(column * cell),
            std::round((row + 1) * cellHeight) - std::round(row * cellHeight)};
}

QRectF ChartGeometry::rowHead(int row) const
{
    const QRectF first = cellAt(row, 0);
    return {bounds.left(), first.top(), headWidth - 8, first.height()};
}

QRectF ChartGeometry::columnHead(int column) const
{
    const QRectF first = cellAt(0, column);
    return {first.left(), bounds.top(), first.width(), headHeight - 6};
}

int ChartGeometry::indexAt(QPointF place) const
{
    if (cell <= 0 || cellHeight <= 0)
        return -1;
    // Cells stand on whole pixels, so that the one it lies in may be the next.
    const int nearRow = static_cast<int>((place.y() - bounds.top() - headHeight) / cellHeight);
    const int nearColumn = static_cast<int>((place.x() - bounds.left() - headWidth) / cell);
    for (int row = std::max(0, nearRow - 1); row < std::min(rows, nearRow + 2); ++row)
        for (int column = std::max(0, nearColumn - 1); column < std::min(columns, nearColumn + 2); ++column)
            if (cellAt(row, column).contains(place))
                return row * columns + column;
    return -1;
}

ChartGeometry chartGeometry(const QRectF& bounds, int rows, int columns)
{
    const QRectF inner = bounds.adjusted(0, 0, -roomForRing, -roomForRing);
    const double smallest = smallestCell(rows, columns);
    const auto sized = [&](double headHeight) {
        const double wide = (inner.width() - rowHeadWidth) / std::max(1, columns);
        const double tall = std::clamp((inner.height() - headHeight) / std::max(1, rows), smallest, largestCell);
        // Wider than tall where there is room: a square is painted so, and names fit above it.
        const double cell = std::clamp(wide, smallest, widestShare * tall);
        return ChartGeometry{inner, rows, columns, rowHeadWidth, headHeight, cell, std::min(tall, cell)};
    };
    const ChartGeometry flat = sized(flatHeight);
    return flat.uprightHeads() ? sized(uprightHeight) : flat;
}

ChartGrid::ChartGrid(ViewSettings& settings, QWidget* parent) : CellWidget(settings, tr("Chart"), parent) {}

void ChartGrid::setContents(ChartContents contents)
{
    m_contents = std::move(contents);
    updateGeometry();
    putInHand(current());
}

ChartGeometry ChartGrid::geometry() const
{
    return chartGeometry(rect(), rows(), columns());
}

QSize ChartGrid::minimumSizeHint() const
{
    const double smallest = smallestCell(rows(), columns());
    const auto room = [&](double head, int cells) { return static_cast<int>(head + cells * smallest + roomForRing); };
    return {std::max(320, room(rowHeadWidth, columns())), std::max(260, room(uprightHeight, rows()))};
}

QRectF ChartGrid::placeOf(int cell) const
{
    return columns() > 0 ? geometry().cellAt(cell / columns(), cell % columns()) : QRectF();
}

QRect ChartGrid::currentPlace() const
{
    return current() >= 0 ? placeOf(current()).toAlignedRect() : QRect();
}

QString ChartGrid::wordsOf(int cell) const
{
    const ChartCell& at = m_contents.cells.at(static_cast<std::size_t>(cell));
    QString words =
        QStringLiteral("%1\n%2").arg(recipeText(at.recipe, m_contents.cells.studio()->paints), colourWords(at.colour));
    if (at.painted)
        words += tr("\npainted %1").arg(apart(deltaE00(*at.painted, at.colour)));
    return words;
}

void ChartGrid::paintCell(QPainter& painter, const QRectF& cell, std::size_t index) const
{
    const bool values = settings().valuesOnly();
    const ChartCell& at = m_contents.cells.at(index);
    const QRectF wash = cell.adjusted(1, 1, -1, -1);
    if (m_contents.cells.count() > mostLetOut) {
        painter.fillRect(wash, displayed(at.colour, values));
    } else {
        // The wash as asked for over most of the cell, let out with water along its lower edge.
        QLinearGradient gradient(wash.topLeft(), wash.bottomLeft());
        gradient.setColorAt(0, displayed(at.washes[0], values));
        gradient.setColorAt(0.6, displayed(at.washes[0], values));
        gradient.setColorAt(0.75, displayed(at.washes[1], values));
        gradient.setColorAt(0.9, displayed(at.washes[2], values));
        gradient.setColorAt(1, displayed(at.washes[3], values));
        painter.fillRect(wash, gradient);
    }
    if (!at.painted)
        return;
    const double inset = 0.27 * wash.width();
    const QRectF inner = wash.adjusted(inset, 0.12 * wash.height(), -inset, -0.45 * wash.height());
    painter.fillRect(inner, displayed(*at.painted, values));
    if (cell.width() < roomForNumbers)
        return;
    painter.setPen(at.colour.l > 55 ? Qt::black : Qt::white);
    painter.setFont(textFont(textsize::small, QFont::DemiBold));
    painter.drawText(QRectF(wash.left(), inner.bottom() + 1, wash.width(), 16), Qt::AlignCenter,
                     number(deltaE00(*at.painted, at.colour)));
}

void ChartGrid::paintRowHeads(QPainter& painter, const ChartGeometry& at, const QRect& seen) const
{
    for (int row = 0; row < at.rows; ++row) {
        const QRectF head = at.rowHead(row).translated(seen.left(), 0);
        if (head.bottom() >= seen.top() && head.top() <= seen.bottom())
            painter.drawText(head, Qt::AlignRight | Qt::AlignVCenter,
                             fitting(m_contents.rowNames[row], QFontMetrics(painter.font()), head.width()));
    }
}

/// The names stay at the edges of what is seen of the chart.
void ChartGrid::paintHeads(QPainter& painter, const ChartGeometry& at, const QRect& seen) const
{
    const QColor ground = palette().color(QPalette::Window);
    painter.fillRect(QRectF(seen.left(), seen.top(), at.headWidth, seen.height()), ground);
    painter.fillRect(QRectF(seen.left(), seen.top(), seen.width(), at.headHeight), ground);
    painter.setPen(settings().colours().text);
    painter.setFont(textFont(textsize::small));
    painter.save();
    painter.setClipRect(QRectF(seen.left(), seen.top() + at.headHeight, at.headWidth, seen.height()));
    paintRowHeads(painter, at, seen);
    painter.restore();
    painter.setClipRect(QRectF(seen.left() + at.headWidth, seen.top(), seen.width(), at.headHeight));
    for (int column = 0; column < at.columns; ++column) {
        const QRectF head = at.columnHead(column).translated(0, seen.top());
        if (head.right() < seen.left() || head.left() > seen.right())
            continue;
        if (!at.uprightHeads()) {
            painter.drawText(head, Qt::AlignHCenter | Qt::AlignBottom | Qt::TextWordWrap,
                             m_contents.columnNames[column]);
            continue;
        }
        painter.save();
        painter.translate(head.center().x(), head.bottom());
        painter.rotate(-90);
        painter.drawText(QRectF(0, -8, head.height(), 16), Qt::AlignLeft | Qt::AlignVCenter,
                         fitting(m_contents.columnNames[column], QFontMetrics(painter.font()), head.height()));
        painter.restore();
    }
    painter.setClipping(false);
}

void ChartGrid::paintEvent(QPaintEvent*)
{
    if (m_contents.cells.count() == 0)
        return;
    QPainter painter(this);
    const ChartGeometry at = geometry();
    const QRect seen = visibleRegion().isEmpty() ? rect() : visibleRegion().boundingRect();
    const auto first = [](double from, double step) { return std::max(0, static_cast<int>(from / step) - 1); };
    const int firstRow = first(seen.top() - at.bounds.top() - at.headHeight, at.cellHeight);
    const int firstColumn = first(seen.left() - at.bounds.left() - at.headWidth, at.cell);
    for (int row = firstRow; row < at.rows && at.cellAt(row, 0).top() <= seen.bottom(); ++row)
        for (int column = firstColumn; column < at.columns && at.cellAt(0, column).left() <= seen.right(); ++column)
            paintCell(painter, at.cellAt(row, column), static_cast<std::size_t>(row * at.columns + column));
    if (current() >= 0)
        paintSelection(painter, placeOf(current()).adjusted(2, 2, -2, -2));
    paintHeads(painter, at, seen);
}

} // namespace iris
