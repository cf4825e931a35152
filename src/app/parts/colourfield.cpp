#include "app/parts/colourfield.h"

#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "colour/huefamily.h"
#include "drawing/displayed.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>
#include <QWheelEvent>
#include <algorithm>
#include <cmath>
#include <limits>

namespace iris {
namespace {

constexpr double widestRadius = 96;
constexpr double narrowestRadius = 12;
constexpr double nearEnough = 10; // px, for hover and clicks

} // namespace

FieldGeometry::FieldGeometry(const QRectF& bounds, double radius, QPointF centre)
    : m_middle(bounds.center()),
      m_centre(centre),
      m_scale(std::min(bounds.width(), bounds.height()) / 2 / radius)
{
}

QPointF FieldGeometry::toScreen(double a, double b) const
{
    return m_middle + QPointF((a - m_centre.x()) * m_scale, -(b - m_centre.y()) * m_scale);
}

QPointF FieldGeometry::toField(QPointF place) const
{
    const QPointF offset = (place - m_middle) / m_scale;
    return {m_centre.x() + offset.x(), m_centre.y() - offset.y()};
}

void paintFieldGrid(QPainter& painter, const FieldGeometry& at, const GroundColours& colours)
{
    const QPointF origin = at.toScreen(0, 0);
    painter.setFont(textFont(textsize::small));
    painter.setBrush(Qt::NoBrush);
    for (const int chroma : {20, 40, 60, 80}) {
        painter.setPen(QPen(colours.line, 1));
        painter.drawEllipse(origin, at.pixels(chroma), at.pixels(chroma));
        painter.setPen(colours.quietText);
        // Between green and blue, where few paints and fewer mixes stand.
        const QPointF label = at.toScreen(toLab(Lch{50, static_cast<double>(chroma), 211}));
        painter.drawText(QRectF(label - QPointF(16, 9), QSizeF(32, 18)), Qt::AlignCenter, QString::number(chroma));
    }
    for (std::size_t i = 0; i < wheelFamilyCount; ++i) {
        const HueFamily family = allHueFamilies[i];
        const double middle = *middleDegrees(family);
        const Lab inner = toLab(Lch{50, 4, middle});
        const Lab outer = toLab(Lch{50, 84, middle});
        painter.setPen(QPen(colours.line, 1, Qt::DashLine));
        painter.drawLine(at.toScreen(inner), at.toScreen(outer));
        const QPointF place = at.toScreen(toLab(Lch{50, 93, middle}));
        painter.setPen(colours.text);
        painter.drawText(QRectF(place - QPointF(40, 9), QSizeF(80, 18)), Qt::AlignCenter, text(nameOf(family)));
    }
}

ColourField::ColourField(ViewSettings& settings, QWidget* parent) : QWidget(parent), m_settings(settings)
{
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAccessibleName(tr("Colour field"));
    connect(&settings, &ViewSettings::changed, this, qOverload<>(&QWidget::update));
}

void ColourField::setContents(FieldContents contents)
{
    m_contents = std::move(contents);
    const std::vector<Mark> all = marks();
    if (m_current && std::ranges::find(all, *m_current) == all.end())
        m_current.reset();
    update();
}

void ColourField::setCurrent(std::optional<Mark> mark)
{
    m_current = mark;
    if (mark)
        setAccessibleDescription(wordsOf(*mark));
    update();
}

FieldGeometry ColourField::geometry() const
{
    return {QRectF(rect()).adjusted(20, 20, -20, -20), m_radius, m_centre};
}

std::vector<ColourField::Mark> ColourField::marks() const
{
    std::vector<Mark> all;
    for (std::size_t i = 0; i < m_contents.needs.size(); ++i)
        all.push_back({Kind::Need, i});
    for (std::size_t i = 0; i < m_contents.dots.size(); ++i)
        all.push_back({Kind::Dot, i});
    for (std::size_t i = 0; i < m_contents.tubes.size(); ++i)
        if (m_contents.tubes[i].strong)
            all.push_back({Kind::Tube, i});
    return all;
}

QPointF ColourField::placeOf(Mark mark) const
{
    const FieldGeometry at = geometry();
    switch (mark.kind) {
    case Kind::Tube: return at.toScreen(m_contents.tubes[mark.index].full);
    case Kind::Need: return at.toScreen(m_contents.needs[mark.index].target);
    case Kind::Dot: return at.toScreen(m_contents.dots[mark.index].colour);
    }
    return {};
}

QString ColourField::wordsOf(Mark mark) const
{
    switch (mark.kind) {
    case Kind::Tube: return m_contents.tubes[mark.index].words;
    case Kind::Need: return m_contents.needs[mark.index].words;
    case Kind::Dot: return m_contents.dots[mark.index].words;
    }
    return {};
}

std::optional<ColourField::Mark> ColourField::markNear(QPointF place) const
{
    std::optional<Mark> best;
    double nearest = nearEnough;
    for (const Mark& mark : marks()) {
        const double distance = QLineF(place, placeOf(mark)).length();
        if (distance < nearest) {
            nearest = distance;
            best = mark;
        }
    }
    return best;
}

/// To the nearest mark in a direction, those ahead before those aside.
void ColourField::walk(QPointF direction)
{
    const std::vector<Mark> all = marks();
    if (all.empty())
        return;
    if (!m_current) {
        setCurrent(all.front());
        return;
    }
    const QPointF from = placeOf(*m_current);
    std::optional<Mark> best;
    double least = std::numeric_limits<double>::infinity();
    for (const Mark& mark : all) {
        const QPointF way = placeOf(mark) - from;
        const double ahead = QPointF::dotProduct(way, direction);
        const double aside = std::abs(way.x() * direction.y() - way.y() * direction.x());
        const double cost = ahead + 2 * aside;
        if (ahead > 0.5 && cost < least) {
            least = cost;
            best = mark;
        }
    }
    if (!best)
        return;
    setCurrent(best);
    const QPointF place = placeOf(*best);
    QToolTip::showText(mapToGlobal(place.toPoint()), wordsOf(*best), this);
}

void ColourField::zoom(double factor, QPointF around)
{
    const QPointF fixed = geometry().toField(around);
    m_radius = std::clamp(m_radius / factor, narrowestRadius, widestRadius);
    m_centre = m_radius >= widestRadius ? QPointF() : m_centre + fixed - geometry().toField(around);
    update();
}

void ColourField::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintFieldGrid(painter, geometry(), m_settings.colours());
    paintContents(painter);
    if (hasFocus()) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(m_settings.colours().text, 1, Qt::DotLine));
        painter.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
    }
}

void ColourField::paintDot(QPainter& painter, QPointF place, const Lab& lab, double radius) const
{
    painter.setPen(QPen(m_settings.colours().text, 1));
    painter.setBrush(displayed(lab, m_settings.valuesOnly()));
    painter.drawEllipse(place, radius, radius);
}

void ColourField::paintContents(QPainter& painter) const
{
    const FieldGeometry at = geometry();
    const GroundColours colours = m_settings.colours();
    for (const FieldOutline& outline : m_contents.outlines) {
        QPolygonF line;
        for (const Lab& lab : outline.points)
            line << at.toScreen(lab);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(outline.pen);
        painter.drawPolygon(line);
    }
    for (const FieldTube& tube : m_contents.tubes) {
        if (!tube.strong) {
            paintDot(painter, at.toScreen(tube.full), tube.full, 2.5);
            continue;
        }
        painter.setPen(QPen(colours.text, 1.2));
        painter.drawLine(at.toScreen(tube.full), at.toScreen(tube.thin));
        paintDot(painter, at.toScreen(tube.thin), tube.thin, 2.5);
        paintDot(painter, at.toScreen(tube.full), tube.full, 5.5);
    }
    if (!m_contents.path.empty()) {
        QPolygonF line;
        for (const Lab& lab : m_contents.path)
            line << at.toScreen(lab);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(colours.text, 1.6));
        painter.drawPolyline(line);
    }
    for (const FieldDot& dot : m_contents.dots)
        paintDot(painter, at.toScreen(dot.colour), dot.colour, 4);
    for (const FieldNeed& need : m_contents.needs) {
        const QPointF place = at.toScreen(need.target);
        painter.setPen(QPen(colours.text, 1.5));
        painter.setBrush(need.met ? QBrush(displayed(need.target, m_settings.valuesOnly())) : QBrush(Qt::NoBrush));
        painter.drawEllipse(place, 7, 7);
    }
    if (m_current) {
        const QPointF place = placeOf(*m_current);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(Qt::white, 2));
        painter.drawEllipse(place, 10, 10);
        painter.setPen(QPen(Qt::black, 2));
        painter.drawEllipse(place, 12, 12);
    }
}

void ColourField::mousePressEvent(QMouseEvent* event)
{
    if (const auto mark = markNear(event->position())) {
        setCurrent(mark);
        Q_EMIT markActivated(*mark);
    } else {
        m_dragFrom = event->position();
    }
}

void ColourField::mouseMoveEvent(QMouseEvent* event)
{
    if (!m_dragFrom || m_radius >= widestRadius)
        return;
    const FieldGeometry at = geometry();
    m_centre += at.toField(*m_dragFrom) - at.toField(event->position());
    m_dragFrom = event->position();
    update();
}

void ColourField::mouseReleaseEvent(QMouseEvent*)
{
    m_dragFrom.reset();
}

void ColourField::wheelEvent(QWheelEvent* event)
{
    zoom(std::pow(1.2, event->angleDelta().y() / 120.0), event->position());
}

void ColourField::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Left: return walk({-1, 0});
    case Qt::Key_Right: return walk({1, 0});
    case Qt::Key_Up: return walk({0, -1});
    case Qt::Key_Down: return walk({0, 1});
    case Qt::Key_Plus: return zoom(1.25, rect().center());
    case Qt::Key_Minus: return zoom(0.8, rect().center());
    case Qt::Key_0: return zoom(0.001, rect().center());
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (m_current)
            Q_EMIT markActivated(*m_current);
        return;
    default: QWidget::keyPressEvent(event);
    }
}

bool ColourField::event(QEvent* event)
{
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const auto mark = markNear(help->pos());
        QToolTip::showText(help->globalPos(), mark ? wordsOf(*mark) : QString(), this);
        return true;
    }
    return QWidget::event(event);
}

} // namespace iris
