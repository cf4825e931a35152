#include "../testprogram.h"
#include "learning/sureness.h"

#include "../mixing/referencepaints.h"
#include "colour/deltae.h"

#include <QtTest>
#include <random>

using namespace iris;

/// How sure a recipe is, against tries of its own.
class TestSureness : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void isMetAsOftenAsItSays_data();
    void isMetAsOftenAsItSays();
    void growsWithTheTolerance();
    void nothingInDoubtIsSureOrNot();
    void whatWasLearntMakesSurer();
};

namespace {

std::vector<Paint> paints()
{
    return {referencePaint("PY175"), referencePaint("PB29"), referencePaint("PR254"), referencePaint("PB15:3")};
}

/// 2,000 painters whose tubes and hands are off, each letting the mix out in fine steps: written apart from the code
/// that is tested, for paints of which nothing was painted, whose unknowns are independent.
double triedOut(const Recipe& recipe, const std::vector<Paint>& paints, const Learned& learned, const Lab& target,
                double tolerance, unsigned seed)
{
    std::mt19937_64 random(seed);
    std::normal_distribution<double> normal;
    std::uniform_real_distribution<double> hand(0.75, 1.25);
    int met = 0;
    const int tries = 2000;
    for (int i = 0; i < tries; ++i) {
        Spectrum k{};
        Spectrum s{};
        double whole = 0;
        for (const Part& part : recipe.parts) {
            const Paint& paint = paints[part.paint];
            std::vector<double> z;
            for (std::size_t b = 0; b < paint.doubt.count(); ++b)
                z.push_back(normal(random));
            const Film film = bent(paint.film, paint.doubt, z);
            const double weight = part.parts * hand(random) * paint.strength
                                  * std::exp(std::sqrt(learned.variances[part.paint]) * normal(random));
            whole += weight;
            for (std::size_t band = 0; band < k.size(); ++band) {
                k[band] += weight * film.absorption[band];
                s[band] += weight * film.scattering[band];
            }
        }
        Film mix;
        for (std::size_t band = 0; band < k.size(); ++band) {
            mix.absorption[band] = k[band] / whole;
            mix.scattering[band] = s[band] / whole;
        }
        double least = 1000;
        for (double factor = 0.5; factor < 2.001; factor *= 1.03)
            least = std::min(least, deltaE00(seenLab(mix, recipe.wash * factor, whitePaper()), target));
        met += least <= tolerance;
    }
    return double(met) / tries;
}

} // namespace

void TestSureness::isMetAsOftenAsItSays_data()
{
    QTest::addColumn<int>("first");
    QTest::addColumn<int>("second");
    QTest::addColumn<double>("wash");
    QTest::addColumn<double>("tolerance");
    QTest::newRow("a green, loose") << 0 << 1 << 0.7 << 10.0;
    QTest::newRow("a green, workable") << 0 << 1 << 0.5 << 7.0;
    QTest::newRow("a green of a strong blue") << 0 << 3 << 0.35 << 7.0;
    QTest::newRow("a violet") << 2 << 1 << 0.5 << 8.0;
    QTest::newRow("an orange, close") << 0 << 2 << 0.5 << 4.0;
}

void TestSureness::isMetAsOftenAsItSays()
{
    QFETCH(int, first);
    QFETCH(int, second);
    QFETCH(double, wash);
    QFETCH(double, tolerance);
    const auto all = paints();
    Learned learned = beforePainting(all);
    learned.modelMiss = 0; // the tries do not have it
    const Recipe recipe{{{std::size_t(first), 24}, {std::size_t(second), 16}}, wash};
    const Lab target = colourOf(recipe, all);
    SurenessOptions options;
    options.draws = 2000;
    const double said = sureness(recipe, all, learned, {target, tolerance}, options);
    const double tried = triedOut(recipe, all, learned, target, tolerance, 77);
    QVERIFY2(std::abs(said - tried) <= 0.03, qPrintable(QString("said %1, tried %2").arg(said).arg(tried)));
    QVERIFY(said > 0.02 && said < 0.999); // or it would tell little
}

void TestSureness::growsWithTheTolerance()
{
    const auto all = paints();
    const Learned learned = beforePainting(all);
    const Recipe recipe{{{0, 24}, {1, 16}}, 0.5};
    const Lab target = colourOf(recipe, all);
    double before = 0;
    for (const double tolerance : {1.0, 3.0, 6.0, 12.0, 25.0}) {
        const double now = sureness(recipe, all, learned, {target, tolerance});
        QVERIFY(now >= before);
        before = now;
    }
    QVERIFY(before > 0.95);
}

void TestSureness::nothingInDoubtIsSureOrNot()
{
    auto all = paints();
    for (Paint& paint : all)
        paint.doubt = {};
    Learned learned = beforePainting(all);
    std::ranges::fill(learned.variances, 0.0);
    learned.modelMiss = 0;
    SurenessOptions exact;
    exact.partsOff = 0;
    const Recipe recipe{{{0, 24}, {1, 16}}, 0.5};
    const Lab target = colourOf(recipe, all);
    QCOMPARE(sureness(recipe, all, learned, {target, 0.1}, exact), 1.0);
    const Lab other{target.l, target.a + 30, target.b};
    QCOMPARE(sureness(recipe, all, learned, {other, 4}, exact), 0.0);
    // A single tube has no parts to be off.
    const Recipe alone{{{0, 8}}, 0.5};
    const Lab own = colourOf(alone, all);
    QCOMPARE(sureness(alone, all, learned, {own, 0.1}), 1.0);
}

/// Ten painted squares of the two tubes leave less open.
void TestSureness::whatWasLearntMakesSurer()
{
    const auto all = paints();
    std::vector<PaintedMix> squares;
    for (int i = 1; i <= 10; ++i) {
        const Recipe recipe{{{0, 8 * i}, {1, 40}}, 0.2 + 0.08 * i};
        squares.push_back({recipe.parts, recipe.wash, colourOf(recipe, all), 0.5});
    }
    const Learned learned = learnFrom(all, squares);
    const Recipe recipe{{{0, 24}, {1, 16}}, 0.5};
    const Lab target = colourOf(recipe, all);
    const double before = sureness(recipe, all, beforePainting(all), {target, 5});
    const double after = sureness(recipe, asLearnt(all, learned), learned, {target, 5});
    QVERIFY2(after > before + 0.1, qPrintable(QString("%1, %2").arg(before).arg(after)));
}

IRIS_TEST(TestSureness, NoApplication)
#include "tst_sureness.moc"
