#include "mixing/cleanliness.h"

#include "mixing/ladder.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace iris {
namespace {

constexpr int stepsBetween = 9;

} // namespace

CleanReach::CleanReach(std::span<const Paint> drawer, double wash) : m_wash(wash)
{
    const auto paints = drawer.first(std::min(drawer.size(), mostPaints));
    const auto note = [&](const Lab& colour) {
        const Lch lch = toLch(colour);
        double& most = m_most[static_cast<std::size_t>(lch.hueDegrees / 360 * sectors) % sectors];
        most = std::max(most, lch.chroma);
    };
    for (std::size_t i = 0; i < paints.size(); ++i) {
        note(seenLab(paints[i].film, wash, whitePaper()));
        for (std::size_t j = i + 1; j < paints.size(); ++j)
            for (int step = 1; step <= stepsBetween; ++step)
                note(seenLab(filmBetween(paints[i], paints[j], step / (stepsBetween + 1.0)), wash, whitePaper()));
    }
}

double CleanReach::chromaAt(double hueDegrees) const
{
    const double place = normalisedDegrees(hueDegrees) / 360 * sectors;
    const auto sector = static_cast<std::size_t>(place) % sectors;
    const std::size_t neighbour = (place - std::floor(place) < 0.5 ? sector + sectors - 1 : sector + 1) % sectors;
    return std::max(m_most[sector], m_most[neighbour]);
}

double CleanReach::cleanlinessOf(const Lab& colour) const
{
    const Lch lch = toLch(colour);
    const double best = chromaAt(lch.hueDegrees);
    return best > 0 ? std::min(1.0, lch.chroma / best) : 1.0;
}

double CleanReach::cleanlinessBetween(const Paint& first, const Paint& second) const
{
    return cleanlinessOf(seenLab(filmBetween(first, second, 0.5), m_wash, whitePaper()));
}

double warmthOf(const Lab& colour)
{
    return colour.a * 0.5 + colour.b * std::numbers::sqrt3 / 2;
}

} // namespace iris
