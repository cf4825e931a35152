#pragma once

#include <CLI/CLI.hpp>
#include <string>

namespace iris {

/// The manual page of a program, in the language of man(7): every command with every option it takes, as they are set
/// up. No line of it can be taken for a request.
std::string manPage(const CLI::App& app, const std::string& version);

/// What bash completes the program's commands, their options and files with.
std::string bashCompletion(const CLI::App& app);

} // namespace iris
