#pragma once

#include "colour/cielab.h"

#include <QColor>

namespace iris {

/// A paint's colour on the display; its value alone, as a neutral grey, when only values are looked at.
QColor displayed(const Lab& lab, bool valuesOnly = false);

} // namespace iris
