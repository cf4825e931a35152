#pragma once

#include "base/shared.h"
#include "learning/mixslope.h"

#include <functional>
#include <stop_token>

namespace iris {

/// A painted, dry square and what was in it.
struct PaintedMix {
    std::vector<Part> parts;  ///< two or three different paints
    double wash = wash::full; ///< as it was meant; how thick it really lies is found
    Lab colour;               ///< as it would look on the white paper of the reference table, D50
    double uncertainty = 1;   ///< of the reading, deltaE00

    bool operator==(const PaintedMix&) const = default;
};

struct LearningOptions {
    double strengthSd = 0.5;      ///< how far ln(strength) may be off before anything was painted
    double washSd = 0.4;          ///< how far ln(thickness) of a square may be off what was meant
    double modelSd = 1.0;         ///< what the mixing model leaves unexplained, deltaE that two thirds stay below
    std::vector<double> sureness; ///< one a paint: replaces strengthSd where it is above 0; may be empty

    bool operator==(const LearningOptions&) const = default;
};

/// What one painted square tells about the predictions.
struct MixLesson {
    double thickness = 1;     ///< at which the square was laid, as found
    double before = 0;        ///< deltaE00 of the prediction with the paints as they were, at the best wash
    double after = 0;         ///< deltaE00 with what was found, at the best wash
    double leftOut = 0;       ///< deltaE00 with what was found from all other squares, at the best wash
    Lab leftOutColour;        ///< what is expected then
    double leftOutAsLaid = 0; ///< leftOut at the wash that was meant

    bool operator==(const MixLesson&) const = default;
};

/// One estimate of paints from all that is known: their strengths, and how their films are bent from what label and
/// readings say.
struct Learned {
    std::vector<double> strengths;          ///< one a paint
    std::vector<double> variances;          ///< of ln(strength) before anything was painted, one a paint
    std::vector<std::size_t> touched;       ///< the paints that are in some square, in order
    std::vector<std::vector<double>> bends; ///< of those: deviations of the bends of Paint::doubt that were looked at
    std::vector<std::size_t> rows;          ///< where in the covariance the unknowns of each of those begin
    Shared<std::vector<double>> covariance; ///< of the unknowns of those (strength, then bends), row by row
    std::vector<MixLesson> lessons;         ///< one a square, in their order
    double modelMiss = 1;                   ///< what the mixing model itself is off by, deltaE, as far as squares tell
    bool settled = true;                    ///< false when the search ended before it came to rest

    std::size_t paints() const { return strengths.size(); }
    bool isTouched(std::size_t paint) const;

    /// What squares leave open; before any, ln(strength) has its own variance and every bend 1.
    double covarianceOf(const Unknown& one, const Unknown& two) const;
    /// Of two paints' ln(strength).
    double covarianceOf(std::size_t one, std::size_t two) const
    {
        return covarianceOf(Unknown{one, 0}, Unknown{two, 0});
    }

    /// How far a paint's strength may still be off: a factor, 1 for none (one standard deviation of its logarithm).
    double factor(std::size_t paint) const;

    /// Median of `leftOut`: what predictions are off by for a mix that was not painted yet. Nothing below 3 squares.
    std::optional<double> typicalMiss() const;

    bool operator==(const Learned&) const = default;

private:
    std::optional<std::size_t> rowOf(const Unknown& unknown) const;
};

/// The same of some paints alone, counted by their place among them. What squares teach stays, lessons with it.
/// @param places in rising order
Learned within(const Learned& learned, const std::vector<std::size_t>& places);

/// Where the unknowns of each touched paint begin, strength and bends one after the other.
std::vector<std::size_t> rowsOf(const std::vector<std::vector<double>>& bends);

/// What is known before any square was painted: the paints' own strengths, and how sure they are.
Learned beforePainting(std::span<const Paint> paints, const LearningOptions& options = {});

/// Finds the strengths and films that explain painted squares best: least squares on ln(strength), with a normal prior
/// about the paints' own, and on the bends of every film in doubt (Paint::doubt), each about 0 with a deviation of 1;
/// the thickness of every square a free unknown with a wide prior about what was meant. Misses are counted along
/// lightness, chroma and hue (seenStep()), those beyond 2.5 deviations linearly (Huber, "Robust estimation of a
/// location parameter", 1964), so that one square written down wrong does not drag the rest along. Damped Gauss-Newton;
/// the thicknesses are eliminated square by square (Schur complement). The left-out figures take one further Newton
/// step from the common solution without the square, which is what refitting gives to first order (Cook and Weisberg,
/// "Residuals and influence in regression", 1982).
///
/// How much squares leave open follows from how well they are met in the end: residuals over degrees of freedom, as
/// MacKay, "Bayesian Interpolation", Neural Computation 4 (1992), equation 4.9, finds the noise; the estimate itself
/// stays where the stated uncertainties put it.
///
/// With hundreds of tubes in the squares fewer bends of each are looked at, none beyond 750: never more than 1,500
/// unknowns on that account.
/// @param squares every index below paints.size(); squares of a single paint tell nothing and are passed over
/// @param stop ends it within some tenths of a second; the answer is then of no use
Learned learnFrom(std::span<const Paint> paints, std::span<const PaintedMix> squares,
                  const LearningOptions& options = {}, std::stop_token stop = {});

/// The paints as strong as was learnt and with the films learnt. A typical paint shows the colours of its film then.
std::vector<Paint> asLearnt(std::vector<Paint> paints, const Learned& learned);

/// How far a prediction may be off, deltaE, one standard deviation, once the wash is matched: what is open about the
/// paints, pushed through the mixing, and what the model itself is off by.
/// @param paints as learnt
double expectedMiss(const Recipe& recipe, std::span<const Paint> paints, const Learned& learned);

} // namespace iris
