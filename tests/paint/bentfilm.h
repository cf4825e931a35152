#pragma once

#include "paint/film.h"
#include "paint/rebuild.h"

#include <algorithm>
#include <cmath>
#include <random>

/// A maker's paint of a pigment: the typical film stretched and moved along the spectrum, with two bands of its own, a
/// little flat dirt, stronger or weaker, more or less scattering. Made by looking K up at moved wavelengths, which is
/// not how the program's own belief about makers is put together. How far makers are apart is a guess.
inline iris::Film bentFilm(const iris::Film& typical, std::mt19937& random, double apart = 1)
{
    std::normal_distribution<double> normal(0, 1);
    const double strength = std::exp(0.25 * apart * normal(random));
    const double shift = 4 * apart * normal(random);
    const double width = 1 + 0.06 * apart * normal(random);
    const double dirt = 0.01 * apart * std::abs(normal(random));
    struct Bump {
        double centre, sd, height;
    };
    std::array<Bump, 2> bumps{};
    for (Bump& bump : bumps)
        bump = {555 + 100 * normal(random), 40 + 15 * std::abs(normal(random)), 0.12 * apart * normal(random)};
    double total = 0;
    double centre = 0;
    for (std::size_t i = 0; i < iris::bandCount; ++i) {
        total += typical.absorption[i];
        centre += typical.absorption[i] * iris::wavelengthNm(i);
    }
    centre /= total;
    iris::Film film;
    film.absorption = iris::spectrumFrom([&](double nm) {
        const double from = centre + (nm - shift - centre) / width;
        const double place = std::clamp((from - iris::firstWavelengthNm) / iris::bandWidthNm, 0.0,
                                        static_cast<double>(iris::bandCount) - 1.001);
        const auto band = static_cast<std::size_t>(place);
        const double share = place - static_cast<double>(band);
        double log = (1 - share) * std::log(typical.absorption[band]) + share * std::log(typical.absorption[band + 1]);
        for (const Bump& bump : bumps) {
            const double away = (nm - bump.centre) / bump.sd;
            log += bump.height * std::exp(-away * away / 2);
        }
        return strength * std::exp(log) + dirt;
    });
    const double scattering = std::exp(0.3 * apart * normal(random));
    const double slope = 0.12 * apart * normal(random);
    for (std::size_t i = 0; i < iris::bandCount; ++i)
        film.scattering[i] = typical.scattering[i] * scattering * std::exp(slope * (iris::wavelengthNm(i) - 555) / 175);
    return film;
}

/// The colours of a film as read with some noise in each number.
inline iris::Swatch readOf(const iris::Film& film, double noise, std::mt19937& random)
{
    std::normal_distribution<double> off(0, 1);
    const auto read = [&](const iris::Lab& lab) {
        const double l = lab.l + noise * off(random);
        const double a = lab.a + noise * off(random);
        return iris::Lab{l, a, lab.b + noise * off(random)};
    };
    const iris::Swatch own = swatchOf(film);
    iris::Swatch swatch;
    swatch.full = read(own.full);
    swatch.thin = read(own.thin);
    swatch.overBlack = read(own.overBlack);
    return swatch;
}
