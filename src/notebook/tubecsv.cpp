#include "notebook/tubecsv.h"

#include "base/csvfields.h"

#include <algorithm>
#include <array>

namespace iris {
namespace {

constexpr std::array<std::string_view, 28> columnNames{"maker",
                                                       "name",
                                                       "codes",
                                                       "form",
                                                       "full_l",
                                                       "full_a",
                                                       "full_b",
                                                       "thin_l",
                                                       "thin_a",
                                                       "thin_b",
                                                       "black_l",
                                                       "black_a",
                                                       "black_b",
                                                       "strength",
                                                       "staining",
                                                       "granulation",
                                                       "lightfastness",
                                                       "notes",
                                                       "line",
                                                       "transparency",
                                                       "measured_staining",
                                                       "measured_granulation",
                                                       "container",
                                                       "size_ml",
                                                       "price",
                                                       "left_percent",
                                                       "where",
                                                       "bought_on"};
constexpr std::size_t firstSwatchColumn = 4;
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

std::optional<Swatch> swatchFrom(CsvFields& fields)
{
    std::array<double, 9> values{};
    std::size_t given = 0;
    for (std::size_t i = 0; i < values.size(); ++i) {
        if (const auto value = fields.number(std::string(columnNames[firstSwatchColumn + i]))) {
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

Stock stockFrom(CsvFields& fields)
{
    Stock stock;
    stock.container = fields.word("container", named<Container>, "tube, pan").value_or(Container::Tube);
    stock.sizeMl = fields.number("size_ml");
    stock.price = fields.number("price");
    stock.leftPercent = fields.wholeNumber("left_percent");
    stock.where =
        fields.word("where", named<Whereabouts>, "palette, drawer, wish list, used up").value_or(Whereabouts::Drawer);
    stock.boughtOn = trimmed(fields.text("bought_on"));
    return stock;
}

Result<Tube> tubeFrom(CsvFields fields, const ReferenceTable& table)
{
    Tube tube;
    tube.maker = fields.text("maker");
    tube.name = fields.text("name");
    tube.form = fields.text("form");
    tube.notes = fields.text("notes");
    if (const std::string text = fields.text("codes"); !trimmed(text).empty()) {
        auto codes = parsePigmentCodes(text);
        if (codes)
            tube.codes = std::move(*codes);
        else
            fields.complain(codes.error().message);
    }
    tube.swatch = swatchFrom(fields);
    tube.strength = fields.number("strength");
    tube.staining = fields.wholeNumber("staining");
    tube.granulation = fields.wholeNumber("granulation");
    tube.lightfastness = fields.wholeNumber("lightfastness");
    tube.line = fields.text("line");
    tube.transparency =
        fields.word("transparency", named<TransparencyClass>, "transparent, semi-transparent, semi-opaque, opaque");
    tube.measured.staining = fields.wholeNumber("measured_staining");
    tube.measured.granulation = fields.wholeNumber("measured_granulation");
    tube.stock = stockFrom(fields);
    if (!fields.problem().empty())
        return failure(ErrorCode::BadCsv, fields.problem());
    if (const auto fine = validate(tube, table); !fine)
        return tl::unexpected(fine.error());
    return tube;
}

std::string written(const std::optional<double>& value)
{
    return value ? shortestNumber(*value) : "";
}

std::string written(const std::optional<int>& value)
{
    return value ? std::to_string(*value) : "";
}

void addLab(std::vector<std::string>& fields, const std::optional<Swatch>& swatch, Lab Swatch::*colour)
{
    for (double Lab::*axis : {&Lab::l, &Lab::a, &Lab::b})
        fields.push_back(swatch ? shortestNumber((*swatch).*colour.*axis) : "");
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
    const CsvRecord& header = records->front();
    for (std::size_t i = 0; i < header.fields.size(); ++i) {
        const std::string name = canonical(header.fields[i]);
        if (std::ranges::find(columnNames, name) != columnNames.end())
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
    std::string text = "maker,name,codes,form,full_L,full_a,full_b,thin_L,thin_a,thin_b,black_L,black_a,black_b,"
                       "strength,staining,granulation,lightfastness,notes,line,transparency,measured_staining,"
                       "measured_granulation,container,size_ml,price,left_percent,where,bought_on\r\n";
    for (const Tube& tube : tubes) {
        std::vector<std::string> fields{guarded(tube.maker), guarded(tube.name), textOf(tube.codes),
                                        guarded(tube.form)};
        addLab(fields, tube.swatch, &Swatch::full);
        addLab(fields, tube.swatch, &Swatch::thin);
        addLab(fields, tube.swatch, &Swatch::overBlack);
        fields.push_back(written(tube.strength));
        fields.push_back(written(tube.staining));
        fields.push_back(written(tube.granulation));
        fields.push_back(written(tube.lightfastness));
        fields.push_back(guarded(tube.notes));
        fields.push_back(guarded(tube.line));
        fields.emplace_back(tube.transparency ? nameOf(*tube.transparency) : "");
        fields.push_back(written(tube.measured.staining));
        fields.push_back(written(tube.measured.granulation));
        fields.emplace_back(nameOf(tube.stock.container));
        fields.push_back(written(tube.stock.sizeMl));
        fields.push_back(written(tube.stock.price));
        fields.push_back(written(tube.stock.leftPercent));
        fields.emplace_back(nameOf(tube.stock.where));
        fields.push_back(tube.stock.boughtOn);
        text += csvLine(fields);
    }
    return text;
}

} // namespace iris
