#pragma once

#include "base/named.h"
#include "base/result.h"
#include "paint/paint.h"

#include <cstdint>
#include <optional>
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
    Own,          ///< the painter's own places
};

/// "free", "triad", "split primary", "split primary plus", "own places".
std::string_view nameOf(School school);
Result<School> parseSchool(std::string_view text);

/// What stands as the red of a triad. Painters disagree; the program serves both sides.
enum class RedPrimary {
    Either,
    Red,     ///< one that leans to orange, or nowhere
    Magenta, ///< one that leans to violet
};

template <>
inline constexpr std::array enumNames<RedPrimary>{
    EnumName{RedPrimary::Either, "either"}, EnumName{RedPrimary::Red, "red"}, EnumName{RedPrimary::Magenta, "magenta"}};

/// A place in a palette and what may stand in it.
struct Slot {
    /// What kind of tubes a place is for.
    enum class Kind { Family, Earth, Any };

    std::string name;                     ///< "yellow, leans green"
    HueFamily family = HueFamily::Yellow; ///< of Kind::Family, as what follows
    /// The neighbour a tube must lean to; the family itself when any lean will do. A tube near the middle of its
    /// family may stand on either side.
    HueFamily towards = HueFamily::Yellow;
    bool takesEarths = true; ///< earths make good triads, but a split primary is bright and has its earths beside it
    Kind kind = Kind::Family;
    bool leansNotTo = false; ///< any lean will do but the one to `towards`

    bool accepts(const Paint& paint) const;

    bool operator==(const Slot&) const = default;
};

/// Whether a paint is an iron or clay earth, natural or made: PY42, PY43, PR101, PR102, PBr6, PBr7, NBr8, PG23, PBk11.
/// Source: common practice.
bool isEarth(const Paint& paint);

/// The places of a school; none for Free.
/// @param own the places of School::Own
std::vector<Slot> slotsOf(School school, RedPrimary red = RedPrimary::Either, const std::vector<Slot>& own = {});

/// How many places of one's own there may be.
inline constexpr std::size_t mostOwnPlaces = 12;

/// One's own places from words with commas between: a family ("blue"), with its lean ("blue leans green"), "earth" or
/// "any". An empty text is no places.
/// @return BadOption with the word that is none
Result<std::vector<Slot>> parsePlaces(std::string_view text);
/// The words that parsePlaces() reads back.
std::string wordsOf(const std::vector<Slot>& places);

/// For each paint, a bit for each slot it may fill.
std::vector<std::uint32_t> slotMasks(std::span<const Paint> paints, std::span<const Slot> slots);

} // namespace iris
