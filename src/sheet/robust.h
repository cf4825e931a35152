#pragma once

#include <algorithm>
#include <cmath>
#include <vector>

namespace iris {

/// The middle value of at least one.
inline double medianOf(std::vector<double> values)
{
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::ranges::nth_element(values, middle);
    return *middle;
}

/// Standard deviation that strays do not move: 1.4826 times the median absolute deviation from the median.
inline double robustSd(const std::vector<double>& values)
{
    const double middle = medianOf(values);
    std::vector<double> off;
    off.reserve(values.size());
    for (const double value : values)
        off.push_back(std::abs(value - middle));
    return 1.4826 * medianOf(std::move(off));
}

} // namespace iris
