#pragma once

#include "drawing/displayed.h"

#include <QIcon>

namespace iris {

/// Paint as an icon that keeps its colour in a selected row, where the style would tint it.
QIcon paintIcon(const QPixmap& paint);

} // namespace iris
