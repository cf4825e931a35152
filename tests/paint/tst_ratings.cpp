#include "../testprogram.h"
#include "colour/deltae.h"
#include "colour/observer.h"
#include "paint/paint.h"
#include "paint/ratings.h"

#include <QCoreApplication>
#include <QtTest>

using namespace iris;

namespace {

Film filmOf(const char* pigment)
{
    return paintOf(**ReferenceTable::shipped().find(pigment)).film;
}

/// Absorption and scattering per unit film from the reflectances over two backings, in closed form. Source: Kubelka,
/// JOSA 38 (1948), the hyperbolic solution solved for a, then S x = Arcoth(c / b) / b, K = S (a - 1).
struct Coefficients {
    double absorption;
    double scattering;
};
Coefficients fromTwoBackings(double r1, double g1, double r2, double g2, double thickness)
{
    const double a =
        ((1 + r1 * g1) * (r2 - g2) - (1 + r2 * g2) * (r1 - g1)) / ((r1 + g1) * (r2 - g2) - (r2 + g2) * (r1 - g1));
    const double b = std::sqrt(a * a - 1);
    const double c = (1 + r1 * g1 - a * (r1 + g1)) / (r1 - g1); // b coth(b S x)
    const double s = std::atanh(b / c) / (b * thickness);
    return {s * (a - 1), s};
}

} // namespace

class TestRatings : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void contrastRatioByHand_data();
    void contrastRatioByHand();
    void lightnessGainByHand();
    void twoBackingsGiveBackTheFilm();
    void shareLeftComesBack_data();
    void shareLeftComesBack();
    void ratingsHaveTheirThresholds();
    void papersAreMet_data();
    void papersAreMet();
    void aPaperIsAValue();
    void aPaperOfItsOwnIsNoOtherFilm();
};

/// Hand-worked: Y = 100 ((L + 16) / 116)^3 above L* 8, and the ratio is Y over black to Y over white, in percent, by
/// the definition of ISO 6504-3.
void TestRatings::contrastRatioByHand_data()
{
    QTest::addColumn<double>("white");
    QTest::addColumn<double>("black");
    QTest::addColumn<double>("ratio");
    // L* 50: Y = 100 (66/116)^3 = 18.4187; L* 30: Y = 100 (46/116)^3 = 6.2359
    QTest::newRow("half hidden") << 50.0 << 30.0 << 33.856;
    QTest::newRow("hiding") << 72.0 << 72.0 << 100.0;
    // L* 90: 76.3027; L* 26.6: 4.9528
    QTest::newRow("clear") << 90.0 << 26.6 << 6.491;
}

void TestRatings::contrastRatioByHand()
{
    QFETCH(double, white);
    QFETCH(double, black);
    QFETCH(double, ratio);
    const Swatch swatch{{white, 0, 0}, {95, 0, 0}, {black, 0, 0}};
    QVERIFY2(std::abs(contrastRatio(swatch) - ratio) < 0.01,
             qPrintable(QString::number(contrastRatio(swatch), 'f', 4)));
}

void TestRatings::lightnessGainByHand()
{
    // The bare line is seen at Y = 100 (0.02 + 0.98 * 0.03) = 4.94, L* 26.57.
    const Swatch swatch{{50, 0, 0}, {95, 0, 0}, {30, 0, 0}};
    QVERIFY(std::abs(lightnessGain(swatch) - 3.43) < 0.01);
}

void TestRatings::twoBackingsGiveBackTheFilm()
{
    for (const auto* pigment : {"PB29", "PY35/medium", "PR101/transparent red oxide", "PW6"}) {
        const Film film = filmOf(pigment);
        for (std::size_t band = 0; band < bandCount; ++band) {
            const double k = film.absorption[band];
            const double s = film.scattering[band];
            if (s < 1e-3 || k < 1e-3 || s > 6 || k > 6)
                continue; // no backing shows through, or nothing is there to measure
            const double white = filmReflectance(k, s, 0.7, 0.9);
            const double black = filmReflectance(k, s, 0.7, 0.03);
            const Coefficients back = fromTwoBackings(white, 0.9, black, 0.03, 0.7);
            QVERIFY2(std::abs(back.absorption - k) < 1e-6 * (1 + k) && std::abs(back.scattering - s) < 1e-6 * (1 + s),
                     pigment);
        }
    }
}

void TestRatings::shareLeftComesBack_data()
{
    QTest::addColumn<QString>("pigment");
    for (const auto* pigment : {"PB29", "PY3", "PR101/light red", "PB15:3", "PBk7"})
        QTest::newRow(pigment) << pigment;
}

void TestRatings::shareLeftComesBack()
{
    QFETCH(QString, pigment);
    const Film film = filmOf(qPrintable(pigment));
    for (const double left : {0.02, 0.1, 0.3, 0.6}) {
        const double read = shareLeft(film, seenLab(film, left, whitePaper()));
        QVERIFY2(std::abs(read - left) < 0.01 + 0.02 * left, qPrintable(QString("%1 read as %2").arg(left).arg(read)));
    }
}

void TestRatings::ratingsHaveTheirThresholds()
{
    QCOMPARE(stainingOf(0.0), 0);
    QCOMPARE(stainingOf(0.2), 1);
    QCOMPARE(stainingOf(0.5), 2);
    QCOMPARE(stainingOf(0.95), 3);
    int rating = 0;
    for (const double threshold : {0.12, 0.32, 0.62}) {
        QCOMPARE(stainingOf(threshold - 0.001), rating);
        QCOMPARE(stainingOf(threshold + 0.001), ++rating);
    }
    rating = 0;
    for (const double threshold : {0.012, 0.055, 0.14}) {
        QCOMPARE(granulationOf(threshold - 0.001), rating);
        QCOMPARE(granulationOf(threshold + 0.001), ++rating);
    }
    QCOMPARE(granulationOf(0.0), 0);
    QCOMPARE(granulationOf(0.03), 1);
    QCOMPARE(granulationOf(0.1), 2);
    QCOMPARE(granulationOf(0.3), 3);
}

void TestRatings::papersAreMet_data()
{
    QTest::addColumn<double>("l");
    QTest::addColumn<double>("a");
    QTest::addColumn<double>("b");
    QTest::newRow("the table's own") << 96.1 << 0.0 << 1.2;
    QTest::newRow("bright white") << 97.0 << 0.5 << -2.0;
    QTest::newRow("cream") << 92.0 << 1.0 << 9.0;
    QTest::newRow("toned grey") << 70.0 << 0.0 << 3.0;
}

void TestRatings::papersAreMet()
{
    QFETCH(double, l);
    QFETCH(double, a);
    QFETCH(double, b);
    const Spectrum paper = paperSeenAs({l, a, b});
    QVERIFY2(deltaE00(toLab(seen(paper)), {l, a, b}) < 0.05,
             qPrintable(QString::number(deltaE00(toLab(seen(paper)), {l, a, b}))));
    for (const double r : paper)
        QVERIFY(r >= 0 && r <= 1);
}

void TestRatings::aPaperIsAValue()
{
    const Paper cream(Lab{92, 1, 10});
    QCOMPARE(Paper().reflectance(), whitePaper());
    QVERIFY(deltaE00(toLab(seen(cream.reflectance())), {92, 1, 10}) < 0.05);
    QCOMPARE(cream, Paper(Lab{92, 1, 10}));
    QVERIFY(cream != Paper() && cream != Paper(Lab{92, 1, 9}));
    const double none = std::numeric_limits<double>::quiet_NaN();
    for (const Lab& other : {Lab{20, 0, 0}, Lab{90, 40, 0}, Lab{none, 0, 0}, Lab{90, 1e300, 0}}) {
        QVERIFY(!Paper::canBe(other));
        QCOMPARE(Paper(other).reflectance(), whitePaper());
    }
}

/// A film painted on a cream paper, taken back to white, is the swatch it makes there.
void TestRatings::aPaperOfItsOwnIsNoOtherFilm()
{
    const Lab cream{90, 1, 12};
    for (const auto* pigment : {"PB29", "PY150", "PR122", "PG7"}) {
        const Film film = filmOf(pigment);
        const Swatch there = swatchOf(film, paperSeenAs(cream));
        const Swatch here = swatchOf(film);
        const Swatch moved = onWhitePaper(there, cream);
        QVERIFY(deltaE00(there.thin, here.thin) > 2);
        QVERIFY2(deltaE00(moved.thin, here.thin) < 0.5 && deltaE00(moved.full, here.full) < 0.5, pigment);
    }
}

IRIS_TEST(TestRatings, QCoreApplication)
#include "tst_ratings.moc"
