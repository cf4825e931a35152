#pragma once

#include "mixing/ratios.h"
#include "notebook/allowed.h"
#include "notebook/field.h"
#include "notebook/mixrecord.h"
#include "notebook/palettewishes.h"
#include "notebook/sharedrecords.h"
#include "notebook/subjectrecord.h"
#include "notebook/swatchrecord.h"
#include "notebook/tube.h"
#include "notebook/wellrecord.h"

#include <map>

namespace iris {

struct PaletteId {
    std::int64_t value = 0;

    auto operator<=>(const PaletteId&) const = default;
};

struct FilterId {
    std::int64_t value = 0;

    auto operator<=>(const FilterId&) const = default;
};

/// A palette the painter decided to keep.
struct PaletteRecord {
    PaletteId id;
    std::string name;
    std::vector<TubeId> tubes;

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("name", self.name, Field{.words = "name", .text = TextKind::Name, .json = InJson::Required});
        visit("tubes", self.tubes, Field{.words = "tubes", .json = InJson::Always});
    }

    bool operator==(const PaletteRecord&) const = default;
};

/// What is looked for among the tubes: every word must be found, and every choice made must hold.
struct TubeFilter {
    std::string words;
    std::optional<HueFamily> family;
    std::optional<TransparencyClass> transparency;
    std::optional<HueFamily> leansTo;
    std::optional<Whereabouts> where;

    bool operator==(const TubeFilter&) const = default;
};

/// A filter the painter keeps under a name.
struct FilterRecord {
    FilterId id;
    std::string name;
    TubeFilter filter;

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("name", self.name, Field{.words = "name", .text = TextKind::Name, .json = InJson::Required});
        visit("words", self.filter.words, Field{.words = "its words"});
        visit("family", self.filter.family, Field{});
        visit("transparency", self.filter.transparency, Field{});
        visit("leans_to", self.filter.leansTo, Field{});
        visit("where", self.filter.where, Field{.column = "whereabouts"});
    }

    bool operator==(const FilterRecord&) const = default;
};

/// A picture of a swatch, cut out of its scan. Named by its contents, so that the same one is kept once.
struct Picture {
    std::string name;  ///< SHA-256 of the bytes, hexadecimal
    std::string bytes; ///< PNG or JPEG

    bool operator==(const Picture&) const = default;
};

/// Everything a notebook holds but its pictures, in the order it was written down.
struct Notebook {
    std::vector<Tube> tubes;
    std::vector<SwatchRecord> swatches;
    std::vector<PaperRecord> papers;
    std::vector<DeviceRecord> devices;
    std::vector<FilterRecord> filters;
    std::vector<NeedRecord> needs;
    std::vector<PaletteRecord> palettes;
    SharedRecords<MixRecord> mixes; ///< years of squares: an edit copies none of them
    std::vector<SheetRecord> sheets;
    std::vector<SubjectRecord> subjects; ///< what is to be painted; at most mostSubjects
    std::vector<WellRecord> wells;       ///< what lies on the mixing palette, the oldest first; at most mostWells
    PaletteWishes wishes;
    WarmBlue warmBlue = WarmBlue::VioletSide;
    Handling handling;
    std::string code; ///< six hexadecimal digits that tell its printed sheets from those of other notebooks

    const Tube* tube(TubeId id) const;
    const SwatchRecord* swatch(SwatchId id) const;
    const NeedRecord* need(NeedId id) const;
    const PaletteRecord* palette(PaletteId id) const;
    const MixRecord* mix(MixId id) const;
    const SheetRecord* sheet(SheetId id) const;
    const SubjectRecord* subject(SubjectId id) const;
    const WellRecord* well(WellId id) const;

    /// The readings of a tube, oldest first.
    std::vector<const SwatchRecord*> swatchesOf(TubeId tube) const;

    /// True while nothing was written down; its code does not count.
    bool isEmpty() const;

    bool operator==(const Notebook&) const = default;
};

/// The highest number that was ever given to a record of each kind ("tube", "mix", "sheet" ...). None is given out
/// twice: a painted square or a printed sheet may still name one that is long gone.
using UsedIds = std::map<std::string, std::int64_t>;

/// Records of one kind to write, new ones with id 0 or below, and those to take out.
template <typename Record> struct Changes {
    std::vector<Record> put;
    std::vector<decltype(Record::id)> removed;

    bool isEmpty() const { return put.empty() && removed.empty(); }

    bool operator==(const Changes&) const = default;
};

/// One change to a notebook: records to write, new ones with id 0, and records to take out. A new record that others of
/// the same edit name has a number below 0 there, until it is given its own (NotebookStore::apply()). Taking a tube out
/// takes it out of its palettes and wishes as well, and its readings with it; painted mixes and sheets keep its name.
/// Pictures are only ever added.
struct NotebookEdit {
    Changes<Tube> tubes;
    Changes<SwatchRecord> swatches;
    Changes<PaperRecord> papers;
    Changes<DeviceRecord> devices;
    Changes<FilterRecord> filters;
    Changes<NeedRecord> needs;
    Changes<PaletteRecord> palettes;
    Changes<MixRecord> mixes;
    Changes<SheetRecord> sheets;
    Changes<SubjectRecord> subjects;
    Changes<WellRecord> wells;
    std::optional<PaletteWishes> wishes;
    std::optional<WarmBlue> warmBlue;
    std::optional<Handling> handling;
    std::optional<std::string> code;
    std::vector<Picture> pictures;
    UsedIds usedIds; ///< numbers not to be given out again, besides those of the records themselves

    bool operator==(const NotebookEdit&) const = default;
};

/// The notebook after an edit whose new records have their ids. Records stay in the order of their ids.
Notebook edited(Notebook notebook, const NotebookEdit& edit);

/// The edit that takes another one back: edited(edited(before, edit), inverseOf(before, edit)) == before.
/// @param edit with the ids of its new records filled in
NotebookEdit inverseOf(const Notebook& before, const NotebookEdit& edit);

} // namespace iris
