#pragma once

#include "colour/cielab.h"

namespace iris {

/// CIEDE2000 colour difference with kL = kC = kH = 1; 0 for equal colours, about 1 at the threshold of seeing side
/// by side. Symmetric. Source: ISO/CIE 11664-6; hue cases as in Sharma, Wu and Dalal, "The CIEDE2000
/// Color-Difference Formula: Implementation Notes, Supplementary Test Data, and Mathematical Observations",
/// Color Research and Application 30(1), 2005, equations 2 to 22.
double deltaE00(const Lab& first, const Lab& second);

/// Plain distance in CIELAB (CIE 1976).
double deltaE76(const Lab& first, const Lab& second);

} // namespace iris
