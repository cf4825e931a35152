// Charts, what makes it, learning and worth painting next on many tubes. Prints times and, since machines are noisy,
// the ratio to the plain computation of the same number of colours.
#include "learning/learning.h"
#include "learning/worthpainting.h"
#include "mixing/pairchart.h"
#include "mixing/whatmakes.h"
#include "mixing/wheel.h"
#include "stopwatch.h"

#include <cmath>
#include <cstdio>
#include <functional>
#include <random>

using namespace iris;

namespace {

double milliseconds(const std::function<void()>& work)
{
    return 1e3 * medianSeconds(3, work);
}

std::vector<Paint> tubes(std::size_t count)
{
    std::vector<Paint> paints;
    for (const ReferencePigment& row : ReferenceTable::shipped().pigments())
        if (paints.size() < count)
            paints.push_back(paintOf(row));
    return paints;
}

std::vector<PaintedMix> painted(const std::vector<Paint>& paints, std::size_t count)
{
    std::vector<Paint> truth = paints;
    std::mt19937 random(3);
    std::uniform_real_distribution<double> off(-1, 1);
    for (Paint& paint : truth)
        paint.strength *= std::exp(off(random));
    std::vector<WantedMix> pairs = everyPair(paints, usualHandling);
    std::shuffle(pairs.begin(), pairs.end(), random);
    pairs.resize(count);
    std::vector<PaintedMix> squares;
    for (const WantedMix& pair : pairs)
        squares.push_back({pair.recipe.parts, 1, colourOf(pair.recipe, truth), 1});
    return squares;
}

} // namespace

int main()
{
    const std::vector<Paint> sixty = tubes(60);
    std::vector<std::size_t> all(60);
    for (std::size_t i = 0; i < all.size(); ++i)
        all[i] = i;
    const double charts = milliseconds([&] {
        for (const double share : {0.5, 0.75, 0.25})
            for (const double thickness : {wash::full, wash::middle, wash::thin}) {
                const ChartPlan plan{all, all, share, true, thickness, {}};
                for (std::size_t row = 0; row < 60; ++row)
                    for (std::size_t column = row + 1; column < 60; ++column)
                        colourOf(recipeAt(plan, sixty, row, column), sixty);
            }
    });
    std::printf("60 tubes all by all, three ratios, three washes (15,930 colours): %.0f ms\n", charts);
    const double whole = milliseconds([&] { chartOf({all, all, 0.5, true, 1, {}}, sixty); });
    std::printf("one chart of 60 x 60 (3,600 colours): %.0f ms\n", whole);

    const std::vector<Paint> forty = tubes(40);
    WhatMakesOptions greys;
    greys.kind = MixKind::Greys;
    greys.mostTubes = 3;
    const double makes = milliseconds([&] { whatMakes(forty, greys); });
    const double recipes = 9880.0 * 196 * 8 + 780.0 * 45 * 8;
    const double plain = milliseconds([&] {
        for (int i = 0; i < 10000; ++i)
            colourOf({{{0, 1 + i % 5}, {7, 2}, {12, 1}}, 0.5}, forty);
    });
    std::printf("what makes greys, all triples of 40 tubes: %.0f ms, %.0f times faster than one by one\n", makes,
                plain / 10000 * recipes / makes);

    const std::vector<PaintedMix> squares = painted(sixty, 500);
    Learned learned;
    const double learning = milliseconds([&] { learned = learnFrom(sixty, squares); });
    std::printf("strengths of 60 tubes from 500 squares, each left out in turn: %.0f ms (typical miss %.2f)\n",
                learning, learned.typicalMiss().value_or(-1));
    const std::vector<Paint> thousand = tubes(1000);
    const std::vector<PaintedMix> years = painted(thousand, 5000);
    const double heavy = milliseconds([&] { learned = learnFrom(thousand, years); });
    std::printf("strengths of 1,000 tubes from 5,000 squares: %.0f ms (typical miss %.2f)\n", heavy,
                learned.typicalMiss().value_or(-1));
    const double worth =
        milliseconds([&] { worthPainting(sixty, beforePainting(sixty), everyPair(sixty, usualHandling)); });
    std::printf("12 squares worth painting out of 1,770 pairs: %.0f ms\n", worth);
    const double wheel = milliseconds([&] { wheelOf(sixty, {0, 20, 40}, {}, wash::full, usualHandling); });
    std::printf("a wheel of three with its rings: %.0f ms\n", wheel);
    return 0;
}
