#include "notebook/notebookjson.h"

#include "notebook/mixjson.h"
#include "notebook/notebookstore.h"
#include "notebook/palettejson.h"
#include "notebook/tubejson.h"

#include <QByteArray>
#include <QCryptographicHash>
#include <algorithm>
#include <set>

namespace iris {
namespace {

constexpr auto formatName = "iris-bianca-notebook";
constexpr int formatVersion = 1;

template <typename Record> Json listOf(const std::vector<Record>& records)
{
    Json list = Json::array();
    for (const Record& record : records)
        list.push_back(jsonOf(record));
    return list;
}

Picture readPicture(const JsonReader& reader)
{
    const QByteArray bytes = QByteArray::fromBase64(QByteArray::fromStdString(reader.get<std::string>("base64")));
    Picture picture{reader.get<std::string>("name"), bytes.toStdString()};
    const QByteArray hash = QCryptographicHash::hash(bytes, QCryptographicHash::Sha256).toHex();
    if (picture.name != hash.toStdString())
        throw Fault{reader.place() + " does not match its name; it was damaged on the way"};
    return picture;
}

template <typename Record> void checkIds(std::vector<Record>& records, const char* what)
{
    std::ranges::sort(records, {}, &Record::id);
    const auto twice = std::ranges::adjacent_find(records, {}, &Record::id);
    if (twice != records.end())
        throw Fault{std::string("two ") + what + " have the id " + std::to_string(twice->id.value)};
}

void checkTubesAreThere(const Notebook& notebook, const std::vector<TubeId>& tubes, const std::string& where)
{
    for (const TubeId tube : tubes)
        if (!notebook.tube(tube))
            throw Fault{where + " names the tube " + std::to_string(tube.value) + ", which is not in the file"};
}

void check(NotebookDump& dump, const ReferenceTable& table)
{
    Notebook& notebook = dump.notebook;
    checkIds(notebook.tubes, "tubes");
    checkIds(notebook.swatches, "swatches");
    checkIds(notebook.papers, "papers");
    checkIds(notebook.devices, "devices");
    checkIds(notebook.filters, "filters");
    checkIds(notebook.needs, "needs");
    checkIds(notebook.palettes, "palettes");
    checkIds(notebook.mixes, "mixes");
    checkIds(notebook.sheets, "sheets");
    for (const MixRecord& mix : notebook.mixes)
        if (const auto fine = validate(mix); !fine)
            throw Fault{"mix " + std::to_string(mix.id.value) + ": " + fine.error().message};
    for (const Tube& tube : notebook.tubes)
        if (const auto fine = validate(tube, table); !fine)
            throw Fault{"tube " + std::to_string(tube.id.value) + ": " + fine.error().message};
    for (const SwatchRecord& swatch : notebook.swatches)
        checkTubesAreThere(notebook, {swatch.tube}, "swatch " + std::to_string(swatch.id.value));
    for (const PaletteRecord& palette : notebook.palettes)
        checkTubesAreThere(notebook, palette.tubes, "palette " + palette.name);
    checkTubesAreThere(notebook, notebook.wishes.must, "the list of must-haves");
    checkTubesAreThere(notebook, notebook.wishes.never, "the list of tubes to leave out");
    std::ranges::sort(notebook.wishes.must);
    std::ranges::sort(notebook.wishes.never);
}

NotebookDump readDump(const Json& json, const ReferenceTable& table)
{
    const JsonReader reader(json, "the file");
    if (reader.get<std::string>("format", "") != formatName)
        throw Fault{"this is JSON, but not a notebook of Iris Bianca"};
    if (reader.get<int>("version") > formatVersion)
        throw Fault{"this was written by a newer Iris Bianca"};
    NotebookDump dump;
    Notebook& notebook = dump.notebook;
    notebook.tubes = reader.list("tubes", readTube);
    notebook.swatches = reader.list("swatches", readSwatch);
    notebook.papers = reader.list("papers", readPaper);
    notebook.devices = reader.list("devices", readDevice);
    notebook.filters = reader.list("filters", readFilter);
    notebook.needs = reader.list("needs", readNeed);
    notebook.palettes = reader.list("palettes", readPalette);
    notebook.mixes = reader.list("mixes", readMix);
    notebook.sheets = reader.list("sheets", readSheet);
    notebook.code = reader.get<std::string>("code", "");
    dump.pictures = reader.list("pictures", readPicture);
    if (reader.has("wishes"))
        notebook.wishes = readWishes(reader.child("wishes"));
    notebook.warmBlue = reader.named("warm_blue", parseWarmBlue).value_or(WarmBlue::VioletSide);
    check(dump, table);
    return dump;
}

} // namespace

Result<NotebookDump> dumpOf(const NotebookStore& store, const Notebook& notebook)
{
    NotebookDump dump{notebook, {}};
    std::set<std::string> names;
    for (const SwatchRecord& swatch : notebook.swatches)
        names.insert(swatch.picture);
    for (const MixRecord& mix : notebook.mixes)
        names.insert(mix.picture);
    names.erase("");
    for (const std::string& name : names) {
        auto picture = store.picture(name);
        if (!picture)
            return tl::unexpected(picture.error());
        dump.pictures.push_back(std::move(*picture));
    }
    return dump;
}

std::string writeNotebookJson(const NotebookDump& dump)
{
    const Notebook& notebook = dump.notebook;
    Json json{{"format", formatName}, {"version", formatVersion}};
    json["tubes"] = listOf(notebook.tubes);
    json["swatches"] = listOf(notebook.swatches);
    json["papers"] = listOf(notebook.papers);
    json["devices"] = listOf(notebook.devices);
    json["filters"] = listOf(notebook.filters);
    json["needs"] = listOf(notebook.needs);
    json["palettes"] = listOf(notebook.palettes);
    json["wishes"] = jsonOf(notebook.wishes);
    json["mixes"] = listOf(notebook.mixes);
    json["sheets"] = listOf(notebook.sheets);
    json["code"] = notebook.code;
    json["warm_blue"] = nameOf(notebook.warmBlue);
    json["pictures"] = Json::array();
    for (const Picture& picture : dump.pictures)
        json["pictures"].push_back(
            {{"name", picture.name}, {"base64", QByteArray::fromStdString(picture.bytes).toBase64().toStdString()}});
    return json.dump(1) + "\n";
}

Result<NotebookDump> readNotebookJson(std::string_view text, const ReferenceTable& table)
{
    try {
        return readDump(Json::parse(text), table);
    } catch (const Json::parse_error& error) {
        const auto until = text.substr(0, std::min(text.size(), error.byte));
        const int line = 1 + static_cast<int>(std::ranges::count(until, '\n'));
        return tl::unexpected(Error{ErrorCode::BadJson, "the text is no JSON", {}, line, 0});
    } catch (const Fault& fault) {
        return failure(ErrorCode::BadJson, fault.message);
    }
}

NotebookEdit filling(const NotebookDump& dump)
{
    NotebookEdit edit;
    const Notebook& notebook = dump.notebook;
    edit.putTubes = notebook.tubes;
    edit.putSwatches = notebook.swatches;
    edit.putPapers = notebook.papers;
    edit.putDevices = notebook.devices;
    edit.putFilters = notebook.filters;
    edit.putNeeds = notebook.needs;
    edit.putPalettes = notebook.palettes;
    edit.putMixes = notebook.mixes;
    edit.putSheets = notebook.sheets;
    if (!notebook.code.empty())
        edit.code = notebook.code;
    edit.wishes = notebook.wishes;
    edit.warmBlue = notebook.warmBlue;
    edit.pictures = dump.pictures;
    return edit;
}

} // namespace iris
