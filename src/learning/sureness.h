#pragma once

#include "learning/learning.h"

namespace iris {

struct SurenessOptions {
    double partsOff = 0.25; ///< how far each count of parts may be off, a share of it, anywhere within
    int draws = 300;        ///< how often it is tried; the answer is then good to 3 in 100
    unsigned seed = 1;      ///< the same one gives the same answer
};

/// What a recipe is to come out as.
struct Aim {
    Lab target;
    double tolerance = 0; ///< deltaE00
    double kL = 1;        ///< below 1 lightness counts for more (deltaE00())
};

/// How often a recipe comes out as wanted when nothing is as exact as it was counted: what is open about its paints
/// (Learned::covarianceOf(), drawn together), the parts that go in, and what the model itself is off by. As a painter
/// does, each try is let out until it comes near enough, by half or by twice at most, to within 2^(1/16). A Monte
/// Carlo estimate; the same on every processor, since near calls are decided in double precision.
/// @return 0 to 1
double sureness(const Recipe& recipe, std::span<const Paint> paints, const Learned& learned, const Aim& aim,
                const SurenessOptions& options = {});

/// Whether sureness() is at least so much, 0 to 1: ends as soon as that is settled, mostly after a fraction of the
/// tries. Whatever it says is sure is; one that is just as sure as is wanted may be given up once in some ten thousand
/// times, when its first tries all but fail (Wald 1945, "Sequential tests of statistical hypotheses", is the idea;
/// the limit is four standard deviations).
bool isAtLeastSure(double times, const Recipe& recipe, std::span<const Paint> paints, const Learned& learned,
                   const Aim& aim, const SurenessOptions& options = {});

} // namespace iris
