#include "notebook/wishjson.h"

#include "notebook/recordjson.h"

namespace iris {

Json jsonOf(const PaletteWishes& wishes)
{
    return Json{{"school", nameOf(wishes.school)},  {"must", valueJson(wishes.must)},
                {"never", valueJson(wishes.never)}, {"most_tubes", wishes.mostTubes},
                {"pool", nameOf(wishes.pool)},      {"only", wordsOf(wishes.only)},
                {"red", nameOf(wishes.red)},        {"places", wordsOf(wishes.places)},
                {"prefer", wordsOf(wishes.prefer)}, {"sure", wishes.sure}};
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
            reader.ids<TubeId>("must"),
            reader.ids<TubeId>("never"),
            reader.get<std::size_t>("most_tubes"),
            reader.named("pool", named<Pool>).value_or(Pool::Owned),
            termsFromWords(reader.get<std::string>("only", "")),
            reader.named("red", named<RedPrimary>).value_or(RedPrimary::Either),
            std::move(*places),
            preferencesFromWords(reader.get<std::string>("prefer", "")),
            reader.get<int>("sure", 0)};
}

} // namespace iris
