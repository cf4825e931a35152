#include "../testprogram.h"
#include "palette/picturecolours.h"

#include "colour/deltae.h"

#include <QtTest>
#include <numeric>
#include <opencv2/core.hpp>
#include <random>

using namespace iris;

/// The colours a picture is made of: pictures of known colours, and the clusters against a general library's k-means
/// (OpenCV, cv::kmeans with the starts of Arthur and Vassilvitskii, "k-means++", 2007).
class TestPictureColours : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void cellsHoldThePicture();
    void spreadIsNoWorseThanTheReferences_data();
    void spreadIsNoWorseThanTheReferences();
    void findsTheColoursOfAKnownPicture();
    void keepsASmallVividAccentAndNotASpeck();
    void theEndsAreAlwaysThere();
    void smallPictures();
    void splitsInTwo();
};

namespace {

/// A patch of a colour with a painter's unevenness.
void paint(std::vector<Lab>& pixels, const Lab& colour, std::size_t count, double uneven, std::mt19937& random)
{
    std::normal_distribution<double> off(0, uneven);
    for (std::size_t i = 0; i < count; ++i)
        pixels.push_back({colour.l + off(random), colour.a + off(random), colour.b + off(random)});
}

std::vector<Lab> randomPicture(unsigned seed, int blobs, double uneven)
{
    std::mt19937 random(seed);
    std::uniform_real_distribution<double> share(0, 1);
    std::vector<Lab> pixels;
    for (int i = 0; i < blobs; ++i)
        paint(pixels, {28 + 55 * share(random), 100 * share(random) - 50, 120 * share(random) - 50},
              300 + random() % 4000, uneven, random);
    return pixels;
}

double referenceSpread(const std::vector<Lab>& pixels, int count, std::vector<Lab>& middles)
{
    cv::Mat samples(int(pixels.size()), 3, CV_32F);
    for (int i = 0; i < samples.rows; ++i) {
        const Lab& pixel = pixels[std::size_t(i)];
        samples.at<float>(i, 0) = float(pixel.l);
        samples.at<float>(i, 1) = float(pixel.a);
        samples.at<float>(i, 2) = float(pixel.b);
    }
    cv::Mat labels;
    cv::Mat centres;
    cv::theRNG().state = 12345;
    cv::kmeans(samples, count, labels, cv::TermCriteria(cv::TermCriteria::COUNT, 60, 0), 8, cv::KMEANS_PP_CENTERS,
               centres);
    for (int i = 0; i < centres.rows; ++i)
        middles.push_back({centres.at<float>(i, 0), centres.at<float>(i, 1), centres.at<float>(i, 2)});
    return clusterSpread(colourCells(pixels), middles);
}

const PictureColour* near(const std::vector<PictureColour>& colours, const Lab& wanted, double apart)
{
    for (const PictureColour& colour : colours)
        if (deltaE00(colour.colour, wanted) < apart)
            return &colour;
    return nullptr;
}

} // namespace

void TestPictureColours::cellsHoldThePicture()
{
    const std::vector<Lab> pixels = randomPicture(1, 6, 5);
    const ColourCells cells = colourCells(pixels);
    QVERIFY(cells.colours.size() < pixels.size() / 2);
    QCOMPARE(cells.place.size(), pixels.size());
    QVERIFY(std::abs(std::accumulate(cells.shares.begin(), cells.shares.end(), 0.0) - 1) < 1e-9);
    Lab whole{0, 0, 0};
    for (std::size_t i = 0; i < pixels.size(); ++i) {
        QVERIFY(deltaE76(pixels[i], cells.colours[cells.place[i]]) < 2 * std::sqrt(3.0));
        whole.l += pixels[i].l / double(pixels.size());
    }
    double sum = 0;
    for (std::size_t i = 0; i < cells.colours.size(); ++i)
        sum += cells.shares[i] * cells.colours[i].l;
    QVERIFY(std::abs(sum - whole.l) < 1e-6);
}

void TestPictureColours::spreadIsNoWorseThanTheReferences_data()
{
    QTest::addColumn<unsigned>("seed");
    QTest::addColumn<int>("blobs");
    QTest::addColumn<int>("count");
    for (unsigned seed = 1; seed <= 12; ++seed)
        QTest::addRow("picture %u", seed) << seed << 4 + int(seed) << 3 + int(seed % 5) * 3;
}

void TestPictureColours::spreadIsNoWorseThanTheReferences()
{
    QFETCH(unsigned, seed);
    QFETCH(int, blobs);
    QFETCH(int, count);
    const std::vector<Lab> pixels = randomPicture(seed, blobs, 6);
    const ColourCells cells = colourCells(pixels);
    const std::vector<Lab> ours = clusterMiddles(cells, std::size_t(count));
    std::vector<Lab> theirs;
    const double reference = referenceSpread(pixels, count, theirs);
    QCOMPARE(ours.size(), std::size_t(count));
    // Both are local searches; the reference has eight tries.
    QVERIFY2(clusterSpread(cells, ours) < 1.05 * reference,
             qPrintable(QString("%1 against %2").arg(clusterSpread(cells, ours)).arg(reference)));
}

/// Eight washes in known shares come back, to within their unevenness.
void TestPictureColours::findsTheColoursOfAKnownPicture()
{
    const std::vector<std::pair<Lab, std::size_t>> known{
        {{86, -2, -6}, 9000}, {{62, -4, -22}, 6000}, {{52, 3, 22}, 5000},  {{34, -8, 14}, 4000},
        {{70, 8, 38}, 3000},  {{24, 2, 2}, 1200},    {{58, 14, 10}, 2000}, {{96, 0, 2}, 900}};
    std::mt19937 random(5);
    std::vector<Lab> pixels;
    std::size_t all = 0;
    for (const auto& [colour, count] : known) {
        paint(pixels, colour, count, 1.2, random);
        all += count;
    }
    const auto found = pictureColours(colourCells(pixels), 12);
    for (const auto& [colour, count] : known) {
        const PictureColour* mine = near(found, colour, 3);
        QVERIFY2(mine, qPrintable(QString("L %1 a %2 b %3").arg(colour.l).arg(colour.a).arg(colour.b)));
        QVERIFY(std::abs(mine->share - double(count) / double(all)) < 0.01);
    }
    QCOMPARE(found.size(), known.size());
    QVERIFY(std::ranges::is_sorted(found, std::greater<>(), [](const auto& colour) { return colour.colour.l; }));
    QCOMPARE(found.front().role, PictureRole::Lightest);
    QCOMPARE(found.back().role, PictureRole::Darkest);
}

void TestPictureColours::keepsASmallVividAccentAndNotASpeck()
{
    std::mt19937 random(6);
    std::vector<Lab> pixels;
    for (int grey = 0; grey < 9; ++grey)
        paint(pixels, {20.0 + 9 * grey, -2, 4.0 + grey}, 6000, 2, random);
    const Lab berry{42, 58, 32};
    std::vector<Lab> withAccent = pixels;
    paint(withAccent, berry, 70, 1, random); // 0.13 % of the picture
    const auto found = pictureColours(colourCells(withAccent), 10);
    const PictureColour* accent = near(found, berry, 4);
    QVERIFY(accent);
    QCOMPARE(accent->role, PictureRole::Accent);
    QVERIFY(found.size() <= 10);
    std::vector<Lab> withSpeck = pixels;
    paint(withSpeck, berry, 4, 1, random);
    QVERIFY(!near(pictureColours(colourCells(withSpeck), 10), berry, 10));
}

void TestPictureColours::theEndsAreAlwaysThere()
{
    for (unsigned seed = 20; seed < 30; ++seed) {
        std::vector<Lab> pixels = randomPicture(seed, 12, 4);
        std::mt19937 random(seed);
        paint(pixels, {9, 1, 1}, pixels.size() / 90, 0.5, random);
        paint(pixels, {98, 0, 2}, pixels.size() / 90, 0.5, random);
        for (const std::size_t most : {std::size_t(2), std::size_t(5), std::size_t(12)}) {
            const auto found = pictureColours(colourCells(pixels), most);
            QVERIFY(found.size() <= most);
            QVERIFY(near(found, {9, 1, 1}, 3));
            QVERIFY(near(found, {98, 0, 2}, 3));
            double sum = 0;
            for (const PictureColour& colour : found)
                sum += colour.share;
            QVERIFY(std::abs(sum - 1) < 1e-9);
        }
    }
}

void TestPictureColours::smallPictures()
{
    QVERIFY(pictureColours(colourCells({}), 8).empty());
    const std::vector<Lab> one{{50, 10, 10}};
    QCOMPARE(pictureColours(colourCells(one), 8).size(), 1U);
    const std::vector<Lab> even(1000, Lab{50, 10, 10});
    QCOMPARE(pictureColours(colourCells(even), 8).size(), 1U);
    const std::vector<Lab> two{{10, 0, 0}, {90, 0, 0}};
    QCOMPARE(pictureColours(colourCells(two), 8).size(), 2U);
    QVERIFY(splitColour(colourCells(even), std::array{Lab{50, 10, 10}}, 0).empty());
}

void TestPictureColours::splitsInTwo()
{
    std::mt19937 random(7);
    std::vector<Lab> pixels;
    paint(pixels, {40, -12, 18}, 2000, 1, random);
    paint(pixels, {52, -4, 30}, 1500, 1, random);
    paint(pixels, {80, 0, -10}, 3000, 1, random);
    const std::vector<Lab> colours{{45, -9, 23}, {80, 0, -10}};
    const auto two = splitColour(colourCells(pixels), colours, 0);
    QCOMPARE(two.size(), 2U);
    QVERIFY(std::ranges::any_of(two, [](const Lab& lab) { return deltaE00(lab, {40, -12, 18}) < 1; }));
    QVERIFY(std::ranges::any_of(two, [](const Lab& lab) { return deltaE00(lab, {52, -4, 30}) < 1; }));
}

IRIS_TEST(TestPictureColours, NoApplication)
#include "tst_picturecolours.moc"
