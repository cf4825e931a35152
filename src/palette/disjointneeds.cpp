#include "palette/disjointneeds.h"

#include <algorithm>
#include <cmath>

namespace iris {
namespace {

/// How many tubes less it takes when so much weight is given up, at most.
double spared(std::vector<AskedNeed> needs, double mayBeLost)
{
    std::ranges::sort(needs, std::greater<>(),
                      [](const AskedNeed& need) { return static_cast<double>(need.least) / need.weight; });
    double tubes = 0;
    for (const AskedNeed& need : needs) {
        const double share = std::min(1.0, mayBeLost / need.weight);
        tubes += share * static_cast<double>(need.least);
        mayBeLost -= share * need.weight;
    }
    return tubes;
}

} // namespace

std::size_t fewestTubesFor(std::vector<AskedNeed> needs, int mayBeLost)
{
    std::ranges::stable_sort(needs, {}, [](const AskedNeed& need) {
        return static_cast<double>(need.helpers.count()) / static_cast<double>(need.least);
    });
    std::bitset<mostPaints> taken;
    std::vector<AskedNeed> apart;
    std::size_t tubes = 0;
    for (AskedNeed& need : needs) {
        if ((need.helpers & taken).any())
            continue;
        taken |= need.helpers;
        tubes += need.least;
        apart.push_back(std::move(need));
    }
    if (mayBeLost <= 0)
        return tubes;
    const double least = static_cast<double>(tubes) - spared(std::move(apart), mayBeLost);
    constexpr double rounding = 1e-9;
    return static_cast<std::size_t>(std::max(0.0, std::ceil(least - rounding)));
}

} // namespace iris
