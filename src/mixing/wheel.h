#pragma once

#include "mixing/recipe.h"

#include <array>

namespace iris {

/// One place on a colour wheel.
struct WheelStep {
    Recipe recipe;        ///< of one to three paints, in parts and touches
    Film film;            ///< of it
    Lab colour;           ///< of it in its wash
    double wantedHue = 0; ///< where it should stand, degrees
    bool reached = true;  ///< within 8 degrees of it

    bool operator==(const WheelStep&) const = default;
};

/// Where another tube stands on a wheel.
struct WheelPlace {
    std::size_t paint = 0;
    double hueDegrees = 0;
    double radius = 0; ///< its chroma over that of the rim at its hue; above 1 it is cleaner than the wheel

    bool operator==(const WheelPlace&) const = default;
};

/// A colour wheel of three tubes: twelve steps evenly spaced in hue, and within it rings neutralised with the step
/// that greys each best: its true complement, not the one that happens to stand opposite.
struct Wheel {
    static constexpr std::size_t steps = 12;

    std::array<std::size_t, 3> primaries{};
    std::vector<WheelStep> rim;                ///< twelve, from the first tube towards the second
    std::vector<std::vector<WheelStep>> rings; ///< inwards, twelve each
    std::vector<WheelPlace> others;

    /// How many steps of the rim no mix of the three reaches.
    std::size_t missing() const;

    bool operator==(const Wheel&) const = default;
};

/// How far each inner ring has gone from the rim's chroma to the most neutral mix with its partner.
inline constexpr std::array<double, 2> ringDepths{0.4, 0.75};

/// Walks what can be counted out on the three sides of the triad, first to second to third and back, and picks the
/// mixes whose CIELAB hue comes nearest to every thirtieth degree from the first tube's own; of those within 2 degrees
/// of the nearest and 2 in chroma of the strongest the one that is counted out most easily.
/// @param primaries three different places; @param others places of tubes to set on the wheel
Wheel wheelOf(std::span<const Paint> paints, const std::array<std::size_t, 3>& primaries,
              std::span<const std::size_t> others, double wash, Handling handling);

} // namespace iris
