#pragma once

#include "notebook/jsonreader.h"
#include "notebook/wellrecord.h"

namespace iris {

/// Wells as docs/formats.md has them; reading throws a Fault.
Json jsonOf(const WellRecord& well);
WellRecord readWell(const JsonReader& reader);

/// All of them in one line, as a notebook keeps them; what cannot be read comes back empty.
std::string textFrom(const std::vector<WellRecord>& wells);
std::vector<WellRecord> wellsFromText(const std::string& text);

} // namespace iris
