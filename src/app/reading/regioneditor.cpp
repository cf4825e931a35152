#include "app/reading/regioneditor.h"

#include "app/theme/theme.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QTransform>

namespace iris {
namespace {

constexpr double leastDrag = 6; // widget pixels; less is a click

QPolygonF moved(const QPolygonF& region, QPointF by)
{
    return region.translated(by);
}

QPolygonF grown(const QPolygonF& region, double by)
{
    const QPointF centre = region.boundingRect().center();
    const double factor = std::max(0.2, 1 + by / std::max(1.0, region.boundingRect().width()));
    QTransform transform;
    transform.translate(centre.x(), centre.y());
    transform.scale(factor, factor);
    transform.translate(-centre.x(), -centre.y());
    return transform.map(region);
}

} // namespace

RegionEditor::RegionEditor(QWidget* parent) : QWidget(parent)
{
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::CrossCursor);
}

void RegionEditor::setImage(const QImage& image)
{
    m_image = image;
    m_scaled = {};
    update();
}

void RegionEditor::setPlaces(std::vector<MarkedPlace> places)
{
    m_places = std::move(places);
    m_region = 0;
    update();
}

void RegionEditor::setGrid(int columns, int rows)
{
    m_columns = std::max(1, columns);
    m_rows = std::max(1, rows);
    update();
}

void RegionEditor::setCurrent(int place)
{
    if (place == m_current || place < 0 || place >= static_cast<int>(m_places.size()))
        return;
    m_current = place;
    m_region = 0;
    Q_EMIT currentChanged(place);
    update();
}

PictureGeometry RegionEditor::geometry() const
{
    return PictureGeometry::fitted(size(), m_image.size());
}

void RegionEditor::resizeEvent(QResizeEvent* event)
{
    m_scaled = {};
    QWidget::resizeEvent(event);
}

void RegionEditor::paintRegion(QPainter& painter, const MarkedPlace& place, const QPolygonF& region, bool current) const
{
    const PictureGeometry at = geometry();
    QPolygonF outline;
    for (const QPointF& corner : region)
        outline << at.toWidget(corner);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(Qt::white, current ? 5 : 3));
    painter.drawPolygon(outline);
    painter.setPen(QPen(Qt::black, current ? 2 : 1));
    painter.drawPolygon(outline);
    if (place.grid && outline.size() >= 4) {
        const auto between = [&](double u, double v) {
            const QPointF top = outline[0] + u * (outline[1] - outline[0]);
            const QPointF bottom = outline[3] + u * (outline[2] - outline[3]);
            return top + v * (bottom - top);
        };
        for (int i = 1; i < m_columns; ++i)
            painter.drawLine(between(double(i) / m_columns, 0), between(double(i) / m_columns, 1));
        for (int i = 1; i < m_rows; ++i)
            painter.drawLine(between(0, double(i) / m_rows), between(1, double(i) / m_rows));
    }
    if (place.many && !current)
        return;
    const QFont font = textFont(textsize::small, QFont::DemiBold);
    const QRectF words = QFontMetricsF(font).boundingRect(place.name).adjusted(-5, -2, 5, 2);
    QRectF tag(outline.boundingRect().topLeft() - QPointF(0, words.height() + 4), words.size());
    if (place.nameBelow || tag.top() < at.target.top())
        tag.moveTop(outline.boundingRect().bottom() + 4);
    if (place.nameBelow)
        tag.moveRight(outline.boundingRect().right());
    painter.fillRect(tag, current ? Qt::black : Qt::white);
    painter.setPen(current ? Qt::white : Qt::black);
    painter.setFont(font);
    painter.drawText(tag, Qt::AlignCenter, place.name);
}

void RegionEditor::paintEvent(QPaintEvent*)
{
    if (m_image.isNull())
        return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const PictureGeometry at = geometry();
    if (m_scaled.isNull())
        m_scaled = QPixmap::fromImage(
            m_image.scaled(at.target.size().toSize(), Qt::IgnoreAspectRatio, Qt::SmoothTransformation));
    painter.drawPixmap(at.target.topLeft(), m_scaled);
    for (int i = 0; i < static_cast<int>(m_places.size()); ++i)
        for (const QPolygonF& region : m_places[static_cast<std::size_t>(i)].regions)
            if (i != m_current)
                paintRegion(painter, m_places[static_cast<std::size_t>(i)], region, false);
    if (m_current < static_cast<int>(m_places.size())) {
        const MarkedPlace& place = m_places[static_cast<std::size_t>(m_current)];
        for (std::size_t i = 0; i < place.regions.size(); ++i)
            paintRegion(painter, place, place.regions[i], i == m_region);
    }
    if (m_drag && !m_drag->moves) {
        painter.setPen(QPen(Qt::black, 1, Qt::DashLine));
        painter.drawRect(QRectF(at.toWidget(m_drag->from), at.toWidget(m_drag->last)).normalized());
    }
    if (hasFocus()) {
        painter.setPen(QPen(palette().color(QPalette::WindowText), 1));
        painter.drawRect(rect().adjusted(0, 0, -1, -1));
    }
}

/// Takes up the marked place under the pointer, the chosen kind first.
bool RegionEditor::pick(QPointF place)
{
    std::vector<int> order{m_current};
    for (int i = 0; i < static_cast<int>(m_places.size()); ++i)
        if (i != m_current && !m_places[static_cast<std::size_t>(i)].many)
            order.push_back(i);
    for (const int i : order) {
        const auto& regions = m_places[static_cast<std::size_t>(i)].regions;
        for (std::size_t r = 0; r < regions.size(); ++r)
            if (regions[r].containsPoint(place, Qt::OddEvenFill)) {
                setCurrent(i);
                m_region = r;
                return true;
            }
    }
    return false;
}

void RegionEditor::mousePressEvent(QMouseEvent* event)
{
    if (m_image.isNull() || event->button() != Qt::LeftButton || m_places.empty())
        return;
    const QPointF place = geometry().toPicture(event->position());
    m_drag = Drag{place, place, pick(place)};
    update();
}

void RegionEditor::mouseMoveEvent(QMouseEvent* event)
{
    if (!m_drag)
        return;
    const QPointF place = geometry().toPicture(event->position());
    if (m_drag->moves) {
        QPolygonF& region = m_places[static_cast<std::size_t>(m_current)].regions[m_region];
        region = moved(region, place - m_drag->last);
    }
    m_drag->last = place;
    update();
}

void RegionEditor::mouseReleaseEvent(QMouseEvent*)
{
    if (!m_drag)
        return;
    const Drag drag = *m_drag;
    m_drag.reset();
    update();
    const QRectF marked = QRectF(drag.from, drag.last).normalized();
    if (QLineF(drag.from, drag.last).length() * geometry().scale < leastDrag)
        return;
    MarkedPlace& place = m_places[static_cast<std::size_t>(m_current)];
    if (!drag.moves) {
        QPolygonF corners;
        corners << marked.topLeft() << marked.topRight() << marked.bottomRight() << marked.bottomLeft();
        if (!place.many)
            place.regions.clear();
        place.regions.push_back(corners);
        m_region = place.regions.size() - 1;
    }
    Q_EMIT placeMarked(m_current);
}

void RegionEditor::nudge(QPointF by, double grow)
{
    MarkedPlace& place = m_places[static_cast<std::size_t>(m_current)];
    if (m_region >= place.regions.size())
        return;
    QPolygonF& region = place.regions[m_region];
    region = grow != 0 ? grown(region, grow) : moved(region, by);
    Q_EMIT placeMarked(m_current);
    update();
}

void RegionEditor::keyPressEvent(QKeyEvent* event)
{
    if (m_places.empty())
        return QWidget::keyPressEvent(event);
    const double step = 2 / geometry().scale;
    const bool resize = event->modifiers().testFlag(Qt::ShiftModifier);
    switch (event->key()) {
    case Qt::Key_Left: return nudge({-step, 0}, resize ? -2 * step : 0);
    case Qt::Key_Right: return nudge({step, 0}, resize ? 2 * step : 0);
    case Qt::Key_Up: return nudge({0, -step}, resize ? 2 * step : 0);
    case Qt::Key_Down: return nudge({0, step}, resize ? -2 * step : 0);
    case Qt::Key_PageUp: return setCurrent(m_current - 1);
    case Qt::Key_PageDown: return setCurrent(m_current + 1);
    case Qt::Key_Delete:
    case Qt::Key_Backspace: {
        auto& regions = m_places[static_cast<std::size_t>(m_current)].regions;
        if (m_region < regions.size()) {
            regions.erase(regions.begin() + static_cast<std::ptrdiff_t>(m_region));
            m_region = 0;
            Q_EMIT placeMarked(m_current);
            update();
        }
        return;
    }
    default: QWidget::keyPressEvent(event);
    }
}

} // namespace iris
