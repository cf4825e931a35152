#pragma once

#include "colour/cielab.h"
#include "paint/rebuild.h"

#include <nlohmann/json.hpp>
#include <optional>
#include <string>

namespace iris {

using Json = nlohmann::ordered_json;

// Not called toJson(): the command line has that name for its own way of writing colours, and the linker would keep
// only one of the two.
inline Json jsonOf(const Lab& lab)
{
    return Json::array({lab.l, lab.a, lab.b});
}

inline Json jsonOf(const Swatch& swatch)
{
    return Json{{"full", jsonOf(swatch.full)}, {"thin", jsonOf(swatch.thin)}, {"over_black", jsonOf(swatch.overBlack)}};
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
