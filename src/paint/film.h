#pragma once

#include "colour/spectrum.h"

#include <span>

namespace iris {

/// What a dry film of paint does to light, per unit film: 36 bands of absorption K and scattering S, both >= 0.
/// Thickness x is relative: a full-strength wash is 1.
struct Film {
    Spectrum absorption{};
    Spectrum scattering{};

    bool operator==(const Film&) const = default;
};

/// A film in a mix, and how much it counts.
struct WeightedFilm {
    const Film* film;
    double weight; ///< >= 0; only the ratio to the others matters
};

/// K = sum c_i K_i, S = sum c_i S_i, with c_i = weight_i / sum of weights, which must be above 0.
/// Source: Duncan, "The colour of pigment mixtures", Proc. Phys. Soc. 52 (1940).
Film mixedFilm(std::span<const WeightedFilm> films);

/// A film's reflectance at one wavelength and how it changes with K and S.
struct FilmPoint {
    double reflectance = 0;
    double perAbsorption = 0; ///< dR/dK
    double perScattering = 0; ///< dR/dS
};

/// Reflectance of a film over a backing, without surface reflection.
///
///     a = 1 + K/S, b = sqrt(a^2 - 1),
///     R = (1 - Rg (a - b coth(b S x))) / (a - Rg + b coth(b S x)); for S = 0, R = Rg exp(-2 K x)
///
/// written free of division so that it holds through S = 0 and K = 0: with A = S + K, B = sqrt(K (K + 2 S)),
/// E = exp(-2 B x) and T = (1 - E) / B (2 x when B = 0),
///
///     R = (Rg (1 + E) + (S - Rg A) T) / (1 + E + (A - Rg S) T).
///
/// @param absorption K >= 0, @param scattering S >= 0, @param thickness x >= 0, @param backing Rg 0 to 1
/// Source: Kubelka, "New Contributions to the Optics of Intensely Light-Scattering Materials. Part I",
/// JOSA 38 (1948), the hyperbolic solution.
double filmReflectance(double absorption, double scattering, double thickness, double backing);

/// filmReflectance() with its derivatives in K and S.
FilmPoint filmPoint(double absorption, double scattering, double thickness, double backing);

/// filmReflectance() in every band. The result is a backing again: a glaze is a film over a film.
Spectrum filmReflectance(const Film& film, double thickness, const Spectrum& backing);

/// A film so thick that its backing no longer shows: R = 1 + K/S - sqrt((K/S)^2 + 2 K/S); 0 where S = 0.
/// Source: Kubelka and Munk (1931).
double infiniteReflectance(double absorption, double scattering);

} // namespace iris
