#include "base/text.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <cstdio>
#include <numeric>
#include <utility>

namespace iris {
namespace {

unsigned byteAt(std::string_view text, std::size_t i)
{
    return i < text.size() ? static_cast<unsigned char>(text[i]) : 0;
}

bool isContinuation(unsigned byte)
{
    return (byte & 0xC0) == 0x80;
}

/// How many bytes the first letter of a text takes; 0 when it is no letter. Source: RFC 3629, section 4.
std::size_t letterLength(std::string_view text)
{
    const unsigned first = byteAt(text, 0);
    const unsigned second = byteAt(text, 1);
    if (first < 0x80)
        return 1;
    const std::size_t length = first >= 0xC2 && first < 0xE0   ? 2
                               : first >= 0xE0 && first < 0xF0 ? 3
                               : first >= 0xF0 && first < 0xF5 ? 4
                                                               : 0;
    const unsigned least = first == 0xE0 ? 0xA0 : first == 0xF0 ? 0x90 : 0x80;
    const unsigned most = first == 0xED ? 0x9F : first == 0xF4 ? 0x8F : 0xBF;
    if (length == 0 || text.size() < length || second < least || second > most)
        return 0;
    for (std::size_t i = 2; i < length; ++i)
        if (!isContinuation(byteAt(text, i)))
            return 0;
    return length;
}

unsigned codePoint(std::string_view letter)
{
    if (letter.size() == 1)
        return byteAt(letter, 0);
    unsigned point = byteAt(letter, 0) & (0xFFU >> (letter.size() + 1));
    for (std::size_t i = 1; i < letter.size(); ++i)
        point = point << 6 | (byteAt(letter, i) & 0x3F);
    return point;
}

/// What a terminal would obey instead of showing: C0 and C1 controls, line and paragraph separators, and the letters
/// that turn the direction of writing (Unicode Bidirectional Algorithm, UAX #9, section 2). And what takes no room, so
/// that two names that are not one would look alike (Unicode Standard Annex #44, Default_Ignorable_Code_Point; only
/// those that are no part of a letter or a picture).
bool isObeyed(unsigned point)
{
    return point < 0x20 || (point >= 0x7F && point < 0xA0) || point == 0x00AD || point == 0x061C || point == 0x180E
           || (point >= 0x200B && point <= 0x200F) || (point >= 0x2028 && point <= 0x202E)
           || (point >= 0x2060 && point <= 0x206F) || point == 0xFEFF || (point >= 0xE0000 && point <= 0xE007F);
}

std::string hexadecimal(unsigned byte)
{
    char buffer[8];
    std::snprintf(buffer, sizeof buffer, "%02x", byte);
    return buffer;
}

std::string escapeOf(unsigned point)
{
    if (point == '\n')
        return "\\n";
    if (point == '\r')
        return "\\r";
    if (point == '\t')
        return "\\t";
    char buffer[16];
    std::snprintf(buffer, sizeof buffer, point < 0x20 ? "\\x%02x" : "\\u%04x", point);
    return buffer;
}

std::string spelledOut(std::string_view text, std::string_view kept)
{
    std::string result;
    while (!text.empty()) {
        const std::size_t length = letterLength(text);
        const std::string_view letter = text.substr(0, std::max<std::size_t>(length, 1));
        const unsigned point = codePoint(letter);
        if (length == 0 || (isObeyed(point) && kept.find(letter) == std::string_view::npos))
            result += length == 0 ? "\\x" + hexadecimal(byteAt(letter, 0)) : escapeOf(point);
        else
            result += letter;
        text.remove_prefix(letter.size());
    }
    return result;
}

} // namespace

std::string_view trimmed(std::string_view text)
{
    constexpr std::string_view blanks = " \t\r\n";
    const auto first = text.find_first_not_of(blanks);
    if (first == std::string_view::npos)
        return {};
    return text.substr(first, text.find_last_not_of(blanks) - first + 1);
}

std::string lowered(std::string_view text)
{
    std::string result(text);
    std::ranges::transform(result, result.begin(),
                           [](char c) { return c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c; });
    return result;
}

std::string withArticle(const std::string& words)
{
    const bool vowel = std::string_view("aeiou").find(words.front()) != std::string_view::npos;
    return (vowel ? "an " : "a ") + words;
}

std::string upperFirst(std::string words)
{
    if (!words.empty() && words[0] >= 'a' && words[0] <= 'z')
        words[0] = static_cast<char>(words[0] - 'a' + 'A');
    return words;
}

std::vector<std::string> split(std::string_view text, char separator)
{
    std::vector<std::string> pieces;
    for (;;) {
        const auto end = text.find(separator);
        pieces.emplace_back(trimmed(text.substr(0, end)));
        if (end == std::string_view::npos)
            return pieces;
        text.remove_prefix(end + 1);
    }
}

std::optional<double> parseNumber(std::string_view text)
{
    text = trimmed(text);
    constexpr std::string_view printedMinus = "\u2212"; // as the window and printed tables show it
    const bool negative = text.starts_with(printedMinus);
    if (negative)
        text.remove_prefix(printedMinus.size());
    else if (text.starts_with('+'))
        text.remove_prefix(1);
    if (negative && text.starts_with('-'))
        return std::nullopt;
    double value = 0;
    const auto [end, code] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (code != std::errc() || end != text.data() + text.size() || !std::isfinite(value))
        return std::nullopt;
    return negative ? -value : value;
}

std::optional<long long> parseWholeNumber(std::string_view text, long long least, long long most)
{
    text = trimmed(text);
    long long value = 0;
    const auto [end, code] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (code != std::errc() || end != text.data() + text.size() || value < least || value > most)
        return std::nullopt;
    return value;
}

std::optional<std::size_t> firstNotUtf8(std::string_view text)
{
    for (std::size_t i = 0; i < text.size();) {
        const std::size_t length = letterLength(text.substr(i));
        if (length == 0)
            return i;
        i += length;
    }
    return std::nullopt;
}

std::string asUtf8(std::string_view text)
{
    std::string result;
    while (const auto wrong = firstNotUtf8(text)) {
        result += std::string(text.substr(0, *wrong)) + "\xEF\xBF\xBD";
        text.remove_prefix(*wrong + 1);
    }
    return result + std::string(text);
}

std::string shown(std::string_view name)
{
    return spelledOut(name, {});
}

std::string shownLines(std::string_view text)
{
    return spelledOut(text, "\n\t");
}

std::string formatNumber(double value, int decimals)
{
    const double halfStep = 0.5 * std::pow(10.0, -decimals);
    if (std::abs(value) < halfStep)
        value = 0;
    char buffer[64];
    const auto [end, code] = std::to_chars(buffer, buffer + sizeof buffer, value, std::chars_format::fixed, decimals);
    return code == std::errc() ? std::string(buffer, end) : std::string("?");
}

std::string shortestNumber(double value)
{
    char buffer[32];
    const auto [end, code] = std::to_chars(buffer, buffer + sizeof buffer, value);
    return {buffer, end};
}

std::optional<std::string> nearestWord(std::string_view word, const std::vector<std::string>& words)
{
    const std::string typed = lowered(word);
    const auto distanceTo = [&](const std::string& other) {
        const std::string known = lowered(other);
        std::vector<std::size_t> row(known.size() + 1);
        std::iota(row.begin(), row.end(), std::size_t{0});
        for (std::size_t i = 0; i < typed.size(); ++i) {
            std::size_t corner = std::exchange(row[0], i + 1);
            for (std::size_t j = 0; j < known.size(); ++j) {
                const std::size_t changed = corner + (typed[i] == known[j] ? 0 : 1);
                corner = row[j + 1];
                row[j + 1] = std::min({changed, row[j] + 1, row[j + 1] + 1});
            }
        }
        return row.back();
    };
    const std::string* nearest = nullptr;
    std::size_t least = typed.size() / 3 + 1;
    for (const std::string& other : words)
        if (const std::size_t distance = distanceTo(other); distance < least) {
            least = distance;
            nearest = &other;
        }
    return nearest ? std::optional(*nearest) : std::nullopt;
}

std::string counted(std::size_t number, std::string_view thing)
{
    constexpr std::size_t longOne = 10000;
    std::string words = std::to_string(number);
    if (number >= longOne)
        for (std::size_t place = words.size() - 3; place > 0 && place < words.size();
             place -= std::min<std::size_t>(3, place))
            words.insert(place, 1, ',');
    words += ' ';
    words += thing;
    if (number != 1)
        words += 's';
    return words;
}

std::string joinedInWords(const std::vector<std::string>& words, std::string_view last)
{
    std::string text;
    for (std::size_t i = 0; i < words.size(); ++i) {
        if (i > 0)
            text += i + 1 == words.size() ? " " + std::string(last) + " " : ", ";
        text += words[i];
    }
    return text;
}

} // namespace iris
