#pragma once

#include "mixing/recipe.h"

#include <QRectF>

class QPainter;

namespace iris {

/// The parts of a recipe as dabs of a brush in the colours of its tubes, in the order they go in: a large one a part, a
/// small one a touch, a gap between tubes. One counts them with the brush in hand. What does not fit is left out.
void paintDabs(QPainter& painter, const QRectF& bounds, const Recipe& recipe, std::span<const Paint> paints,
               bool valuesOnly);

} // namespace iris
