#include "base/csvfields.h"

namespace iris {
namespace {

constexpr long long mostWhole = 1000; // no rating or percentage is beyond it

} // namespace

std::string CsvFields::text(const std::string& column) const
{
    const auto at = m_columns.find(column);
    return at != m_columns.end() && at->second < m_record.fields.size() ? unguarded(m_record.fields[at->second]) : "";
}

std::optional<double> CsvFields::number(const std::string& column)
{
    const std::string field = text(column);
    if (trimmed(field).empty())
        return std::nullopt;
    const auto value = parseNumber(field);
    if (!value)
        complain("\"" + field + "\" in column " + column + " is not a number");
    return value;
}

std::optional<int> CsvFields::wholeNumber(const std::string& column)
{
    const std::string field = text(column);
    if (trimmed(field).empty())
        return std::nullopt;
    const auto value = parseWholeNumber(field, -mostWhole, mostWhole);
    if (!value) {
        complain("\"" + field + "\" in column " + column + " is not a whole number");
        return std::nullopt;
    }
    return static_cast<int>(*value);
}

void CsvFields::complain(std::string what)
{
    if (m_problem.empty())
        m_problem = std::move(what);
}

} // namespace iris
