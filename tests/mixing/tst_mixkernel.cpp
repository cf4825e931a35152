#include "mixing/mixkernel.h"

#include "colour/deltae.h"
#include "mixing/labcolumns.h"
#include "referencepaints.h"

#include <QtTest>
#include <hwy/targets.h>
#include <random>
#include <set>

using namespace iris;

class TestMixKernel : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyRecipeIsThere();
    void matchesDoublePrecision_data();
    void matchesDoublePrecision();
    void cleanup();
    void holdsAtTheExtremes();
    void vectorDeltaEMatchesPlain();
    void cellsAreWhereTheyShouldBe();
};

void TestMixKernel::everyRecipeIsThere()
{
    const std::array<std::size_t, 3> tubes{4, 7, 9};
    const auto& paints = referencePaints();
    const MixKernel kernel(paints);
    for (std::size_t count = 1; count <= 3; ++count) {
        const std::span<const std::size_t> set(tubes.data(), count);
        QVERIFY(MixKernel::chunkCount(count) * chunkRatios >= triedRatios[count - 1]);
        const Recipe first = kernel.recipeAt(set, 0, 0);
        QCOMPARE(first.parts.size(), count);
        QCOMPARE(first.wash, 1.0);
        const Recipe last = kernel.recipeAt(set, MixKernel::chunkCount(count) - 1, chunkRecipes - 1);
        std::set<Ratio> found;
        for (std::size_t place = 0; place < MixKernel::chunkCount(count) * chunkRatios; ++place) {
            Ratio ratio{};
            const Recipe recipe = kernel.recipeAt(set, place / chunkRatios, place % chunkRatios);
            for (std::size_t i = 0; i < count; ++i)
                ratio[i] = recipe.parts[i].parts;
            found.insert(ratio);
        }
        const std::vector<Ratio> tried = triedRatiosOf(paints, set);
        QCOMPARE(found, std::set<Ratio>(tried.begin(), tried.end()));
        QCOMPARE(last.wash, recipeWashes.back());
    }
}

/// As a lesser processor would do it.
void TestMixKernel::matchesDoublePrecision_data()
{
    QTest::addColumn<qint64>("without");
    qint64 without = 0;
    QTest::addRow("all instructions") << without;
    for (const auto& [name, targets] : {std::pair<const char*, qint64>{"without AVX-512", HWY_AVX3 | HWY_AVX3_DL},
                                        {"nor AVX2", HWY_AVX2},
                                        {"nor SSE4", HWY_SSE4},
                                        {"nor SSSE3", HWY_SSSE3}})
        QTest::addRow("%s", name) << (without |= targets);
}

void TestMixKernel::cleanup()
{
    hwy::DisableTargets(0);
}

/// The promise of the header is 0.001; the coverage table re-measures what comes within 0.01 of a tolerance.
void TestMixKernel::matchesDoublePrecision()
{
    QFETCH(qint64, without);
    hwy::DisableTargets(without);
    constexpr unsigned seed = 11;
    std::mt19937 random(seed);
    const auto& paints = referencePaints();
    const MixKernel kernel(paints);
    LabChunk chunk;
    double worst = 0;
    for (int round = 0; round < 3000; ++round) {
        std::vector<std::size_t> set;
        while (set.size() < 1 + random() % 3) {
            const std::size_t tube = random() % paints.size();
            if (std::ranges::find(set, tube) == set.end())
                set.push_back(tube);
        }
        const std::size_t which = random() % MixKernel::chunkCount(set.size());
        kernel.mix(set, which, chunk);
        for (int i = 0; i < 4; ++i) {
            const std::size_t place = random() % chunkRecipes;
            const Lab expected = colourOf(kernel.recipeAt(set, which, place), paints);
            worst = std::max(worst, deltaE00(expected, {chunk.l[place], chunk.a[place], chunk.b[place]}));
        }
    }
    qInfo("%s: worst error %.5f deltaE00", vectorInstructions(), worst);
    QVERIFY(worst < 0.001);
}

void TestMixKernel::holdsAtTheExtremes()
{
    Paint clear; // bare paper
    Paint black;
    black.film.absorption = flatSpectrum(1000);
    Paint chalk;
    chalk.film.scattering = flatSpectrum(100);
    const std::array paints{clear, black, chalk};
    const MixKernel kernel(paints);
    LabChunk chunk;
    for (std::size_t tube = 0; tube < 3; ++tube) {
        kernel.mix(std::array{tube}, 0, chunk);
        for (std::size_t place = 0; place < chunkRecipes; place += chunkRatios) {
            const Lab expected = colourOf(kernel.recipeAt(std::array{tube}, 0, place), paints);
            QVERIFY(std::isfinite(chunk.l[place]));
            QVERIFY2(deltaE00(expected, {chunk.l[place], chunk.a[place], chunk.b[place]}) < 0.05,
                     qPrintable(QString("tube %1 place %2").arg(tube).arg(place)));
        }
    }
}

void TestMixKernel::vectorDeltaEMatchesPlain()
{
    std::mt19937 random(5);
    std::uniform_real_distribution<float> l(5, 100);
    std::uniform_real_distribution<float> ab(-90, 90);
    for (const std::size_t count : {1U, 3U, 16U, 1003U}) {
        std::array<std::vector<float>, 6> columns;
        for (std::size_t i = 0; i < count; ++i) {
            const float spread = i % 3 == 0 ? 1.0F : 0.05F;
            columns[0].push_back(l(random));
            columns[1].push_back(i % 40 == 0 ? 0 : ab(random));
            columns[2].push_back(i % 40 == 0 ? 0 : ab(random));
            columns[3].push_back(std::clamp(columns[0][i] + spread * ab(random), 0.0F, 100.0F));
            columns[4].push_back(columns[1][i] + spread * ab(random));
            columns[5].push_back(columns[2][i] + spread * ab(random));
        }
        std::vector<float> apart(count);
        deltaE00({columns[0], columns[1], columns[2]}, {columns[3], columns[4], columns[5]}, apart);
        for (std::size_t i = 0; i < count; ++i) {
            const double expected = deltaE00(Lab{columns[0][i], columns[1][i], columns[2][i]},
                                             Lab{columns[3][i], columns[4][i], columns[5][i]});
            QVERIFY2(std::abs(apart[i] - expected) < 0.0005 * (1 + expected),
                     qPrintable(QString("%1: %2 %3").arg(i).arg(apart[i]).arg(expected)));
        }
    }
}

void TestMixKernel::cellsAreWhereTheyShouldBe()
{
    const CellGrid grid{3, {8, -78, -78}, {32, 56, 62}};
    LabChunk chunk;
    chunk.l.fill(8.5F);
    chunk.a.fill(-78);
    chunk.b.fill(-78);
    chunk.l[1] = 11.5F;
    chunk.a[2] = -74.9F;
    chunk.b[3] = -72.1F;
    chunk.l[4] = -50;
    chunk.b[5] = 900;
    std::array<std::uint32_t, chunkRecipes> cells{};
    cellsOf(chunk, grid, cells);
    QCOMPARE(cells[0], 0U);
    QCOMPARE(cells[1], 56U * 62U);
    QCOMPARE(cells[2], 62U);
    QCOMPARE(cells[3], 1U);
    QCOMPARE(cells[4], 0U);
    QCOMPARE(cells[5], 61U);
}

QTEST_APPLESS_MAIN(TestMixKernel)
#include "tst_mixkernel.moc"
