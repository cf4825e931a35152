#pragma once

#include "base/result.h"
#include "sheet/scan.h"

namespace iris {

/// The light of a place in a picture, linear sRGB: the mean of the pixels within a radius, at most some 10,000 of them.
/// Places beyond an edge are left out.
/// @param centre within the picture; @param radius in pixels, 0 for the one pixel
LinearRgb lightAt(const Scan& scan, QPoint centre, int radius);

/// That light as a colour, D50. With a white, what looked like it comes out neutral: each channel is divided by the
/// white's and multiplied by its luminance, so that nothing gets lighter or darker.
Lab pickedColour(const LinearRgb& light, const std::optional<LinearRgb>& white = {});

/// A dab of paint in a picture.
struct Dab {
    Lab colour;             ///< as it would look on the white paper of the reference table, D50
    double uncertainty = 0; ///< deltaE00 that two thirds of such readings stay below; our judgement
};

/// The colour of a dab, judged by the bare paper beside it: what the camera made of that paper is what it made of the
/// light. Without paper the picture's own white is trusted, which is worth half as much.
/// @return BadValue when the paper is darker than the dab, or so bright that nothing of its colour is left
Result<Dab> readDab(const LinearRgb& dab, const std::optional<LinearRgb>& paper);

} // namespace iris
