#pragma once

#include "colour/srgb.h"
#include "paint/film.h"

#include <array>
#include <cmath>

namespace iris {

/// A flat thing with colours, measured in mm, that a simulated device can look at.
class Scene {
public:
    virtual ~Scene() = default;
    virtual double widthMm() const = 0;
    virtual double heightMm() const = 0;
    /// Light thrown back at a place, linear sRGB; between 0 and 1 for anything but a mirrored lamp.
    virtual LinearRgb at(double xMm, double yMm) const = 0;
};

/// A round place: a speck of dirt, a bloom.
struct Spot {
    double x = 0;
    double y = 0;
    double radius = 0;

    /// How far a place lies from the middle: 1 on the edge.
    double shareOf(double xMm, double yMm) const { return std::hypot(xMm - x, yMm - y) / radius; }
    bool holds(double xMm, double yMm) const
    {
        return (xMm - x) * (xMm - x) + (yMm - y) * (yMm - y) < radius * radius; // every pixel asks every speck
    }
};

/// Smooth repeatable noise over a plane, one hill or dale every `cellMm`; mean 0, standard deviation 1.
double simulatedNoise(double xMm, double yMm, double cellMm, unsigned seed);

/// How thick paint lies at a place, as a share of what was meant: waves of the wash and grains of the pigment.
double simulatedLay(double xMm, double yMm, double unevenness, double grain, unsigned seed);

/// The light a film throws back over one backing, looked up by its thickness.
class FilmShades {
public:
    FilmShades() = default;
    FilmShades(const Film& film, const Spectrum& backing);

    /// @param thickness 0 to 2; beyond that the ends stand in
    LinearRgb at(double thickness) const;

private:
    static constexpr double thickest = 2;
    std::array<LinearRgb, 256> m_light{};
};

} // namespace iris
