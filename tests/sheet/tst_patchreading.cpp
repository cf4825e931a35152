#include "../testprogram.h"
#include "colour/deltae.h"
#include "colour/observer.h"
#include "sheet/patchreading.h"

#include <QCoreApplication>
#include <QtTest>
#include <random>

using namespace iris;

namespace {

int encoded(double linear)
{
    return std::clamp(static_cast<int>(std::lround(255 * srgbEncoded(linear))), 0, 255);
}

/// A picture whose light falls off as exp(-fall * u^2) from the left edge, over a reflectance.
template <typename Reflectance> QImage picture(int width, int height, double fall, Reflectance&& reflectance)
{
    QImage image(width, height, QImage::Format_RGB32);
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x) {
            const double u = static_cast<double>(x) / width;
            const double lamp = 0.9 * std::exp(-fall * u * u);
            const LinearRgb light = reflectance(x, y);
            image.setPixel(x, y,
                           qRgb(encoded(light.red * lamp), encoded(light.green * lamp), encoded(light.blue * lamp)));
        }
    return image;
}

LightField evenField(QSize size)
{
    return LightField::fitted(std::vector{PaperSample{0, 0, {1, 1, 1}}}, size, 1);
}

const QPolygonF wholePatch(QRectF(20, 20, 160, 160));
const LinearRgb blue{0.12, 0.2, 0.55};

} // namespace

class TestPatchReading : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void fallOfLightIsTakenOut();
    void aStainOnThePaperDoesNotBendTheField();
    void fewPatchesGiveASimplerField();
    void specksDoNotMoveTheColour();
    void aBloomDoesNotMoveTheColour();
    void grainIsAveragedInLight();
    void doubts_data();
    void doubts();
    void paperSetsTheWhite();
};

void TestPatchReading::fallOfLightIsTakenOut()
{
    const QImage image = picture(400, 300, 0.3, [](int x, int y) {
        const bool paint = x > 150 && x < 380 && y > 100 && y < 200;
        return paint ? blue : LinearRgb{0.8, 0.8, 0.75};
    });
    const Scan scan = Scan::of(image);
    const auto paper = findBarePaper(overviewOf(scan), scan.size());
    QVERIFY(paper);
    const ColourBasis basis{{}, Lab{95, 0, 2}, paper->field.meanPaper(), {}};
    const auto left = readPatch(scan, QPolygonF(QRectF(160, 110, 60, 80)), paper->field, basis);
    const auto right = readPatch(scan, QPolygonF(QRectF(310, 110, 60, 80)), paper->field, basis);
    QVERIFY2(deltaE00(left.colour, right.colour) < 0.4,
             qPrintable(QString::number(deltaE00(left.colour, right.colour))));
    const ColourBasis plain{{}, Lab{95, 0, 2}, {0.7, 0.7, 0.66}, {}};
    const LightField even = evenField(scan.size());
    QVERIFY(deltaE00(readPatch(scan, QPolygonF(QRectF(160, 110, 60, 80)), even, plain).colour,
                     readPatch(scan, QPolygonF(QRectF(310, 110, 60, 80)), even, plain).colour)
            > 2);
}

void TestPatchReading::aStainOnThePaperDoesNotBendTheField()
{
    std::vector<PaperSample> samples;
    for (int y = 0; y < 10; ++y)
        for (int x = 0; x < 10; ++x)
            samples.push_back({x * 100.0, y * 100.0, {0.8, 0.8, 0.8}});
    samples[35].light = {0.5, 0.4, 0.3};
    samples[36].light = {0.5, 0.4, 0.3};
    const LightField field = LightField::fitted(samples, {1000, 1000}, 6);
    QVERIFY(std::abs(field.paperAt(550, 350).red - 0.8) < 1e-3);
    QVERIFY(field.unevenness() < 0.01);
}

void TestPatchReading::fewPatchesGiveASimplerField()
{
    const std::vector<PaperSample> two{{0, 0, {0.8, 0.8, 0.8}}, {1000, 0, {0.6, 0.6, 0.6}}};
    const LightField constant = LightField::fitted(two, {1000, 1000}, two.size());
    QVERIFY(std::abs(constant.paperAt(0, 0).red - constant.paperAt(1000, 1000).red) < 1e-9);
    const std::vector<PaperSample> three{
        {0, 0, {0.8, 0.8, 0.8}}, {1000, 0, {0.4, 0.4, 0.4}}, {0, 1000, {0.8, 0.8, 0.8}}};
    const LightField plane = LightField::fitted(three, {1000, 1000}, three.size());
    QVERIFY(std::abs(plane.paperAt(1000, 500).red - 0.4) < 0.01);
}

void TestPatchReading::specksDoNotMoveTheColour()
{
    std::mt19937 random(4);
    std::vector<QPoint> specks;
    for (int i = 0; i < 25; ++i)
        specks.emplace_back(static_cast<int>(random() % 200), static_cast<int>(random() % 200));
    const auto plain = [](int, int) { return blue; };
    const auto specked = [&](int x, int y) {
        for (const QPoint speck : specks)
            if (std::hypot(x - speck.x(), y - speck.y()) < 4)
                return LinearRgb{0.02, 0.02, 0.02};
        return blue;
    };
    const LightField even = evenField({200, 200});
    const Lab clean = readPatch(Scan::of(picture(200, 200, 0, plain)), wholePatch, even, {}).colour;
    const Lab dirty = readPatch(Scan::of(picture(200, 200, 0, specked)), wholePatch, even, {}).colour;
    QVERIFY2(deltaE00(clean, dirty) < 0.5, qPrintable(QString::number(deltaE00(clean, dirty))));
}

/// A cauliflower over a tenth of the patch.
void TestPatchReading::aBloomDoesNotMoveTheColour()
{
    const auto plain = [](int, int) { return blue; };
    const auto bloomed = [](int x, int y) { return std::hypot(x - 60, y - 70) < 30 ? LinearRgb{0.3, 0.4, 0.7} : blue; };
    const LightField even = evenField({200, 200});
    const Lab clean = readPatch(Scan::of(picture(200, 200, 0, plain)), wholePatch, even, {}).colour;
    const PatchReading reading = readPatch(Scan::of(picture(200, 200, 0, bloomed)), wholePatch, even, {});
    QVERIFY2(deltaE00(clean, reading.colour) < 0.3, qPrintable(QString::number(deltaE00(clean, reading.colour))));
}

/// Half the pixels pale, half dark: the eye far away sees their mean light, not the commoner nor the middle one.
void TestPatchReading::grainIsAveragedInLight()
{
    const auto grain = [](int x, int y) { return (x * 7 + y * 13) % 10 < 3 ? LinearRgb{0.6, 0.6, 0.7} : blue; };
    const Lab read = readPatch(Scan::of(picture(200, 200, 0, grain)), wholePatch, evenField({200, 200}), {}).colour;
    const auto mixed = [&](double pale, double dark) { return 0.9 * (0.3 * pale + 0.7 * dark); };
    const Lab expected =
        toLab(toXyz(LinearRgb{mixed(0.6, blue.red), mixed(0.6, blue.green), mixed(0.7, blue.blue)}), d50White);
    QVERIFY2(deltaE00(read, expected) < 0.5, qPrintable(QString::number(deltaE00(read, expected))));
}

void TestPatchReading::doubts_data()
{
    QTest::addColumn<int>("expected");
    QTest::addColumn<QRectF>("region");
    QTest::addColumn<int>("what");
    QTest::newRow("nothing") << -1 << QRectF(20, 20, 160, 160) << 0;
    QTest::newRow("too small") << int(Doubt::TooSmall) << QRectF(20, 20, 8, 8) << 0;
    QTest::newRow("outside the picture") << int(Doubt::TooSmall) << QRectF(900, 20, 80, 80) << 0;
    QTest::newRow("clipped") << int(Doubt::Clipped) << QRectF(20, 20, 160, 160) << 1;
    QTest::newRow("two colours") << int(Doubt::TwoColours) << QRectF(20, 20, 160, 160) << 2;
    QTest::newRow("glare") << int(Doubt::Glare) << QRectF(20, 20, 160, 160) << 3;
    QTest::newRow("looks wet") << int(Doubt::LooksWet) << QRectF(20, 20, 160, 160) << 4;
    QTest::newRow("uneven") << int(Doubt::Uneven) << QRectF(20, 20, 160, 160) << 5;
}

void TestPatchReading::doubts()
{
    QFETCH(int, expected);
    QFETCH(QRectF, region);
    QFETCH(int, what);
    const auto paint = [what](int x, int y) {
        switch (what) {
        case 1: return LinearRgb{0.4, 0.3, 1.3};
        case 2: return x + y < 200 ? blue : LinearRgb{0.5, 0.2, 0.1};
        case 3: return (x / 12 + y / 12) % 8 == 0 ? LinearRgb{1.3, 1.3, 1.3} : blue;
        case 4: return (x / 6 % 8 == 0 && y / 6 % 8 == 0) ? LinearRgb{1.3, 1.3, 1.3} : blue;
        case 5: return LinearRgb{0.05 + 0.0012 * x, 0.1 + 0.0015 * x, 0.4 + 0.002 * x};
        default: return blue;
        }
    };
    const PatchReading reading =
        readPatch(Scan::of(picture(200, 200, 0, paint)), QPolygonF(region), evenField({200, 200}), {});
    const bool found = std::ranges::any_of(reading.doubts, [&](Doubt doubt) { return int(doubt) == expected; });
    QVERIFY(expected < 0 ? reading.doubts.empty() : found);
    if (expected >= 0) {
        QCOMPARE(reading.refused(), refuses(static_cast<Doubt>(expected)));
        QVERIFY(!describe(static_cast<Doubt>(expected)).empty());
    }
}

void TestPatchReading::paperSetsTheWhite()
{
    // A device with a yellow cast sees paper and paint alike through it.
    ColourBasis basis;
    basis.meanPaper = {0.7, 0.65, 0.4};
    basis.paper = Lab{95, 0, 2};
    QVERIFY(deltaE00(basis.colourOf(basis.meanPaper), *basis.paper) < 1e-6);
}

IRIS_TEST(TestPatchReading, QCoreApplication)
#include "tst_patchreading.moc"
