#pragma once

#include "mixing/recipe.h"

#include <functional>
#include <optional>

namespace iris {

/// Another tube to put in place of one of a pair.
struct Swap {
    int end = 0;           ///< 0: in place of the first, 1: of the second
    std::size_t place = 0; ///< the tube to take
    double chroma = 0;     ///< of the cleanest mix of that hue, or of the greyest, then

    bool operator==(const Swap&) const = default;
};

/// For a pair out of a list of paints: which other tube of the same family makes the hue between the two cleaner
/// (hueBetween(); nothing where a grey is wanted), or the greyest mix on the way greyer, by at least 3 of chroma.
/// Nothing when none does; what fades is never offered.
struct Swaps {
    std::optional<Swap> cleaner;
    std::optional<Swap> greyer;
};
Swaps swapsFor(std::span<const Paint> paints, std::size_t first, std::size_t second, double wash,
               const std::function<bool(std::size_t)>& allowed);

} // namespace iris
