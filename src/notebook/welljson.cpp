#include "notebook/welljson.h"

#include "notebook/recordjson.h"

namespace iris {

Json jsonOf(const WellStep& step)
{
    Json object{{"kind", nameOf(step.kind)}};
    if (step.kind == WellStep::Kind::Seen) {
        object["colour"] = jsonOf(step.seen);
        object["sd"] = step.sd;
        return object;
    }
    object["amount"] = step.amount;
    if (step.kind == WellStep::Kind::Paint) {
        object["tube"] = step.tube.value;
        object["name"] = step.name;
    }
    return object;
}

WellStep wellStepFrom(const JsonReader& reader)
{
    WellStep step;
    step.kind = reader.named("kind", named<WellStep::Kind>).value_or(WellStep::Kind::Paint);
    if (step.kind == WellStep::Kind::Seen) {
        step.seen = reader.lab("colour");
        step.sd = reader.get<double>("sd", step.sd);
        return step;
    }
    step.amount = reader.get<double>("amount");
    if (step.kind == WellStep::Kind::Paint) {
        step.tube = {reader.get<std::int64_t>("tube")};
        step.name = reader.get<std::string>("name");
    }
    return step;
}

std::string textFrom(const std::vector<WellRecord>& wells)
{
    return Json{{"wells", valueJson(wells)}}.dump();
}

WellsRead wellsFromText(const std::string& text)
{
    WellsRead read;
    const Json json = Json::parse(text, nullptr, false);
    const bool isList = json.is_object() && json.contains("wells") && json.at("wells").is_array();
    if (!isList)
        return {{}, text.empty()};
    for (const Json& item : json.at("wells")) {
        try {
            read.wells.push_back(recordFrom<WellRecord>(JsonReader(item, "a well")));
        } catch (const Fault&) {
            read.isWhole = false;
        } catch (const Json::exception&) {
            read.isWhole = false;
        }
    }
    return read;
}

} // namespace iris
