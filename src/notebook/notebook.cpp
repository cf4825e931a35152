#include "notebook/notebook.h"

#include "notebook/recordfields.h"
#include "notebook/recordkinds.h"

#include <algorithm>

namespace iris {
namespace {

template <typename Records, typename Id> const typename Records::value_type* find(const Records& records, Id id)
{
    const auto found = std::ranges::find(records, id, &Records::value_type::id);
    return found == records.end() ? nullptr : &*found;
}

template <typename Record> void put(std::vector<Record>& records, const Record& record)
{
    const auto place = std::ranges::lower_bound(records, record.id, {}, &Record::id);
    if (place != records.end() && place->id == record.id)
        *place = record;
    else
        records.insert(place, record);
}

template <typename Record> void put(SharedRecords<Record>& records, const Record& record)
{
    records.put(record);
}

template <typename Record, typename Unwanted> void removeIf(std::vector<Record>& records, Unwanted&& unwanted)
{
    std::erase_if(records, unwanted);
}

template <typename Record, typename Unwanted> void removeIf(SharedRecords<Record>& records, Unwanted&& unwanted)
{
    records.removeIf(unwanted);
}

template <typename Id> bool holds(const std::vector<Id>& ids, Id id)
{
    return std::ranges::find(ids, id) != ids.end();
}

bool usesAny(const std::vector<TubeId>& list, const std::vector<TubeId>& ids)
{
    return std::ranges::any_of(list, [&](TubeId id) { return holds(ids, id); });
}

/// Whether taking tubes out changes a record, or takes it out as well.
template <typename Record> bool losesBy(const Record& record, const std::vector<TubeId>& gone)
{
    Record after = record;
    forgetTubes(after, gone);
    return holds(gone, ownerOf(record)) || after != record;
}

template <typename Kind> void editKind(Notebook& notebook, const NotebookEdit& edit, const Kind& kind)
{
    auto& records = notebook.*kind.records;
    const auto& changes = edit.*kind.changes;
    const std::vector<TubeId>& gone = edit.tubes.removed;
    removeIf(records, [&](const auto& record) { return holds(changes.removed, record.id) || holds(gone, ownerOf(record)); });
    if constexpr (requires { records.front().tubes; })
        for (auto& record : records)
            forgetTubes(record, gone);
    for (const auto& record : changes.put)
        put(records, record);
}

/// What puts one kind of record back: the old ones that were changed or removed, by whatever, and the ids of those that
/// are new.
template <typename Kind>
void invertKind(const Notebook& before, const NotebookEdit& edit, const Kind& kind, NotebookEdit& back)
{
    const auto& records = before.*kind.records;
    const auto& changes = edit.*kind.changes;
    auto& inverse = back.*kind.changes;
    for (const auto& record : changes.put) {
        if (const auto* old = find(records, record.id))
            inverse.put.push_back(*old);
        else
            inverse.removed.push_back(record.id);
    }
    for (const auto id : changes.removed)
        if (const auto* old = find(records, id))
            inverse.put.push_back(*old);
    if (edit.tubes.removed.empty())
        return;
    for (const auto& record : records)
        if (losesBy(record, edit.tubes.removed) && !find(inverse.put, record.id))
            inverse.put.push_back(record);
}

} // namespace

Notebook edited(Notebook notebook, const NotebookEdit& edit)
{
    forEachKind([&](const auto& kind) { editKind(notebook, edit, kind); });
    for (std::vector<TubeId>* list : {&notebook.wishes.must, &notebook.wishes.never})
        std::erase_if(*list, [&](TubeId id) { return holds(edit.tubes.removed, id); });
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
    forEachKind([&](const auto& kind) { invertKind(before, edit, kind, back); });
    const std::vector<TubeId>& gone = edit.tubes.removed;
    if (edit.wishes || usesAny(before.wishes.must, gone) || usesAny(before.wishes.never, gone))
        back.wishes = before.wishes;
    if (edit.warmBlue)
        back.warmBlue = before.warmBlue;
    if (edit.touchesAPart)
        back.touchesAPart = before.touchesAPart;
    if (edit.wells)
        back.wells = before.wells;
    if (edit.code)
        back.code = before.code;
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
