#pragma once

#include "notebook/jsonreader.h"
#include "notebook/notebook.h"

namespace iris {

/// Tubes, their readings, and what the studio holds besides, as docs/formats.md has them; reading throws a Fault.
Json toJson(const Tube& tube);
Json toJson(const SwatchRecord& swatch);
Json toJson(const PaperRecord& paper);
Json toJson(const DeviceRecord& device);
Json toJson(const FilterRecord& filter);
Tube readTube(const JsonReader& reader);
SwatchRecord readSwatch(const JsonReader& reader);
PaperRecord readPaper(const JsonReader& reader);
DeviceRecord readDevice(const JsonReader& reader);
FilterRecord readFilter(const JsonReader& reader);

} // namespace iris
