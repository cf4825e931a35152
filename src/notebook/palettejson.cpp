#include "notebook/palettejson.h"

#include "notebook/jsonfields.h"

#include <algorithm>
#include <array>

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

/// What a need asks besides its colour, each under its key.
template <typename Terms> auto termsOf(Terms& terms)
{
    return std::array{std::pair("transparent", &terms.transparent), std::pair("lightfast", &terms.lightfast),
                      std::pair("lifts", &terms.lifts), std::pair("value_first", &terms.valueFirst)};
}

} // namespace

Json jsonOf(const NeedRecord& record)
{
    Json object{{"id", record.id.value},
                {"name", record.need.name},
                {"target", jsonOf(record.need.target)},
                {"tolerance", record.need.tolerance},
                {"importance", record.need.importance}};
    for (const auto& [key, asked] : termsOf(record.need.terms))
        if (*asked)
            object[key] = true;
    if (record.subject.value != 0)
        object["subject"] = record.subject.value;
    return object;
}

Json jsonOf(const PaletteRecord& palette)
{
    return Json{{"id", palette.id.value}, {"name", palette.name}, {"tubes", idsOf(palette.tubes)}};
}

Json jsonOf(const PaletteWishes& wishes)
{
    return Json{{"school", nameOf(wishes.school)},  {"must", idsOf(wishes.must)},
                {"never", idsOf(wishes.never)},     {"most_tubes", wishes.mostTubes},
                {"pool", nameOf(wishes.pool)},      {"only", wordsOf(wishes.only)},
                {"red", nameOf(wishes.red)},        {"places", wordsOf(wishes.places)},
                {"prefer", wordsOf(wishes.prefer)}, {"sure", wishes.sure}};
}

NeedRecord readNeed(const JsonReader& reader)
{
    NeedRecord record{idOf<NeedId>(reader),
                      {reader.get<std::string>("name"), reader.lab("target"), reader.get<double>("tolerance"),
                       reader.get<int>("importance")},
                      {reader.get<std::int64_t>("subject", 0)}};
    for (const auto& [key, asked] : termsOf(record.need.terms))
        *asked = reader.get<bool>(key, false);
    return record;
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
    auto places = parsePlaces(reader.get<std::string>("places", ""));
    if (!places)
        throw Fault{places.error().message};
    return {*school,
            readIds(reader, "must"),
            readIds(reader, "never"),
            reader.get<std::size_t>("most_tubes"),
            reader.named("pool", parsePool).value_or(Pool::Owned),
            termsFromWords(reader.get<std::string>("only", "")),
            reader.named("red", parseRedPrimary).value_or(RedPrimary::Either),
            std::move(*places),
            preferencesFromWords(reader.get<std::string>("prefer", "")),
            reader.get<int>("sure", 0)};
}

} // namespace iris
