#include "notebook/tubejson.h"

#include "notebook/jsonfields.h"

namespace iris {

Json jsonOf(const Tube& tube)
{
    Json object{{"id", tube.id.value}, {"name", tube.name}};
    addIf(object, "maker", tube.maker);
    addIf(object, "line", tube.line);
    object["codes"] = Json::array();
    for (const PigmentCode& code : tube.codes)
        object["codes"].push_back(code.text());
    addIf(object, "form", tube.form);
    if (tube.swatch)
        object["swatch"] = jsonOf(*tube.swatch);
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

Json jsonOf(const SwatchRecord& swatch)
{
    Json object{{"id", swatch.id.value},
                {"tube", swatch.tube.value},
                {"origin", nameOf(swatch.origin)},
                {"wet", swatch.wet},
                {"paper_white", jsonOf(swatch.paperWhite)},
                {"painted", jsonOf(swatch.painted)},
                {"on_white", jsonOf(swatch.onWhite)},
                {"uncertainty", swatch.uncertainty}};
    addIf(object, "date", swatch.date);
    addIf(object, "paper", swatch.paper);
    if (swatch.lifted)
        object["lifted"] = jsonOf(*swatch.lifted);
    addIf(object, "share_left", swatch.shareLeft);
    addIf(object, "grain", swatch.grain);
    addIf(object, "picture", swatch.picture);
    addIf(object, "notes", swatch.notes);
    return object;
}

Json jsonOf(const PaperRecord& paper)
{
    Json object{{"id", paper.id.value}, {"name", paper.name}, {"white", jsonOf(paper.white)}};
    addIf(object, "notes", paper.notes);
    return object;
}

Json jsonOf(const DeviceRecord& device)
{
    Json object{{"id", device.id.value}, {"name", device.name}};
    addIf(object, "date", device.date);
    object["power"] = device.correction.power;
    object["matrix"] = device.correction.matrix;
    object["uncertainty"] = device.correction.uncertainty;
    return object;
}

Json jsonOf(const FilterRecord& filter)
{
    Json object{{"id", filter.id.value}, {"name", filter.name}};
    addIf(object, "words", filter.sieve.words);
    addName(object, "family", filter.sieve.family);
    addName(object, "transparency", filter.sieve.transparency);
    addName(object, "leans_to", filter.sieve.leansTo);
    addName(object, "where", filter.sieve.where);
    return object;
}

Tube readTube(const JsonReader& reader)
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
    const JsonReader label = reader.child("label");
    tube.transparency = label.named("transparency", parseTransparency);
    tube.staining = label.maybe<int>("staining");
    tube.granulation = label.maybe<int>("granulation");
    tube.lightfastness = label.maybe<int>("lightfastness");
    const JsonReader measured = reader.child("measured");
    tube.measured.staining = measured.maybe<int>("staining");
    tube.measured.granulation = measured.maybe<int>("granulation");
    const JsonReader stock = reader.child("stock");
    tube.stock.container = stock.named("container", parseContainer).value_or(Container::Tube);
    tube.stock.where = stock.named("where", parseWhereabouts).value_or(Whereabouts::Drawer);
    tube.stock.sizeMl = stock.maybe<double>("size_ml");
    tube.stock.price = stock.maybe<double>("price");
    tube.stock.leftPercent = stock.maybe<int>("left_percent");
    tube.stock.boughtOn = stock.get<std::string>("bought_on", "");
    tube.notes = reader.get<std::string>("notes", "");
    return tube;
}

SwatchRecord readSwatch(const JsonReader& reader)
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

PaperRecord readPaper(const JsonReader& reader)
{
    return {idOf<PaperId>(reader), reader.get<std::string>("name"), reader.lab("white"),
            reader.get<std::string>("notes", "")};
}

DeviceRecord readDevice(const JsonReader& reader)
{
    DeviceRecord device{
        idOf<DeviceId>(reader), reader.get<std::string>("name"), reader.get<std::string>("date", ""), {}};
    device.correction.power = reader.get<std::array<double, 3>>("power");
    device.correction.matrix = reader.get<std::array<double, 9>>("matrix");
    device.correction.uncertainty = reader.get<double>("uncertainty");
    return device;
}

FilterRecord readFilter(const JsonReader& reader)
{
    FilterRecord filter{idOf<FilterId>(reader), reader.get<std::string>("name"), {}};
    filter.sieve.words = reader.get<std::string>("words", "");
    filter.sieve.family = reader.named("family", hueFamilyNamed);
    filter.sieve.transparency = reader.named("transparency", parseTransparency);
    filter.sieve.leansTo = reader.named("leans_to", hueFamilyNamed);
    filter.sieve.where = reader.named("where", parseWhereabouts);
    return filter;
}

} // namespace iris
