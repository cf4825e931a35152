#pragma once

#include "base/result.h"
#include "paint/paint.h"

#include <cstdint>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace iris {

/// How a palette is put together.
enum class School {
    Free,         ///< any tubes, as few as will do
    Triad,        ///< one yellow, one red or magenta, one blue
    SplitPrimary, ///< each primary twice, once leaning each way
    SplitPlus,    ///< those six and as few others beside them as will do: earths, a convenience green
};

/// "free", "triad", "split primary", "split primary plus".
std::string_view nameOf(School school);
Result<School> parseSchool(std::string_view text);

/// A place in a palette and what may stand in it.
struct Slot {
    std::string name; ///< "yellow, leans green"
    HueFamily family;
    /// The neighbour a tube must lean to; the family itself when any lean will do. A tube near the middle of its
    /// family may stand on either side.
    HueFamily towards;
    bool takesEarths = true; ///< earths make good triads, but a split primary is bright and has its earths beside it

    bool accepts(const Paint& paint) const;
};

/// Whether a paint is an iron or clay earth, natural or made: PY42, PY43, PR101, PR102, PBr6, PBr7, NBr8, PG23, PBk11.
/// Source: common practice.
bool isEarth(const Paint& paint);

/// The places of a school; none for Free.
std::vector<Slot> slotsOf(School school);

/// For each paint, a bit for each slot it may fill.
std::vector<std::uint32_t> slotMasks(std::span<const Paint> paints, std::span<const Slot> slots);

} // namespace iris
