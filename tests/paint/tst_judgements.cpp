#include "../testprogram.h"
#include "paint/paint.h"
#include "paint/paper.h"

#include <QtTest>

using namespace iris;

/// Transparency, lean and family, and what a tube of several pigments comes to.
class TestJudgements : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void transparencyOfPlainCases();
    void transparencyByHand();
    void leansToTheRightSide_data();
    void leansToTheRightSide();
    void blacksLeanToTheirUndertone();
    void familiesOfUnknownPaint();
    void severalPigmentsInOneTube();
    void warmAndCoolByEitherSchool_data();
    void warmAndCoolByEitherSchool();
};

void TestJudgements::transparencyOfPlainCases()
{
    Film glass;
    glass.absorption = flatSpectrum(0.8);
    glass.scattering = flatSpectrum(1e-6);
    QCOMPARE(transparencyOf(glass).kind, TransparencyClass::Transparent);
    Film chalk;
    chalk.absorption = flatSpectrum(0.05);
    chalk.scattering = flatSpectrum(6);
    const Transparency hiding = transparencyOf(chalk);
    QCOMPARE(hiding.kind, TransparencyClass::Opaque);
    QVERIFY(hiding.hiding > 0.8 && hiding.veil > 0.8);
}

/// The rule of data/reference/README.md worked through by hand for a neutral film: w and b are three times (Y - r0).
void TestJudgements::transparencyByHand()
{
    Film film;
    film.absorption = flatSpectrum(0.5);
    film.scattering = flatSpectrum(0.25);
    const Transparency got = transparencyOf(film);
    const auto y = [](double r) { return 0.98 * r; }; // above the surface reflection
    // A paper of flat 0.9 is near enough to the real one in Y.
    const double white = y(filmReflectance(0.5, 0.25, 1, 0.9));
    const double black = y(filmReflectance(0.5, 0.25, 1, 0.03));
    const double q = 0.03 / 0.9;
    const double hiding = (black / white - q) / (1 - q);
    QVERIFY(std::abs(got.hiding - hiding) < 0.005);
    QVERIFY(std::abs(got.veil - 0.25 / 1.25) < 1e-9);
    QVERIFY(std::abs(got.opacityIndex - std::sqrt(hiding * 0.2)) < 0.003);
}

/// The family a lean is towards, or that it stands in the middle.
QString sideOf(const Lean& lean)
{
    const std::string_view side = lean.inTheMiddle() ? "middle" : nameOf(lean.towards);
    return QString::fromUtf8(side.data(), static_cast<qsizetype>(side.size()));
}

void TestJudgements::leansToTheRightSide_data()
{
    QTest::addColumn<double>("hue");
    QTest::addColumn<QString>("family");
    QTest::addColumn<QString>("side");
    QTest::newRow("lemon") << 103.0 << "yellow"
                           << "green";
    QTest::newRow("warm yellow") << 82.0 << "yellow"
                                 << "orange";
    QTest::newRow("middle yellow") << 94.0 << "yellow"
                                   << "middle";
    QTest::newRow("rose") << 350.0 << "red"
                          << "violet";
    QTest::newRow("scarlet") << 35.0 << "red"
                             << "orange";
    QTest::newRow("green-blue") << 237.0 << "blue"
                                << "green";
    QTest::newRow("violet-blue") << 268.0 << "blue"
                                 << "violet";
    QTest::newRow("sienna") << 60.0 << "brown"
                            << "red";
}

void TestJudgements::leansToTheRightSide()
{
    QFETCH(double, hue);
    QFETCH(QString, family);
    QFETCH(QString, side);
    const Lean lean = leanOf(toLab(Lch{75, 30, hue}), *named<HueFamily>(family.toStdString()));
    QCOMPARE(sideOf(lean), side);
}

void TestJudgements::blacksLeanToTheirUndertone()
{
    QCOMPARE(sideOf(leanOf({62, -0.7, -3.2}, HueFamily::Black)), QString("blue"));
    QCOMPARE(sideOf(leanOf({66, 0, 0.5}, HueFamily::Black)), QString("middle"));
}

void TestJudgements::familiesOfUnknownPaint()
{
    QCOMPARE(familyOf({{88, -10, 78}, {94, -7, 30}, {44, 0, 29}}), HueFamily::Yellow);
    QCOMPARE(familyOf({{26, 9, 10}, {68, 10, 17}, {22, 3, 4}}), HueFamily::Brown);
    QCOMPARE(familyOf({{20, 0, 0}, {66, 0, 0}, {18, 0, 0}}), HueFamily::Black);
    QCOMPARE(familyOf({{96, 0, 1}, {96, 0, 1}, {80, 0, 0}}), HueFamily::White);
    QCOMPARE(familyOf({{30, 0, -50}, {65, -12, -38}, {19, 0, -9}}), HueFamily::Blue);
}

void TestJudgements::severalPigmentsInOneTube()
{
    const ReferenceTable& table = ReferenceTable::shipped();
    const auto* green = table.find("PG7").value();
    const auto* gold = table.find("PY150").value();
    const Paint sap = paintOf({green, gold});
    QCOMPARE(sap.codes.size(), 2U);
    QCOMPARE(sap.family, HueFamily::Green);
    QVERIFY(std::abs(sap.strength - (green->strength + gold->strength) / 2) < 1e-12);
    QCOMPARE(sap.cautions, (std::vector<std::string>{"copper", "nickel"}));
    // Each pigment counts alike, whatever its strength: a maker balances them.
    const Paint one = paintOf(*green);
    const Paint two = paintOf(*gold);
    for (std::size_t band = 0; band < bandCount; ++band)
        QVERIFY(std::abs(sap.film.absorption[band] - (one.film.absorption[band] + two.film.absorption[band]) / 2)
                < 1e-12);
    QCOMPARE(paintOf({green}).film, one.film);
}

/// Common practice: nobody disputes the warm and cool yellows and reds; of blue each school calls another one warm.
void TestJudgements::warmAndCoolByEitherSchool_data()
{
    QTest::addColumn<QString>("pigment");
    QTest::addColumn<QString>("violetSchool");
    QTest::addColumn<QString>("greenSchool");
    QTest::newRow("lemon") << "PY3"
                           << "cool"
                           << "cool";
    QTest::newRow("deep yellow") << "PY110"
                                 << "warm"
                                 << "warm";
    QTest::newRow("orange red") << "PR254"
                                << "warm"
                                << "warm";
    QTest::newRow("rose") << "PV19/rose"
                          << "cool"
                          << "cool";
    QTest::newRow("ultramarine") << "PB29"
                                 << "warm"
                                 << "cool";
    QTest::newRow("phthalo blue") << "PB15:3"
                                  << "cool"
                                  << "warm";
    QTest::newRow("a black has none") << "PBk7"
                                      << ""
                                      << "";
}

void TestJudgements::warmAndCoolByEitherSchool()
{
    QFETCH(QString, pigment);
    QFETCH(QString, violetSchool);
    QFETCH(QString, greenSchool);
    const Lean lean = paintOf(**ReferenceTable::shipped().find(pigment.toStdString())).lean();
    QCOMPARE(temperatureOf(lean, WarmBlue::VioletSide), violetSchool.toStdString());
    QCOMPARE(temperatureOf(lean, WarmBlue::GreenSide), greenSchool.toStdString());
}

IRIS_TEST(TestJudgements, NoApplication)
#include "tst_judgements.moc"
