#include "palette/partners.h"

#include "mixing/cleanliness.h"

#include <algorithm>

namespace iris {
namespace {

/// The tubes that a tube makes the colour with that it leans to.
std::vector<std::size_t> acrossItsLean(std::span<const Paint> paints, const std::vector<std::size_t>& set,
                                       const Paint& paint)
{
    const Lean lean = paint.lean();
    const HueFamily next = nextFamily(lean.towards);
    const HueFamily wanted = next == paint.family ? previousFamily(lean.towards) : next;
    std::vector<std::size_t> across, others;
    for (const std::size_t tube : set) {
        if (paints[tube].family != paint.family)
            others.push_back(tube);
        if (paints[tube].family == wanted && !lean.inTheMiddle())
            across.push_back(tube);
    }
    return across.empty() ? others : across;
}

} // namespace

std::vector<Partners> partnersOf(std::span<const Paint> paints, const std::vector<std::size_t>& set)
{
    std::vector<Paint> own;
    for (const std::size_t tube : set)
        own.push_back(paints[tube]);
    if (own.size() < 2)
        return {};
    const CleanReach reach(own);
    std::vector<Partners> partners;
    for (const std::size_t tube : set) {
        std::vector<std::pair<double, std::size_t>> ranked;
        for (const std::size_t other : acrossItsLean(paints, set, paints[tube]))
            ranked.emplace_back(reach.cleanlinessBetween(paints[tube], paints[other]), other);
        if (ranked.empty())
            continue;
        const auto [least, most] = std::ranges::minmax_element(ranked);
        partners.push_back({tube, most->second, least->second});
    }
    return partners;
}

} // namespace iris
