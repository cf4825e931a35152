#include "cli/manpage.h"

namespace iris {
namespace {

/// Words as man(7) takes them: minus signs as such, and no line that begins with a dot or an apostrophe.
std::string plain(const std::string& words)
{
    std::string text;
    for (const char letter : words)
        text += letter == '\\' ? "\\e" : letter == '-' ? "\\-" : letter == '\n' ? " " : std::string(1, letter);
    return !text.empty() && (text.front() == '.' || text.front() == '\'') ? "\\&" + text : text;
}

std::string nameOf(const CLI::Option& option)
{
    return option.get_positional() ? option.get_name(true) : option.get_name(false, true);
}

void addOptions(std::string& page, const CLI::App& command)
{
    for (const CLI::Option* option : command.get_options()) {
        if (option->get_name() == "--help")
            continue; // said once, of the program
        page += ".TP\n\\fB" + plain(nameOf(*option)) + "\\fR";
        if (!option->get_positional() && option->get_expected_max() > 0 && !option->get_type_name().empty())
            page += " \\fI" + plain(option->get_type_name()) + "\\fR";
        page += "\n" + plain(option->get_description()) + ".\n";
    }
}

} // namespace

std::string manPage(const CLI::App& app, const std::string& version)
{
    std::string page =
        ".\\\" Made by iris-bianca-cli --man.\n.TH IRIS\\-BIANCA\\-CLI 1 \"\" \"Iris Bianca " + version
        + "\" \"User Commands\"\n.SH NAME\niris\\-bianca\\-cli \\- know your paints, without a window\n"
          ".SH SYNOPSIS\n.B iris\\-bianca\\-cli\n.I COMMAND\n.RI [ OPTIONS ]\n.SH DESCRIPTION\n"
        + plain(app.get_description())
        + ".\nIt does without a window what\n.BR iris\\-bianca (1)\ndoes.\n.SH OPTIONS\n.TP\n\\fB\\-h\\fR, "
          "\\fB\\-\\-help\\fR\nPrint what there is, or with a command what it takes.\n.TP\n"
          "\\fB\\-\\-version\\fR\nPrint the version and end.\n.SH COMMANDS\n";
    for (const CLI::App* command : app.get_subcommands({})) {
        page += ".SS " + plain(command->get_name()) + "\n" + plain(command->get_description()) + ".\n";
        addOptions(page, *command);
    }
    page += ".SH EXIT STATUS\n0 when it was done, 1 for trouble with a file, 2 for what was asked wrongly.\n"
            ".SH SEE ALSO\n.BR iris\\-bianca (1)\n";
    return page;
}

std::string bashCompletion(const CLI::App& app)
{
    std::string names;
    std::string cases;
    for (const CLI::App* command : app.get_subcommands({})) {
        names += (names.empty() ? "" : " ") + command->get_name();
        std::string options;
        for (const CLI::Option* option : command->get_options())
            for (const std::string& name : option->get_lnames())
                options += (options.empty() ? "--" : " --") + name;
        cases += "        " + command->get_name() + ") options=\"" + options + "\" ;;\n";
    }
    return "# bash completion for iris-bianca-cli; made by iris-bianca-cli --completion\n"
           "_iris_bianca_cli()\n{\n"
           "    local word=${COMP_WORDS[COMP_CWORD]} options=\"\"\n"
           "    if [ \"$COMP_CWORD\" -eq 1 ]; then\n"
           "        COMPREPLY=($(compgen -W \""
           + names
           + " --help --version\" -- \"$word\"))\n"
             "        return\n    fi\n"
             "    case ${COMP_WORDS[1]} in\n"
           + cases
           + "    esac\n"
             "    case $word in\n"
             "        -*) COMPREPLY=($(compgen -W \"$options\" -- \"$word\")) ;;\n"
             "        *) COMPREPLY=($(compgen -f -- \"$word\")) ;;\n"
             "    esac\n}\n"
             "complete -o filenames -F _iris_bianca_cli iris-bianca-cli\n";
}

} // namespace iris
