#include "notebook/tubecsv.h"

#include "base/csvfields.h"
#include "notebook/recordcolumns.h"

#include <algorithm>
#include <array>
#include <iterator>

namespace iris {
namespace {

constexpr std::size_t mostRows = 5000; // many times any drawer; a longer list is some other table

std::string canonical(std::string_view header)
{
    std::string name = lowered(trimmed(header));
    if (name == "tube" || name == "paint")
        return "name";
    if (name == "code" || name == "pigment" || name == "pigments")
        return "codes";
    if (name == "brand")
        return "maker";
    return name;
}

/// What the columns of a field are called in a list.
template <typename Value> std::vector<std::string> listColumns(const char* name, const Field& field)
{
    if (field.inLists)
        return {field.inLists};
    std::vector<std::string> columns;
    for (const QString& column : columnsOf<Value>(name, field))
        columns.push_back(column.toStdString());
    return columns;
}

std::vector<std::string> allListColumns()
{
    std::vector<std::string> all;
    Tube tube;
    Tube::fields(tube, [&](const char* name, auto& value, const Field& field) {
        std::ranges::copy(listColumns<std::remove_reference_t<decltype(value)>>(name, field), std::back_inserter(all));
    });
    return all;
}

std::optional<Swatch> swatchFrom(CsvFields& fields, const std::vector<std::string>& columns)
{
    std::array<double, 9> values{};
    std::size_t given = 0;
    for (std::size_t i = 0; i < values.size(); ++i) {
        if (const auto value = fields.number(columns[i])) {
            values[i] = *value;
            ++given;
        }
    }
    if (given == 0)
        return std::nullopt;
    if (given < values.size())
        fields.complain("a swatch needs all nine numbers: full, thin and black, each L, a and b");
    return Swatch{
        {values[0], values[1], values[2]}, {values[3], values[4], values[5]}, {values[6], values[7], values[8]}};
}

/// What stands in the columns of one field.
template <typename Value>
void readField(CsvFields& fields, const std::vector<std::string>& columns, Value& value, const Field& field)
{
    const std::string& column = columns.front();
    if constexpr (std::is_same_v<Value, std::string>) {
        value = field.text == TextKind::Day ? trimmed(fields.text(column)) : fields.text(column);
    } else if constexpr (std::is_same_v<Value, std::vector<PigmentCode>>) {
        auto codes = trimmed(fields.text(column)).empty() ? Value{} : parsePigmentCodes(fields.text(column));
        if (codes)
            value = std::move(*codes);
        else
            fields.complain(codes.error().message);
    } else if constexpr (std::is_same_v<Value, std::optional<Swatch>>) {
        value = swatchFrom(fields, columns);
    } else if constexpr (std::is_same_v<Value, std::optional<double>>) {
        value = fields.number(column);
    } else if constexpr (std::is_same_v<Value, std::optional<int>>) {
        value = fields.wholeNumber(column);
    } else if constexpr (std::is_enum_v<Value>) {
        value = fields.word<Value>(column).value_or(value);
    } else {
        value = fields.word<typename Value::value_type>(column);
    }
}

Result<Tube> tubeFrom(CsvFields fields, const ReferenceTable& table)
{
    Tube tube;
    Tube::fields(tube, [&](const char* name, auto& value, const Field& field) {
        readField(fields, listColumns<std::remove_reference_t<decltype(value)>>(name, field), value, field);
    });
    if (!fields.problem().empty())
        return failure(ErrorCode::BadCsv, fields.problem());
    if (const auto fine = validate(tube, table); !fine)
        return tl::unexpected(fine.error());
    return tube;
}

/// What goes into the columns of one field.
template <typename Value> std::vector<std::string> written(const Value& value)
{
    if constexpr (std::is_same_v<Value, std::string>) {
        return {guarded(value)};
    } else if constexpr (std::is_same_v<Value, std::vector<PigmentCode>>) {
        return {textOf(value)};
    } else if constexpr (std::is_same_v<Value, Swatch>) {
        std::vector<std::string> numbers;
        for (const Lab& colour : {value.full, value.thin, value.overBlack})
            for (const double axis : {colour.l, colour.a, colour.b})
                numbers.push_back(shortestNumber(axis));
        return numbers;
    } else if constexpr (std::is_enum_v<Value>) {
        return {std::string(nameOf(value))};
    } else if constexpr (std::is_arithmetic_v<Value>) {
        return {shortestNumber(value)};
    } else if (value) {
        return written(*value);
    } else {
        return std::vector<std::string>(
            static_cast<std::size_t>(columnEndings<typename Value::value_type>().size())); // left open
    }
}

} // namespace

Result<TubeList> readTubesCsv(std::string_view text, const ReferenceTable& table)
{
    const auto records = readCsv(text, guessSeparator(text));
    if (!records)
        return tl::unexpected(records.error());
    if (records->empty())
        return failure(ErrorCode::BadCsv,
                       "the list is empty; its first line must name the columns, such as name and codes");
    if (records->size() > mostRows + 1)
        return failure(ErrorCode::BadCsv, "the list has " + std::to_string(records->size() - 1) + " lines; at most "
                                              + std::to_string(mostRows)
                                              + " tubes come in at once. Is it the right file?");
    TubeList list;
    CsvColumns columns;
    const std::vector<std::string> known = allListColumns();
    const CsvRecord& header = records->front();
    for (std::size_t i = 0; i < header.fields.size(); ++i) {
        const std::string name = canonical(header.fields[i]);
        if (std::ranges::find(known, name) != known.end())
            columns.emplace(name, i);
        else if (!name.empty())
            list.ignoredColumns.push_back(header.fields[i]);
    }
    if (!columns.contains("name"))
        return failure(ErrorCode::BadCsv, "there is no column called name; the first line must name the columns");
    for (std::size_t i = 1; i < records->size(); ++i) {
        auto tube = tubeFrom(CsvFields(columns, (*records)[i]), table);
        if (tube) {
            list.tubes.push_back(std::move(*tube));
        } else {
            Error error = tube.error();
            error.line = (*records)[i].line;
            list.problems.push_back(std::move(error));
        }
    }
    return list;
}

std::string writeTubesCsv(const std::vector<Tube>& tubes)
{
    std::vector<std::string> header = allListColumns();
    for (std::string& column : header)
        if (column.ends_with("_l"))
            column.back() = 'L';
    std::string text = csvLine(header);
    for (const Tube& tube : tubes) {
        std::vector<std::string> fields;
        Tube::fields(tube, [&](const char*, const auto& value, const Field&) {
            std::ranges::copy(written(value), std::back_inserter(fields));
        });
        text += csvLine(fields);
    }
    return text;
}

} // namespace iris
