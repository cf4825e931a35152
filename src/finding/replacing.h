#pragma once

#include "base/parallel.h"
#include "mixing/recipe.h"

namespace iris {

/// What stands in for a tube: one other, or two in so many parts.
struct StandIn {
    Recipe recipe;               ///< of one or two paints; full
    double apartAlone = 0;       ///< from the tube by itself, full and thin together, deltaE00
    double apartInMixes = 0;     ///< mean over the mixes it was tried in
    double strength = 1;         ///< parts of it that do what one part of the tube did
    std::vector<double> apartOf; ///< in each of the mixes

    bool operator==(const StandIn&) const = default;
};

struct ReplaceOptions {
    std::vector<std::size_t> places; ///< paints that may stand in; the tube itself is left out
    std::size_t most = 10;
    Handling handling = {};
    WorkOptions work = {};
};

/// A tube by itself, full and thin, and half and half by strength with each of the places: how it mixes when nobody has
/// mixed it.
std::vector<Recipe> halfAndHalf(std::size_t tube, std::span<const Paint> paints, const std::vector<std::size_t>& places,
                                Handling handling);

/// What replaces a tube best, ranked by how it mixes: every mix that has the tube in it is mixed again with the
/// stand-in, as much of it as does most for all of them, and the mean distance counts. Without mixes it is tried
/// halfAndHalf(). Two tubes together must be better than either alone by half a unit.
/// Empty when stopped.
std::vector<StandIn> standInsFor(std::size_t tube, std::span<const Recipe> mixes, std::span<const Paint> paints,
                                 const ReplaceOptions& options);

} // namespace iris
