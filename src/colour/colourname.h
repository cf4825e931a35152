#pragma once

#include "colour/cielab.h"

#include <string>

namespace iris {

/// A colour in a painter's plain words, "muted yellow-green, mid value": how strong, what hue, how light. The same
/// words for the same colour always. The thresholds are ours, chosen on the reference table; no standard is meant.
std::string colourName(const Lab& lab);

/// The same without how light: "muted yellow-green", "violet grey".
std::string colourNameWithoutValue(const Lab& lab);

/// "very light", "light", "mid value", "dark" or "very dark", by Munsell value (9, 7, 4 and 2.5).
std::string valueWord(const Lab& lab);

} // namespace iris
