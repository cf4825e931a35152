#pragma once

#include <iosfwd>
#include <string>
#include <vector>

namespace iris {

/// The command line without a process around it: arguments without the program's name, text out, one line for errors.
/// @return 0 when done; 2 for a wrong argument; 1 when a file could not be read or written.
int runCli(std::vector<std::string> arguments, std::ostream& out, std::ostream& err);

} // namespace iris
