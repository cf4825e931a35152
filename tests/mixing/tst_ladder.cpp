#include "../testprogram.h"
#include "colour/deltae.h"
#include "mixing/ladder.h"

#include "mixing/greypartner.h"
#include "mixing/mixkernel.h"
#include "mixing/ratios.h"
#include "referencepaints.h"

#include <QtTest>
#include <numeric>
#include <random>
#include <set>

using namespace iris;

/// Ladders and the ratios they are counted out in.
class TestLadder : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void endsAreTheTubes();
    void isTheSameBothWays();
    void goesThereAndBack();
    void everySpacingHolds_data();
    void everySpacingHolds();
    void partsFollowStrength();
    void partsGiveTheColourOfTheStep();
    void findsTheMostNeutralStep();
    void listsEveryRatioOnce();
    void triedRatiosAreEvenInStrength();
    void amountsAreCountedWithABrush();
    void aTouchIsWhatThePainterSays();
    void whatIsToldIsWhatWasMixed();
    void nearestPartsAreNear();
    void greyPartnerIsTheBestOfAll();
};

void TestLadder::endsAreTheTubes()
{
    const Paint& blue = referencePaint("PB29");
    const Paint& earth = referencePaint("PBr7/burnt sienna");
    const Ladder ladder = ladderBetween(blue, earth, 11, wash::full, usualHandling);
    QCOMPARE(ladder.steps.size(), 11U);
    QCOMPARE(partsText(ladder.steps.front()), std::string("pure"));
    QVERIFY(std::abs(ladder.steps.front().colour.l - blue.swatch.full.l) < 0.2);
    QVERIFY(std::abs(ladder.steps.back().colour.b - earth.swatch.full.b) < 0.2);
}

void TestLadder::isTheSameBothWays()
{
    const Ladder there = ladderBetween(referencePaint("PY3"), referencePaint("PB15:3"), 9, wash::middle, usualHandling);
    const Ladder back = ladderBetween(referencePaint("PB15:3"), referencePaint("PY3"), 9, wash::middle, usualHandling);
    for (std::size_t i = 0; i < 9; ++i) {
        QVERIFY(std::abs(there.steps[i].colour.a - back.steps[8 - i].colour.a) < 1e-9);
        QCOMPARE(there.steps[i].parts[0], back.steps[8 - i].parts[1]);
    }
}

void TestLadder::goesThereAndBack()
{
    const Ladder ladder = ladderBetween(referencePaint("PY3"), referencePaint("PB29"), 7, wash::full, usualHandling);
    const std::vector<LadderStep> both = thereAndBack(ladder);
    QCOMPARE(both.size(), 13U);
    for (std::size_t i = 0; i < 7; ++i) {
        QCOMPARE(both[i], ladder.steps[i]);
        QCOMPARE(both[12 - i], ladder.steps[i]);
    }
    QVERIFY(thereAndBack({}).empty());
}

void TestLadder::everySpacingHolds_data()
{
    QTest::addColumn<int>("spacing");
    QTest::newRow("by strength") << int(LadderSpacing::Strength);
    QTest::newRow("by eye") << int(LadderSpacing::Appearance);
    QTest::newRow("by parts") << int(LadderSpacing::Parts);
}

/// Whatever two tubes, however many steps: the way only goes forward, its colours are those of its shares, its parts
/// come as near as whole parts can, and its marks stand where they say.
void TestLadder::everySpacingHolds()
{
    QFETCH(int, spacing);
    const auto& paints = referencePaints();
    std::mt19937 random(20261008); // the same every run
    std::uniform_int_distribution<std::size_t> any(0, paints.size() - 1);
    for (int round = 0; round < 40; ++round) {
        const Paint& first = paints[any(random)];
        const Paint& second = paints[any(random)];
        const int steps = 3 + round % 13;
        const Ladder ladder =
            ladderBetween(first, second, steps, wash::middle, usualHandling, static_cast<LadderSpacing>(spacing));
        QCOMPARE(static_cast<int>(ladder.steps.size()), steps);
        QCOMPARE(ladder.steps.front().share, 0.0);
        QCOMPARE(ladder.steps.back().share, 1.0);
        for (std::size_t i = 1; i < ladder.steps.size(); ++i) {
            const LadderStep& step = ladder.steps[i];
            if (first.name != second.name) // one tube with itself is everywhere the same to the eye
                QVERIFY2(step.share > ladder.steps[i - 1].share, (first.name + " to " + second.name).c_str());
            QCOMPARE(step.colour, seenLab(filmBetween(first, second, step.share), wash::middle, whitePaper()));
            QVERIFY(step.lch.chroma >= ladder.steps[ladder.mostNeutral].lch.chroma);
        }
        QVERIFY(ladder.turningPoint > 0 || first.name == second.name);
    }
}

void TestLadder::partsFollowStrength()
{
    // Phthalo is 3 times as strong as ultramarine: half the strength each is 3 parts of ultramarine to 1.
    const Ladder ladder = ladderBetween(referencePaint("PB29"), referencePaint("PB15:3"), 3, wash::full, usualHandling);
    QCOMPARE(partsText(ladder.steps[1]), std::string("3 + 1"));
}

/// What a ladder shows is what its parts mix, whatever the spacing; so do the ways to judge by, which have no parts.
void TestLadder::partsGiveTheColourOfTheStep()
{
    for (const auto& [first, second] :
         {std::pair("PY43", "PB28"), std::pair("PY3", "PB15:3"), std::pair("PR83", "PG18")}) {
        const std::array paints{referencePaint(first), referencePaint(second)};
        for (const LadderSpacing spacing : {LadderSpacing::Strength, LadderSpacing::Appearance, LadderSpacing::Parts})
            for (const LadderStep& step :
                 ladderBetween(paints[0], paints[1], 21, wash::middle, usualHandling, spacing).steps) {
                if (step.parts[0] == 0 || step.parts[1] == 0)
                    continue;
                const Lab told = colourOf(Recipe{{{0, step.parts[0]}, {1, step.parts[1]}}, wash::middle}, paints);
                QVERIFY(deltaE76(told, step.colour) < 1e-9);
            }
    }
    const Ladder smooth = smoothLadder(referencePaint("PY43"), referencePaint("PB28"), 5);
    QCOMPARE(smooth.steps[1].share, 0.25);
    QCOMPARE(smooth.steps[1].parts, (std::array{0, 0}));
}

void TestLadder::findsTheMostNeutralStep()
{
    const Ladder ladder = ladderBetween(referencePaint("PR83"), referencePaint("PG18"), 21, wash::full, usualHandling);
    for (const LadderStep& step : ladder.steps)
        QVERIFY(step.lch.chroma >= ladder.steps[ladder.mostNeutral].lch.chroma);
    QVERIFY(ladder.mostNeutral > 0 && ladder.mostNeutral < 20);
}

/// Every one can be counted with a brush, none twice; whole parts are all there.
void TestLadder::listsEveryRatioOnce()
{
    QCOMPARE(countableRatios(1, usualHandling).size(), 1U);
    for (int tubes = 2; tubes <= 3; ++tubes) {
        std::set<Ratio> seen;
        std::size_t wholeParts = 0;
        for (const Ratio& ratio : countableRatios(tubes, usualHandling)) {
            QVERIFY(seen.insert(ratio).second);
            QCOMPARE(std::gcd(std::gcd(ratio[0], ratio[1]), ratio[2]), 1);
            const Counted count = counted({ratio.begin(), ratio.begin() + tubes}, usualHandling);
            int parts = 0;
            for (const int amount : count.amounts) {
                QVERIFY(!count.touches || amount < count.touches || amount % count.touches == 0);
                parts += count.touches > 0 ? amount / count.touches : amount;
            }
            QVERIFY(parts <= mostParts);
            wholeParts += ratio[0] + ratio[1] + ratio[2] <= mostParts;
        }
        // Counted by hand with the Moebius function: coprime compositions of at most 12 into 2 and 3 parts.
        QCOMPARE(wholeParts, tubes == 2 ? 45U : 196U);
        QVERIFY(seen.contains(tubes == 2 ? Ratio{48, 1, 0} : Ratio{40, 8, 1}));
    }
}

/// Even in strength: whatever the strengths, the shares that are tried are near those that are wanted, as far as a
/// brush can count, and a strong tube enters by touches.
void TestLadder::triedRatiosAreEvenInStrength()
{
    for (const double strong : {0.1, 0.5, 1.0, 2.0, 4.0}) {
        const std::array<double, 2> strengths{1, strong};
        const std::vector<Ratio> ratios = triedRatiosOf(strengths, usualHandling);
        QVERIFY(ratios.size() >= 20);
        for (int k = 1; k <= 32; ++k) {
            const double wanted = k / 33.0;
            double nearest = 1;
            for (const Ratio& ratio : ratios) {
                const double share = ratio[1] * strong / (ratio[0] + ratio[1] * strong);
                nearest = std::min(nearest, std::abs(share - wanted));
            }
            const double ratio = (1 - wanted) / wanted * strong; // beyond six parts to a touch nobody can count
            QVERIFY2(nearest < 0.035 || ratio > 48 || ratio < 1 / 48.0,
                     qPrintable(QStringLiteral("%1: %2 is %3 off").arg(strong).arg(wanted).arg(nearest)));
        }
    }
    const std::array<double, 2> phthalo{0.7, 3.0};
    QVERIFY(std::ranges::any_of(triedRatiosOf(phthalo, usualHandling),
                                [](const Ratio& ratio) { return ratio[0] >= 40 * ratio[1]; }));
    const std::array<double, 3> three{0.7, 1.0, 3.0};
    QVERIFY(triedRatiosOf(three, usualHandling).size() >= 55);
}

void TestLadder::amountsAreCountedWithABrush()
{
    QCOMPARE(counted({24, 5}, usualHandling).inWords(), std::string("3 parts and 5 touches"));
    QCOMPARE(counted({8, 1, 1}, usualHandling).inWords(), std::string("8 parts, a part and a part"));
    QCOMPARE(counted({48, 1}, usualHandling).inWords(), std::string("6 parts and a touch"));
    QVERIFY(counted({48, 1}, usualHandling).touches && counted({16, 3}, usualHandling).touches
            && counted({20, 1}, usualHandling).touches);
    QVERIFY(!counted({8, 1}, usualHandling).touches && !counted({100, 1}, usualHandling).touches
            && !counted({3, 1}, usualHandling).touches);
    QCOMPARE(counted({48, 1}, usualHandling).words(0) + ' ' + counted({48, 1}, usualHandling).words(1),
             std::string("6 a touch of"));
    QCOMPARE(counted({20, 1}, usualHandling).words(0) + ' ' + counted({20, 1}, usualHandling).words(1),
             std::string("5 2 touches of"));
    QCOMPARE(counted({100, 1}, usualHandling).words(0),
             std::string("100")); // nobody can count that, so it is told as it is
    QCOMPARE(partsText(Recipe{{{0, 48}, {1, 1}}, 1}), std::string("6 + 1t"));
}

/// With each brush every ratio there is can be told, and two searches with two brushes do not meddle with one another.
void TestLadder::aTouchIsWhatThePainterSays()
{
    const std::vector<Paint> paints{referencePaint("PY3"), referencePaint("PB15:3")};
    const std::array<std::size_t, 2> set{0, 1};
    const MixKernel usual(paints, usualHandling);
    const Recipe asUsual = usual.recipeAt(set, 0, 0);
    for (const int touches : allTouchesAPart) {
        const Handling handling{touches};
        QVERIFY(std::ranges::any_of(countableRatios(2, handling), [&](const Ratio& r) { return r[0] == 6 * touches; }));
        QVERIFY(std::ranges::none_of(countableRatios(2, handling), [&](const Ratio& r) { return r[0] > 6 * touches; }));
        for (int tubes = 2; tubes <= 3; ++tubes)
            for (const Ratio& ratio : countableRatios(tubes, handling)) {
                const Counted count = counted({ratio.begin(), ratio.begin() + tubes}, handling);
                for (const int amount : count.amounts)
                    QVERIFY(count.touches == 0 ? amount <= mostParts : amount < touches || amount % touches == 0);
            }
        QCOMPARE(counted({6 * touches, 1}, handling).words(1), std::string("a touch of"));
        QCOMPARE(MixKernel(paints, handling).recipeAt(set, 0, 0).handling, handling);
        QCOMPARE(usual.recipeAt(set, 0, 0), asUsual);
    }
    QCOMPARE(partsText(Recipe{{{0, 60}, {1, 1}}, 1, Handling{10}}), std::string("6 + 1t"));
    QCOMPARE(counted({72, 5}, Handling{12}).text(1), std::string("5t"));
    QCOMPARE(counted({72, 2}, Handling{12}).text(1), std::string("2t"));
}

/// Every ratio there is, read back from its words, is the same mix.
void TestLadder::whatIsToldIsWhatWasMixed()
{
    for (int tubes = 2; tubes <= 3; ++tubes)
        for (const Ratio& ratio : countableRatios(tubes, usualHandling)) {
            const Counted count = counted({ratio.begin(), ratio.begin() + tubes}, usualHandling);
            std::vector<int> touches;
            for (int i = 0; i < tubes; ++i) {
                const QString words = QString::fromStdString(count.words(static_cast<std::size_t>(i)));
                touches.push_back(words == "a touch of"          ? 1
                                  : words.endsWith("touches of") ? words.section(' ', 0, 0).toInt()
                                                                 : words.toInt() * usualTouchesAPart);
            }
            for (int i = 1; i < tubes; ++i)
                QCOMPARE(touches[0] * ratio[static_cast<std::size_t>(i)],
                         touches[static_cast<std::size_t>(i)] * ratio[0]);
        }
}

void TestLadder::nearestPartsAreNear()
{
    QCOMPARE(nearestParts(1, usualHandling), (std::array{1, 1}));
    QCOMPARE(nearestParts(2.5, usualHandling), (std::array{5, 2}));
    QCOMPARE(nearestParts(0.125, usualHandling), (std::array{1, 8}));
    QCOMPARE(nearestParts(40, usualHandling), (std::array{40, 1}));
    QCOMPARE(nearestParts(97, usualHandling), (std::array{97, 1})); // less than a touch in six parts
    for (double ratio = 1 / 47.0; ratio < 47; ratio *= 1.07) { // between 3 and 4 parts to a touch the steps are widest
        const auto parts = nearestParts(ratio, usualHandling);
        QVERIFY(std::abs(std::log(double(parts[0]) / parts[1] / ratio)) < 0.15);
    }
}

/// The quick way finds what trying every ladder finds, over the whole table.
void TestLadder::greyPartnerIsTheBestOfAll()
{
    std::vector<Paint> paints;
    for (const ReferencePigment& row : ReferenceTable::shipped().pigments())
        paints.push_back(referencePaint(row.id().c_str()));
    const auto colourless = [&](std::size_t i) {
        return paints[i].family == HueFamily::Black || paints[i].family == HueFamily::White;
    };
    for (std::size_t own = 0; own < paints.size(); own += 9) {
        const auto found = greyPartnerOf(
            paints, own, [](std::size_t i) { return i % 7 != 3; }, usualHandling);
        double least = 1e9;
        for (std::size_t i = 0; i < paints.size(); ++i) {
            if (i == own || i % 7 == 3 || colourless(i))
                continue;
            const Ladder ladder = ladderBetween(paints[own], paints[i], 11, wash::full, usualHandling);
            const LadderStep& step = ladder.steps[ladder.mostNeutral];
            if (step.parts[0] > 0 && step.parts[1] > 0)
                least = std::min(least, step.lch.chroma);
        }
        QVERIFY2(found && found->place != own && found->place % 7 != 3 && !colourless(found->place),
                 paints[own].name.c_str());
        QVERIFY2(found->step.lch.chroma <= least + 0.5, paints[own].name.c_str());
    }
    QVERIFY(!greyPartnerOf(
        paints, 0, [](std::size_t) { return false; }, usualHandling));
}

IRIS_TEST(TestLadder, NoApplication)
#include "tst_ladder.moc"
