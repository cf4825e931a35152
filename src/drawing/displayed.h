#pragma once

#include "colour/cielab.h"

#include <QColor>
#include <QImage>

namespace iris {

/// A paint's colour on the display; its value alone, as a neutral grey, when only values are looked at.
QColor displayed(const Lab& lab, bool valuesOnly = false);

/// A picture as it is, or in greys of the same L*.
QImage displayed(const QImage& picture, bool valuesOnly);

} // namespace iris
