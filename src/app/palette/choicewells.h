#pragma once

#include "app/parts/palettestrip.h"
#include "notebook/pool.h"

namespace iris {

/// The tubes of a set in their wells, each with what rests on it.
/// @param pool the set counts its paints
std::vector<Well> wellsOf(const PaletteSet& set, const std::vector<Need>& needs, const TubePool& pool);

} // namespace iris
