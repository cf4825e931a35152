#include "app/parts/picturegeometry.h"

#include <algorithm>

namespace iris {

PictureGeometry PictureGeometry::fitted(QSizeF widget, QSizeF picture)
{
    PictureGeometry geometry;
    if (picture.isEmpty() || widget.isEmpty())
        return geometry;
    geometry.scale = std::min(widget.width() / picture.width(), widget.height() / picture.height());
    geometry.target = QRectF({}, picture * geometry.scale);
    geometry.target.moveCenter({widget.width() / 2, widget.height() / 2});
    return geometry;
}

PictureGeometry PictureGeometry::zoomed(double factor, QPointF around) const
{
    return {QRectF(around - (around - target.topLeft()) * factor, target.size() * factor), scale * factor};
}

} // namespace iris
