#include "app/parts/paintcolour.h"

namespace iris {

QIcon paintIcon(const QPixmap& paint)
{
    QIcon icon(paint);
    icon.addPixmap(paint, QIcon::Selected);
    return icon;
}

} // namespace iris
