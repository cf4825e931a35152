#include "mixing/ladder.h"

#include "mixing/greypartner.h"
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
    void nearestPartsAreNear();
    void greyPartnerIsTheBestOfAll();
};

void TestLadder::endsAreTheTubes()
{
    const Paint& blue = referencePaint("PB29");
    const Paint& earth = referencePaint("PBr7/burnt sienna");
    const Ladder ladder = ladderBetween(blue, earth, 11);
    QCOMPARE(ladder.steps.size(), 11U);
    QCOMPARE(partsText(ladder.steps.front()), std::string("pure"));
    QVERIFY(std::abs(ladder.steps.front().colour.l - blue.swatch.full.l) < 0.2);
    QVERIFY(std::abs(ladder.steps.back().colour.b - earth.swatch.full.b) < 0.2);
}

void TestLadder::isTheSameBothWays()
{
    const Ladder there = ladderBetween(referencePaint("PY3"), referencePaint("PB15:3"), 9, wash::middle);
    const Ladder back = ladderBetween(referencePaint("PB15:3"), referencePaint("PY3"), 9, wash::middle);
    for (std::size_t i = 0; i < 9; ++i) {
        QVERIFY(std::abs(there.steps[i].colour.a - back.steps[8 - i].colour.a) < 1e-9);
        QCOMPARE(there.steps[i].parts[0], back.steps[8 - i].parts[1]);
    }
}

void TestLadder::goesThereAndBack()
{
    const Ladder ladder = ladderBetween(referencePaint("PY3"), referencePaint("PB29"), 7);
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
            ladderBetween(first, second, steps, wash::middle, whitePaper(), static_cast<LadderSpacing>(spacing));
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
    const Ladder ladder = ladderBetween(referencePaint("PB29"), referencePaint("PB15:3"), 3);
    QCOMPARE(partsText(ladder.steps[1]), std::string("3:1"));
}

void TestLadder::partsGiveTheColourOfTheStep()
{
    const std::array paints{referencePaint("PY43"), referencePaint("PB28")};
    for (const LadderStep& step : ladderBetween(paints[0], paints[1], 7).steps) {
        if (step.parts[0] == 0 || step.parts[1] == 0)
            continue;
        const Lab counted = colourOf(Recipe{{{0, step.parts[0]}, {1, step.parts[1]}}, 1}, paints);
        // Whole parts come near, not exactly.
        QVERIFY(std::abs(counted.l - step.colour.l) < 2 && std::abs(counted.b - step.colour.b) < 6);
    }
}

void TestLadder::findsTheMostNeutralStep()
{
    const Ladder ladder = ladderBetween(referencePaint("PR83"), referencePaint("PG18"), 21);
    for (const LadderStep& step : ladder.steps)
        QVERIFY(step.lch.chroma >= ladder.steps[ladder.mostNeutral].lch.chroma);
    QVERIFY(ladder.mostNeutral > 0 && ladder.mostNeutral < 20);
}

void TestLadder::listsEveryRatioOnce()
{
    // Counted by hand with the Moebius function: coprime compositions of at most 12 into 1, 2 and 3 parts.
    QCOMPARE(ratiosOf(1).size(), 1U);
    QCOMPARE(ratiosOf(2).size(), 45U);
    QCOMPARE(ratiosOf(3).size(), 196U);
    for (int tubes = 2; tubes <= 3; ++tubes) {
        std::set<Ratio> seen;
        for (const Ratio& ratio : ratiosOf(tubes)) {
            QVERIFY(seen.insert(ratio).second);
            QVERIFY(ratio[0] + ratio[1] + ratio[2] <= mostParts);
            QCOMPARE(std::gcd(std::gcd(ratio[0], ratio[1]), ratio[2]), 1);
        }
    }
}

void TestLadder::nearestPartsAreNear()
{
    QCOMPARE(nearestParts(1), (std::array{1, 1}));
    QCOMPARE(nearestParts(2.5), (std::array{5, 2}));
    QCOMPARE(nearestParts(0.125), (std::array{1, 8}));
    QCOMPARE(nearestParts(40), (std::array{40, 1}));
    for (double ratio = 0.1; ratio < 10; ratio *= 1.07) {
        const auto parts = nearestParts(ratio);
        QVERIFY(std::abs(std::log(double(parts[0]) / parts[1] / ratio)) < 0.1);
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
        const auto found = greyPartnerOf(paints, own, [](std::size_t i) { return i % 7 != 3; });
        double least = 1e9;
        for (std::size_t i = 0; i < paints.size(); ++i) {
            if (i == own || i % 7 == 3 || colourless(i))
                continue;
            const Ladder ladder = ladderBetween(paints[own], paints[i], 11);
            const LadderStep& step = ladder.steps[ladder.mostNeutral];
            if (step.parts[0] > 0 && step.parts[1] > 0)
                least = std::min(least, step.lch.chroma);
        }
        QVERIFY2(found && found->place != own && found->place % 7 != 3 && !colourless(found->place),
                 paints[own].name.c_str());
        QVERIFY2(found->step.lch.chroma <= least + 0.5, paints[own].name.c_str());
    }
    QVERIFY(!greyPartnerOf(paints, 0, [](std::size_t) { return false; }));
}

QTEST_APPLESS_MAIN(TestLadder)
#include "tst_ladder.moc"
