#pragma once

#include "mixing/cleanliness.h"
#include "mixing/swaps.h"
#include "mixing/waybetween.h"

#include <string>
#include <vector>

namespace iris {

/// What happens between two tubes and why, as a painter would tell it: "Dulls at once: the red leans orange, so yellow
/// comes in." Source of the reasons: common practice (trade facts 14 and 21).
/// @param cleanliness of their balanced mix, by what the tubes at hand reach at its hue: what keeps the little colour
/// it has is not called clean where others would mix it cleaner. Nothing is compared without it.
std::string explain(const Paint& first, const Paint& second, const WayBetween& way,
                    std::optional<double> cleanliness = std::nullopt);

/// What there is to know of a pair beyond the way between them, a sentence each: with which to start, whether the mix
/// separates, which other tube makes it cleaner or greyer where that is what one would want.
/// @param allowed which paints may be proposed
std::vector<std::string> pairAdvice(std::span<const Paint> paints, std::size_t first, std::size_t second, double wash,
                                    const WayBetween& way, const std::function<bool(std::size_t)>& allowed);

} // namespace iris
