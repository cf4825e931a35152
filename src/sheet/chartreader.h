#pragma once

#include "notebook/cgats.h"
#include "sheet/patchreading.h"

namespace iris {

/// A grid of patches on a picture.
struct ChartPlace {
    QPolygonF corners; ///< of the whole grid: upper left, upper right, lower right, lower left as the file counts
    int columns = 0;
    int rows = 0;

    /// The inner part of one patch.
    QPolygonF patch(int column, int row) const;
};

/// How many columns a chart has when its file does not say: the widest grid that is not wider than 3 to 2.
int likelyColumns(std::size_t patches);

/// The upright rectangle around everything on the paper that is no paper: where the grid of a chart is likely to be.
/// Nothing when no paper can be seen or nothing is on it.
std::optional<QPolygonF> findChart(const Scan& scan);

/// Reads a chart, row by row, against the colours of its file, and finds the device's correction.
/// @return BadPicture when a patch cannot be read or has no Lab; BadOption when the counts differ or the fit cannot be
/// trusted (see fitDeviceCorrection()).
Result<DeviceCorrection> readChart(const Scan& scan, const ChartPlace& place, const CgatsFile& truth);

} // namespace iris
