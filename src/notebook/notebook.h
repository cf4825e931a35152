#pragma once

#include "notebook/tube.h"
#include "palette/need.h"
#include "palette/school.h"

namespace iris {

struct NeedId {
    std::int64_t value = 0;

    auto operator<=>(const NeedId&) const = default;
};

struct PaletteId {
    std::int64_t value = 0;

    auto operator<=>(const PaletteId&) const = default;
};

/// A need as it stands in a notebook.
struct NeedRecord {
    NeedId id;
    Need need;

    bool operator==(const NeedRecord&) const = default;
};

/// A palette the painter decided to keep.
struct PaletteRecord {
    PaletteId id;
    std::string name;
    std::vector<TubeId> tubes;

    bool operator==(const PaletteRecord&) const = default;
};

/// What the painter asks of a palette, by tube instead of by place in a list.
struct PaletteWishes {
    School school = School::Free;
    std::vector<TubeId> must;
    std::vector<TubeId> never;
    std::size_t mostTubes = 12; ///< 1 to 12

    bool operator==(const PaletteWishes&) const = default;
};

/// Everything a notebook holds, in the order it was written down.
struct Notebook {
    std::vector<Tube> tubes;
    std::vector<NeedRecord> needs;
    std::vector<PaletteRecord> palettes;
    PaletteWishes wishes;

    const Tube* tube(TubeId id) const;
    const NeedRecord* need(NeedId id) const;
    const PaletteRecord* palette(PaletteId id) const;

    bool operator==(const Notebook&) const = default;
};

/// One change to a notebook: records to write, new ones with id 0, and records to take out. Taking a tube out takes it
/// out of its palettes and wishes as well.
struct NotebookEdit {
    std::vector<Tube> putTubes;
    std::vector<TubeId> removeTubes;
    std::vector<NeedRecord> putNeeds;
    std::vector<NeedId> removeNeeds;
    std::vector<PaletteRecord> putPalettes;
    std::vector<PaletteId> removePalettes;
    std::optional<PaletteWishes> wishes;

    bool operator==(const NotebookEdit&) const = default;
};

/// The notebook after an edit whose new records have their ids. Records stay in the order of their ids.
Notebook edited(Notebook notebook, const NotebookEdit& edit);

/// The edit that takes another one back: edited(edited(before, edit), inverseOf(before, edit)) == before.
/// @param edit with the ids of its new records filled in
NotebookEdit inverseOf(const Notebook& before, const NotebookEdit& edit);

} // namespace iris
