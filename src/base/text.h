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

/// With its first letter, where it is one of a to z, a capital.
/// "a muted green", "an olive".
std::string withArticle(const std::string& words);

std::string upperFirst(std::string words);

/// Pieces between separators, trimmed, empty ones kept; one empty piece for an empty text.
std::vector<std::string> split(std::string_view text, char separator);

/// A whole text as a decimal number with a point; nothing when any other character is left over, or when the
/// number is not finite. Locale-independent.
std::optional<double> parseNumber(std::string_view text);

/// The number with `decimals` places after a point, without a "-0".
std::string formatNumber(double value, int decimals);

/// The fewest digits that read back as the same number.
std::string shortestNumber(double value);

/// A whole text as a whole number between two bounds, both allowed; nothing for anything else, "1.5" and "1e2" too.
std::optional<long long> parseWholeNumber(std::string_view text, long long least, long long most);

/// Where text stops being UTF-8: the place of the first byte that belongs to no letter (RFC 3629: no overlong forms, no
/// surrogates, nothing above U+10FFFF); nothing when all of it is.
std::optional<std::size_t> firstNotUtf8(std::string_view text);
inline bool isUtf8(std::string_view text)
{
    return !firstNotUtf8(text);
}

/// The same with U+FFFD for every byte that belongs to no letter.
std::string asUtf8(std::string_view text);

/// A name on one line of a terminal: control letters, line ends among them, and letters that turn the direction of
/// writing are spelled out, as in "\n", "\x1b" and "\u202e".
std::string shown(std::string_view name);

/// Text of several lines for a terminal: as shown(), but line ends and tabs stay.
std::string shownLines(std::string_view text);

/// The one of some words that a mistyped word most likely means: at most a third of its letters are wrong, missing or
/// too many (Levenshtein, 1966), whatever their case. Nothing when none is that near.
std::optional<std::string> nearestWord(std::string_view word, const std::vector<std::string>& words);

/// "1 tube", "3 tubes": a number of things whose name takes an s.
std::string counted(std::size_t number, std::string_view thing);

/// "a", "a and b", "a, b and c".
std::string joinedInWords(const std::vector<std::string>& words, std::string_view last = "and");

} // namespace iris
