#include "base/text.h"
#include "cli/json.h"
#include "mixing/recipe.h"
#include "paint/ratings.h"
#include "pigment/referencetable.h"
#include "words/paintwords.h"

namespace iris {
namespace {

Json cautionsJson(const ReferencePigment& row)
{
    Json cautions = Json::array();
    for (const std::string& token : row.cautions)
        if (const Caution* caution = ReferenceTable::shipped().caution(token))
            cautions.push_back({{"token", caution->token}, {"what", caution->what}, {"handling", caution->handling}});
    return cautions;
}

Json rowJson(const ReferencePigment& row, const Paint& paint)
{
    Json object{{"id", row.id()},
                {"code", row.code.text()},
                {"form", row.form},
                {"common_name", row.commonName},
                {"ci_number", row.ciNumber},
                {"chemistry", row.chemistry},
                {"family", nameOf(row.family)},
                {"source", nameOf(paint.source)},
                {"confidence", row.confidence},
                {"swatch", toJson(paint.swatch)},
                {"strength", row.strength},
                {"staining", row.staining},
                {"granulation", row.granulation},
                {"lightfastness", row.lightfastness},
                {"transparency", toJson(paint.transparency())},
                {"lean", toJson(paint.lean())},
                {"note", row.note}};
    addDisplay(object, row.full);
    object["cautions"] = cautionsJson(row);
    return object;
}

std::string rowText(const ReferencePigment& row, const Paint& paint)
{
    std::string text = row.id() + "  " + row.commonName + " (" + row.chemistry + ")\n";
    text += "  " + describe(paint.lean()) + "; " + describe(paint.transparency()) + "\n";
    text +=
        "  full " + labText(row.full) + "; thin " + labText(row.thin) + "; over black " + labText(row.overBlack) + "\n";
    text += "  strength " + formatNumber(row.strength, 2) + " (ultramarine 1), "
            + std::string(stainingWord(row.staining)) + ", " + std::string(granulationWord(row.granulation))
            + ", lightfastness " + std::string(lightfastnessWord(row.lightfastness)) + "\n";
    if (!row.note.empty())
        text += "  " + row.note + "\n";
    for (const std::string& token : row.cautions)
        if (const Caution* caution = ReferenceTable::shipped().caution(token); caution && token != "none")
            text += "  " + caution->what + " " + caution->handling + "\n";
    return text;
}

} // namespace

Result<Output> pigmentCommand(const PigmentArguments& arguments)
{
    const ReferenceTable& table = ReferenceTable::shipped();
    std::vector<const ReferencePigment*> rows = table.rowsCalled(arguments.code);
    if (rows.empty()) {
        const auto one = table.find(arguments.code);
        if (!one)
            return tl::unexpected(one.error());
        const bool anyForm = parsePigmentReference(arguments.code)->form.empty();
        rows = anyForm ? table.rowsOf((*one)->code) : std::vector{*one};
    }

    Output output{"", Json{{"pigments", Json::array()}}};
    for (const ReferencePigment* row : rows) {
        const Paint paint = paintOf(*row);
        output.json["pigments"].push_back(rowJson(*row, paint));
        output.text += rowText(*row, paint);
    }
    output.text += "Typical values, from memory; your own swatch is the better guide.\n";
    return output;
}

} // namespace iris
