#include "../testprogram.h"
#include "palette/box.h"

#include "../mixing/referencepaints.h"
#include "colour/deltae.h"
#include "finding/puddle.h"
#include "mixing/matching.h"

#include <QtTest>

using namespace iris;

/// The chosen tubes as they lie in a box, and what painting with them takes.
class TestBox : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void aSplitPrimaryLiesFamilyOverFamily();
    void eachOrder_data();
    void eachOrder();
    void sizes();
    void nothingIsLostAndNothingTwice();
    void whatDoesNotFitIsTold();
    void paintByHand();
    void swatchingTime();
    void wheelIsWhatTheTubesMix();
    void namesParseBack();
};

namespace {

std::vector<Paint> paintsOf(std::initializer_list<const char*> pigments)
{
    std::vector<Paint> paints;
    for (const char* pigment : pigments)
        paints.push_back(referencePaint(pigment));
    return paints;
}

std::vector<std::string> codesIn(const BoxLayout& box, std::span<const Paint> paints)
{
    std::vector<std::string> codes;
    for (const auto& pan : box.pans)
        codes.push_back(pan ? textOf(paints[*pan].codes) : "");
    return codes;
}

} // namespace

/// Common practice: the two yellows above one another, the two reds, the two blues; the row on top leans onward.
void TestBox::aSplitPrimaryLiesFamilyOverFamily()
{
    const auto paints = paintsOf({"PB29", "PY3", "PR255", "PB15:3", "PV19/rose", "PY83"});
    const BoxLayout box = laidOut(paints, {BoxOrder::Lean, PanSize::Half, 6}).value();
    QCOMPARE(box.rows(), 2U);
    QCOMPARE(box.columns, 3U);
    QCOMPARE(codesIn(box, paints), (std::vector<std::string>{"PY83", "PV19", "PB15:3", "PY3", "PR255", "PB29"}));
}

void TestBox::eachOrder_data()
{
    QTest::addColumn<int>("order");
    QTest::addColumn<QString>("wanted");
    // Yellow, red, blue, green, an earth, a black, in a box for six; by hue the earth lies between yellow and red.
    QTest::newRow("hue") << int(BoxOrder::Hue) << "PY3 PBr7 PR255 PB29 PG7 PBk9";
    QTest::newRow("habit") << int(BoxOrder::Habit) << "PY3 PR255 PB29 PG7 PBr7 PBk9";
}

void TestBox::eachOrder()
{
    QFETCH(int, order);
    QFETCH(QString, wanted);
    const auto paints = paintsOf({"PG7", "PBk9", "PB29", "PBr7", "PR255", "PY3"});
    const BoxLayout box = laidOut(paints, {BoxOrder(order)}).value();
    QStringList codes;
    for (const auto& code : codesIn(box, paints))
        codes << QString::fromStdString(code);
    QCOMPARE(codes.join(' '), wanted);
}

void TestBox::sizes()
{
    const auto one = paintsOf({"PB29"});
    QCOMPARE(laidOut(one).value().pans.size(), 6U);
    const BoxLayout wide = laidOut(one, {BoxOrder::Hue, PanSize::Half, 24}).value();
    QCOMPARE(wide.columns, 12U);
    QCOMPARE(wide.widthMm(), 192.0);
    QCOMPARE(wide.heightMm(), 38.0);
    const BoxLayout full = laidOut(one, {BoxOrder::Hue, PanSize::Full, 12}).value();
    QCOMPARE(full.widthMm(), 114.0);
    QCOMPARE(full.heightMm(), 60.0);
    QCOMPARE(laidOut(one, {BoxOrder::Hue, PanSize::Half, 9}).value().pans.size(), 10U); // two rows are even
    for (std::size_t i = 1; i < 6; ++i) {
        const auto paints = paintsOf({"PBk9", "PB29", "PY3", "PR255", "PG7", "PW6"});
        const auto byValue = laidOut(paints, {BoxOrder::Value}).value();
        QVERIFY(paints[*byValue.pans[i - 1]].swatch.full.l >= paints[*byValue.pans[i]].swatch.full.l);
    }
}

void TestBox::nothingIsLostAndNothingTwice()
{
    std::vector<Paint> paints;
    for (const ReferencePigment& row : ReferenceTable::shipped().pigments())
        paints.push_back(paintOf(row));
    for (const BoxOrder order : allBoxOrders)
        for (std::size_t count = 1; count <= mostPans; ++count)
            for (const std::size_t pans : {std::size_t{0}, std::max(fewestPans, count), mostPans}) {
                const std::span some(paints.data() + count, count);
                const BoxLayout box = laidOut(some, {order, PanSize::Half, pans}).value();
                std::vector<int> seen(count);
                for (const auto& pan : box.pans)
                    if (pan)
                        ++seen.at(*pan);
                QVERIFY(std::ranges::all_of(seen, [](int times) { return times == 1; }));
                QVERIFY(box.pans.size() >= std::max(pans, count) && box.pans.size() <= std::max(pans, count) + 6);
                QCOMPARE(box.columns * box.rows(), box.pans.size());
            }
}

void TestBox::whatDoesNotFitIsTold()
{
    const auto paints = paintsOf({"PB29", "PY3", "PR255", "PB15:3", "PV19/rose", "PY83", "PG7"});
    QCOMPARE(laidOut({}).error().code, ErrorCode::BadNumber);
    QCOMPARE(laidOut(paints, {BoxOrder::Hue, PanSize::Half, 6}).error().message,
             std::string("the box has room for 6 of the 7 tubes"));
    QVERIFY(!laidOut(paints, {BoxOrder::Hue, PanSize::Half, 5}));
    QVERIFY(!laidOut(paints, {BoxOrder::Hue, PanSize::Half, 25}));
    QVERIFY(!laidOut(std::vector<Paint>(25, paints[0])));
}

/// Two needs, three quarters and one quarter of 400 square centimetres: by hand, at 0.25 ml a full wash of 100 square
/// centimetres. The first is half one tube, half the other, let out to 0.5: 0.75 * 400 * 0.0025 * 0.5 / 2 ml of each.
void TestBox::paintByHand()
{
    PaletteSet set;
    set.tubes = {3, 7};
    set.answers = {{true, {{{{3, 1}, {7, 1}}, 0.5}, {}, 0}}, {true, {{{{7, 1}}, 1.0}, {}, 0}}};
    const auto uses = paintFor(set, std::vector{30.0, 10.0}, 400);
    QCOMPARE(uses.size(), 2U);
    QCOMPARE(uses[0].tube, 3U);
    QVERIFY(std::abs(uses[0].ml - 0.1875) < 1e-9);
    QVERIFY(std::abs(uses[1].ml - (0.1875 + 0.25)) < 1e-9);
    const auto alike = paintFor(set, std::vector{0.0, 0.0}, 400); // no picture: each need counts alike
    QVERIFY(std::abs(alike[0].ml - 0.125) < 1e-9);
}

void TestBox::swatchingTime()
{
    const SwatchingTime six = swatchingTimeOf(6); // 6 tubes and 15 pairs
    QCOMPARE(six.squares, 21U);
    QCOMPARE(six.fewestMinutes, 42.0);
    QCOMPARE(six.mostMinutes, 63.0);
    QCOMPARE(swatchingTimeOf(1).squares, 1U);
}

/// Each step of the wheel lies in its thirtieth of hue, is as clean as is said, and its recipe mixes it; greys run from
/// warm to cool.
void TestBox::wheelIsWhatTheTubesMix()
{
    const auto paints = paintsOf({"PY3", "PV19/rose", "PB15:3"});
    const PaletteReach reach = reachOf(paints, usualHandling);
    const PaletteWheel wheel = paletteWheelOf(reach);
    QCOMPARE(wheel.rim.size(), 12U);
    for (std::size_t i = 0; i < wheel.rim.size(); ++i) {
        const Lch lch = toLch(wheel.rim[i].colour);
        const double from = 30.0 * static_cast<double>(i);
        QVERIFY(lch.hueDegrees >= from && lch.hueDegrees < from + 30);
        QVERIFY(std::abs(lch.chroma - reach.chromaBetween(from, from + 30)) < 1e-9);
        QVERIFY(deltaE00(colourOf(wheel.rim[i].recipe, paints), wheel.rim[i].colour) < 0.01);
    }
    QVERIFY(wheel.greys.size() >= 2);
    for (std::size_t i = 0; i < wheel.greys.size(); ++i) {
        QVERIFY(toLch(wheel.greys[i].colour).chroma < 9);
        QVERIFY(i == 0 || wheel.greys[i].colour.b < wheel.greys[i - 1].colour.b);
        QVERIFY(deltaE00(colourOf(wheel.greys[i].recipe, paints), wheel.greys[i].colour) < 0.01);
    }
    QVERIFY(paletteWheelOf(reachOf(paintsOf({"PY3"}), usualHandling)).rim.size() < 4); // one yellow goes no way round
}

void TestBox::namesParseBack()
{
    for (const BoxOrder order : allBoxOrders)
        QCOMPARE(named<BoxOrder>(nameOf(order)), std::optional(order));
    for (const PanSize size : {PanSize::Half, PanSize::Full})
        QCOMPARE(named<PanSize>(nameOf(size)), std::optional(size));
    QVERIFY(!named<BoxOrder>("colour") && !named<PanSize>("quarter"));
}

IRIS_TEST(TestBox, NoApplication)
#include "tst_box.moc"
