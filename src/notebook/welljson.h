#pragma once

#include "notebook/wellrecord.h"

namespace iris {

/// All wells in one line, as a notebook keeps them.
std::string textFrom(const std::vector<WellRecord>& wells);

/// The same back again.
struct WellsRead {
    std::vector<WellRecord> wells; ///< those that can be read
    bool isWhole = true;
};
WellsRead wellsFromText(const std::string& text);

} // namespace iris
