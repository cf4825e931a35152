#include "base/text.h"
#include "cli/textinput.h"
#include "cli/tubesource.h"
#include "files/outputfile.h"
#include "notebook/edits.h"
#include "notebook/exports.h"
#include "notebook/notebookjson.h"
#include "notebook/notebookstore.h"
#include "notebook/tubecsv.h"
#include "notebook/tubelines.h"
#include "words/paintwords.h"

#include <QFileInfo>
#include <iostream>

namespace iris {
namespace {

std::vector<Paint> paintsOf(const Notebook& notebook)
{
    FilmCache films;
    const ReadingNoises noises(notebook.swatches);
    std::vector<Paint> paints;
    for (const Tube& tube : notebook.tubes)
        if (auto paint = paintOf(tube, ReferenceTable::shipped(), films, noises.of(tube)))
            paints.push_back(std::move(*paint));
    return paints;
}

Result<std::string> exported(const NotebookStore& store, const Notebook& notebook, const std::string& format,
                             std::vector<std::string>& remarks)
{
    const std::string title = QFileInfo(store.path()).completeBaseName().toStdString();
    if (format == "json") {
        auto whole = wholeNotebookJson(store, notebook);
        if (!whole)
            return tl::unexpected(whole.error());
        if (whole->picturesLeftOut > 0)
            remarks.push_back(std::to_string(whole->picturesLeftOut)
                              + " pictures are damaged in the notebook and were left out");
        return std::move(whole->text);
    }
    if (format == "tubes")
        return writeTubesCsv(notebook.tubes);
    if (format == "swatches")
        return writeSwatchesCsv(notebook);
    if (format == "gpl")
        return writeGimpPalette(title, paintsOf(notebook));
    if (format == "cgats")
        return writeCgats(cgatsOf(title, paintsOf(notebook)));
    return failure(ErrorCode::BadOption, "a notebook goes out as json, tubes, swatches, gpl or cgats");
}

/// The edit a list brings, how many readings are in it, and which lines could not be read.
struct Import {
    NotebookEdit edit;
    std::size_t readings = 0;
    std::size_t already = 0; ///< tubes of the list that are in the notebook
    std::vector<Error> problems;
    std::vector<std::string> remarks;
    std::vector<TubeLine> lines; ///< what was made of each, where tubes came in plain lines
};

/// What is typed or piped in, up to its end or to more than anybody types.
std::string typedIn()
{
    constexpr std::size_t most = 1 << 20;
    std::string text;
    for (std::string line; text.size() < most && std::getline(std::cin, line);)
        text += line + '\n';
    return text;
}

Result<Import> importFrom(const ImportArguments& arguments, const Notebook& notebook)
{
    Import import;
    const bool isTyped = arguments.format == "lines" && arguments.file == "-";
    const auto text = isTyped ? Result<std::string>(typedIn())
                              : textOf(arguments.file, arguments.format == "json" ? InputKind::Dump : InputKind::List,
                                       import.remarks);
    if (!text)
        return tl::unexpected(text.error());
    if (arguments.format == "tubes") {
        auto list = readTubesCsv(*text, ReferenceTable::shipped());
        if (!list)
            return tl::unexpected(atFile(list.error(), arguments.file));
        import.problems = std::move(list->problems);
        import.edit.tubes.put = notYetIn(notebook, list->tubes);
        import.already = list->tubes.size() - import.edit.tubes.put.size();
    } else if (arguments.format == "lines") {
        import.lines = readTubeLines(*text, notebook);
        for (const TubeLine& line : import.lines) {
            for (const ToldTube& told : line.tubes)
                if (told.alreadyThere)
                    ++import.already;
                else
                    import.edit.tubes.put.push_back(told.tube);
            if (!line.why.empty())
                import.problems.push_back(
                    {ErrorCode::BadCsv, line.text + ": " + line.why, {}, static_cast<int>(line.number), 0});
        }
    } else if (arguments.format == "swatches") {
        auto list = readSwatchesCsv(*text, notebook);
        if (!list)
            return tl::unexpected(atFile(list.error(), arguments.file));
        import.problems = std::move(list->problems);
        import.readings = list->swatches.size();
        import.edit = filing(notebook, list->swatches);
    } else if (arguments.format == "json") {
        const auto dump = readNotebookJson(*text);
        if (!dump)
            return tl::unexpected(atFile(dump.error(), arguments.file));
        if (!notebook.isEmpty())
            return failure(ErrorCode::BadOption,
                           "a whole notebook comes into an empty one; make it with: notebook FILE");
        import.edit = filling(*dump);
        import.readings = import.edit.swatches.put.size();
    } else {
        return failure(ErrorCode::BadOption, "what comes in is tubes, lines, swatches or json");
    }
    return import;
}

/// "  3  Ultramarine PB29, Grey Heron Mill (PB29 by its name.)"
void addLine(Output& output, const TubeLine& line)
{
    Json json{{"line", line.number}, {"text", line.text}, {"tubes", Json::array()}};
    for (const ToldTube& told : line.tubes) {
        const Tube& tube = told.tube;
        output.text += "  " + std::to_string(line.number) + "  " + shown(tube.name) + " " + textOf(tube.codes)
                       + (tube.maker.empty() ? "" : ", " + shown(tube.maker))
                       + (told.guess.empty() ? "" : " (" + told.guess + ")")
                       + (told.alreadyThere ? ": there already" : "") + "\n";
        json["tubes"].push_back({{"name", tube.name},
                                 {"codes", textOf(tube.codes)},
                                 {"form", tube.form},
                                 {"maker", tube.maker},
                                 {"guess", told.guess},
                                 {"already_there", told.alreadyThere}});
    }
    output.json["lines"].push_back(std::move(json));
}

} // namespace

Result<Output> exportCommand(const ExportArguments& arguments)
{
    const auto open = openNotebook(arguments.notebook, Access::Read);
    if (!open)
        return tl::unexpected(open.error());
    Output output;
    output.remarks = open->store->remarks();
    const auto text = exported(*open->store, open->notebook, arguments.format, output.remarks);
    if (!text)
        return tl::unexpected(text.error());
    if (arguments.out.empty()) {
        output.data = *text;
        output.json = {{"text", *text}};
        return output;
    }
    if (const auto done = writeWhole(QString::fromStdString(arguments.out), *text); !done)
        return tl::unexpected(done.error());
    output.text = shown(arguments.out) + "\n";
    output.json = {{"file", arguments.out}};
    return output;
}

Result<Output> importCommand(const ImportArguments& arguments)
{
    const auto open = openNotebook(arguments.notebook, Access::Write);
    if (!open)
        return tl::unexpected(open.error());
    const auto import = importFrom(arguments, open->notebook);
    if (!import)
        return tl::unexpected(import.error());
    const auto done = open->store->apply(import->edit);
    if (!done)
        return tl::unexpected(done.error());
    const std::size_t tubes = arguments.format == "swatches" ? 0 : done->tubes.put.size();
    Output output{counted(tubes, "tube") + " and " + counted(import->readings, "reading") + " came in\n",
                  Json{{"tubes", tubes}, {"swatches", import->readings}, {"left_out", Json::array()}}, import->remarks};
    output.remarks.insert(output.remarks.begin(), open->store->remarks().begin(), open->store->remarks().end());
    output.json["already_there"] = import->already;
    if (import->already > 0)
        output.text += counted(import->already, "tube") + " of the list in the notebook already, left as "
                       + (import->already == 1 ? "it is\n" : "they are\n");
    for (const TubeLine& line : import->lines)
        addLine(output, line);
    for (const Error& problem : import->problems) {
        output.text += "line " + std::to_string(problem.line) + " left out: " + shown(problem.message) + "\n";
        output.json["left_out"].push_back({{"line", problem.line}, {"why", problem.message}});
    }
    return output;
}

} // namespace iris
