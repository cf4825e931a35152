#include "cli/json.h"

#include "base/text.h"
#include "colour/colourname.h"
#include "colour/srgb.h"
#include "words/mixwords.h"

#include <cmath>

namespace iris {

double rounded(double value, int decimals)
{
    const double scale = std::pow(10.0, decimals);
    const double result = std::round(value * scale) / scale;
    return result == 0 ? 0.0 : result;
}

Json toJson(const Lab& lab)
{
    return {{"L", rounded(lab.l, 3)}, {"a", rounded(lab.a, 3)}, {"b", rounded(lab.b, 3)}};
}

Json toJson(const Swatch& swatch)
{
    return {{"full", toJson(swatch.full)}, {"thin", toJson(swatch.thin)}, {"over_black", toJson(swatch.overBlack)}};
}

Json toJson(const Transparency& transparency)
{
    return {{"class", nameOf(transparency.kind)},
            {"uncertain", transparency.uncertain},
            {"varies", transparency.varies},
            {"opacity_index", rounded(transparency.opacityIndex, 3)},
            {"hiding", rounded(transparency.hiding, 3)},
            {"veil", rounded(transparency.veil, 3)}};
}

Json toJson(const Lean& lean)
{
    return {{"family", nameOf(lean.family)},
            {"towards", lean.inTheMiddle() ? Json(nullptr) : Json(nameOf(lean.towards))},
            {"degrees", rounded(lean.degrees, 1)}};
}

void addDisplay(Json& object, const Lab& lab)
{
    const Srgb colour = toSrgb(lab);
    object["hex"] = toHex(colour);
    object["outside_srgb"] = colour.outside;
    object["name"] = colourName(lab);
}

Json partsJson(const Recipe& recipe, std::span<const Paint> paints)
{
    Json parts = Json::array();
    for (const Part& part : recipe.parts)
        parts.push_back({{"tube", paints[part.paint].name}, {"parts", part.parts}});
    return parts;
}

Json toJson(const Match& match, std::span<const Paint> paints)
{
    Json object{{"parts", partsJson(match.recipe, paints)},
                {"wash", rounded(match.recipe.wash, 3)},
                {"apart", rounded(match.apart, 3)},
                {"colour", toJson(match.colour)}};
    addDisplay(object, match.colour);
    return object;
}

Json mixJson(const Recipe& recipe, const Lab& colour, const MixJudgement& judgement, std::span<const Paint> paints)
{
    Json object{{"parts", partsJson(recipe, paints)},
                {"wash", recipe.wash},
                {"colour", toJson(colour)},
                {"swatch", toJson(judgement.swatch)},
                {"transparency", toJson(judgement.transparency)},
                {"weakest_lightfastness", judgement.lightfastness},
                {"staining", judgement.staining},
                {"separates", nameOf(judgement.separation)}};
    addDisplay(object, colour);
    return object;
}

std::string separationText(Separation separation)
{
    const std::string words(separationWords(separation));
    return words.empty() ? words : ", " + words;
}

std::string recipeText(const Recipe& recipe, std::span<const Paint> paints)
{
    return shown(laidWords(recipe, paints));
}

std::string labText(const Lab& lab)
{
    return formatNumber(lab.l, 1) + ", " + formatNumber(lab.a, 1) + ", " + formatNumber(lab.b, 1);
}

} // namespace iris
