#pragma once

#include "base/parallel.h"
#include "mixing/mixkernel.h"

#include <cmath>
#include <limits>
#include <optional>

namespace iris {

/// A recipe that comes near a wanted colour.
struct Match {
    Recipe recipe;
    Lab colour; ///< what the recipe gives, double precision
    /// deltaE00 to the wanted colour; infinite where there is no recipe.
    double apart = std::numeric_limits<double>::infinity();

    /// Whether there is a recipe at all, bare paper among them.
    bool isThere() const { return std::isfinite(apart); }

    bool operator==(const Match&) const = default;
};

struct MatchOptions {
    double tolerance = 7;         ///< deltaE00 within which a recipe covers the need, > 0
    int mostTubes = 3;            ///< 1 to 3
    std::size_t mostMatches = 20; ///< how many sets of tubes to list
    Handling handling = {};
    WorkOptions work = {};
};

/// How near a recipe is close, deltaE00: within that the simpler one is as good.
inline constexpr double closeMatch = 4;

/// How much closer three tubes must come than every simpler recipe to stand first, deltaE00.
inline constexpr double seenToBeBetter = 1.5;

/// The best recipe of each set of up to three paints that comes within the tolerance, in the order a painter tries
/// them: those that are close before those that are not, then fewest tubes first and the closest first among equals;
/// but a recipe of three tubes that is seen to be better than every simpler one stands first. A set is left out
/// when a smaller set inside it already comes at least as close. Empty when stopped.
std::vector<Match> matchesFor(const Lab& wanted, std::span<const Paint> paints, const MatchOptions& options = {});

/// The closest recipe of one set of one to three different paints, over all ratios and washes.
Match closestOfSet(const Lab& wanted, std::span<const std::size_t> set, std::span<const Paint> paints,
                   const MixKernel& kernel);

/// The closest recipe of any set of up to `mostTubes` paints; fewest tubes among equals. Nothing for no paints,
/// or when stopped.
std::optional<Match> closestMatch(const Lab& wanted, std::span<const Paint> paints, int mostTubes = 3,
                                  const WorkOptions& work = {}, Handling handling = {});

/// Calls visit(set) for every set of 1 to `mostTubes` paints out of `count`, in order, single paints first.
template <typename Visit> void forEachSet(std::size_t count, int mostTubes, Visit&& visit)
{
    std::array<std::size_t, 3> set{};
    for (set[0] = 0; set[0] < count; ++set[0])
        visit(std::span<const std::size_t>(set.data(), 1));
    if (mostTubes < 2)
        return;
    for (set[0] = 0; set[0] < count; ++set[0])
        for (set[1] = set[0] + 1; set[1] < count; ++set[1])
            visit(std::span<const std::size_t>(set.data(), 2));
    if (mostTubes < 3)
        return;
    for (set[0] = 0; set[0] < count; ++set[0])
        for (set[1] = set[0] + 1; set[1] < count; ++set[1])
            for (set[2] = set[1] + 1; set[2] < count; ++set[2])
                visit(std::span<const std::size_t>(set.data(), 3));
}

} // namespace iris
