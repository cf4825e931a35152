#pragma once

#include "palette/choose.h"
#include "palette/paintrange.h"

#include <string>

namespace iris {

/// "Fewer will not do: every set of 1 and 2 tubes was tried and falls short."
std::string proofWords(const Choice& choice, School school);

/// "deeper than watercolour goes", "lighter than the paper", "cleaner than any paint is at that value"; nothing for No.
std::string_view beyondWords(BeyondPaint beyond);

/// "No tubes of yours reach dusk; nearest is 3 Rose + 1 Ultramarine, thin (8.2 apart)."; of what no
/// paint reaches "Shadow is deeper than watercolour goes; nearest is ...".
/// @param ofKept of a palette that is kept, rather than of all there is to choose from
std::string nearestWords(const Unreachable& missed, const Need& need, std::span<const Paint> paints, bool ofKept);

} // namespace iris
