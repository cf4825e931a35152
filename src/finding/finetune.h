#pragma once

#include "finding/wanted.h"

#include <span>
#include <vector>

namespace iris {

/// A mix in shares that nobody counts: what a set of tubes could do.
struct Tuned {
    std::vector<double> shares; ///< by tinting strength, in the order of the set; they add up to 1
    double wash = wash::full;
    double apart = 0; ///< apartFrom() what is wanted
};

/// The thinnest wash that is tried when washes are free.
inline constexpr double thinnestWash = 0.04;

/// Finds the shares and the wash of a set of tubes that come nearest to a wanted colour. Levenberg and Marquardt's
/// least squares on deltaE00Terms(), in the logarithms of shares and wash, so that nothing becomes negative.
class Finetuner {
public:
    /// The arguments must outlive the object.
    /// @param thickest the thickest wash that is tried, as film thickness
    Finetuner(const Wanted& wanted, std::span<const Paint> paints, const Paper& paper, double thickest = wash::full);

    /// @param set one to four different places in the paints; @param start shares by strength (> 0) and wash to begin
    /// at
    Tuned tuned(std::span<const std::size_t> set, const Tuned& start) const;

    /// The same with the shares held: only the wash is let out.
    Tuned washOf(std::span<const std::size_t> set, const Tuned& start) const;

    /// What shares at a wash give.
    Laid laid(std::span<const std::size_t> set, std::span<const double> shares, double wash) const;

private:
    Tuned search(std::span<const std::size_t> set, const Tuned& start, bool sharesToo) const;

    const Wanted& m_wanted;
    std::span<const Paint> m_paints;
    double m_thickest;
    Spectrum m_paper;
};

} // namespace iris
