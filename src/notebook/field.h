#pragma once

#include "base/range.h"

#include <concepts>
#include <cstdint>
#include <optional>
#include <type_traits>

namespace iris {

/// What a text of a record is.
enum class TextKind {
    Any,
    Name,    ///< what the record is called: never empty
    Title,   ///< what it is called, if anything
    Day,     ///< as in 2026-10-03, or empty
    Picture, ///< the name of a picture in the notebook, or empty
    Notes,   ///< of two records that become one both are kept
};

/// Whether a field stands in JSON.
enum class InJson {
    IfSet,    ///< only when it is not as it usually is
    Always,   ///< but where it is missing it is as it usually is
    Required, ///< a file without it is refused
};

/// What is told of a field of a record beside its name and its value. A record tells its fields once, in
///
///     template <typename Self, typename Visit> static void fields(Self& tube, Visit&& visit)
///     {
///         visit("maker", tube.maker, Field{.words = "its maker"});
///         ...
///     }
///
/// and everything else follows from that: the columns of its table, JSON, what is sound, what is filled up when two
/// become one, which other records it names (recordfields.h). The name is that in JSON.
struct Field {
    const char* words = "it";        ///< in a complaint: "its price is -3, and runs from 0 to 1000000"
    std::optional<Range> range = {}; ///< of a number
    TextKind text = TextKind::Any;   ///< of a text
    InJson json = InJson::IfSet;
    const char* in = nullptr;      ///< the object within the record's that it stands in, in JSON
    const char* column = nullptr;  ///< in the table, where that is not its name; of colours what stands before "_l"
    const char* inLists = nullptr; ///< the column of a list (CSV), where that is not the one in the table
    double usual = 0;              ///< of a number, where nothing is said
    std::size_t most = 0;          ///< of a list
    bool goesWithIt = false;       ///< of a tube: when that is taken out, so is this record
    int since = 6;                 ///< the schema that it came with; 6 and below are told in notebookschema.cpp
};

/// True for the number of a record: TubeId and its like.
template <typename Value>
concept RecordId = requires(Value id)
{
    {
        id.value
        } -> std::convertible_to<std::int64_t>;
}
&&std::is_aggregate_v<Value> && sizeof(Value) == sizeof(std::int64_t);

/// True for what tells its fields.
template <typename Value>
concept HasFields = requires(Value& value)
{
    Value::fields(value, [](const char*, auto&, const Field&) {});
};

} // namespace iris
