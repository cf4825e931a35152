#include "app/find/reachfield.h"

#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "drawing/displayed.h"
#include "drawing/washpainter.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>

namespace iris {
namespace {

constexpr double stripWidth = 24;
constexpr double gapToStrip = 10;
constexpr double widestChroma = 88;
constexpr double shownChroma = 96; ///< with the names around
constexpr double aroundIt = 24;
constexpr double lightest = 98;
constexpr double darkest = 6;
constexpr double usualL = 60; ///< of the slice while nothing is wanted
constexpr int perSample = 2;  ///< pixels

} // namespace

ReachField::ReachField(ViewSettings& settings, QWidget* parent) : QWidget(parent), m_settings(settings)
{
    setObjectName(QStringLiteral("reachField"));
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("What your tubes reach; arrows move the wanted colour, Page Up and Page Down its value"));
    connect(&settings, &ViewSettings::changed, this, [this] {
        m_slice = {};
        update();
    });
}

void ReachField::setReach(std::shared_ptr<const ReachGrid> reach)
{
    m_reach = std::move(reach);
    m_slice = {};
    update();
}

void ReachField::setWanted(const std::optional<Lab>& wanted, const std::optional<ColourRange>& range)
{
    m_wanted = wanted;
    m_range = range;
    setAccessibleDescription(!wanted ? tr("Nothing is wanted yet")
                             : !m_reach || m_reach->reaches(*wanted)
                                 ? sentence(colourWords(*wanted))
                                 : tr("%1; your tubes do not reach it").arg(sentence(colourWords(*wanted))));
    update();
}

QRectF ReachField::fieldRect() const
{
    return QRectF(rect()).adjusted(0, 0, -stripWidth - gapToStrip, 0);
}

QRectF ReachField::stripRect() const
{
    return {width() - stripWidth - 1, 4, stripWidth, height() - 8.0};
}

FieldGeometry ReachField::geometry() const
{
    return {fieldRect().adjusted(aroundIt, aroundIt, -aroundIt, -aroundIt), shownChroma, {}};
}

Lab ReachField::shown() const
{
    return m_wanted.value_or(Lab{usualL, 0, 0});
}

double ReachField::valueAt(double y) const
{
    const QRectF strip = stripRect();
    return std::clamp(lightest - (y - strip.top()) / strip.height() * (lightest - darkest), darkest, lightest);
}

double ReachField::yOf(double l) const
{
    const QRectF strip = stripRect();
    return strip.top() + (lightest - std::clamp(l, darkest, lightest)) / (lightest - darkest) * strip.height();
}

/// What is reached in its own colour, the rest as the card it lies on.
QColor ReachField::colourAt(const Lab& lab) const
{
    return m_reach && m_reach->reaches(lab) ? displayed(lab, m_settings.valuesOnly()) : m_settings.colours().card;
}

QImage ReachField::slice() const
{
    const double l = shown().l;
    if (!m_slice.isNull() && m_sliceL == l)
        return m_slice;
    const FieldGeometry at = geometry();
    QImage image(std::max(1, static_cast<int>(fieldRect().width()) / perSample), std::max(1, height() / perSample),
                 QImage::Format_RGB32);
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x) {
            const QPointF field = at.toField(QPointF(x + 0.5, y + 0.5) * perSample);
            image.setPixelColor(x, y, colourAt({l, field.x(), field.y()}));
        }
    m_sliceL = l;
    return m_slice = image;
}

QImage ReachField::strip() const
{
    const QRectF at = stripRect();
    QImage image(1, std::max(1, static_cast<int>(at.height())), QImage::Format_RGB32);
    Lab lab = shown();
    for (int y = 0; y < image.height(); ++y) {
        lab.l = valueAt(at.top() + y);
        image.setPixelColor(0, y, colourAt(lab));
    }
    return image;
}

void ReachField::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const GroundColours colours = m_settings.colours();
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(fieldRect(), slice());
    paintFieldGrid(painter, geometry(), colours);
    painter.drawImage(stripRect(), strip());
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(colours.line, 1));
    painter.drawRect(stripRect().adjusted(-0.5, -0.5, 0.5, 0.5));
    if (m_range)
        paintRange(painter);
    if (m_wanted)
        paintMark(painter);
    if (hasFocus()) {
        painter.setPen(QPen(colours.text, 1, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
    }
}

/// A part of a ring on the field, and a bracket beside the strip; dark in light, so that they show on any paint.
void ReachField::paintRange(QPainter& painter) const
{
    const FieldGeometry at = geometry();
    constexpr int steps = 48;
    const auto along = [&](double chroma, int step) {
        const double hue = m_range->hue.from + m_range->hue.width() * step / steps;
        return at.toScreen(toLab(Lch{50, std::min(chroma, widestChroma), normalisedDegrees(hue)}));
    };
    QPolygonF outer, inner;
    for (int step = 0; step <= steps; ++step) {
        outer << along(m_range->chroma.to, step);
        inner << along(m_range->chroma.from, steps - step);
    }
    QPainterPath path;
    path.addPolygon(outer);
    if (m_range->hue.width() >= 360) // two rings, not one torn open
        path.addPolygon(inner);
    else
        path.addPolygon(outer + inner + QPolygonF{outer.first()});
    QPainterPath bracket;
    const QRectF strip = stripRect();
    bracket.moveTo(strip.left() - 2, yOf(m_range->l.to));
    bracket.lineTo(strip.left() - 6, yOf(m_range->l.to));
    bracket.lineTo(strip.left() - 6, yOf(m_range->l.from));
    bracket.lineTo(strip.left() - 2, yOf(m_range->l.from));
    painter.setBrush(Qt::NoBrush);
    for (const auto& [pen, lines] : {std::pair(QPen(Qt::white, 3.0), path), std::pair(QPen(Qt::black, 1.2), path),
                                     std::pair(QPen(m_settings.colours().text, 1.6), bracket)}) {
        painter.setPen(pen);
        painter.drawPath(lines);
    }
}

void ReachField::paintMark(QPainter& painter) const
{
    const QPointF place = geometry().toScreen(*m_wanted);
    const QRectF strip = stripRect();
    const QRectF level(strip.left() - 3, yOf(m_wanted->l) - 3, strip.width() + 6, 6);
    painter.setBrush(displayed(*m_wanted, m_settings.valuesOnly()));
    for (const auto& [colour, wider] : {std::pair(QColor(Qt::black), 2.0), std::pair(QColor(Qt::white), 0.0)}) {
        painter.setPen(QPen(colour, 2));
        painter.drawEllipse(place, 7 + wider, 7 + wider);
    }
    painter.setBrush(Qt::NoBrush);
    paintSelection(painter, level.adjusted(2, 2, -2, -2));
}

void ReachField::want(const Lab& lab)
{
    setWanted(lab);
    Q_EMIT moved();
}

void ReachField::dragTo(QPointF place)
{
    Lab lab = shown();
    if (m_dragged == Part::Strip) {
        lab.l = valueAt(place.y());
    } else {
        const QPointF field = geometry().toField(place);
        const double chroma = std::hypot(field.x(), field.y());
        const double shrink = chroma > widestChroma ? widestChroma / chroma : 1;
        lab.a = field.x() * shrink;
        lab.b = field.y() * shrink;
    }
    want(lab);
}

void ReachField::mousePressEvent(QMouseEvent* event)
{
    if (event->button() != Qt::LeftButton)
        return QWidget::mousePressEvent(event);
    m_dragged = event->position().x() > fieldRect().right() ? Part::Strip : Part::Field;
    dragTo(event->position());
}

void ReachField::mouseMoveEvent(QMouseEvent* event)
{
    if (m_dragged != Part::None)
        dragTo(event->position());
}

void ReachField::mouseReleaseEvent(QMouseEvent*)
{
    if (std::exchange(m_dragged, Part::None) != Part::None && m_wanted)
        Q_EMIT picked();
}

void ReachField::step(double a, double b, double l)
{
    const Lab from = shown();
    const Lab to{std::clamp(from.l + l, darkest, lightest), from.a + a, from.b + b};
    if (std::hypot(to.a, to.b) > widestChroma)
        return;
    want(to);
    Q_EMIT picked();
}

void ReachField::keyPressEvent(QKeyEvent* event)
{
    constexpr double by = 2;
    switch (event->key()) {
    case Qt::Key_Left: return step(-by, 0, 0);
    case Qt::Key_Right: return step(by, 0, 0);
    case Qt::Key_Up: return step(0, by, 0);
    case Qt::Key_Down: return step(0, -by, 0);
    case Qt::Key_PageUp: return step(0, 0, by);
    case Qt::Key_PageDown: return step(0, 0, -by);
    default: QWidget::keyPressEvent(event);
    }
}

void ReachField::resizeEvent(QResizeEvent*)
{
    m_slice = {};
}

} // namespace iris
