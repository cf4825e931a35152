#include "../testprogram.h"
#include "sheet/picturesample.h"

#include "../demoscene.h"
#include "colour/deltae.h"
#include "palette/picturecolours.h"
#include "pigment/referencetable.h"
#include "sheet/pickedcolour.h"
#include "sheet/simulateddevice.h"
#include "sheet/simulatedpicture.h"

#include <QGuiApplication>
#include <QtTest>

using namespace iris;

/// Pictures made small, and the made-up picture of the marsh.
class TestPictureSample : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void keepsColoursAndPlaces_data();
    void keepsColoursAndPlaces();
    void theWhiteIsSet();
    void stopsWhenAsked();
    void aScriptIsPainted();
    void scriptsThatMakeNoSense_data();
    void scriptsThatMakeNoSense();
    void theMarshGivesItsColours();
};

namespace {

Result<Paint> paintCalled(const std::string& name)
{
    const auto row = ReferenceTable::shipped().find(name);
    if (!row)
        return tl::unexpected(row.error());
    return paintOf(**row);
}

} // namespace

void TestPictureSample::keepsColoursAndPlaces_data()
{
    QTest::addColumn<QSize>("size");
    QTest::addColumn<int>("side");
    QTest::newRow("as it is") << QSize(100, 80) << 640;
    QTest::newRow("a half") << QSize(1200, 800) << 640;
    QTest::newRow("a tenth") << QSize(6000, 4000) << 600;
    QTest::newRow("a strip") << QSize(5000, 64) << 100;
    QTest::newRow("upright, odd") << QSize(333, 1777) << 250;
}

void TestPictureSample::keepsColoursAndPlaces()
{
    QFETCH(QSize, size);
    QFETCH(int, side);
    const PictureSample sample = sampleOf(Scan::of(demoScene(size)), side);
    QVERIFY(sample.size.width() <= side && sample.size.height() <= side);
    QCOMPARE(sample.pixels.size(), std::size_t(sample.size.width()) * std::size_t(sample.size.height()));
    if (sample.size.height() < 15)
        return;
    const auto washes = demoWashes();
    for (std::size_t band = 0; band < washes.size(); ++band) {
        const int y = static_cast<int>((double(band) + 0.5) * sample.size.height() / double(washes.size()));
        const Lab& pixel =
            sample.pixels[std::size_t(y) * std::size_t(sample.size.width()) + std::size_t(sample.size.width() / 2)];
        QVERIFY2(deltaE00(pixel, washes[band]) < 0.7, qPrintable(QString::number(band)));
    }
}

void TestPictureSample::theWhiteIsSet()
{
    const Scan scan = Scan::of(demoScene(QSize(300, 200)));
    const PictureSample sample = sampleOf(scan, 640, lightAt(scan, {150, 20}, 3));
    const Lab top = sample.pixels[150 + 20 * 300];
    QVERIFY(std::hypot(top.a, top.b) < 0.5);
}

void TestPictureSample::stopsWhenAsked()
{
    std::stop_source stop;
    stop.request_stop();
    QVERIFY(sampleOf(Scan::of(demoScene(QSize(300, 200))), 640, {}, stop.get_token()).pixels.empty());
}

void TestPictureSample::aScriptIsPainted()
{
    const auto picture =
        SimulatedPicture::from("# a remark\npaper 100 60\n"
                               "area ground, PB29:2 + PBr7/burnt sienna:1, 0.5 to 0.5, 0/0 100/0 100/60 0/60\n"
                               "area light, PY3:1, 0.8 to 0.8, 30/15 70/15 70/45 30/45\n",
                               paintCalled, 1);
    QVERIFY2(picture, picture ? "" : picture.error().message.c_str());
    const auto labAt = [&](double x, double y) { return pickedColour(picture->at(x, y)); };
    QVERIFY(toLch(labAt(50, 30)).chroma > 60);          // the yellow lies in the place of the ground
    QVERIFY(labAt(8, 30).b < 0 && labAt(8, 30).l < 75); // and round it a greyed blue
    QCOMPARE(picture->widthMm(), 100.0);
}

void TestPictureSample::scriptsThatMakeNoSense_data()
{
    QTest::addColumn<QByteArray>("script");
    QTest::addColumn<int>("line");
    QTest::newRow("empty") << QByteArray("# nothing\n") << 0;
    QTest::newRow("no paper") << QByteArray("area a, PY3:1, 1 to 1, 0/0 9/9\n") << 1;
    QTest::newRow("a paper of nothing") << QByteArray("paper 0 0\n") << 1;
    QTest::newRow("no such kind") << QByteArray("paper 50 50\nblob a, PY3:1, 1 to 1, 0/0 9/9\n") << 2;
    QTest::newRow("no such tube") << QByteArray("paper 50 50\narea a, PY99999:1, 1 to 1, 0/0 9/9\n") << 2;
    QTest::newRow("parts of zero") << QByteArray("paper 50 50\narea a, PY3:0, 1 to 1, 0/0 9/9\n") << 2;
    QTest::newRow("no places") << QByteArray("paper 50 50\narea a, PY3:1, 1 to 1, here\n") << 2;
    QTest::newRow("too many reeds") << QByteArray("paper 50 50\nreeds a, PY3:1, 1 to 1, 1e9, 1 to 2, 0/0 9/9\n") << 2;
    QTest::newRow("a length beyond double") << QByteArray("paper 1e400 50\n") << 1;
}

void TestPictureSample::scriptsThatMakeNoSense()
{
    QFETCH(QByteArray, script);
    QFETCH(int, line);
    const auto picture = SimulatedPicture::from(script.toStdString(), paintCalled, 1);
    QVERIFY(!picture);
    QCOMPARE(picture.error().line, line);
    QVERIFY(!picture.error().message.empty());
}

/// Three flat washes through a camera's faults come back nearly as they are; unlit edges and the table add a few.
void TestPictureSample::theMarshGivesItsColours()
{
    const auto picture = SimulatedPicture::from("paper 120 90\n"
                                                "area sky, PB29:1, 0.2 to 0.2, 0/0 120/0 120/30 0/30\n"
                                                "area reeds, PY43:1, 0.7 to 0.7, 0/30 120/30 120/60 0/60\n"
                                                "area mud, PBr7/burnt sienna:1, 1 to 1, 0/60 120/60 120/90 0/90\n",
                                                paintCalled, 3);
    const Scan scan = scanned(*picture, 100, DeviceFaults{});
    const auto found = pictureColours(colourCells(sampleOf(scan, sampleSide).pixels), 8);
    for (const double y : {15.0, 45.0, 75.0}) {
        const Lab wash = pickedColour(picture->at(60, y));
        QVERIFY2(
            std::ranges::any_of(found, [&](const PictureColour& colour) { return deltaE00(colour.colour, wash) < 6; }),
            qPrintable(QString::number(y)));
    }
}

IRIS_TEST(TestPictureSample, QGuiApplication)
#include "tst_picturesample.moc"
