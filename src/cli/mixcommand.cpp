#include "base/text.h"
#include "cli/arguments.h"
#include "cli/json.h"
#include "colour/colourname.h"
#include "colour/srgb.h"
#include "paint/ratings.h"

namespace iris {
Result<Output> mixCommand(const MixArguments& arguments)
{
    const auto source = TubeSource::from(arguments.source);
    if (!source)
        return tl::unexpected(source.error());
    const auto wash = checkedWash(arguments.wash);
    if (!wash)
        return tl::unexpected(wash.error());
    Recipe recipe{{}, *wash};
    for (const std::string& text : arguments.parts) {
        const auto part = parsePart(text, *source);
        if (!part)
            return tl::unexpected(part.error());
        recipe.parts.push_back(*part);
    }
    const auto& paints = source->paints();
    const Lab colour = colourOf(recipe, paints);
    const MixJudgement judgement = judge(recipe, paints);
    Output output{"", mixJson(recipe, colour, judgement, paints)};
    const Srgb shown = toSrgb(colour);
    output.text = recipeText(recipe, paints) + "\n  " + colourName(colour) + "\n  Lab " + labText(colour) + "; "
                  + toHex(shown) + (shown.outside ? " (outside what a display can show)" : "") + "\n  full "
                  + labText(judgement.swatch.full) + "; thin " + labText(judgement.swatch.thin) + "; over black "
                  + labText(judgement.swatch.overBlack) + "\n  " + describe(judgement.transparency)
                  + ", weakest lightfastness " + std::string(lightfastnessWord(judgement.lightfastness))
                  + (judgement.separates ? ", separates as it dries" : "") + "\n";
    return output;
}

} // namespace iris
