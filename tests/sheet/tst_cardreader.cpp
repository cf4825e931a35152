#include "../testprogram.h"
#include "colour/deltae.h"
#include "colour/observer.h"
#include "madedevices.h"
#include "paint/paint.h"
#include "sheet/cardreader.h"

#include <QCoreApplication>
#include <QtTest>
#include <atomic>
#include <mutex>
#include <random>
#include <thread>

using namespace iris;

namespace {

constexpr double cardDpi = 150;
constexpr double cardPerMm = cardDpi / 25.4;

/// A made-up painter's card of one row of the table, and everything that is true of it.
struct Painted {
    CardPainting painting;
    int staining = 0;
    int granulation = 0;
};

Painted paintedCard(unsigned seed, const Film& film)
{
    std::mt19937 random(seed * 13 + 1);
    std::uniform_real_distribution<double> share(0, 1);
    constexpr std::array left{0.05, 0.2, 0.45, 0.8};
    constexpr std::array grain{0.01, 0.06, 0.15, 0.3};
    Painted card;
    card.staining = static_cast<int>(random() % 4);
    card.granulation = static_cast<int>(random() % 4);
    card.painting.film = film;
    card.painting.shareLeft = left[static_cast<std::size_t>(card.staining)] * (0.9 + 0.2 * share(random));
    card.painting.grain = grain[static_cast<std::size_t>(card.granulation)];
    card.painting.blooms = static_cast<double>(random() % 3);
    card.painting.specks = static_cast<int>(random() % 40);
    card.painting.unevenness = 0.02 + 0.04 * share(random);
    card.painting.paper = {95 + 1.5 * share(random), -0.5 + share(random), 3 * share(random)};
    card.painting.seed = seed;
    return card;
}

Film filmOf(const char* pigment)
{
    const ReferencePigment& row = **ReferenceTable::shipped().find(pigment);
    return rebuildFilm({row.full, row.thin, row.overBlack}).film;
}

struct CardFigures {
    std::mutex mutex;
    std::vector<double> apart;
    int coveredWithoutChart = 0;
    int colours = 0;
    int cards = 0;
    int transparencyRight = 0;
    int stainingRight = 0;
    int granulationRight = 0;
    QStringList notRead;
    QStringList wronglyStaining;
};

std::array<Lab, 3> coloursOf(const Swatch& swatch)
{
    return {swatch.full, swatch.thin, swatch.overBlack};
}

/// Ten cards go through each device, which a chart has set right once.
constexpr unsigned cardsADevice = 10;

void readOneCard(unsigned seed, const std::vector<DeviceCorrection>& devices, CardFigures& figures)
{
    const auto& rows = ReferenceTable::shipped().pigments();
    const ReferencePigment& row = rows[(seed * 37) % rows.size()];
    const Painted painted = paintedCard(seed, rebuildFilm({row.full, row.thin, row.overBlack}).film);
    const SimulatedCard card(painted.painting);
    const unsigned device = seed / cardsADevice;
    const Scan scan = scanned(card, cardDpi, scannerFaults(device, seed));
    // White paint on white paper cannot be found; there the painter marks the card.
    const CardRegions regions = row.family == HueFamily::White ? standardRegions(cardPerMm) : CardRegions{};
    CardOptions options;
    options.device = devices[device];
    const auto reading = readCard(scan, regions, options);
    const auto plain = readCard(scan, regions, {});
    const std::scoped_lock lock(figures.mutex);
    const bool white = row.family == HueFamily::White; // lifting cannot be seen on it
    if (!reading || !reading->swatch || !plain || !plain->painted || (!reading->shareLeft && !white)) {
        figures.notRead << QString::fromStdString(row.id());
        return;
    }
    ++figures.cards;
    const auto truth = coloursOf(card.truth());
    const auto read = coloursOf(*reading->painted);
    const auto readPlain = coloursOf(*plain->painted);
    for (std::size_t i = 0; i < 3; ++i) {
        figures.apart.push_back(deltaE00(truth[i], read[i]));
        figures.coveredWithoutChart += deltaE00(truth[i], readPlain[i]) <= plain->uncertainty;
        ++figures.colours;
    }
    const Swatch onWhite = onWhitePaper(card.truth(), card.paper());
    figures.transparencyRight += transparencyOf(onWhite, rebuildFilm(onWhite).film).kind
                                 == transparencyOf(*reading->swatch, reading->film->film).kind;
    const bool right = !reading->shareLeft || stainingOf(*reading->shareLeft) == painted.staining;
    figures.stainingRight += right;
    if (!right)
        figures.wronglyStaining << QString::fromStdString(row.id());
    figures.granulationRight += !reading->grain || granulationOf(reading->grain->total()) == painted.granulation;
}

CardPainting plainCard(const char* pigment)
{
    CardPainting painting;
    painting.film = filmOf(pigment);
    return painting;
}

} // namespace

class TestCardReader : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void manyCards();
    void photographsAreFoundAndRead();
    void anyRotationIsFound();
    void whatThePainterMarksWins();
    void wetShineIsNoticed();
    void glareIsRefused();
    void aBlurredLineIsRefused();
    void withoutMarginItSaysSo();
    void canBeStopped();
    void paperMarkedBeyondThePictureIsRefused();
    void otherPapersComeOutTheSame();
    void chartFaults_data();
    void chartFaults();
};

/// The figures asked of the reading: half within 0.8 and 95 in a hundred within 2.2 with a twelve-patch chart; without
/// one the stated uncertainty holds for two thirds; transparency and staining right for 95 in a hundred.
void TestCardReader::manyCards()
{
    // Forty show the same as two hundred, in a fifth of the time; IRIS_MANY asks for them all.
    const unsigned cards = qEnvironmentVariableIsSet("IRIS_MANY") ? 200 : 40;
    std::vector<DeviceCorrection> devices;
    for (unsigned device = 0; device < cards / cardsADevice; ++device)
        devices.push_back(calibrated(device).value());
    CardFigures figures;
    std::atomic<unsigned> next = 0;
    std::vector<std::jthread> workers;
    for (unsigned i = 0; i < std::max(1U, std::thread::hardware_concurrency()); ++i)
        workers.emplace_back([&] {
            for (unsigned seed = next++; seed < cards; seed = next++)
                readOneCard(seed, devices, figures);
        });
    workers.clear();
    std::ranges::sort(figures.apart);
    const auto at = [&](double share) {
        return figures.apart[static_cast<std::size_t>(share * static_cast<double>(figures.apart.size() - 1))];
    };
    qInfo().noquote() << "cards" << figures.cards << "median" << at(0.5) << "p95" << at(0.95) << "worst" << at(1)
                      << "covered without a chart" << 100.0 * figures.coveredWithoutChart / figures.colours
                      << "% transparency" << figures.transparencyRight << "staining" << figures.stainingRight
                      << "granulation" << figures.granulationRight << "not read" << figures.notRead << "staining of"
                      << figures.wronglyStaining;
    QVERIFY(figures.notRead.size() <= cards / 50);
    QVERIFY(at(0.5) < 0.8);
    QVERIFY(at(0.95) < 2.2);
    QVERIFY(figures.coveredWithoutChart >= 0.68 * figures.colours);
    QVERIFY(figures.transparencyRight >= 0.95 * figures.cards);
    QVERIFY(figures.stainingRight >= 0.95 * figures.cards);
    QVERIFY(figures.granulationRight >= 0.95 * figures.cards);
}

void TestCardReader::photographsAreFoundAndRead()
{
    std::vector<double> apart;
    for (const unsigned seed : {3U, 5U, 8U, 12U}) {
        const SimulatedCard card(paintedCard(seed, filmOf("PB29")).painting);
        CardOptions options;
        options.device = calibrated(1).value();
        options.paperWhite = card.paper();
        const auto reading = readCard(photographed(card, 1600, cameraFaults(1, seed)), {}, options);
        QVERIFY2(reading && reading->painted && reading->lifted, "a tilted photograph was not found");
        const auto read = coloursOf(*reading->painted);
        for (std::size_t i = 0; i < 3; ++i)
            apart.push_back(deltaE00(coloursOf(card.truth())[i], read[i]));
    }
    std::ranges::sort(apart);
    QVERIFY2(apart[apart.size() / 2] < 0.8 && apart.back() < 3, qPrintable(QString::number(apart.back())));
}

void TestCardReader::anyRotationIsFound()
{
    const SimulatedCard card(plainCard("PR101/transparent red oxide"));
    const Scan upright = scanned(card, cardDpi, {});
    const auto expected = readCard(upright, {}, {});
    QVERIFY(expected && expected->painted && expected->lifted);
    for (const int turn : {90, 180, 270}) {
        const Scan turned = Scan::of(upright.image().transformed(QTransform().rotate(turn)), cardPerMm);
        const auto reading = readCard(turned, {}, {});
        QVERIFY(reading && reading->painted && reading->lifted);
        QVERIFY(deltaE00(reading->painted->full, expected->painted->full) < 0.5);
        QVERIFY(deltaE00(reading->painted->thin, expected->painted->thin) < 0.5);
        QVERIFY(deltaE00(reading->painted->overBlack, expected->painted->overBlack) < 0.5);
        QVERIFY(deltaE00(reading->lifted->colour, expected->lifted->colour) < 0.5);
    }
}

void TestCardReader::whatThePainterMarksWins()
{
    const SimulatedCard card(plainCard("PB29"));
    const Scan scan = scanned(card, cardDpi, {});
    CardRegions wrong;
    wrong.full = standardRegions(cardPerMm).thin; // marked by mistake
    const auto reading = readCard(scan, wrong, {});
    QVERIFY(reading && reading->full && reading->thin);
    QVERIFY(deltaE00(reading->full->colour, reading->thin->colour) < 1);
    QCOMPARE(reading->regions.full, wrong.full);
}

void TestCardReader::wetShineIsNoticed()
{
    CardPainting painting = plainCard("PB29");
    QVERIFY(!readCard(scanned(SimulatedCard(painting), cardDpi, {}), {}, {})->looksWet());
    painting.wetShine = 0.1;
    const auto reading = readCard(scanned(SimulatedCard(painting), cardDpi, {}), standardRegions(cardPerMm), {});
    QVERIFY(reading && reading->full);
    QVERIFY(reading->looksWet());
}

void TestCardReader::glareIsRefused()
{
    CardPainting painting = plainCard("PB29");
    painting.wetShine = 0.6;
    const auto reading = readCard(scanned(SimulatedCard(painting), cardDpi, {}), standardRegions(cardPerMm), {});
    QVERIFY(reading && reading->full && reading->full->refused());
    QVERIFY(!reading->swatch);
}

void TestCardReader::aBlurredLineIsRefused()
{
    DeviceFaults faults;
    const SimulatedCard card(plainCard("PY150"));
    const auto sharp = readCard(scanned(card, cardDpi, faults), standardRegions(cardPerMm), {});
    QVERIFY(sharp && sharp->overBlack && !sharp->overBlack->refused());
    faults.blurMm = 2.2;
    const auto blurred = readCard(scanned(card, cardDpi, faults), standardRegions(cardPerMm), {});
    QVERIFY(blurred && blurred->overBlack && blurred->overBlack->refused());
    QVERIFY(!blurred->swatch && blurred->full && !blurred->full->refused());
}

void TestCardReader::withoutMarginItSaysSo()
{
    QImage image(600, 400, QImage::Format_RGB32);
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x)
            image.setPixel(x, y, qRgb((x * 7919 + y * 104729) % 255, (x * 31 + y * 17) % 255, (x ^ y) % 255));
    const auto reading = readCard(Scan::of(image), {}, {});
    QVERIFY(!reading || !reading->painted);
    const auto tiny = readCard(Scan::of(QImage(12, 9, QImage::Format_RGB32)), {}, {});
    QVERIFY(!tiny);
    QCOMPARE(tiny.error().code, ErrorCode::BadPicture);
}

void TestCardReader::paperMarkedBeyondThePictureIsRefused()
{
    const Scan scan = scanned(SimulatedCard(plainCard("PB29")), cardDpi, {});
    CardRegions regions;
    const QRectF beyond(scan.size().width() + 50, 10, 200, 200);
    regions.paper = {QPolygonF(beyond)};
    const auto reading = readCard(scan, regions, {});
    QVERIFY(!reading && reading.error().code == ErrorCode::BadPicture);
    QVERIFY(reading.error().message.find("beyond the picture") != std::string::npos);
    regions.paper.push_back(QPolygonF(QRectF(20, 20, 60, 60))); // one that can be read is enough
    QVERIFY(readCard(scan, regions, {}));
}

void TestCardReader::canBeStopped()
{
    std::stop_source source;
    CardOptions options;
    options.stop = source.get_token();
    QStringList said;
    options.progress = [&](const char* doing) {
        said << doing;
        source.request_stop();
    };
    const auto reading = readCard(scanned(SimulatedCard(plainCard("PB29")), cardDpi, {}), {}, options);
    QVERIFY(!reading);
    QCOMPARE(reading.error().code, ErrorCode::Stopped);
    QCOMPARE(said.size(), 1);
}

/// One film on a white and on a cream paper: the swatches that go into the notebook agree.
void TestCardReader::otherPapersComeOutTheSame()
{
    CardPainting painting = plainCard("PR122");
    painting.unevenness = 0;
    CardOptions options;
    options.paperWhite = painting.paper;
    const auto white = readCard(scanned(SimulatedCard(painting), cardDpi, {}), {}, options);
    painting.paper = {92, 1, 9};
    options.paperWhite = painting.paper;
    const auto cream = readCard(scanned(SimulatedCard(painting), cardDpi, {}), {}, options);
    QVERIFY(white && white->swatch && cream && cream->swatch);
    QVERIFY(deltaE00(white->painted->thin, cream->painted->thin) > 4);
    QVERIFY(deltaE00(white->swatch->thin, cream->swatch->thin) < 1);
    QVERIFY(deltaE00(white->swatch->full, cream->swatch->full) < 1);
}

void TestCardReader::chartFaults_data()
{
    QTest::addColumn<int>("patches");
    QTest::addColumn<int>("columns");
    QTest::addColumn<bool>("backwards");
    QTest::addColumn<QString>("says");
    QTest::newRow("eight patches") << 8 << 4 << false << "12 patches";
    QTest::newRow("the file counts otherwise") << 12 << 5 << false << "but the chart is";
    QTest::newRow("upside down") << 12 << 4 << true << "right way up";
}

void TestCardReader::chartFaults()
{
    QFETCH(int, patches);
    QFETCH(int, columns);
    QFETCH(bool, backwards);
    QFETCH(QString, says);
    std::vector<Lab> colours = SimulatedChart::twelvePatches();
    colours.resize(static_cast<std::size_t>(patches));
    const SimulatedChart chart(colours, 4);
    CgatsFile truth;
    if (backwards)
        std::ranges::reverse(colours);
    for (const Lab& patch : colours)
        truth.samples.push_back({"patch", patch, {}});
    const ChartPlace place{chart.cornersAt(cardPerMm), columns, patches / 4};
    const auto correction = readChart(scanned(chart, cardDpi, {}), place, truth);
    QVERIFY(!correction);
    QVERIFY2(QString::fromStdString(correction.error().message).contains(says), correction.error().message.c_str());
}

IRIS_TEST(TestCardReader, QCoreApplication)
#include "tst_cardreader.moc"
