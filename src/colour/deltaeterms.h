#pragma once

#include <cmath>
#include <numbers>

namespace iris {

/// The weights inside CIEDE2000, for deltaE00() and its bounds alone. Source: Sharma, Wu and Dalal (2005), see
/// deltae.h.

constexpr double radians(double degrees)
{
    return degrees * std::numbers::pi / 180.0;
}

/// sqrt(C^7 / (C^7 + 25^7)) of equations 4 and 17: the weight that grows with chroma.
inline double chromaShare(double chroma)
{
    const auto pow7 = [](double value) {
        const double cube = value * value * value;
        return cube * cube * value;
    };
    const double c7 = pow7(chroma);
    return std::sqrt(c7 / (c7 + pow7(25.0)));
}

/// T of equation 15, for a mean hue in degrees. Its slope is nowhere steeper than mostHueSlope a radian.
inline double hueWeight(double h)
{
    return 1 - 0.17 * std::cos(radians(h - 30)) + 0.24 * std::cos(radians(2 * h)) + 0.32 * std::cos(radians(3 * h + 6))
           - 0.20 * std::cos(radians(4 * h - 63));
}
inline constexpr double mostHueSwing = 0.17 + 0.24 + 0.32 + 0.20; ///< how far T goes from 1 at most
inline constexpr double mostHueSlope = 0.17 + 2 * 0.24 + 3 * 0.32 + 4 * 0.20;

/// S_L of equation 18, for a mean lightness less 50.
inline double lightnessWeight(double l)
{
    return 1 + 0.015 * l * l / std::sqrt(20 + l * l);
}

} // namespace iris
