#pragma once

#include "base/result.h"

#include <string>
#include <string_view>
#include <vector>

namespace iris {

/// One record of a CSV text and the line its first field stands on.
struct CsvRecord {
    int line = 0; ///< 1-based
    std::vector<std::string> fields;

    bool operator==(const CsvRecord&) const = default;
};

/// Reads RFC 4180 text: quoted fields, doubled quotes, line ends inside quotes, CRLF, LF or CR between records,
/// an optional UTF-8 byte order mark. Blank lines are skipped.
/// @param separator ',' by default; see guessSeparator().
/// @return the records, or BadCsv with the line where a quoted field was opened and never closed, or where
///         text follows a closing quote.
Result<std::vector<CsvRecord>> readCsv(std::string_view text, char separator = ',');

/// The separator of a header line: whichever of comma, semicolon and tab stands there most often outside quotes;
/// a comma when there is none.
char guessSeparator(std::string_view text);

/// A field as RFC 4180 wants it written: quoted only when it has to be.
std::string csvField(std::string_view value);

/// Text for a cell that a spreadsheet would otherwise run as a formula: one that begins with = + - @, a tab or a line
/// end gets an apostrophe before it, and so does one that begins with an apostrophe followed by any of these or another
/// apostrophe, so that unguarded() gives back exactly what was guarded. Numbers are not to be guarded.
/// Source of the list: OWASP, "CSV Injection".
std::string guarded(std::string_view text);

/// What was meant by a cell that may have been guarded.
std::string unguarded(std::string_view cell);

/// One record with its CRLF.
std::string csvLine(const std::vector<std::string>& fields);

} // namespace iris
