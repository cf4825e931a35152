#pragma once

#include "base/result.h"
#include "colour/cielab.h"
#include "colour/spectrum.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace iris {

/// One measured colour of a CGATS file.
struct CgatsSample {
    std::string name;
    std::optional<Lab> lab;              ///< D50, 2 degrees
    std::optional<Spectrum> reflectance; ///< 0 to 1, 36 bands

    bool operator==(const CgatsSample&) const = default;
};

/// The measurements of a text file as instruments and charts come with.
struct CgatsFile {
    std::string description;
    std::string instrument;
    std::vector<CgatsSample> samples;

    bool operator==(const CgatsFile&) const = default;
};

/// Reads CGATS text (ANSI CGATS.17, "Exchange format for colour data"; the reader is LittleCMS's). Columns it
/// understands: SAMPLE_NAME, SAMPLE_ID or SAMPLE_LOC; LAB_L, LAB_A, LAB_B; XYZ_X, XYZ_Y, XYZ_Z (taken as D50); any
/// column ending in a wavelength from 300 to 900 nm, such as SPEC_380, SPECTRAL_NM380 or R_380, as shares or percents,
/// at steps of 20 nm at most, brought to the 36 bands by straight lines, ends held. Where a spectrum stands, Lab is
/// computed from it.
/// @return BadCgats with the line, or with what is missing.
Result<CgatsFile> readCgats(std::string_view text);

/// Writes CGATS.17 text: the name, Lab, and the 36 bands where every sample has them.
std::string writeCgats(const CgatsFile& file);

} // namespace iris
