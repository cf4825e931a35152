#pragma once

namespace iris {

/// The values a number may have, both ends allowed. NaN lies in no range.
struct Range {
    double least = 0;
    double most = 0;

    constexpr bool holds(double value) const { return value >= least && value <= most; }

    /// The nearest value that is allowed; the least one for NaN.
    constexpr double nearest(double value) const { return value > most ? most : value >= least ? value : least; }
};

} // namespace iris
