#include "app/parts/cellwidget.h"

#include "app/theme/viewsettings.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QScrollArea>
#include <QToolTip>
#include <algorithm>

namespace iris {

CellWidget::CellWidget(ViewSettings& settings, const QString& name, QWidget* parent)
    : QWidget(parent),
      m_settings(settings)
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(name);
    connect(&settings, &ViewSettings::changed, this, qOverload<>(&QWidget::update));
}

int CellWidget::cellUnder(QPointF place) const
{
    for (int cell = 0; cell < cellCount(); ++cell)
        if (placeOf(cell).contains(place))
            return cell;
    return -1;
}

void CellWidget::setCurrent(int cell)
{
    if (cell < 0 || cell >= cellCount())
        return;
    m_current = cell;
    setAccessibleDescription(wordsOf(cell));
    update();
    Q_EMIT cellChosen(cell);
}

void CellWidget::keepInSight(int cell)
{
    for (QWidget* up = parentWidget(); up; up = up->parentWidget())
        if (auto* area = qobject_cast<QScrollArea*>(up)) {
            const QRect at = placeOf(cell).toAlignedRect();
            area->ensureVisible(at.center().x(), at.center().y(), at.width() / 2, at.height() / 2 + 8);
            return;
        }
}

void CellWidget::putInHand(int cell)
{
    m_current = std::clamp(cell, -1, cellCount() - 1);
    update();
}

void CellWidget::mousePressEvent(QMouseEvent* event)
{
    setCurrent(cellUnder(event->position()));
}

void CellWidget::mouseDoubleClickEvent(QMouseEvent* event)
{
    if (const int cell = cellUnder(event->position()); cell >= 0)
        Q_EMIT cellActivated(cell);
}

/// Beyond an edge the cell at it stays in hand.
void CellWidget::walk(int down, int across)
{
    const int columns = cellsInARow();
    if (columns <= 0 || cellCount() == 0)
        return;
    const int from = std::max(0, m_current);
    const int row = from / columns + down;
    const int column = std::clamp(from % columns + across, 0, columns - 1);
    if (row >= 0 && row <= (cellCount() - 1) / columns)
        setCurrent(std::min(row * columns + column, cellCount() - 1));
}

void CellWidget::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Left: return walk(0, -1);
    case Qt::Key_Right: return walk(0, 1);
    case Qt::Key_Up: return walk(-1, 0);
    case Qt::Key_Down: return walk(1, 0);
    case Qt::Key_Home: return walk(0, -cellCount());
    case Qt::Key_End: return walk(0, cellCount());
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (m_current >= 0)
            Q_EMIT cellActivated(m_current);
        return;
    default: QWidget::keyPressEvent(event);
    }
}

bool CellWidget::event(QEvent* event)
{
    if (event->type() != QEvent::ToolTip)
        return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const int cell = cellUnder(help->pos());
    if (cell < 0)
        QToolTip::hideText();
    else
        QToolTip::showText(help->globalPos(), wordsOf(cell), this);
    return true;
}

} // namespace iris
