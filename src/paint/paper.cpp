#include "paint/paper.h"

#include "colour/observer.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>

namespace iris {
namespace {

Spectrum bentPaper(const Eigen::Vector3d& bend)
{
    Spectrum paper = whitePaper();
    for (std::size_t band = 0; band < bandCount; ++band) {
        const double t = 2.0 * static_cast<double>(band) / (static_cast<double>(bandCount) - 1) - 1;
        paper[band] = std::min(1.0, paper[band] * std::exp(bend[0] + bend[1] * t + bend[2] * t * t));
    }
    return paper;
}

Eigen::Vector3d colourOf(const Eigen::Vector3d& bend)
{
    const Lab lab = toLab(seen(bentPaper(bend)));
    return {lab.l, lab.a, lab.b};
}

Eigen::Vector3d bendTo(const Lab& white)
{
    const Eigen::Vector3d target(white.l, white.a, white.b);
    Eigen::Vector3d bend = Eigen::Vector3d::Zero();
    constexpr double step = 1e-4;
    for (int round = 0; round < 12; ++round) {
        const Eigen::Vector3d miss = target - colourOf(bend);
        if (miss.norm() < 1e-6)
            break;
        Eigen::Matrix3d slopes;
        for (int i = 0; i < 3; ++i)
            slopes.col(i) = (colourOf(bend + step * Eigen::Vector3d::Unit(i)) - colourOf(bend)) / step;
        // Where the paper is capped at 1 the slopes vanish; the small diagonal keeps the step finite.
        const Eigen::Matrix3d normal = slopes.transpose() * slopes + 1e-6 * Eigen::Matrix3d::Identity();
        bend += normal.ldlt().solve(slopes.transpose() * miss);
        bend = bend.cwiseMax(-1.5).cwiseMin(0.5);
    }
    return bend;
}

} // namespace

const Spectrum& whitePaper()
{
    static const Spectrum paper = spectrumFrom([](double nm) {
        const double bend = (nm - 380.0) / 40.0;
        return 0.90 - 0.05 * std::exp(-bend * bend);
    });
    return paper;
}

Spectrum paperSeenAs(const Lab& white)
{
    return bentPaper(bendTo(white));
}

Paper::Paper(const Lab& white) : m_white(white)
{
    if (canBe(white))
        Eigen::Vector3d::Map(m_bend.data()) = bendTo(white);
}

bool Paper::canBe(const Lab& white)
{
    constexpr double darkest = 60;
    constexpr double mostChroma = 25;
    return isInRange(white) && white.l >= darkest && toLch(white).chroma <= mostChroma;
}

Lab Paper::white() const
{
    return m_white ? *m_white : toLab(seen(whitePaper()));
}

Spectrum Paper::reflectance() const
{
    return isWhitePaper() ? whitePaper() : bentPaper(Eigen::Vector3d::Map(m_bend.data()));
}

const Spectrum& blackLine()
{
    static constexpr Spectrum line = flatSpectrum(0.03);
    return line;
}

Spectrum seen(const Spectrum& underSurface)
{
    Spectrum result{};
    std::ranges::transform(underSurface, result.begin(),
                           [](double r) { return surfaceReflection + (1 - surfaceReflection) * r; });
    return result;
}

Spectrum underSurface(const Spectrum& observed)
{
    Spectrum result{};
    std::ranges::transform(observed, result.begin(),
                           [](double r) { return std::max(0.0, (r - surfaceReflection) / (1 - surfaceReflection)); });
    return result;
}

Lab seenLab(const Film& film, double thickness, const Spectrum& backing)
{
    return toLab(seen(filmReflectance(film, thickness, backing)));
}

} // namespace iris
