#pragma once

#include "paint/filmdoubt.h"

#include <Eigen/Core>
#include <array>
#include <vector>

namespace iris {

struct Swatch;

/// What is believed of a paint's film before it is seen: K and S of one or more pigments, bent.
///
///     K = exp(rho) sum a_i K_i,  S = exp(s0 + s1 t) sum a_i S_i,  a = softmax(0, u_2 .. u_n),  t = (nm - 555) / 175
///
/// with the unknowns x = (rho in 36 bands, s0, s1, u_2 .. u_n) normal about `mean` with `covariance`.
struct FilmPrior {
    std::vector<Film> pigments; ///< at least one
    Eigen::VectorXd mean;
    Eigen::MatrixXd covariance; ///< positive definite

    Eigen::Index unknowns() const { return mean.size(); }

    /// The film that stands at some values of the unknowns.
    Film filmAt(const Eigen::VectorXd& x) const;

    /// How ln K of 36 bands and then ln S move with the unknowns: 72 rows.
    Eigen::MatrixXd logSlopesAt(const Eigen::VectorXd& x) const;
};

/// A film found from three colours and a prior.
struct FilmFit {
    Film film;
    Eigen::VectorXd unknowns;
    Eigen::MatrixXd covariance; ///< of the unknowns, once the colours are known
    double cost = 0;            ///< (x - m)' C^-1 (x - m) + |y - f|^2 / sd^2: about chi-square, 9 degrees of freedom
    double logEvidence = 0; ///< of the nine numbers under this prior, by Laplace's method, up to what all priors share
};

/// The most likely film under a prior for three colours, each number of which is off by `noise` (one standard
/// deviation, L*, a* and b* alike, > 0). Gauss-Newton, halved until the cost falls, each step solved in the space of
/// the nine measurements, x = m + C J' (J C J' + sd^2 I)^-1 (y - f(x) + J (x - m)), with sd brought down to the noise
/// in stages. Source of the formulation: Rodgers, "Inverse Methods for Atmospheric Sounding" (2000), equation 5.10
/// (n-form); of the evidence: MacKay, "Bayesian Interpolation", Neural Computation 4 (1992).
/// @param paper reflectance under the surface of the paper the swatch was painted on
/// The covariance is C - C J' (J C J' + sd^2 I)^-1 J C there.
FilmFit fitFilm(const Swatch& swatch, const FilmPrior& prior, double noise, const Spectrum& paper);

/// What is in doubt of a film whose unknowns have some values and some covariance, of all that can be seen: in washes
/// from four times a full one to a tenth, and over the black line. At most `mostBends`, each seen by at least 0.1
/// deltaE.
FilmDoubt doubtOf(const FilmPrior& prior, const Eigen::VectorXd& x, const Eigen::MatrixXd& covariance);
inline constexpr std::size_t mostBends = 6;

} // namespace iris
