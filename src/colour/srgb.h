#pragma once

#include "base/result.h"
#include "colour/cielab.h"

#include <cstdint>
#include <string>
#include <string_view>

namespace iris {

/// An sRGB display colour, and whether the true colour lies outside what sRGB can show.
struct Srgb {
    std::uint8_t red = 0;
    std::uint8_t green = 0;
    std::uint8_t blue = 0;
    bool outside = false; ///< the nearest displayable colour stands in; never shown without a mark

    bool operator==(const Srgb&) const = default;
};

/// D65 white of CIE 15, Y = 100.
inline constexpr Xyz d65White{95.047, 100.0, 108.883};

/// Bradford adaptation of tristimulus values from the D50 of this grid to D65 and back. Source: Lam, "Metamerism
/// and Colour Constancy" (1985), the matrix as printed in ICC.1 annex E. White goes to white exactly.
Xyz d50ToD65(const Xyz& xyz);
Xyz d65ToD50(const Xyz& xyz);

/// Linear sRGB, 0 to 1 for what a display can show, beyond for what it cannot. The space in which light is averaged
/// and a device's errors are set right.
struct LinearRgb {
    double red = 0;
    double green = 0;
    double blue = 0;

    bool operator==(const LinearRgb&) const = default;
};

/// Linear sRGB of D50 tristimulus values (Y = 100) through the Bradford adaptation, and back.
LinearRgb toLinearRgb(const Xyz& d50);
LinearRgb toLinearRgb(const Lab& d50);
Xyz toXyz(const LinearRgb& colour);

/// The sRGB transfer function on 0 to 1. Source: IEC 61966-2-1, clause 5.2.
double srgbEncoded(double linear);
double srgbDecoded(double encoded);

/// A D50 CIELAB colour on an sRGB display. A channel outside 0 to 1 by more than half an 8-bit step sets `outside`;
/// the colour shown then keeps lightness and hue and gives up chroma until it fits.
Srgb toSrgb(const Lab& lab);

/// D50 CIELAB of an sRGB colour.
Lab toLab(const Srgb& colour);

/// "#rrggbb".
std::string toHex(const Srgb& colour);

/// Reads "#rrggbb", "rrggbb", "#rgb" or "rgb"; BadColour with what is wrong.
Result<Srgb> parseHex(std::string_view text);

} // namespace iris
