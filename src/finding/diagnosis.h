#pragma once

#include "colour/huefamily.h"
#include "mixing/recipe.h"

#include <functional>
#include <optional>

namespace iris {

/// Why a mix disappoints: which of its tubes leans the wrong way, what that carries in, and what mends it.
struct Diagnosis {
    double chroma = 0;                  ///< of the mix
    bool standAcross = false;           ///< complements: they are there to grey each other, and none is to blame
    std::optional<std::size_t> culprit; ///< a paint of the mix; nothing when none is to blame
    std::optional<HueFamily> leans;     ///< where that leans to, away from the other primary
    std::optional<HueFamily> carriesIn; ///< the third primary that it brings by that; of other mixes the hue opposite
    std::optional<std::size_t> instead; ///< an allowed paint of the culprit's family that makes the mix cleaner
    Recipe mended;                      ///< with that in its place, in the parts that keep the hue
    Lab before;
    Lab after; ///< of the mended mix; as before without one
};

/// Looks for the tube in a mix whose exchange for another of its family makes the mix cleaner by 3 of chroma and more,
/// at about the same value (8 of L*). Two tubes are meant to make the colour between them (hueBetween()), whatever
/// came of it; of others it is the hue that the mix has (within 12 degrees). Where none of the allowed paints does, the
/// culprit is the tube that leans away from the other, or stands farthest from the mix. What fades is never proposed.
/// @param recipe of at least one paint; @param allowed which paints may be proposed
Diagnosis diagnose(const Recipe& recipe, std::span<const Paint> paints,
                   const std::function<bool(std::size_t)>& allowed);

} // namespace iris
