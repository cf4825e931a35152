#pragma once

#include "learning/learning.h"

#include <functional>

namespace iris {

struct SurenessOptions {
    double partsOff = 0.25; ///< how far each count of parts may be off, a share of it, anywhere within
    int draws = 300;        ///< how often it is tried; the answer is then good to 3 in 100
    unsigned seed = 1;      ///< the same one gives the same answer
};

/// How often a recipe comes out as wanted when nothing is as exact as it was counted: what is open about its paints
/// (Learned::covarianceOf(), drawn together), the parts that go in, and what the model itself is off by. As a painter
/// does, each try is let out until it comes nearest, by half or by twice at most. A Monte Carlo estimate.
/// @param apart how far a colour is from what is wanted; it is there when that is at most `tolerance`
/// @return 0 to 1
double sureness(const Recipe& recipe, std::span<const Paint> paints, const Learned& learned,
                const std::function<double(const Lab&)>& apart, double tolerance, const SurenessOptions& options = {});

} // namespace iris
