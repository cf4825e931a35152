#pragma once

#include "palette/closeness.h"

#include <functional>
#include <map>
#include <optional>

namespace iris {

/// Whether a recipe comes out as a need wants it as often as is asked, when nothing is as exact as it was counted.
/// Called from several threads.
using SureTest = std::function<bool(const Recipe&, const Need&)>;

/// Which sets of tubes meet needs surely: by the closest recipe of some one to three of them passing the test. That
/// takes milliseconds a recipe, so only what an answer hangs on is tried, and each recipe once.
class SureRecipes {
public:
    /// The arguments must outlive the object.
    SureRecipes(std::span<const Paint> paints, std::span<const Need> needs, Closeness& closeness, SureTest test);

    /// For each need, the closest sure recipe within these paints; infinitely far where there is none, or when stopped.
    std::vector<Closest> within(const std::vector<std::size_t>& tubes, std::stop_token stop);

    /// Whether these paints fail to meet more importance among some needs than `lost` surely. Ends when that is
    /// settled; what is likeliest to fail is tried first.
    bool losesMore(const std::vector<std::size_t>& tubes, const NeedMask& needs, const std::vector<int>& weights,
                   int lost, std::stop_token stop);

    /// Tries the closest recipe of each of some sets for one need, where that was not done yet.
    /// @return how many had to be tried
    std::size_t settle(std::size_t need, const std::vector<Closeness::Set>& sets, std::stop_token stop);

    /// The need for which most recipes were found not to be sure, out of some; nothing where there was none.
    std::optional<std::size_t> hardest(const NeedMask& needs) const;

    /// The needs that the closest recipe of all of a set meets, but for those it was found not to meet surely.
    NeedMask maybe(const Closeness::Set& set);

    /// The sets that were found not to be sure of some need, in the order they were.
    const std::vector<Closeness::Set>& unsure() const { return m_unsure; }

    Closeness& closeness() { return m_closeness; }

private:
    using Key = std::pair<Closeness::Set, std::size_t>; ///< a set and a need
    using Trial = std::pair<Key, bool>;                 ///< and whether it is sure

    std::optional<bool> known(const Key& key) const;
    bool isMet(std::size_t need, const Closest& closest) const;
    bool isSure(std::size_t need, const Closest& closest) const;
    Closest closestSure(std::size_t need, const std::vector<Closest>& near, std::vector<Trial>& tried,
                        std::stop_token stop) const;
    double promiseOf(std::size_t need, const std::vector<Closest>& near) const;
    void remember(const std::vector<std::vector<Trial>>& tried);

    std::span<const Paint> m_paints;
    std::span<const Need> m_needs;
    Closeness& m_closeness;
    SureTest m_test;
    std::map<Key, bool> m_known;
    std::vector<Closeness::Set> m_unsure;
    std::vector<double> m_sure;   ///< for each need, how many recipes were found to be sure
    std::vector<double> m_seldom; ///< and how many not
};

} // namespace iris
