// The whole choice against full enumeration: every recipe of up to three tubes, one at a time in double precision, each
// measured against every need. Full enumeration is run on a few sets of tubes and scaled up.

#include "colour/deltae.h"
#include "examples.h"
#include "palette/choicesession.h"
#include "palette/firstguess.h"
#include "stopwatch.h"

#include <cstdio>

using namespace iris;

namespace {

volatile double sink;

std::vector<Need> exampleNeeds(const std::vector<Paint>& paints, std::size_t count, double tolerance)
{
    std::mt19937 random(11);
    std::vector<Need> needs;
    for (std::size_t i = 0; i < count; ++i) {
        const std::size_t first = random() % paints.size();
        const std::size_t second = (first + 1 + random() % (paints.size() - 1)) % paints.size();
        const Recipe recipe{{{first, 1 + int(random() % 4)}, {second, 1 + int(random() % 4)}},
                            (1 + random() % 10) / 10.0};
        const double own = std::array{4.0, 7.0, 10.0}[random() % 3];
        needs.push_back({"", colourOf(recipe, paints), tolerance > 0 ? tolerance : own, 2});
    }
    return needs;
}

double enumerationSecondsASet(const std::vector<Paint>& paints, const std::vector<Need>& needs)
{
    const int sets = 3;
    return medianSeconds(3,
                         [&] {
                             double sum = 0;
                             for (std::size_t set = 0; set < sets; ++set) {
                                 for (const Ratio& ratio :
                                      triedRatiosOf(std::array{paints[set].strength, paints[set + 4].strength,
                                                               paints[set + 8].strength},
                                                    usualHandling)) {
                                     const std::array films{WeightedFilm{&paints[set].film, double(ratio[0])},
                                                            WeightedFilm{&paints[set + 4].film, double(ratio[1])},
                                                            WeightedFilm{&paints[set + 8].film, double(ratio[2])}};
                                     const Film film = mixedFilm(films);
                                     for (const double wash : recipeWashes) {
                                         const Lab colour = seenLab(film, wash, whitePaper());
                                         for (const Need& need : needs)
                                             sum += deltaE00(colour, need.target);
                                     }
                                 }
                             }
                             sink = sum;
                         })
           / sets;
}

void measure(std::size_t tubes, std::size_t needCount, double tolerance)
{
    const std::vector<Paint> paints = examplePaints(tubes);
    const std::vector<Need> needs = exampleNeeds(paints, needCount, tolerance);
    Choice choice;
    const double seconds = medianSeconds(tubes > 100 ? 1 : 3, [&] { choice = *choosePalette(paints, needs, {}); });
    ChoiceSession session(paints, needs, usualHandling);
    (void)session.choose({});
    Limits banned;
    banned.never = {choice.sets.empty() ? 0 : choice.sets.front().tubes.front()};
    const double again = medianSeconds(3, [&] { (void)session.choose(banned); });
    std::printf("%zu tubes, %zu needs: one tube banned, asked again %.3f s, %.0f times faster than anew\n",
                paints.size(), needs.size(), again, seconds / again);
    FirstGuess guess;
    const double first = medianSeconds(3, [&] { guess = *firstGuess(paints, needs, {}, usualHandling); });
    std::printf("%zu tubes, %zu needs: a first guess of %zu tubes for %zu needs after %.3f s, %.0f times sooner\n",
                paints.size(), needs.size(), guess.tubes.size(), guess.met, first, seconds / first);
    const CoverageTable table = cover(paints, needs, usualHandling).table;
    CoveringProblem problem;
    problem.table = &table;
    problem.needs = table.everything();
    problem.weights.assign(mostNeeds, 2);
    const double search = medianSeconds(3, [&] { sink = static_cast<double>(solveCovering(problem).answer.size); });
    const double triples = static_cast<double>(tubes * (tubes - 1) * (tubes - 2)) / 6;
    const double enumeration = triples * enumerationSecondsASet(paints, needs);
    std::printf("%3zu tubes, %2zu needs, tolerance %-8s  %zu tubes in %zu sets; all %.2f s (search %.3f s); full "
                "enumeration would take %.0f s; ratio %.0f\n",
                tubes, needCount, tolerance > 0 ? "2.5" : "4 to 10", choice.sets.front().tubes.size(),
                choice.setsOfThisSize, seconds, search, enumeration, enumeration / seconds);
}

} // namespace

int main(int argc, char**)
{
    if (argc > 1) { // as many paints and needs as there are at once, for a look at the memory
        const std::vector<Paint> paints = examplePaints(mostPaints);
        const CoverageSummary summary = cover(paints, exampleNeeds(paints, mostNeeds, 0), usualHandling);
        std::printf("%zu tubes, %zu needs: %zu needs met\n", paints.size(), mostNeeds,
                    summary.table.everything().count());
        return 0;
    }
    measure(24, 16, 0);
    measure(60, 30, 0);
    measure(60, 30, 2.5);
    measure(120, 60, 0);
    measure(120, 60, 2.5);
    measure(190, 40, 0);
}
