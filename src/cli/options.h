#pragma once

#include "base/range.h"

#include <CLI/CLI.hpp>
#include <optional>
#include <string>
#include <type_traits>

namespace iris {

/// What a number option takes, and what to say of anything else: "--wash is a number above 0 and up to 4".
struct NumberRule {
    Range range;
    const char* words; ///< "a number from 0 to 1"
};

namespace rules {
inline constexpr NumberRule wash{{1e-6, 4}, "full, middle, thin or a thickness above 0 and at most 4"};
inline constexpr NumberRule share{{1e-6, 1 - 1e-6}, "between 0 and 1"};
inline constexpr NumberRule dpi{{50, 1200}, "50 to 1200"};
} // namespace rules

/// The number in a text; throws CLI::ValidationError with the rule.
double realNumber(const std::string& option, const std::string& text, const NumberRule& rule);
long long wholeNumber(const std::string& option, const std::string& text, const NumberRule& rule);

template <typename Target> struct NumberIn {
    using Type = Target;
};
template <typename Number> struct NumberIn<std::optional<Number>> {
    using Type = Number;
};

/// An option that takes a number, with a point whatever the desktop's language, and checks its range; the library's own
/// numbers depend on the language and let "nan" in.
template <typename Number>
CLI::Option* addNumber(CLI::App* command, const std::string& name, Number& target, const std::string& what,
                       const NumberRule& rule)
{
    return command->add_option_function<std::string>(
        name,
        [&target, name, rule](const std::string& text) {
            using Type = typename NumberIn<Number>::Type;
            if constexpr (std::is_floating_point_v<Type>)
                target = realNumber(name, text, rule);
            else
                target = static_cast<Type>(wholeNumber(name, text, rule));
        },
        what);
}

/// An option that takes a wash by its word or its film thickness.
CLI::Option* addWash(CLI::App* command, const std::string& name, double& target, const std::string& what);

CLI::Validator notEmpty();

/// An option that takes text, which must not be empty: an empty name of a notebook would quietly mean none.
template <typename Text>
CLI::Option* addText(CLI::App* command, const std::string& name, Text& target, const std::string& what)
{
    return command->add_option(name, target, what)->check(notEmpty());
}

} // namespace iris
