#pragma once

#include "colour/huefamily.h"
#include "mixing/ladder.h"

#include <optional>

namespace iris {

/// What becomes of the colour on the way from one tube to another.
enum class WayKind {
    HardlyChanges, ///< the tubes look alike
    StaysGrey,     ///< neither has a colour to lose
    LosesColour,   ///< towards a black, a white or a grey
    StaysClean,
    DullsALittle,
    Dulls,
    Greys,
    PassesThroughGrey, ///< as complements do
};

/// What a painter would say of two tubes, however many steps the ladder between them is painted in.
struct WayBetween {
    WayKind kind = WayKind::StaysClean;
    bool atOnce = false;    ///< it dulls or greys, most of it in the first quarter, from one end or the other
    double keepsChroma = 1; ///< least chroma on the way over that of the duller end, 0 to 1
    /// What one wants of two different primaries: a green of a yellow and a blue. What else happens on the way counts
    /// for little then.
    std::optional<HueFamily> wanted = {};
    std::optional<Lab> makes = {}; ///< the best of that, with both tubes counting; nothing where there is none
    bool hardly = false;           ///< all that is made of it is a grey to that side

    bool operator==(const WayBetween&) const = default;
};

/// Judged on a hundred and one steps even in tinting strength; the same in both directions.
/// @param wash film thickness, 0 < x <= 4
WayBetween wayBetween(const Paint& first, const Paint& second, double wash = wash::full,
                      const Spectrum& paper = whitePaper());

} // namespace iris
