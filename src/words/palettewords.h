#pragma once

#include "palette/choose.h"

#include <string>

namespace iris {

/// "Fewer will not do: every set of 1 and 2 tubes was tried and falls short."
std::string proofWords(const Choice& choice, School school);

/// "No tubes of yours reach dusk; nearest is 3 Rose + 1 Ultramarine, thin (8.2 apart)."
/// @param ofKept of a palette that is kept, rather than of all there is to choose from
std::string nearestWords(const Unreachable& missed, const Need& need, std::span<const Paint> paints, bool ofKept);

} // namespace iris
