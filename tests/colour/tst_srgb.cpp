#include "../testprogram.h"
#include "colour/srgb.h"

#include "colour/deltae.h"
#include "colour/observer.h"

#include <QtTest>
#include <lcms2.h>

using namespace iris;

class TestSrgb : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void transferFunctionIsTheStandards();
    void primariesAreTheStandards_data();
    void primariesAreTheStandards();
    void adaptsWhiteToWhite();
    void adaptsAsLittleCms();
    void everyDisplayColourComesBack();
    void marksColoursOutside();
    void parsesHex_data();
    void parsesHex();
};

/// IEC 61966-2-1, clause 5.2: the two pieces meet at 0.0031308 and 0.04045.
void TestSrgb::transferFunctionIsTheStandards()
{
    QCOMPARE(srgbEncoded(0), 0.0);
    QVERIFY(std::abs(srgbEncoded(1) - 1) < 1e-12);
    QVERIFY(std::abs(srgbEncoded(0.0031308) - 0.04045) < 1e-5);
    QVERIFY(std::abs(srgbEncoded(0.5) - 0.735357) < 1e-6);
    for (int i = 0; i <= 255; ++i)
        QVERIFY(std::abs(srgbEncoded(srgbDecoded(i / 255.0)) - i / 255.0) < 1e-7);
}

/// IEC 61966-2-1, the matrix of linear sRGB to XYZ, four decimals.
void TestSrgb::primariesAreTheStandards_data()
{
    QTest::addColumn<QList<int>>("rgb");
    QTest::addColumn<QList<double>>("xyz");
    QTest::newRow("red") << QList<int>{255, 0, 0} << QList<double>{0.4124, 0.2126, 0.0193};
    QTest::newRow("green") << QList<int>{0, 255, 0} << QList<double>{0.3576, 0.7152, 0.1192};
    QTest::newRow("blue") << QList<int>{0, 0, 255} << QList<double>{0.1805, 0.0722, 0.9505};
    QTest::newRow("white") << QList<int>{255, 255, 255} << QList<double>{0.9505, 1.0000, 1.0890};
}

void TestSrgb::primariesAreTheStandards()
{
    QFETCH(QList<int>, rgb);
    QFETCH(QList<double>, xyz);
    const Srgb colour{std::uint8_t(rgb[0]), std::uint8_t(rgb[1]), std::uint8_t(rgb[2]), false};
    const Xyz got = d50ToD65(toXyz(toLab(colour), d50White));
    // The standard's matrix is rounded to four decimals.
    QVERIFY(std::abs(got.x / 100 - xyz[0]) < 2e-4);
    QVERIFY(std::abs(got.y / 100 - xyz[1]) < 2e-4);
    QVERIFY(std::abs(got.z / 100 - xyz[2]) < 2e-4);
}

void TestSrgb::adaptsWhiteToWhite()
{
    const Xyz white = d50ToD65(d50White);
    QVERIFY(std::abs(white.x - d65White.x) < 1e-9 && std::abs(white.z - d65White.z) < 1e-9);
    QCOMPARE(toSrgb({100, 0, 0}), (Srgb{255, 255, 255, false}));
    const Srgb grey = toSrgb({53.585, 0, 0});
    QVERIFY(grey.red == grey.green && grey.green == grey.blue);
    QVERIFY(std::abs(grey.red - 128) <= 1);
}

/// LittleCMS adapts by Bradford as well; D50 and D65 as this program has them.
void TestSrgb::adaptsAsLittleCms()
{
    const cmsCIEXYZ from{d50White.x / 100, d50White.y / 100, d50White.z / 100};
    const cmsCIEXYZ to{d65White.x / 100, d65White.y / 100, d65White.z / 100};
    for (const Xyz& colour : {Xyz{20, 10, 40}, Xyz{60, 70, 5}, Xyz{9, 30, 60}}) {
        const cmsCIEXYZ value{colour.x / 100, colour.y / 100, colour.z / 100};
        cmsCIEXYZ expected;
        QVERIFY(cmsAdaptToIlluminant(&expected, &from, &to, &value));
        const Xyz got = d50ToD65(colour);
        QVERIFY(std::abs(got.x / 100 - expected.X) < 1e-4 && std::abs(got.y / 100 - expected.Y) < 1e-4
                && std::abs(got.z / 100 - expected.Z) < 1e-4);
        const Xyz back = d65ToD50(got);
        QVERIFY(std::abs(back.x - colour.x) < 1e-9 && std::abs(back.z - colour.z) < 1e-9);
    }
}

void TestSrgb::everyDisplayColourComesBack()
{
    for (int r = 0; r < 256; r += 15)
        for (int g = 0; g < 256; g += 15)
            for (int b = 0; b < 256; b += 15) {
                const Srgb colour{std::uint8_t(r), std::uint8_t(g), std::uint8_t(b), false};
                QCOMPARE(toSrgb(toLab(colour)), colour);
                QCOMPARE(parseHex(toHex(colour)).value(), colour);
            }
}

void TestSrgb::marksColoursOutside()
{
    const Lab phthalo{33.2, -11.4, -47.1};
    const Srgb shown = toSrgb(phthalo);
    QVERIFY(shown.outside);
    const Lab near = toLab(shown);
    QVERIFY(std::abs(near.l - phthalo.l) < 1);
    QVERIFY(std::abs(signedDegreesBetween(toLch(near).hueDegrees, toLch(phthalo).hueDegrees)) < 3);
    QVERIFY(!toSrgb({60, 5, 20}).outside);
}

void TestSrgb::parsesHex_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<bool>("good");
    QTest::newRow("six") << QByteArray("#8A9b3c") << true;
    QTest::newRow("without hash") << QByteArray(" 8a9b3c ") << true;
    QTest::newRow("three") << QByteArray("#abc") << true;
    QTest::newRow("seven") << QByteArray("#8a9b3cd") << false;
    QTest::newRow("not hex") << QByteArray("#8a9b3g") << false;
    QTest::newRow("signed") << QByteArray("-8a9b3") << false;
    QTest::newRow("nothing") << QByteArray("") << false;
}

void TestSrgb::parsesHex()
{
    QFETCH(QByteArray, text);
    QFETCH(bool, good);
    QCOMPARE(parseHex(text.toStdString()).has_value(), good);
}

IRIS_TEST(TestSrgb, NoApplication)
#include "tst_srgb.moc"
