#pragma once

#include "notebook/jsonreader.h"
#include "notebook/notebook.h"

namespace iris {

/// Tubes, their readings, and what the studio holds besides, as docs/formats.md has them; reading throws a Fault.
Json jsonOf(const Tube& tube);
Json jsonOf(const SwatchRecord& swatch);
Json jsonOf(const PaperRecord& paper);
Json jsonOf(const DeviceRecord& device);
Json jsonOf(const FilterRecord& filter);
Tube readTube(const JsonReader& reader);
SwatchRecord readSwatch(const JsonReader& reader);
PaperRecord readPaper(const JsonReader& reader);
DeviceRecord readDevice(const JsonReader& reader);
FilterRecord readFilter(const JsonReader& reader);

} // namespace iris
