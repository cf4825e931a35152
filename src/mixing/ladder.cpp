#include "mixing/ladder.h"

#include "colour/deltae.h"
#include "mixing/ratios.h"

#include <algorithm>
#include <cassert>

namespace iris {
namespace {

std::array<int, 2> partsAt(const Paint& first, const Paint& second, double share, Handling handling)
{
    if (share <= 0)
        return {1, 0};
    if (share >= 1)
        return {0, 1};
    return nearestParts((1 - share) / first.strength / (share / second.strength), handling);
}

LadderStep stepAt(const Paint& first, const Paint& second, double share, double wash, const Spectrum& paper)
{
    LadderStep step;
    step.share = share;
    step.colour = seenLab(filmBetween(first, second, share), wash, paper);
    step.lch = toLch(step.colour);
    return step;
}

/// Shares that are even to the eye: the way is walked in fine steps, and its length in deltaE00 shared out.
std::vector<double> sharesEvenToTheEye(const Paint& first, const Paint& second, int steps, double wash,
                                       const Spectrum& paper)
{
    constexpr int fine = 400;
    std::vector<double> walked{0};
    Lab last = seenLab(first.film, wash, paper);
    for (int i = 1; i <= fine; ++i) {
        const Lab next = seenLab(filmBetween(first, second, static_cast<double>(i) / fine), wash, paper);
        walked.push_back(walked.back() + deltaE00(last, next));
        last = next;
    }
    std::vector<double> shares{0};
    for (int i = 1; i + 1 < steps; ++i) {
        const double wanted = walked.back() * i / (steps - 1);
        const auto above = std::ranges::lower_bound(walked, wanted);
        const auto place = static_cast<double>(above - walked.begin());
        const double gap = above == walked.begin() ? 0 : *above - *(above - 1);
        shares.push_back((place - (gap > 0 ? (*above - wanted) / gap : 0)) / fine);
    }
    shares.push_back(1);
    return shares;
}

std::vector<double> sharesOf(const Paint& first, const Paint& second, int steps, double wash, const Spectrum& paper,
                             LadderSpacing spacing)
{
    assert(steps >= 2);
    if (spacing == LadderSpacing::Appearance)
        return sharesEvenToTheEye(first, second, steps, wash, paper);
    std::vector<double> shares;
    for (int i = 0; i < steps; ++i) {
        const double even = static_cast<double>(i) / (steps - 1);
        const double own = (1 - even) * first.strength;
        const double other = even * second.strength;
        shares.push_back(spacing == LadderSpacing::Parts ? other / (own + other) : even);
    }
    return shares;
}

void mark(Ladder& ladder)
{
    const auto& steps = ladder.steps;
    const auto chroma = [](const LadderStep& step) { return step.lch.chroma; };
    const auto dullest = std::ranges::min_element(steps, {}, chroma);
    ladder.mostNeutral = static_cast<std::size_t>(dullest - steps.begin());
    if (steps.size() > 2)
        ladder.cleanest = static_cast<std::size_t>(
            std::ranges::max_element(steps.begin() + 1, steps.end() - 1, {}, chroma) - steps.begin());
    const auto turned = std::ranges::find_if(steps, [&](const LadderStep& step) {
        return deltaE00(step.colour, steps.back().colour) < deltaE00(step.colour, steps.front().colour);
    });
    ladder.turningPoint = static_cast<std::size_t>(turned - steps.begin());
    if (turned == steps.end()) // two tubes of one colour
        ladder.turningPoint = steps.size() - 1;
}

} // namespace

double shareByStrength(const std::array<int, 2>& parts, const Paint& first, const Paint& second)
{
    const double own = parts[0] * first.strength;
    const double other = parts[1] * second.strength;
    return other / (own + other);
}

Film filmBetween(const Paint& first, const Paint& second, double share)
{
    return mixedFilm(std::array{WeightedFilm{&first.film, 1 - share}, WeightedFilm{&second.film, share}});
}

Ladder ladderBetween(const Paint& first, const Paint& second, int steps, double wash, Handling handling,
                     LadderSpacing spacing)
{
    Ladder ladder;
    const Spectrum paper = handling.paper.reflectance();
    for (const double share : sharesOf(first, second, steps, wash, paper, spacing)) {
        const std::array<int, 2> parts = partsAt(first, second, share, handling);
        ladder.steps.push_back(stepAt(first, second, shareByStrength(parts, first, second), wash, paper));
        ladder.steps.back().parts = parts;
        ladder.steps.back().handling = handling;
    }
    mark(ladder);
    return ladder;
}

Ladder smoothLadder(const Paint& first, const Paint& second, int steps, double wash, const Spectrum& paper)
{
    Ladder ladder;
    for (const double share : sharesOf(first, second, steps, wash, paper, LadderSpacing::Strength))
        ladder.steps.push_back(stepAt(first, second, share, wash, paper));
    mark(ladder);
    return ladder;
}

std::vector<LadderStep> thereAndBack(const Ladder& ladder)
{
    std::vector<LadderStep> steps = ladder.steps;
    if (!ladder.steps.empty())
        steps.insert(steps.end(), ladder.steps.rbegin() + 1, ladder.steps.rend());
    return steps;
}

std::string partsText(const LadderStep& step)
{
    if (step.parts[0] == 0 || step.parts[1] == 0)
        return "pure";
    const Counted count = counted({step.parts[0], step.parts[1]}, step.handling);
    return count.text(0) + " + " + count.text(1);
}

std::string partsInWords(const LadderStep& step)
{
    if (step.parts[0] == 0 || step.parts[1] == 0)
        return "pure";
    return counted({step.parts[0], step.parts[1]}, step.handling).inWords();
}

} // namespace iris
