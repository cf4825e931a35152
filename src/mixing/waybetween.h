#pragma once

#include "mixing/ladder.h"

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

    bool operator==(const WayBetween&) const = default;
};

/// Judged on a hundred and one steps even in tinting strength; the same in both directions.
/// @param wash film thickness, 0 < x <= 4
WayBetween wayBetween(const Paint& first, const Paint& second, double wash = wash::full,
                      const Spectrum& paper = whitePaper());

} // namespace iris
