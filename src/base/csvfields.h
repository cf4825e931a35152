#pragma once

#include "base/csvreader.h"
#include "base/named.h"

#include <map>
#include <optional>

namespace iris {

/// Where each column stands in a table, by its name in lower case.
using CsvColumns = std::map<std::string, std::size_t>;

/// The fields of one record by column name; remembers the first thing wrong with it. A column that is not there reads
/// as empty.
class CsvFields {
public:
    CsvFields(const CsvColumns& columns, const CsvRecord& record) : m_columns(columns), m_record(record) {}

    /// What stands in a column, without the guard against being run as a formula.
    std::string text(const std::string& column) const;

    /// Nothing when the field is empty, or is no number, which is complained of.
    std::optional<double> number(const std::string& column);
    std::optional<int> wholeNumber(const std::string& column);

    /// The value of an enum by its name.
    template <HasNames Value> std::optional<Value> word(const std::string& column)
    {
        const std::string field = text(column);
        if (trimmed(field).empty())
            return std::nullopt;
        const auto value = named<Value>(field);
        if (!value)
            complain("\"" + field + "\" in column " + column + " is not one of " + listedNames<Value>());
        return value;
    }

    void complain(std::string what);
    const std::string& problem() const { return m_problem; }

private:
    const CsvColumns& m_columns;
    const CsvRecord& m_record;
    std::string m_problem;
};

} // namespace iris
