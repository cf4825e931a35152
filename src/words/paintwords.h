#pragma once

#include "paint/lean.h"
#include "paint/transparency.h"
#include "pigment/referencetable.h"

#include <string>
#include <vector>

namespace iris {

/// "yellow, leans green", "blue, near the middle", "black, neutral".
std::string describe(const Lean& lean);

/// "leans green", "near the middle", "neutral".
std::string describeSide(const Lean& lean);

/// The name, with "probably" before it when uncertain; "semi-opaque, varies" where makers differ.
std::string describe(const Transparency& transparency);

/// "Makers differ in transparency and hue."; nothing where they do not, or where the paint was measured.
std::string makersDifferWords(const Paint& paint);

/// "yellow ochre (PY43)", "alizarin crimson (PR83, fades)".
std::string nameAndCodes(const Paint& paint);

/// "excellent" (1) to "fugitive" (5).
std::string_view lightfastnessWord(int rating);

/// "sold by nearly every maker" (3), "sold by several makers", "few makers have it", "old stock, or no longer made"
/// (0).
std::string_view soldWords(int sold);

/// "lifts clean" (0), "lifts well", "lifts a little", "stains" (3): the same words for a tube, a mix and a reading.
std::string_view stainingWord(int rating);

/// "smooth" (0) to "granulates strongly" (3).
std::string_view granulationWord(int rating);

/// "This does not look like PB29; of the table it looks most like PB28, cobalt blue. ..." of a tube whose swatch is
/// unlike its label.
std::string doubtedLabel(const std::vector<PigmentCode>& label, const ReferencePigment& likeliest);

} // namespace iris
