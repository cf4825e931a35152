#pragma once

#include "paint/paint.h"
#include "palette/need.h"

#include <algorithm>
#include <cmath>
#include <random>
#include <vector>

namespace iris {

/// So many paints out of the shipped table, the same ones each time; beyond its rows the same again as other makers
/// might have them, a little stronger or weaker and absorbing a little more or less from band to band.
inline std::vector<Paint> examplePaints(std::size_t count)
{
    std::vector<Paint> paints;
    for (const ReferencePigment& row : ReferenceTable::shipped().pigments())
        paints.push_back(paintOf(row));
    std::mt19937 random(7);
    std::ranges::shuffle(paints, random);
    const std::size_t rows = paints.size();
    std::normal_distribution<double> off(0, 0.1);
    while (paints.size() < count) {
        Paint other = paints[paints.size() - rows];
        other.strength *= std::exp(3 * off(random));
        const double level = off(random);
        const double slope = off(random);
        for (std::size_t band = 0; band < bandCount; ++band)
            other.film.absorption[band] *=
                std::exp(level + slope * (static_cast<double>(band) / (bandCount - 1) - 0.5));
        other.swatch = swatchOf(other.film);
        paints.push_back(std::move(other));
    }
    paints.resize(count);
    return paints;
}

} // namespace iris
