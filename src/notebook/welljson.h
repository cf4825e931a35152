#pragma once

#include "notebook/wellrecord.h"

namespace iris {

/// All wells in one line, as a notebook keeps them; what cannot be read comes back empty.
std::string textFrom(const std::vector<WellRecord>& wells);
std::vector<WellRecord> wellsFromText(const std::string& text);

} // namespace iris
