#include "learning/mixslope.h"

#include "colour/observer.h"

#include <cassert>
#include <cmath>

namespace iris {
namespace {

double product(const LabStep& one, const LabStep& two)
{
    return one[0] * two[0] + one[1] * two[1] + one[2] * two[2];
}

/// How the reflectance seen moves, band by band, carried on to Lab.
class LabSlopes {
public:
    explicit LabSlopes(const Xyz& colour) : m_perXyz(labPerXyz(colour, d50White)) {}

    LabStep of(const std::array<double, 3>& xyzStep) const
    {
        return {product(m_perXyz[0], xyzStep), product(m_perXyz[1], xyzStep), product(m_perXyz[2], xyzStep)};
    }

private:
    std::array<std::array<double, 3>, 3> m_perXyz;
};

void add(std::array<double, 3>& sum, std::size_t band, double reflectance)
{
    for (std::size_t c = 0; c < 3; ++c)
        sum[c] += (1 - surfaceReflection) * d50Weights[c][band] * reflectance;
}

} // namespace

MixSlope slopeOf(const Recipe& recipe, std::span<const Paint> paints, std::span<const double> strengths)
{
    assert(!recipe.parts.empty());
    const std::size_t count = recipe.parts.size();
    std::vector<double> shares;
    double total = 0;
    for (const Part& part : recipe.parts)
        total += part.parts * strengths[part.paint];
    for (const Part& part : recipe.parts)
        shares.push_back(part.parts * strengths[part.paint] / total);

    Spectrum reflectance{};
    std::vector<std::array<double, 3>> perStrength(count);
    std::array<double, 3> perWash{};
    for (std::size_t band = 0; band < bandCount; ++band) {
        double absorption = 0;
        double scattering = 0;
        for (std::size_t i = 0; i < count; ++i) {
            const Film& film = paints[recipe.parts[i].paint].film;
            absorption += shares[i] * film.absorption[band];
            scattering += shares[i] * film.scattering[band];
        }
        const FilmPoint point = filmPoint(absorption, scattering, recipe.wash, whitePaper()[band]);
        reflectance[band] = point.reflectance;
        add(perWash, band, absorption * point.perAbsorption + scattering * point.perScattering);
        for (std::size_t i = 0; i < count; ++i) {
            const Film& film = paints[recipe.parts[i].paint].film;
            add(perStrength[i], band,
                shares[i]
                    * ((film.absorption[band] - absorption) * point.perAbsorption
                       + (film.scattering[band] - scattering) * point.perScattering));
        }
    }
    const Xyz xyz = toXyz(seen(reflectance));
    const LabSlopes slopes(xyz);
    MixSlope slope{toLab(xyz, d50White), {}, slopes.of(perWash)};
    for (const auto& step : perStrength)
        slope.perLogStrength.push_back(slopes.of(step));
    return slope;
}

LabStep seenStep(const Lab& at, const LabStep& step)
{
    const double chroma = std::hypot(at.a, at.b);
    const double cosine = chroma > 0 ? at.a / chroma : 1;
    const double sine = chroma > 0 ? at.b / chroma : 0;
    return {step[0], (cosine * step[1] + sine * step[2]) / (1 + 0.045 * chroma),
            (cosine * step[2] - sine * step[1]) / (1 + 0.015 * chroma)};
}

std::vector<LabStep> slopesAtMatchedWash(const MixSlope& slope)
{
    const LabStep wash = seenStep(slope.colour, slope.perLogWash);
    const double length = product(wash, wash);
    std::vector<LabStep> steps;
    for (const LabStep& own : slope.perLogStrength) {
        LabStep step = seenStep(slope.colour, own);
        const double along = length > 0 ? product(step, wash) / length : 0;
        for (std::size_t c = 0; c < 3; ++c)
            step[c] -= along * wash[c];
        steps.push_back(step);
    }
    return steps;
}

} // namespace iris
