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
    Handling handling = {};
    std::stop_token stop;
};

/// Every pair of the paints in balanced amounts: what is wanted when nothing else is known.
std::vector<WantedMix> everyPair(std::span<const Paint> paints, Handling handling, double wash = wash::full,
                                 double weight = 1);

/// The two paints in what can be counted out nearest to a share of the second by tinting strength.
Recipe pairAt(std::span<const Paint> paints, std::size_t first, std::size_t second, double share, double wash,
              Handling handling);

/// The squares that would teach most about what is wanted, best first. Each is chosen to take away most of
/// tr(G C), the mean squared miss of the wanted mixes (G their slopes, C the covariance of what is unknown), given
/// those before it; a square measures what its colour tells of the strengths and films of its two paints, its wash
/// being free. Parts are tried at several ratios. Empty when stopped. Source: Bayesian A-optimal design, Chaloner and
/// Verdinelli, "Bayesian experimental design: a review" (1995).
std::vector<WorthSquare> worthPainting(std::span<const Paint> paints, const Learned& known,
                                       std::span<const WantedMix> wanted, const WorthOptions& options = {});

/// A tube whose card is worth painting and reading: full, thin and over the black line.
struct WorthCard {
    std::size_t paint = 0;
    double share = 0; ///< of all doubt about what is wanted that the card takes away, 0 to 1

    bool operator==(const WorthCard&) const = default;
};

/// The tubes whose cards would teach most about what is wanted, each for itself, best first; those that would teach
/// nothing are left out. Empty when stopped. Counted like the squares of worthPainting(), so their shares can be
/// compared.
std::vector<WorthCard> cardsWorthReading(std::span<const Paint> paints, const Learned& known,
                                         std::span<const WantedMix> wanted, const WorthOptions& options = {});

/// The first card, when it teaches more than the next four squares together.
std::optional<WorthCard> cardBeforeSquares(std::span<const WorthCard> cards, std::span<const WorthSquare> squares);

} // namespace iris
