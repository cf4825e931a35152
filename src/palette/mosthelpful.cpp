#include "palette/mosthelpful.h"

#include <algorithm>
#include <numeric>
#include <set>

namespace iris {
namespace {

/// What each paint helps with, alone or with one other.
std::vector<NeedMask> helpOf(const CoverageTable& pairs)
{
    std::vector<NeedMask> help(pairs.paints());
    for (std::size_t t = 0; t < pairs.paints(); ++t) {
        help[t] = pairs.one(t);
        for (std::size_t u = 0; u < pairs.paints(); ++u)
            help[t] |= pairs.two(t, u) & ~pairs.one(u);
    }
    return help;
}

std::vector<double> worthOf(const std::vector<NeedMask>& help)
{
    std::vector<double> helpers(mostNeeds);
    for (const NeedMask& needs : help)
        needs.forEach([&](std::size_t need) { ++helpers[need]; });
    std::vector<double> worth;
    for (const NeedMask& needs : help) {
        double sum = 0;
        needs.forEach([&](std::size_t need) { sum += 1 / helpers[need]; });
        worth.push_back(sum);
    }
    return worth;
}

} // namespace

std::vector<std::size_t> mostHelpful(std::span<const Paint> paints, std::span<const Need> needs, const Limits& limits,
                                     const std::vector<std::size_t>& allowed, Handling handling,
                                     const WorkOptions& work)
{
    if (allowed.size() <= mostChosenFrom)
        return allowed;
    std::vector<Paint> own;
    for (const std::size_t place : allowed)
        own.push_back(paints[place]);
    const CoverageSummary pairs = coverPairs(own, needs, handling, quiet(work));
    if (pairs.stopped)
        return allowed;
    const std::vector<double> worth = worthOf(helpOf(pairs.table));
    std::vector<std::size_t> best(allowed.size());
    std::iota(best.begin(), best.end(), std::size_t{0});
    std::ranges::stable_sort(best, std::greater<>(), [&](std::size_t i) { return worth[i]; });
    std::set<std::size_t> kept(limits.must.begin(), limits.must.end());
    const auto keep = [&](std::size_t most, const auto& suits) {
        for (std::size_t i = 0, found = 0; i < best.size() && found < most && kept.size() < mostChosenFrom; ++i)
            if (suits(own[best[i]])) {
                kept.insert(allowed[best[i]]);
                ++found;
            }
    };
    constexpr std::size_t fewForAPlace = 12;
    for (const Slot& slot : slotsOf(limits.school, limits.red, limits.places))
        keep(fewForAPlace, [&](const Paint& paint) { return slot.accepts(paint); });
    keep(best.size(), [](const Paint&) { return true; });
    return {kept.begin(), kept.end()};
}

} // namespace iris
