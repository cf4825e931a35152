#include "cli/cli.h"

#include "base/text.h"
#include "cli/manpage.h"
#include "cli/request.h"

#include <algorithm>
#include <ostream>

namespace iris {
namespace {

constexpr int wrongArgument = 2;
constexpr int fileTrouble = 1;

/// A message on one line, whatever stands in it.
std::string oneLine(std::string text)
{
    std::ranges::replace(text, '\n', ' ');
    return shown(text);
}

/// What to say of a command that does not exist.
std::optional<std::string> unknownCommand(const CLI::App& app, const std::vector<std::string>& arguments)
{
    if (arguments.empty() || arguments.front().starts_with('-'))
        return std::nullopt;
    std::vector<std::string> known;
    for (const CLI::App* command : app.get_subcommands({}))
        known.push_back(command->get_name());
    if (std::ranges::find(known, arguments.front()) != known.end())
        return std::nullopt;
    std::string words = "there is no command ";
    words.append("\"").append(shown(arguments.front())).append("\"; ");
    if (const auto meant = nearestWord(arguments.front(), known))
        return words.append("did you mean ").append(*meant).append("?");
    return words.append("--help lists those there are");
}

/// The first argument whose letters are not UTF-8; the core takes nothing else in.
std::optional<std::string> notUtf8(const std::vector<std::string>& arguments)
{
    const auto wrong = std::ranges::find_if(arguments, [](const std::string& text) { return !isUtf8(text); });
    return wrong == arguments.end() ? std::nullopt : std::optional(shown(*wrong));
}

/// What a command has to say, and on standard error what is worth knowing beside it.
void print(const Output& output, bool json, std::ostream& out, std::ostream& err)
{
    for (const std::string& remark : output.remarks)
        err << "note: " << oneLine(remark) << '\n';
    if (json)
        // Letters beyond ASCII that a terminal would obey are escaped as JSON itself escapes them.
        out << shownLines(output.json.dump(2, ' ', false, Json::error_handler_t::replace)) << '\n';
    else if (!output.data.empty())
        out << output.data;
    else
        out << shownLines(output.text);
}

std::string describe(const Error& error)
{
    std::string text;
    if (!error.file.empty() && error.line > 0)
        text = error.file + ", line " + std::to_string(error.line) + ": ";
    else if (error.line > 0)
        text = "line " + std::to_string(error.line) + ": ";
    return text + error.message;
}

/// What is wrong in a file is the file's trouble; all else was asked for wrongly.
bool isFileTrouble(const Error& error)
{
    if (!error.file.empty() || error.line > 0)
        return true;
    switch (error.code) {
    case ErrorCode::FileUnreadable:
    case ErrorCode::FileUnwritable:
    case ErrorCode::NotANotebook:
    case ErrorCode::DamagedNotebook:
    case ErrorCode::NewerNotebook:
    case ErrorCode::BadCsv:
    case ErrorCode::BadCgats:
    case ErrorCode::BadJson:
    case ErrorCode::BadPicture: return true;
    default: return false;
    }
}

} // namespace

int runCli(std::vector<std::string> arguments, std::ostream& out, std::ostream& err)
{
    CLI::App app("Iris Bianca on the command line: pigments, mixes, matches and palettes", "iris-bianca-cli");
    app.require_subcommand(1);
    app.set_version_flag("--version", "Iris Bianca " IRIS_VERSION, "Print the version and end");
    Request request;
    setUpCommands(app, request);
    if (const auto wrong = notUtf8(arguments)) {
        err << "\"" << *wrong << "\" is not written in UTF-8\n";
        return wrongArgument;
    }
    if (arguments == std::vector<std::string>{"--man"} || arguments == std::vector<std::string>{"--completion"}) {
        out << (arguments.front() == "--man" ? manPage(app, IRIS_VERSION) : bashCompletion(app));
        return 0;
    }
    if (const auto unknown = unknownCommand(app, arguments)) {
        err << *unknown << '\n';
        return wrongArgument;
    }
    try {
        std::ranges::reverse(arguments); // the order CLI11 takes a vector in
        app.parse(arguments);
    } catch (const CLI::CallForHelp&) {
        const auto chosen = app.get_subcommands();
        out << (chosen.empty() ? app.help() : chosen.front()->help());
        return 0;
    } catch (const CLI::CallForVersion& version) {
        out << version.what() << '\n';
        return 0;
    } catch (const CLI::Error& error) {
        err << oneLine(error.what()) << '\n';
        return wrongArgument;
    }
    const auto output = request.run();
    if (!output) {
        err << oneLine(describe(output.error())) << '\n';
        return isFileTrouble(output.error()) ? fileTrouble : wrongArgument;
    }
    print(*output, request.json, out, err);
    out.flush();
    if (!out) {
        err << "what was to be printed could not all be written\n";
        return fileTrouble;
    }
    return 0;
}

} // namespace iris
