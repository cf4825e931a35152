#pragma once

#include "notebook/cgats.h"
#include "paint/film.h"

namespace iris {

/// A made-up spectrophotometer: measures paper, full, thin, over-black and lifted of a film and hands them over as
/// CGATS would be. Noise is a share of each band's reflectance; the same seed gives the same numbers.
CgatsFile simulatedMeasurement(const Film& film, double shareLeft, double noise, unsigned seed);

} // namespace iris
