#include "notebook/welljson.h"

#include "notebook/jsonfields.h"

namespace iris {
namespace {

Json jsonOf(const WellStep& step)
{
    Json object{{"kind", nameOf(step.kind)}};
    if (step.kind == WellStep::Kind::Seen) {
        object["colour"] = iris::jsonOf(step.seen);
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

WellStep readStep(const JsonReader& reader)
{
    WellStep step;
    step.kind = reader.named("kind", parseWellStepKind).value_or(WellStep::Kind::Paint);
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

} // namespace

Json jsonOf(const WellRecord& well)
{
    Json object = Json::object();
    addIf(object, "name", well.name);
    if (well.wanted)
        object["wanted"] = jsonOf(*well.wanted);
    if (well.best)
        object["best"] = true;
    object["steps"] = Json::array();
    for (const WellStep& step : well.steps)
        object["steps"].push_back(jsonOf(step));
    return object;
}

WellRecord readWell(const JsonReader& reader)
{
    WellRecord well;
    well.name = reader.get<std::string>("name", "");
    if (reader.has("wanted"))
        well.wanted = reader.lab("wanted");
    well.best = reader.get<bool>("best", false);
    well.steps = reader.list("steps", readStep);
    return well;
}

std::string textFrom(const std::vector<WellRecord>& wells)
{
    Json list = Json::array();
    for (const WellRecord& well : wells)
        list.push_back(jsonOf(well));
    return Json{{"wells", list}}.dump();
}

std::vector<WellRecord> wellsFromText(const std::string& text)
{
    try {
        const Json json = Json::parse(text);
        return JsonReader(json, "wells").list("wells", readWell);
    } catch (const Json::exception&) {
        return {};
    } catch (const Fault&) {
        return {};
    }
}

} // namespace iris
