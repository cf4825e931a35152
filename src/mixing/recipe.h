#pragma once

#include "base/named.h"
#include "mixing/ratios.h"
#include "paint/paint.h"
#include "paint/paper.h"

#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace iris {

/// A paint and its parts in a mix. The paint is an index into whatever list the recipe goes with.
struct Part {
    std::size_t paint = 0;
    int parts = 1; ///< >= 1

    auto operator<=>(const Part&) const = default;
};

/// Some paints in whole parts, let out to a wash. No paint at all is a recipe, too: the paper is left bare.
struct Recipe {
    std::vector<Part> parts;
    double wash = wash::full; ///< film thickness, 0 < x <= 4
    Handling handling = {};   ///< it is counted out, laid, and on what

    bool isBarePaper() const { return parts.empty(); }

    bool operator==(const Recipe&) const = default;
};

/// The film of a recipe: each paint's film weighted by parts times tinting strength. Water changes only the thickness.
/// Of bare paper one that neither absorbs nor scatters.
Film mixedFilm(const Recipe& recipe, std::span<const Paint> paints);

/// The colour of a recipe at its wash, dry, on its own paper.
Lab colourOf(const Recipe& recipe, std::span<const Paint> paints);

/// The same on another backing (reflectance under its surface; see paper.h).
Lab colourOf(const Recipe& recipe, std::span<const Paint> paints, const Spectrum& backing);

/// Whether the paints of a mix part as they dry. Painters see it where two of them granulate, and already where one
/// does and another does a little, as ultramarine and light red do (common practice, without a source).
enum class Separation { No, May, Yes };

template <>
inline constexpr std::array enumNames<Separation>{EnumName{Separation::No, "no"}, EnumName{Separation::May, "may"},
                                                  EnumName{Separation::Yes, "yes"}};

/// @param granulations of the paints of a mix, each paint once, 0 to 3
Separation separationOf(std::span<const int> granulations);

/// What a mix does beyond its colour, each computed from its tubes.
struct MixJudgement {
    Swatch swatch; ///< full, thin and over the black line
    Transparency transparency;
    int lightfastness = 1; ///< of its weakest tube, 1 excellent to 5 fugitive
    int staining = 0;      ///< of its strongest stainer, 0 to 3
    Separation separation = Separation::No;

    bool operator==(const MixJudgement&) const = default;
};
MixJudgement judge(const Recipe& recipe, std::span<const Paint> paints);

/// How its parts are counted out; nothing of none.
Counted countedParts(const Recipe& recipe);

/// "3 + 1", or "3 + 5t" with touches, in the order of the recipe; "alone" for one paint, nothing for bare paper.
std::string partsText(const Recipe& recipe);

} // namespace iris
