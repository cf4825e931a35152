#include "base/csvreader.h"
#include "base/text.h"
#include "cli/json.h"
#include "cli/textinput.h"
#include "cli/tubesource.h"
#include "notebook/edits.h"
#include "notebook/notebookstore.h"
#include "notebook/papers.h"
#include "notebook/tubecsv.h"

#include <algorithm>

namespace iris {
namespace {

Result<std::vector<Tube>> tubesFrom(const std::string& file, std::vector<std::string>& remarks)
{
    const auto text = textOf(file, InputKind::List, remarks);
    if (!text)
        return tl::unexpected(text.error());
    auto list = readTubesCsv(*text, ReferenceTable::shipped());
    if (!list)
        return tl::unexpected(atFile(list.error(), file));
    if (!list->problems.empty())
        return tl::unexpected(atFile(list->problems.front(), file));
    return std::move(list->tubes);
}

/// Palettes as rows of `palette,tube`, the tube by its name.
Result<std::vector<PaletteRecord>> palettesFrom(const std::string& file, const std::vector<Tube>& tubes,
                                                std::vector<std::string>& remarks)
{
    const auto text = textOf(file, InputKind::List, remarks);
    if (!text)
        return tl::unexpected(text.error());
    const auto records = readCsv(*text);
    if (!records)
        return tl::unexpected(atFile(records.error(), file));
    std::vector<PaletteRecord> palettes;
    for (std::size_t i = 1; i < records->size(); ++i) {
        const CsvRecord& record = (*records)[i];
        const std::string name = record.fields.size() > 1 ? unguarded(record.fields[1]) : "";
        const auto tube = std::ranges::find(tubes, name, &Tube::name);
        if (tube == tubes.end())
            return tl::unexpected(Error{ErrorCode::NotFound, "no tube called \"" + name + "\"", file, record.line, 0});
        const std::string palette = unguarded(record.fields[0]);
        if (palettes.empty() || palettes.back().name != palette)
            palettes.push_back({{}, palette, {}});
        if (std::ranges::find(palettes.back().tubes, tube->id) != palettes.back().tubes.end())
            return tl::unexpected(Error{ErrorCode::BadOption,
                                        "\"" + name + "\" is in the palette \"" + palette + "\" already", file,
                                        record.line, 0});
        palettes.back().tubes.push_back(tube->id);
    }
    return palettes;
}

Result<std::vector<NeedRecord>> needsFrom(const std::string& file, std::vector<std::string>& remarks)
{
    const auto text = textOf(file, InputKind::List, remarks);
    if (!text)
        return tl::unexpected(text.error());
    const auto needs = readNeedsCsv(*text);
    if (!needs)
        return tl::unexpected(atFile(needs.error(), file));
    std::vector<NeedRecord> records;
    for (const Need& need : *needs)
        records.push_back({{}, need});
    return records;
}

Result<void> fill(NotebookStore& store, const NotebookArguments& arguments, std::vector<std::string>& remarks)
{
    NotebookEdit edit;
    if (!arguments.tubesFile.empty()) {
        auto tubes = tubesFrom(arguments.tubesFile, remarks);
        if (!tubes)
            return tl::unexpected(tubes.error());
        edit.tubes.put = std::move(*tubes);
        std::int64_t number = 0;
        for (Tube& tube : edit.tubes.put) // for the palettes that name it
            tube.id = {--number};
    }
    if (!arguments.needsFile.empty()) {
        auto needs = needsFrom(arguments.needsFile, remarks);
        if (!needs)
            return tl::unexpected(needs.error());
        edit.needs.put = std::move(*needs);
    }
    if (!arguments.palettesFile.empty()) {
        auto palettes = palettesFrom(arguments.palettesFile, edit.tubes.put, remarks);
        if (!palettes)
            return tl::unexpected(palettes.error());
        edit.palettes.put = std::move(*palettes);
    }
    const auto done = store.apply(std::move(edit));
    return done ? Result<void>{} : tl::unexpected(done.error());
}

} // namespace

Result<Output> notebookCommand(const NotebookArguments& arguments)
{
    std::vector<std::string> remarks;
    const auto store = NotebookStore::create(QString::fromStdString(arguments.file),
                                             [&](NotebookStore& made) { return fill(made, arguments, remarks); });
    if (!store)
        return tl::unexpected(store.error());
    const auto notebook = (*store)->load();
    if (!notebook)
        return tl::unexpected(notebook.error());
    remarks.insert(remarks.end(), (*store)->remarks().begin(), (*store)->remarks().end());
    return Output{shown(arguments.file) + ": " + counted(notebook->tubes.size(), "tube") + ", "
                      + counted(notebook->needs.size(), "need") + ", " + counted(notebook->palettes.size(), "palette")
                      + "\n",
                  Json{{"file", arguments.file},
                       {"tubes", notebook->tubes.size()},
                       {"needs", notebook->needs.size()},
                       {"palettes", notebook->palettes.size()}},
                  remarks};
}

Result<Output> touchesCommand(const TouchesArguments& arguments)
{
    const bool asks = arguments.number.empty() && arguments.layers.empty() && arguments.paper.empty();
    const auto open = openNotebook(arguments.notebook, asks ? Access::Read : Access::Write);
    if (!open)
        return tl::unexpected(open.error());
    Handling handling = open->notebook.handling;
    if (!arguments.number.empty())
        handling.touchesAPart = static_cast<int>(parseWholeNumber(arguments.number, 1, 1000).value_or(0));
    if (!canMakeAPart(handling.touchesAPart))
        return failure(ErrorCode::BadOption, "a part is 4, 6, 8, 10 or 12 touches, not " + arguments.number);
    if (!arguments.layers.empty())
        handling.inOneGo = arguments.layers == "one";
    if (!arguments.layers.empty() && arguments.layers != "one" && arguments.layers != "two")
        return failure(ErrorCode::BadOption, "--layers is one or two");
    if (!arguments.paper.empty()) {
        const auto paper = paperCalled(arguments.paper, open->notebook);
        if (!paper)
            return tl::unexpected(paper.error());
        handling.paper = *paper;
    }
    if (!asks)
        if (const auto done = open->store->apply(handlingPaint(open->notebook, handling)); !done)
            return tl::unexpected(done.error());
    Notebook then = open->notebook;
    then.handling = handling;
    const std::string paper = ownPaperName(then);
    return Output{std::to_string(handling.touchesAPart) + " touches make a part; "
                      + (handling.inOneGo ? "all is laid in one go" : "what needs it is laid twice") + "; painted on "
                      + shown(paper) + " paper\n",
                  Json{{"touches_a_part", handling.touchesAPart},
                       {"layers", handling.inOneGo ? "one" : "two"},
                       {"paper", paper},
                       {"paper_white", toJson(handling.paper.white())}},
                  open->store->remarks(),
                  {}};
}

Result<Output> tubesCommand(const TubesArguments& arguments)
{
    const auto open = openNotebook(arguments.notebook, Access::Read);
    if (!open)
        return tl::unexpected(open.error());
    FilmCache films;
    const ReadingNoises noises(open->notebook.swatches);
    Output output{{}, Json{{"tubes", Json::array()}}, open->store->remarks(), writeTubesCsv(open->notebook.tubes)};
    for (const Tube& tube : open->notebook.tubes) {
        const auto paint = paintOf(tube, ReferenceTable::shipped(), films, noises.of(tube));
        Json object{{"id", tube.id.value}, {"maker", tube.maker}, {"name", tube.name}, {"codes", textOf(tube.codes)}};
        if (paint) {
            object["source"] = nameOf(paint->source);
            object["swatch"] = toJson(paint->swatch);
            object["transparency"] = toJson(paint->transparency());
            object["lean"] = toJson(paint->lean());
        }
        output.json["tubes"].push_back(std::move(object));
    }
    return output;
}

} // namespace iris
