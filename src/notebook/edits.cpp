#include "notebook/edits.h"

#include "colour/observer.h"
#include "notebook/recordfields.h"
#include "notebook/recordkinds.h"
#include "notebook/recordmerging.h"
#include "notebook/soundness.h"

#include <algorithm>
#include <cmath>
#include <tuple>

namespace iris {
namespace {

/// The colours a tube goes by when no record has them; they are taken to be from the paper of the next reading.
std::optional<SwatchRecord> unfiledSwatch(const Notebook& notebook, const Tube& tube, const Lab& paperWhite)
{
    const auto known = notebook.swatchesOf(tube.id);
    const bool filed = !tube.swatch || std::ranges::any_of(known, [&](const SwatchRecord* swatch) {
        return swatch->onWhite == *tube.swatch;
    });
    if (filed)
        return std::nullopt;
    SwatchRecord record;
    record.tube = tube.id;
    record.paperWhite = paperWhite;
    record.painted = record.onWhite = *tube.swatch;
    record.notes = "What the tube went by before this reading";
    return record;
}

} // namespace

std::vector<Tube> notYetIn(const Notebook& notebook, std::vector<Tube> tubes)
{
    const auto label = [](const Tube& tube) {
        return std::tie(tube.maker, tube.line, tube.name, tube.codes, tube.form);
    };
    std::erase_if(tubes, [&](const Tube& tube) {
        return std::ranges::any_of(notebook.tubes, [&](const Tube& own) { return label(own) == label(tube); });
    });
    return tubes;
}

NotebookEdit filing(const Notebook& notebook, const std::vector<SwatchRecord>& readings)
{
    NotebookEdit edit;
    for (const SwatchRecord& reading : readings) {
        const Tube* tube = notebook.tube(reading.tube);
        if (!tube)
            continue;
        const auto changed = std::ranges::find(edit.tubes.put, reading.tube, &Tube::id);
        if (!reading.wet && changed != edit.tubes.put.end()) {
            *changed = withReading(*changed, reading);
        } else if (!reading.wet) {
            if (const auto before = unfiledSwatch(notebook, *tube, reading.paperWhite))
                edit.swatches.put.push_back(*before);
            edit.tubes.put.push_back(withReading(*tube, reading));
        }
        edit.swatches.put.push_back(reading);
    }
    return edit;
}

NotebookEdit filing(const Notebook& notebook, SwatchRecord reading)
{
    return filing(notebook, std::vector{std::move(reading)});
}

NotebookEdit changing(const Notebook& notebook, const Tube& tube, const std::string& today)
{
    const Tube* before = notebook.tube(tube.id);
    NotebookEdit edit;
    if (before && tube.swatch && tube.swatch != before->swatch) {
        SwatchRecord typed;
        typed.tube = tube.id;
        typed.date = today;
        typed.paperWhite = toLab(seen(whitePaper()));
        typed.painted = typed.onWhite = *tube.swatch;
        edit = filing(notebook, typed);
    }
    edit.tubes.put = {tube};
    return edit;
}

NotebookEdit goingBy(const Notebook& notebook, SwatchId reading)
{
    const SwatchRecord* swatch = notebook.swatch(reading);
    const Tube* tube = swatch ? notebook.tube(swatch->tube) : nullptr;
    NotebookEdit edit;
    if (tube && !swatch->wet)
        edit.tubes.put = {withReading(*tube, *swatch)};
    return edit;
}

NotebookEdit duplicating(const Notebook& notebook, TubeId tube)
{
    NotebookEdit edit;
    if (const Tube* original = notebook.tube(tube)) {
        edit.tubes.put = {*original};
        edit.tubes.put.front().id = {};
    }
    return edit;
}

NotebookEdit merging(const Notebook& notebook, TubeId kept, TubeId other)
{
    NotebookEdit edit;
    const Tube* from = notebook.tube(other);
    const Tube* to = notebook.tube(kept);
    if (!from || !to || kept == other)
        return edit;
    edit.tubes.put = {filledUp(*to, *from)};
    edit.tubes.removed = {other};
    forEachKind([&](const auto& kind) {
        for (auto record : notebook.*kind.records)
            if (replaceIn(record, other, *to))
                (edit.*kind.changes).put.push_back(std::move(record));
    });
    PaletteWishes wishes = notebook.wishes;
    if (holds(wishes.must, other) || holds(wishes.never, other)) {
        replaceBy(wishes.must, other, kept);
        replaceBy(wishes.never, other, kept);
        std::erase_if(wishes.never, [&](TubeId id) { return holds(wishes.must, id); });
        edit.wishes = wishes;
    }
    return edit;
}

NotebookEdit keepingPalette(const std::string& name, std::vector<TubeId> tubes, std::vector<Tube> wished)
{
    NotebookEdit edit;
    std::int64_t number = 0;
    for (Tube& tube : wished) {
        tube.id = {--number};
        tubes.push_back(tube.id);
    }
    edit.tubes.put = std::move(wished);
    edit.palettes.put = {{{}, name, std::move(tubes)}};
    return edit;
}

NotebookEdit layingValues(const Notebook& notebook, SubjectId subject, PictureFit fit, const PictureFitting& fitting)
{
    const SubjectRecord* record = notebook.subject(subject);
    if (!record)
        return {};
    SubjectRecord changed = *record;
    changed.fit = fit;
    NotebookEdit edit = putting(changed);
    for (NeedRecord need : notebook.needs)
        if (need.subject == subject && need.seen) {
            need.need.target = fitting.at(*need.seen);
            edit.needs.put.push_back(need);
        }
    return edit;
}

NotebookEdit beginning(const Notebook& notebook, const WellRecord& well)
{
    NotebookEdit edit = putting(well);
    if (notebook.wells.size() >= mostWells)
        edit.wells.removed = {notebook.wells.front().id};
    return edit;
}

NotebookEdit wishing(const Notebook& notebook, const PaletteWishes& wishes)
{
    NotebookEdit edit;
    if (wishes != notebook.wishes)
        edit.wishes = wishes;
    return edit;
}

NotebookEdit callingWarm(const Notebook& notebook, WarmBlue side)
{
    NotebookEdit edit;
    if (side != notebook.warmBlue)
        edit.warmBlue = side;
    return edit;
}

NotebookEdit handlingPaint(const Notebook& notebook, Handling handling)
{
    NotebookEdit edit;
    if (handling != notebook.handling)
        edit.handling = handling;
    return edit;
}

} // namespace iris
