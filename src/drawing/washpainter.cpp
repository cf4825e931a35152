#include "drawing/washpainter.h"

#include "colour/observer.h"
#include "drawing/displayed.h"
#include "paint/paper.h"

#include <QImage>
#include <QPainter>
#include <QPainterPath>
#include <cmath>

namespace iris {
namespace {

/// Repeatable noise between -1 and 1.
double noise(unsigned seed, unsigned place)
{
    unsigned hash = seed * 2654435761U + place * 2246822519U;
    hash ^= hash >> 15;
    hash *= 2246822519U;
    hash ^= hash >> 13;
    return (hash & 0xffff) / 32767.5 - 1;
}

/// A closed edge that wanders a little around a rectangle.
QPainterPath unevenEdge(const QRectF& rect, unsigned seed)
{
    constexpr double spacing = 7;
    constexpr double wander = 1.1;
    QPolygonF outline;
    unsigned place = 0;
    const auto along = [&](QPointF from, QPointF to) {
        const int count = std::max(2, static_cast<int>(QLineF(from, to).length() / spacing));
        for (int i = 0; i < count; ++i) {
            const double share = static_cast<double>(i) / count;
            outline << from + (to - from) * share
                           + QPointF(noise(seed, place) * wander, noise(seed, place + 1000) * wander);
            ++place;
        }
    };
    along(rect.topLeft(), rect.topRight());
    along(rect.topRight(), rect.bottomRight());
    along(rect.bottomRight(), rect.bottomLeft());
    along(rect.bottomLeft(), rect.topLeft());
    QPainterPath path;
    path.moveTo((outline.last() + outline.first()) / 2);
    for (qsizetype i = 0; i < outline.size(); ++i)
        path.quadTo(outline[i], (outline[i] + outline[(i + 1) % outline.size()]) / 2);
    return path;
}

QLinearGradient gradientOf(const WashColours& colours, const QRectF& wash, const WashStyle& style)
{
    QLinearGradient gradient(wash.topLeft(), style.orientation == Qt::Horizontal ? wash.topRight() : wash.bottomLeft());
    for (std::size_t i = 0; i < WashColours::steps; ++i)
        gradient.setColorAt(static_cast<double>(i) / (WashColours::steps - 1),
                            displayed(colours.onPaper[i], style.valuesOnly));
    return gradient;
}

} // namespace

double thicknessAlong(double share)
{
    constexpr double fullUntil = 0.25;
    constexpr double thinnest = 0.1;
    return share <= fullUntil ? 1.0 : std::pow(thinnest, (share - fullUntil) / (1 - fullUntil));
}

WashColours washColours(const Film& film, const Paper& paper)
{
    WashColours colours;
    const Spectrum backing = paper.reflectance();
    colours.paper = toLab(seen(backing));
    for (std::size_t i = 0; i < WashColours::steps; ++i)
        colours.onPaper[i] = seenLab(film, thicknessAlong(static_cast<double>(i) / (WashColours::steps - 1)), backing);
    colours.overLine = seenLab(film, wash::full, blackLine());
    return colours;
}

WashGeometry washGeometry(const QRectF& bounds, const WashStyle& style)
{
    WashGeometry geometry{bounds, bounds, {}};
    const bool across = style.orientation == Qt::Horizontal;
    if (style.unevenEdge) {
        const double margin = std::min(6.0, 0.14 * std::min(bounds.width(), bounds.height()));
        geometry.wash = bounds.adjusted(margin, margin, -margin, -margin);
    }
    if (style.crossesLine) {
        const double length = across ? bounds.width() : bounds.height();
        const double thickness = std::clamp(0.028 * length, 3.0, 7.0);
        const double start = 0.13 * length;
        geometry.line = across ? QRectF(bounds.left() + start, bounds.top(), thickness, bounds.height())
                               : QRectF(bounds.left(), bounds.top() + start, bounds.width(), thickness);
    }
    return geometry;
}

void paintWash(QPainter& painter, const QRectF& bounds, const WashColours& colours, const WashStyle& style)
{
    const WashGeometry geometry = washGeometry(bounds, style);
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.fillRect(geometry.paper, displayed(colours.paper, style.valuesOnly));
    if (style.crossesLine)
        painter.fillRect(geometry.line, displayed(toLab(seen(blackLine())), style.valuesOnly));
    QPainterPath shape;
    if (style.unevenEdge)
        shape = unevenEdge(geometry.wash, style.seed);
    else
        shape.addRect(geometry.wash);
    painter.fillPath(shape, gradientOf(colours, geometry.wash, style));
    if (style.crossesLine) {
        painter.setClipPath(shape, Qt::IntersectClip);
        painter.fillRect(geometry.line, displayed(colours.overLine, style.valuesOnly));
    }
    painter.restore();
}

void paintSourceMark(QPainter& painter, const QPointF& centre, ColourSource source, const QColor& ink)
{
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(ink, 1.4));
    painter.setBrush(source == ColourSource::Measured ? QBrush(ink) : QBrush(Qt::NoBrush));
    painter.drawEllipse(centre, 3.5, 3.5);
    painter.restore();
}

void paintSelection(QPainter& painter, const QRectF& bounds)
{
    painter.save();
    painter.setBrush(Qt::NoBrush);
    QPen white(Qt::white, 2);
    white.setJoinStyle(Qt::MiterJoin);
    painter.setPen(white);
    painter.drawRect(bounds.adjusted(-1, -1, 1, 1));
    QPen black(Qt::black, 2);
    black.setJoinStyle(Qt::MiterJoin);
    painter.setPen(black);
    painter.drawRect(bounds.adjusted(-3, -3, 3, 3));
    painter.restore();
}

} // namespace iris
