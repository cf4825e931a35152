#include "../testprogram.h"
#include "palette/covering.h"

#include "../mixing/referencepaints.h"
#include "colour/deltae.h"

#include "mixing/matching.h"

#include <QtTest>
#include <map>
#include <random>

using namespace iris;

class TestCoverage : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void matchesPlainEnumeration_data();
    void matchesPlainEnumeration();
    void closeCallsAreDecidedInDouble();
    void isTheSameForAnyNumberOfThreads();
    void threesOfManyNeedsComeBack();
    void settingThreesAgainTakesNoMoreRoom();
    void stopsWhenAsked();
    void reportsProgress();
    void gridNeverLosesANeed_data();
    void gridNeverLosesANeed();
    void gridOfTooManyKindsNeverLosesANeed();
    void aGreyNearAWarmGreyIsNotLost();
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
    NeedMask mask;
    const std::vector<NeedMask> allowed = needsAllowing(paints, needs);
    for (const Ratio& ratio : triedRatiosOf(paints, set))
        for (const double x : recipeWashes) {
            Recipe recipe{{}, x};
            for (std::size_t i = 0; i < set.size(); ++i)
                recipe.parts.push_back({set[i], ratio[i]});
            const Lab colour = colourOf(recipe, paints);
            for (std::size_t n = 0; n < needs.size(); ++n)
                if (apartFrom(needs[n], colour) <= needs[n].tolerance
                    && std::ranges::all_of(set, [&](std::size_t t) { return allowed[t].has(n); }))
                    mask.add(n);
        }
    return mask;
}

/// One colour at every place.
LabChunk chunkOf(const std::array<float, 3>& colour)
{
    LabChunk chunk;
    chunk.l.fill(colour[0]);
    chunk.a.fill(colour[1]);
    chunk.b.fill(colour[2]);
    return chunk;
}

} // namespace

void TestCoverage::matchesPlainEnumeration_data()
{
    QTest::addColumn<int>("count");
    QTest::addColumn<bool>("withTerms");
    QTest::newRow("40 needs") << 40 << false;
    QTest::newRow("40 needs that ask more than a colour") << 40 << true;
    QTest::newRow("200 needs, four words of them") << 200 << true;
}

void TestCoverage::matchesPlainEnumeration()
{
    QFETCH(int, count);
    QFETCH(bool, withTerms);
    auto paints = somePaints(6, 21);
    auto needs = someNeeds(static_cast<std::size_t>(count), 22);
    for (std::size_t t = 0; t < paints.size(); ++t) {
        paints[t].lightfastness = 1 + int(t % 4);
        paints[t].staining = int(t % 3);
    }
    for (std::size_t n = 0; withTerms && n < needs.size(); ++n)
        needs[n].terms = {n % 3 == 0, n % 4 == 1, n % 5 == 2, n % 2 == 1};
    const CoverageTable table = cover(paints, needs, usualHandling).table;
    NeedMask any;
    for (std::size_t t = 0; t < paints.size(); ++t) {
        const NeedMask one = plainCoverage(std::array{t}, paints, needs);
        any |= one;
        QCOMPARE(table.one(t), one);
        for (std::size_t u = t + 1; u < paints.size(); ++u) {
            const NeedMask two = plainCoverage(std::array{t, u}, paints, needs);
            any |= two;
            QCOMPARE(table.two(t, u), two | table.one(t) | table.one(u));
            QCOMPARE(table.two(u, t), table.two(t, u));
            for (std::size_t v = u + 1; v < paints.size(); ++v) {
                const NeedMask three = plainCoverage(std::array{t, u, v}, paints, needs);
                const NeedMask pairs = table.two(t, u) | table.two(t, v) | table.two(u, v);
                QCOMPARE(table.extra(t, u, v), three & ~pairs);
                QCOMPARE(table.extra(v, t, u), table.extra(t, u, v));
                any |= three;
            }
        }
    }
    QCOMPARE(table.everything(), any);
    QVERIFY(table.everything().count() > 5);
    const std::vector<std::size_t> places{0, 2, 3, 5};
    const CoverageTable part = table.within(places);
    QCOMPARE(part.extra(1, 2, 3), table.extra(2, 3, 5));
    QCOMPARE(coveredBy({0, 1, 2, 3}, part), coveredBy(places, table));
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
        QCOMPARE(cover(std::span(paints).subspan(t, 1), needs, usualHandling).table.one(0), needBit(0));
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
    QVERIFY(cover(paints, needs, usualHandling, one).table == cover(paints, needs, usualHandling, four).table);
}

/// Beyond 64 needs what threes add is kept as lists: whatever is set comes back, the fullest mask and the last need as
/// well, also of a part of the paints, and is counted as equal to the same set in another order.
void TestCoverage::threesOfManyNeedsComeBack()
{
    std::mt19937 random(5);
    for (const std::size_t needs : {64U, 65U, 200U, 256U}) {
        CoverageTable table(12, needs), backwards(12, needs);
        std::map<std::array<std::size_t, 3>, NeedMask> truth;
        forEachSet(12, 3, [&](std::span<const std::size_t> set) {
            if (set.size() < 3)
                return;
            NeedMask mask = random() % 5 == 0 ? needBits(needs) : NeedMask{};
            for (std::size_t i = random() % 4; i > 0; --i)
                mask.add(i == 1 ? needs - 1 : random() % needs);
            truth[{set[0], set[1], set[2]}] = mask;
            table.setMask(set, mask);
        });
        for (auto entry = truth.rbegin(); entry != truth.rend(); ++entry)
            backwards.setMask(entry->first, entry->second);
        NeedMask all;
        for (const auto& [set, mask] : truth) {
            QVERIFY(table.extra(set[2], set[0], set[1]) == mask);
            all |= mask;
        }
        QVERIFY(table.everything() == all);
        QVERIFY(table == backwards);
        const CoverageTable part = table.within({1, 4, 7, 9});
        QVERIFY((part.extra(0, 2, 3) == truth[{1, 7, 9}]));
        backwards.setMask(std::array<std::size_t, 3>{0, 1, 2}, ~truth[{0, 1, 2}] & needBits(needs));
        QVERIFY(!(table == backwards));
    }
}

void TestCoverage::settingThreesAgainTakesNoMoreRoom()
{
    CoverageTable table(4, 100);
    const std::array set{std::size_t{0}, std::size_t{1}, std::size_t{3}};
    const NeedMask wide = needBit(3) | needBit(70) | needBit(99);
    table.setMask(set, wide);
    const std::size_t bytes = table.listedBytes();
    for (int again = 0; again < 100; ++again) {
        table.setMask(set, again % 2 == 0 ? needBit(70) : wide & ~needBit(3));
        QCOMPARE(table.extraInOrder(0, 1, 3), again % 2 == 0 ? needBit(70) : wide & ~needBit(3));
    }
    QVERIFY(table.listedBytes() <= bytes + 4);
    QVERIFY(table.extraInOrder(0, 1, 2).isEmpty());
}

void TestCoverage::stopsWhenAsked()
{
    std::stop_source stop;
    stop.request_stop();
    WorkOptions work;
    work.stop = stop.get_token();
    const CoverageSummary summary = cover(somePaints(20, 1), someNeeds(10, 2), usualHandling, work);
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
    cover(somePaints(8, 1), someNeeds(5, 2), usualHandling, work);
    QVERIFY(rising);
    QCOMPARE(last, 1.0);
}

void TestCoverage::gridNeverLosesANeed_data()
{
    QTest::addColumn<double>("tolerance");
    for (const double tolerance : {0.5, 2.0, 4.0, 5.0, 7.0, 9.0, 10.0, 13.0, 20.0, 30.0, 40.0})
        QTest::addRow("%g", tolerance) << tolerance;
}

/// What a grid says of one colour: the needs it may meet, and those it surely meets.
std::pair<NeedGrid::Word, NeedGrid::Word> seen(const NeedGrid& grid, const std::array<float, 3>& colour,
                                               std::size_t needs)
{
    Glimpses glimpses;
    const LabChunk chunk = chunkOf(colour);
    const NeedGrid::Word surely = grid.look({&chunk, 1}, needBits(needs).word(0), glimpses);
    return {glimpses.count > 0 ? grid.maybe(glimpses.all().front()) : 0, surely};
}

/// The bound behind the grid: no colour may be nearer to a need than its cell admits, nor farther than its cell is sure
/// of. The needs lie anywhere, on the neutral axis and near it; the colours anywhere, about the edge of the tolerance,
/// at opposite hues and at the corners of cells.
void TestCoverage::gridNeverLosesANeed()
{
    QFETCH(double, tolerance);
    constexpr unsigned seed = 41;
    std::mt19937 random(seed);
    std::uniform_real_distribution<float> share(-1, 1);
    for (int round = 0; round < 6; ++round) {
        auto needs = someNeeds(16, seed + unsigned(round));
        for (std::size_t n = 0; n < needs.size(); ++n) {
            needs[n].target.a *= std::array{1.0, 0.0, 0.05, 1.0}[n % 4];
            needs[n].target.b *= std::array{1.0, 0.0, 0.05, 0.2}[n % 4];
            needs[n].terms.valueFirst = n % 3 == 0;
            needs[n].tolerance = tolerance;
        }
        const std::vector<double> radii(needs.size(), tolerance);
        const NeedGrid grid(needs, radii);
        for (std::size_t i = 0; i < chunkRecipes; ++i) {
            const Lab& target = needs[i % needs.size()].target;
            const auto about = [&](double value) { return float(value + 1.8 * tolerance * share(random)); };
            std::array<float, 3> colour{about(target.l), about(target.a), about(target.b)};
            if (i % 5 == 1)
                colour = {50 + 45 * share(random), 110 * share(random), 110 * share(random)};
            if (i % 5 == 2)
                colour = {about(target.l), float(-target.a) * share(random), float(-target.b) * share(random)};
            if (i % 5 == 3) // cells are 3 wide and begin at 8, -78, -78
                colour = {8 + 3 * std::round((colour[0] - 8) / 3), -78 + 3 * std::round((colour[1] + 78) / 3),
                          -78 + 3 * std::round((colour[2] + 78) / 3)};
            const auto [maybe, surely] = seen(grid, colour, needs.size());
            for (std::size_t n = 0; n < needs.size(); ++n) {
                const double apart = apartFrom(needs[n], {colour[0], colour[1], colour[2]});
                QVERIFY2(apart > tolerance || (maybe >> n & 1),
                         qPrintable(QString("lost: round %1, need %2, recipe %3").arg(round).arg(n).arg(i)));
                QVERIFY2(apart <= tolerance || !(surely >> n & 1),
                         qPrintable(QString("said to be met: round %1, need %2, recipe %3").arg(round).arg(n).arg(i)));
            }
        }
    }
}

/// Cells are told apart by a short number; where there are more kinds of cells than that can count, some are measured
/// that need not be.
void TestCoverage::gridOfTooManyKindsNeverLosesANeed()
{
    std::mt19937 random(43);
    std::uniform_real_distribution<double> tolerance(8, 40);
    auto needs = someNeeds(64, 44);
    for (Need& need : needs)
        need.tolerance = tolerance(random);
    std::vector<double> radii;
    std::ranges::transform(needs, std::back_inserter(radii), &Need::tolerance);
    constexpr std::size_t mostKinds = 5000;
    const NeedGrid grid(needs, radii, mostKinds);
    QCOMPARE(grid.kinds(), mostKinds);
    QVERIFY(NeedGrid(needs, radii).kinds() > mostKinds);
    std::uniform_real_distribution<float> light(10, 98);
    std::uniform_real_distribution<float> plane(-75, 95);
    for (int i = 0; i < 3000; ++i) {
        const std::array<float, 3> colour{light(random), plane(random), plane(random)};
        const auto [maybe, surely] = seen(grid, colour, needs.size());
        for (std::size_t n = 0; n < needs.size(); ++n) {
            const bool met = apartFrom(needs[n], {colour[0], colour[1], colour[2]}) <= needs[n].tolerance;
            QVERIFY(!met || (maybe >> n & 1));
            QVERIFY(met || !(surely >> n & 1));
        }
    }
}

/// Found by hand: 9.965 apart, and the middle of its cell more than 13.2.
void TestCoverage::aGreyNearAWarmGreyIsNotLost()
{
    const std::vector<Need> needs{{"warm grey", {70.428, 7.447, 5.712}, 10, 2}};
    const Lab grey{68.244, -0.022, -0.005};
    QVERIFY(deltaE00(grey, needs[0].target) < 10);
    const NeedGrid grid(needs, std::vector<double>{10});
    QVERIFY(seen(grid, {float(grey.l), float(grey.a), float(grey.b)}, 1).first & 1);
}

IRIS_TEST(TestCoverage, NoApplication)
#include "tst_coverage.moc"
