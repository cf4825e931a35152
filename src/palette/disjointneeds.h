#pragma once

#include "palette/coverage.h"

#include <bitset>
#include <vector>

namespace iris {

/// What an open need asks for in the search for the smallest set.
struct AskedNeed {
    std::bitset<mostPaints> helpers; ///< every tube that is in some smallest set of tubes that covers it
    std::size_t least = 1;           ///< how many tubes the smallest of those sets has
    int weight = 1;                  ///< what giving it up loses
};

/// A number of tubes below which the needs cannot be covered, however they are chosen: of needs that share no helper
/// each takes tubes of its own. Such needs are picked greedily, those first that ask most of few tubes. What may be
/// given up is taken off as if it could be divided, so it is never too little.
/// @param mayBeLost weight that may be given up, at least 0
std::size_t fewestTubesFor(std::vector<AskedNeed> needs, int mayBeLost);

} // namespace iris
