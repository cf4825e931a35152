#pragma once

#include "paint/lean.h"
#include "paint/transparency.h"

#include <string>

namespace iris {

/// "yellow, leans green", "blue, near the middle", "black, neutral".
std::string describe(const Lean& lean);

/// "leans green", "near the middle", "neutral".
std::string describeSide(const Lean& lean);

/// The name, with "probably" before it when uncertain.
std::string describe(const Transparency& transparency);

/// "excellent" (1) to "fugitive" (5).
std::string_view lightfastnessWord(int rating);

/// "lifts clean" (0), "lifts well", "lifts a little", "stains" (3): the same words for a tube, a mix and a reading.
std::string_view stainingWord(int rating);

/// "smooth" (0) to "granulates strongly" (3).
std::string_view granulationWord(int rating);

} // namespace iris
