#pragma once

#include "paint/film.h"
#include "paint/paper.h"

#include <array>
#include <map>
#include <mutex>

namespace iris {

/// The three dry colours a tube is known by, CIELAB D50.
struct Swatch {
    Lab full;      ///< thickness 1 on white paper
    Lab thin;      ///< thickness 0.2 on white paper
    Lab overBlack; ///< thickness 1 over the black line

    bool operator==(const Swatch&) const = default;
};

/// A film found from a swatch, and how far its own three colours are from the ones given.
struct RebuiltFilm {
    Film film;
    std::array<double, 3> residual{}; ///< deltaE00 of full, thin and over-black

    double worstResidual() const;

    /// Above this a swatch is doubtful: no film of one paint gives those three colours.
    static constexpr double doubtful = 1.0;
};

/// Finds K in 36 bands and log-linear S that give a swatch's three colours: the smoothest log K (second differences,
/// a little of the first) among those that meet the nine measured numbers. The unknowns are log K and the offset and
/// slope of log S; damped Gauss-Newton on the penalised least squares, whose step is solved in the space of the nine
/// measurements, x = m + P J' (J P J' + s^2 I)^-1 (y - f(x) + J (x - m)), with the tolerance s brought down in stages.
/// Source of the formulation: Rodgers, "Inverse Methods for Atmospheric Sounding" (2000), equation 5.10 (n-form).
/// Any three colours give an answer; look at worstResidual().
///
/// `paper` is the reflectance under its surface of the paper the swatch was painted on.
RebuiltFilm rebuildFilm(const Swatch& swatch, const Spectrum& paper = whitePaper());

/// The three colours a film gives on a paper and over the black line.
Swatch swatchOf(const Film& film, const Spectrum& paper = whitePaper());

/// A swatch painted on a paper of some other white, as it would look on the white paper of the reference table: the
/// film is rebuilt on its own paper and moved; what the film could not explain is carried along.
Swatch onWhitePaper(const Swatch& painted, const Lab& paperWhite);

/// rebuildFilm() remembered by swatch. Safe to use from several threads.
class FilmCache {
public:
    RebuiltFilm rebuilt(const Swatch& swatch);

private:
    std::mutex m_mutex;
    std::map<std::array<double, 9>, RebuiltFilm> m_films;
};

} // namespace iris
