#pragma once

#include "drawing/boxpages.h"

namespace iris {

/// How a set is to lie, and the picture it is to paint.
struct BoxAsked {
    BoxOptions options;
    double widthCm = 30;
    double heightCm = 20;
    std::vector<double> shares; ///< of the picture, one a need; empty where nothing is known of them

    bool operator==(const BoxAsked&) const = default;
};

/// A chosen set as it lies in the box, with what it takes to paint and to swatch it, and a card for every need.
/// @param paints what the set counts
/// @return BadNumber when they do not fit, or for a picture that is not 1 to 500 cm wide and high
Result<BoxContents> boxContentsOf(const QString& title, const PaletteSet& set, std::span<const Need> needs,
                                  std::span<const Paint> paints, const BoxAsked& asked);

} // namespace iris
