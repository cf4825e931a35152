#include "paint/transparency.h"

#include "base/text.h"
#include "colour/observer.h"
#include "paint/paper.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>

namespace iris {
namespace {

constexpr std::array<double, 3> thresholds{0.10, 0.22, 0.38};
constexpr double nearThreshold = 0.015;
constexpr double tooDarkToTell = 25.0;

double sumAboveSurface(const Lab& lab)
{
    const Xyz xyz = toXyz(lab, d50White);
    return xyz.x / d50White.x + xyz.y / d50White.y + xyz.z / d50White.z - 3 * surfaceReflection;
}

double hidingOf(const Swatch& swatch)
{
    const double line = toXyz(seen(blackLine())).y / 100 - surfaceReflection;
    const double paper = toXyz(seen(whitePaper())).y / 100 - surfaceReflection;
    const double bare = line / paper;
    const double white = std::max(1e-6, sumAboveSurface(swatch.full));
    const double black = sumAboveSurface(swatch.overBlack);
    return std::clamp((black / white - bare) / (1 - bare), 0.0, 1.0);
}

} // namespace

Transparency transparencyOf(const Swatch& swatch, const Film& film)
{
    Transparency result;
    const double meanS = std::accumulate(film.scattering.begin(), film.scattering.end(), 0.0) / bandCount;
    result.hiding = hidingOf(swatch);
    result.veil = meanS / (1 + meanS);
    result.opacityIndex = std::sqrt(result.hiding * result.veil);
    const auto above = std::ranges::count_if(thresholds, [&](double t) { return result.opacityIndex >= t; });
    result.kind = static_cast<TransparencyClass>(above);
    const bool near =
        std::ranges::any_of(thresholds, [&](double t) { return std::abs(result.opacityIndex - t) < nearThreshold; });
    result.uncertain = near || swatch.full.l < tooDarkToTell;
    return result;
}

Transparency transparencyOf(const Film& film)
{
    return transparencyOf(swatchOf(film), film);
}

double contrastRatio(const Swatch& swatch)
{
    return 100 * toXyz(swatch.overBlack, d50White).y / std::max(1e-6, toXyz(swatch.full, d50White).y);
}

double lightnessGain(const Swatch& swatch)
{
    return swatch.overBlack.l - toLab(seen(blackLine())).l;
}

} // namespace iris
