#pragma once

#include "sheet/scan.h"

namespace iris {

/// A scan seen from afar: small enough to look for paper and patches all over it, in linear light.
struct Overview {
    int width = 0;
    int height = 0;
    double scale = 1; ///< pixels of the scan for one of these
    std::vector<LinearRgb> light;

    const LinearRgb& at(int x, int y) const
    {
        return light[static_cast<std::size_t>(y) * static_cast<std::size_t>(width) + static_cast<std::size_t>(x)];
    }
    /// The middle of a small pixel in the scan's own pixels.
    QPointF inScan(double x, double y) const { return {(x + 0.5) * scale, (y + 0.5) * scale}; }
};

/// At most `longest` pixels on the longer side; averaged, so that noise and grain vanish.
Overview overviewOf(const Scan& scan, int longest = 420);

} // namespace iris
