// Mixes to Lab a second on one core: the vector kernel against a plain loop in double precision, one recipe at a time.

#include "colour/deltae.h"
#include "examples.h"
#include "mixing/labcolumns.h"
#include "mixing/mixkernel.h"
#include "stopwatch.h"

#include <cstdio>

using namespace iris;

namespace {

volatile double sink;

/// One recipe after the other: mix 36 bands, the closed form, Lab. No lists are made on the way.
double plain(const std::vector<Paint>& paints, const std::vector<Ratio>& ratios, int rounds)
{
    double sum = 0;
    for (int round = 0; round < rounds; ++round) {
        const std::array<const Paint*, 3> set{&paints[static_cast<std::size_t>(round) % 20],
                                              &paints[20 + static_cast<std::size_t>(round) % 20], &paints[40]};
        for (const Ratio& ratio : ratios) {
            const std::array films{WeightedFilm{&set[0]->film, ratio[0] * set[0]->strength},
                                   WeightedFilm{&set[1]->film, ratio[1] * set[1]->strength},
                                   WeightedFilm{&set[2]->film, ratio[2] * set[2]->strength}};
            const Film film = mixedFilm(films);
            for (const double wash : recipeWashes)
                sum += seenLab(film, wash, whitePaper()).l;
        }
    }
    return sum;
}

/// @param make mixes a set
template <typename Make> double vectors(int rounds, Make&& make)
{
    double sum = 0;
    SetChunks chunks;
    for (int round = 0; round < rounds; ++round) {
        const std::array<std::size_t, 3> set{static_cast<std::size_t>(round) % 20,
                                             20 + static_cast<std::size_t>(round) % 20, 40};
        make(set, chunks);
        sum += chunks[0].l[0];
    }
    return sum;
}

} // namespace

int main()
{
    const std::vector<Paint> paints = examplePaints(60);
    const MixKernel kernel(paints, usualHandling);
    const std::vector<Ratio> ratios(countableRatios(3, usualHandling).begin(),
                                    countableRatios(3, usualHandling).begin() + triedRatios[2]);
    const double recipes = static_cast<double>(ratios.size() * recipeWashes.size());
    const int plainRounds = 100;
    const int vectorRounds = 6000;
    const double plainRate =
        plainRounds * recipes / medianSeconds(5, [&] { sink = plain(paints, ratios, plainRounds); });
    const auto rateOf = [&](auto&& make) {
        return vectorRounds * recipes / medianSeconds(5, [&] { sink = vectors(vectorRounds, make); });
    };
    const double rate = rateOf([&](const auto& set, SetChunks& chunks) { kernel.mix(set, chunks); });
    const double estimateRate = rateOf([&](const auto& set, SetChunks& chunks) { kernel.estimate(set, chunks); });
    std::printf("vector instructions        %s\n", vectorInstructions());
    std::printf("plain loop                 %.2f million recipes/s\n", plainRate / 1e6);
    std::printf("vector kernel              %.1f million recipes/s\n", rate / 1e6);
    std::printf("its estimates              %.1f million recipes/s\n", estimateRate / 1e6);
    std::printf("ratios                     %.0f, %.0f\n", rate / plainRate, estimateRate / plainRate);

    std::mt19937 random(3);
    std::uniform_real_distribution<float> value(-60, 60);
    std::array<std::vector<float>, 6> columns;
    for (auto& column : columns)
        for (int i = 0; i < 4096; ++i)
            column.push_back(value(random));
    std::vector<float> apart(4096);
    const double vectorSeconds =
        medianSeconds(
            5,
            [&] {
                for (int i = 0; i < 50; ++i)
                    deltaE00({columns[0], columns[1], columns[2]}, {columns[3], columns[4], columns[5]}, apart);
            })
        / 50 / 4096;
    const double plainSeconds = medianSeconds(5,
                                              [&] {
                                                  double sum = 0;
                                                  for (std::size_t i = 0; i < 4096; ++i)
                                                      sum += deltaE00(Lab{columns[0][i], columns[1][i], columns[2][i]},
                                                                      Lab{columns[3][i], columns[4][i], columns[5][i]});
                                                  sink = sum;
                                              })
                                / 4096;
    std::printf("deltaE00, plain to vector  %.0f ns to %.1f ns, ratio %.0f\n", plainSeconds * 1e9, vectorSeconds * 1e9,
                plainSeconds / vectorSeconds);
}
