#pragma once

#include "learning/learning.h"

namespace iris {

/// A mix whose colour matters to the painter, and how much.
struct WantedMix {
    Recipe recipe;
    double weight = 1; ///< > 0

    bool operator==(const WantedMix&) const = default;
};

/// A square worth painting.
struct WorthSquare {
    Recipe recipe;         ///< of two paints
    double missBefore = 0; ///< how far its own prediction may be off today, deltaE
    double share = 0;      ///< of all doubt about what is wanted that this square takes away, 0 to 1

    bool operator==(const WorthSquare&) const = default;
};

struct WorthOptions {
    std::size_t squares = 12;
    double wash = wash::full;
    double readingSd = 1.5;         ///< what a painted square is off by: reading and model together, deltaE
    std::vector<std::size_t> among; ///< the paints that may be used; all when empty
    std::stop_token stop;
};

/// Every pair of the paints in balanced amounts: what is wanted when nothing else is known.
std::vector<WantedMix> everyPair(std::span<const Paint> paints, double wash = wash::full, double weight = 1);

/// The two paints in the whole parts nearest to a share of the second by tinting strength.
Recipe pairAt(std::span<const Paint> paints, std::size_t first, std::size_t second, double share, double wash);

/// The squares that would teach most about what is wanted, best first. Each is chosen to take away most of
/// tr(G C), the mean squared miss of the wanted mixes (G their slopes, C the covariance of the strengths), given
/// those before it; a square of two paints measures one difference of log strengths. Parts are tried at several
/// ratios. Empty when stopped. Source: Bayesian A-optimal design, Chaloner and Verdinelli, "Bayesian experimental
/// design: a review" (1995).
std::vector<WorthSquare> worthPainting(std::span<const Paint> paints, const Learned& known,
                                       std::span<const WantedMix> wanted, const WorthOptions& options = {});

} // namespace iris
