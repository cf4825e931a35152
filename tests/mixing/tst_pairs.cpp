#include "../testprogram.h"
#include "mixing/cleanliness.h"
#include "mixing/pairchart.h"
#include "mixing/ratios.h"
#include "mixing/swaps.h"
#include "mixing/whatmakes.h"
#include "mixing/wheel.h"

#include "colour/colourname.h"
#include "colour/deltae.h"
#include "mixing/ladder.h"
#include "mixing/matching.h"
#include "referencepaints.h"

#include <QtTest>
#include <cmath>
#include <set>

using namespace iris;

/// Charts, what makes what, wheels, and the words for a pair. Numbered facts are those of tst_tradefacts: common
/// practice, no published source.
class TestPairs : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void greysAndDarksAlwaysAnswer();
    void chartSharesOutByStrengthOrByParts();
    void firstDominatesAboveTheDiagonal();
    void waterStepsGetLighter();
    void axisOrders_data();
    void axisOrders();
    void threePartsAreTheNearest();
    void spacingIsEven_data();
    void spacingIsEven();
    void ladderMarks();
    void swapsAreBetterOnes();
    void cleanestOfAllIsOne();
    void warmthPointsToOrange();
    void findsWhatASlowSearchFinds_data();
    void findsWhatASlowSearchFinds();
    void aHueIsWhatItIsCalled();
    void aTouchInATubeIsNoFind();
    void ordersHold_data();
    void ordersHold();
    void greysAreNotThePalest();
    void aThirdTubeMustBeWorthIt();
    void onlyMixesOfATube();
    void canBeStopped();
    void darksOfTheTrade();
    void blackBesideMixedDarks();
    void nudgesGoTheRightWay();
    void wheelIsEven();
    void ringsAreGreyedByTheTrueComplement();
    void wheelSaysWhatItLacks();
    void earthsStandInsideTheWheel();
};

namespace {

/// deltaE00 from the nearest of a mix's tubes alone at the same wash.
double apartFromItsTubes(const Recipe& recipe, const Lab& colour, const std::vector<Paint>& paints)
{
    double least = 1000;
    for (const Part& part : recipe.parts)
        least = std::min(least, deltaE00(colour, colourOf({{{part.paint, 1}}, recipe.wash}, paints)));
    return least;
}

std::vector<Paint> paintsOf(const std::vector<const char*>& ids)
{
    std::vector<Paint> paints;
    for (const char* id : ids)
        paints.push_back(referencePaint(id));
    return paints;
}

std::vector<std::size_t> places(std::size_t count)
{
    std::vector<std::size_t> all(count);
    for (std::size_t i = 0; i < count; ++i)
        all[i] = i;
    return all;
}

const std::vector<const char*> sevenPigments{"PY3",    "PR108/light", "PV19/rose",        "PB29",
                                             "PB15:3", "PG7",         "PBr7/burnt sienna"};

/// Of the angle between a colour and the middle of a family.
double cosine(const Lab& colour, HueFamily family)
{
    return std::cos(qDegreesToRadians(toLch(colour).hueDegrees - *middleDegrees(family)));
}

double lean(const Paint& paint)
{
    return paint.lean().degrees;
}

} // namespace

void TestPairs::chartSharesOutByStrengthOrByParts()
{
    const std::vector<Paint> paints = paintsOf({"PY3", "PB29", "PB15:3"});
    ChartPlan plan{{0}, {1, 2}, 0.5, true, wash::full, {}};
    PairChart chart = chartOf(plan, paints);
    QCOMPARE(chart.recipes.size(), std::size_t{2});
    const auto phthalo = chart.recipes[1].parts;
    const auto wanted = nearestParts(paints[2].strength / paints[0].strength, usualHandling);
    QCOMPARE((std::array{phthalo[0].parts, phthalo[1].parts}), wanted);
    plan.byStrength = false;
    chart = chartOf(plan, paints);
    QCOMPARE(partsText(chart.recipes[1]), std::string("1 + 1"));
    QCOMPARE(chart.colours[0], colourOf({{{0, 1}, {1, 1}}, wash::full}, paints));
}

void TestPairs::firstDominatesAboveTheDiagonal()
{
    const std::vector<Paint> paints = paintsOf(sevenPigments);
    const ChartPlan plan{places(paints.size()), places(paints.size()), 0.75, true, wash::full, {}};
    const PairChart chart = chartOf(plan, paints);
    for (std::size_t row = 0; row < paints.size(); ++row)
        for (std::size_t column = 0; column < paints.size(); ++column) {
            const Recipe& recipe = chart.recipes[row * paints.size() + column];
            if (row == column) {
                QCOMPARE(recipe.parts, (std::vector<Part>{{row, 1}}));
                continue;
            }
            const double first = recipe.parts[0].parts * paints[row].strength;
            const double second = recipe.parts[1].parts * paints[column].strength;
            QVERIFY(first > 1.8 * second && first < 5 * second); // 3 to 1, in whole parts
        }
}

void TestPairs::waterStepsGetLighter()
{
    const std::vector<Paint> paints = paintsOf({"PB29", "PY3"});
    const ChartPlan plan{{0, 1}, {}, 0.5, true, wash::full, {1, 0.45, 0.2, 0.1}};
    const PairChart chart = chartOf(plan, paints);
    QCOMPARE(chart.colours.size(), std::size_t{8});
    for (std::size_t i = 1; i < 4; ++i) // fact 27
        QVERIFY(chart.colours[i].l > chart.colours[i - 1].l);
}

void TestPairs::axisOrders_data()
{
    QTest::addColumn<QString>("order");
    QTest::addColumn<QStringList>("expected");
    QTest::newRow("hue") << "hue"
                         << QStringList{"PR108/light", "PY110", "PY3", "PG7", "PB29", "PBr7/burnt sienna", "PBk9"};
    QTest::newRow("value") << "value"
                           << QStringList{"PY3", "PY110", "PR108/light", "PBr7/burnt sienna", "PG7", "PB29", "PBk9"};
    QTest::newRow("by hand") << "by hand"
                             << QStringList{"PBk9", "PB29", "PY3", "PG7", "PY110", "PBr7/burnt sienna", "PR108/light"};
}

void TestPairs::axisOrders()
{
    QFETCH(QString, order);
    QFETCH(QStringList, expected);
    const std::vector<Paint> paints =
        paintsOf({"PBk9", "PB29", "PY3", "PG7", "PY110", "PBr7/burnt sienna", "PR108/light"});
    const auto parsed = named<AxisOrder>(order.toStdString());
    QVERIFY(parsed);
    QStringList names;
    for (const std::size_t place : ordered(places(paints.size()), paints, *parsed))
        names << QString::fromStdString(paints[place].name);
    QCOMPARE(names, expected);
    const std::vector<std::size_t> byLean = ordered(places(paints.size()), paints, AxisOrder::Lean);
    for (std::size_t i = 1; i < byLean.size(); ++i) {
        const Paint& before = paints[byLean[i - 1]];
        const Paint& after = paints[byLean[i]];
        QVERIFY(before.family < after.family || (before.family == after.family && lean(before) <= lean(after)));
    }
}

void TestPairs::threePartsAreTheNearest()
{
    QCOMPARE(nearestParts(std::array<double, 3>{2, 4, 6}, usualHandling), (Ratio{1, 2, 3}));
    QCOMPARE(nearestParts(std::array<double, 3>{1, 0, 0}, usualHandling), (Ratio{1, 0, 0}));
    QCOMPARE(nearestParts(std::array<double, 3>{3, 1, 0}, usualHandling), (Ratio{3, 1, 0}));
    QCOMPARE(nearestParts(std::array<double, 3>{40, 1, 5}, usualHandling),
             (Ratio{40, 1, 5})); // five parts, a touch and five touches
    QCOMPARE(nearestParts(std::array<double, 3>{100, 1, 5}, usualHandling),
             (Ratio{100, 1, 5})); // less than a touch: nobody can count it
    for (const Ratio& ratio : countableRatios(3, usualHandling))
        QCOMPARE(nearestParts(std::array<double, 3>{0.3 * ratio[0], 0.3 * ratio[1], 0.3 * ratio[2]}, usualHandling),
                 ratio);
}

void TestPairs::spacingIsEven_data()
{
    QTest::addColumn<QString>("first");
    QTest::addColumn<QString>("second");
    QTest::newRow("yellow to phthalo") << "PY3"
                                       << "PB15:3";
    QTest::newRow("complements") << "PB29"
                                 << "PBr7/burnt sienna";
    QTest::newRow("one tube twice") << "PB29"
                                    << "PB29";
}

void TestPairs::spacingIsEven()
{
    QFETCH(QString, first);
    QFETCH(QString, second);
    const Paint& one = referencePaint(first.toUtf8());
    const Paint& two = referencePaint(second.toUtf8());
    const Ladder seen = ladderBetween(one, two, 9, wash::full, usualHandling, LadderSpacing::Appearance);
    double least = 1e9;
    double most = 0;
    for (std::size_t i = 1; i < seen.steps.size(); ++i) {
        const double apart = deltaE00(seen.steps[i - 1].colour, seen.steps[i].colour);
        least = std::min(least, apart);
        most = std::max(most, apart);
        QVERIFY(seen.steps[i].share > seen.steps[i - 1].share || first == second);
    }
    QVERIFY2(most - least < 0.35 * most + 1e-9, qPrintable(QStringLiteral("%1 to %2").arg(least).arg(most)));
    const Ladder parts = ladderBetween(one, two, 5, wash::full, usualHandling, LadderSpacing::Parts);
    const std::array paints{one, two};
    for (int i = 1; i < 4; ++i) {
        const Lab expected = colourOf({{{0, 4 - i}, {1, i}}, wash::full}, paints);
        QVERIFY(deltaE00(parts.steps[static_cast<std::size_t>(i)].colour, expected) < 1e-6);
    }
}

void TestPairs::ladderMarks()
{
    const Ladder ladder = ladderBetween(referencePaint("PY3"), referencePaint("PB15:3"), 15, wash::full, usualHandling);
    const auto chroma = [&](std::size_t i) { return ladder.steps[i].lch.chroma; };
    for (std::size_t i = 1; i + 1 < ladder.steps.size(); ++i)
        QVERIFY(chroma(ladder.cleanest) >= chroma(i));
    QVERIFY(ladder.cleanest > 0 && ladder.cleanest < 14);
    for (std::size_t i = 0; i < ladder.steps.size(); ++i) {
        const Lab& at = ladder.steps[i].colour;
        const bool likeSecond = deltaE00(at, ladder.steps.back().colour) < deltaE00(at, ladder.steps.front().colour);
        QCOMPARE(likeSecond, i >= ladder.turningPoint);
    }
    QCOMPARE(named<LadderSpacing>(nameOf(LadderSpacing::Appearance)), std::optional(LadderSpacing::Appearance));
    QVERIFY(!named<LadderSpacing>("even"));
}

void TestPairs::swapsAreBetterOnes()
{
    const std::vector<Paint> paints = paintsOf({"PB29", "PR108/light", "PV19/rose", "PR101/light red", "PB28", "PY3"});
    const Swaps swaps = swapsFor(paints, 0, 1, wash::full, [](std::size_t) { return true; });
    QVERIFY(swaps.cleaner);
    QCOMPARE(swaps.cleaner->place, std::size_t{2}); // fact 11: with the rose it is a clean violet
    QCOMPARE(swaps.cleaner->end, 1);
    const auto none = swapsFor(paints, 0, 1, wash::full, [](std::size_t) { return false; });
    QVERIFY(!none.cleaner && !none.greyer);
    // Alizarin would make as clean a violet, and fades: it is never offered.
    const std::vector<Paint> fading = paintsOf({"PB29", "PR108/light", "PR83"});
    QVERIFY(!swapsFor(fading, 0, 1, wash::full, [](std::size_t) { return true; }).cleaner);
}

void TestPairs::cleanestOfAllIsOne()
{
    const std::vector<Paint> paints = paintsOf({"PY3", "PY35", "PY110", "PY43", "PB15:3", "PB28", "PB29", "PB35"});
    const CleanReach reach(paints);
    for (const Paint& paint : paints)
        QVERIFY(reach.cleanlinessOf(paint.swatch.full) > 0.2);
    const Ladder clean = ladderBetween(referencePaint("PY3"), referencePaint("PB15:3"), 11, wash::full, usualHandling);
    QVERIFY(reach.cleanlinessOf(clean.steps[clean.cleanest].colour) > 0.97); // fact 8
    // Fact 8: with ochre every green is duller than with lemon.
    const Ladder dull = ladderBetween(referencePaint("PY43"), referencePaint("PB15:3"), 11, wash::full, usualHandling);
    QVERIFY(reach.cleanlinessOf(dull.steps[5].colour) < reach.cleanlinessOf(clean.steps[5].colour));
}

void TestPairs::warmthPointsToOrange()
{
    QVERIFY(std::abs(warmthOf(toLab(Lch{50, 30, 60})) - 30) < 1e-9);
    QVERIFY(std::abs(warmthOf(toLab(Lch{50, 30, 240})) + 30) < 1e-9);
    QVERIFY(std::abs(warmthOf(toLab(Lch{50, 30, 150}))) < 1e-9);
}

void TestPairs::findsWhatASlowSearchFinds_data()
{
    QTest::addColumn<QString>("kind");
    for (const MixKind kind : allMixKinds)
        QTest::newRow(nameOf(kind).data()) << QString::fromStdString(std::string(nameOf(kind)));
}

void TestPairs::findsWhatASlowSearchFinds()
{
    QFETCH(QString, kind);
    const std::vector<Paint> paints = paintsOf(sevenPigments);
    WhatMakesOptions options;
    options.kind = *named<MixKind>(kind.toStdString());
    const std::vector<Finding> findings = whatMakes(paints, options);
    // Every pair, ratio and wash in plain double precision.
    const auto worth = [&](const Lab& colour) {
        const double chroma = std::hypot(colour.a, colour.b);
        switch (options.kind) {
        case MixKind::Greys: return -chroma * 50 / (100 - colour.l);
        case MixKind::Darks: return -std::hypot(colour.l - 15.5, chroma);
        case MixKind::Browns: return chroma;
        case MixKind::Oranges: return chroma * cosine(colour, HueFamily::Orange);
        case MixKind::Greens: return chroma * cosine(colour, HueFamily::Green);
        case MixKind::Violets: return chroma * cosine(colour, HueFamily::Violet);
        }
        return 0.0;
    };
    double best = -1e9;
    std::set<std::pair<std::size_t, std::size_t>> makers;
    forEachSet(paints.size(), 2, [&](std::span<const std::size_t> set) {
        if (set.size() < 2)
            return;
        for (const Ratio& ratio : triedRatiosOf(paints, set))
            for (const double wash : recipeWashes) {
                const Recipe recipe{{{set[0], ratio[0]}, {set[1], ratio[1]}}, wash};
                const Lab colour = colourOf(recipe, paints);
                const bool isLooked =
                    options.kind == MixKind::Darks ? wash == 2 : wash <= 1 && wash >= options.thinnest;
                if (!isLooked || !isOfKind(colour, options.kind) || apartFromItsTubes(recipe, colour, paints) < 5)
                    continue;
                best = std::max(best, worth(colour));
                makers.insert({set[0], set[1]});
            }
    });
    QCOMPARE(findings.size(), makers.size());
    if (findings.empty())
        return;
    // A dark is told in one wash where a second makes it no more than 2 deeper.
    const double asGood = options.kind == MixKind::Darks ? 2.01 : 0.01;
    QVERIFY(std::abs(worth(findings.front().colour) - best) < asGood);
    for (std::size_t i = 0; i < findings.size(); ++i) {
        QVERIFY(i == 0 || worth(findings[i].colour) <= worth(findings[i - 1].colour) + asGood);
        QVERIFY(makers.contains({findings[i].recipe.parts[0].paint, findings[i].recipe.parts[1].paint}));
    }
}

/// A violet-blue is no violet: what is listed as a hue is named so as well.
void TestPairs::aHueIsWhatItIsCalled()
{
    const std::map<MixKind, QStringList> words{
        {MixKind::Greens, {"green", "olive", "teal", "turquoise"}},
        {MixKind::Oranges, {" orange", "-orange", "ochre", "peach"}},
        {MixKind::Violets, {"violet,", "violet grey", "pink", "plum", "lavender"}}};
    std::vector<Paint> paints = paintsOf(sevenPigments);
    for (const char* red : {"PR255", "PR83"}) // whose violets with ultramarine end near the blue
        paints.push_back(referencePaint(red));
    for (const auto& [kind, names] : words) {
        WhatMakesOptions options;
        options.kind = kind;
        options.most = 500;
        const std::vector<Finding> findings = whatMakes(paints, options);
        QVERIFY(findings.size() > 5);
        for (const Finding& finding : findings) {
            const QString name = QString::fromStdString(colourName(finding.colour));
            QVERIFY2(std::ranges::any_of(names, [&](const QString& word) { return name.contains(word); }),
                     qPrintable(name));
        }
    }
}

/// Dioxazine violet with a touch of anything is a violet, but no find.
void TestPairs::aTouchInATubeIsNoFind()
{
    const std::vector<Paint> paints = paintsOf({"PV23", "PY43", "PB29", "PV19/rose"});
    WhatMakesOptions options;
    options.kind = MixKind::Violets;
    const std::vector<Finding> findings = whatMakes(paints, options);
    QVERIFY(!findings.empty());
    for (const Finding& finding : findings)
        QVERIFY(apartFromItsTubes(finding.recipe, finding.colour, paints) >= 4.9);
    const Recipe touch{{{0, 11}, {1, 1}}, 1}; // a violet, only no find
    const Lab violet = colourOf(touch, paints);
    QVERIFY(isOfKind(violet, MixKind::Violets) && apartFromItsTubes(touch, violet, paints) < 5);
}

void TestPairs::ordersHold_data()
{
    QTest::addColumn<QString>("order");
    for (const MixOrder order : allMixOrders)
        QTest::newRow(nameOf(order).data()) << QString::fromStdString(std::string(nameOf(order)));
}

void TestPairs::ordersHold()
{
    QFETCH(QString, order);
    WhatMakesOptions options;
    options.order = *named<MixOrder>(order.toStdString());
    options.mostTubes = 3;
    options.most = 40;
    const std::vector<Paint> paints = paintsOf(sevenPigments);
    const auto measure = [&](const Finding& f) {
        switch (options.order) {
        case MixOrder::Best: return -toLch(f.colour).chroma * cosine(f.colour, HueFamily::Green);
        case MixOrder::Muted: return std::hypot(f.colour.a, f.colour.b);
        case MixOrder::Warm: return -warmthOf(f.colour);
        case MixOrder::Cool: return warmthOf(f.colour);
        case MixOrder::Light: return -f.colour.l;
        case MixOrder::Dark: return f.colour.l;
        case MixOrder::Transparent: return f.judgement.transparency.opacityIndex - 0.001;
        case MixOrder::Lifts: return static_cast<double>(f.judgement.staining);
        case MixOrder::FewPigments: return static_cast<double>(f.recipe.parts.size());
        }
        return 0.0;
    };
    const std::vector<Finding> findings = whatMakes(paints, options);
    QVERIFY(findings.size() > 5);
    for (std::size_t i = 1; i < findings.size(); ++i)
        QVERIFY(measure(findings[i]) >= measure(findings[i - 1]) - 0.01);
    for (const Finding& finding : findings)
        QVERIFY(isOfKind(finding.colour, MixKind::Greens));
}

/// Three named tubes that pale to nothing are a grey at every value, not at the palest alone; and a pair is warm or
/// cool by its balanced grey, once.
void TestPairs::greysAreNotThePalest()
{
    WhatMakesOptions options;
    options.kind = MixKind::Greys;
    options.mostTubes = 3;
    const std::vector<Paint> soft{referencePaint("PB35"), referencePaint("PV19/rose"), referencePaint("PBr24")};
    const auto greys = whatMakes(soft, options);
    QVERIFY(!greys.empty());
    QVERIFY2(greys.front().colour.l < 75, qPrintable(QString::number(greys.front().colour.l)));
    const std::vector<Paint> paints = paintsOf(sevenPigments);
    options.mostTubes = 2;
    options.most = 500;
    std::set<std::vector<std::size_t>> sides[2];
    for (const bool warm : {true, false}) {
        options.order = warm ? MixOrder::Warm : MixOrder::Cool;
        for (const Finding& finding : whatMakes(paints, options)) {
            QVERIFY(warm == (warmthOf(finding.colour) > 0));
            sides[warm].insert({finding.recipe.parts[0].paint, finding.recipe.parts[1].paint});
        }
    }
    QVERIFY(!sides[0].empty() && !sides[1].empty());
    for (const auto& pair : sides[0])
        QVERIFY(!sides[1].contains(pair));
}

void TestPairs::aThirdTubeMustBeWorthIt()
{
    const std::vector<Paint> paints = paintsOf(sevenPigments);
    WhatMakesOptions options;
    options.kind = MixKind::Greys;
    options.mostTubes = 2;
    const std::vector<Finding> pairs = whatMakes(paints, options);
    options.mostTubes = 3;
    options.most = 500;
    for (const Finding& finding : whatMakes(paints, options)) {
        if (finding.recipe.parts.size() < 3)
            continue;
        std::set<std::size_t> tubes;
        for (const Part& part : finding.recipe.parts)
            tubes.insert(part.paint);
        const auto left = [](const Finding& grey) { // of colour, beside its depth
            return toLch(grey.colour).chroma * 50 / (100 - grey.colour.l);
        };
        for (const Finding& pair : pairs)
            if (tubes.contains(pair.recipe.parts[0].paint) && tubes.contains(pair.recipe.parts[1].paint))
                QVERIFY(left(finding) < left(pair) - 0.99);
    }
}

void TestPairs::onlyMixesOfATube()
{
    const std::vector<Paint> paints = paintsOf(sevenPigments);
    WhatMakesOptions options;
    options.mostTubes = 3;
    options.with = 5;
    const auto findings = whatMakes(paints, options);
    QVERIFY(!findings.empty());
    for (const Finding& finding : findings)
        QVERIFY(std::ranges::any_of(finding.recipe.parts, [](const Part& part) { return part.paint == 5; }));
}

void TestPairs::canBeStopped()
{
    std::stop_source stop;
    stop.request_stop();
    WhatMakesOptions options;
    options.mostTubes = 3;
    options.work.stop = stop.get_token();
    QVERIFY(whatMakes(paintsOf(sevenPigments), options).empty());
}

void TestPairs::darksOfTheTrade()
{
    // Facts 15, 16 and 17: the near-blacks painters know are found among a sevenPigments of tubes.
    const std::vector<std::pair<const char*, const char*>> known{
        {"PB29", "PBr7/burnt umber"}, {"PR83", "PG7"}, {"PB60", "PO71"}};
    std::vector<const char*> ids{"PY3", "PV19/rose"};
    for (const auto& [one, two] : known) {
        ids.push_back(one);
        ids.push_back(two);
    }
    const std::vector<Paint> paints = paintsOf(ids);
    WhatMakesOptions options;
    options.kind = MixKind::Darks;
    const auto findings = whatMakes(paints, options);
    for (std::size_t pair = 0; pair < known.size(); ++pair)
        QVERIFY2(std::ranges::any_of(findings,
                                     [&](const Finding& f) {
                                         return f.recipe.parts[0].paint == 2 + 2 * pair
                                                && f.recipe.parts[1].paint == 3 + 2 * pair;
                                     }),
                 known[pair].first);
}

void TestPairs::blackBesideMixedDarks()
{
    WhatMakesOptions options;
    options.kind = MixKind::Darks;
    const std::vector<Paint> withDarks = paintsOf({"PR83", "PG7", "PBk9", "PB60", "PO71"});
    const auto needless = judgeBlack(withDarks, whatMakes(withDarks, options));
    QVERIFY(needless);
    QCOMPARE(needless->black, std::size_t{2});
    QVERIFY(!needless->worthItsWell);
    // The only darks of these hold the black itself: nothing mixed to set beside it.
    const std::vector<Paint> withoutDarks = paintsOf({"PY3", "PBk9"});
    const auto only = judgeBlack(withoutDarks, whatMakes(withoutDarks, options));
    QVERIFY(!only);
    QVERIFY(!judgeBlack(paintsOf({"PR83", "PG7"}), {}));
    options.withBlacks = true;
    const auto holdsBlack = [](const Finding& f) {
        return std::ranges::any_of(f.recipe.parts, [](const Part& part) { return part.paint == 2; });
    };
    QVERIFY(std::ranges::any_of(whatMakes(withDarks, options), holdsBlack));
    options.withBlacks = false;
    QVERIFY(std::ranges::none_of(whatMakes(withDarks, options), holdsBlack));
}

void TestPairs::nudgesGoTheRightWay()
{
    const std::vector<Paint> paints = paintsOf({"PB29", "PBr7/burnt sienna"});
    const Ladder ladder =
        ladderBetween(paints[0], paints[1], 21, wash::full, usualHandling); // fact 15: passes through neutral grey
    const auto parts = ladder.steps[ladder.mostNeutral].parts;
    const Recipe grey{{{0, parts[0]}, {1, parts[1]}}, wash::middle};
    const Lab own = colourOf(grey, paints);
    const auto warmer = nudged(grey, paints, true);
    const auto cooler = nudged(grey, paints, false);
    QVERIFY(warmer && cooler);
    QVERIFY(warmthOf(colourOf(*warmer, paints)) >= warmthOf(own) + 2);
    QVERIFY(warmthOf(colourOf(*cooler, paints)) <= warmthOf(own) - 2);
    QCOMPARE(warmer->wash, grey.wash);
    QVERIFY(deltaE00(colourOf(*warmer, paints), own) < 8);
    QVERIFY(!nudged({{{0, 1}}, wash::full}, paints, true));
}

void TestPairs::wheelIsEven()
{
    const std::vector<Paint> paints = paintsOf({"PY3", "PR122", "PB15:3"});
    const Wheel wheel = wheelOf(paints, {0, 1, 2}, {}, wash::full, usualHandling);
    QCOMPARE(wheel.rim.size(), Wheel::steps);
    QCOMPARE(wheel.missing(), std::size_t{0});
    for (std::size_t i = 0; i < Wheel::steps; ++i) {
        const WheelStep& step = wheel.rim[i];
        const double next = wheel.rim[(i + 1) % Wheel::steps].wantedHue;
        QVERIFY(std::abs(std::abs(signedDegreesBetween(step.wantedHue, next)) - 30) < 1e-9);
        QVERIFY(std::abs(signedDegreesBetween(toLch(step.colour).hueDegrees, step.wantedHue)) < 8);
        QVERIFY(step.recipe.parts.size() <= 2);
        for (const WheelStep* shown : {&step, &wheel.rings[0][i], &wheel.rings[1][i]}) // what its recipe mixes
            QVERIFY(deltaE76(colourOf(shown->recipe, paints), shown->colour) < 1e-9);
        QVERIFY(toLch(wheel.rings[0][i].colour).chroma < toLch(step.colour).chroma);
        QVERIFY(toLch(wheel.rings[1][i].colour).chroma < toLch(wheel.rings[0][i].colour).chroma);
    }
    QCOMPARE(wheel.rim[0].recipe.parts.front().paint, std::size_t{0});
}

void TestPairs::ringsAreGreyedByTheTrueComplement()
{
    // Across from blue stands an orange that holds yellow: with phthalo it goes green, not grey. The true complement
    // takes every step at least as near to grey as the step that happens to stand opposite.
    const std::vector<Paint> paints = paintsOf({"PY35/medium", "PR83", "PB15:3"});
    const Wheel wheel = wheelOf(paints, {0, 1, 2}, {}, wash::full, usualHandling);
    bool better = false;
    for (std::size_t i = 0; i < Wheel::steps; ++i) {
        const WheelStep& own = wheel.rim[i];
        const WheelStep& opposite = wheel.rim[(i + Wheel::steps / 2) % Wheel::steps];
        double least = 1e9;
        for (int step = 0; step <= 60; ++step) {
            const double share = step / 60.0;
            const Film film =
                mixedFilm(std::array{WeightedFilm{&own.film, 1 - share}, WeightedFilm{&opposite.film, share}});
            least = std::min(least, toLch(seenLab(film, wash::full, whitePaper())).chroma);
        }
        // The inner ring has gone three quarters of the way to the least its own partner reaches.
        const double rim = toLch(own.colour).chroma;
        const double reached = rim - (rim - toLch(wheel.rings[1][i].colour).chroma) / 0.75;
        QVERIFY2(reached < least + 1.5,
                 qPrintable(QStringLiteral("%1: %2, opposite %3").arg(i).arg(reached).arg(least)));
        better = better || reached < least - 5;
    }
    QVERIFY(better);
}

void TestPairs::wheelSaysWhatItLacks()
{
    // Three earths: most hues are out of reach.
    const Wheel wheel =
        wheelOf(paintsOf({"PY43", "PR101/light red", "PBr7/burnt umber"}), {0, 1, 2}, {}, wash::full, usualHandling);
    QVERIFY(wheel.missing() >= 6);
}

void TestPairs::earthsStandInsideTheWheel()
{
    const std::vector<Paint> paints = paintsOf({"PY3", "PR122", "PB15:3", "PBr7/burnt sienna", "PG18"});
    const std::array<std::size_t, 2> others{3, 4};
    const Wheel wheel = wheelOf(paints, {0, 1, 2}, others, wash::full, usualHandling);
    QCOMPARE(wheel.others.size(), std::size_t{2});
    QVERIFY(wheel.others[0].radius < 0.8 && wheel.others[0].radius > 0.1);
    QVERIFY(std::abs(signedDegreesBetween(wheel.others[0].hueDegrees, toLch(paints[3].swatch.full).hueDegrees)) < 3);
}

/// Two yellows make neither: what comes nearest is told, and what would take its colour away.
void TestPairs::greysAndDarksAlwaysAnswer()
{
    const std::vector<Paint> yellows{referencePaint("PY3"), referencePaint("PY43")};
    for (const MixKind kind : {MixKind::Darks, MixKind::Greys}) {
        WhatMakesOptions options;
        options.kind = kind;
        QVERIFY(whatMakes(yellows, options).empty());
        const auto nearest = nearestTo(yellows, options);
        QVERIFY(nearest && nearest->missing);
        QVERIFY(*nearest->missing == HueFamily::Blue || *nearest->missing == HueFamily::Violet);
        QVERIFY(deltaE00(nearest->colour, colourOf(nearest->recipe, yellows)) < 1e-9);
        const Recipe twice{nearest->recipe.parts, 2 * nearest->recipe.wash};
        QVERIFY(deltaE00(nearest->secondLayer, colourOf(twice, yellows)) < 1e-9);
        // Nothing else of the two comes nearer to what was wanted.
        const Lab wanted{kind == MixKind::Darks ? 15.5 : 50.0, 0, 0};
        const auto best = closestMatch(wanted, yellows, 2);
        QVERIFY(std::abs(deltaE00(nearest->colour, wanted) - best->apart) < 1e-3);
    }
    WhatMakesOptions greens;
    QVERIFY(!nearestTo(yellows, greens)); // of other kinds it is not asked
    WhatMakesOptions darks;
    darks.kind = MixKind::Darks;
    QVERIFY(!nearestTo({}, darks));
    // A tube of black is no find, so it is no answer either.
    const std::vector<Paint> withBlack{referencePaint("PY3"), referencePaint("PBk9")};
    const auto nearest = nearestTo(withBlack, darks);
    QVERIFY(nearest);
    for (const Part& part : nearest->recipe.parts)
        QCOMPARE(part.paint, 0U);
}

IRIS_TEST(TestPairs, NoApplication)
#include "tst_pairs.moc"
