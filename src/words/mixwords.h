#pragma once

#include "mixing/recipe.h"
#include "mixing/waybetween.h"
#include "mixing/whatmakes.h"

#include <span>
#include <string>

namespace iris {

/// A word for how strong a wash is, from a film thickness upwards, and what is meant by it. Full is 1, middle 0.45 and
/// thin 0.2; where the words change is ours.
struct WashWord {
    double above = 0;
    std::string_view word;
    std::string_view meaning;
};

/// From the strongest to bare paper.
std::span<const WashWord> washWords();

std::string washWord(double thickness);

/// A recipe and its wash, "3 Lemon Yellow + 1 Ultramarine, thin"; "leave the paper".
std::string laidWords(const Recipe& recipe, std::span<const Paint> paints);
std::string shortLaidWords(const Recipe& recipe, std::span<const Paint> paints);

/// "3 Yellow Ochre + 1 Ultramarine", "6 Lemon Yellow + a touch of Phthalo Blue"; of so little that no one can count it,
/// "PR122 + a touch of Phthalo Blue (1 to 37)"; the name alone for one tube. In the order of the recipe.
std::string recipeWords(const Recipe& recipe, std::span<const Paint> paints);

/// The same where there is little room: "6 Lemon Yellow + 1t Phthalo Blue".
std::string shortRecipeWords(const Recipe& recipe, std::span<const Paint> paints);

/// "separates as it dries", "may separate as it dries"; nothing for No.
std::string_view separationWords(Separation separation);

/// The share of the chroma that is reached at its hue from which a colour is called clean.
inline constexpr double plainlyClean = 0.8;

/// How clean a colour is beside what the tubes at hand can do at its hue: "as clean as your tubes go at this hue" (0.9
/// and more), "nearly as clean as ..." (0.8), "a little dull for what your tubes can do at this hue" (0.5), "muted for
/// ..." (0.25), "greyed for ...". Nothing for a colour below chroma 9, which has no hue to be clean in.
std::string cleanlinessWords(double cleanliness, const Lab& colour);

/// "None of these makes a dark. Nearest: 3 Burnt Sienna + 2 Ultramarine, full: dark grey brown, L* 33, warm; a second
/// layer takes it to L* 27. What is missing is a blue to take its colour away." Of greys and darks.
std::string nearMissWords(MixKind kind, const NearMiss& miss, std::span<const Paint> paints);

/// Which side of neutral a grey is on: "neutral" below chroma 1, "a touch warm" below 3, "warm"; so with "cool", and
/// with "green" and "violet" between the two, more than 60 degrees from either. Those steps are ours.
std::string greySideWord(const Lab& grey);

/// What greys a palette has, of the b* of its coolest and its warmest: "neutral greys", "greys from cool to warm",
/// "cool greys", "greys from neutral to warm"; "no middle greys" where both are 0. Neutral is within 2; that step is
/// ours.
std::string greysWords(double coolest, double warmest);

/// How much a square would teach: "much" (a fifth and more of all there is to learn), "something" (a twentieth),
/// "little".
std::string_view teachingWord(double share);

/// "stays clean", "dulls on the way" and so on.
std::string describe(WayKind kind);

/// "makes a muted olive" of what is to be a green; of other pairs "stays clean", "dulls at once".
std::string describe(const WayBetween& way);

/// That so many tubes were not chosen from, since there are very many; empty for none.
std::string passedOverWords(std::size_t passedOver);

/// That only some of so many tubes are tried three at a time; empty where all are.
std::string threesWords(std::size_t tubes);

} // namespace iris
