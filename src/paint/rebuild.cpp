#include "paint/rebuild.h"

#include "colour/deltae.h"
#include "colour/observer.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr int unknowns = static_cast<int>(bandCount) + 2; // log K, then offset and slope of log S
constexpr int measurements = 9;
using Unknowns = Eigen::Matrix<double, unknowns, 1>;
using Covariance = Eigen::Matrix<double, unknowns, unknowns>;
using Residuals = Eigen::Matrix<double, measurements, 1>;
using Jacobian = Eigen::Matrix<double, measurements, unknowns>;

// How rough log K may be: standard deviation of its second and first differences from band to band, and of its
// level; then the same for the offset and slope of log S. Chosen on the reference table: loose enough for the steep
// edge of an organic yellow, tight enough to keep the far red from wandering.
constexpr double secondDifferenceSd = 0.45;
constexpr double firstDifferenceSd = 1.2;
constexpr double levelSd = 8.0;
constexpr double levelMean = -0.5;
constexpr double scatterOffsetSd = 3.0;
constexpr double scatterOffsetMean = -2.0;
constexpr double scatterSlopeSd = 0.5;

struct Prior {
    Unknowns mean;
    Covariance precision;
    Covariance covariance;
};

Prior makePrior()
{
    Prior prior;
    prior.mean.setConstant(levelMean);
    prior.mean[unknowns - 2] = scatterOffsetMean;
    prior.mean[unknowns - 1] = 0;
    prior.precision.setZero();
    const int bands = static_cast<int>(bandCount);
    for (int i = 0; i + 1 < bands; ++i) {
        Unknowns first = Unknowns::Zero();
        first[i] = -1 / firstDifferenceSd;
        first[i + 1] = 1 / firstDifferenceSd;
        prior.precision += first * first.transpose();
    }
    for (int i = 0; i + 2 < bands; ++i) {
        Unknowns second = Unknowns::Zero();
        second[i] = second[i + 2] = 1 / secondDifferenceSd;
        second[i + 1] = -2 / secondDifferenceSd;
        prior.precision += second * second.transpose();
    }
    for (int i = 0; i < bands; ++i)
        prior.precision(i, i) += 1 / (levelSd * levelSd);
    prior.precision(unknowns - 2, unknowns - 2) = 1 / (scatterOffsetSd * scatterOffsetSd);
    prior.precision(unknowns - 1, unknowns - 1) = 1 / (scatterSlopeSd * scatterSlopeSd);
    prior.covariance = prior.precision.inverse();
    return prior;
}

const Prior& prior()
{
    static const Prior shared = makePrior();
    return shared;
}

/// Where a band stands between -1 (380 nm) and 1 (730 nm).
double position(int band)
{
    return (2.0 * band - (static_cast<double>(bandCount) - 1)) / (static_cast<double>(bandCount) - 1);
}

Film filmOf(const Unknowns& x)
{
    Film film;
    for (int band = 0; band < static_cast<int>(bandCount); ++band) {
        const auto i = static_cast<std::size_t>(band);
        film.absorption[i] = std::exp(std::clamp(x[band], -14.0, 7.0));
        film.scattering[i] = std::exp(std::clamp(x[unknowns - 2] + x[unknowns - 1] * position(band), -14.0, 5.0));
    }
    return film;
}

struct View {
    double thickness;
    const Spectrum& backing;
};

std::array<View, 3> views(const Spectrum& paper)
{
    return {View{wash::full, paper}, View{wash::thin, paper}, View{wash::full, blackLine()}};
}

Eigen::Vector3d vectorOf(const Lab& lab)
{
    return {lab.l, lab.a, lab.b};
}

/// The nine colour numbers of a film.
Residuals coloursOf(const Film& film, const Spectrum& paper)
{
    Residuals colours;
    int row = 0;
    for (const View& view : views(paper)) {
        colours.segment<3>(row) = vectorOf(seenLab(film, view.thickness, view.backing));
        row += 3;
    }
    return colours;
}

/// How the three numbers of one view change with the unknowns.
Eigen::Matrix<double, 3, unknowns> slopesOf(const Film& film, const View& view)
{
    Spectrum reflectance{};
    Eigen::Matrix<double, 3, unknowns> xyzSlopes = Eigen::Matrix<double, 3, unknowns>::Zero();
    for (int band = 0; band < static_cast<int>(bandCount); ++band) {
        const auto i = static_cast<std::size_t>(band);
        const FilmPoint point = filmPoint(film.absorption[i], film.scattering[i], view.thickness, view.backing[i]);
        reflectance[i] = surfaceReflection + (1 - surfaceReflection) * point.reflectance;
        const Eigen::Vector3d weight =
            (1 - surfaceReflection) * Eigen::Vector3d(d50Weights[0][i], d50Weights[1][i], d50Weights[2][i]);
        const double perLogS = point.perScattering * film.scattering[i];
        xyzSlopes.col(band) = weight * (point.perAbsorption * film.absorption[i]);
        xyzSlopes.col(unknowns - 2) += weight * perLogS;
        xyzSlopes.col(unknowns - 1) += weight * (perLogS * position(band));
    }
    const auto slopes = labPerXyz(toXyz(reflectance), d50White);
    return Eigen::Map<const Eigen::Matrix<double, 3, 3, Eigen::RowMajor>>(slopes.front().data()) * xyzSlopes;
}

Jacobian slopesOf(const Film& film, const Spectrum& paper)
{
    Jacobian slopes;
    int row = 0;
    for (const View& view : views(paper)) {
        slopes.middleRows<3>(row) = slopesOf(film, view);
        row += 3;
    }
    return slopes;
}

/// How far off a film is: roughness against the prior, and colours against the swatch.
double costOf(const Unknowns& x, const Residuals& misses, double sigma)
{
    const Unknowns offset = x - prior().mean;
    return offset.dot(prior().precision * offset) + misses.squaredNorm() / (sigma * sigma);
}

/// One damped step; returns false when no step makes the fit better.
bool improve(Unknowns& x, const Residuals& target, const Spectrum& paper, double sigma)
{
    const Film film = filmOf(x);
    const Residuals misses = target - coloursOf(film, paper);
    const Jacobian slopes = slopesOf(film, paper);
    const Eigen::Matrix<double, unknowns, measurements> gain = prior().covariance * slopes.transpose();
    Eigen::Matrix<double, measurements, measurements> spread = slopes * gain;
    spread.diagonal().array() += sigma * sigma;
    const Unknowns offset = x - prior().mean;
    const Unknowns step = gain * spread.ldlt().solve(misses + slopes * offset) - offset;

    const double before = costOf(x, misses, sigma);
    for (double share = 1; share > 1e-3; share /= 2) {
        const Unknowns candidate = x + share * step;
        const double after = costOf(candidate, target - coloursOf(filmOf(candidate), paper), sigma);
        if (after < before) {
            x = candidate;
            return before - after > 1e-5 * before;
        }
    }
    return false;
}

} // namespace

double RebuiltFilm::worstResidual() const
{
    return std::ranges::max(residual);
}

Swatch swatchOf(const Film& film, const Spectrum& paper)
{
    return {seenLab(film, wash::full, paper), seenLab(film, wash::thin, paper), seenLab(film, wash::full, blackLine())};
}

Swatch onWhitePaper(const Swatch& painted, const Lab& paperWhite)
{
    const Spectrum paper = paperSeenAs(paperWhite);
    const Film film = rebuildFilm(painted, paper).film;
    const Swatch there = swatchOf(film, paper);
    const Swatch here = swatchOf(film);
    const auto moved = [&](Lab Swatch::*colour) {
        const Lab& from = there.*colour;
        const Lab& to = here.*colour;
        const Lab& own = painted.*colour;
        return Lab{std::clamp(own.l + to.l - from.l, 0.0, 100.0), own.a + to.a - from.a, own.b + to.b - from.b};
    };
    return {moved(&Swatch::full), moved(&Swatch::thin), moved(&Swatch::overBlack)};
}

RebuiltFilm rebuildFilm(const Swatch& swatch, const Spectrum& paper)
{
    Residuals target;
    target << vectorOf(swatch.full), vectorOf(swatch.thin), vectorOf(swatch.overBlack);
    Unknowns x = prior().mean;
    for (const double sigma : {8.0, 2.0, 0.5, 0.15})
        for (int step = 0; step < 3 && improve(x, target, paper, sigma); ++step) {
        }
    for (int step = 0; step < 20 && improve(x, target, paper, 0.05); ++step) {
    }

    RebuiltFilm result{filmOf(x), {}};
    const Swatch own = swatchOf(result.film, paper);
    result.residual = {deltaE00(own.full, swatch.full), deltaE00(own.thin, swatch.thin),
                       deltaE00(own.overBlack, swatch.overBlack)};
    return result;
}

RebuiltFilm FilmCache::rebuilt(const Swatch& swatch)
{
    const std::array<double, 9> key{swatch.full.l,      swatch.full.a,      swatch.full.b,
                                    swatch.thin.l,      swatch.thin.a,      swatch.thin.b,
                                    swatch.overBlack.l, swatch.overBlack.a, swatch.overBlack.b};
    {
        const std::scoped_lock lock(m_mutex);
        if (const auto found = m_films.find(key); found != m_films.end())
            return found->second;
    }
    const RebuiltFilm film = rebuildFilm(swatch);
    const std::scoped_lock lock(m_mutex);
    return m_films.emplace(key, film).first->second;
}

} // namespace iris
