#include "palette/coverage.h"

#include "../mixing/referencepaints.h"
#include "colour/deltae.h"

#include <QtTest>
#include <random>

using namespace iris;

class TestCoverage : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void matchesPlainEnumeration();
    void closeCallsAreDecidedInDouble();
    void isTheSameForAnyNumberOfThreads();
    void stopsWhenAsked();
    void reportsProgress();
    void gridNeverLosesANeed();
};

namespace {

std::vector<Paint> somePaints(std::size_t count, unsigned seed)
{
    std::mt19937 random(seed);
    std::vector<Paint> paints = referencePaints();
    std::ranges::shuffle(paints, random);
    paints.resize(count);
    return paints;
}

std::vector<Need> someNeeds(std::size_t count, unsigned seed)
{
    std::mt19937 random(seed);
    std::uniform_real_distribution<double> l(25, 90);
    std::uniform_real_distribution<double> ab(-40, 50);
    std::vector<Need> needs;
    for (std::size_t i = 0; i < count; ++i)
        needs.push_back({"", {l(random), ab(random), ab(random)}, std::array{2.0, 4.0, 7.0, 10.0}[random() % 4], 2});
    return needs;
}

/// Every recipe in double precision, one at a time.
NeedMask plainCoverage(std::span<const std::size_t> set, const std::vector<Paint>& paints,
                       const std::vector<Need>& needs)
{
    NeedMask mask = 0;
    for (const Ratio& ratio : ratiosOf(int(set.size())))
        for (const double x : recipeWashes) {
            Recipe recipe{{}, x};
            for (std::size_t i = 0; i < set.size(); ++i)
                recipe.parts.push_back({set[i], ratio[i]});
            const Lab colour = colourOf(recipe, paints);
            for (std::size_t n = 0; n < needs.size(); ++n)
                if (deltaE00(colour, needs[n].target) <= needs[n].tolerance)
                    mask |= NeedMask{1} << n;
        }
    return mask;
}

} // namespace

void TestCoverage::matchesPlainEnumeration()
{
    const auto paints = somePaints(6, 21);
    const auto needs = someNeeds(40, 22);
    const CoverageTable table = cover(paints, needs).table;
    NeedMask any = 0;
    for (std::size_t t = 0; t < paints.size(); ++t) {
        const NeedMask one = plainCoverage(std::array{t}, paints, needs);
        QCOMPARE(table.one(t), one);
        for (std::size_t u = t + 1; u < paints.size(); ++u) {
            const NeedMask two = plainCoverage(std::array{t, u}, paints, needs);
            QCOMPARE(table.two(t, u), two | table.one(t) | table.one(u));
            QCOMPARE(table.two(u, t), table.two(t, u));
            for (std::size_t v = u + 1; v < paints.size(); ++v) {
                const NeedMask three = plainCoverage(std::array{t, u, v}, paints, needs);
                QCOMPARE(table.three(t, u, v), three | table.two(t, u) | table.two(t, v) | table.two(u, v));
                QCOMPARE(table.three(v, t, u), table.three(t, u, v));
                any |= three;
            }
            QCOMPARE(table.three(t, u, u), table.two(t, u));
        }
    }
    QCOMPARE(table.everything(), any | table.everything());
    QVERIFY(std::popcount(table.everything()) > 5);
}

/// Tolerances exactly at, and a hair below, what the nearest recipe of a tube reaches: beyond single precision.
void TestCoverage::closeCallsAreDecidedInDouble()
{
    const auto paints = somePaints(12, 51);
    const auto targets = someNeeds(12, 52);
    for (std::size_t t = 0; t < paints.size(); ++t) {
        double best = 1000;
        for (const double x : recipeWashes)
            best = std::min(best, deltaE00(colourOf({{{t, 1}}, x}, paints), targets[t].target));
        Need at = targets[t];
        at.tolerance = best;
        Need below = at;
        below.tolerance = best - 1e-9;
        const std::array needs{at, below};
        QCOMPARE(cover(std::span(paints).subspan(t, 1), needs).table.one(0), NeedMask{1});
    }
}

void TestCoverage::isTheSameForAnyNumberOfThreads()
{
    const auto paints = somePaints(14, 31);
    const auto needs = someNeeds(64, 32);
    WorkOptions one;
    one.threads = 1;
    WorkOptions four;
    four.threads = 4;
    QVERIFY(cover(paints, needs, one).table == cover(paints, needs, four).table);
}

void TestCoverage::stopsWhenAsked()
{
    std::stop_source stop;
    stop.request_stop();
    WorkOptions work;
    work.stop = stop.get_token();
    const CoverageSummary summary = cover(somePaints(20, 1), someNeeds(10, 2), work);
    QVERIFY(summary.stopped);
    QVERIFY(summary.recipesMixed < summary.recipesInAll / 10);
}

void TestCoverage::reportsProgress()
{
    double last = 0;
    bool rising = true;
    WorkOptions work;
    work.progress = [&](double share) {
        rising = rising && share >= last && share <= 1;
        last = share;
    };
    cover(somePaints(8, 1), someNeeds(5, 2), work);
    QVERIFY(rising);
    QCOMPARE(last, 1.0);
}

/// The bound behind the grid: no colour may be nearer to a need than its cell admits, nor farther than its cell is sure
/// of.
void TestCoverage::gridNeverLosesANeed()
{
    constexpr unsigned seed = 41;
    std::mt19937 random(seed);
    std::uniform_real_distribution<float> l(5, 102);
    std::uniform_real_distribution<float> ab(-95, 120);
    for (int round = 0; round < 40; ++round) {
        const auto needs = someNeeds(64, seed + unsigned(round));
        std::vector<double> radii;
        for (const Need& need : needs)
            radii.push_back(need.tolerance);
        const NeedGrid grid(needs, radii);
        LabChunk chunk;
        for (std::size_t i = 0; i < chunkRecipes; ++i) {
            // Half of the colours anywhere, half around the needs, where the edges are.
            const Lab& near = needs[i % needs.size()].target;
            const bool anywhere = i % 2 == 0;
            chunk.l[i] = anywhere ? l(random) : float(near.l) + (ab(random) - 12) / 8;
            chunk.a[i] = anywhere ? ab(random) - 12 : float(near.a) + (ab(random) - 12) / 6;
            chunk.b[i] = anywhere ? ab(random) - 12 : float(near.b) + (ab(random) - 12) / 6;
        }
        std::array<CellMasks, chunkRecipes> masks;
        grid.masksOf(chunk, masks);
        for (std::size_t i = 0; i < chunkRecipes; ++i)
            for (std::size_t n = 0; n < needs.size(); ++n) {
                const double apart = deltaE00({chunk.l[i], chunk.a[i], chunk.b[i]}, needs[n].target);
                const NeedMask bit = NeedMask{1} << n;
                QVERIFY2(apart > radii[n] || (masks[i].maybe & bit),
                         qPrintable(QString("seed %1 round %2").arg(seed).arg(round)));
                QVERIFY2(apart <= radii[n] || !(masks[i].surely & bit),
                         qPrintable(QString("seed %1 round %2").arg(seed).arg(round)));
            }
    }
}

QTEST_APPLESS_MAIN(TestCoverage)
#include "tst_coverage.moc"
