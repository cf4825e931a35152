#pragma once

#include "paint/film.h"
#include "paint/paper.h"

#include <string_view>

namespace iris {

/// How much of a full-strength film is left after a damp brush and a tissue: the thickness, 0 to 1, whose colour on the
/// paper comes nearest to the lifted patch (deltaE00, golden section).
double shareLeft(const Film& film, const Lab& lifted, const Spectrum& paper = whitePaper());

/// The staining rating, 0 to 3, of a lifted patch: under 0.12 of the film left lifts clean, to 0.32 lifts well, to
/// 0.62 lifts a little, above that stains. Thresholds are our own judgement; no standard gives any.
int stainingOf(double shareLeft);

/// Whether a paint of a lightfastness (1 excellent to 5 fugitive) fades: for sketchbooks, not for sale. Common practice
/// draws the line below fair.
constexpr bool fades(int lightfastness)
{
    return lightfastness > 3;
}

/// Whether it lasts: excellent or very good, as pictures that are sold ask for (common practice).
constexpr bool lasts(int lightfastness)
{
    return lightfastness <= 2;
}

/// The granulation rating, 0 to 3, of a grain as readGrain() measures it (src/sheet/grain.h). Thresholds are set on the
/// simulated paper; expect them to want tuning on real paint.
int granulationOf(double grain);

} // namespace iris
