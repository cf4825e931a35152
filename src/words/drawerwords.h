#pragma once

#include "mixing/handling.h"
#include "mixing/recipe.h"

#include <stop_token>
#include <string>
#include <vector>

namespace iris {

/// Something that is so of a drawer of tubes, in a sentence or two, and the tubes it is about.
struct DrawerTruth {
    std::string words;
    std::vector<std::size_t> tubes; ///< places in the paints; of two of them the pair shows it

    bool operator==(const DrawerTruth&) const = default;
};

/// What is worth knowing of the tubes one has, what surprises most first: tubes that are one paint under two names, a
/// side of the wheel that none leans to, the cleanest green, orange and violet they mix, whether black is worth its
/// well, the truest grey of two, what one of them does against another's strength, what fades, what hides. Says
/// nothing that is not so of these very paints. Of many tubes the first hundred are looked at. Takes some tenths of a
/// second; what was found until then, when stopped.
std::vector<DrawerTruth> drawerTruths(std::span<const Paint> paints, std::span<const std::size_t> places,
                                      Handling handling, std::stop_token stop = {});

} // namespace iris
