#include "../testprogram.h"
#include "sheet/grain.h"

#include "paint/ratings.h"
#include "sheet/cardlayout.h"
#include "sheet/simulateddevice.h"

#include <QCoreApplication>
#include <QtTest>

using namespace iris;

namespace {

constexpr double grainDpi = 200;
constexpr double grainPerMm = grainDpi / 25.4;

/// The grain of the thin wash of a clear film that absorbs evenly.
std::optional<Grain> grainOf(double absorption, double grain, double noise = 0)
{
    CardPainting painting;
    painting.film.absorption = flatSpectrum(absorption);
    painting.film.scattering = flatSpectrum(0.01);
    painting.grain = grain;
    painting.unevenness = 0;
    DeviceFaults faults;
    faults.noise = noise;
    const Scan scan = scanned(SimulatedCard(painting), grainDpi, faults);
    const CardRegions regions = standardRegions(grainPerMm);
    const auto paper = findBarePaper(overviewOf(scan), scan.size());
    return readGrain(scan, *regions.thin, regions.paper.front(), paper->field, grainPerMm);
}

} // namespace

/// The texture of a thin wash as a share of its thickness.
class TestGrain : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void strengthOfThePaintDoesNotMatter();
    void moreGrainReadsAsMore();
    void noiseIsNoGrain();
    void palePaintTellsNothing();
    void aSmallPatchTellsNothing();
};

void TestGrain::strengthOfThePaintDoesNotMatter()
{
    const auto strong = grainOf(3.0, 0.15);
    const auto weak = grainOf(0.8, 0.15);
    QVERIFY(strong && weak);
    QVERIFY2(std::abs(std::log(strong->fine / weak->fine)) < 0.15,
             qPrintable(QString("%1 %2").arg(strong->fine).arg(weak->fine)));
    QVERIFY2(std::abs(std::log(strong->coarse / weak->coarse)) < 0.15,
             qPrintable(QString("%1 %2").arg(strong->coarse).arg(weak->coarse)));
}

void TestGrain::moreGrainReadsAsMore()
{
    double before = 0;
    int rating = 0;
    for (const double grain : {0.01, 0.06, 0.15, 0.3}) {
        const auto read = grainOf(2.0, grain);
        QVERIFY(read && (grain < 0.02 || read->total() > 1.5 * before));
        QCOMPARE(granulationOf(read->total()), rating++);
        before = read->total();
    }
}

void TestGrain::noiseIsNoGrain()
{
    const auto read = grainOf(2.0, 0, 2);
    QVERIFY(read);
    QVERIFY2(read->total() < 0.012, qPrintable(QString::number(read->total())));
}

void TestGrain::palePaintTellsNothing()
{
    QVERIFY(!grainOf(0.05, 0.3));
}

void TestGrain::aSmallPatchTellsNothing()
{
    const Scan scan = scanned(SimulatedCard({}), grainDpi, {});
    const auto paper = findBarePaper(overviewOf(scan), scan.size());
    const QPolygonF small(QRectF(500, 400, 2 * grainPerMm, 2 * grainPerMm));
    QVERIFY(!readGrain(scan, small, small, paper->field, grainPerMm));
}

IRIS_TEST(TestGrain, QCoreApplication)
#include "tst_grain.moc"
