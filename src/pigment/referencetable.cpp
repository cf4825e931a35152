#include "pigment/referencetable.h"

#include "base/csvreader.h"
#include "base/text.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <functional>
#include <map>

namespace iris {

namespace data {
extern const std::string_view pigmentsCsv;
extern const std::string_view shapesCsv;
extern const std::string_view availabilityCsv;
extern const std::string_view tradeNamesCsv;
extern const std::string_view cautionsCsv;
} // namespace data

namespace {

/// A CSV record whose fields are asked for by column name.
class Row {
public:
    Row(const std::map<std::string, std::size_t>& columns, const CsvRecord& record)
        : m_columns(columns),
          m_record(record)
    {
    }

    std::string text(const std::string& column) const
    {
        const auto at = m_columns.find(column);
        return at != m_columns.end() && at->second < m_record.fields.size() ? m_record.fields[at->second] : "";
    }

    double number(const std::string& column)
    {
        const auto value = parseNumber(text(column));
        if (!value && m_wrong.empty())
            m_wrong = column;
        return value.value_or(0);
    }

    Lab lab(const std::string& prefix) { return {number(prefix + "_L"), number(prefix + "_a"), number(prefix + "_b")}; }

    /// The first column that should have held a number and did not.
    const std::string& wrongColumn() const { return m_wrong; }

private:
    const std::map<std::string, std::size_t>& m_columns;
    const CsvRecord& m_record;
    std::string m_wrong;
};

tl::unexpected<Error> badRow(const CsvRecord& record, const std::string& why)
{
    return tl::unexpected(Error{ErrorCode::BadCsv, why, {}, record.line, 0});
}

Result<ReferencePigment> pigmentFrom(Row row, const CsvRecord& record)
{
    ReferencePigment pigment;
    auto code = parsePigmentCode(row.text("code"));
    const auto family = named<HueFamily>(row.text("hue_family"));
    if (!code)
        return badRow(record, code.error().message);
    if (!family)
        return badRow(record, "unknown hue family \"" + row.text("hue_family") + "\"");
    pigment.code = *code;
    pigment.family = *family;
    pigment.form = row.text("form");
    pigment.commonName = row.text("common_name");
    pigment.ciNumber = row.text("ci_number");
    pigment.chemistry = row.text("chemistry");
    pigment.full = row.lab("full");
    pigment.thin = row.lab("thin");
    pigment.overBlack = row.lab("black");
    pigment.strength = row.number("strength");
    pigment.staining = static_cast<int>(row.number("staining"));
    pigment.granulation = static_cast<int>(row.number("granulation"));
    pigment.lightfastness = static_cast<int>(row.number("lightfastness"));
    pigment.cautions = split(row.text("caution"), ';');
    pigment.confidence = row.text("confidence");
    pigment.note = row.text("note");
    if (!row.wrongColumn().empty())
        return badRow(record, "column " + row.wrongColumn() + " does not hold a number");
    return pigment;
}

std::map<std::string, std::size_t> columnsOf(const CsvRecord& header)
{
    std::map<std::string, std::size_t> columns;
    for (std::size_t i = 0; i < header.fields.size(); ++i)
        columns[header.fields[i]] = i;
    return columns;
}

Result<std::vector<Caution>> cautionsFrom(std::string_view csv)
{
    const auto records = readCsv(csv);
    if (!records)
        return tl::unexpected(records.error());
    std::vector<Caution> cautions;
    for (std::size_t i = 1; i < records->size(); ++i) {
        const CsvRecord& record = (*records)[i];
        if (record.fields.size() != 3)
            return badRow(record, "a caution has three fields: token, what, handling");
        cautions.push_back({record.fields[0], record.fields[1], record.fields[2]});
    }
    return cautions;
}

/// Reads a table that has a row for every pigment, in the same order.
/// @param what the table tells, in the words of an error; @param add one row's figures to its pigment
Result<void> addToEach(std::vector<ReferencePigment>& pigments, std::string_view csv, const std::string& what,
                       const std::function<Result<void>(ReferencePigment&, Row&, const CsvRecord&)>& add)
{
    const auto records = readCsv(csv);
    if (!records)
        return tl::unexpected(records.error());
    if (records->size() != pigments.size() + 1)
        return failure(ErrorCode::BadCsv, "there is not one " + what + " for every pigment");
    const auto columns = columnsOf(records->front());
    for (std::size_t i = 0; i < pigments.size(); ++i) {
        const CsvRecord& record = (*records)[i + 1];
        Row row(columns, record);
        if (row.text("code") != pigments[i].code.text() || row.text("form") != pigments[i].form)
            return badRow(record, "this is not the " + what + " of " + pigments[i].id());
        if (auto added = add(pigments[i], row, record); !added)
            return added;
    }
    return {};
}

Result<void> addShapes(std::vector<ReferencePigment>& pigments, std::string_view csv)
{
    return addToEach(pigments, csv, "shape",
                     [](ReferencePigment& pigment, Row& row, const CsvRecord& record) -> Result<void> {
                         PigmentShape& shape = pigment.shape;
                         shape.scatteringAt555 = row.number("S_555");
                         shape.scatteringSlope = row.number("S_slope");
                         for (std::size_t band = 0; band < bandCount; ++band) {
                             std::string column = "K_";
                             column += std::to_string(std::lround(wavelengthNm(band)));
                             shape.absorption[band] = row.number(column);
                         }
                         if (!row.wrongColumn().empty())
                             return badRow(record, "column " + row.wrongColumn() + " does not hold a number");
                         if (shape.scatteringAt555 <= 0 || std::ranges::min(shape.absorption) <= 0)
                             return badRow(record, "absorption and scattering are above 0");
                         return {};
                     });
}

Result<void> addAvailability(std::vector<ReferencePigment>& pigments, std::string_view csv)
{
    return addToEach(pigments, csv, "availability",
                     [](ReferencePigment& pigment, Row& row, const CsvRecord& record) -> Result<void> {
                         const std::string sold = row.text("sold");
                         if (sold.size() != 1 || sold[0] < '0' || sold[0] > '3')
                             return badRow(record, "how commonly a paint is sold is told as 0 to 3");
                         pigment.sold = sold[0] - '0';
                         return {};
                     });
}

/// "ivory black" of "ivory (bone) black".
std::string plainName(std::string name)
{
    const auto from = name.find(" (");
    const auto to = name.find(')', from == std::string::npos ? 0 : from);
    return from == std::string::npos || to == std::string::npos ? name : name.erase(from, to + 1 - from);
}

Result<void> addTradeNames(std::vector<ReferencePigment>& pigments, std::string_view csv)
{
    return addToEach(pigments, csv, "list of names",
                     [](ReferencePigment& pigment, Row& row, const CsvRecord& record) -> Result<void> {
                         pigment.usualName = row.text("usual");
                         if (pigment.usualName.empty())
                             pigment.usualName = plainName(pigment.commonName);
                         for (std::string& name : split(row.text("also_called"), ';'))
                             if (!name.empty())
                                 pigment.alsoCalled.push_back(std::move(name));
                         for (const std::string& word : split(row.text("varies"), ';')) {
                             const auto varies = named<Varies>(word);
                             if (!varies && !word.empty())
                                 return badRow(record, "paints do not vary in \"" + word + "\"");
                             if (varies)
                                 pigment.varies.push_back(*varies);
                         }
                         return {};
                     });
}

} // namespace

std::string ReferencePigment::id() const
{
    return form.empty() ? code.text() : code.text() + '/' + form;
}

Result<ReferenceTable> ReferenceTable::fromCsv(std::string_view pigments, std::string_view shapes,
                                               std::string_view availability, std::string_view tradeNames,
                                               std::string_view cautions)
{
    ReferenceTable table;
    auto readCautions = cautionsFrom(cautions);
    const auto records = readCsv(pigments);
    if (!readCautions)
        return tl::unexpected(readCautions.error());
    if (!records)
        return tl::unexpected(records.error());
    if (records->empty())
        return failure(ErrorCode::BadCsv, "the pigment table is empty");
    table.m_cautions = std::move(*readCautions);
    const auto columns = columnsOf(records->front());
    for (std::size_t i = 1; i < records->size(); ++i) {
        auto pigment = pigmentFrom(Row(columns, (*records)[i]), (*records)[i]);
        if (!pigment)
            return tl::unexpected(pigment.error());
        table.m_pigments.push_back(std::move(*pigment));
    }
    if (auto added = addShapes(table.m_pigments, shapes); !added)
        return tl::unexpected(added.error());
    if (auto added = addAvailability(table.m_pigments, availability); !added)
        return tl::unexpected(added.error());
    if (auto added = addTradeNames(table.m_pigments, tradeNames); !added)
        return tl::unexpected(added.error());
    return table;
}

const ReferenceTable& ReferenceTable::shipped()
{
    static const ReferenceTable table = [] {
        auto read =
            fromCsv(data::pigmentsCsv, data::shapesCsv, data::availabilityCsv, data::tradeNamesCsv, data::cautionsCsv);
        assert(read && "the shipped table is tested");
        return read ? std::move(*read) : ReferenceTable{};
    }();
    return table;
}

std::vector<const ReferencePigment*> ReferenceTable::rowsOf(const PigmentCode& code) const
{
    std::vector<const ReferencePigment*> rows;
    for (const ReferencePigment& pigment : m_pigments)
        if (pigment.code == code)
            rows.push_back(&pigment);
    std::ranges::stable_sort(rows, {}, [](const ReferencePigment* row) { return !row->form.empty(); });
    return rows;
}

const ReferencePigment* ReferenceTable::typical(const PigmentCode& code) const
{
    auto rows = rowsOf(code);
    if (rows.empty() && code.variant > 0) {
        PigmentCode base = code;
        base.variant = 0;
        rows = rowsOf(base);
    }
    return rows.empty() ? nullptr : rows.front();
}

Result<PigmentReference> parsePigmentReference(std::string_view text)
{
    const auto slash = text.find('/');
    auto code = parsePigmentCode(text.substr(0, slash));
    if (!code)
        return tl::unexpected(code.error());
    const std::string_view form = slash == std::string_view::npos ? "" : text.substr(slash + 1);
    return PigmentReference{*code, std::string(trimmed(form))};
}

std::vector<const ReferencePigment*> ReferenceTable::rowsCalled(std::string_view name) const
{
    const std::string wanted = lowered(trimmed(name));
    const auto rowsWhere = [&](const auto& holds) {
        std::vector<const ReferencePigment*> rows;
        for (const ReferencePigment& pigment : m_pigments)
            if (holds(pigment))
                rows.push_back(&pigment);
        return rows;
    };
    if (wanted.empty())
        return {};
    auto rows = rowsWhere([&](const ReferencePigment& row) { return lowered(row.commonName) == wanted; });
    if (rows.empty())
        rows = rowsWhere([&](const ReferencePigment& row) { return lowered(row.form) == wanted; });
    if (rows.empty())
        rows = rowsWhere([&](const ReferencePigment& row) {
            return std::ranges::any_of(row.alsoCalled,
                                       [&](const std::string& other) { return lowered(other) == wanted; });
        });
    if (rows.empty()) // "cobalt" of cobalt blue
        rows =
            rowsWhere([&](const ReferencePigment& row) { return lowered(row.commonName).starts_with(wanted + ' '); });
    return rows;
}

Result<const ReferencePigment*> ReferenceTable::findCalled(std::string_view name, const Error& noCode) const
{
    const auto rows = rowsCalled(name);
    if (rows.size() == 1)
        return rows.front();
    std::vector<std::string> known;
    if (rows.empty()) {
        for (const ReferencePigment& pigment : m_pigments) {
            known.push_back(pigment.commonName);
            known.push_back(pigment.commonName.substr(0, pigment.commonName.find(' ')));
        }
        const auto meant = nearestWord(trimmed(name), known);
        return meant ? failure(ErrorCode::UnknownPigment,
                               "no pigment is called \"" + std::string(name) + "\"; did you mean " + *meant + "?")
                     : tl::unexpected(noCode);
    }
    for (const ReferencePigment* row : rows)
        known.push_back(row->id());
    return failure(ErrorCode::UnknownPigment,
                   "more than one pigment is called \"" + std::string(name) + "\": " + joinedInWords(known));
}

Result<const ReferencePigment*> ReferenceTable::find(std::string_view id) const
{
    const auto wanted = parsePigmentReference(id);
    if (!wanted)
        return findCalled(id, wanted.error());
    const auto rows = rowsOf(wanted->code);
    if (rows.empty())
        return failure(ErrorCode::UnknownPigment, wanted->code.text() + " is not in the reference table");
    if (wanted->form.empty())
        return rows.front();
    std::vector<std::string> forms;
    for (const ReferencePigment* candidate : rows) {
        if (lowered(candidate->form) == lowered(wanted->form)
            || lowered(candidate->commonName) == lowered(wanted->form))
            return candidate;
        forms.push_back(candidate->form.empty() ? "the ordinary one" : candidate->form);
    }
    return failure(ErrorCode::UnknownPigment,
                   wanted->code.text() + " has no form \"" + wanted->form + "\"; there is " + joinedInWords(forms));
}

const Caution* ReferenceTable::caution(std::string_view token) const
{
    const auto found = std::ranges::find(m_cautions, token, &Caution::token);
    return found == m_cautions.end() ? nullptr : &*found;
}

} // namespace iris
