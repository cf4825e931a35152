#include "sheet/cardlayout.h"

#include <QRectF>

namespace iris {

CardRegions standardRegions(double pixelsPerMm)
{
    const auto region = [&](double x, double y, double width, double height) {
        return QPolygonF(QRectF(x * pixelsPerMm, y * pixelsPerMm, width * pixelsPerMm, height * pixelsPerMm));
    };
    constexpr double inset = 6;
    constexpr double inner = card::patchSizeMm - 2 * inset;
    constexpr double top = card::patchTopMm + inset;
    constexpr double besideLine = card::lineLeftMm + card::lineWidthMm + 3;
    CardRegions regions;
    regions.full = region(besideLine, top, card::fullLeftMm + card::patchSizeMm - inset - besideLine, inner);
    regions.overBlack = region(card::lineLeftMm + 1, top, card::lineWidthMm - 2, inner);
    regions.thin = region(card::thinLeftMm + inset, top, inner, inner);
    regions.lifted = region(card::liftedLeftMm + inset, top, inner, inner);
    constexpr double below = card::patchTopMm + card::patchSizeMm + 12;
    for (const double x : {8.0, 70.0, 130.0})
        for (const double y : {6.0, below})
            regions.paper.push_back(region(x, y, 10, 10));
    return regions;
}

} // namespace iris
