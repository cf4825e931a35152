#include "paint/paper.h"

#include "colour/observer.h"

#include <algorithm>
#include <cmath>

namespace iris {

const Spectrum& whitePaper()
{
    static const Spectrum paper = spectrumFrom([](double nm) {
        const double bend = (nm - 380.0) / 40.0;
        return 0.90 - 0.05 * std::exp(-bend * bend);
    });
    return paper;
}

const Spectrum& blackLine()
{
    static constexpr Spectrum line = flatSpectrum(0.03);
    return line;
}

Spectrum seen(const Spectrum& underSurface)
{
    Spectrum result{};
    std::ranges::transform(underSurface, result.begin(),
                           [](double r) { return surfaceReflection + (1 - surfaceReflection) * r; });
    return result;
}

Spectrum underSurface(const Spectrum& observed)
{
    Spectrum result{};
    std::ranges::transform(observed, result.begin(),
                           [](double r) { return std::max(0.0, (r - surfaceReflection) / (1 - surfaceReflection)); });
    return result;
}

Lab seenLab(const Film& film, double thickness, const Spectrum& backing)
{
    return toLab(seen(filmReflectance(film, thickness, backing)));
}

} // namespace iris
