#pragma once

#include "notebook/cgats.h"
#include "notebook/swatchrecord.h"

namespace iris {

/// A reading out of an instrument's measurements, its samples known by their names: one with "full" or "mass" in it,
/// one with "thin" or "under", one with "black", and if they are there one with "lift" and one with "paper" or "white".
/// A file of exactly three samples without such names is taken as full, thin and over black in that order.
/// @return BadCgats that lists the names when the three cannot be told.
Result<SwatchRecord> readingFrom(const CgatsFile& file);

} // namespace iris
