#pragma once

#include "base/parallel.h"

#include <array>
#include <functional>
#include <span>
#include <vector>

namespace iris {

/// Some of the sets of one size out of a number of paints: those that begin alike.
struct SetRange {
    std::size_t paints = 0;            ///< how many there are to choose from
    std::size_t size = 1;              ///< of each set, 1 to 3
    std::array<std::size_t, 2> head{}; ///< the first paints of every set; the first size - 1 of them count

    /// Calls visit(set), each set in rising order, in lexicographic order.
    template <typename Visit> void forEach(Visit&& visit) const
    {
        std::array<std::size_t, 3> set{head[0], head[1], 0};
        std::size_t& last = set[size - 1];
        for (last = size > 1 ? set[size - 2] + 1 : 0; last < paints; ++last)
            visit(std::span<const std::size_t>(set.data(), size));
    }
};

/// Goes through every set of `least` to `most` (1 to 3) paints out of `paints` on several threads. All sets of one size
/// are done before the first of the next, so that what smaller sets gave is known when larger ones are tried. Stops
/// between two ranges when asked to; progress counts recipes, of which three paints have by far the most.
/// @param task is called from working threads and goes through one range
/// @return false when it was stopped
bool searchSets(std::size_t paints, std::size_t least, std::size_t most, const WorkOptions& work,
                const std::function<void(const SetRange&)>& task);

/// So many paints at most are mixed three at a time: all their threes take a few seconds, and those of 512 take
/// minutes.
inline constexpr std::size_t mostInThrees = 192;

/// Which paints are mixed three at a time: all of them up to mostInThrees; of more, so many of those that do best alone
/// and in pairs.
/// @param far how far each paint's best is, alone and in all its pairs; less is better
/// @param must places that are among them however far they are
std::vector<bool> worthThrees(std::span<const float> far, std::span<const std::size_t> must);

} // namespace iris
