#include "notebook/notebook.h"

#include <algorithm>

namespace iris {
namespace {

template <typename Records, typename Id> const typename Records::value_type* find(const Records& records, Id id)
{
    const auto found = std::ranges::find(records, id, &Records::value_type::id);
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
template <typename Records, typename Record, typename Id>
void invert(const Records& before, const std::vector<Record>& puts, const std::vector<Id>& removes,
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
    std::erase_if(notebook.swatches, [&](const SwatchRecord& swatch) { return holds(edit.removeTubes, swatch.tube); });
    remove(notebook.swatches, edit.removeSwatches);
    remove(notebook.papers, edit.removePapers);
    remove(notebook.devices, edit.removeDevices);
    remove(notebook.filters, edit.removeFilters);
    remove(notebook.needs, edit.removeNeeds);
    remove(notebook.palettes, edit.removePalettes);
    notebook.mixes.removeIf([&](const MixRecord& mix) { return holds(edit.removeMixes, mix.id); });
    remove(notebook.sheets, edit.removeSheets);
    remove(notebook.subjects, edit.removeSubjects);
    for (PaletteRecord& palette : notebook.palettes)
        forget(palette.tubes, edit.removeTubes);
    forget(notebook.wishes.must, edit.removeTubes);
    forget(notebook.wishes.never, edit.removeTubes);
    put(notebook.tubes, edit.putTubes);
    put(notebook.swatches, edit.putSwatches);
    put(notebook.papers, edit.putPapers);
    put(notebook.devices, edit.putDevices);
    put(notebook.filters, edit.putFilters);
    put(notebook.needs, edit.putNeeds);
    put(notebook.palettes, edit.putPalettes);
    for (const MixRecord& mix : edit.putMixes)
        notebook.mixes.put(mix);
    put(notebook.sheets, edit.putSheets);
    put(notebook.subjects, edit.putSubjects);
    if (edit.wishes) {
        notebook.wishes = *edit.wishes;
        std::ranges::sort(notebook.wishes.must);
        std::ranges::sort(notebook.wishes.never);
    }
    notebook.warmBlue = edit.warmBlue.value_or(notebook.warmBlue);
    notebook.touchesAPart = edit.touchesAPart.value_or(notebook.touchesAPart);
    if (edit.wells)
        notebook.wells = *edit.wells;
    notebook.code = edit.code.value_or(notebook.code);
    return notebook;
}

NotebookEdit inverseOf(const Notebook& before, const NotebookEdit& edit)
{
    NotebookEdit back;
    invert(before.tubes, edit.putTubes, edit.removeTubes, back.putTubes, back.removeTubes);
    invert(before.swatches, edit.putSwatches, edit.removeSwatches, back.putSwatches, back.removeSwatches);
    for (const SwatchRecord& swatch : before.swatches)
        if (holds(edit.removeTubes, swatch.tube) && !find(back.putSwatches, swatch.id))
            back.putSwatches.push_back(swatch);
    invert(before.papers, edit.putPapers, edit.removePapers, back.putPapers, back.removePapers);
    invert(before.devices, edit.putDevices, edit.removeDevices, back.putDevices, back.removeDevices);
    invert(before.filters, edit.putFilters, edit.removeFilters, back.putFilters, back.removeFilters);
    if (edit.warmBlue)
        back.warmBlue = before.warmBlue;
    if (edit.touchesAPart)
        back.touchesAPart = before.touchesAPart;
    if (edit.wells)
        back.wells = before.wells;
    if (edit.code)
        back.code = before.code;
    invert(before.needs, edit.putNeeds, edit.removeNeeds, back.putNeeds, back.removeNeeds);
    invert(before.palettes, edit.putPalettes, edit.removePalettes, back.putPalettes, back.removePalettes);
    invert(before.mixes, edit.putMixes, edit.removeMixes, back.putMixes, back.removeMixes);
    invert(before.sheets, edit.putSheets, edit.removeSheets, back.putSheets, back.removeSheets);
    invert(before.subjects, edit.putSubjects, edit.removeSubjects, back.putSubjects, back.removeSubjects);
    for (const PaletteRecord& palette : before.palettes)
        if (usesAny(palette.tubes, edit.removeTubes) && !find(back.putPalettes, palette.id))
            back.putPalettes.push_back(palette);
    const bool wishesTouched =
        usesAny(before.wishes.must, edit.removeTubes) || usesAny(before.wishes.never, edit.removeTubes);
    if (edit.wishes || wishesTouched)
        back.wishes = before.wishes;
    return back;
}

bool Notebook::isEmpty() const
{
    Notebook blank;
    blank.code = code;
    return *this == blank;
}

const Tube* Notebook::tube(TubeId id) const
{
    return find(tubes, id);
}

const SwatchRecord* Notebook::swatch(SwatchId id) const
{
    return find(swatches, id);
}

std::vector<const SwatchRecord*> Notebook::swatchesOf(TubeId tube) const
{
    std::vector<const SwatchRecord*> own;
    for (const SwatchRecord& swatch : swatches)
        if (swatch.tube == tube)
            own.push_back(&swatch);
    return own;
}

const NeedRecord* Notebook::need(NeedId id) const
{
    return find(needs, id);
}

const MixRecord* Notebook::mix(MixId id) const
{
    return find(mixes, id);
}

const SheetRecord* Notebook::sheet(SheetId id) const
{
    return find(sheets, id);
}

const SubjectRecord* Notebook::subject(SubjectId id) const
{
    return find(subjects, id);
}

const PaletteRecord* Notebook::palette(PaletteId id) const
{
    return find(palettes, id);
}

} // namespace iris
