#pragma once

#include "notebook/jsonreader.h"
#include "notebook/palettewishes.h"

namespace iris {

/// What is asked of a palette, as docs/formats.md has it; reading throws a Fault.
Json jsonOf(const PaletteWishes& wishes);
PaletteWishes readWishes(const JsonReader& reader);

} // namespace iris
