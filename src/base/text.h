#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace iris {

/// Without leading and trailing blanks (space, tab, CR, LF).
std::string_view trimmed(std::string_view text);

/// ASCII letters in lower case; other bytes, UTF-8 among them, unchanged.
std::string lowered(std::string_view text);

/// Pieces between separators, trimmed, empty ones kept; one empty piece for an empty text.
std::vector<std::string> split(std::string_view text, char separator);

/// A whole text as a decimal number with a point; nothing when any other character is left over, or when the
/// number is not finite. Locale-independent.
std::optional<double> parseNumber(std::string_view text);

/// The number with `decimals` places after a point, without a "-0".
std::string formatNumber(double value, int decimals);

/// The fewest digits that read back as the same number.
std::string shortestNumber(double value);

/// "a", "a and b", "a, b and c".
std::string joinedInWords(const std::vector<std::string>& words);

} // namespace iris
