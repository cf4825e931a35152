#pragma once

#include "palette/need.h"

#include <vector>

namespace iris {

/// Every hue at one chroma: needs evenly spaced around the wheel, each at the lightness its hue is strongest at in
/// paint (light for yellow, dark for blue and violet). A palette that meets them reaches all the way round.
/// @param chroma above 0; @param hues 3 or more
std::vector<Need> needsAroundTheWheel(double chroma, std::size_t hues);

/// A range of one family: from one neighbour to the other in three steps of hue, each strong and muted, light and dark.
/// @param family one with a middle of its own (colour/huefamily.h)
std::vector<Need> rangeOfFamily(HueFamily family);

} // namespace iris
