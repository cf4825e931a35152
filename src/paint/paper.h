#pragma once

#include "colour/cielab.h"
#include "paint/film.h"

#include <array>
#include <optional>

namespace iris {

/// The washes painters speak of, as film thickness.
namespace wash {
inline constexpr double full = 1.0;
inline constexpr double middle = 0.45;
inline constexpr double thin = 0.2;
} // namespace wash

/// Light thrown back by the surface before it enters the film. It keeps real darks at L* 15 to 20.
/// Source: the constants of the reference table, data/reference/README.md.
inline constexpr double surfaceReflection = 0.02;

/// Reflectance under the surface of the white paper of the reference table (about Lab 96, 0, 1):
/// 0.90 - 0.05 exp(-((nm - 380) / 40)^2).
const Spectrum& whitePaper();

/// Reflectance under the surface of a paper seen as a given white: whitePaper() bent by exp(c0 + c1 t + c2 t^2), t from
/// -1 (380 nm) to 1 (730 nm), until its CIELAB D50 is met; never above 1. Meant for papers (L* 60 to 100, chroma
/// under 25); anything else comes out as near as such a bend gets.
Spectrum paperSeenAs(const Lab& white);

/// The paper somebody paints on: one that is seen as a given white, or the white paper of the table.
class Paper {
public:
    Paper() = default;

    /// @param white its CIELAB D50; what cannot be one reflects as white paper does
    explicit Paper(const Lab& white);

    /// Whether a colour is one of paper still: L* from 60 on, chroma up to 25.
    static bool canBe(const Lab& white);

    bool isWhitePaper() const { return !m_white; }
    Lab white() const;            ///< as it is seen, D50
    Spectrum reflectance() const; ///< under its surface

    bool operator==(const Paper& other) const { return m_white == other.m_white; }

private:
    std::optional<Lab> m_white;
    std::array<double, 3> m_bend{}; ///< see paperSeenAs()
};

/// Reflectance under the surface of the waterproof black line that swatches cross: 0.03.
const Spectrum& blackLine();

/// The reflectance an eye or instrument sees: r0 + (1 - r0) R, r0 = surfaceReflection.
Spectrum seen(const Spectrum& underSurface);

/// What a paper must reflect under its surface for the eye to see it as `observed`; never below 0.
Spectrum underSurface(const Spectrum& observed);

/// The colour seen of a film of some thickness over a backing, CIELAB D50.
Lab seenLab(const Film& film, double thickness, const Spectrum& backing);

} // namespace iris
