#pragma once

#include "colour/cielab.h"
#include "paint/rebuild.h"

#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <type_traits>
#include <utility>
#include <vector>

namespace iris {

using Json = nlohmann::ordered_json;

/// Something a notebook may not hold; turned into an Error at the door.
struct Fault {
    std::string message;
};

/// A whole number out of a JSON value; throws Json::exception for anything else, such as 1.9, true or 1e20, which the
/// library would quietly cut to fit.
template <typename Number> Number wholeNumberIn(const Json& json)
{
    if (!json.is_number_integer() || !std::in_range<Number>(json.get<std::int64_t>())
        || (json.is_number_unsigned() && !std::in_range<Number>(json.get<std::uint64_t>())))
        throw Json::type_error::create(302, "not a whole number in range", &json);
    return json.get<Number>();
}

/// Where the outermost object of a file stands, for complaints.
inline constexpr auto wholeFile = "the file";

/// One JSON object of a dump, and where it stands for complaints.
class JsonReader {
public:
    JsonReader(const Json& object, std::string place) : m_object(object), m_place(std::move(place))
    {
        if (!object.is_object())
            throw Fault{m_place + " is not an object"};
    }

    bool has(const char* key) const { return m_object.contains(key); }

    void require(const char* key) const
    {
        if (!has(key))
            throw Fault{m_place + " has no \"" + key + "\""};
    }

    template <typename Value> Value get(const char* key) const
    {
        require(key);
        return convert<Value>(key);
    }

    template <typename Value> Value get(const char* key, Value otherwise) const
    {
        return has(key) ? convert<Value>(key) : otherwise;
    }

    template <typename Value> std::optional<Value> maybe(const char* key) const
    {
        return has(key) ? std::optional(convert<Value>(key)) : std::nullopt;
    }

    template <typename Value>
    std::optional<Value> named(const char* key, std::optional<Value> (*parse)(std::string_view)) const
    {
        if (!has(key))
            return std::nullopt;
        const auto name = convert<std::string>(key);
        const auto value = parse(name);
        if (!value)
            throw Fault{m_place + ": \"" + name + "\" is no " + key};
        return value;
    }

    Lab lab(const char* key) const
    {
        const auto values = get<std::vector<double>>(key);
        if (values.size() != 3)
            throw Fault{m_place + ": \"" + key + "\" is not a colour as [L, a, b]"};
        return {values[0], values[1], values[2]};
    }

    Swatch swatch(const char* key) const
    {
        const JsonReader colours = child(key);
        return {colours.lab("full"), colours.lab("thin"), colours.lab("over_black")};
    }

    JsonReader child(const char* key) const
    {
        require(key);
        return {m_object.at(key), m_place + ", " + key};
    }

    template <typename Record> std::vector<Record> list(const char* key, Record (*read)(const JsonReader&)) const
    {
        std::vector<Record> records;
        if (!has(key))
            return records;
        if (!m_object.at(key).is_array())
            throw Fault{std::string("\"") + key + "\" is not a list"};
        for (const Json& item : m_object.at(key))
            records.push_back(read(JsonReader(item, placeWithin() + key + " " + std::to_string(records.size() + 1))));
        return records;
    }

    /// The numbers of other records.
    template <typename Id> std::vector<Id> ids(const char* key) const
    {
        std::vector<Id> ids;
        require(key);
        if (!m_object.at(key).is_array())
            throw Fault{m_place + ": \"" + key + "\" is not a list"};
        for (const Json& id : m_object.at(key))
            try {
                ids.push_back({wholeNumberIn<std::int64_t>(id)});
            } catch (const Json::exception&) {
                throw Fault{m_place + ": \"" + key + "\" is not a list of numbers of tubes"};
            }
        return ids;
    }

    const std::string& place() const { return m_place; }

private:
    /// What stands before the name of a list: nothing for those of the file itself.
    std::string placeWithin() const { return m_place == wholeFile ? "" : m_place + ", "; }

    template <typename Value> Value convert(const char* key) const
    {
        try {
            if constexpr (std::is_integral_v<Value> && !std::is_same_v<Value, bool>)
                return wholeNumberIn<Value>(m_object.at(key));
            else
                return m_object.at(key).get<Value>();
        } catch (const Json::exception&) {
            throw Fault{m_place + ": \"" + key + "\" is not what it should be"};
        }
    }

    const Json& m_object;
    std::string m_place;
};

template <typename Id> Id idOf(const JsonReader& reader)
{
    const Id id{reader.get<std::int64_t>("id")};
    if (id.value <= 0)
        throw Fault{reader.place() + ": an id is a whole number above 0"};
    return id;
}

} // namespace iris
