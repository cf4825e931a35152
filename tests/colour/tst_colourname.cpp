#include "../testprogram.h"
#include "colour/colourname.h"

#include <QtTest>

using namespace iris;

class TestColourName : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void namesColours_data();
    void namesColours();
    void everyColourHasAName();
    void oliveDoesNotStopHalfWayUp();
    void aGoldenEarthIsAnEarth();
    void noWordForStrengthMeansTransparent();
};

void TestColourName::namesColours_data()
{
    QTest::addColumn<QList<double>>("lab");
    QTest::addColumn<QString>("name");
    QTest::newRow("olive") << QList<double>{45, -4, 30} << "muted olive, mid value";
    QTest::newRow("yellow-green") << QList<double>{60, -18, 30} << "muted yellow-green, mid value";
    QTest::newRow("ultramarine") << QList<double>{29.2, 17.4, -55} << "rich violet-blue, dark";
    QTest::newRow("neutral") << QList<double>{50, 1, 1} << "neutral grey, mid value";
    QTest::newRow("black") << QList<double>{18, 0, 0} << "near black, very dark";
    QTest::newRow("paper") << QList<double>{96, 0, 1} << "near white, very light";
    QTest::newRow("warm grey") << QList<double>{60, 3, 6} << "orange grey, mid value";
    QTest::newRow("pink") << QList<double>{80, 20, 2} << "pale pink, light";
    QTest::newRow("burnt sienna") << QList<double>{42.3, 23, 30.1} << "muted brown, mid value";
}

void TestColourName::namesColours()
{
    QFETCH(QList<double>, lab);
    QFETCH(QString, name);
    QCOMPARE(QString::fromStdString(colourName({lab[0], lab[1], lab[2]})), name);
}

void TestColourName::everyColourHasAName()
{
    for (int l = 0; l <= 100; l += 4)
        for (int a = -100; a <= 100; a += 8)
            for (int b = -100; b <= 100; b += 8) {
                const std::string name = colourName({double(l), double(a), double(b)});
                QVERIFY(name.find(", ") != std::string::npos && name.find("  ") == std::string::npos);
            }
}

/// Common practice of painters, without a source.
void TestColourName::oliveDoesNotStopHalfWayUp()
{
    for (double l = 35; l <= 75; l += 1) {
        const QString name = QString::fromStdString(colourName(toLab(Lch{l, 30, 105})));
        QVERIFY2(name.contains("olive"), qPrintable(name));
    }
}

void TestColourName::aGoldenEarthIsAnEarth()
{
    for (const Lch& earth : {Lch{57, 50, 74}, Lch{66, 52, 72}, Lch{74, 48, 78}}) {
        const QString name = QString::fromStdString(colourName(toLab(earth)));
        QVERIFY2(name.contains("ochre"), qPrintable(name));
    }
}

void TestColourName::noWordForStrengthMeansTransparent()
{
    for (int chroma = 4; chroma < 120; ++chroma)
        QVERIFY(!QString::fromStdString(colourName(toLab(Lch{60, double(chroma), 40}))).contains("clear"));
}

IRIS_TEST(TestColourName, NoApplication)
#include "tst_colourname.moc"
