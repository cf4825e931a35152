#pragma once

#include "notebook/cgats.h"
#include "notebook/swatchrecord.h"

namespace iris {

/// A reading out of an instrument's measurements, its samples known by words in their names: one with a word that
/// begins with "full" or "mass", one with "thin" or "under", one with "black", and if they are there one with "lift"
/// and one with "paper" or "white". What three samples and more begin with is the name of the tube and is passed over.
/// A file of exactly three samples without such words is taken as full, thin and over black in that order.
/// @param tube whose reading it is: in a file of many tubes its own samples are taken; may be empty
/// @return BadCgats that lists the names when the three cannot be told, or when two could be the same one.
Result<SwatchRecord> readingFrom(const CgatsFile& file, std::string_view tube = {});

} // namespace iris
