#include "notebook/mixjson.h"

#include "notebook/jsonfields.h"

namespace iris {

Json jsonOf(const std::vector<MixPart>& parts)
{
    Json list = Json::array();
    for (const MixPart& part : parts)
        list.push_back({{"tube", part.tube.value}, {"name", part.name}, {"parts", part.parts}});
    return list;
}

Json jsonOf(const std::vector<SheetCell>& cells)
{
    Json list = Json::array();
    for (const SheetCell& cell : cells)
        list.push_back({{"wash", cell.wash}, {"parts", jsonOf(cell.parts)}});
    return list;
}

std::vector<MixPart> partsFrom(const Json& json)
{
    std::vector<MixPart> parts;
    for (const Json& item : json)
        parts.push_back({{wholeNumberIn<std::int64_t>(item.at("tube"))},
                         item.at("name").get<std::string>(),
                         wholeNumberIn<int>(item.at("parts"))});
    return parts;
}

std::vector<SheetCell> cellsFrom(const Json& json)
{
    std::vector<SheetCell> cells;
    for (const Json& item : json)
        cells.push_back({partsFrom(item.at("parts")), item.at("wash").get<double>()});
    return cells;
}

std::string textFrom(const std::vector<MixPart>& parts)
{
    return jsonOf(parts).dump();
}

std::string textFrom(const std::vector<SheetCell>& cells)
{
    return jsonOf(cells).dump();
}

std::vector<MixPart> partsFromText(const std::string& text)
{
    try {
        return partsFrom(Json::parse(text));
    } catch (const Json::exception&) {
        return {};
    }
}

std::vector<SheetCell> cellsFromText(const std::string& text)
{
    try {
        return cellsFrom(Json::parse(text));
    } catch (const Json::exception&) {
        return {};
    }
}

Json jsonOf(const MixRecord& mix)
{
    Json object{
        {"id", mix.id.value}, {"parts", jsonOf(mix.parts)},   {"wash", mix.wash},   {"layers", mix.layers},
        {"wet", mix.wet},     {"origin", nameOf(mix.origin)}, {"stars", mix.stars}, {"uncertainty", mix.uncertainty}};
    addIf(object, "name", mix.name);
    addIf(object, "date", mix.date);
    addIf(object, "paper", mix.paper);
    if (mix.painted)
        object["painted"] = jsonOf(*mix.painted);
    if (mix.overBlack)
        object["over_black"] = jsonOf(*mix.overBlack);
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

Json jsonOf(const SheetRecord& sheet)
{
    Json object{{"id", sheet.id.value},       {"title", sheet.title},        {"format", nameOf(sheet.format)},
                {"cell_mm", sheet.cellMm},    {"columns", sheet.columns},    {"black_line", sheet.blackLine},
                {"finished", sheet.finished}, {"cells", jsonOf(sheet.cells)}};
    addIf(object, "date", sheet.date);
    return object;
}

MixRecord readMix(const JsonReader& reader)
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

SheetRecord readSheet(const JsonReader& reader)
{
    SheetRecord sheet;
    sheet.id = idOf<SheetId>(reader);
    sheet.title = reader.get<std::string>("title");
    sheet.date = reader.get<std::string>("date", "");
    sheet.format = reader.named("format", parseSheetFormat).value_or(SheetFormat::A4);
    sheet.cellMm = reader.get<double>("cell_mm");
    sheet.columns = reader.get<int>("columns");
    sheet.blackLine = reader.get<bool>("black_line", true);
    sheet.finished = reader.get<bool>("finished", false);
    sheet.cells = reader.made("cells", cellsFrom);
    return sheet;
}

} // namespace iris
