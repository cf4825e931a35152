#include "learning/mixslope.h"

#include "colour/observer.h"

#include <algorithm>
#include <cassert>
#include <cmath>

namespace iris {
namespace {

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

/// Works the slopes of one mix out, band by band.
class MixSlopes {
public:
    template <typename StrengthOf>
    MixSlopes(const Recipe& recipe, std::span<const Paint> paints, const StrengthOf& strengthOf, std::size_t mostBends)
    {
        assert(!recipe.parts.empty());
        double total = 0;
        for (const Part& part : recipe.parts)
            total += part.parts * strengthOf(part.paint);
        for (const Part& part : recipe.parts) {
            const Paint& paint = paints[part.paint];
            m_parts.push_back({&paint.film, &paint.doubt, std::min(mostBends, paint.doubt.count()),
                               part.parts * strengthOf(part.paint) / total});
        }
    }

    MixSlope slope(double wash, const Spectrum& backing) const
    {
        MixSlope result;
        std::vector<std::array<double, 3>> perStrength(m_parts.size());
        std::vector<std::vector<std::array<double, 3>>> perBend;
        for (const PartFilm& part : m_parts)
            perBend.emplace_back(part.bends);
        std::array<double, 3> perWash{};
        Spectrum reflectance{};
        for (std::size_t band = 0; band < bandCount; ++band) {
            double absorption = 0;
            double scattering = 0;
            for (const PartFilm& part : m_parts) {
                absorption += part.share * part.film->absorption[band];
                scattering += part.share * part.film->scattering[band];
            }
            const FilmPoint point = filmPoint(absorption, scattering, wash, backing[band]);
            reflectance[band] = point.reflectance;
            add(perWash, band, absorption * point.perAbsorption + scattering * point.perScattering);
            for (std::size_t i = 0; i < m_parts.size(); ++i) {
                const PartFilm& part = m_parts[i];
                const double k = part.film->absorption[band];
                const double s = part.film->scattering[band];
                add(perStrength[i], band,
                    part.share * ((k - absorption) * point.perAbsorption + (s - scattering) * point.perScattering));
                for (std::size_t bend = 0; bend < part.bends; ++bend)
                    add(perBend[i][bend], band,
                        part.share
                            * (k * part.doubt->bend(bend).logAbsorption[band] * point.perAbsorption
                               + s * part.doubt->bend(bend).logScattering[band] * point.perScattering));
            }
        }
        const Xyz xyz = toXyz(seen(reflectance));
        const LabSlopes slopes(xyz);
        result.colour = toLab(xyz, d50White);
        result.perLogWash = slopes.of(perWash);
        for (std::size_t i = 0; i < m_parts.size(); ++i) {
            result.perLogStrength.push_back(slopes.of(perStrength[i]));
            result.perBend.emplace_back();
            for (const auto& step : perBend[i])
                result.perBend.back().push_back(slopes.of(step));
        }
        return result;
    }

private:
    struct PartFilm {
        const Film* film;
        const FilmDoubt* doubt;
        std::size_t bends;
        double share; ///< by strength
    };

    std::vector<PartFilm> m_parts;
};

} // namespace

double product(const LabStep& one, const LabStep& two)
{
    return one[0] * two[0] + one[1] * two[1] + one[2] * two[2];
}

std::vector<LabStep> MixSlope::perUnknown() const
{
    std::vector<LabStep> all;
    for (std::size_t i = 0; i < perLogStrength.size(); ++i) {
        all.push_back(perLogStrength[i]);
        all.insert(all.end(), perBend[i].begin(), perBend[i].end());
    }
    return all;
}

std::vector<Unknown> unknownsOf(const Recipe& recipe, std::span<const Paint> paints, std::size_t mostBends)
{
    std::vector<Unknown> unknowns;
    for (const Part& part : recipe.parts)
        for (std::size_t which = 0; which <= std::min(mostBends, paints[part.paint].doubt.count()); ++which)
            unknowns.push_back({part.paint, which});
    return unknowns;
}

MixSlope slopeOf(const Recipe& recipe, std::span<const Paint> paints, std::span<const double> strengths,
                 std::size_t mostBends)
{
    return MixSlopes(
               recipe, paints, [&](std::size_t paint) { return strengths[paint]; }, mostBends)
        .slope(recipe.wash, whitePaper());
}

MixSlope slopeOf(const Recipe& recipe, std::span<const Paint> paints, std::size_t mostBends, const Spectrum& backing)
{
    return MixSlopes(
               recipe, paints, [&](std::size_t paint) { return paints[paint].strength; }, mostBends)
        .slope(recipe.wash, backing);
}

LabStep seenStep(const Lab& at, const LabStep& step)
{
    const double chroma = std::hypot(at.a, at.b);
    const double cosine = chroma > 0 ? at.a / chroma : 1;
    const double sine = chroma > 0 ? at.b / chroma : 0;
    const double middle = (at.l - 50) * (at.l - 50);
    const double lightness = 1 + 0.015 * middle / std::sqrt(20 + middle);
    return {step[0] / lightness, (cosine * step[1] + sine * step[2]) / (1 + 0.045 * chroma),
            (cosine * step[2] - sine * step[1]) / (1 + 0.015 * chroma)};
}

std::vector<LabStep> slopesAtMatchedWash(const MixSlope& slope)
{
    const LabStep wash = seenStep(slope.colour, slope.perLogWash);
    const double length = product(wash, wash);
    std::vector<LabStep> steps;
    for (const LabStep& own : slope.perUnknown()) {
        LabStep step = seenStep(slope.colour, own);
        const double along = length > 0 ? product(step, wash) / length : 0;
        for (std::size_t c = 0; c < 3; ++c)
            step[c] -= along * wash[c];
        steps.push_back(step);
    }
    return steps;
}

} // namespace iris
