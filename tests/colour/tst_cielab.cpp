#include "../testprogram.h"
#include "colour/cielab.h"

#include "colour/huefamily.h"
#include "colour/observer.h"

#include <QtTest>

using namespace iris;

class TestCielab : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void roundTripsOverTheWholeSolid();
    void knowsWhiteBlackAndMiddleGrey();
    void turnsIntoLchAndBack();
    void measuresAngles();
    void parsesTypedColours_data();
    void parsesTypedColours();
    void familiesGoRoundTheWheel();
};

void TestCielab::roundTripsOverTheWholeSolid()
{
    for (int l = 0; l <= 100; l += 5)
        for (int a = -100; a <= 100; a += 20)
            for (int b = -100; b <= 100; b += 20) {
                const Lab lab{double(l), double(a), double(b)};
                const Lab back = toLab(toXyz(lab, d50White), d50White);
                QVERIFY(std::abs(back.l - lab.l) < 1e-9 && std::abs(back.a - lab.a) < 1e-9
                        && std::abs(back.b - lab.b) < 1e-9);
            }
}

/// L* of Y = 18.4187 is 50 and the straight part of f is 903.3 Y: ISO/CIE 11664-4.
void TestCielab::knowsWhiteBlackAndMiddleGrey()
{
    QVERIFY(std::abs(toLab(d50White, d50White).l - 100) < 1e-12);
    QVERIFY(std::abs(toLab({0, 0, 0}, d50White).l) < 1e-12);
    const auto grey = [](double y) { return Xyz{d50White.x * y, 100 * y, d50White.z * y}; };
    QVERIFY(std::abs(toLab(grey(0.184187), d50White).l - 50) < 1e-4);
    QVERIFY(std::abs(toLab(grey(0.005), d50White).l - 903.2963 * 0.005) < 1e-4);
    QVERIFY(std::abs(toLab(grey(0.3), d50White).a) < 1e-12);
}

void TestCielab::turnsIntoLchAndBack()
{
    const Lch lch = toLch(Lab{50, 0, -30});
    QCOMPARE(lch.chroma, 30.0);
    QCOMPARE(lch.hueDegrees, 270.0);
    QCOMPARE(toLch(Lab{50, 0, 0}).hueDegrees, 0.0);
    for (int h = 0; h < 360; h += 7) {
        const Lch there{40, 25, double(h)};
        QVERIFY(std::abs(toLch(toLab(there)).hueDegrees - h) < 1e-9);
    }
}

void TestCielab::measuresAngles()
{
    QCOMPARE(normalisedDegrees(-10), 350.0);
    QCOMPARE(normalisedDegrees(720), 0.0);
    QCOMPARE(signedDegreesBetween(350, 10), 20.0);
    QCOMPARE(signedDegreesBetween(10, 350), -20.0);
    QCOMPARE(signedDegreesBetween(0, 180), 180.0);
}

void TestCielab::parsesTypedColours_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<bool>("good");
    QTest::newRow("commas") << QByteArray("62, -14, 38") << true;
    QTest::newRow("blanks") << QByteArray(" 62 -14  38 ") << true;
    QTest::newRow("semicolons") << QByteArray("62;-14;38") << true;
    QTest::newRow("two numbers") << QByteArray("62, -14") << false;
    QTest::newRow("four numbers") << QByteArray("62, -14, 38, 1") << false;
    QTest::newRow("words") << QByteArray("mud") << false;
    QTest::newRow("too light") << QByteArray("105.1, 0, 0") << false;
    QTest::newRow("too green") << QByteArray("50, -200.1, 0") << false;
    QTest::newRow("nothing") << QByteArray("") << false;
}

void TestCielab::parsesTypedColours()
{
    QFETCH(QByteArray, text);
    QFETCH(bool, good);
    const auto lab = parseLab(text.toStdString());
    QCOMPARE(lab.has_value(), good);
    if (good)
        QCOMPARE(*lab, (Lab{62, -14, 38}));
    else
        QVERIFY(!lab.error().message.empty());
}

void TestCielab::familiesGoRoundTheWheel()
{
    for (std::size_t i = 0; i < wheelFamilyCount; ++i) {
        const HueFamily family = allHueFamilies[i];
        QCOMPARE(hueFamilyOf(toLab(Lch{50, 40, *middleDegrees(family)})), std::optional(family));
        QCOMPARE(previousFamily(nextFamily(family)), family);
        QCOMPARE(named<HueFamily>(nameOf(family)), std::optional(family));
    }
    QCOMPARE(hueFamilyOf({50, 1, 1}), std::nullopt);
    QCOMPARE(named<HueFamily>("puce"), std::nullopt);
    QVERIFY(!middleDegrees(HueFamily::Black));
}

IRIS_TEST(TestCielab, NoApplication)
#include "tst_cielab.moc"
