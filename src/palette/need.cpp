#include "palette/need.h"

#include "base/csvfields.h"
#include "base/text.h"
#include "colour/srgb.h"

#include <algorithm>

namespace iris {
namespace {

Result<Lab> colourOf(const CsvFields& fields)
{
    const std::string hex = fields.text("hex");
    if (!trimmed(hex).empty())
        return parseHex(hex).map([](const Srgb& colour) { return toLab(colour); });
    return parseLab(fields.text("l") + "," + fields.text("a") + "," + fields.text("b"));
}

Result<Need> needFrom(const CsvFields& fields)
{
    Need need;
    need.name = fields.text("name");
    const auto colour = colourOf(fields);
    if (!colour)
        return tl::unexpected(colour.error());
    need.target = *colour;
    if (const std::string text = fields.text("tolerance"); !text.empty()) {
        const auto tolerance = parseTolerance(text);
        if (!tolerance)
            return tl::unexpected(tolerance.error());
        need.tolerance = *tolerance;
    }
    if (const std::string text = fields.text("importance"); !text.empty()) {
        const auto importance = parseNumber(text);
        if (!importance || (*importance != 1 && *importance != 2 && *importance != 3))
            return failure(ErrorCode::BadNeed, "importance is 1, 2 or 3");
        need.importance = static_cast<int>(*importance);
    }
    return need;
}

} // namespace

std::string toleranceWord(double value)
{
    if (value == tolerance::close)
        return "close";
    if (value == tolerance::workable)
        return "workable";
    if (value == tolerance::loose)
        return "loose";
    return formatNumber(value, 1) + " apart";
}

Result<double> parseTolerance(std::string_view text)
{
    const std::string word = lowered(trimmed(text));
    if (word == "close")
        return tolerance::close;
    if (word == "workable")
        return tolerance::workable;
    if (word == "loose")
        return tolerance::loose;
    const auto number = parseNumber(word);
    if (!number || *number <= 0 || *number > 40)
        return failure(ErrorCode::BadNeed, "a tolerance is close, workable, loose, or a number above 0 and up to 40");
    return *number;
}

Result<std::vector<Need>> readNeedsCsv(std::string_view text)
{
    const auto records = readCsv(text, guessSeparator(text));
    if (!records)
        return tl::unexpected(records.error());
    if (records->empty())
        return failure(ErrorCode::BadNeed, "the list of needs is empty");
    CsvColumns columns;
    for (std::size_t i = 0; i < records->front().fields.size(); ++i)
        columns[lowered(trimmed(records->front().fields[i]))] = i;
    if (!columns.contains("hex") && !(columns.contains("l") && columns.contains("a") && columns.contains("b")))
        return failure(ErrorCode::BadNeed, "the first line must name the columns: name and L, a, b (or hex)");
    std::vector<Need> needs;
    for (std::size_t i = 1; i < records->size(); ++i) {
        auto need = needFrom(CsvFields(columns, (*records)[i]));
        if (!need) {
            Error error = need.error();
            error.line = (*records)[i].line;
            return tl::unexpected(error);
        }
        if (need->name.empty())
            need->name = "need " + std::to_string(i);
        needs.push_back(std::move(*need));
    }
    if (needs.size() > mostNeeds)
        return failure(ErrorCode::BadNeed, "at most " + std::to_string(mostNeeds) + " needs can be met at once");
    return needs;
}

} // namespace iris
