#pragma once

#include "notebook/notebook.h"
#include "sheet/sheetreader.h"

namespace iris {

/// What goes with every square of a sheet when it is filed.
struct FilingDetails {
    std::string date;  ///< the day, or empty
    std::string paper; ///< the paper's name, or empty
    bool wet = false;
};

/// The edit that files squares of a sheet as painted mixes, each with its own picture. A square that was filed before
/// is read anew: its record keeps its name, notes, stars and tags. Refused and blank squares are passed over. The sheet
/// counts as finished once every square of it is in the notebook.
/// @param accepted cells of the sheet
NotebookEdit filing(const Notebook& notebook, const Scan& scan, const SheetReading& reading,
                    const std::vector<std::size_t>& accepted, const FilingDetails& details);

} // namespace iris
