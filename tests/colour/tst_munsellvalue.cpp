#include "../testprogram.h"
#include "colour/munsellvalue.h"

#include <QtTest>

using namespace iris;

class TestMunsellValue : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void matchesTheRenotation_data();
    void matchesTheRenotation();
    void invertsOverTheWholeRange();
    void holdsOutsideTheRange();
};

/// Luminance factors of the renotation, Newhall, Nickerson and Judd (1943), relative to magnesium oxide, times 0.975
/// for the perfect diffuser as ASTM D1535 has it.
void TestMunsellValue::matchesTheRenotation_data()
{
    QTest::addColumn<double>("value");
    QTest::addColumn<double>("luminance");
    const QList<double> renotation{1.210, 3.126, 6.555, 12.00, 19.77, 30.05, 43.06, 59.10, 78.66, 102.57};
    for (int i = 0; i < renotation.size(); ++i)
        QTest::newRow(qPrintable(QString::number(i + 1))) << double(i + 1) << renotation[i] * 0.975;
}

void TestMunsellValue::matchesTheRenotation()
{
    QFETCH(double, value);
    QFETCH(double, luminance);
    QVERIFY(std::abs(luminanceOfMunsellValue(value) - luminance) < 0.02);
    QVERIFY(std::abs(munsellValue(luminance) - value) < 0.002);
}

void TestMunsellValue::invertsOverTheWholeRange()
{
    for (double v = 0; v <= 10; v += 0.05)
        QVERIFY(std::abs(munsellValue(luminanceOfMunsellValue(v)) - v) < 1e-6);
}

void TestMunsellValue::holdsOutsideTheRange()
{
    QVERIFY(munsellValue(-3) < 1e-6);
    QVERIFY(std::abs(munsellValue(140) - munsellValue(100)) < 1e-9);
}

IRIS_TEST(TestMunsellValue, NoApplication)
#include "tst_munsellvalue.moc"
