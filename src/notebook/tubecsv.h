#pragma once

#include "notebook/tube.h"

#include <string>
#include <string_view>
#include <vector>

namespace iris {

/// What came out of a list of tubes: the good rows, and for each bad one what is wrong and on which line.
struct TubeList {
    std::vector<Tube> tubes;
    std::vector<Error> problems;
    std::vector<std::string> ignoredColumns;
};

/// Reads tubes from CSV (comma, semicolon or tab). Columns, in any order and letter case: `name` (or `tube`), `codes`
/// (or `code`, `pigment`, `pigments`), `maker` (or `brand`), `form`, `full_L`, `full_a`, `full_b`, `thin_*`, `black_*`,
/// `strength`, `staining`, `granulation`, `lightfastness`, `transparency` (these four as the label says),
/// `measured_staining`, `measured_granulation`, `line`, `container`, `size_ml`, `price`, `left_percent`, `where`,
/// `bought_on`, `notes`. Only the name and either codes or all nine colour
/// numbers are needed.
/// @return BadCsv when the text is no table at all, has no `name` column or more than 5,000 rows; bad rows are listed
/// in the value.
Result<TubeList> readTubesCsv(std::string_view text, const ReferenceTable& table);

/// Writes tubes so that readTubesCsv() gives the same tubes again, numbers to the last digit.
std::string writeTubesCsv(const std::vector<Tube>& tubes);

} // namespace iris
