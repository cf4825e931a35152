#pragma once

#include "paint/paint.h"
#include "palette/need.h"

#include <algorithm>
#include <random>
#include <vector>

namespace iris {

/// So many paints out of the shipped table, the same ones each time.
inline std::vector<Paint> examplePaints(std::size_t count)
{
    std::vector<Paint> paints;
    for (const ReferencePigment& row : ReferenceTable::shipped().pigments())
        paints.push_back(paintOf(row));
    std::mt19937 random(7);
    std::ranges::shuffle(paints, random);
    paints.resize(std::min(count, paints.size()));
    return paints;
}

} // namespace iris
