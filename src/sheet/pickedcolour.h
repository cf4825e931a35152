#pragma once

#include "sheet/scan.h"

namespace iris {

/// The light of a place in a picture, linear sRGB: the mean of the pixels within a radius, at most some 10,000 of them.
/// Places beyond an edge are left out.
/// @param centre within the picture; @param radius in pixels, 0 for the one pixel
LinearRgb lightAt(const Scan& scan, QPoint centre, int radius);

/// That light as a colour, D50. With a white, what looked like it comes out neutral: each channel is divided by the
/// white's and multiplied by its luminance, so that nothing gets lighter or darker.
Lab pickedColour(const LinearRgb& light, const std::optional<LinearRgb>& white = {});

} // namespace iris
