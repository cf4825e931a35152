#pragma once

#include "colour/cielab.h"
#include "colour/spectrum.h"

namespace iris {

/// CIE 1931 2-degree colour-matching functions at the 36 bands. Source: CIE 018 / CIE 15, table T.4.
extern const std::array<Spectrum, 3> cie1931ColourMatching;

/// Relative spectral power of illuminant D50 at the 36 bands, 100 at 560 nm. Source: CIE 15, table T.1.
extern const Spectrum illuminantD50;

/// What each band of a reflectance adds to X, Y and Z: illuminant times colour matching, scaled so that the perfect
/// reflecting diffuser has Y = 100. Plain sum over the bands (CIE 15, section 7.2, 10 nm, truncated to 380-730 nm).
extern const std::array<Spectrum, 3> d50Weights;

/// The perfect reflecting diffuser under D50 on this grid; Y is 100.
extern const Xyz d50White;

/// Tristimulus values of a reflectance (0 to 1) under D50, 2-degree observer, Y = 100 for the perfect diffuser.
Xyz toXyz(const Spectrum& reflectance);

/// toXyz() then CIELAB against d50White.
Lab toLab(const Spectrum& reflectance);

} // namespace iris
