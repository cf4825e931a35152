#include "app/pairs/wheeldisc.h"

#include "app/parts/words.h"
#include "app/parts/worktable.h"
#include "app/theme/viewsettings.h"
#include "drawing/displayed.h"
#include "mixing/ratios.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QToolTip>
#include <cmath>
#include <numeric>

namespace iris {
namespace {

constexpr int steps = static_cast<int>(Wheel::steps);
constexpr double labelRoom = 62;
constexpr std::array<double, 4> ringEdges{1.0, 0.68, 0.44, 0.22};

QPointF onCircle(QPointF middle, double radius, double degrees)
{
    const double angle = qDegreesToRadians(degrees);
    return middle + radius * QPointF(std::cos(angle), -std::sin(angle));
}

} // namespace

WheelDisc::WheelDisc(Worktable& context, QWidget* parent) : QWidget(parent), m_context(context)
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Wheel"));
    connect(&context.settings(), &ViewSettings::changed, this, qOverload<>(&QWidget::update));
}

void WheelDisc::show(const StudioPtr& studio, const Wheel& wheel)
{
    m_studio = studio;
    m_wheel = wheel;
    m_dot.reset();
    update();
}

const std::vector<WheelStep>& WheelDisc::ring(int index) const
{
    return index == 0 ? m_wheel.rim : m_wheel.rings[static_cast<std::size_t>(index - 1)];
}

double WheelDisc::radiusOf(int ring) const
{
    return (std::min(width(), height()) / 2.0 - labelRoom) * ringEdges[static_cast<std::size_t>(ring)];
}

/// Hue angles are drawn as they are, so the wheel stands as the colour field does.
double WheelDisc::angleOf(int step) const
{
    return m_wheel.rim[static_cast<std::size_t>(step)].wantedHue;
}

QPainterPath WheelDisc::wedge(WheelSpot spot) const
{
    constexpr double half = 15;
    const QPointF middle = QRectF(rect()).center();
    const double outer = radiusOf(spot.ring);
    const double inner = radiusOf(spot.ring + 1);
    const double angle = angleOf(spot.step);
    const auto around = [&](double radius) {
        return QRectF(middle - QPointF(radius, radius), QSizeF(2 * radius, 2 * radius));
    };
    QPainterPath path;
    path.arcMoveTo(around(outer), angle - half);
    path.arcTo(around(outer), angle - half, 2 * half);
    path.arcTo(around(inner), angle + half, -2 * half);
    path.closeSubpath();
    return path;
}

QPointF WheelDisc::placeOf(const WheelPlace& place) const
{
    const double rim = (radiusOf(0) + radiusOf(1)) / 2;
    return onCircle(QRectF(rect()).center(), std::min(1.12, place.radius) * rim, place.hueDegrees);
}

std::optional<WheelSpot> WheelDisc::spotAt(QPointF place) const
{
    if (m_wheel.rim.empty())
        return std::nullopt;
    for (int ring = 0; ring <= static_cast<int>(m_wheel.rings.size()); ++ring)
        for (int step = 0; step < steps; ++step)
            if (wedge({ring, step}).contains(place))
                return WheelSpot{ring, step};
    return std::nullopt;
}

std::optional<std::size_t> WheelDisc::dotAt(QPointF place) const
{
    constexpr double reach = 11;
    for (std::size_t i = 0; i < m_wheel.others.size(); ++i)
        if (QLineF(placeOf(m_wheel.others[i]), place).length() < reach)
            return i;
    return std::nullopt;
}

QString WheelDisc::nameOf(std::size_t other) const
{
    return text(m_studio->notebook.tubes[m_wheel.others[other].paint].name);
}

void WheelDisc::setDot(std::size_t other)
{
    if (other >= m_wheel.others.size())
        return;
    m_dot = other;
    const Lab colour = m_studio->paints[m_wheel.others[other].paint].swatch.full;
    setAccessibleDescription(QStringLiteral("%1, %2").arg(nameOf(other), colourWords(colour)));
    update();
    Q_EMIT dotChosen(other);
}

void WheelDisc::walkDots(int by)
{
    const std::size_t count = m_wheel.others.size();
    if (count == 0)
        return;
    std::vector<std::size_t> around(count);
    std::iota(around.begin(), around.end(), std::size_t{0});
    std::ranges::stable_sort(around, {}, [this](std::size_t i) { return m_wheel.others[i].hueDegrees; });
    const auto now = m_dot ? std::ranges::find(around, *m_dot) - around.begin() : (by > 0 ? -1 : 0);
    const auto whole = static_cast<std::ptrdiff_t>(count);
    setDot(around[static_cast<std::size_t>(((now + by) % whole + whole) % whole)]);
}

void WheelDisc::setCurrent(WheelSpot spot)
{
    if (m_wheel.rim.empty())
        return;
    m_dot.reset();
    m_current = {std::clamp(spot.ring, 0, static_cast<int>(m_wheel.rings.size())), (spot.step % steps + steps) % steps};
    const WheelStep& at = ring(m_current.ring)[static_cast<std::size_t>(m_current.step)];
    setAccessibleDescription(
        QStringLiteral("%1, %2").arg(recipeText(at.recipe, m_studio->paints), colourWords(at.colour)));
    update();
    Q_EMIT spotChosen(m_current);
}

void WheelDisc::paintLabels(QPainter& painter) const
{
    const QPointF middle = QRectF(rect()).center();
    painter.setFont(textFont(textsize::small));
    painter.setPen(m_context.settings().colours().text);
    for (int step = 0; step < steps; ++step) {
        const WheelStep& at = m_wheel.rim[static_cast<std::size_t>(step)];
        const Counted count = countedParts(at.recipe);
        const bool lessThanATouch = count.touches == 0 && std::ranges::max(count.amounts) > mostParts;
        QString words = at.recipe.parts.size() == 1 ? tr("pure")
                        : lessThanATouch            ? tr("a touch")
                                                    : text(partsText(at.recipe));
        if (!at.reached)
            words = tr("not reached");
        // Beside the wheel a long word needs more room than a short one.
        const double half = painter.fontMetrics().horizontalAdvance(words) / 2.0;
        const QPointF near = onCircle(middle, radiusOf(0) + 24, angleOf(step));
        const double outwards = (near.x() - middle.x()) / (radiusOf(0) + 24);
        const QPointF place(near.x() + outwards * std::max(0.0, half - 14), near.y());
        painter.drawText(QRectF(place.x() - 40, place.y() - 9, 80, 18), Qt::AlignCenter, words);
    }
}

void WheelDisc::paintOthers(QPainter& painter) const
{
    const bool values = m_context.settings().valuesOnly();
    for (std::size_t i = 0; i < m_wheel.others.size(); ++i) {
        const WheelPlace& place = m_wheel.others[i];
        const QPointF at = placeOf(place);
        const Lab colour = m_studio->paints[place.paint].swatch.full;
        painter.setPen(QPen(Qt::white, 2));
        painter.setBrush(displayed(colour, values));
        painter.drawEllipse(at, 8, 8);
        painter.setPen(QPen(Qt::black, 1));
        painter.setBrush(Qt::NoBrush);
        painter.drawEllipse(at, 9, 9);
    }
}

/// The chosen tube ringed and named, on the side where its name has room.
void WheelDisc::paintChosenDot(QPainter& painter) const
{
    const QPointF at = placeOf(m_wheel.others[*m_dot]);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(Qt::white, 4));
    painter.drawEllipse(at, 12, 12);
    painter.setPen(QPen(Qt::black, 2));
    painter.drawEllipse(at, 12, 12);
    painter.setFont(textFont(textsize::small, QFont::DemiBold));
    const QString name = nameOf(*m_dot);
    const double width = painter.fontMetrics().horizontalAdvance(name) + 16;
    const double left = at.x() + 18 + width < this->width() ? at.x() + 18 : at.x() - 18 - width;
    const QRectF plate(left, at.y() - 11, width, 22);
    const GroundColours colours = m_context.settings().colours();
    painter.setPen(Qt::NoPen);
    painter.setBrush(colours.card);
    painter.drawRoundedRect(plate, 3, 3);
    painter.setPen(colours.text);
    painter.drawText(plate, Qt::AlignCenter, name);
}

void WheelDisc::paintChosenStep(QPainter& painter) const
{
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(Qt::white, 5));
    painter.drawPath(wedge(m_current));
    painter.setPen(QPen(Qt::black, 2));
    painter.drawPath(wedge(m_current));
}

void WheelDisc::paintEvent(QPaintEvent*)
{
    if (m_wheel.rim.empty())
        return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const bool values = m_context.settings().valuesOnly();
    for (int index = 0; index <= static_cast<int>(m_wheel.rings.size()); ++index)
        for (int step = 0; step < steps; ++step) {
            const WheelStep& at = ring(index)[static_cast<std::size_t>(step)];
            const QColor colour = displayed(at.colour, values);
            painter.setPen(QPen(colour, 0.5));
            painter.setBrush(colour);
            if (m_wheel.rim[static_cast<std::size_t>(step)].reached)
                painter.drawPath(wedge({index, step}));
        }
    paintLabels(painter);
    paintOthers(painter);
    if (m_dot)
        paintChosenDot(painter);
    else
        paintChosenStep(painter);
}

void WheelDisc::mousePressEvent(QMouseEvent* event)
{
    if (const auto other = dotAt(event->position()))
        setDot(*other);
    else if (const auto spot = spotAt(event->position()))
        setCurrent(*spot);
}

void WheelDisc::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Left: return setCurrent({m_current.ring, m_current.step + 1});
    case Qt::Key_Right: return setCurrent({m_current.ring, m_current.step - 1});
    case Qt::Key_Up: return setCurrent({m_current.ring - 1, m_current.step});
    case Qt::Key_Down: return setCurrent({m_current.ring + 1, m_current.step});
    case Qt::Key_Period: return walkDots(1);
    case Qt::Key_Comma: return walkDots(-1);
    default: QWidget::keyPressEvent(event);
    }
}

bool WheelDisc::event(QEvent* event)
{
    if (event->type() != QEvent::ToolTip)
        return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    if (const auto other = dotAt(help->pos())) {
        QToolTip::showText(help->globalPos(), nameOf(*other), this);
        return true;
    }
    if (const auto spot = spotAt(help->pos())) {
        const WheelStep& at = ring(spot->ring)[static_cast<std::size_t>(spot->step)];
        QToolTip::showText(help->globalPos(), recipeText(at.recipe, m_studio->paints), this);
        return true;
    }
    QToolTip::hideText();
    return true;
}

} // namespace iris
