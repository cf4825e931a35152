#pragma once

#include <QRectF>

namespace iris {

/// Where a picture stands in a widget; plain numbers, tested alone.
struct PictureGeometry {
    QRectF target;
    double scale = 1; ///< widget pixels for one of the picture

    static PictureGeometry fitted(QSizeF widget, QSizeF picture);
    QPointF toWidget(QPointF place) const { return target.topLeft() + place * scale; }
    QPointF toPicture(QPointF place) const { return (place - target.topLeft()) / scale; }
    /// The same with the picture enlarged about a place of the widget, which stays where it is.
    PictureGeometry zoomed(double factor, QPointF around) const;
};

} // namespace iris
