#include "paint/filmdoubt.h"

#include <algorithm>
#include <cmath>

namespace iris {

Film bent(const Film& film, const FilmDoubt& doubt, std::span<const double> deviations)
{
    Film result = film;
    const std::size_t count = std::min(doubt.count(), deviations.size());
    for (std::size_t band = 0; band < bandCount && count > 0; ++band) {
        double logK = 0;
        double logS = 0;
        for (std::size_t i = 0; i < count; ++i) {
            logK += deviations[i] * doubt.bend(i).logAbsorption[band];
            logS += deviations[i] * doubt.bend(i).logScattering[band];
        }
        result.absorption[band] *= std::exp(std::clamp(logK, -5.0, 5.0));
        result.scattering[band] *= std::exp(std::clamp(logS, -5.0, 5.0));
    }
    return result;
}

} // namespace iris
