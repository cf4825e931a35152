#pragma once

#include "base/text.h"

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <type_traits>

namespace iris {

/// A value of an enum and what it is called, in files, on the command line and in sentences.
template <typename Enum> struct EnumName {
    Enum value;
    std::string_view name;
};
template <typename Enum> EnumName(Enum, std::string_view) -> EnumName<Enum>;

/// The names of an enum, said once, beside it:
///
///     template <> inline constexpr std::array enumNames<Container>{EnumName{Container::Tube, "tube"}, ...};
template <typename Enum> inline constexpr int enumNames = 0;

template <typename Enum>
concept HasNames = std::is_enum_v<Enum> && !std::is_same_v<decltype(enumNames<Enum>), const int>;

template <HasNames Enum> constexpr std::string_view nameOf(Enum value)
{
    for (const auto& [one, name] : enumNames<Enum>)
        if (one == value)
            return name;
    return "";
}

/// The value of a name in any letter case; nothing for what is none of them.
template <HasNames Enum> std::optional<Enum> named(std::string_view name)
{
    const std::string wanted = lowered(trimmed(name));
    for (const auto& [value, own] : enumNames<Enum>)
        if (lowered(own) == wanted)
            return value;
    return std::nullopt;
}

/// "tube, pan": what there is to choose from.
template <HasNames Enum> std::string listedNames()
{
    std::string list;
    for (const auto& [value, name] : enumNames<Enum>)
        list.append(list.empty() ? "" : ", ").append(name);
    return list;
}

} // namespace iris
