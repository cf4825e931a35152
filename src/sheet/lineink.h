#pragma once

#include "colour/cielab.h"
#include "paint/film.h"

#include <span>

namespace iris {

/// How a wash beside its black line differs from the same wash lower down, in the one direction of colour that ink
/// pulls and another thickness of the wash does not.
struct LineTrace {
    double shift = 0; ///< that way, Lab units
    double pull = 0;  ///< what ink all over it would shift; small where ink looks like a thicker wash, as in a grey
};

/// @param film, thickness what the square should be, at the thickness that comes nearest; @param paper reflectance
LineTrace traceOf(const Film& film, double thickness, const Lab& besideLine, const Lab& lowerDown,
                  const Spectrum& paper);

/// How much ink lies in the washes of a sheet beside their lines, beyond what lies lower down: the least-squares slope
/// of shift over pull, through zero. One square tells little, as a wash is never even; but one sheet has one ink.
struct InkShare {
    double share = 0; ///< 1 is all ink
    double error = 0; ///< its standard error
    std::size_t squares = 0;

    /// True when the lines have run: at least four squares, 4 % of ink, and three times the error. The limits are ours.
    bool hasRun() const { return squares >= 4 && share > 0.04 && share > 3 * error; }
};
InkShare inkShareOf(std::span<const LineTrace> traces);

} // namespace iris
