#pragma once

#include "finding/sift.h"
#include "notebook/tube.h"
#include "palette/school.h"

namespace iris {

/// Which tubes a palette is chosen from.
enum class Pool {
    Palette, ///< those on the palette
    Drawer,  ///< those in the drawer
    Owned,   ///< both
    Wished,  ///< and those that are wished for
    Table,   ///< what is owned, and everything in the table
};

/// "palette", "drawer", "owned", "wished", "table".
std::string_view nameOf(Pool pool);
std::optional<Pool> parsePool(std::string_view name);

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
inline constexpr std::array<Preference, 8> allPreferences{
    Preference::Owned,          Preference::Cheap,          Preference::Lightfast, Preference::Transparent,
    Preference::NoListedMetals, Preference::SinglePigments, Preference::FewThrees, Preference::Forgiving};

/// "owned", "cheap", "lightfast", "transparent", "no metals", "single pigments", "few threes", "forgiving".
std::string_view nameOf(Preference preference);
std::optional<Preference> parsePreference(std::string_view name);
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
