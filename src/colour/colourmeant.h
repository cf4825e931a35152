#pragma once

#include "base/result.h"
#include "colour/colourvocabulary.h"

#include <string>
#include <string_view>

namespace iris {

/// Some colours: a stretch of lightness, one of chroma and one of hue.
struct ColourRange {
    ColourSpan l = anyL;
    ColourSpan chroma = anyChroma;
    ColourSpan hue = anyHue; ///< degrees; below 0 or beyond 360 where it goes past red

    bool holds(const Lab& lab) const;
    /// A colour in it as paint mostly has it: blues dark, yellows light, thin washes weak.
    Lab middle() const;

    bool operator==(const ColourRange&) const = default;
};

/// What a painter's words for a colour mean: "dull olive, dark", "a warm grey", "peach", "greenish blue". Colours are
/// named as colourName() names them, and by some sixty words more; how dull, light or warm in the usual words, "very"
/// among them; "greenish", or another colour before it, turns the hue that way. Every colour lies in the range of its
/// own colourName(). Letter case, commas and hyphens do not matter.
/// @return BadColour which names the word that is not understood, or says that there is none
Result<ColourRange> colourMeant(std::string_view words);

} // namespace iris
