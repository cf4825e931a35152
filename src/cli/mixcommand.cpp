#include "base/text.h"
#include "cli/arguments.h"
#include "cli/json.h"
#include "colour/colourname.h"
#include "colour/srgb.h"
#include "paint/ratings.h"
#include "words/paintwords.h"

namespace iris {
namespace {

std::string mixText(const Recipe& recipe, const Lab& colour, const MixJudgement& judgement,
                    const std::vector<Paint>& paints)
{
    const Srgb shown = toSrgb(colour);
    return recipeText(recipe, paints) + "\n  " + colourName(colour) + "\n  Lab " + labText(colour) + "; " + toHex(shown)
           + (shown.outside ? " (outside what a display can show)" : "") + "\n  full " + labText(judgement.swatch.full)
           + "; thin " + labText(judgement.swatch.thin) + "; over black " + labText(judgement.swatch.overBlack) + "\n  "
           + describe(judgement.transparency) + ", " + std::string(stainingWord(judgement.staining))
           + ", weakest lightfastness " + std::string(lightfastnessWord(judgement.lightfastness))
           + separationText(judgement.separation) + "\n";
}

/// What a recipe looks like as a glaze over a wash that has dried.
void addGlaze(Output& output, const Recipe& recipe, const Recipe& below, const std::vector<Paint>& paints)
{
    const Spectrum dry = filmReflectance(mixedFilm(below, paints), below.wash, recipe.handling.paper.reflectance());
    const Lab colour = colourOf(recipe, paints, dry);
    output.text +=
        "  over " + recipeText(below, paints) + ": " + colourName(colour) + ", Lab " + labText(colour) + "\n";
    output.json["glaze"] = {{"over", partsJson(below, paints)}, {"over_wash", below.wash}, {"colour", toJson(colour)}};
    addDisplay(output.json["glaze"], colour);
}

} // namespace

Result<Output> mixCommand(const MixArguments& arguments)
{
    const auto asked = sourcedRecipe(arguments.source, arguments.parts, arguments.wash);
    if (!asked)
        return tl::unexpected(asked.error());
    const TubeSource& source = asked->source;
    const Recipe& recipe = asked->recipe;
    const auto below = parseRecipe(arguments.over, arguments.overWash, source);
    if (!below)
        return tl::unexpected(below.error());
    const auto& paints = source.paints();
    const Lab colour = colourOf(recipe, paints);
    const MixJudgement judgement = judge(recipe, paints);
    Output output{mixText(recipe, colour, judgement, paints), mixJson(recipe, colour, judgement, paints)};
    if (!below->parts.empty())
        addGlaze(output, recipe, *below, paints);
    output.remarks = source.remarks();
    return output;
}

} // namespace iris
