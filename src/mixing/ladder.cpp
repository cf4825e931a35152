#include "mixing/ladder.h"

#include "mixing/ratios.h"

#include <algorithm>
#include <cassert>

namespace iris {
namespace {

std::array<int, 2> partsAt(const Paint& first, const Paint& second, double share)
{
    if (share <= 0)
        return {1, 0};
    if (share >= 1)
        return {0, 1};
    return nearestParts((1 - share) / first.strength / (share / second.strength));
}

} // namespace

Film filmBetween(const Paint& first, const Paint& second, double share)
{
    return mixedFilm(std::array{WeightedFilm{&first.film, 1 - share}, WeightedFilm{&second.film, share}});
}

Ladder ladderBetween(const Paint& first, const Paint& second, int steps, double wash, const Spectrum& paper)
{
    assert(steps >= 2);
    Ladder ladder;
    for (int i = 0; i < steps; ++i) {
        LadderStep step;
        step.share = static_cast<double>(i) / (steps - 1);
        step.parts = partsAt(first, second, step.share);
        step.colour = seenLab(filmBetween(first, second, step.share), wash, paper);
        step.lch = toLch(step.colour);
        ladder.steps.push_back(step);
    }
    const auto chroma = [](const LadderStep& step) { return step.lch.chroma; };
    const auto dullest = std::ranges::min_element(ladder.steps, {}, chroma);
    ladder.mostNeutral = static_cast<std::size_t>(dullest - ladder.steps.begin());
    const double dullerEnd = std::min(chroma(ladder.steps.front()), chroma(ladder.steps.back()));
    ladder.keepsChroma = dullerEnd > 0 ? std::min(1.0, chroma(*dullest) / dullerEnd) : 1.0;
    return ladder;
}

std::string describe(const Ladder& ladder)
{
    if (ladder.steps[ladder.mostNeutral].lch.chroma < 8)
        return "passes through a grey";
    if (ladder.keepsChroma > 0.85)
        return "stays clean";
    if (ladder.keepsChroma > 0.6)
        return "dulls a little";
    return ladder.keepsChroma > 0.3 ? "dulls on the way" : "greys on the way";
}

std::string partsText(const LadderStep& step)
{
    if (step.parts[0] == 0 || step.parts[1] == 0)
        return "pure";
    return std::to_string(step.parts[0]) + ':' + std::to_string(step.parts[1]);
}

} // namespace iris
