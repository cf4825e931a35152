#include "../testprogram.h"
#include "palette/reach.h"

#include "../mixing/referencepaints.h"
#include "colour/deltae.h"
#include "mixing/matching.h"

#include <QtTest>
#include <random>

using namespace iris;

/// What a palette reaches, and a picture painted with it.
class TestReach : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void classicTriadsRankAsTaught();
    void holdsWhatRecipesGive();
    void moreTubesReachMore();
    void redrawsWithTheNearest();
};

namespace {

std::vector<Paint> triad(const ClassicTriad& classic)
{
    std::vector<Paint> paints;
    for (const char* pigment : classic.pigments)
        paints.push_back(referencePaint(pigment));
    return paints;
}

} // namespace

/// Common practice, no published source: the bright triad reaches most and cleanest, then the traditional, then the
/// muted; the muted one makes the quietest greens, the traditional one the dullest violets.
void TestReach::classicTriadsRankAsTaught()
{
    std::array<PaletteReach, 3> reach;
    for (std::size_t i = 0; i < 3; ++i)
        reach[i] = reachOf(triad(classicTriads[i]), usualHandling);
    const auto figures = QString("volume %1 %2 %3, chroma %4 %5 %6, greens %7 %8 %9")
                             .arg(reach[0].volume())
                             .arg(reach[1].volume())
                             .arg(reach[2].volume())
                             .arg(reach[0].meanChroma())
                             .arg(reach[1].meanChroma())
                             .arg(reach[2].meanChroma())
                             .arg(reach[0].chromaBetween(120, 200))
                             .arg(reach[1].chromaBetween(120, 200))
                             .arg(reach[2].chromaBetween(120, 200))
                         + QString(", violets %1 %2 %3")
                               .arg(reach[0].chromaBetween(300, 345))
                               .arg(reach[1].chromaBetween(300, 345))
                               .arg(reach[2].chromaBetween(300, 345));
    QVERIFY2(reach[0].volume() > reach[1].volume() && reach[1].volume() > reach[2].volume(), qPrintable(figures));
    QVERIFY2(reach[0].meanChroma() > reach[1].meanChroma() && reach[1].meanChroma() > reach[2].meanChroma(),
             qPrintable(figures));
    QVERIFY2(reach[2].chromaBetween(120, 200) < reach[1].chromaBetween(120, 200)
                 && reach[2].chromaBetween(120, 200) < reach[0].chromaBetween(120, 200),
             qPrintable(figures));
    QVERIFY2(reach[1].chromaBetween(300, 345) < reach[0].chromaBetween(300, 345), qPrintable(figures));
    qInfo("%s", qPrintable(figures));
}

/// Every recipe that is tried lies within what is said of all of them, by plain double-precision mixing.
void TestReach::holdsWhatRecipesGive()
{
    const std::vector<Paint> paints = triad(classicTriads[0]);
    const PaletteReach reach = reachOf(paints, usualHandling);
    double lowest = 100;
    double cleanest = 0;
    std::array<double, valueSteps> atValue{};
    forEachSet(3, 3, [&](std::span<const std::size_t> set) {
        for (const Ratio& ratio : triedRatiosOf(paints, set))
            for (const double wash : recipeWashes) {
                Recipe recipe{{}, wash};
                for (std::size_t i = 0; i < set.size(); ++i)
                    recipe.parts.push_back({set[i], ratio[i]});
                const Lab colour = colourOf(recipe, paints);
                const Lch lch = toLch(colour);
                lowest = std::min(lowest, colour.l);
                if (wash <= 1) {
                    cleanest = std::max(cleanest, lch.chroma);
                    auto& most = atValue[std::min<std::size_t>(9, std::size_t(colour.l / 10))];
                    most = std::max(most, lch.chroma);
                }
                const bool isNear = std::ranges::any_of(
                    reach.colours, [&](const Lab& one) { return deltaE76(one, colour) < 3 * std::sqrt(3.0) + 0.01; });
                QVERIFY(isNear);
            }
    });
    QVERIFY(std::abs(lowest - reach.lowest) < 0.01);
    QVERIFY(std::abs(cleanest - reach.cleanest) < 0.01);
    for (std::size_t i = 0; i < valueSteps; ++i)
        QVERIFY(std::abs(atValue[i] - reach.chromaAtValue[i]) < 0.01);
    QVERIFY(reach.warmestGrey > reach.coolestGrey);
    QVERIFY(reach.greyest >= 0 && reach.greyest < 5);
}

void TestReach::moreTubesReachMore()
{
    std::vector<Paint> paints = triad(classicTriads[1]);
    const PaletteReach three = reachOf(paints, usualHandling);
    paints.push_back(referencePaint("PB15:3"));
    const PaletteReach four = reachOf(paints, usualHandling);
    QVERIFY(four.volume() > three.volume());
    for (std::size_t i = 0; i < hueStretches; ++i)
        QVERIFY(four.chroma[i] >= three.chroma[i]);
    const PaletteReach one = reachOf(std::span(paints).first(1), usualHandling);
    QVERIFY(one.volume() >= 3 && one.volume() <= 10);
}

void TestReach::redrawsWithTheNearest()
{
    const std::vector<Paint> paints = triad(classicTriads[1]);
    const PaletteReach reach = reachOf(paints, usualHandling);
    std::mt19937 random(3);
    std::uniform_real_distribution<double> share(0, 1);
    std::vector<Lab> pixels;
    for (int i = 0; i < 400; ++i)
        pixels.push_back({10 + 88 * share(random), 120 * share(random) - 60, 120 * share(random) - 60});
    const ColourCells cells = colourCells(pixels);
    const Redrawn drawn = redrawn(cells, reach);
    double mean = 0;
    double shortfall = 0;
    for (std::size_t i = 0; i < cells.colours.size(); ++i) {
        double least = 1000;
        for (const Lab& lab : reach.colours)
            least = std::min(least, deltaE00(lab, cells.colours[i]));
        QVERIFY(drawn.apart[i] <= least + 1e-3); // bare paper may be nearer still
        mean += cells.shares[i] * drawn.apart[i];
        shortfall += drawn.apart[i] > shortOf ? cells.shares[i] : 0;
    }
    QVERIFY(std::abs(mean - drawn.meanApart) < 1e-9 && std::abs(shortfall - drawn.fallsShort) < 1e-9);
    // A picture made of its own colours falls short nowhere.
    const ColourCells own = colourCells(reach.colours);
    QVERIFY(redrawn(own, reach).fallsShort == 0);
    WorkOptions one;
    one.threads = 1;
    QCOMPARE(redrawn(cells, reach, one), drawn);
}

IRIS_TEST(TestReach, NoApplication)
#include "tst_reach.moc"
