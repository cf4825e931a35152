#include "sheet/simulatedpaint.h"

#include "colour/observer.h"
#include "paint/paper.h"

#include <algorithm>
#include <cmath>
#include <cstdint>

namespace iris {
namespace {

constexpr double rawNoiseSd = 0.37;

/// A repeatable number from -1 to 1 for a point of a grid.
double hashed(std::int64_t x, std::int64_t y, unsigned seed)
{
    std::uint64_t h = static_cast<std::uint64_t>(x) * 0x9e3779b97f4a7c15ULL
                      + static_cast<std::uint64_t>(y) * 0xc2b2ae3d27d4eb4fULL + seed * 0x165667b19e3779f9ULL;
    h ^= h >> 29;
    h *= 0xbf58476d1ce4e5b9ULL;
    h ^= h >> 32;
    return static_cast<double>(h & 0xffffff) / 8388607.5 - 1;
}

double smoothNoise(double xMm, double yMm, double cellMm, unsigned seed)
{
    const double u = xMm / cellMm;
    const double v = yMm / cellMm;
    const auto x = static_cast<std::int64_t>(std::floor(u));
    const auto y = static_cast<std::int64_t>(std::floor(v));
    const auto eased = [](double t) { return t * t * (3 - 2 * t); };
    const double s = eased(u - static_cast<double>(x));
    const double t = eased(v - static_cast<double>(y));
    const double top = hashed(x, y, seed) * (1 - s) + hashed(x + 1, y, seed) * s;
    const double bottom = hashed(x, y + 1, seed) * (1 - s) + hashed(x + 1, y + 1, seed) * s;
    return top * (1 - t) + bottom * t;
}

} // namespace

double simulatedNoise(double xMm, double yMm, double cellMm, unsigned seed)
{
    return smoothNoise(xMm, yMm, cellMm, seed) / rawNoiseSd;
}

double simulatedLay(double xMm, double yMm, double unevenness, double grain, unsigned seed)
{
    const double wash = 1 + unevenness * simulatedNoise(xMm, yMm, 14, seed + 5);
    if (grain <= 0)
        return wash;
    const double fine = simulatedNoise(xMm, yMm, 0.35, seed + 1);
    const double coarse = simulatedNoise(xMm, yMm, 0.9, seed + 2);
    return wash * std::max(0.05, 1 + grain * (0.8 * fine + 0.6 * coarse));
}

FilmShades::FilmShades(const Film& film, const Spectrum& backing)
{
    for (std::size_t i = 0; i < m_light.size(); ++i) {
        const double thickness = thickest * static_cast<double>(i) / (static_cast<double>(m_light.size()) - 1);
        m_light[i] = toLinearRgb(toXyz(seen(filmReflectance(film, thickness, backing))));
    }
}

LinearRgb FilmShades::at(double thickness) const
{
    const double place = std::clamp(thickness / thickest, 0.0, 1.0) * (static_cast<double>(m_light.size()) - 1);
    const auto i = std::min(static_cast<std::size_t>(place), m_light.size() - 2);
    const double share = place - static_cast<double>(i);
    const auto mixed = [&](double LinearRgb::*channel) {
        return std::max(0.0, m_light[i].*channel + share * (m_light[i + 1].*channel - m_light[i].*channel));
    };
    return {mixed(&LinearRgb::red), mixed(&LinearRgb::green), mixed(&LinearRgb::blue)};
}

} // namespace iris
