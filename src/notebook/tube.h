#pragma once

#include "base/named.h"
#include "notebook/allowed.h"
#include "notebook/field.h"
#include "paint/paint.h"

#include <compare>
#include <cstdint>
#include <map>
#include <optional>
#include <string>
#include <vector>

namespace iris {

/// A tube's number in its notebook; 0 for one not yet in any.
struct TubeId {
    std::int64_t value = 0;

    auto operator<=>(const TubeId&) const = default;
};

/// What the paint came in.
enum class Container { Tube, Pan };

template <>
inline constexpr std::array enumNames<Container>{EnumName{Container::Tube, "tube"}, EnumName{Container::Pan, "pan"}};

/// Where a paint is. What is on the wish list is not there to mix with, and neither is what is used up.
enum class Whereabouts { Palette, Drawer, WishList, UsedUp };

template <>
inline constexpr std::array enumNames<Whereabouts>{
    EnumName{Whereabouts::Palette, "palette"}, EnumName{Whereabouts::Drawer, "drawer"},
    EnumName{Whereabouts::WishList, "wish list"}, EnumName{Whereabouts::UsedUp, "used up"}};

/// How much there is of a paint, and what it cost.
struct Stock {
    Container container = Container::Tube;
    std::optional<double> sizeMl;   ///< when full; > 0, at most 1000
    std::optional<double> price;    ///< in whatever money the painter counts in; >= 0
    std::optional<int> leftPercent; ///< 0 to 100
    Whereabouts where = Whereabouts::Drawer;
    std::string boughtOn; ///< a day, as in 2026-10-03, or empty

    /// Nothing when the size or the price is open.
    std::optional<double> pricePerMl() const;

    bool operator==(const Stock&) const = default;
};

/// Ratings read off the painter's own card; they count for more than the label's.
struct MeasuredRatings {
    std::optional<int> staining;    ///< 0 to 3
    std::optional<int> granulation; ///< 0 to 3

    bool operator==(const MeasuredRatings&) const = default;
};

/// A tube as the painter wrote it down. What is left open is taken from the reference table.
struct Tube {
    TubeId id;
    std::string maker;
    std::string line; ///< the maker's range
    std::string name;
    std::vector<PigmentCode> codes;                ///< in label order
    std::string form;                              ///< which paint of a code that covers several; may be empty
    std::optional<Swatch> swatch;                  ///< the painter's own dry swatch in use, as on white paper
    std::optional<double> strength;                ///< tinting strength, ultramarine PB29 = 1; > 0
    std::optional<int> staining;                   ///< as the label says, 0 to 3
    std::optional<int> granulation;                ///< as the label says, 0 to 3
    std::optional<int> lightfastness;              ///< as the label says, 1 to 5
    std::optional<TransparencyClass> transparency; ///< as the label says
    MeasuredRatings measured;
    Stock stock;
    std::string notes;

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("maker", self.maker, Field{.words = "its maker"});
        visit("name", self.name, Field{.words = "name", .text = TextKind::Name, .json = InJson::Required});
        visit("codes", self.codes, Field{.json = InJson::Always});
        visit("form", self.form, Field{.words = "its form"});
        visit("swatch", self.swatch, Field{.words = "a colour of its swatch", .column = ""});
        visit("strength", self.strength, Field{.words = "strength", .range = allowed::strength});
        visit("staining", self.staining, Field{.words = "staining", .range = allowed::rating, .in = "label"});
        visit("granulation", self.granulation, Field{.words = "granulation", .range = allowed::rating, .in = "label"});
        visit("lightfastness", self.lightfastness,
              Field{.words = "lightfastness", .range = allowed::lightfastness, .in = "label"});
        visit("notes", self.notes, Field{.words = "its notes", .text = TextKind::Notes});
        visit("line", self.line, Field{.words = "its line"});
        visit("transparency", self.transparency, Field{.in = "label"});
        visit("staining", self.measured.staining,
              Field{.words = "staining", .range = allowed::rating, .in = "measured", .column = "measured_staining"});
        visit(
            "granulation", self.measured.granulation,
            Field{
                .words = "granulation", .range = allowed::rating, .in = "measured", .column = "measured_granulation"});
        visit("container", self.stock.container, Field{.json = InJson::Always, .in = "stock"});
        visit("size_ml", self.stock.sizeMl, Field{.words = "its size in ml", .range = allowed::sizeMl, .in = "stock"});
        visit("price", self.stock.price, Field{.words = "its price", .range = allowed::price, .in = "stock"});
        visit("left_percent", self.stock.leftPercent,
              Field{.words = "what is left, in percent,", .range = allowed::percent, .in = "stock"});
        visit("where", self.stock.where,
              Field{.json = InJson::Always, .in = "stock", .column = "whereabouts", .inLists = "where"});
        visit("bought_on", self.stock.boughtOn,
              Field{.words = "the day it was bought", .text = TextKind::Day, .in = "stock"});
    }

    bool operator==(const Tube&) const = default;
};

/// True for a paint that can be mixed with today: neither only wished for nor used up.
bool isAtHand(const Tube& tube);

/// What each of some tubes is called where several stand together: its name, and where another bears that too its
/// pigments, "Burnt Sienna PBr7", or its maker where those are the same.
std::vector<std::string> namesApart(const std::vector<Tube>& tubes);

/// What tubes are called in what was written down of them: by the name that was kept, and where another tube bears that
/// too as namesApart() tells them.
class TubeNames {
public:
    TubeNames() = default;
    explicit TubeNames(const std::vector<Tube>& tubes);

    const std::string& of(TubeId tube, const std::string& kept) const;

private:
    std::map<TubeId, std::string> m_apart; ///< of those alone that share a name
};

/// The rows of the table a tube's codes stand for: the form it names, or else a form its name contains, or else the
/// ordinary one. Codes the table does not know are left out.
std::vector<const ReferencePigment*> typicalRows(const Tube& tube, const ReferenceTable& table);

/// What a tube is to the model: typical values for its codes, changed by everything the painter measured or set. Its
/// swatch is believed as far as its noise, and its label as far as the swatch looks like it; see rebuildFilm().
/// @param readingNoise of the tube's swatch, see `noise`; readingNoise() of a notebook tells it
/// @return UnknownPigment when no code is in the table and there is no swatch.
Result<Paint> paintOf(const Tube& tube, const ReferenceTable& table, FilmCache& films,
                      double readingNoise = noise::card);

/// What such a tube typically is, whatever was measured or set.
Result<Paint> typicalPaintOf(Tube tube, const ReferenceTable& table);

/// What keeps a tube from being written down (no name, no code and no swatch, a rating out of range), in plain words.
Result<void> validate(const Tube& tube, const ReferenceTable& table);

/// Tubes that hold the same pigments in the same forms, whatever they are called; not the tube itself.
bool areTwins(const Tube& first, const Tube& second, const ReferenceTable& table);

/// Tubes of one name that do not hold the same pigments: not the same paint at all.
bool areFalseTwins(const Tube& first, const Tube& second, const ReferenceTable& table);

/// True for a day written as year, month and day, as in 2026-10-03.
bool isDay(std::string_view text);

} // namespace iris
