#include "drawing/dabs.h"

#include "drawing/displayed.h"
#include "finding/puddle.h"
#include "mixing/ratios.h"

#include <QPainter>

namespace iris {

void paintDabs(QPainter& painter, const QRectF& bounds, const Recipe& recipe, std::span<const Paint> paints,
               bool valuesOnly)
{
    constexpr double apartTubes = 6;
    const double large = std::min(bounds.height(), 14.0);
    const double small = large * 0.45;
    const Counted count = countedParts(recipe);
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    double x = bounds.left();
    for (const std::size_t part : startOrder(recipe, paints)) {
        const int amount = count.amounts[part];
        const bool touches = count.touches > 0 && amount < count.touches;
        const int dabs = recipe.parts.size() == 1 ? 1 : count.touches > 0 && !touches ? amount / count.touches : amount;
        const double wide = touches ? small : large;
        painter.setBrush(displayed(paints[recipe.parts[part].paint].swatch.full, valuesOnly));
        painter.setPen(QPen(QColor(0, 0, 0, 70), 1));
        for (int dab = 0; dab < dabs && x + wide <= bounds.right(); ++dab, x += wide + 2)
            painter.drawEllipse(QRectF(x, bounds.center().y() - wide / 2, wide, wide));
        x += apartTubes;
    }
    painter.restore();
}

} // namespace iris
