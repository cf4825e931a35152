#include "cli/options.h"

#include "base/text.h"
#include "paint/paper.h"

namespace iris {

double realNumber(const std::string& option, const std::string& text, const NumberRule& rule)
{
    const auto value = parseNumber(text);
    if (!value || !rule.range.holds(*value))
        throw CLI::ValidationError(option + " is " + rule.words + ", not \"" + text + "\"");
    return *value;
}

long long wholeNumber(const std::string& option, const std::string& text, const NumberRule& rule)
{
    const auto value =
        parseWholeNumber(text, static_cast<long long>(rule.range.least), static_cast<long long>(rule.range.most));
    if (!value)
        throw CLI::ValidationError(option + " is " + rule.words + ", not \"" + text + "\"");
    return *value;
}

CLI::Option* addWash(CLI::App* command, const std::string& name, double& target, const std::string& what)
{
    return command->add_option_function<std::string>(
        name,
        [&target, name](const std::string& text) {
            const std::string word = lowered(trimmed(text));
            target = word == "full"     ? wash::full
                     : word == "middle" ? wash::middle
                     : word == "thin"   ? wash::thin
                                        : realNumber(name, text, rules::wash);
        },
        what);
}

CLI::Validator notEmpty()
{
    return CLI::Validator([](const std::string& text) { return text.empty() ? "it is empty" : ""; }, "", "not empty");
}

} // namespace iris
