#pragma once

#include "sheet/scan.h"
#include "sheet/sheetlayout.h"

#include <QTransform>

namespace iris {

/// A printed sheet found in a picture.
struct FoundSheet {
    SheetFormat format = SheetFormat::A4;
    QTransform toPixels;    ///< from mm on the sheet to pixels of the scan
    int tags = 0;           ///< how many of the four corner tags were seen
    double residualMm = 0;  ///< how far the tags' corners lie from where a flat sheet would have them, root mean square
    double pixelsPerMm = 0; ///< the least over the sheet
    double printedScale = 1;     ///< how large it was printed; 1 when the picture does not tell
    std::optional<QString> code; ///< nothing when neither of its QR codes can be read

    QPolygonF inPixels(const QRectF& mm) const;
};

/// Below this a printed sheet cannot be read: 130 dots to the inch.
inline constexpr double fewestPixelsPerMm = 130 / 25.4;

/// Looks for a sheet, however it is turned.
/// @return BadPicture with the reason: no marks, too few of them, two sheets at once, a curled or mirrored sheet, a
/// picture that is too coarse or taken too much from the side.
Result<FoundSheet> findSheet(const Scan& scan);

} // namespace iris
