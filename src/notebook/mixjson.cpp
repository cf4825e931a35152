#include "notebook/mixjson.h"

#include <nlohmann/json.hpp>

namespace iris {

using Json = nlohmann::ordered_json;

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
        parts.push_back({{item.at("tube").get<std::int64_t>()},
                         item.at("name").get<std::string>(),
                         std::max(1, item.at("parts").get<int>())});
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

} // namespace iris
