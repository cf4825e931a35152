#pragma once

#include <algorithm>
#include <chrono>
#include <vector>

namespace iris {

/// Seconds a piece of work takes: the median of several runs, after one that does not count.
template <typename Work> double medianSeconds(int runs, Work&& work)
{
    work();
    std::vector<double> seconds;
    for (int i = 0; i < runs; ++i) {
        const auto start = std::chrono::steady_clock::now();
        work();
        seconds.push_back(std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count());
    }
    std::ranges::nth_element(seconds, seconds.begin() + runs / 2);
    return seconds[static_cast<std::size_t>(runs) / 2];
}

} // namespace iris
