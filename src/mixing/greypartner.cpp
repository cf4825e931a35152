#include "mixing/greypartner.h"

#include <algorithm>

namespace iris {
namespace {

constexpr std::size_t looked = 24;

double leastChroma(const Paint& own, const Paint& other)
{
    double least = 1e9;
    for (const double share : {0.12, 0.3, 0.5, 0.7, 0.88})
        least = std::min(least, toLch(seenLab(filmBetween(own, other, share), wash::full, whitePaper())).chroma);
    return least;
}

} // namespace

std::optional<GreyPartner> greyPartnerOf(const std::vector<Paint>& paints, std::size_t own,
                                         const std::function<bool(std::size_t)>& allowed, Handling handling)
{
    std::vector<std::pair<double, std::size_t>> nearest;
    for (std::size_t i = 0; i < paints.size(); ++i) {
        const bool colourless = paints[i].family == HueFamily::Black || paints[i].family == HueFamily::White;
        if (i != own && !colourless && allowed(i))
            nearest.emplace_back(leastChroma(paints[own], paints[i]), i);
    }
    const std::size_t kept = std::min(looked, nearest.size());
    std::ranges::partial_sort(nearest, nearest.begin() + static_cast<std::ptrdiff_t>(kept));
    std::optional<GreyPartner> best;
    for (std::size_t i = 0; i < kept; ++i) {
        const Ladder ladder = ladderBetween(paints[own], paints[nearest[i].second], 11, wash::full, handling);
        const LadderStep& step = ladder.steps[ladder.mostNeutral];
        const bool mixed = step.parts[0] > 0 && step.parts[1] > 0;
        if (mixed && (!best || step.lch.chroma < best->step.lch.chroma))
            best = GreyPartner{nearest[i].second, step};
    }
    return best;
}

} // namespace iris
