#pragma once

#include "notebook/mixrecord.h"

#include <nlohmann/json_fwd.hpp>

namespace iris {

/// The parts of a mix as JSON: [{"tube": 3, "name": "Ultramarine", "parts": 2}, ...].
nlohmann::ordered_json jsonOf(const std::vector<MixPart>& parts);

/// The squares of a sheet: [{"wash": 1, "parts": [...]}, ...].
nlohmann::ordered_json jsonOf(const std::vector<SheetCell>& cells);

/// The same back again. Throws nlohmann::json::exception for anything else.
std::vector<MixPart> partsFrom(const nlohmann::ordered_json& json);
std::vector<SheetCell> cellsFrom(const nlohmann::ordered_json& json);

/// In one line, as a notebook's rows hold them; what cannot be read comes back empty.
std::string textFrom(const std::vector<MixPart>& parts);
std::string textFrom(const std::vector<SheetCell>& cells);
std::vector<MixPart> partsFromText(const std::string& text);
std::vector<SheetCell> cellsFromText(const std::string& text);

} // namespace iris
