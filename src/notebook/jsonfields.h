#pragma once

#include "colour/cielab.h"
#include "paint/rebuild.h"

#include <nlohmann/json.hpp>
#include <optional>
#include <string>

namespace iris {

using Json = nlohmann::ordered_json;

inline Json toJson(const Lab& lab)
{
    return Json::array({lab.l, lab.a, lab.b});
}

inline Json toJson(const Swatch& swatch)
{
    return Json{{"full", toJson(swatch.full)}, {"thin", toJson(swatch.thin)}, {"over_black", toJson(swatch.overBlack)}};
}

/// Adds a value only when there is one.
template <typename Value> void addIf(Json& object, const char* key, const std::optional<Value>& value)
{
    if (value)
        object[key] = *value;
}

inline void addIf(Json& object, const char* key, const std::string& value)
{
    if (!value.empty())
        object[key] = value;
}

template <typename Value> void addName(Json& object, const char* key, const std::optional<Value>& value)
{
    if (value)
        object[key] = nameOf(*value);
}

} // namespace iris
