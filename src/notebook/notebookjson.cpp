#include "notebook/notebookjson.h"

#include "notebook/mixjson.h"
#include "notebook/notebookstore.h"

#include <QByteArray>
#include <QCryptographicHash>
#include <algorithm>
#include <nlohmann/json.hpp>
#include <set>

namespace iris {
namespace {

using Json = nlohmann::ordered_json;

constexpr auto formatName = "iris-bianca-notebook";
constexpr int formatVersion = 1;

Json toJson(const Lab& lab)
{
    return Json::array({lab.l, lab.a, lab.b});
}

Json toJson(const Swatch& swatch)
{
    return Json{{"full", toJson(swatch.full)}, {"thin", toJson(swatch.thin)}, {"over_black", toJson(swatch.overBlack)}};
}

/// Adds a value only when there is one.
template <typename Value> void addIf(Json& object, const char* key, const std::optional<Value>& value)
{
    if (value)
        object[key] = *value;
}

void addIf(Json& object, const char* key, const std::string& value)
{
    if (!value.empty())
        object[key] = value;
}

template <typename Value> void addName(Json& object, const char* key, const std::optional<Value>& value)
{
    if (value)
        object[key] = nameOf(*value);
}

Json toJson(const Tube& tube)
{
    Json object{{"id", tube.id.value}, {"name", tube.name}};
    addIf(object, "maker", tube.maker);
    addIf(object, "line", tube.line);
    object["codes"] = Json::array();
    for (const PigmentCode& code : tube.codes)
        object["codes"].push_back(code.text());
    addIf(object, "form", tube.form);
    if (tube.swatch)
        object["swatch"] = toJson(*tube.swatch);
    addIf(object, "strength", tube.strength);
    Json label = Json::object();
    addName(label, "transparency", tube.transparency);
    addIf(label, "staining", tube.staining);
    addIf(label, "granulation", tube.granulation);
    addIf(label, "lightfastness", tube.lightfastness);
    object["label"] = label;
    Json measured = Json::object();
    addIf(measured, "staining", tube.measured.staining);
    addIf(measured, "granulation", tube.measured.granulation);
    object["measured"] = measured;
    Json stock{{"container", nameOf(tube.stock.container)}, {"where", nameOf(tube.stock.where)}};
    addIf(stock, "size_ml", tube.stock.sizeMl);
    addIf(stock, "price", tube.stock.price);
    addIf(stock, "left_percent", tube.stock.leftPercent);
    addIf(stock, "bought_on", tube.stock.boughtOn);
    object["stock"] = stock;
    addIf(object, "notes", tube.notes);
    return object;
}

Json toJson(const SwatchRecord& swatch)
{
    Json object{{"id", swatch.id.value},
                {"tube", swatch.tube.value},
                {"origin", nameOf(swatch.origin)},
                {"wet", swatch.wet},
                {"paper_white", toJson(swatch.paperWhite)},
                {"painted", toJson(swatch.painted)},
                {"on_white", toJson(swatch.onWhite)},
                {"uncertainty", swatch.uncertainty}};
    addIf(object, "date", swatch.date);
    addIf(object, "paper", swatch.paper);
    if (swatch.lifted)
        object["lifted"] = toJson(*swatch.lifted);
    addIf(object, "share_left", swatch.shareLeft);
    addIf(object, "grain", swatch.grain);
    addIf(object, "picture", swatch.picture);
    addIf(object, "notes", swatch.notes);
    return object;
}

Json toJson(const PaperRecord& paper)
{
    Json object{{"id", paper.id.value}, {"name", paper.name}, {"white", toJson(paper.white)}};
    addIf(object, "notes", paper.notes);
    return object;
}

Json toJson(const DeviceRecord& device)
{
    Json object{{"id", device.id.value}, {"name", device.name}};
    addIf(object, "date", device.date);
    object["power"] = device.correction.power;
    object["matrix"] = device.correction.matrix;
    object["uncertainty"] = device.correction.uncertainty;
    return object;
}

Json toJson(const FilterRecord& filter)
{
    Json object{{"id", filter.id.value}, {"name", filter.name}};
    addIf(object, "words", filter.sieve.words);
    addName(object, "family", filter.sieve.family);
    addName(object, "transparency", filter.sieve.transparency);
    addName(object, "leans_to", filter.sieve.leansTo);
    addName(object, "where", filter.sieve.where);
    return object;
}

Json toJson(const NeedRecord& record)
{
    return Json{{"id", record.id.value},
                {"name", record.need.name},
                {"target", toJson(record.need.target)},
                {"tolerance", record.need.tolerance},
                {"importance", record.need.importance}};
}

Json idsOf(const std::vector<TubeId>& tubes)
{
    Json ids = Json::array();
    for (const TubeId tube : tubes)
        ids.push_back(tube.value);
    return ids;
}

Json toJson(const PaletteRecord& palette)
{
    return Json{{"id", palette.id.value}, {"name", palette.name}, {"tubes", idsOf(palette.tubes)}};
}

Json toJson(const MixRecord& mix)
{
    Json object{
        {"id", mix.id.value}, {"parts", jsonOf(mix.parts)},   {"wash", mix.wash},   {"layers", mix.layers},
        {"wet", mix.wet},     {"origin", nameOf(mix.origin)}, {"stars", mix.stars}, {"uncertainty", mix.uncertainty}};
    addIf(object, "name", mix.name);
    addIf(object, "date", mix.date);
    addIf(object, "paper", mix.paper);
    if (mix.painted)
        object["painted"] = toJson(*mix.painted);
    if (mix.overBlack)
        object["over_black"] = toJson(*mix.overBlack);
    addIf(object, "picture", mix.picture);
    if (mix.from.value > 0)
        object["from"] = mix.from.value;
    addIf(object, "tags", mix.tags);
    addIf(object, "notes", mix.notes);
    if (mix.sheet.value > 0) {
        object["sheet"] = mix.sheet.value;
        object["cell"] = mix.cell;
    }
    return object;
}

Json toJson(const SheetRecord& sheet)
{
    Json object{{"id", sheet.id.value},       {"title", sheet.title},        {"format", nameOf(sheet.format)},
                {"cell_mm", sheet.cellMm},    {"columns", sheet.columns},    {"black_line", sheet.blackLine},
                {"finished", sheet.finished}, {"cells", jsonOf(sheet.cells)}};
    addIf(object, "date", sheet.date);
    return object;
}

template <typename Record> Json listOf(const std::vector<Record>& records)
{
    Json list = Json::array();
    for (const Record& record : records)
        list.push_back(toJson(record));
    return list;
}

/// Something a notebook may not hold; turned into an Error at the door.
struct Fault {
    std::string message;
};

/// One JSON object of a dump, and where it stands for complaints.
class Reader {
public:
    Reader(const Json& object, std::string place) : m_object(object), m_place(std::move(place))
    {
        if (!object.is_object())
            throw Fault{m_place + " is not an object"};
    }

    bool has(const char* key) const { return m_object.contains(key); }

    template <typename Value> Value get(const char* key) const
    {
        if (!has(key))
            throw Fault{m_place + " has no \"" + key + "\""};
        return convert<Value>(key);
    }

    template <typename Value> Value get(const char* key, Value otherwise) const
    {
        return has(key) ? convert<Value>(key) : otherwise;
    }

    template <typename Value> std::optional<Value> maybe(const char* key) const
    {
        return has(key) ? std::optional(convert<Value>(key)) : std::nullopt;
    }

    template <typename Value>
    std::optional<Value> named(const char* key, std::optional<Value> (*parse)(std::string_view)) const
    {
        if (!has(key))
            return std::nullopt;
        const auto name = convert<std::string>(key);
        const auto value = parse(name);
        if (!value)
            throw Fault{m_place + ": \"" + name + "\" is no " + key};
        return value;
    }

    Lab lab(const char* key) const
    {
        const auto values = get<std::vector<double>>(key);
        const bool fine = values.size() == 3 && values[0] >= 0 && values[0] <= 100.5 && std::abs(values[1]) <= 200
                          && std::abs(values[2]) <= 200;
        if (!fine)
            throw Fault{m_place + ": \"" + key + "\" is not a colour as [L, a, b]"};
        return {values[0], values[1], values[2]};
    }

    Swatch swatch(const char* key) const
    {
        const Reader colours = child(key);
        return {colours.lab("full"), colours.lab("thin"), colours.lab("over_black")};
    }

    Reader child(const char* key) const
    {
        if (!has(key))
            throw Fault{m_place + " has no \"" + key + "\""};
        return {m_object.at(key), m_place + ", " + key};
    }

    template <typename Record> std::vector<Record> list(const char* key, Record (*read)(const Reader&)) const
    {
        std::vector<Record> records;
        if (!has(key))
            return records;
        if (!m_object.at(key).is_array())
            throw Fault{std::string("\"") + key + "\" is not a list"};
        for (const Json& item : m_object.at(key))
            records.push_back(read(Reader(item, std::string(key) + " " + std::to_string(records.size() + 1))));
        return records;
    }

    /// What a function makes of a value.
    template <typename Value> Value made(const char* key, Value (*make)(const Json&)) const
    {
        if (!has(key))
            throw Fault{m_place + " has no \"" + key + "\""};
        try {
            return make(m_object.at(key));
        } catch (const Json::exception&) {
            throw Fault{m_place + ": \"" + key + "\" is not what it should be"};
        }
    }

    const std::string& place() const { return m_place; }

private:
    template <typename Value> Value convert(const char* key) const
    {
        try {
            return m_object.at(key).get<Value>();
        } catch (const Json::exception&) {
            throw Fault{m_place + ": \"" + key + "\" is not what it should be"};
        }
    }

    const Json& m_object;
    std::string m_place;
};

template <typename Id> Id idOf(const Reader& reader)
{
    const Id id{reader.get<std::int64_t>("id")};
    if (id.value <= 0)
        throw Fault{reader.place() + ": an id is a whole number above 0"};
    return id;
}

Tube readTube(const Reader& reader)
{
    Tube tube;
    tube.id = idOf<TubeId>(reader);
    tube.name = reader.get<std::string>("name");
    tube.maker = reader.get<std::string>("maker", "");
    tube.line = reader.get<std::string>("line", "");
    for (const std::string& text : reader.get<std::vector<std::string>>("codes", {})) {
        const auto code = parsePigmentCode(text);
        if (!code)
            throw Fault{reader.place() + ": " + code.error().message};
        tube.codes.push_back(*code);
    }
    tube.form = reader.get<std::string>("form", "");
    if (reader.has("swatch"))
        tube.swatch = reader.swatch("swatch");
    tube.strength = reader.maybe<double>("strength");
    const Reader label = reader.child("label");
    tube.transparency = label.named("transparency", parseTransparency);
    tube.staining = label.maybe<int>("staining");
    tube.granulation = label.maybe<int>("granulation");
    tube.lightfastness = label.maybe<int>("lightfastness");
    const Reader measured = reader.child("measured");
    tube.measured.staining = measured.maybe<int>("staining");
    tube.measured.granulation = measured.maybe<int>("granulation");
    const Reader stock = reader.child("stock");
    tube.stock.container = stock.named("container", parseContainer).value_or(Container::Tube);
    tube.stock.where = stock.named("where", parseWhereabouts).value_or(Whereabouts::Drawer);
    tube.stock.sizeMl = stock.maybe<double>("size_ml");
    tube.stock.price = stock.maybe<double>("price");
    tube.stock.leftPercent = stock.maybe<int>("left_percent");
    tube.stock.boughtOn = stock.get<std::string>("bought_on", "");
    tube.notes = reader.get<std::string>("notes", "");
    return tube;
}

SwatchRecord readSwatch(const Reader& reader)
{
    SwatchRecord swatch;
    swatch.id = idOf<SwatchId>(reader);
    swatch.tube = {reader.get<std::int64_t>("tube")};
    swatch.origin = reader.named("origin", parseSwatchOrigin).value_or(SwatchOrigin::Typed);
    swatch.wet = reader.get<bool>("wet");
    swatch.date = reader.get<std::string>("date", "");
    swatch.paper = reader.get<std::string>("paper", "");
    swatch.paperWhite = reader.lab("paper_white");
    swatch.painted = reader.swatch("painted");
    swatch.onWhite = reader.swatch("on_white");
    swatch.uncertainty = reader.get<double>("uncertainty");
    if (reader.has("lifted"))
        swatch.lifted = reader.lab("lifted");
    swatch.shareLeft = reader.maybe<double>("share_left");
    swatch.grain = reader.maybe<double>("grain");
    swatch.picture = reader.get<std::string>("picture", "");
    swatch.notes = reader.get<std::string>("notes", "");
    return swatch;
}

PaperRecord readPaper(const Reader& reader)
{
    return {idOf<PaperId>(reader), reader.get<std::string>("name"), reader.lab("white"),
            reader.get<std::string>("notes", "")};
}

DeviceRecord readDevice(const Reader& reader)
{
    DeviceRecord device{
        idOf<DeviceId>(reader), reader.get<std::string>("name"), reader.get<std::string>("date", ""), {}};
    device.correction.power = reader.get<std::array<double, 3>>("power");
    device.correction.matrix = reader.get<std::array<double, 9>>("matrix");
    device.correction.uncertainty = reader.get<double>("uncertainty");
    return device;
}

FilterRecord readFilter(const Reader& reader)
{
    FilterRecord filter{idOf<FilterId>(reader), reader.get<std::string>("name"), {}};
    filter.sieve.words = reader.get<std::string>("words", "");
    filter.sieve.family = reader.named("family", hueFamilyNamed);
    filter.sieve.transparency = reader.named("transparency", parseTransparency);
    filter.sieve.leansTo = reader.named("leans_to", hueFamilyNamed);
    filter.sieve.where = reader.named("where", parseWhereabouts);
    return filter;
}

NeedRecord readNeed(const Reader& reader)
{
    return {idOf<NeedId>(reader),
            {reader.get<std::string>("name"), reader.lab("target"), reader.get<double>("tolerance"),
             reader.get<int>("importance")}};
}

std::vector<TubeId> readIds(const Reader& reader, const char* key)
{
    std::vector<TubeId> ids;
    for (const auto id : reader.get<std::vector<std::int64_t>>(key, {}))
        ids.push_back({id});
    return ids;
}

PaletteRecord readPalette(const Reader& reader)
{
    return {idOf<PaletteId>(reader), reader.get<std::string>("name"), readIds(reader, "tubes")};
}

MixRecord readMix(const Reader& reader)
{
    MixRecord mix;
    mix.id = idOf<MixId>(reader);
    mix.name = reader.get<std::string>("name", "");
    mix.parts = reader.made("parts", partsFrom);
    mix.wash = reader.get<double>("wash");
    mix.layers = reader.get<int>("layers", 1);
    mix.wet = reader.get<bool>("wet", false);
    mix.origin = reader.named("origin", parseMixOrigin).value_or(MixOrigin::Noted);
    mix.date = reader.get<std::string>("date", "");
    mix.paper = reader.get<std::string>("paper", "");
    if (reader.has("painted"))
        mix.painted = reader.lab("painted");
    if (reader.has("over_black"))
        mix.overBlack = reader.lab("over_black");
    mix.uncertainty = reader.get<double>("uncertainty", 0);
    mix.picture = reader.get<std::string>("picture", "");
    mix.from = {reader.get<std::int64_t>("from", 0)};
    mix.stars = reader.get<int>("stars", 0);
    mix.tags = reader.get<std::string>("tags", "");
    mix.notes = reader.get<std::string>("notes", "");
    mix.sheet = {reader.get<std::int64_t>("sheet", 0)};
    mix.cell = reader.get<int>("cell", -1);
    return mix;
}

SheetRecord readSheet(const Reader& reader)
{
    SheetRecord sheet;
    sheet.id = idOf<SheetId>(reader);
    sheet.title = reader.get<std::string>("title");
    sheet.date = reader.get<std::string>("date", "");
    sheet.format = reader.named("format", parseSheetFormat).value_or(SheetFormat::A4);
    sheet.cellMm = reader.get<double>("cell_mm");
    sheet.columns = std::max(1, reader.get<int>("columns"));
    sheet.blackLine = reader.get<bool>("black_line", true);
    sheet.finished = reader.get<bool>("finished", false);
    sheet.cells = reader.made("cells", cellsFrom);
    return sheet;
}

Picture readPicture(const Reader& reader)
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
    const Reader reader(json, "the file");
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
    if (reader.has("wishes")) {
        const Reader wishes = reader.child("wishes");
        const auto school = parseSchool(wishes.get<std::string>("school"));
        if (!school)
            throw Fault{school.error().message};
        notebook.wishes = {*school, readIds(wishes, "must"), readIds(wishes, "never"),
                           static_cast<std::size_t>(std::clamp(wishes.get<int>("most_tubes"), 1, 12))};
    }
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
    json["wishes"] = {{"school", nameOf(notebook.wishes.school)},
                      {"must", idsOf(notebook.wishes.must)},
                      {"never", idsOf(notebook.wishes.never)},
                      {"most_tubes", notebook.wishes.mostTubes}};
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
