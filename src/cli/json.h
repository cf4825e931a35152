#pragma once

#include "cli/commands.h"
#include "mixing/matching.h"
#include "paint/paint.h"

namespace iris {

/// A number with so many decimals, so that JSON does not pretend to more than the model knows.
double rounded(double value, int decimals);

/// {"L": .., "a": .., "b": ..}
Json toJson(const Lab& lab);
Json toJson(const Swatch& swatch);
Json toJson(const Transparency& transparency);
Json toJson(const Lean& lean);

/// sRGB hex, whether it lies outside sRGB, and the colour's name.
void addDisplay(Json& object, const Lab& lab);

/// [{"tube": .., "parts": ..}, ..]
Json partsJson(const Recipe& recipe, std::span<const Paint> paints);
Json toJson(const Match& match, std::span<const Paint> paints);

/// A recipe with its colour, name and what it does beyond its colour.
Json mixJson(const Recipe& recipe, const Lab& colour, const MixJudgement& judgement, std::span<const Paint> paints);

/// ", may separate as it dries"; nothing where it does not.
std::string separationText(Separation separation);

/// "3 Yellow Ochre + 1 Ultramarine, thin" for people.
std::string recipeText(const Recipe& recipe, std::span<const Paint> paints);

/// "62.0, -14.0, 38.0"
std::string labText(const Lab& lab);

} // namespace iris
