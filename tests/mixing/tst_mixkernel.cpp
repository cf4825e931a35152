#include "../testprogram.h"
#include "mixing/mixkernel.h"

#include "colour/deltae.h"
#include "mixing/labcolumns.h"
#include "paint/paper.h"
#include "referencepaints.h"

#include <QtTest>
#include <hwy/targets.h>
#include <numbers>
#include <random>
#include <set>

using namespace iris;

namespace {

Lab colourAt(const LabChunk& chunk, std::size_t place)
{
    return {chunk.l[place], chunk.a[place], chunk.b[place]};
}

/// A band's reflectance by the kernel's closed form, each of its estimates off by so much of itself.
/// @param signs a bit each for the root, three reciprocals and the exponential
double disturbed(double k, double s, double x, double paper, double off, unsigned signs)
{
    const auto wrong = [&](unsigned which) { return 1 + ((signs >> which & 1) != 0 ? off : -off); };
    const double b = std::sqrt(k * (k + 2 * s)) * wrong(0);
    const double aPlusB = k + s + b;
    const double endless = s / aPlusB * wrong(1);
    const double onePlusV = 2 * b / (aPlusB - paper * s) * wrong(2);
    // The polynomial is right at 1 and off by its slope beside it; the thickest wash is the eighth power of it.
    const double octaves = 2 * b * x / std::numbers::ln2;
    const double polynomial = std::min(8 * 2.9e-6, 1.02e-4 * octaves) * (off > 0 ? 1 : 0);
    const double exponential = std::exp2(octaves) * (1 + ((signs >> 4 & 1) != 0 ? polynomial : -polynomial));
    return endless + (paper - endless) * onePlusV / (exponential - 1 + onePlusV) * wrong(3);
}

} // namespace

class TestMixKernel : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyRecipeIsThere();
    void inOneGoNothingIsThickerThanAFullWash();
    void matchesDoublePrecision_data();
    void matchesDoublePrecision();
    void cleanup();
    void holdsAtTheExtremes();
    void estimatesAreOffByLittle();
    void nearestIsTheLeast();
    void vectorDeltaEMatchesPlain();
    void cellsAreWhereTheyShouldBe();
};

void TestMixKernel::everyRecipeIsThere()
{
    const std::array<std::size_t, 3> tubes{4, 7, 9};
    const auto& paints = referencePaints();
    const MixKernel kernel(paints, usualHandling);
    for (std::size_t count = 1; count <= 3; ++count) {
        const std::span<const std::size_t> set(tubes.data(), count);
        QVERIFY(MixKernel::chunkCount(count) * chunkRatios >= triedRatios[count - 1]);
        const Recipe first = kernel.recipeAt(set, 0, 0);
        QCOMPARE(first.parts.size(), count);
        QCOMPARE(first.wash, recipeWashes.front());
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

/// For those who lay all in one go every place is a full wash or thinner, and has the colour of that.
void TestMixKernel::inOneGoNothingIsThickerThanAFullWash()
{
    const auto& paints = referencePaints();
    const MixKernel kernel(paints, Handling{usualTouchesAPart, true});
    const std::array<std::size_t, 3> set{0, 20, 40};
    LabChunk chunk;
    kernel.mix(set, 0, chunk);
    for (std::size_t place = 0; place < chunkRecipes; ++place) {
        const Recipe recipe = kernel.recipeAt(set, 0, place);
        QVERIFY(recipe.wash <= 1);
        QVERIFY(deltaE00(colourOf(recipe, paints), {chunk.l[place], chunk.a[place], chunk.b[place]}) < 0.01);
    }
}

/// As a lesser processor would do it.
void TestMixKernel::matchesDoublePrecision_data()
{
    QTest::addColumn<qint64>("without");
    QTest::addColumn<double>("yellow");
    qint64 without = 0;
    QTest::addRow("all instructions") << without << 0.0;
    QTest::addRow("on cream paper") << without << 12.0;
    for (const auto& [name, targets] : {std::pair<const char*, qint64>{"without AVX-512", HWY_AVX3 | HWY_AVX3_DL},
                                        {"nor AVX2", HWY_AVX2},
                                        {"nor SSE4", HWY_SSE4},
                                        {"nor SSSE3", HWY_SSSE3}})
        QTest::addRow("%s", name) << (without |= targets) << 0.0;
}

void TestMixKernel::cleanup()
{
    hwy::DisableTargets(0);
}

/// The promises of the header are 0.001, and of estimates a tenth of nearEstimate as the most that was seen.
void TestMixKernel::matchesDoublePrecision()
{
    QFETCH(qint64, without);
    hwy::DisableTargets(without);
    constexpr unsigned seed = 11;
    std::mt19937 random(seed);
    const auto& paints = referencePaints();
    QFETCH(double, yellow);
    Handling handling;
    if (yellow > 0)
        handling.paper = Paper(Lab{90, 2, yellow});
    const MixKernel kernel(paints, handling);
    LabChunk chunk;
    SetChunks estimates;
    double worst = 0;
    double worstEstimate = 0;
    for (int round = 0; round < 3000; ++round) {
        std::vector<std::size_t> set;
        while (set.size() < 1 + random() % 3) {
            const std::size_t tube = random() % paints.size();
            if (std::ranges::find(set, tube) == set.end())
                set.push_back(tube);
        }
        const std::size_t which = random() % MixKernel::chunkCount(set.size());
        kernel.mix(set, which, chunk);
        const LabChunk& estimate = kernel.estimate(set, estimates)[which];
        for (int i = 0; i < 4; ++i) {
            const std::size_t place = random() % chunkRecipes;
            const Lab expected = colourOf(kernel.recipeAt(set, which, place), paints);
            worst = std::max(worst, deltaE00(expected, colourAt(chunk, place)));
            worstEstimate = std::max(worstEstimate, deltaE00(expected, colourAt(estimate, place)));
        }
    }
    qInfo("%s: worst error %.5f deltaE00, of estimates %.5f", vectorInstructions(), worst, worstEstimate);
    QVERIFY(worst < 0.001);
    QVERIFY(worstEstimate < nearEstimate / 10);
}

void TestMixKernel::holdsAtTheExtremes()
{
    Paint clear; // bare paper
    Paint black;
    black.film.absorption = flatSpectrum(1000);
    Paint chalk;
    chalk.film.scattering = flatSpectrum(100);
    Paint pitch; // no e to the power of it is a number
    pitch.film.absorption = flatSpectrum(1e6);
    pitch.film.scattering = flatSpectrum(1e6);
    const std::array paints{clear, black, chalk, pitch};
    const MixKernel kernel(paints, usualHandling);
    LabChunk chunk;
    SetChunks estimates;
    for (std::size_t tube = 0; tube < paints.size(); ++tube) {
        kernel.mix(std::array{tube}, 0, chunk);
        kernel.estimate(std::array{tube}, estimates);
        for (std::size_t place = 0; place < chunkRecipes; place += chunkRatios) {
            const Lab expected = colourOf(kernel.recipeAt(std::array{tube}, 0, place), paints);
            for (const LabChunk* one : {&chunk, &estimates[0]}) {
                QVERIFY(std::isfinite(one->l[place]));
                QVERIFY2(deltaE00(expected, colourAt(*one, place)) < 0.05,
                         qPrintable(QString("tube %1 place %2").arg(tube).arg(place)));
            }
        }
    }
}

/// What nearEstimate rests on: a band's light, that of the surface with it, is off by at most 3.5 e.
void TestMixKernel::estimatesAreOffByLittle()
{
    const double off = std::ldexp(1, -14);
    const double surface = surfaceReflection / (1 - surfaceReflection);
    double worst = 0;
    for (double logK = -6; logK <= 3; logK += 0.1)
        for (double logS = -5; logS <= 2.5; logS += 0.25)
            for (const double paper : {0.7, 0.9, 0.97})
                for (const double wash : recipeWashes) {
                    const double k = std::pow(10, logK);
                    const double s = std::pow(10, logS);
                    const double light = disturbed(k, s, wash, paper, 0, 0) + surface;
                    for (unsigned signs = 0; signs < 32; ++signs)
                        worst = std::max(worst,
                                         std::abs(disturbed(k, s, wash, paper, off, signs) + surface - light) / light);
                }
    qInfo("%.2f e", worst / off);
    QVERIFY(worst < 3.5 * off);
    QVERIFY(worst > off);
}

/// The nearest of a chunk is the first of the least that measure() finds, or none.
void TestMixKernel::nearestIsTheLeast()
{
    const auto& paints = referencePaints();
    const MixKernel kernel(paints, usualHandling);
    LabChunk chunk;
    std::mt19937 random(3);
    std::array<float, chunkRecipes> apart{};
    constexpr float everything = std::numeric_limits<float>::infinity();
    for (std::size_t tube = 0; tube + 2 < paints.size(); ++tube) {
        kernel.mix(std::array{tube, tube + 1, tube + 2}, 0, chunk);
        const Lab wanted = tube % 2 == 0 ? colourAt(chunk, random() % chunkRecipes)
                                         : Lab{double(random() % 90) + 5, double(random() % 60) - 30.0, 10};
        const ChunkTarget target(wanted);
        target.measure(chunk, everything, apart);
        const auto least = std::ranges::min_element(apart);
        for (const float limit : {everything, *least + 0.5F}) {
            const ChunkTarget::Nearest nearest = target.nearest(chunk, limit);
            QCOMPARE(nearest.apart, *least);
            QCOMPARE(nearest.place, static_cast<std::size_t>(least - apart.begin()));
        }
        QCOMPARE(target.nearest(chunk, *least).apart, everything);
    }
    LabChunk same = chunk;
    same.l.fill(50);
    same.a.fill(0);
    same.b.fill(0);
    QCOMPARE(ChunkTarget(Lab{52, 0, 0}).nearest(same, 5).place, std::size_t(0));
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

IRIS_TEST(TestMixKernel, NoApplication)
#include "tst_mixkernel.moc"
