#include "base/csvreader.h"

#include <algorithm>
#include <csv.h>
#include <memory>

namespace iris {
namespace {

struct Collector {
    std::vector<CsvRecord> records;
    std::vector<std::string> fields;
};

void takeField(void* data, std::size_t size, void* user)
{
    auto& collector = *static_cast<Collector*>(user);
    collector.fields.emplace_back(static_cast<const char*>(data), size);
}

void takeRecord(int, void* user)
{
    auto& collector = *static_cast<Collector*>(user);
    collector.records.push_back({0, std::exchange(collector.fields, {})});
}

std::string_view withoutByteOrderMark(std::string_view text)
{
    constexpr std::string_view mark = "\xEF\xBB\xBF";
    if (text.starts_with(mark))
        text.remove_prefix(mark.size());
    return text;
}

/// How many line ends a piece of text holds, CRLF counting once.
int lineEnds(std::string_view text)
{
    int count = 0;
    for (std::size_t i = 0; i < text.size(); ++i) {
        if (text[i] == '\n' && i > 0 && text[i - 1] == '\r')
            continue;
        count += text[i] == '\n' || text[i] == '\r';
    }
    return count;
}

/// The line on which each record starts. libcsv does not tell, so the text is walked once more: a record starts at
/// the first character after a line end outside quotes that is neither a line end nor a skipped blank.
std::vector<int> recordLines(std::string_view text, char separator)
{
    std::vector<int> lines;
    bool quoted = false;
    bool atStart = true;
    int line = 1;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        const bool lineEnd = c == '\n' || c == '\r';
        const bool skippedBlank = (c == ' ' || c == '\t') && c != separator;
        if (atStart && !lineEnd && !skippedBlank) {
            lines.push_back(line);
            atStart = false;
        }
        if (c == '"')
            quoted = !quoted;
        if (lineEnd) {
            line += lineEnds(text.substr(i, 1)) - (c == '\n' && i > 0 && text[i - 1] == '\r' ? 1 : 0);
            atStart = atStart || !quoted;
        }
    }
    return lines;
}

/// What a spreadsheet takes for the beginning of a formula, or what stands for a guard itself.
bool wantsGuard(char first)
{
    return std::string_view("=+-@\t\r\n'").find(first) != std::string_view::npos;
}

int lineOfLastQuote(std::string_view text)
{
    const auto quote = text.rfind('"');
    return quote == std::string_view::npos ? 1 : 1 + lineEnds(text.substr(0, quote));
}

} // namespace

Result<std::vector<CsvRecord>> readCsv(std::string_view text, char separator)
{
    text = withoutByteOrderMark(text);
    csv_parser parser;
    csv_init(&parser, CSV_STRICT | CSV_STRICT_FINI);
    csv_set_delim(&parser, static_cast<unsigned char>(separator));
    const std::unique_ptr<csv_parser, decltype(&csv_free)> owner(&parser, csv_free);

    Collector collector;
    const std::size_t used = csv_parse(&parser, text.data(), text.size(), takeField, takeRecord, &collector);
    if (used < text.size()) {
        return tl::unexpected(Error{ErrorCode::BadCsv,
                                    "there is text right after a closing quotation mark",
                                    {},
                                    1 + lineEnds(text.substr(0, used)),
                                    0});
    }
    if (csv_fini(&parser, takeField, takeRecord, &collector) != 0) {
        return tl::unexpected(
            Error{ErrorCode::BadCsv, "a quotation mark is opened and never closed", {}, lineOfLastQuote(text), 0});
    }
    const std::vector<int> lines = recordLines(text, separator);
    for (std::size_t i = 0; i < collector.records.size() && i < lines.size(); ++i)
        collector.records[i].line = lines[i];
    return std::move(collector.records);
}

char guessSeparator(std::string_view text)
{
    const std::string_view header = text.substr(0, text.find_first_of("\r\n"));
    char best = ',';
    std::ptrdiff_t most = 0;
    for (const char candidate : {',', ';', '\t'}) {
        bool quoted = false;
        const auto count = std::ranges::count_if(header, [&](char c) {
            quoted ^= c == '"';
            return c == candidate && !quoted;
        });
        if (count > most) {
            most = count;
            best = candidate;
        }
    }
    return best;
}

std::string guarded(std::string_view text)
{
    const bool looksGuarded = text.size() > 1 && text[0] == '\'' && wantsGuard(text[1]);
    const bool wouldRun = !text.empty() && text[0] != '\'' && wantsGuard(text[0]);
    return (looksGuarded || wouldRun ? "'" : "") + std::string(text);
}

std::string unguarded(std::string_view cell)
{
    const bool isGuarded = cell.size() > 1 && cell[0] == '\'' && wantsGuard(cell[1]);
    return std::string(isGuarded ? cell.substr(1) : cell);
}

std::string csvField(std::string_view value)
{
    const bool blankEnds = !value.empty() && (value.front() == ' ' || value.back() == ' ');
    if (!blankEnds && value.find_first_of("\",\r\n;\t") == std::string_view::npos)
        return std::string(value);
    std::string quoted = "\"";
    for (const char c : value) {
        if (c == '"')
            quoted += '"';
        quoted += c;
    }
    return quoted + '"';
}

std::string csvLine(const std::vector<std::string>& fields)
{
    std::string line;
    for (const std::string& field : fields) {
        if (&field != &fields.front())
            line += ',';
        line += csvField(field);
    }
    return line + "\r\n";
}

} // namespace iris
