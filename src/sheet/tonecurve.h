#pragma once

#include "colour/srgb.h"

#include <algorithm>
#include <cmath>

namespace iris {

/// What takes out of light, seen beside white paper, what a device or a haze did to it, in each channel, with white 1:
///
///     e = seen ^ (1 / 2.2),  e' = e + bend e (1 - e) (1 - 2 e),  t = (e' ^ (2.2 / power) - veil) / (1 - veil),
///     true = t + mix (t - mean of the three channels of t)
///
/// A veil is light that comes from elsewhere: haze on the glass, a bright room in the lens. A power is a tone curve, as
/// "brighter" makes it; a bend above 0 flattens an S-shaped one, as "more contrast" makes it; channels that see a
/// little of each other make colours dull, which a mix above 0 takes out.
struct ToneCurve {
    double power = 1; ///< > 0
    double veil = 0;  ///< 0 to 0.5
    double bend = 0;  ///< -1 to 1: then e' still rises with e

    double mix = 0; ///< above -1

    bool isNone() const { return *this == ToneCurve(); }

    LinearRgb undone(const LinearRgb& overPaper) const
    {
        const auto channel = [&](double light) {
            constexpr double gamma = 2.2;
            const double e = std::pow(std::max(0.0, light), 1 / gamma);
            const double bent = e < 1 ? e + bend * e * (1 - e) * (1 - 2 * e) : e;
            return std::max(0.0, (std::pow(std::max(0.0, bent), gamma / power) - veil) / (1 - veil));
        };
        const LinearRgb toned{channel(overPaper.red), channel(overPaper.green), channel(overPaper.blue)};
        const double mean = (toned.red + toned.green + toned.blue) / 3;
        const auto parted = [&](double light) { return std::max(0.0, light + mix * (light - mean)); };
        return {parted(toned.red), parted(toned.green), parted(toned.blue)};
    }

    bool operator==(const ToneCurve&) const = default;
};

} // namespace iris
