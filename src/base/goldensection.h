#pragma once

namespace iris {

/// Where a function with one valley is lowest between two ends, by golden section: each step keeps 0.618 of the range,
/// so 32 steps find it to 2e-7 of it. Source: Kiefer, "Sequential minimax search for a maximum" (1953).
template <typename Function> double lowestBetween(double low, double high, Function&& value, int steps = 32)
{
    constexpr double golden = 0.6180339887498949;
    for (int step = 0; step < steps; ++step) {
        const double left = high - golden * (high - low);
        const double right = low + golden * (high - low);
        if (value(left) < value(right))
            high = right;
        else
            low = left;
    }
    return (low + high) / 2;
}

} // namespace iris
