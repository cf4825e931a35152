#pragma once

#include "paint/film.h"
#include "paint/paint.h"

#include <QColor>
#include <QRectF>
#include <array>

class QPainter;

namespace iris {

/// The colours of a wash from full to thin, over paper, and at full strength over the black line.
struct WashColours {
    static constexpr std::size_t steps = 32;

    std::array<Lab, steps> onPaper;
    Lab overLine;
    Lab paper; ///< bare

    bool operator==(const WashColours&) const = default;
};

/// Film thickness along a wash: 1 over the first quarter, then let out evenly by the logarithm down to 0.1.
double thicknessAlong(double share);

WashColours washColours(const Film& film, const Paper& paper = {});

/// How a wash is laid down.
struct WashStyle {
    Qt::Orientation orientation = Qt::Horizontal;
    bool crossesLine = true; ///< over a black line at its full end
    bool unevenEdge = true;  ///< as paint dries; false where washes lie edge to edge
    bool valuesOnly = false;
    unsigned seed = 1; ///< of the edge; the same wash always looks the same
};

/// Where things stand in a wash; plain numbers, tested alone.
struct WashGeometry {
    QRectF paper; ///< all of it
    QRectF wash;  ///< what the paint covers
    QRectF line;  ///< the black line, longer than the wash is wide
};
WashGeometry washGeometry(const QRectF& bounds, const WashStyle& style);

/// Paper, line and wash.
void paintWash(QPainter& painter, const QRectF& bounds, const WashColours& colours, const WashStyle& style);

/// A small mark in a corner that tells where the colours come from: a hollow dot for typical values, a solid one for
/// measured. Diameter 7 px.
void paintSourceMark(QPainter& painter, const QPointF& centre, ColourSource source, const QColor& ink);

/// The black-and-white double ring of a selection, just outside a rectangle.
void paintSelection(QPainter& painter, const QRectF& bounds);

} // namespace iris
