#pragma once

#include "colour/cielab.h"

#include <cstdint>
#include <span>
#include <vector>

namespace iris {

/// The colours of a picture, gathered in cells of CIELAB 2 units wide. A photograph of millions of pixels has some
/// thousands of them, so that whatever is asked of every pixel is asked of each cell once.
struct ColourCells {
    std::vector<Lab> colours;         ///< the mean of the pixels of each cell
    std::vector<double> shares;       ///< of the picture, above 0; they sum to 1
    std::vector<std::uint32_t> place; ///< for each pixel the cell it is in

    bool operator==(const ColourCells&) const = default;
};

/// @param pixels CIELAB D50, row by row; at most 2^32. Cells come in the order in which they are met.
ColourCells colourCells(std::span<const Lab> pixels);

/// For each cell the nearest of some colours, deltaE00.
/// @param colours at least one
std::vector<std::size_t> nearestColours(const ColourCells& cells, std::span<const Lab> colours);

/// For each of some colours the share of the picture that is nearest to it; they sum to 1.
std::vector<double> nearestShares(const ColourCells& cells, std::span<const Lab> colours);

} // namespace iris
