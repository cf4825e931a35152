#pragma once

#include "paint/paint.h"

#include <span>
#include <vector>

namespace iris {

/// What a tube of a palette is mixed with best.
struct Partners {
    std::size_t tube = 0;
    std::size_t cleanest = 0; ///< the tube across its lean with which its balanced mix is cleanest
    std::size_t greyest = 0;  ///< and with which it is greyest; the same where there is but one

    bool operator==(const Partners&) const = default;
};

/// The partners of each tube of a set, out of the family on the other side of the colour it leans to (for a yellow that
/// leans green the blues), or of all other families where it leans nowhere or the set has none of those: how clean the
/// balanced mix is beside the cleanest that the set reaches at that hue (CleanReach::cleanlinessBetween()). Tubes whose
/// whole set is of one family have none and are left out.
std::vector<Partners> partnersOf(std::span<const Paint> paints, const std::vector<std::size_t>& set);

} // namespace iris
