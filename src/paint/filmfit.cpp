#include "paint/filmfit.h"

#include "colour/observer.h"
#include "paint/rebuild.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr auto bands = static_cast<Eigen::Index>(bandCount);
constexpr int measurements = 9;
using Residuals = Eigen::Matrix<double, measurements, 1>;
using Jacobian = Eigen::Matrix<double, measurements, Eigen::Dynamic>;

/// Where a band stands on the scale of a scattering slope.
double slopePosition(std::size_t band)
{
    return (wavelengthNm(band) - 555) / 175;
}

/// Shares of the pigments: softmax(0, u_2 .. u_n).
std::vector<double> sharesAt(const FilmPrior& prior, const Eigen::VectorXd& x)
{
    std::vector<double> shares{1};
    double total = 1;
    for (std::size_t i = 1; i < prior.pigments.size(); ++i) {
        const double u = std::clamp(x[bands + 1 + static_cast<Eigen::Index>(i)], -12.0, 12.0);
        shares.push_back(std::exp(u));
        total += shares.back();
    }
    for (double& share : shares)
        share /= total;
    return shares;
}

struct View {
    double thickness;
    const Spectrum& backing;
};

std::array<View, 3> views(const Spectrum& paper)
{
    return {View{wash::full, paper}, View{wash::thin, paper}, View{wash::full, blackLine()}};
}

/// The nine colour numbers of a film.
Residuals coloursOf(const Film& film, const Spectrum& paper)
{
    Residuals colours;
    int row = 0;
    for (const View& view : views(paper)) {
        const Lab lab = seenLab(film, view.thickness, view.backing);
        colours.segment<3>(row) << lab.l, lab.a, lab.b;
        row += 3;
    }
    return colours;
}

/// How the three numbers of a view move with ln K and ln S of every band: 3 x 72.
Eigen::Matrix<double, 3, 2 * bands> logSlopesOf(const Film& film, const View& view)
{
    Spectrum reflectance{};
    Eigen::Matrix<double, 3, 2 * bands> xyz;
    for (std::size_t i = 0; i < bandCount; ++i) {
        const auto band = static_cast<Eigen::Index>(i);
        const FilmPoint point = filmPoint(film.absorption[i], film.scattering[i], view.thickness, view.backing[i]);
        reflectance[i] = point.reflectance;
        const Eigen::Vector3d weight =
            (1 - surfaceReflection) * Eigen::Vector3d(d50Weights[0][i], d50Weights[1][i], d50Weights[2][i]);
        xyz.col(band) = weight * (point.perAbsorption * film.absorption[i]);
        xyz.col(bands + band) = weight * (point.perScattering * film.scattering[i]);
    }
    const auto perXyz = labPerXyz(toXyz(seen(reflectance)), d50White);
    return Eigen::Map<const Eigen::Matrix<double, 3, 3, Eigen::RowMajor>>(perXyz.front().data()) * xyz;
}

/// How the nine numbers move with the unknowns.
Jacobian slopesOf(const Film& film, const Spectrum& paper, const Eigen::MatrixXd& logSlopes)
{
    Jacobian slopes(measurements, logSlopes.cols());
    int row = 0;
    for (const View& view : views(paper)) {
        slopes.middleRows<3>(row) = logSlopesOf(film, view) * logSlopes;
        row += 3;
    }
    return slopes;
}

/// The search for the unknowns at a falling noise.
class FilmSearch {
public:
    FilmSearch(const Residuals& target, const FilmPrior& prior, const Spectrum& paper)
        : m_target(target),
          m_prior(prior),
          m_paper(paper),
          m_factor(prior.covariance),
          m_x(prior.mean)
    {
    }

    void settle(double sigma, int rounds)
    {
        for (int round = 0; round < rounds && improve(sigma); ++round) {
        }
    }

    FilmFit result(double sigma) const
    {
        FilmFit fit{m_prior.filmAt(m_x), m_x, {}, 0, 0};
        const Jacobian slopes = slopesOf(fit.film, m_paper, m_prior.logSlopesAt(m_x));
        fit.cost = cost(m_x, m_target - coloursOf(fit.film, m_paper), sigma);
        const auto spread = spreadOf(slopes, sigma).ldlt();
        const Eigen::MatrixXd known = slopes * m_prior.covariance;
        fit.covariance = m_prior.covariance - known.transpose() * spread.solve(known);
        fit.logEvidence = -0.5 * (fit.cost + spread.vectorD().array().log().sum());
        return fit;
    }

private:
    Eigen::Matrix<double, measurements, measurements> spreadOf(const Jacobian& slopes, double sigma) const
    {
        Eigen::Matrix<double, measurements, measurements> spread = slopes * m_prior.covariance * slopes.transpose();
        spread.diagonal().array() += sigma * sigma;
        return spread;
    }

    /// How far off a film is: from what is believed, and its colours from the swatch.
    double cost(const Eigen::VectorXd& x, const Residuals& misses, double sigma) const
    {
        const Eigen::VectorXd offset = x - m_prior.mean;
        return offset.dot(m_factor.solve(offset)) + misses.squaredNorm() / (sigma * sigma);
    }

    /// One step, halved until it helps; false when none makes the fit better.
    bool improve(double sigma)
    {
        const Film film = m_prior.filmAt(m_x);
        const Residuals misses = m_target - coloursOf(film, m_paper);
        const Jacobian slopes = slopesOf(film, m_paper, m_prior.logSlopesAt(m_x));
        const Eigen::VectorXd offset = m_x - m_prior.mean;
        const Residuals ahead = spreadOf(slopes, sigma).ldlt().solve(misses + slopes * offset);
        const Eigen::VectorXd step = m_prior.covariance * (slopes.transpose() * ahead) - offset;
        const double before = cost(m_x, misses, sigma);
        for (double share = 1; share > 1e-3; share /= 2) {
            const Eigen::VectorXd candidate = m_x + share * step;
            const double after = cost(candidate, m_target - coloursOf(m_prior.filmAt(candidate), m_paper), sigma);
            if (after < before) {
                m_x = candidate;
                return before - after > 1e-5 * before;
            }
        }
        return false;
    }

    const Residuals m_target;
    const FilmPrior& m_prior;
    const Spectrum& m_paper;
    Eigen::LLT<Eigen::MatrixXd> m_factor;
    Eigen::VectorXd m_x;
};

} // namespace

Film FilmPrior::filmAt(const Eigen::VectorXd& x) const
{
    const std::vector<double> shares = sharesAt(*this, x);
    std::vector<WeightedFilm> parts;
    for (std::size_t i = 0; i < pigments.size(); ++i)
        parts.push_back({&pigments[i], shares[i]});
    Film film = mixedFilm(parts);
    for (std::size_t i = 0; i < bandCount; ++i) {
        const double logK = std::log(film.absorption[i]) + x[static_cast<Eigen::Index>(i)];
        const double logS = std::log(film.scattering[i]) + x[bands] + x[bands + 1] * slopePosition(i);
        film.absorption[i] = std::exp(std::clamp(logK, -14.0, 7.0));
        film.scattering[i] = std::exp(std::clamp(logS, -14.0, 5.0));
    }
    return film;
}

Eigen::MatrixXd FilmPrior::logSlopesAt(const Eigen::VectorXd& x) const
{
    const std::vector<double> shares = sharesAt(*this, x);
    std::vector<WeightedFilm> parts;
    for (std::size_t i = 0; i < pigments.size(); ++i)
        parts.push_back({&pigments[i], shares[i]});
    const Film blend = mixedFilm(parts);
    Eigen::MatrixXd slopes = Eigen::MatrixXd::Zero(2 * bands, unknowns());
    for (std::size_t i = 0; i < bandCount; ++i) {
        const auto band = static_cast<Eigen::Index>(i);
        slopes(band, band) = 1;
        slopes(bands + band, bands) = 1;
        slopes(bands + band, bands + 1) = slopePosition(i);
        for (std::size_t p = 1; p < pigments.size(); ++p) {
            const Eigen::Index column = bands + 1 + static_cast<Eigen::Index>(p);
            slopes(band, column) = shares[p] * (pigments[p].absorption[i] / blend.absorption[i] - 1);
            slopes(bands + band, column) = shares[p] * (pigments[p].scattering[i] / blend.scattering[i] - 1);
        }
    }
    return slopes;
}

FilmDoubt doubtOf(const FilmPrior& prior, const Eigen::VectorXd& x, const Eigen::MatrixXd& covariance)
{
    constexpr double leastSeen = 0.1;
    const Film film = prior.filmAt(x);
    const Eigen::MatrixXd logSlopes = prior.logSlopesAt(x);
    Eigen::MatrixXd logs = logSlopes * covariance * logSlopes.transpose();
    // What scales K and S alike is taken out: from every row and column, its mean.
    logs.rowwise() -= logs.colwise().mean().eval();
    logs.colwise() -= logs.rowwise().mean().eval();

    std::vector<View> looks;
    for (const double thickness : {4.0, 1.0, 0.3, 0.1})
        looks.push_back({thickness, whitePaper()});
    looks.push_back({wash::full, blackLine()});
    Eigen::MatrixXd seenSlopes(3 * static_cast<Eigen::Index>(looks.size()), 2 * bands);
    for (std::size_t i = 0; i < looks.size(); ++i)
        seenSlopes.middleRows<3>(3 * static_cast<Eigen::Index>(i)) = logSlopesOf(film, looks[i]);
    const Eigen::MatrixXd spread = seenSlopes * logs * seenSlopes.transpose();
    const Eigen::SelfAdjointEigenSolver<Eigen::MatrixXd> solver(spread);
    std::vector<FilmBend> bends;
    for (Eigen::Index i = spread.rows() - 1; i >= 0 && bends.size() < mostBends; --i) {
        const double variance = solver.eigenvalues()[i];
        if (variance < leastSeen * leastSeen)
            break;
        const Eigen::VectorXd way =
            logs * (seenSlopes.transpose() * solver.eigenvectors().col(i)) / std::sqrt(variance);
        FilmBend bend;
        for (std::size_t band = 0; band < bandCount; ++band) {
            bend.logAbsorption[band] = way[static_cast<Eigen::Index>(band)];
            bend.logScattering[band] = way[bands + static_cast<Eigen::Index>(band)];
        }
        bends.push_back(bend);
    }
    return FilmDoubt(std::move(bends));
}

FilmFit fitFilm(const Swatch& swatch, const FilmPrior& prior, double noise, const Spectrum& paper)
{
    Residuals target;
    target << swatch.full.l, swatch.full.a, swatch.full.b, swatch.thin.l, swatch.thin.a, swatch.thin.b,
        swatch.overBlack.l, swatch.overBlack.a, swatch.overBlack.b;
    FilmSearch search(target, prior, paper);
    for (const double sigma : {8.0, 2.0, 0.5, 0.15})
        if (sigma > noise)
            search.settle(sigma, 3);
    search.settle(noise, 20);
    return search.result(noise);
}

} // namespace iris
