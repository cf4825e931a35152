#include "notebook/notebook.h"

#include <algorithm>

namespace iris {
namespace {

template <typename Record, typename Id> const Record* find(const std::vector<Record>& records, Id id)
{
    const auto found = std::ranges::find(records, id, &Record::id);
    return found == records.end() ? nullptr : &*found;
}

template <typename Record> void put(std::vector<Record>& records, const std::vector<Record>& changes)
{
    for (const Record& change : changes) {
        const auto place = std::ranges::lower_bound(records, change.id, {}, &Record::id);
        if (place != records.end() && place->id == change.id)
            *place = change;
        else
            records.insert(place, change);
    }
}

template <typename Id> bool holds(const std::vector<Id>& ids, Id id)
{
    return std::ranges::find(ids, id) != ids.end();
}

template <typename Record, typename Id> void remove(std::vector<Record>& records, const std::vector<Id>& ids)
{
    std::erase_if(records, [&](const Record& record) { return holds(ids, record.id); });
}

void forget(std::vector<TubeId>& list, const std::vector<TubeId>& ids)
{
    std::erase_if(list, [&](TubeId id) { return holds(ids, id); });
}

bool usesAny(const std::vector<TubeId>& list, const std::vector<TubeId>& ids)
{
    return std::ranges::any_of(list, [&](TubeId id) { return holds(ids, id); });
}

/// What puts one kind of record back: the old ones that were changed or removed, and the ids of those that are new.
template <typename Record, typename Id>
void invert(const std::vector<Record>& before, const std::vector<Record>& puts, const std::vector<Id>& removes,
            std::vector<Record>& putBack, std::vector<Id>& removeAgain)
{
    for (const Record& record : puts) {
        if (const Record* old = find(before, record.id))
            putBack.push_back(*old);
        else
            removeAgain.push_back(record.id);
    }
    for (const Id id : removes)
        if (const Record* old = find(before, id))
            putBack.push_back(*old);
}

} // namespace

Notebook edited(Notebook notebook, const NotebookEdit& edit)
{
    remove(notebook.tubes, edit.removeTubes);
    remove(notebook.needs, edit.removeNeeds);
    remove(notebook.palettes, edit.removePalettes);
    for (PaletteRecord& palette : notebook.palettes)
        forget(palette.tubes, edit.removeTubes);
    forget(notebook.wishes.must, edit.removeTubes);
    forget(notebook.wishes.never, edit.removeTubes);
    put(notebook.tubes, edit.putTubes);
    put(notebook.needs, edit.putNeeds);
    put(notebook.palettes, edit.putPalettes);
    if (edit.wishes) {
        notebook.wishes = *edit.wishes;
        std::ranges::sort(notebook.wishes.must);
        std::ranges::sort(notebook.wishes.never);
    }
    return notebook;
}

NotebookEdit inverseOf(const Notebook& before, const NotebookEdit& edit)
{
    NotebookEdit back;
    invert(before.tubes, edit.putTubes, edit.removeTubes, back.putTubes, back.removeTubes);
    invert(before.needs, edit.putNeeds, edit.removeNeeds, back.putNeeds, back.removeNeeds);
    invert(before.palettes, edit.putPalettes, edit.removePalettes, back.putPalettes, back.removePalettes);
    for (const PaletteRecord& palette : before.palettes)
        if (usesAny(palette.tubes, edit.removeTubes) && !find(back.putPalettes, palette.id))
            back.putPalettes.push_back(palette);
    const bool wishesTouched =
        usesAny(before.wishes.must, edit.removeTubes) || usesAny(before.wishes.never, edit.removeTubes);
    if (edit.wishes || wishesTouched)
        back.wishes = before.wishes;
    return back;
}

const Tube* Notebook::tube(TubeId id) const
{
    return find(tubes, id);
}

const NeedRecord* Notebook::need(NeedId id) const
{
    return find(needs, id);
}

const PaletteRecord* Notebook::palette(PaletteId id) const
{
    return find(palettes, id);
}

} // namespace iris
