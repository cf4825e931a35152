#pragma once

#include "base/named.h"
#include "colour/huefamily.h"

#include <optional>
#include <string>
#include <string_view>

namespace iris {

/// On which side of its family's middle a paint stands.
struct Lean {
    HueFamily family = HueFamily::Black;
    HueFamily towards = HueFamily::Black; ///< the neighbour it leans to; its own family when it stands in the middle
    double degrees = 0;                   ///< signed way from the middle, positive anticlockwise (red to yellow)

    bool inTheMiddle() const { return towards == family; }

    bool operator==(const Lean&) const = default;
};

/// The lean of a thin wash within a family. Within 4 degrees of the middle it leans nowhere (yellow 2, blue 5:
/// yellows crowd together and blues spread). Black and white lean to the family of their undertone when its chroma
/// is 2 or more. Source: common practice (trade facts 7).
Lean leanOf(const Lab& thin, HueFamily family);

/// Which blue a painter calls warm. Nobody disputes the lean; the word for it is a convention.
enum class WarmBlue {
    VioletSide, ///< ultramarine is the warm blue: red is in it
    GreenSide,  ///< phthalo and cerulean are the warm blues: yellow is in them
};

template <>
inline constexpr std::array enumNames<WarmBlue>{EnumName{WarmBlue::VioletSide, "violet"},
                                                EnumName{WarmBlue::GreenSide, "green"}};

/// "warm", "cool", or nothing when a paint stands in the middle of its family or has none on the wheel. A yellow, red
/// or violet is warm towards orange and red and cool on its other side, a green warm towards yellow; for blue the
/// painter's own convention decides. Source: common practice; painters disagree about blue alone.
std::string_view temperatureOf(const Lean& lean, WarmBlue warmBlue);

} // namespace iris
