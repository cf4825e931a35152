#include "../testprogram.h"
#include "colour/deltae.h"

#include <QtTest>
#include <lcms2.h>
#include <random>

using namespace iris;

class TestDeltaE : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void matchesPublishedPairs_data();
    void matchesPublishedPairs();
    void matchesLittleCms();
    void isSymmetricAndZeroForEqualColours();
};

/// The 34 pairs of Sharma, Wu and Dalal (2005), table 1.
void TestDeltaE::matchesPublishedPairs_data()
{
    QTest::addColumn<QList<double>>("row");
    const QList<QList<double>> rows{
        {50.0000, 2.6772, -79.7751, 50.0000, 0.0000, -82.7485, 2.0425},
        {50.0000, 3.1571, -77.2803, 50.0000, 0.0000, -82.7485, 2.8615},
        {50.0000, 2.8361, -74.0200, 50.0000, 0.0000, -82.7485, 3.4412},
        {50.0000, -1.3802, -84.2814, 50.0000, 0.0000, -82.7485, 1.0000},
        {50.0000, -1.1848, -84.8006, 50.0000, 0.0000, -82.7485, 1.0000},
        {50.0000, -0.9009, -85.5211, 50.0000, 0.0000, -82.7485, 1.0000},
        {50.0000, 0.0000, 0.0000, 50.0000, -1.0000, 2.0000, 2.3669},
        {50.0000, -1.0000, 2.0000, 50.0000, 0.0000, 0.0000, 2.3669},
        {50.0000, 2.4900, -0.0010, 50.0000, -2.4900, 0.0009, 7.1792},
        {50.0000, 2.4900, -0.0010, 50.0000, -2.4900, 0.0010, 7.1792},
        {50.0000, 2.4900, -0.0010, 50.0000, -2.4900, 0.0011, 7.2195},
        {50.0000, 2.4900, -0.0010, 50.0000, -2.4900, 0.0012, 7.2195},
        {50.0000, -0.0010, 2.4900, 50.0000, 0.0009, -2.4900, 4.8045},
        {50.0000, -0.0010, 2.4900, 50.0000, 0.0010, -2.4900, 4.8045},
        {50.0000, -0.0010, 2.4900, 50.0000, 0.0011, -2.4900, 4.7461},
        {50.0000, 2.5000, 0.0000, 50.0000, 0.0000, -2.5000, 4.3065},
        {50.0000, 2.5000, 0.0000, 73.0000, 25.0000, -18.0000, 27.1492},
        {50.0000, 2.5000, 0.0000, 61.0000, -5.0000, 29.0000, 22.8977},
        {50.0000, 2.5000, 0.0000, 56.0000, -27.0000, -3.0000, 31.9030},
        {50.0000, 2.5000, 0.0000, 58.0000, 24.0000, 15.0000, 19.4535},
        {50.0000, 2.5000, 0.0000, 50.0000, 3.1736, 0.5854, 1.0000},
        {50.0000, 2.5000, 0.0000, 50.0000, 3.2972, 0.0000, 1.0000},
        {50.0000, 2.5000, 0.0000, 50.0000, 1.8634, 0.5757, 1.0000},
        {50.0000, 2.5000, 0.0000, 50.0000, 3.2592, 0.3350, 1.0000},
        {60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644},
        {63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.2630},
        {61.2901, 3.7196, -5.3901, 61.4292, 2.2480, -4.9620, 1.8731},
        {35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645},
        {22.7233, 20.0904, -46.6940, 23.0331, 14.9730, -42.5619, 2.0373},
        {36.4612, 47.8580, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146},
        {90.8027, -2.0831, 1.4410, 91.1528, -1.6435, 0.0447, 1.4441},
        {90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381},
        {6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377},
        {2.0776, 0.0795, -1.1350, 0.9033, -0.0636, -0.5514, 0.9082},
    };
    for (qsizetype i = 0; i < rows.size(); ++i)
        QTest::newRow(qPrintable(QString("pair %1").arg(i + 1))) << rows[i];
}

void TestDeltaE::matchesPublishedPairs()
{
    QFETCH(QList<double>, row);
    const double computed = deltaE00({row[0], row[1], row[2]}, {row[3], row[4], row[5]});
    QVERIFY2(std::abs(computed - row[6]) < 1e-4, qPrintable(QString::number(computed, 'f', 6)));
}

void TestDeltaE::matchesLittleCms()
{
    constexpr unsigned seed = 7;
    std::mt19937 random(seed);
    std::uniform_real_distribution<double> l(0, 100);
    std::uniform_real_distribution<double> ab(-90, 90);
    for (int i = 0; i < 5000; ++i) {
        const Lab one{l(random), ab(random), ab(random)};
        const Lab two{l(random), ab(random), ab(random)};
        const cmsCIELab first{one.l, one.a, one.b};
        const cmsCIELab second{two.l, two.a, two.b};
        const double expected = cmsCIE2000DeltaE(&first, &second, 1, 1, 1);
        // The two differ where hues are opposite to a rounding error; random pairs stay clear of it.
        QVERIFY2(std::abs(deltaE00(one, two) - expected) < 1e-6,
                 qPrintable(QString("seed %1 pair %2").arg(seed).arg(i)));
    }
}

void TestDeltaE::isSymmetricAndZeroForEqualColours()
{
    const Lab mud{41, 3, 9};
    const Lab reed{68, 10, 46};
    QCOMPARE(deltaE00(mud, mud), 0.0);
    QVERIFY(std::abs(deltaE00(mud, reed) - deltaE00(reed, mud)) < 1e-12);
    QCOMPARE(deltaE76({50, 0, 0}, {50, 3, 4}), 5.0);
}

IRIS_TEST(TestDeltaE, NoApplication)
#include "tst_deltae.moc"
