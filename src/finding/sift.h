#pragma once

#include "paint/paint.h"

#include <span>
#include <vector>

namespace iris {

/// What the tubes a painter mixes with must be.
struct TubeTerms {
    bool singlePigments = false;  ///< only tubes of one pigment
    bool transparent = false;     ///< only transparent and semi-transparent tubes
    bool nothingFugitive = false; ///< lightfastness fair or better
    bool noListedMetals =
        false; ///< no cadmium, cobalt, nickel, lead, chromium, manganese, barium, mercury, arsenic, antimony
    bool noTubeBlack = false;

    bool operator==(const TubeTerms&) const = default;
};

/// What a painter will have in a mix and what not.
struct Sift : TubeTerms {
    std::vector<std::size_t> must;    ///< every recipe has all of these
    std::vector<std::size_t> without; ///< and none of these

    bool operator==(const Sift&) const = default;
};

/// True for a paint that is what is asked.
bool letsThrough(const TubeTerms& terms, const Paint& paint);

/// The places out of `places` that recipes may use: what the sift lets through, with what must be in them and without
/// what may not.
std::vector<std::size_t> sifted(const Sift& sift, std::span<const Paint> paints, std::vector<std::size_t> places);

} // namespace iris
