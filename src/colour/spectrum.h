#pragma once

#include <array>
#include <cstddef>

namespace iris {

/// The wavelength grid of every spectrum: 36 bands, 380 to 730 nm, every 10 nm.
inline constexpr std::size_t bandCount = 36;
inline constexpr double firstWavelengthNm = 380.0;
inline constexpr double bandWidthNm = 10.0;

/// One value for each band: a reflectance (0 to 1), an absorption K or a scattering S (per unit film, >= 0).
using Spectrum = std::array<double, bandCount>;

constexpr double wavelengthNm(std::size_t band)
{
    return firstWavelengthNm + bandWidthNm * static_cast<double>(band);
}

constexpr Spectrum flatSpectrum(double value)
{
    Spectrum spectrum{};
    spectrum.fill(value);
    return spectrum;
}

/// A spectrum from a function of the wavelength in nm.
template <typename Function> Spectrum spectrumFrom(Function&& valueAtNm)
{
    Spectrum spectrum{};
    for (std::size_t band = 0; band < bandCount; ++band)
        spectrum[band] = valueAtNm(wavelengthNm(band));
    return spectrum;
}

} // namespace iris
