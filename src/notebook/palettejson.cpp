#include "notebook/palettejson.h"

#include "notebook/jsonfields.h"

#include <algorithm>

namespace iris {
namespace {

Json idsOf(const std::vector<TubeId>& tubes)
{
    Json ids = Json::array();
    for (const TubeId tube : tubes)
        ids.push_back(tube.value);
    return ids;
}

std::vector<TubeId> readIds(const JsonReader& reader, const char* key)
{
    std::vector<TubeId> ids;
    const Json list = reader.get<Json>(key, Json::array());
    if (!list.is_array())
        throw Fault{reader.place() + ": \"" + key + "\" is not a list"};
    for (const Json& id : list)
        try {
            ids.push_back({wholeNumberIn<std::int64_t>(id)});
        } catch (const Json::exception&) {
            throw Fault{reader.place() + ": \"" + key + "\" is not a list of numbers of tubes"};
        }
    return ids;
}

} // namespace

Json jsonOf(const NeedRecord& record)
{
    return Json{{"id", record.id.value},
                {"name", record.need.name},
                {"target", jsonOf(record.need.target)},
                {"tolerance", record.need.tolerance},
                {"importance", record.need.importance}};
}

Json jsonOf(const PaletteRecord& palette)
{
    return Json{{"id", palette.id.value}, {"name", palette.name}, {"tubes", idsOf(palette.tubes)}};
}

Json jsonOf(const PaletteWishes& wishes)
{
    return Json{{"school", nameOf(wishes.school)},
                {"must", idsOf(wishes.must)},
                {"never", idsOf(wishes.never)},
                {"most_tubes", wishes.mostTubes}};
}

NeedRecord readNeed(const JsonReader& reader)
{
    return {idOf<NeedId>(reader),
            {reader.get<std::string>("name"), reader.lab("target"), reader.get<double>("tolerance"),
             reader.get<int>("importance")}};
}

PaletteRecord readPalette(const JsonReader& reader)
{
    return {idOf<PaletteId>(reader), reader.get<std::string>("name"), readIds(reader, "tubes")};
}

PaletteWishes readWishes(const JsonReader& reader)
{
    const auto school = parseSchool(reader.get<std::string>("school"));
    if (!school)
        throw Fault{school.error().message};
    return {*school, readIds(reader, "must"), readIds(reader, "never"), reader.get<std::size_t>("most_tubes")};
}

} // namespace iris
