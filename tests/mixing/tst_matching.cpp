#include "../testprogram.h"
#include "mixing/matching.h"

#include "colour/deltae.h"
#include "referencepaints.h"

#include <QtTest>
#include <algorithm>
#include <limits>
#include <tuple>

using namespace iris;

class TestMatching : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void findsAKnownMixAgain();
    void closestIsTheBestOfAllRecipes();
    void listsFewestTubesFirst();
    void threeTubesStandFirstOnlyWhenSeenToBeBetter();
    void strongTubesEnterByTouches();
    void leavesOutWhatASmallerSetServes();
    void nothingMatchesWhatCannotBeReached();
};

namespace {

std::vector<Paint> drawer()
{
    return {referencePaint("PY3"), referencePaint("PY43"), referencePaint("PB29"), referencePaint("PV19/rose"),
            referencePaint("PBr7/burnt sienna")};
}

} // namespace

void TestMatching::findsAKnownMixAgain()
{
    const auto paints = drawer();
    const std::array<std::size_t, 3> set{0, 2, 4};
    const Ratio ratio = triedRatiosOf(paints, set)[20];
    const Recipe known{{{0, ratio[0]}, {2, ratio[1]}, {4, ratio[2]}}, recipeWashes[3]};
    const auto match = closestMatch(colourOf(known, paints), paints);
    QVERIFY(match && match->apart < 1e-3);
    QCOMPARE(match->recipe, known);
}

void TestMatching::closestIsTheBestOfAllRecipes()
{
    const auto paints = drawer();
    const Lab wanted{48, 6, 22};
    double best = std::numeric_limits<double>::infinity();
    forEachSet(paints.size(), 3, [&](std::span<const std::size_t> set) {
        for (const Ratio& ratio : triedRatiosOf(paints, set))
            for (const double x : recipeWashes) {
                Recipe recipe{{}, x};
                for (std::size_t i = 0; i < set.size(); ++i)
                    recipe.parts.push_back({set[i], ratio[i]});
                best = std::min(best, deltaE00(colourOf(recipe, paints), wanted));
            }
    });
    QVERIFY(std::abs(closestMatch(wanted, paints)->apart - best) < 1e-3);
    QVERIFY(closestMatch(wanted, paints, 1)->apart > best);
}

void TestMatching::listsFewestTubesFirst()
{
    const auto paints = drawer();
    const auto matches = matchesFor({60, -4, 40}, paints, {10, 3, 100});
    QVERIFY(matches.size() > 3);
    for (std::size_t i = 1; i < matches.size(); ++i) {
        const auto key = [](const Match& match) {
            return std::tuple(match.apart > closeMatch, match.recipe.parts.size(), match.apart);
        };
        if (i == 1 && matches[0].recipe.parts.size() == 3) // it is seen to be better than the first of the others
            continue;
        QVERIFY(key(matches[i - 1]) <= key(matches[i]));
        QVERIFY(matches[i].apart <= 10);
    }
}

void TestMatching::threeTubesStandFirstOnlyWhenSeenToBeBetter()
{
    const auto paints = drawer();
    int first = 0;
    int behind = 0;
    for (double l = 35; l < 80; l += 5)
        for (double a = -20; a < 40; a += 10)
            for (double b = -20; b < 60; b += 10) {
                const auto matches = matchesFor({l, a, b}, paints, {7, 3, 100});
                const auto tubes = [](const Match& match) { return match.recipe.parts.size(); };
                const auto three = std::ranges::find(matches, 3U, tubes);
                const auto simple = std::ranges::find_if(matches, [&](const Match& m) { return tubes(m) < 3; });
                if (three == matches.end() || simple == matches.end())
                    continue;
                double simplest = 1000;
                for (const Match& match : matches)
                    if (tubes(match) < 3)
                        simplest = std::min(simplest, match.apart);
                const bool closer = three->apart <= simplest - seenToBeBetter;
                const bool onlyClose = three->apart <= closeMatch && simplest > closeMatch;
                QCOMPARE(three < simple, closer || onlyClose);
                ++(three < simple ? first : behind);
            }
    QVERIFY(first > 5 && behind > 5);
}

/// Common practice: burnt sienna out of lemon, rose and a touch of phthalo blue, as thick as these go (a middle wash of
/// the earth; its full wash is darker than the three can be).
void TestMatching::strongTubesEnterByTouches()
{
    const std::vector<Paint> three{referencePaint("PY3"), referencePaint("PV19/rose"), referencePaint("PB15:3")};
    const Lab sienna = seenLab(referencePaint("PBr7/burnt sienna").film, wash::middle, whitePaper());
    const auto match = closestMatch(sienna, three);
    QVERIFY2(match && match->apart < closeMatch, qPrintable(QString::number(match->apart)));
    QCOMPARE(match->recipe.parts.size(), 3U);
    const Counted count = counted(
        {match->recipe.parts[0].parts, match->recipe.parts[1].parts, match->recipe.parts[2].parts}, usualHandling);
    QVERIFY(count.touches > 0 && count.amounts[2] < count.touches);
}

void TestMatching::leavesOutWhatASmallerSetServes()
{
    const auto paints = drawer();
    const auto matches = matchesFor(paints[1].swatch.full, paints, {10, 3, 100});
    QCOMPARE(matches.front().recipe.parts.size(), 1U);
    QCOMPARE(matches.front().recipe.parts.front().paint, 1U);
    for (std::size_t i = 1; i < matches.size(); ++i) {
        const auto& parts = matches[i].recipe.parts;
        const bool holdsIt = std::ranges::any_of(parts, [](const Part& part) { return part.paint == 1; });
        QVERIFY(!holdsIt || matches[i].apart < matches.front().apart);
    }
}

void TestMatching::nothingMatchesWhatCannotBeReached()
{
    const auto paints = drawer();
    QVERIFY(matchesFor({60, -70, 60}, paints, {4, 3, 10}).empty());
    QVERIFY(closestMatch({60, -70, 60}, paints)->apart > 4);
    QVERIFY(!closestMatch({60, 0, 0}, {}));
}

IRIS_TEST(TestMatching, NoApplication)
#include "tst_matching.moc"
