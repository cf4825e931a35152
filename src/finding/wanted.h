#pragma once

#include "base/named.h"
#include "mixing/recipe.h"

#include <optional>
#include <string_view>

namespace iris {

/// The colour a painter holds in the eye.
struct Wanted {
    Lab colour;              ///< at the wash it is wanted in
    std::optional<Lab> thin; ///< of the same paint let out to a fifth of that film, when its undertone is to be met too
    bool valueFirst = false; ///< lightness counts double: the right value matters more than the exact hue
    bool thinMatters = false; ///< the thin wash counts double

    bool operator==(const Wanted&) const = default;
};

/// What a tube is matched by: its full wash and its thin one together, as they look on a paper.
Wanted wantedLike(const Paint& paint, const Paper& paper);
Wanted wantedLike(const Swatch& swatch);

/// A mix beside what is wanted: its colour, and let out thin.
struct Laid {
    Lab colour;
    Lab thin;

    bool operator==(const Laid&) const = default;
};

/// @param thickness of the film, > 0
Laid laidOut(const Film& film, double thickness, const Paper& paper);

/// How far a mix is from what is wanted, deltaE00; with a thin wash the root mean square of both. Value first divides
/// the difference in lightness by kL = 1/2 (CIEDE2000's own factor), thin matters counts the thin wash twice.
double apartFrom(const Wanted& wanted, const Laid& laid);

/// The same as six differences, the root of the sum of whose squares it is; the last three are 0 without a thin wash.
std::array<double, 6> missOf(const Wanted& wanted, const Laid& laid);

/// "This, but warmer": what is wanted, moved by a step that is plainly seen.
enum class Move { Warmer, Cooler, Lighter, Darker, Cleaner, Duller };

template <>
inline constexpr std::array enumNames<Move>{EnumName{Move::Warmer, "warmer"},   EnumName{Move::Cooler, "cooler"},
                                            EnumName{Move::Lighter, "lighter"}, EnumName{Move::Darker, "darker"},
                                            EnumName{Move::Cleaner, "cleaner"}, EnumName{Move::Duller, "duller"}};
inline constexpr std::array<Move, 6> allMoves{Move::Warmer, Move::Cooler,  Move::Lighter,
                                              Move::Darker, Move::Cleaner, Move::Duller};

/// Warmer and cooler turn the hue by 10 degrees towards or away from orange (60 degrees), or move a neutral by 3;
/// lighter and darker are 5 in L*, cleaner and duller 6 in chroma. Stays within L* 0 to 100. The steps are ours.
Wanted moved(const Wanted& wanted, Move move);

} // namespace iris
