#pragma once

#include "base/named.h"
#include "finding/sift.h"
#include "notebook/tube.h"
#include "palette/school.h"

#include <optional>

namespace iris {

/// Which tubes a palette is chosen from.
enum class Pool {
    Palette,   ///< those on the palette
    Drawer,    ///< those in the drawer
    Owned,     ///< both
    Wished,    ///< and those that are wished for
    Table,     ///< what is owned, and of the table what shops usually have (Shelf::Usual)
    Everything ///< what is owned, and everything in the table
};

template <>
inline constexpr std::array enumNames<Pool>{
    EnumName{Pool::Palette, "palette"}, EnumName{Pool::Drawer, "drawer"}, EnumName{Pool::Owned, "owned"},
    EnumName{Pool::Wished, "wished"},   EnumName{Pool::Table, "table"},   EnumName{Pool::Everything, "everything"}};

/// Where a pool takes paints that are not owned from; nothing where it takes none.
std::optional<Shelf> shelfOf(Pool pool);

/// The words of what tubes must be, as they are written down: "single transparent lightfast no-metals no-black".
std::string wordsOf(const TubeTerms& terms);
/// Words that are none of these are passed over.
TubeTerms termsFromWords(std::string_view words);

/// What may decide between sets that do equally well.
enum class Preference {
    Owned,
    Cheap,
    Lightfast,
    Transparent,
    NoListedMetals,
    SinglePigments,
    FewThrees, ///< few recipes of three tubes
    Forgiving, ///< recipes that come out also when a part is off
};

template <>
inline constexpr std::array enumNames<Preference>{EnumName{Preference::Owned, "owned"},
                                                  EnumName{Preference::Cheap, "cheap"},
                                                  EnumName{Preference::Lightfast, "lightfast"},
                                                  EnumName{Preference::Transparent, "transparent"},
                                                  EnumName{Preference::NoListedMetals, "no metals"},
                                                  EnumName{Preference::SinglePigments, "single pigments"},
                                                  EnumName{Preference::FewThrees, "few threes"},
                                                  EnumName{Preference::Forgiving, "forgiving"}};
inline constexpr std::array<Preference, 8> allPreferences{
    Preference::Owned,          Preference::Cheap,          Preference::Lightfast, Preference::Transparent,
    Preference::NoListedMetals, Preference::SinglePigments, Preference::FewThrees, Preference::Forgiving};

/// Words with commas between; what is none is passed over.
std::string wordsOf(const std::vector<Preference>& preferences);
std::vector<Preference> preferencesFromWords(std::string_view words);

/// What the painter asks of a palette, by tube instead of by place in a list.
struct PaletteWishes {
    School school = School::Free;
    std::vector<TubeId> must;
    std::vector<TubeId> never;
    std::size_t mostTubes = 12; ///< 1 to 12
    Pool pool = Pool::Owned;
    TubeTerms only = {}; ///< what every tube must be that is not named
    RedPrimary red = RedPrimary::Either;
    std::vector<Slot> places = {};       ///< one's own
    std::vector<Preference> prefer = {}; ///< what decides between sets that do equally well, in rising order, each once
    int sure = 0; ///< of 100 tries of a recipe so many must come out for a need to count as met; 0 for none

    bool operator==(const PaletteWishes&) const = default;
};

} // namespace iris
