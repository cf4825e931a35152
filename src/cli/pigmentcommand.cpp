#include "base/text.h"
#include "cli/json.h"
#include "cli/tubesource.h"
#include "colour/deltae.h"
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
                {"sold", row.sold},
                {"transparency", toJson(paint.transparency())},
                {"lean", toJson(paint.lean())},
                {"also_called", row.alsoCalled},
                {"varies", Json::array()},
                {"note", row.note}};
    for (const Varies what : row.varies)
        object["varies"].push_back(nameOf(what));
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
            + ", lightfastness " + std::string(lightfastnessWord(row.lightfastness)) + "\n  "
            + std::string(soldWords(row.sold)) + " (from memory)\n";
    if (!row.alsoCalled.empty())
        text += "  also sold as " + joinedInWords(row.alsoCalled) + "\n";
    if (const std::string differ = makersDifferWords(paint); !differ.empty())
        text += "  " + differ + "\n";
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

Result<Output> looksLikeCommand(const LooksLikeArguments& arguments)
{
    if (arguments.source.notebook.empty())
        return failure(ErrorCode::BadOption, "name the notebook with --notebook");
    const auto source = TubeSource::from(arguments.source);
    if (!source)
        return tl::unexpected(source.error());
    const auto place = source->find(arguments.tube);
    if (!place)
        return tl::unexpected(place.error());
    const Tube& tube = source->notebook().tubes[*place];
    if (!tube.swatch)
        return failure(ErrorCode::BadOption, shown(tube.name) + " has no swatch of its own; read a card of it first");
    const ReferenceTable& table = ReferenceTable::shipped();
    const double noise = ReadingNoises(source->notebook().swatches).of(tube);
    const auto likely = likelyPigments(*tube.swatch, noise, table, static_cast<std::size_t>(arguments.most));
    const bool honest = source->unlearnt()[*place].looksLikeItsLabel;
    Output output{"", Json{{"tube", tube.name},
                           {"label", textOf(tube.codes)},
                           {"looks_like_its_label", honest},
                           {"pigments", Json::array()}}};
    output.text = honest ? shown(tube.name) + " looks like its label, " + textOf(tube.codes) + "\n"
                         : doubtedLabel(tube.codes, *likely.front().pigment) + "\n";
    for (const LikelyPigment& one : likely) {
        const Swatch typical{one.pigment->full, one.pigment->thin, one.pigment->overBlack};
        const double apart =
            std::max(deltaE00(typical.full, tube.swatch->full), deltaE00(typical.thin, tube.swatch->thin));
        output.text += "  " + one.pigment->id() + "  " + one.pigment->commonName + ", " + formatNumber(apart, 1)
                       + " from its typical colours\n";
        output.json["pigments"].push_back({{"id", one.pigment->id()},
                                           {"common_name", one.pigment->commonName},
                                           {"apart", rounded(apart, 2)},
                                           {"misfit", rounded(one.cost, 1)}});
    }
    return output;
}

} // namespace iris
