#include "notebook/notebook.h"

#include "notebook/recordedits.h"
#include "notebook/recordkinds.h"

#include <algorithm>

namespace iris {
namespace {

bool usesAny(const std::vector<TubeId>& list, const std::vector<TubeId>& ids)
{
    return std::ranges::any_of(list, [&](TubeId id) { return holds(ids, id); });
}

} // namespace

Notebook edited(Notebook notebook, const NotebookEdit& edit)
{
    forEachKind(
        [&](const auto& kind) { applyChanges(notebook.*kind.records, edit.*kind.changes, edit.tubes.removed); });
    for (std::vector<TubeId>* list : {&notebook.wishes.must, &notebook.wishes.never})
        std::erase_if(*list, [&](TubeId id) { return holds(edit.tubes.removed, id); });
    if (edit.wishes) {
        notebook.wishes = *edit.wishes;
        std::ranges::sort(notebook.wishes.must);
        std::ranges::sort(notebook.wishes.never);
    }
    notebook.warmBlue = edit.warmBlue.value_or(notebook.warmBlue);
    notebook.handling = edit.handling.value_or(notebook.handling);
    notebook.code = edit.code.value_or(notebook.code);
    return notebook;
}

NotebookEdit inverseOf(const Notebook& before, const NotebookEdit& edit)
{
    NotebookEdit back;
    forEachKind([&](const auto& kind) {
        back.*kind.changes = inverseOf(before.*kind.records, edit.*kind.changes, edit.tubes.removed);
    });
    const std::vector<TubeId>& gone = edit.tubes.removed;
    if (edit.wishes || usesAny(before.wishes.must, gone) || usesAny(before.wishes.never, gone))
        back.wishes = before.wishes;
    if (edit.warmBlue)
        back.warmBlue = before.warmBlue;
    if (edit.handling)
        back.handling = before.handling;
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

const WellRecord* Notebook::well(WellId id) const
{
    return find(wells, id);
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
