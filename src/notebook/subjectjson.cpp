#include "notebook/subjectjson.h"

#include "notebook/jsonfields.h"

namespace iris {
namespace {

Json listOf(const std::vector<SubjectPin>& pins)
{
    Json list = Json::array();
    for (const SubjectPin& pin : pins)
        list.push_back({{"x", pin.x}, {"y", pin.y}, {"radius", pin.radius}, {"colour", jsonOf(pin.colour)}});
    return list;
}

SubjectPin readPin(const JsonReader& reader)
{
    return {reader.get<double>("x"), reader.get<double>("y"), reader.get<double>("radius", 0.0), reader.lab("colour")};
}

} // namespace

Json jsonOf(const SubjectRecord& subject)
{
    Json object{{"id", subject.id.value}, {"name", subject.name}};
    addIf(object, "picture", subject.picture);
    if (subject.white)
        object["white"] = jsonOf(*subject.white);
    object["pins"] = listOf(subject.pins);
    return object;
}

SubjectRecord readSubject(const JsonReader& reader)
{
    SubjectRecord subject;
    subject.id = idOf<SubjectId>(reader);
    subject.name = reader.get<std::string>("name");
    subject.picture = reader.get<std::string>("picture", "");
    if (reader.has("white"))
        subject.white = reader.lab("white");
    subject.pins = reader.list("pins", readPin);
    return subject;
}

std::string textFrom(const std::vector<SubjectPin>& pins)
{
    return Json{{"pins", listOf(pins)}}.dump();
}

std::vector<SubjectPin> pinsFromText(const std::string& text)
{
    try {
        const Json json = Json::parse(text);
        return JsonReader(json, "pins").list("pins", readPin);
    } catch (const Json::exception&) {
        return {};
    } catch (const Fault&) {
        return {};
    }
}

} // namespace iris
