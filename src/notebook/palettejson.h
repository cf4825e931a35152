#pragma once

#include "notebook/jsonreader.h"
#include "notebook/notebook.h"

namespace iris {

/// Needs, palettes and what is asked of a palette, as docs/formats.md has them; reading throws a Fault.
Json jsonOf(const NeedRecord& record);
Json jsonOf(const PaletteRecord& palette);
Json jsonOf(const PaletteWishes& wishes);
NeedRecord readNeed(const JsonReader& reader);
PaletteRecord readPalette(const JsonReader& reader);
PaletteWishes readWishes(const JsonReader& reader);

} // namespace iris
