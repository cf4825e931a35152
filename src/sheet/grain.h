#pragma once

#include "sheet/lightfield.h"

#include <QPolygonF>
#include <optional>

namespace iris {

/// The texture pigment leaves as it settles, as a share of the film's thickness.
struct Grain {
    double fine = 0;   ///< between 0.12 and 0.4 mm
    double coarse = 0; ///< between 0.4 and 1.3 mm

    /// Both together; granulationOf() turns it into a rating.
    double total() const;

    bool operator==(const Grain&) const = default;
};

/// Measures grain on a thin wash: in the channel it absorbs most, density -ln(light / paper) in two bands of Gaussian
/// blur, its robust standard deviation less that of bare paper, over the mean density. A thin film's density is
/// proportional to its thickness, so the figure does not depend on the paint's strength.
/// @param pixelsPerMm of the scan; at 150 dpi (6 a mm) the fine band is half lost
/// @return nothing when the wash is too pale or the patch too small (under 3 mm) to tell
std::optional<Grain> readGrain(const Scan& scan, const QPolygonF& thinWash, const QPolygonF& barePaper,
                               const LightField& field, double pixelsPerMm);

} // namespace iris
