#include "paint/film.h"

#include <cassert>
#include <cmath>

namespace iris {
namespace {

// Below this B x the exponential is a straight line to the last bit that matters.
constexpr double tinyExponent = 1e-9;

} // namespace

Film mixedFilm(std::span<const WeightedFilm> films)
{
    double total = 0;
    for (const WeightedFilm& part : films)
        total += part.weight;
    assert(total > 0);
    Film mixed;
    for (const WeightedFilm& part : films) {
        const double share = part.weight / total;
        for (std::size_t band = 0; band < bandCount; ++band) {
            mixed.absorption[band] += share * part.film->absorption[band];
            mixed.scattering[band] += share * part.film->scattering[band];
        }
    }
    return mixed;
}

double filmReflectance(double absorption, double scattering, double thickness, double backing)
{
    const double a = scattering + absorption;
    const double b = std::sqrt(absorption * (absorption + 2 * scattering));
    const double less = std::expm1(-2 * b * thickness); // exact where the exponent is small, and one call serves both
    const double e = 1 + less;
    const double t = b * thickness > tinyExponent ? -less / b : 2 * thickness;
    return (backing * (1 + e) + (scattering - backing * a) * t) / (1 + e + (a - backing * scattering) * t);
}

FilmPoint filmPoint(double absorption, double scattering, double thickness, double backing)
{
    const double a = scattering + absorption;
    const double b = std::sqrt(absorption * (absorption + 2 * scattering));
    const double less = std::expm1(-2 * b * thickness);
    const double e = 1 + less;
    const bool flat = b * thickness <= tinyExponent;
    const double t = flat ? 2 * thickness : -less / b;
    const double top = backing * (1 + e) + (scattering - backing * a) * t;
    const double bottom = 1 + e + (a - backing * scattering) * t;
    const double reflectance = top / bottom;

    const double bPerK = flat ? 0 : a / b;
    const double bPerS = flat ? 0 : absorption / b;
    const double ePerB = -2 * thickness * e;
    const double tPerB = flat ? 0 : (2 * thickness * e - t) / b;
    const double topPerB = backing * ePerB + (scattering - backing * a) * tPerB;
    const double bottomPerB = ePerB + (a - backing * scattering) * tPerB;
    const double topPerK = topPerB * bPerK - backing * t;
    const double bottomPerK = bottomPerB * bPerK + t;
    const double topPerS = topPerB * bPerS + (1 - backing) * t;
    const double bottomPerS = bottomPerB * bPerS + (1 - backing) * t;
    return {reflectance, (topPerK - reflectance * bottomPerK) / bottom, (topPerS - reflectance * bottomPerS) / bottom};
}

Spectrum filmReflectance(const Film& film, double thickness, const Spectrum& backing)
{
    Spectrum result{};
    for (std::size_t band = 0; band < bandCount; ++band)
        result[band] = filmReflectance(film.absorption[band], film.scattering[band], thickness, backing[band]);
    return result;
}

double infiniteReflectance(double absorption, double scattering)
{
    if (scattering <= 0)
        return 0;
    const double ratio = absorption / scattering;
    return 1 + ratio - std::sqrt(ratio * ratio + 2 * ratio);
}

} // namespace iris
