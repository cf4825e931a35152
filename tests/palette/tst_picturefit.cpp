#include "../testprogram.h"
#include "palette/picturefit.h"

#include "colour/deltae.h"
#include "colour/observer.h"
#include "palette/choicesession.h"
#include "palette/picturecolours.h"

#include <QtTest>

using namespace iris;

/// How a picture's values come to paper.
class TestPictureFit : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void watercolourGoesAsFarAsPaintersSay();
    void theEndsBecomeDarkestDarkAndPaper();
    void greysKeepTheirOrder();
    void middleValuesHardlyMove();
    void fogStaysFog();
    void noColourIsCleanerThanPaint();
    void tubesReachNoFartherThanPaint();
    void whiteGreyAndBlackAreAnswered_data();
    void whiteGreyAndBlackAreAnswered();
    void aPictureOfOneColour();
    void tellsWhyPaintDoesNotReach_data();
    void tellsWhyPaintDoesNotReach();
};

namespace {

/// A picture that holds every grey between two values, and some colours.
ColourCells between(double darkest, double lightest, const std::vector<Lab>& colours = {})
{
    std::vector<Lab> pixels = colours;
    for (int i = 0; i <= 200; ++i)
        pixels.push_back({darkest + (lightest - darkest) * i / 200, 0, 0});
    return colourCells(pixels);
}

const PaintRange& watercolour()
{
    return PaintRange::ofWatercolour({});
}

} // namespace

/// Darks of watercolour lie at L* 15 to 20 (data/reference/README.md), and yellow is cleanest where it is light, blue
/// where it is dark (trade facts 30).
void TestPictureFit::watercolourGoesAsFarAsPaintersSay()
{
    QVERIFY(watercolour().darkest() > 14 && watercolour().darkest() < 22);
    QVERIFY(watercolour().paper().l > 94);
    QVERIFY(watercolour().mostChroma(88, 95) > 70);
    QVERIFY(watercolour().mostChroma(35, 95) < 0.5 * watercolour().mostChroma(88, 95));
    QVERIFY(watercolour().mostChroma(35, 280) > 45);
    QVERIFY(watercolour().mostChroma(92, 280) < 0.3 * watercolour().mostChroma(35, 280));
}

void TestPictureFit::theEndsBecomeDarkestDarkAndPaper()
{
    const ColourCells picture = between(0, 100);
    const ColourCells laid = PictureFitting(picture, watercolour()).laid(picture);
    QVERIFY(std::abs(darkestOf(laid).l - watercolour().darkest()) < 0.5);
    QVERIFY(deltaE00(lightestOf(laid), watercolour().paper()) < 0.5);
    QCOMPARE(laid.shares, picture.shares);
    QCOMPARE(laid.place, picture.place);
}

void TestPictureFit::greysKeepTheirOrder()
{
    const PictureFitting fitting(between(0, 100), watercolour());
    for (double l = 1; l < 100; l += 0.5)
        QVERIFY(fitting.at({l, 0, 0}).l >= fitting.at({l - 0.5, 0, 0}).l);
    for (double l = 10; l < 98; l += 0.5)
        QVERIFY(fitting.at({l, 0, 0}).l > fitting.at({l - 0.5, 0, 0}).l + 0.1);
}

void TestPictureFit::middleValuesHardlyMove()
{
    const PictureFitting fitting(between(0, 100), watercolour());
    for (double l = 40; l < 75; l += 5)
        QVERIFY2(std::abs(fitting.at({l, 0, 0}).l - l) < 3, qPrintable(QString::number(l)));
}

void TestPictureFit::fogStaysFog()
{
    const ColourCells fog = between(55, 84, {{70, 4, 6}, {62, -6, 2}});
    const ColourCells laid = PictureFitting(fog, watercolour()).laid(fog);
    for (std::size_t i = 0; i < fog.colours.size(); ++i)
        QVERIFY(deltaE00(fog.colours[i], laid.colours[i]) < 0.3); // a little of the paper's tint
}

void TestPictureFit::noColourIsCleanerThanPaint()
{
    const PictureFitting fitting(between(0, 100), watercolour());
    for (double l = 5; l < 100; l += 10)
        for (double hue = 5; hue < 360; hue += 10) {
            const Lch laid = toLch(fitting.at(toLab(Lch{l, 110, hue})));
            QVERIFY(laid.chroma <= watercolour().mostChroma(laid.l, laid.hueDegrees) + 1e-9);
            QCOMPARE(beyondPaint(toLab(laid), 0.5, watercolour()), BeyondPaint::No);
        }
}

void TestPictureFit::tubesReachNoFartherThanPaint()
{
    std::vector<Paint> earths;
    for (const char* id : {"PY43", "PBr7/burnt sienna", "PB29"})
        earths.push_back(paintOf(**ReferenceTable::shipped().find(id)));
    const PaintRange own = PaintRange::of(earths, usualHandling);
    QVERIFY(own.darkest() >= watercolour().darkest() - 0.1);
    for (double l = 20; l < 95; l += 5)
        for (double hue = 5; hue < 360; hue += 10)
            QVERIFY(own.mostChroma(l, hue) <= watercolour().mostChroma(l, hue) + 1e-9);
    QVERIFY(own.mostChroma(60, 150) < 0.5 * watercolour().mostChroma(60, 150)); // no bright green of these
    const PaintRange none = PaintRange::of({}, usualHandling);
    QCOMPARE(none.darkest(), none.paper().l);
    QVERIFY(std::isfinite(PictureFitting(between(0, 100), none).at({50, 20, 20}).l));
}

void TestPictureFit::whiteGreyAndBlackAreAnswered_data()
{
    QTest::addColumn<double>("yellow");
    QTest::newRow("on white paper") << 0.0;
    QTest::newRow("on cream paper") << 10.0;
}

/// White is left, whatever the paper; a middle grey is mixed in one go, and the darkest dark is reached: creamy, or in
/// two layers.
void TestPictureFit::whiteGreyAndBlackAreAnswered()
{
    std::vector<Lab> pixels = std::vector<Lab>(300, {100, 0, 0});
    pixels.insert(pixels.end(), 300, {50, 0, 0});
    pixels.insert(pixels.end(), 300, {0, 0, 0});
    const ColourCells picture = colourCells(pixels);
    QFETCH(double, yellow);
    Handling handling;
    if (yellow > 0)
        handling.paper = Paper(Lab{92, 1, yellow});
    const ColourCells laid = PictureFitting(picture, PaintRange::ofWatercolour(handling.paper)).laid(picture);
    const std::vector<Need> needs = needsFor(pictureColours(laid, 3));
    QCOMPARE(needs.size(), 3U);
    QVERIFY(deltaE00(needs[0].target, handling.paper.white()) < 1);
    std::vector<Paint> paints;
    for (const char* id : {"PB29", "PBr7/burnt sienna", "PR179", "PG7"})
        paints.push_back(paintOf(**ReferenceTable::shipped().find(id)));
    ChoiceSession session(paints, needs, handling);
    const auto choice = session.choose({});
    QVERIFY(choice && !choice->sets.empty());
    const auto& answers = choice->sets.front().answers;
    QVERIFY(std::ranges::all_of(answers, &NeedAnswer::met));
    QVERIFY(answers[0].match.recipe.isBarePaper());
    QVERIFY(deltaE00(answers[0].match.colour, handling.paper.white()) < 0.05);
    QVERIFY(!isLaidTwice(answers[1].match.recipe.wash) && answers[1].match.recipe.wash < 1);
    QVERIFY(answers[2].match.recipe.wash >= 1);
}

void TestPictureFit::aPictureOfOneColour()
{
    for (const Lab& colour : {Lab{0, 0, 0}, Lab{50, 10, 10}, Lab{100, 0, 0}}) {
        const ColourCells picture = colourCells(std::vector<Lab>(9, colour)); // 3 by 3 pixels
        const Lab laid = PictureFitting(picture, watercolour()).at(colour);
        QVERIFY(laid.l >= watercolour().darkest() - 1e-9 && laid.l <= watercolour().paper().l + 1e-9);
    }
    QCOMPARE(PictureFitting(ColourCells{}, watercolour()).at({3, 4, 5}), (Lab{3, 4, 5}));
}

void TestPictureFit::tellsWhyPaintDoesNotReach_data()
{
    QTest::addColumn<double>("l");
    QTest::addColumn<double>("chroma");
    QTest::addColumn<double>("hue");
    QTest::addColumn<int>("why");
    QTest::newRow("black") << 2.0 << 0.0 << 0.0 << int(BeyondPaint::TooDark);
    QTest::newRow("a near-black that is painted") << 22.0 << 3.0 << 280.0 << int(BeyondPaint::No);
    QTest::newRow("a glowing white") << 104.0 << 0.0 << 0.0 << int(BeyondPaint::TooLight);
    QTest::newRow("the green of a lamp") << 85.0 << 110.0 << 140.0 << int(BeyondPaint::TooClean);
    QTest::newRow("an ochre") << 65.0 << 45.0 << 78.0 << int(BeyondPaint::No);
}

void TestPictureFit::tellsWhyPaintDoesNotReach()
{
    QFETCH(double, l);
    QFETCH(double, chroma);
    QFETCH(double, hue);
    QFETCH(int, why);
    QCOMPARE(int(beyondPaint(toLab(Lch{l, chroma, hue}), 4, watercolour())), why);
}

IRIS_TEST(TestPictureFit, NoApplication)
#include "tst_picturefit.moc"
