#pragma once

#include "notebook/cgats.h"
#include "notebook/notebook.h"

namespace iris {

/// A palette for image programs (GIMP palette, text): every paint's full, middle and thin wash as sRGB, named. A colour
/// outside sRGB is the nearest that fits, and its name says so.
std::string writeGimpPalette(const std::string& name, const std::vector<Paint>& paints);

/// The colours of a palette file in its order; BadColour with the line.
struct PaletteColour {
    Srgb colour;
    std::string name;

    bool operator==(const PaletteColour&) const = default;
};
Result<std::vector<PaletteColour>> readGimpPalette(std::string_view text);

/// Every paint's full, thin and over-black as CGATS samples named "NAME, full" and so on.
CgatsFile cgatsOf(const std::string& description, const std::vector<Paint>& paints);

/// Every reading as CSV: tube, date, paper and its white, wet, the three colours as painted, lifted, share left, grain,
/// uncertainty, notes.
std::string writeSwatchesCsv(const Notebook& notebook);

/// What came out of a list of readings.
struct SwatchList {
    std::vector<SwatchRecord> swatches;
    std::vector<Error> problems;
};

/// Reads what writeSwatchesCsv() writes; the tubes are found by their names.
/// @return BadCsv when the text is no table or lacks a column; bad rows are listed in the value.
Result<SwatchList> readSwatchesCsv(std::string_view text, const Notebook& notebook);

} // namespace iris
