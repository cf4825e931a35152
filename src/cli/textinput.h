#pragma once

#include "cli/commands.h"
#include "files/textfile.h"
#include "sheet/scan.h"

namespace iris {

/// A text file that a command reads. Where it was no UTF-8, that is noted among the remarks.
Result<std::string> textOf(const std::string& file, InputKind kind, std::vector<std::string>& remarks);

/// A picture that a command reads. What is worth knowing of how it was taken in is noted among the remarks.
Result<Scan> scanOf(const std::string& file, std::vector<std::string>& remarks);

/// An error of a reader, with the file it happened in.
Error atFile(Error error, const std::string& file);

} // namespace iris
