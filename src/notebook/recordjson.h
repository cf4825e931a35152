#pragma once

#include "notebook/field.h"
#include "notebook/jsonreader.h"
#include "notebook/subjectrecord.h"
#include "notebook/swatchrecord.h"

namespace iris {

// Records as docs/formats.md has them, by the fields they tell of themselves. Reading throws a Fault.

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

template <HasFields Record> Json jsonOf(const Record& record);
template <HasFields Record> Record recordFrom(const JsonReader& reader);

/// How values of one type stand in JSON.
template <typename Value> Json valueJson(const Value& value)
{
    if constexpr (RecordId<Value>) {
        return value.value;
    } else if constexpr (std::is_enum_v<Value>) {
        return nameOf(value);
    } else if constexpr (std::is_same_v<Value, PigmentCode>) {
        return value.text();
    } else if constexpr (std::is_arithmetic_v<Value> || std::is_same_v<Value, std::string>) {
        return value;
    } else if constexpr (requires { value.has_value(); }) {
        return valueJson(*value);
    } else if constexpr (std::ranges::range<Value>) {
        Json list = Json::array();
        for (const auto& item : value)
            list.push_back(valueJson(item));
        return list;
    } else {
        return jsonOf(value);
    }
}

/// The value of a key, where it is there.
template <typename Value> void readValue(const JsonReader& reader, const char* key, Value& value)
{
    if constexpr (requires { value.has_value(); }) {
        value.emplace();
        readValue(reader, key, *value);
    } else if constexpr (RecordId<Value>) {
        value = {reader.get<std::int64_t>(key)};
    } else if constexpr (std::is_enum_v<Value>) {
        value = *reader.named(key, &named<Value>);
    } else if constexpr (std::is_same_v<Value, Lab>) {
        value = reader.lab(key);
    } else if constexpr (std::is_same_v<Value, Swatch>) {
        value = reader.swatch(key);
    } else if constexpr (std::is_same_v<Value, std::vector<PigmentCode>>) {
        for (const std::string& text : reader.get<std::vector<std::string>>(key)) {
            const auto code = parsePigmentCode(text);
            if (!code)
                throw Fault{reader.place() + ": " + code.error().message};
            value.push_back(*code);
        }
    } else if constexpr (std::is_same_v<Value, std::vector<TubeId>>) {
        value = reader.ids<TubeId>(key);
    } else if constexpr (requires { requires HasFields<typename Value::value_type>; }) {
        value = reader.list(key, recordFrom<typename Value::value_type>);
    } else {
        value = reader.get<Value>(key);
    }
}

/// Whether a value is as it usually is, so that nothing need be said.
template <typename Value> bool isUsual(const Value& value, const Field& field)
{
    if constexpr (std::is_arithmetic_v<Value>)
        return static_cast<double>(value) == field.usual;
    else
        return value == Value{};
}

template <HasFields Record> Json jsonOf(const Record& record)
{
    Json object = Json::object();
    if constexpr (requires { record.id; })
        object["id"] = record.id.value;
    Record::fields(record, [&](const char* name, const auto& value, const Field& field) {
        Json& in = field.in ? object[field.in] : object;
        if (in.is_null())
            in = Json::object();
        if (field.json != InJson::IfSet || !isUsual(value, field))
            in[name] = valueJson(value);
    });
    return object;
}

template <HasFields Record> Record recordFrom(const JsonReader& reader)
{
    Record record;
    if constexpr (requires { record.id; })
        record.id = idOf<decltype(record.id)>(reader);
    Record::fields(record, [&](const char* name, auto& value, const Field& field) {
        const JsonReader in = field.in ? reader.child(field.in) : reader;
        if (field.json == InJson::Required)
            in.require(name);
        if (in.has(name))
            readValue(in, name, value);
        else if constexpr (std::is_arithmetic_v<std::remove_reference_t<decltype(value)>>)
            value = static_cast<std::remove_reference_t<decltype(value)>>(field.usual);
    });
    return record;
}

} // namespace iris
