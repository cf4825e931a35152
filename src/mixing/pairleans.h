#pragma once

#include "colour/huefamily.h"
#include "paint/paint.h"

#include <optional>

namespace iris {

// How two paints stand to each other on the painter's wheel of red, yellow and blue. Source: common practice.

bool isPrimary(HueFamily family);

/// Red and green, blue and orange, yellow and violet: what greys each other.
bool standAcross(HueFamily first, HueFamily second);

/// Of two different primaries the one that is neither.
HueFamily thirdPrimary(HueFamily first, HueFamily second);

/// The hue that lies between two different primaries.
HueFamily familyBetween(HueFamily first, HueFamily second);

/// A primary that leans away from another, and the third one that it brings in by that.
struct LeansAway {
    HueFamily leans;
    HueFamily brings;
};
std::optional<LeansAway> leansAway(const Paint& paint, HueFamily other);

/// The hue that one wants of a mix of two paints, hue angle in degrees: the middle of the family between two
/// primaries, or halfway between two hues. Nothing where a grey is wanted, of complements, earths, blacks and whites.
std::optional<double> hueBetween(const Paint& first, const Paint& second);

/// Whether both of two paints count in a mix: neither is under a fifth of it by strength. Our judgement.
/// @param share of one of them, 0 to 1
bool bothCount(double share);

/// How far a colour goes towards a hue: a cos h + b sin h, 0 and below on the other side.
double alongHue(const Lab& colour, double hueDegrees);

} // namespace iris
