#include "../testprogram.h"
#include "sheet/lineink.h"

#include "colour/observer.h"
#include "mixing/recipe.h"

#include <QtTest>
#include <random>

using namespace iris;

/// Ink of the printed lines in the washes, told apart from washes that lie thicker there.
class TestLineInk : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void inkIsMeasured_data();
    void inkIsMeasured();
    void thicknessIsNoInk();
    void greysTellNothing();
    void fewSquaresTellNothing();

private:
    /// A square whose wash beside the line is so much thicker and holds so much ink.
    LineTrace square(std::size_t paint, double thickness, double thicker, double ink) const;

    std::vector<Paint> m_paints;
};

namespace {

/// Light of the wash and of the line below it, added up as specks of ink do.
Lab withInk(const Film& film, double thickness, double ink)
{
    const Xyz bare = toXyz(seenLab(film, thickness, whitePaper()), d50White);
    const Xyz dark = toXyz(seenLab(film, thickness, blackLine()), d50White);
    return toLab(
        Xyz{bare.x + ink * (dark.x - bare.x), bare.y + ink * (dark.y - bare.y), bare.z + ink * (dark.z - bare.z)},
        d50White);
}

} // namespace

void TestLineInk::initTestCase()
{
    for (const char* id : {"PY3", "PY43", "PR108/light", "PV19/rose", "PB29", "PB15:3", "PG7", "PBr7/burnt sienna"})
        m_paints.push_back(paintOf(**ReferenceTable::shipped().find(id)));
}

LineTrace TestLineInk::square(std::size_t paint, double thickness, double thicker, double ink) const
{
    const Film& film = m_paints[paint].film;
    return traceOf(film, thickness, withInk(film, thickness * thicker, ink), withInk(film, thickness, 0), whitePaper());
}

void TestLineInk::inkIsMeasured_data()
{
    QTest::addColumn<double>("ink");
    QTest::addColumn<bool>("run");
    QTest::newRow("none") << 0.0 << false;
    QTest::newRow("hardly any") << 0.02 << false;
    QTest::newRow("some") << 0.1 << true;
    QTest::newRow("much") << 0.3 << true;
}

/// Washes of all colours, thicker here and thinner there by a fifth, as painters lay them.
void TestLineInk::inkIsMeasured()
{
    QFETCH(double, ink);
    QFETCH(bool, run);
    std::mt19937 random(8);
    std::normal_distribution<double> uneven(0, 0.2);
    std::vector<LineTrace> traces;
    for (std::size_t i = 0; i < 24; ++i)
        traces.push_back(square(i % m_paints.size(), i % 3 == 0 ? 0.45 : 1, std::exp(uneven(random)), ink));
    const InkShare found = inkShareOf(traces);
    QCOMPARE(found.squares, 24U);
    // Lab is not linear in ink, so that much of it is measured a little short or long.
    QVERIFY2(std::abs(found.share - ink) < 0.02 + 0.2 * ink, qPrintable(QString::number(found.share)));
    QVERIFY(found.error < 0.03);
    QCOMPARE(found.hasRun(), run);
}

void TestLineInk::thicknessIsNoInk()
{
    std::vector<LineTrace> traces;
    for (std::size_t paint = 0; paint < m_paints.size(); ++paint)
        traces.push_back(square(paint, 0.5, 1.15, 0)); // thicker beside the line in every one
    const InkShare found = inkShareOf(traces);
    QVERIFY2(std::abs(found.share) < 0.03, qPrintable(QString::number(found.share)));
    QVERIFY(!found.hasRun());
}

/// In a grey wash ink looks like more of the wash: nothing pulls, and nothing is claimed.
void TestLineInk::greysTellNothing()
{
    Film grey;
    grey.absorption = flatSpectrum(0.8);
    grey.scattering = flatSpectrum(0.02);
    const LineTrace own = traceOf(grey, 0.6, withInk(grey, 0.6, 0.2), withInk(grey, 0.6, 0), whitePaper());
    QVERIFY(own.pull < 0.1 * square(0, 0.6, 1, 0.2).pull);
}

void TestLineInk::fewSquaresTellNothing()
{
    QVERIFY(!inkShareOf({}).hasRun());
    const std::vector<LineTrace> three{square(0, 1, 1, 0.2), square(3, 1, 1, 0.2), square(5, 1, 1, 0.2)};
    QVERIFY(!inkShareOf(three).hasRun());
    QVERIFY(inkShareOf(three).share > 0.1);
    QCOMPARE(inkShareOf({three.data(), 1}).share, 0.0);
    // One spoilt square among clean ones is no ink of the sheet.
    const std::vector<LineTrace> odd{{20, 30}, {0, 30}, {0, 30}, {0, 30}, {0, 30}, {0, 30}};
    QVERIFY(inkShareOf(odd).share > 0.1);
    QVERIFY(!inkShareOf(odd).hasRun());
}

IRIS_TEST(TestLineInk, NoApplication)
#include "tst_lineink.moc"
