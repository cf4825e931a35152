#pragma once

#include "notebook/jsonreader.h"
#include "notebook/mixrecord.h"

namespace iris {

/// The parts of a mix as JSON: [{"tube": 3, "name": "Ultramarine", "parts": 2}, ...].
Json jsonOf(const std::vector<MixPart>& parts);

/// The squares of a sheet: [{"wash": 1, "parts": [...]}, ...].
Json jsonOf(const std::vector<SheetCell>& cells);

/// The same back again. Throws nlohmann::json::exception for anything else.
std::vector<MixPart> partsFrom(const Json& json);
std::vector<SheetCell> cellsFrom(const Json& json);

/// In one line, as a notebook's rows hold them; what cannot be read comes back empty.
std::string textFrom(const std::vector<MixPart>& parts);
std::string textFrom(const std::vector<SheetCell>& cells);
std::vector<MixPart> partsFromText(const std::string& text);
std::vector<SheetCell> cellsFromText(const std::string& text);

/// Mixes and sheets as docs/formats.md has them; reading throws a Fault.
Json jsonOf(const MixRecord& mix);
Json jsonOf(const SheetRecord& sheet);
MixRecord readMix(const JsonReader& reader);
SheetRecord readSheet(const JsonReader& reader);

} // namespace iris
