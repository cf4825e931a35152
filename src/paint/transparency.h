#pragma once

#include "base/named.h"
#include "paint/rebuild.h"

#include <optional>
#include <string>
#include <string_view>

namespace iris {

enum class TransparencyClass { Transparent, SemiTransparent, SemiOpaque, Opaque };

template <>
inline constexpr std::array enumNames<TransparencyClass>{
    EnumName{TransparencyClass::Transparent, "transparent"},
    EnumName{TransparencyClass::SemiTransparent, "semi-transparent"},
    EnumName{TransparencyClass::SemiOpaque, "semi-opaque"}, EnumName{TransparencyClass::Opaque, "opaque"}};

/// How much a full-strength film hides what is below it.
struct Transparency {
    double opacityIndex = 0; ///< 0 clear to about 1 hiding; sqrt(hiding * veil)
    double hiding = 0;       ///< H, 0 to 1: how much of the black line is gone
    double veil = 0;         ///< V = S / (1 + S), 0 to 1
    TransparencyClass kind = TransparencyClass::Transparent;
    bool uncertain = false; ///< near a threshold, or so dark that the line tells little
    bool varies = false;    ///< of a label alone: other makers' may be of another kind

    bool operator==(const Transparency&) const = default;
};

/// The transparency index of data/reference/README.md. With X/Xn, Y/Yn, Z/Zn under D50 and r0 the surface
/// reflection: w = sum(full - r0), b = sum(black - r0); q = (Yline - r0) / (Ypaper - r0);
/// H = (b/w - q) / (1 - q) clipped to 0..1; V = S / (1 + S) with S averaged over the bands;
/// index = sqrt(H V): below 0.10 transparent, to 0.22 semi-transparent, to 0.38 semi-opaque, above opaque.
/// Uncertain within 0.015 of a threshold, or when the full wash is darker than L* 25.
Transparency transparencyOf(const Swatch& swatch, const Film& film);

/// The same for a film whose swatch is not painted, such as a mix.
Transparency transparencyOf(const Film& film);

/// Contrast ratio: the luminous reflectance Y of the film over black by that over white, in percent; 98 and above
/// counts as hiding. Source: ISO 6504-3, definition of contrast ratio.
double contrastRatio(const Swatch& swatch);

/// How much lighter the black line is where the film crosses it, in L*; about 0 or less for a clear film.
double lightnessGain(const Swatch& swatch);

} // namespace iris
