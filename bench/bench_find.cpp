// Finding a mix against trying every countable recipe one at a time in double precision, and the next touch.

#include "colour/deltae.h"
#include "examples.h"
#include "finding/candidates.h"
#include "finding/nexttouch.h"
#include "mixing/ratios.h"
#include "stopwatch.h"

#include <cstdio>
#include <numeric>

using namespace iris;

namespace {

volatile double sink;

/// Every countable ratio of some threes at eight washes; scaled up to all of them.
double plainSeconds(const std::vector<Paint>& paints, const Wanted& wanted)
{
    const auto sets = static_cast<double>(paints.size() * (paints.size() - 1) * (paints.size() - 2)) / 6;
    return sets * medianSeconds(3, [&] {
               double least = 1000;
               for (const Ratio& ratio : countableRatios(3, usualHandling))
                   for (const double wash : recipeWashes)
                       least = std::min(
                           least, deltaE00(colourOf({{{0, ratio[0]}, {5, ratio[1]}, {9, ratio[2]}}, wash}, paints),
                                           wanted.colour));
               sink = least;
           });
}

void measure(std::size_t tubes, int most)
{
    const std::vector<Paint> paints = examplePaints(tubes);
    std::vector<std::size_t> places(tubes);
    std::iota(places.begin(), places.end(), 0U);
    const Wanted wanted{{48, 14, 26}, {}, false, false};
    CandidateOptions options;
    options.mostTubes = most;
    double first = 0;
    const double all = medianSeconds(5, [&] {
        const auto begin = std::chrono::steady_clock::now();
        CandidateOptions watched = options;
        watched.soFar = [&](const auto&) {
            first = std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
        };
        sink = static_cast<double>(candidatesFor(wanted, paints, places, watched).size());
    });
    std::printf("%3zu tubes, up to %d in a mix: all %.3f s, the first %.3f s; every countable recipe plainly %.0f s; "
                "ratio %.0f\n",
                tubes, most, all, first, plainSeconds(paints, wanted), plainSeconds(paints, wanted) / all);
}

} // namespace

int main()
{
    measure(24, 3);
    measure(24, 4);
    measure(40, 3);
    measure(120, 3);
    const std::vector<Paint> paints = examplePaints(40);
    std::vector<std::size_t> places(40);
    std::iota(places.begin(), places.end(), 0U);
    const PuddleContents contents{{{0, 3}, {5, 0.5}, {9, 1}}, 0.6};
    const Wanted wanted{{48, 14, 26}, {}, false, false};
    const double touch = medianSeconds(9, [&] {
        sink = nextTouch(contents, wanted, paints, firstBelief(40), {places, 2}).apartNow;
    });
    std::printf("the next touch out of 40 tubes: %.1f ms\n", touch * 1000);
    return 0;
}
