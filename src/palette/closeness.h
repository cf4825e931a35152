#pragma once

#include "mixing/matching.h"
#include "palette/coverage.h"

#include <map>

namespace iris {

/// A mix as the answer to a need.
Match matchFor(const Need& need, Recipe recipe, std::span<const Paint> paints);

/// A recipe's place in the search: which set, which chunk, where in it.
struct RecipePlace {
    std::array<std::size_t, 3> set{};
    std::size_t tubes = 0; ///< 0 when there is no recipe
    std::size_t chunk = 0;
    std::size_t place = 0;

    Recipe recipe(const MixKernel& kernel) const;
};

/// The closest recipe for a need among those tried.
struct Closest {
    float apart = std::numeric_limits<float>::infinity();
    RecipePlace at;
};

/// The closest recipe for each need out of every set of up to three of some paints. Sets that come up again, as they
/// do when many palettes share tubes, are measured once.
class Closeness {
public:
    using Set = std::array<std::size_t, 3>; ///< one to three paints in rising order; fewer than three repeat the last

    /// @param paints one to three, in rising order
    static Set setOf(std::span<const std::size_t> paints);
    static std::size_t sizeOf(const Set& set);

    /// Looks no farther than the map does, and only among the paints a need allows. The arguments must outlive the
    /// object.
    Closeness(std::span<const Paint> paints, std::span<const Need> needs, const std::vector<NeedGrid>& grids,
              Handling handling);

    Handling handling() const { return m_handling; }

    /// Measures what is not known yet of many palettes, on several threads; within() of them is quick then. What a stop
    /// leaves out within() measures.
    void measure(const std::vector<std::vector<std::size_t>>& palettes, const WorkOptions& work);

    void measure(const std::vector<Set>& sets, const WorkOptions& work);

    /// For each need, the closest recipe within these paints; infinitely far where none comes within the radius.
    std::vector<Closest> within(const std::vector<std::size_t>& tubes);

    /// For each need, the closest recipe of every set of up to three of these paints that comes within the radius,
    /// closest first.
    std::vector<std::vector<Closest>> allWithin(const std::vector<std::size_t>& tubes);

    /// The closest recipe of all of a set for each need it comes near to.
    const std::vector<Touch>& near(const Set& set);

    /// Forgets what was measured where that is more than should be remembered; it is measured again when asked for.
    void forgetIfMany();

    /// What is near() a set, as within() gives it.
    static Closest at(const Set& set, const Touch& touch);

    Recipe recipeOf(const Closest& closest) const { return closest.at.recipe(m_kernel); }

private:
    template <typename Visit> static void forEachWithin(const std::vector<std::size_t>& tubes, Visit&& visit);
    template <typename Visit> void forEachNear(const std::vector<std::size_t>& tubes, Visit&& visit);
    std::vector<Touch> measured(const Set& set, TouchFinder& finder, std::vector<Closest>& scratch) const;

    std::size_t m_needs;
    Handling m_handling;
    MixKernel m_kernel;
    const std::vector<NeedGrid>& m_grids;
    std::vector<NeedMask> m_allowed; ///< for each paint the needs it may serve
    std::map<Set, std::vector<Touch>> m_bySet;
};

/// The closest recipe out of all the paints it allows for each of a few needs, however far; exact in single precision.
/// Every recipe is looked at: long work. A need that allows none of the paints has no recipe and is infinitely far.
std::vector<Match> closestOfAll(std::span<const Paint> paints, std::span<const Need> needs, Handling handling,
                                const WorkOptions& work);

/// What some paints, and the bare paper, do for some needs.
struct NeedsMet {
    std::size_t met = 0;
    std::size_t threes = 0; ///< of those, with a closest recipe of three tubes
    double meanApart = 0;   ///< over those

    bool operator==(const NeedsMet&) const = default;
};
/// @param paints as few as a palette has; every set of up to three is tried
NeedsMet needsMetBy(std::span<const Paint> paints, std::span<const Need> needs, Handling handling);

/// A paint that brings a set nearer to a need.
struct Closer {
    std::size_t paint = 0;
    Match match; ///< the closest recipe with it and up to two of the set

    bool operator==(const Closer&) const = default;
};

/// Of some other paints those that bring a set nearer to a need than it comes by itself, nearest first.
/// @param set, others places among the paints; a place that is in both is passed over
/// @return empty when none does, or when stopped
std::vector<Closer> closersOf(const Need& need, std::span<const Paint> paints, const std::vector<std::size_t>& set,
                              const std::vector<std::size_t>& others, Handling handling, const WorkOptions& work = {});

} // namespace iris
