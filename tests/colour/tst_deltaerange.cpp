#include "../testprogram.h"
#include "colour/deltae.h"
#include "colour/deltaerange.h"

#include <QtTest>
#include <random>

using namespace iris;

/// Where deltaE00 can lie in a box: never narrower than what colours of the box give.
class TestDeltaERange : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void isDeltaE00ForASingleColour();
    void holdsEveryColourOfABox_data();
    void holdsEveryColourOfABox();
    void closesInAsTheBoxShrinks();
    void knowsBothSidesOfOppositeHues();
};

namespace {

using Colours = std::uniform_real_distribution<double>;

QString worded(const Lab& lab)
{
    return QString("(%1, %2, %3)").arg(lab.l, 0, 'g', 12).arg(lab.a, 0, 'g', 12).arg(lab.b, 0, 'g', 12);
}

Lab within(const LabBox& box, std::mt19937& random)
{
    // Often on a face or in a corner, where extremes are.
    const auto between = [&](double least, double most) {
        const double share = Colours(-0.5, 1.5)(random);
        return least + std::clamp(share, 0.0, 1.0) * (most - least);
    };
    return {between(box.least.l, box.most.l), between(box.least.a, box.most.a), between(box.least.b, box.most.b)};
}

/// @param least corner of the box; lines, sheets and boxes come in turn
LabBox boxAt(const Lab& least, double size, int turn = 7)
{
    return {least, {least.l + (turn & 4 ? size : 0), least.a + (turn & 1 ? size : 0), least.b + (turn & 2 ? size : 0)}};
}

} // namespace

void TestDeltaERange::isDeltaE00ForASingleColour()
{
    std::mt19937 random(3);
    for (int i = 0; i < 20000; ++i) {
        const Lab one{Colours(0, 100)(random), Colours(-100, 100)(random), Colours(-100, 100)(random)};
        const Lab two{Colours(0, 100)(random), Colours(-100, 100)(random), Colours(-100, 100)(random)};
        const Range range = deltaE00Range({one, one}, two);
        const double apart = deltaE00(one, two);
        QVERIFY2(std::abs(range.least - apart) < 1e-9 && std::abs(range.most - apart) < 1e-9,
                 qPrintable(worded(one) + worded(two)));
    }
}

void TestDeltaERange::holdsEveryColourOfABox_data()
{
    QTest::addColumn<double>("chroma"); // how far from grey the targets go
    QTest::addColumn<double>("reach");  // how far from a target its box may lie
    QTest::addColumn<double>("size");
    for (const double size : {0.1, 1.0, 3.0, 12.0, 60.0}) {
        QTest::addRow("anywhere, %g wide", size) << 90.0 << 200.0 << size;
        QTest::addRow("near one another, %g wide", size) << 60.0 << 12.0 << size;
        QTest::addRow("near grey, %g wide", size) << 3.0 << 3.0 << size;
        QTest::addRow("on the neutral axis, %g wide", size) << 0.0 << 30.0 << size;
    }
}

void TestDeltaERange::holdsEveryColourOfABox()
{
    QFETCH(double, chroma);
    QFETCH(double, reach);
    QFETCH(double, size);
    std::mt19937 random(41);
    for (int i = 0; i < 1500; ++i) {
        const Lab target{Colours(0, 100)(random), Colours(-chroma, chroma)(random), Colours(-chroma, chroma)(random)};
        const auto low = [&](double value) { return value + Colours(-reach, reach)(random) - size / 2; };
        const LabBox box = boxAt({low(target.l), low(target.a), low(target.b)}, size, i % 8);
        const Range range = deltaE00Range(box, target);
        for (int j = 0; j < 20; ++j) {
            const Lab colour = within(box, random);
            const double apart = deltaE00(colour, target);
            QVERIFY2(apart >= range.least - 1e-9 && apart <= range.most + 1e-9,
                     qPrintable(QString("%1 to %2 is %3, said to be %4 to %5")
                                    .arg(worded(colour), worded(target))
                                    .arg(apart)
                                    .arg(range.least)
                                    .arg(range.most)));
        }
    }
}

/// A range that is far too wide would hold too, and be of no use.
void TestDeltaERange::closesInAsTheBoxShrinks()
{
    std::mt19937 random(7);
    for (const double size : {3.0, 0.3, 0.03}) {
        std::vector<double> widths;
        for (int i = 0; i < 2000; ++i) {
            const Lab target{Colours(20, 90)(random), Colours(-60, 60)(random), Colours(-60, 60)(random)};
            const Lab corner{target.l + Colours(-9, 9)(random), target.a + Colours(-9, 9)(random),
                             target.b + Colours(-9, 9)(random)};
            const Range range = deltaE00Range(boxAt(corner, size), target);
            widths.push_back((range.most - range.least) / size);
        }
        std::ranges::sort(widths);
        qInfo() << size << "wide: median" << widths[1000] << "times as wide, 99 in a hundred" << widths[1980];
        QVERIFY(widths[1000] < 2.2);
    }
}

/// Where hues are opposite the mean hue jumps (Sharma, Wu and Dalal 2005, table 1, pairs 9 to 12): both answers are in.
void TestDeltaERange::knowsBothSidesOfOppositeHues()
{
    const Range range = deltaE00Range({{50, -2.49, 0.0009}, {50, -2.49, 0.0012}}, {50, 2.49, -0.001});
    QVERIFY(range.least < 7.1793 && range.most > 7.2194);
    QVERIFY(range.least > 7.1 && range.most < 7.3);
}

IRIS_TEST(TestDeltaERange, NoApplication)
#include "tst_deltaerange.moc"
