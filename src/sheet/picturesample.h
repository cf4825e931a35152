#pragma once

#include "sheet/scan.h"

#include <stop_token>

namespace iris {

/// A picture made small enough that every pixel of it can be looked at.
struct PictureSample {
    QSize size;
    std::vector<Lab> pixels; ///< CIELAB D50, row by row
};

/// Each pixel is the mean light of the block it stands for, at most 9 places of it.
/// @param longestSide in pixels of the sample, 1 or more; a smaller picture keeps its size
/// @param white what was said to be white or grey, as in pickedColour()
/// @return an empty sample when it was stopped
PictureSample sampleOf(const Scan& scan, int longestSide, const std::optional<LinearRgb>& white = {},
                       std::stop_token stop = {});

/// The longest side of a sample that the colours of a picture are worked out from: beyond it they no longer change.
inline constexpr int sampleSide = 640;

} // namespace iris
