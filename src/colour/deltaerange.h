#pragma once

#include "base/range.h"
#include "colour/cielab.h"

namespace iris {

/// A box of CIELAB: every colour between two corners, both of them included; no part of `least` is above that of
/// `most`.
struct LabBox {
    Lab least;
    Lab most;
};

/// Between which two numbers deltaE00() lies for every colour of a box against one target; never too narrow, as wide as
/// twice the box for a small one. CIEDE2000 is no metric (a sum of two sides can be shorter than the third), so how far
/// the middle of a box is says nothing of its corners: each quantity of Sharma, Wu and Dalal's equations (deltae.h) is
/// followed through the formula as an interval instead.
/// Source of the method: Moore, Kearfott and Cloud, "Introduction to Interval Analysis" (2009), chapters 3 and 5.
/// Rounding of double precision is not followed; it stays below 1e-9.
/// @param kL what the difference in lightness is divided by, as in deltaE00Terms()
Range deltaE00Range(const LabBox& box, const Lab& target, double kL = 1);

} // namespace iris
