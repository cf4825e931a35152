#pragma once

#include "base/named.h"
#include "mixing/handling.h"
#include "notebook/allowed.h"
#include "notebook/field.h"
#include "notebook/tube.h"

namespace iris {

struct MixId {
    std::int64_t value = 0;

    auto operator<=>(const MixId&) const = default;
};

struct SheetId {
    std::int64_t value = 0;

    auto operator<=>(const SheetId&) const = default;
};

/// A tube in a painted mix. Its name is kept, so that the mix still shows when the tube is taken out of the notebook.
struct MixPart {
    TubeId tube;
    std::string name;
    int parts = 1; ///< >= 1

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("tube", self.tube, Field{.words = "one of its tubes", .json = InJson::Required});
        visit("name", self.name, Field{.words = "the name of a tube", .json = InJson::Required});
        visit("parts", self.parts,
              Field{.words = "a count of parts", .range = allowed::parts, .json = InJson::Required});
    }

    bool operator==(const MixPart&) const = default;
};

/// How a mix came into the notebook.
enum class MixOrigin {
    Noted, ///< only written down; not painted, or its colour not known
    Typed, ///< its colour typed in
    Sheet, ///< read off a printed sheet
};

template <>
inline constexpr std::array enumNames<MixOrigin>{
    EnumName{MixOrigin::Noted, "noted"}, EnumName{MixOrigin::Typed, "typed"}, EnumName{MixOrigin::Sheet, "sheet"}};

/// A mix the painter wants to keep: what is in it, how it was laid, what it looked like, and what it grew out of.
struct MixRecord {
    MixId id;
    std::string name; ///< the painter's own, "wet mud"; may be empty
    std::vector<MixPart> parts;
    double wash = 1.0; ///< as it was meant, film thickness
    int layers = 1;    ///< of the same wash, 1 to 9
    bool wet = false;  ///< read before it was dry: kept, but nothing is learnt from it
    MixOrigin origin = MixOrigin::Noted;
    std::string date;             ///< the day, as in 2026-10-03, or empty
    std::string paper;            ///< the paper's name; may be empty
    std::optional<Lab> painted;   ///< as it would look on the white paper of the reference table
    std::optional<Lab> overBlack; ///< over the black line
    double uncertainty = 0;       ///< deltaE00 that two thirds of such readings stay below; 0 when nothing is known
    std::string picture;          ///< name of a picture in the notebook, or empty
    MixId from;                   ///< the mix this one grew out of by a touch of something; 0 for none
    int stars = 0;                ///< how much the painter likes it, 0 to 3
    std::string tags;             ///< words between commas: "reeds, shadow"
    std::string notes;
    SheetId sheet; ///< the printed sheet it was read from; 0 for none
    int cell = -1; ///< and which of its squares

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("name", self.name, Field{.words = "its name", .text = TextKind::Title});
        visit("parts", self.parts, Field{.words = "tubes", .json = InJson::Required, .most = allowed::partsInMix});
        visit("wash", self.wash, Field{.words = "wash", .range = allowed::wash, .json = InJson::Required});
        visit("layers", self.layers,
              Field{.words = "layers", .range = allowed::layers, .json = InJson::Always, .usual = 1});
        visit("wet", self.wet, Field{.json = InJson::Always});
        visit("origin", self.origin, Field{.json = InJson::Always});
        visit("date", self.date, Field{.words = "its date", .text = TextKind::Day});
        visit("paper", self.paper, Field{.words = "its paper"});
        visit("painted", self.painted, Field{.words = "its colour", .column = ""});
        visit("over_black", self.overBlack, Field{.words = "its colour over black", .column = "black"});
        visit("uncertainty", self.uncertainty,
              Field{.words = "uncertainty", .range = allowed::uncertainty, .json = InJson::Always});
        visit("picture", self.picture, Field{.words = "its picture", .text = TextKind::Picture});
        visit("from", self.from, Field{.words = "the mix it grew from", .column = "grew_from"});
        visit("stars", self.stars, Field{.words = "stars", .range = allowed::stars, .json = InJson::Always});
        visit("tags", self.tags, Field{.words = "its tags"});
        visit("notes", self.notes, Field{.words = "its notes", .text = TextKind::Notes});
        visit("sheet", self.sheet, Field{.words = "its sheet"});
        visit("cell", self.cell, Field{.words = "its square", .range = allowed::cell, .usual = -1});
    }

    bool operator==(const MixRecord&) const = default;
};

/// What keeps a mix from being written down, in plain words.
Result<void> validate(const MixRecord& mix);

/// "3 Lemon Yellow + 1 Ultramarine".
std::string partsText(const std::vector<MixPart>& parts, Handling handling, const TubeNames& names);

/// What a mix goes by: its own name, or else what is in it.
std::string titleOf(const MixRecord& mix, Handling handling, const TubeNames& names);

/// True for the same tubes in the same proportions, in any order.
bool sameMix(const std::vector<MixPart>& one, const std::vector<MixPart>& two);

/// The beginning of a mix that another one grows into by a touch of something: the same tubes, wash and paper, nothing
/// painted yet, and where it came from.
MixRecord grownFrom(const MixRecord& mix);

/// What a sheet is printed on.
enum class SheetFormat { A4, Letter };

template <>
inline constexpr std::array enumNames<SheetFormat>{EnumName{SheetFormat::A4, "A4"},
                                                   EnumName{SheetFormat::Letter, "Letter"}};

/// One square of a sheet: what is to be painted there.
struct SheetCell {
    std::vector<MixPart> parts; ///< empty: no square in this place
    double wash = 1.0;

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("wash", self.wash,
              Field{.words = "the wash of a square", .range = allowed::wash, .json = InJson::Required});
        visit("parts", self.parts, Field{.words = "tubes", .json = InJson::Required, .most = allowed::partsInMix});
    }

    bool operator==(const SheetCell&) const = default;
};

/// A sheet to paint, as it was printed. It never changes, so that paper and notebook keep agreeing.
struct SheetRecord {
    SheetId id;
    std::string title;
    std::string date; ///< the day it was laid out
    SheetFormat format = SheetFormat::A4;
    double cellMm = 25; ///< 15 to 75
    int columns = 1;
    bool blackLine = true;        ///< a line across each square, for transparency
    std::vector<SheetCell> cells; ///< row by row
    bool finished = false;        ///< painted and read, or given up

    int rows() const { return columns > 0 ? (static_cast<int>(cells.size()) + columns - 1) / columns : 0; }

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("title", self.title, Field{.words = "its title", .text = TextKind::Title, .json = InJson::Required});
        visit("date", self.date, Field{.words = "its date", .text = TextKind::Day});
        visit("format", self.format, Field{.json = InJson::Always});
        visit("cell_mm", self.cellMm,
              Field{.words = "the width of a square in mm", .range = allowed::cellMm, .json = InJson::Required});
        visit("columns", self.columns, Field{.words = "columns", .range = allowed::columns, .json = InJson::Required});
        visit("black_line", self.blackLine, Field{.json = InJson::Always, .usual = 1});
        visit("cells", self.cells, Field{.words = "squares", .json = InJson::Required, .most = allowed::cells});
        visit("finished", self.finished, Field{.json = InJson::Always});
    }

    bool operator==(const SheetRecord&) const = default;
};

/// What is printed on a sheet to know it by, "3F9A0C-12": the notebook's code and the sheet's number.
std::string sheetCode(std::string_view notebookCode, SheetId sheet);

/// The two halves of a sheet code as read or typed, in any letter case; nothing for anything else.
struct SheetCode {
    std::string notebook;
    SheetId sheet;
};
std::optional<SheetCode> parseSheetCode(std::string_view text);

} // namespace iris
