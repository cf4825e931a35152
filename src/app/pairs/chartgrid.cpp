#include "app/pairs/chartgrid.h"

#include "app/pairs/paircontext.h"
#include "app/parts/paintcolour.h"
#include "app/parts/plainwords.h"
#include "app/parts/washpainter.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "colour/deltae.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>
#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr double rowHeadWidth = 138;
constexpr double uprightHeight = 118;
constexpr double flatHeight = 40;
constexpr double largestCell = 128;
constexpr double widestShare = 2.2;
constexpr double ringRoom = 5;
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
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column)
            if (cellAt(row, column).contains(place))
                return row * columns + column;
    return -1;
}

ChartGeometry chartGeometry(const QRectF& bounds, int rows, int columns)
{
    const QRectF inner = bounds.adjusted(0, 0, -ringRoom, -ringRoom);
    const auto sized = [&](double headHeight) {
        const double wide = (inner.width() - rowHeadWidth) / std::max(1, columns);
        const double tall = std::clamp((inner.height() - headHeight) / std::max(1, rows), 4.0, largestCell);
        // Wider than tall where there is room: a square is painted so, and names fit above it.
        const double cell = std::clamp(wide, 4.0, widestShare * tall);
        return ChartGeometry{inner, rows, columns, rowHeadWidth, headHeight, cell, std::min(tall, cell)};
    };
    const ChartGeometry flat = sized(flatHeight);
    return flat.uprightHeads() ? sized(uprightHeight) : flat;
}

ChartGrid::ChartGrid(PairContext& context, QWidget* parent) : QWidget(parent), m_context(context)
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Chart"));
    connect(&context.settings(), &ViewSettings::changed, this, qOverload<>(&QWidget::update));
}

void ChartGrid::setContents(ChartContents contents)
{
    m_contents = std::move(contents);
    m_current = std::clamp(m_current, -1, static_cast<int>(m_contents.chart.recipes.size()) - 1);
    update();
}

ChartGeometry ChartGrid::geometry() const
{
    return chartGeometry(rect(), rows(), columns());
}

QString ChartGrid::wordsOf(int cell) const
{
    const auto at = static_cast<std::size_t>(cell);
    QString words = QStringLiteral("%1\n%2").arg(recipeText(m_contents.chart.recipes[at], m_contents.studio->paints),
                                                 colourWords(m_contents.chart.colours[at]));
    if (m_contents.painted[at])
        words += tr("\npainted %1").arg(apart(deltaE00(*m_contents.painted[at], m_contents.chart.colours[at])));
    return words;
}

void ChartGrid::setCurrent(int cell)
{
    if (cell < 0 || cell >= static_cast<int>(m_contents.chart.recipes.size()))
        return;
    m_current = cell;
    setAccessibleDescription(wordsOf(cell));
    update();
    Q_EMIT cellChosen(cell);
}

void ChartGrid::paintCell(QPainter& painter, const QRectF& cell, std::size_t index) const
{
    const bool values = m_context.settings().valuesOnly();
    const QRectF wash = cell.adjusted(1, 1, -1, -1);
    if (m_contents.washes.empty()) {
        painter.fillRect(wash, displayed(m_contents.chart.colours[index], values));
    } else {
        // The wash as asked for over most of the cell, let out with water along its lower edge.
        QLinearGradient gradient(wash.topLeft(), wash.bottomLeft());
        const auto& steps = m_contents.washes[index];
        gradient.setColorAt(0, displayed(steps[0], values));
        gradient.setColorAt(0.6, displayed(steps[0], values));
        gradient.setColorAt(0.75, displayed(steps[1], values));
        gradient.setColorAt(0.9, displayed(steps[2], values));
        gradient.setColorAt(1, displayed(steps[3], values));
        painter.fillRect(wash, gradient);
    }
    const auto& painted = m_contents.painted[index];
    if (!painted)
        return;
    const double inset = 0.27 * wash.width();
    const QRectF inner = wash.adjusted(inset, 0.12 * wash.height(), -inset, -0.45 * wash.height());
    painter.fillRect(inner, displayed(*painted, values));
    if (cell.width() < roomForNumbers)
        return;
    const double value = m_contents.chart.colours[index].l;
    painter.setPen(value > 55 ? Qt::black : Qt::white);
    painter.setFont(textFont(textsize::small, QFont::DemiBold));
    painter.drawText(QRectF(wash.left(), inner.bottom() + 1, wash.width(), 16), Qt::AlignCenter,
                     number(deltaE00(*painted, m_contents.chart.colours[index])));
}

void ChartGrid::paintHeads(QPainter& painter, const ChartGeometry& at) const
{
    painter.setPen(m_context.settings().colours().text);
    painter.setFont(textFont(textsize::small));
    for (int row = 0; row < at.rows && at.cell >= 11; ++row) {
        const QRectF head = at.rowHead(row);
        painter.drawText(head, Qt::AlignRight | Qt::AlignVCenter,
                         fitting(m_contents.rowNames[row], QFontMetrics(painter.font()), head.width()));
    }
    for (int column = 0; column < at.columns && at.cell >= 11; ++column) {
        const QRectF head = at.columnHead(column);
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
}

void ChartGrid::paintEvent(QPaintEvent*)
{
    if (m_contents.chart.recipes.empty())
        return;
    QPainter painter(this);
    const ChartGeometry at = geometry();
    paintHeads(painter, at);
    for (int row = 0; row < at.rows; ++row)
        for (int column = 0; column < at.columns; ++column)
            paintCell(painter, at.cellAt(row, column), static_cast<std::size_t>(row * at.columns + column));
    if (m_current >= 0)
        paintSelection(painter, at.cellAt(m_current / at.columns, m_current % at.columns).adjusted(2, 2, -2, -2));
}

void ChartGrid::mousePressEvent(QMouseEvent* event)
{
    setCurrent(geometry().indexAt(event->position()));
}

void ChartGrid::mouseDoubleClickEvent(QMouseEvent* event)
{
    if (const int cell = geometry().indexAt(event->position()); cell >= 0)
        Q_EMIT cellActivated(cell);
}

void ChartGrid::walk(int down, int across)
{
    if (columns() == 0)
        return;
    const int row = std::clamp(std::max(0, m_current) / columns() + down, 0, rows() - 1);
    const int column = std::clamp(std::max(0, m_current) % columns() + across, 0, columns() - 1);
    setCurrent(row * columns() + column);
}

void ChartGrid::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Left: return walk(0, -1);
    case Qt::Key_Right: return walk(0, 1);
    case Qt::Key_Up: return walk(-1, 0);
    case Qt::Key_Down: return walk(1, 0);
    case Qt::Key_Home: return walk(0, -columns());
    case Qt::Key_End: return walk(0, columns());
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (m_current >= 0)
            Q_EMIT cellActivated(m_current);
        return;
    default: QWidget::keyPressEvent(event);
    }
}

bool ChartGrid::event(QEvent* event)
{
    if (event->type() != QEvent::ToolTip)
        return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const int cell = geometry().indexAt(help->pos());
    if (cell < 0)
        QToolTip::hideText();
    else
        QToolTip::showText(help->globalPos(), wordsOf(cell), this);
    return true;
}

} // namespace iris
