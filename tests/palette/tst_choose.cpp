#include "../testprogram.h"
#include "palette/choicesession.h"
#include "palette/mosthelpful.h"

#include "../mixing/referencepaints.h"
#include "colour/deltae.h"
#include "palette/closeness.h"
#include "palette/firstguess.h"
#include "palette/partners.h"
#include "palette/reach.h"

#include <QtTest>
#include <numeric>

using namespace iris;

class TestChoose : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void answersHoldWhatTheySay();
    void bestMeanComesFirst();
    void mustAndNeverAreKept();
    void schoolsFillTheirPlaces();
    void unreachableNeedsAreSetApart();
    void limitLeavesTheLeastImportant();
    void refusesQuestionsWithoutSense_data();
    void refusesQuestionsWithoutSense();
    void needsAskMoreThanAColour();
    void aStaircaseIsOneChoiceAStep();
    void splitPrimaryPlus();
    void stopsWhenAsked();
    void aSessionCoversOnceAndAnswersTheSame();
    void whatCanBeSwappedCovers();
    void preferencesDecideBetweenEquals();
    void ownPlacesAreFilled();
    void oneTubeMoreClosesANeed();
    void leansThatFaceEachOtherMixCleanest();
    void everyTubeHasItsPartners();
    void strangersAreInOneMixAlone();
    void needsMetAreThoseTheChoiceMeets();
    void aFirstGuessKeepsTheLimits();
    void aFullBoxTellsWhatRestsOnEachTube();
    void ofVeryManyTheMostHelpfulAreChosenFrom();
};

namespace {

std::vector<Paint> drawer()
{
    std::vector<Paint> paints;
    for (const char* id :
         {"PY175", "PY153", "PY43", "PR254", "PV19/rose", "PB29", "PB15:3", "PBr7/burnt sienna", "PG7", "PBk9"})
        paints.push_back(referencePaint(id));
    return paints;
}

std::vector<Need> needs()
{
    return {{"reeds", {68, 10, 46}, 7, 3}, {"mud", {58, 1, 9}, 7, 2},    {"cordgrass", {54, -16, 34}, 7, 2},
            {"rain", {50, -1, -10}, 7, 2}, {"hull", {36, 26, 27}, 7, 1}, {"asters", {46, 24, -30}, 7, 2}};
}

} // namespace

void TestChoose::answersHoldWhatTheySay()
{
    const auto paints = drawer();
    const auto wanted = needs();
    const auto choice = choosePalette(paints, wanted, {});
    QVERIFY(choice && choice->end == ChoiceEnd::Done && !choice->sets.empty());
    QCOMPARE(choice->ruledOut.size(), choice->sets.front().tubes.size() - 1);
    for (const PaletteSet& set : choice->sets) {
        double sum = 0;
        for (std::size_t n = 0; n < wanted.size(); ++n) {
            const NeedAnswer& answer = set.answers[n];
            QVERIFY(answer.met);
            for (const Part& part : answer.match.recipe.parts)
                QVERIFY(std::ranges::find(set.tubes, part.paint) != set.tubes.end());
            QVERIFY(deltaE00(colourOf(answer.match.recipe, paints), wanted[n].target) <= wanted[n].tolerance);
            sum += answer.match.apart;
        }
        QVERIFY(std::abs(set.meanApart - sum / double(wanted.size())) < 1e-9);
        for (const TubeReason& reason : set.reasons) {
            // Without the tube exactly these needs are lost: no recipe of the others comes within the tolerance.
            std::vector<Paint> others;
            for (const std::size_t tube : set.tubes)
                if (tube != reason.tube)
                    others.push_back(paints[tube]);
            for (std::size_t n = 0; n < wanted.size(); ++n) {
                const bool lost = std::ranges::find(reason.lostWithout, n) != reason.lostWithout.end();
                QCOMPARE(closestMatch(wanted[n].target, others)->apart > wanted[n].tolerance, lost);
            }
        }
    }
}

void TestChoose::bestMeanComesFirst()
{
    const auto paints = drawer();
    auto wanted = needs();
    wanted.resize(3);
    const auto choice = choosePalette(paints, wanted, {});
    QVERIFY(choice->sets.size() > 1);
    QCOMPARE(choice->sets.size(), std::min<std::size_t>(50, choice->setsOfThisSize));
    for (std::size_t i = 1; i < choice->sets.size(); ++i)
        QVERIFY(choice->sets[i - 1].meanApart <= choice->sets[i].meanApart);
    Limits one;
    one.mostSets = 1;
    const auto shortest = choosePalette(paints, wanted, one);
    QCOMPARE(shortest->sets.size(), 1U);
    QCOMPARE(shortest->setsOfThisSize, choice->setsOfThisSize);
    QCOMPARE(shortest->sets.front(), choice->sets.front());
    // The recipe shown for a need is the closest of its set.
    const PaletteSet& best = choice->sets.front();
    std::vector<Paint> chosen;
    for (const std::size_t tube : best.tubes)
        chosen.push_back(paints[tube]);
    for (std::size_t n = 0; n < wanted.size(); ++n)
        QVERIFY(std::abs(closestMatch(wanted[n].target, chosen)->apart - best.answers[n].match.apart) < 1e-3);
}

void TestChoose::mustAndNeverAreKept()
{
    const auto paints = drawer();
    const auto wanted = needs();
    Limits limits;
    limits.must = {9};
    limits.never = {6, 8};
    const auto choice = choosePalette(paints, wanted, limits);
    QVERIFY(choice.has_value());
    for (const PaletteSet& set : choice->sets) {
        QVERIFY(std::ranges::find(set.tubes, 9U) != set.tubes.end());
        QVERIFY(std::ranges::find(set.tubes, 6U) == set.tubes.end());
        QVERIFY(std::ranges::find(set.tubes, 8U) == set.tubes.end());
    }
}

void TestChoose::schoolsFillTheirPlaces()
{
    const auto paints = drawer();
    Limits limits;
    limits.school = School::Triad;
    const auto triad = choosePalette(paints, needs(), limits);
    QVERIFY(triad.has_value());
    const auto& tubes = triad->sets.front().tubes;
    QCOMPARE(tubes.size(), 3U);
    const auto count = [&](HueFamily family) {
        return std::ranges::count_if(tubes, [&](std::size_t tube) { return paints[tube].family == family; });
    };
    QVERIFY(count(HueFamily::Yellow) == 1 && count(HueFamily::Red) == 1 && count(HueFamily::Blue) == 1);
    limits.school = School::SplitPrimary;
    QCOMPARE(choosePalette(paints, needs(), limits)->sets.front().tubes, (std::vector<std::size_t>{0, 1, 3, 4, 5, 6}));
    limits.must = {7}; // an earth has no place of its own: it comes on top
    QCOMPARE(choosePalette(paints, needs(), limits)->sets.front().tubes.size(), 7U);
}

void TestChoose::unreachableNeedsAreSetApart()
{
    const auto paints = drawer();
    auto wanted = needs();
    wanted.push_back({"lamp", {70, -80, 60}, 4, 3});
    const auto choice = choosePalette(paints, wanted, {});
    QCOMPARE(choice->unreachable.size(), 1U);
    QCOMPARE(choice->unreachable.front().need, wanted.size() - 1);
    const auto nearest = closestMatch(wanted.back().target, paints);
    QVERIFY(std::abs(choice->unreachable.front().nearest.apart - nearest->apart) < 1e-3);
    QVERIFY(!choice->sets.front().answers.back().met);
    QVERIFY(choice->sets.front().answers.front().met);
}

void TestChoose::limitLeavesTheLeastImportant()
{
    const auto paints = drawer();
    auto wanted = needs();
    const auto whole = choosePalette(paints, wanted, {});
    Limits limits;
    limits.mostTubes = whole->sets.front().tubes.size() - 1;
    const auto fewer = choosePalette(paints, wanted, limits);
    QVERIFY(fewer->sets.front().tubes.size() <= limits.mostTubes);
    int lost = 0;
    for (std::size_t n = 0; n < wanted.size(); ++n)
        lost += fewer->sets.front().answers[n].met ? 0 : wanted[n].importance;
    QVERIFY(lost > 0);
    // No set of that many tubes does better: try them all.
    const CoverageTable table = cover(paints, wanted, usualHandling).table;
    int least = 1000;
    for (unsigned bits = 0; bits < 1U << paints.size(); ++bits) {
        if (std::popcount(bits) > int(limits.mostTubes))
            continue;
        std::vector<std::size_t> set;
        for (std::size_t t = 0; t < paints.size(); ++t)
            if (bits >> t & 1)
                set.push_back(t);
        const NeedMask met = coveredBy(set, table);
        int missed = 0;
        for (std::size_t n = 0; n < wanted.size(); ++n)
            missed += met.has(n) ? 0 : wanted[n].importance;
        least = std::min(least, missed);
    }
    QCOMPARE(lost, least);
}

void TestChoose::refusesQuestionsWithoutSense_data()
{
    QTest::addColumn<int>("kind");
    const QStringList names{"no needs",      "must and never",      "nothing left", "out of range",
                            "too many must", "no blue for a triad", "no tolerance"};
    for (int i = 0; i < names.size(); ++i)
        QTest::newRow(qPrintable(names[i])) << i;
}

void TestChoose::refusesQuestionsWithoutSense()
{
    QFETCH(int, kind);
    const auto paints = drawer();
    auto wanted = needs();
    Limits limits;
    switch (kind) {
    case 0: wanted.clear(); break;
    case 1: limits.must = limits.never = {2}; break;
    case 2:
        limits.never.resize(paints.size());
        std::iota(limits.never.begin(), limits.never.end(), 0U);
        break;
    case 3: limits.must = {99}; break;
    case 4:
        limits.must = {1, 2, 3};
        limits.mostTubes = 2;
        break;
    case 5:
        limits.school = School::Triad;
        limits.never = {5, 6};
        break;
    case 6: wanted[0].tolerance = 0; break;
    }
    const auto choice = choosePalette(paints, wanted, limits);
    QVERIFY(!choice.has_value());
    QVERIFY(!choice.error().message.empty());
}

void TestChoose::needsAskMoreThanAColour()
{
    auto paints = drawer();
    for (Paint& paint : paints)
        paint.lightfastness = 1;
    paints[4].lightfastness = 5; // the rose fades
    auto wanted = needs();
    for (Need& need : wanted)
        need.terms.lightfast = true;
    const auto choice = choosePalette(paints, wanted, {});
    QVERIFY(choice && !choice->sets.empty());
    for (const PaletteSet& set : choice->sets)
        for (const NeedAnswer& answer : set.answers)
            for (const Part& part : answer.match.recipe.parts)
                QVERIFY(part.paint != 4);
    // With every tube stained nothing is there for a need that wants to lift, and that is said without a recipe.
    for (Paint& paint : paints)
        paint.staining = 3;
    wanted[0].terms.lifts = true;
    const auto none = choosePalette(paints, wanted, {});
    QVERIFY(none->unreachable.size() >= 1 && none->unreachable[0].need == 0);
    QVERIFY(none->unreachable[0].nearest.recipe.parts.empty());
    QVERIFY(std::isinf(none->unreachable[0].nearest.apart));
}

/// Each step against the choice with that many tubes allowed.
void TestChoose::aStaircaseIsOneChoiceAStep()
{
    const auto paints = drawer();
    const auto wanted = needs();
    ChoiceSession session(paints, wanted, usualHandling);
    double done = 0;
    bool neverBack = true;
    const auto stairs = session.staircase({}, {.stop = {}, .progress = [&](double share) {
                                                   neverBack = neverBack && share >= done;
                                                   done = share;
                                               }});
    QVERIFY(neverBack && done > 0.9);
    QVERIFY(stairs && stairs->end == ChoiceEnd::Done);
    std::vector<std::size_t> before;
    for (std::size_t i = 0; i < stairs->steps.size(); ++i) {
        const StairStep& step = stairs->steps[i];
        QCOMPARE(step.set.tubes.size(), i + 1);
        Limits limits;
        limits.mostTubes = i + 1;
        const auto choice = session.choose(limits);
        int lost = 0;
        for (std::size_t n = 0; n < wanted.size(); ++n)
            lost += choice->sets.front().answers[n].met ? 0 : wanted[n].importance;
        QCOMPARE(step.lost, lost);
        int own = 0;
        for (std::size_t n = 0; n < wanted.size(); ++n)
            own += step.set.answers[n].met ? 0 : wanted[n].importance;
        QCOMPARE(own, lost);
        // What came and what went leads from step to step.
        std::vector<std::size_t> now = before;
        for (const std::size_t tube : step.left)
            std::erase(now, tube);
        now.insert(now.end(), step.added.begin(), step.added.end());
        std::ranges::sort(now);
        QCOMPARE(now, step.set.tubes);
        before = step.set.tubes;
    }
    QCOMPARE(stairs->steps.back().set.tubes.size(), choosePalette(paints, wanted, {})->sets.front().tubes.size());
    Limits triad;
    triad.school = School::Triad;
    QVERIFY(!session.staircase(triad));
}

/// The six and as few beside them as will do, against every set that holds a split primary.
void TestChoose::splitPrimaryPlus()
{
    std::vector<Paint> paints;
    for (const char* id :
         {"PY175", "PY153", "PR254", "PV19/rose", "PB29", "PB15:3", "PBr7/burnt sienna", "PG7", "PBk9"})
        paints.push_back(referencePaint(id));
    auto wanted = needs();
    wanted.push_back({"soot", {16, 0, 0}, 3, 3});
    wanted.push_back({"bottle", {30, -30, 4}, 3, 2});
    Limits limits;
    limits.school = School::SplitPlus;
    limits.mostTubes = 8;
    const auto choice = choosePalette(paints, wanted, limits);
    QVERIFY(choice && !choice->sets.empty());
    Limits six;
    six.school = School::SplitPrimary;
    const auto bare = choosePalette(paints, wanted, six);
    const auto lostBy = [&](const PaletteSet& set) {
        int lost = 0;
        for (std::size_t n = 0; n < wanted.size(); ++n)
            lost += set.answers[n].met ? 0 : wanted[n].importance;
        return lost;
    };
    // By hand: the six are the only split primary here, so any one or two others may stand beside them.
    int least = lostBy(bare->sets.front());
    std::size_t size = 6;
    const CoverageTable table = cover(paints, wanted, usualHandling).table;
    const NeedMask reachable = table.everything();
    for (const std::vector<std::size_t>& others :
         std::vector<std::vector<std::size_t>>{{6}, {7}, {8}, {6, 7}, {6, 8}, {7, 8}}) {
        std::vector<std::size_t> set{0, 1, 2, 3, 4, 5};
        set.insert(set.end(), others.begin(), others.end());
        int lost = 0;
        for (std::size_t n = 0; n < wanted.size(); ++n)
            lost += coveredBy(set, table).has(n) || !reachable.has(n) ? 0 : wanted[n].importance;
        if (lost < least) {
            least = lost;
            size = set.size();
        }
    }
    QCOMPARE(choice->sets.front().tubes.size(), size);
    for (std::size_t t = 0; t < 6; ++t)
        QVERIFY(std::ranges::find(choice->sets.front().tubes, t) != choice->sets.front().tubes.end());
    limits.mostTubes = 5;
    QVERIFY(!choosePalette(paints, wanted, limits));
}

void TestChoose::stopsWhenAsked()
{
    std::stop_source stop;
    WorkOptions work;
    work.stop = stop.get_token();
    work.progress = [&](double) { stop.request_stop(); };
    const auto choice = choosePalette(drawer(), needs(), {}, work);
    QVERIFY(choice.has_value());
    QCOMPARE(choice->end, ChoiceEnd::Stopped);
    QVERIFY(choice->sets.empty());
}

/// Whatever is locked, banned or asked of a school: the session answers as a choice of its own does, and mixes nothing
/// again unless a tube comes in that was banned from the start.
void TestChoose::aSessionCoversOnceAndAnswersTheSame()
{
    const auto paints = drawer();
    ChoiceSession session(paints, needs(), usualHandling);
    std::vector<Limits> questions(6);
    questions[0].never = {9};
    questions[1].never = {9, 2};
    questions[2].never = {9, 6};
    questions[2].must = {1};
    questions[3].never = {0, 1, 9};
    questions[4].school = School::Triad;
    questions[4].never = {9, 8};
    questions[5].must = {9}; // banned until now
    for (std::size_t i = 0; i < questions.size(); ++i) {
        const auto kept = session.choose(questions[i]);
        const auto own = choosePalette(paints, needs(), questions[i]);
        QVERIFY(kept && own);
        QCOMPARE(kept->sets, own->sets);
        QCOMPARE(kept->setsOfThisSize, own->setsOfThisSize);
        QCOMPARE(kept->unreachable, own->unreachable);
        QCOMPARE(kept->ruledOut.size(), own->ruledOut.size());
        QCOMPARE(kept->recipesMixed > 0, i == 0 || i == 5);
    }
    std::stop_source stop;
    stop.request_stop();
    WorkOptions work;
    work.stop = stop.get_token();
    ChoiceSession fresh(paints, needs(), usualHandling);
    QCOMPARE(fresh.choose(questions[0], work)->end, ChoiceEnd::Stopped);
    QCOMPARE(fresh.choose(questions[0])->sets,
             session.choose(questions[0])->sets); // a stopped one leaves nothing half done
    QVERIFY(!session.choose({School::Free, {0}, {0}, 12, 50}));
}

/// Every tube that is said to stand as well in another's place does: the set with it meets all that was met.
void TestChoose::whatCanBeSwappedCovers()
{
    const auto paints = drawer();
    ChoiceSession session(paints, needs(), Handling{usualTouchesAPart, true}); // laid twice, one set alone does
    const auto choice = session.choose({});
    QCOMPARE(choice->equals.size(), choice->setsOfThisSize);
    std::size_t swapped = 0;
    for (const PaletteSet& set : choice->sets) {
        QVERIFY(std::ranges::find(choice->equals, set.tubes) != choice->equals.end());
        std::size_t next = 0;
        for (const TubeSwap& swap : swapsOf(set.tubes, choice->equals))
            for (const std::size_t other : swap.instead) {
                auto tubes = set.tubes;
                std::ranges::replace(tubes, swap.tube, other);
                std::ranges::sort(tubes);
                const auto own = session.choose(limitsOfJust(tubes, paints.size()));
                QCOMPARE(own->sets.front().answers.size(), needs().size());
                QVERIFY(std::ranges::all_of(own->sets.front().answers, &NeedAnswer::met));
                ++next;
            }
        // And every set that differs in one tube is told.
        QCOMPARE(next, std::size_t(std::ranges::count_if(choice->equals, [&](const auto& other) {
                     std::vector<std::size_t> come;
                     std::ranges::set_difference(other, set.tubes, std::back_inserter(come));
                     return come.size() == 1;
                 })));
        swapped += next;
    }
    QVERIFY(swapped > 0);
}

void TestChoose::preferencesDecideBetweenEquals()
{
    const auto paints = drawer();
    ChoiceSession session(paints, needs(), usualHandling);
    const auto plain = session.choose({});
    QVERIFY(plain->sets.size() > 1);
    Limits limits;
    limits.heldAgainst.assign(paints.size(), 0);
    const auto in = [&](const PaletteSet& set, std::size_t tube) { return std::ranges::count(set.tubes, tube) > 0; };
    for (std::size_t tube = 0; tube < paints.size(); ++tube) {
        limits.heldAgainst.assign(paints.size(), 0);
        limits.heldAgainst[tube] = 1;
        const auto choice = session.choose(limits);
        QCOMPARE(choice->setsOfThisSize, plain->setsOfThisSize); // equals stay equals
        bool seen = false;
        for (std::size_t i = 0; i < choice->sets.size(); ++i) {
            QCOMPARE(choice->sets[i].heldAgainst, in(choice->sets[i], tube) ? 1.0 : 0.0);
            QVERIFY(!seen || in(choice->sets[i], tube)); // all without it come first
            seen = seen || in(choice->sets[i], tube);
        }
    }
    limits.heldAgainst.clear();
    limits.againstThrees = 1;
    const auto few = session.choose(limits);
    const auto threes = [](const PaletteSet& set) {
        return std::ranges::count_if(set.answers,
                                     [](const NeedAnswer& answer) { return answer.match.recipe.parts.size() > 2; });
    };
    for (std::size_t i = 1; i < few->sets.size(); ++i)
        QVERIFY(threes(few->sets[i - 1]) <= threes(few->sets[i]));
    limits.heldAgainst = {1};
    QVERIFY(!session.choose(limits)); // one for each tube, or none
}

void TestChoose::ownPlacesAreFilled()
{
    const auto paints = drawer();
    Limits limits;
    limits.school = School::Own;
    QVERIFY(!choosePalette(paints, needs(), limits));
    limits.places = parsePlaces("yellow, red leans orange, blue leans green, earth").value();
    const auto choice = choosePalette(paints, needs(), limits);
    QVERIFY(choice && !choice->sets.empty());
    for (const PaletteSet& set : choice->sets) {
        QCOMPARE(set.tubes.size(), 4U);
        // Some way of seating them fills every place.
        std::vector<std::size_t> seats = set.tubes;
        bool seated = false;
        do {
            seated = seated
                     || (limits.places[0].accepts(paints[seats[0]]) && limits.places[1].accepts(paints[seats[1]])
                         && limits.places[2].accepts(paints[seats[2]]) && limits.places[3].accepts(paints[seats[3]]));
        } while (std::ranges::next_permutation(seats).found);
        QVERIFY(seated);
    }
    limits.places = parsePlaces("violet").value();
    QVERIFY(!choosePalette(paints, needs(), limits)); // no tube for it
}

/// A clean green out of yellows and reds is not to be had; of the others phthalo green and the blues help, each as far
/// as the closest of all recipes of the set and it.
void TestChoose::oneTubeMoreClosesANeed()
{
    const auto paints = drawer();
    const Need green{"green", {50, -50, 25}, 7};
    const std::vector<std::size_t> set{0, 3};
    std::vector<std::size_t> all(paints.size());
    std::iota(all.begin(), all.end(), std::size_t{0});
    const auto closers = closersOf(green, paints, set, all, usualHandling);
    QVERIFY(!closers.empty());
    QCOMPARE(paints[closers.front().paint].name, referencePaint("PG7").name);
    for (std::size_t i = 0; i < closers.size(); ++i) {
        const std::vector<Paint> three{paints[0], paints[3], paints[closers[i].paint]};
        const Match own = *closestMatch(green.target, three);
        QVERIFY(std::abs(own.apart - closers[i].match.apart) < 0.01);
        QVERIFY(i == 0 || closers[i - 1].match.apart <= closers[i].match.apart);
    }
    for (const std::size_t other : all) // whatever is not told brings nothing
        if (std::ranges::find(closers, other, &Closer::paint) == closers.end() && other != 0 && other != 3)
            QVERIFY(closestMatch(green.target, std::vector{paints[0], paints[3], paints[other]})->apart
                    > closestMatch(green.target, std::vector{paints[0], paints[3]})->apart - 0.01);
    QVERIFY(closersOf(green, paints, {}, {8}, usualHandling).size() == 1);
}

/// Common practice, no published source, and nowhere put in: of the four pairs that make a secondary of a split primary
/// the cleanest is the one whose leans face each other.
void TestChoose::leansThatFaceEachOtherMixCleanest()
{
    struct Secondary {
        std::array<const char*, 2> firsts, seconds; ///< those that face each other come first
        HueFamily between;
    };
    const std::array<Secondary, 3> secondaries{{{{"PY83", "PY3"}, {"PR255", "PV19/rose"}, HueFamily::Orange},
                                                {{"PV19/rose", "PR255"}, {"PB29", "PB15:3"}, HueFamily::Violet},
                                                {{"PY3", "PY83"}, {"PB15:3", "PB29"}, HueFamily::Green}}};
    for (const Secondary& one : secondaries) {
        const double middle = *middleDegrees(one.between);
        std::vector<double> chroma;
        for (const char* first : one.firsts)
            for (const char* second : one.seconds)
                chroma.push_back(reachOf(std::vector{referencePaint(first), referencePaint(second)}, usualHandling)
                                     .chromaBetween(middle - 8, middle + 8));
        for (std::size_t i = 1; i < chroma.size(); ++i)
            QVERIFY2(
                chroma[0] > chroma[i],
                qPrintable(
                    QString("%1 %2: %3 against %4").arg(one.firsts[0], one.seconds[0]).arg(chroma[0]).arg(chroma[i])));
    }
}

void TestChoose::everyTubeHasItsPartners()
{
    std::vector<Paint> paints;
    for (const char* id : {"PY3", "PY83", "PR255", "PV19/rose", "PB29", "PB15:3"})
        paints.push_back(referencePaint(id));
    const auto partners = partnersOf(paints, {0, 1, 2, 3, 4, 5});
    QCOMPARE(partners.size(), 6U);
    QCOMPARE(partners[0].cleanest, 5U); // lemon with the greener blue
    QCOMPARE(partners[1].cleanest, 2U); // the warm yellow with scarlet
    QCOMPARE(partners[2].cleanest, 1U);
    QCOMPARE(partners[5].cleanest, 0U);
    QCOMPARE(partners[3].cleanest, 4U); // rose with ultramarine
    for (const Partners& one : partners)
        QVERIFY(paints[one.greyest].family != paints[one.tube].family && one.greyest != one.cleanest);
    QVERIFY(partnersOf(paints, {0, 1}).empty()); // two yellows
}

void TestChoose::strangersAreInOneMixAlone()
{
    const auto mix = [](std::initializer_list<std::size_t> tubes) {
        NeedAnswer answer{true, {}};
        for (const std::size_t tube : tubes)
            answer.match.recipe.parts.push_back({tube, 1});
        return answer;
    };
    PaletteSet set;
    set.tubes = {1, 4, 6, 9};
    set.answers = {mix({1, 4}), mix({4, 6}), mix({1, 4}), mix({4})};
    QCOMPARE(strangersIn(set), (std::vector<Stranger>{{6, 1}})); // 9 is in none: no stranger, but of no use
    set.answers[1].met = false;
    QVERIFY(strangersIn(set).empty());
    set.answers.resize(2); // two mixes are no picture to be foreign to
    set.answers[1].met = true;
    QVERIFY(strangersIn(set).empty());
}

void TestChoose::needsMetAreThoseTheChoiceMeets()
{
    const auto paints = drawer();
    auto wanted = needs();
    wanted.push_back({"neon", {80, 90, 80}, 3});
    for (const std::vector<std::size_t>& tubes :
         {std::vector<std::size_t>{0, 4, 6}, {1, 5}, {0, 1, 2, 3, 4, 5, 6, 7}}) {
        std::vector<Paint> own;
        for (const std::size_t tube : tubes)
            own.push_back(paints[tube]);
        const NeedsMet met = needsMetBy(own, wanted, usualHandling);
        std::size_t count = 0, threes = 0;
        double sum = 0;
        for (const Need& need : wanted) {
            const Match closest = *closestMatch(need.target, own);
            if (closest.apart > need.tolerance)
                continue;
            ++count;
            sum += closest.apart;
            threes += closest.recipe.parts.size() > 2 ? 1 : 0;
        }
        QCOMPARE(met.met, count);
        QCOMPARE(met.threes, threes);
        QVERIFY(std::abs(met.meanApart - sum / double(std::max<std::size_t>(1, count))) < 0.01);
    }
}

/// What is said before the proof holds: so many needs are met, by tubes that the limits allow, never by fewer than are
/// needed for that, and a school has its places filled.
void TestChoose::aFirstGuessKeepsTheLimits()
{
    const auto paints = drawer();
    ChoiceSession session(paints, needs(), usualHandling);
    std::vector<Limits> questions(6);
    questions[1].must = {9, 2};
    questions[1].never = {1, 5};
    questions[2].mostTubes = 2;
    questions[3].school = School::Triad;
    questions[4].school = School::SplitPlus;
    questions[4].mostTubes = 8;
    questions[5].school = School::Own;
    questions[5].places = parsePlaces("yellow, blue, any").value();
    for (const Limits& limits : questions) {
        const FirstGuess guess = firstGuess(paints, needs(), limits, usualHandling).value();
        const auto proven = session.choose(limits);
        if (!proven) { // no split primary in this drawer
            QVERIFY(!firstGuess(paints, needs(), limits, usualHandling));
            continue;
        }
        std::vector<Paint> own;
        for (const std::size_t tube : guess.tubes) {
            own.push_back(paints[tube]);
            QVERIFY(std::ranges::find(limits.never, tube) == limits.never.end());
        }
        for (const std::size_t tube : limits.must)
            QVERIFY(std::ranges::find(guess.tubes, tube) != guess.tubes.end());
        // What is said is what pairs meet, one need after the other in double precision.
        std::size_t byPairs = 0;
        for (const Need& need : needs())
            byPairs += closestMatch(need.target, own, 2)->apart <= need.tolerance;
        QCOMPARE(guess.met, byPairs);
        QVERIFY(guess.tubes.size() <= limits.mostTubes);
        const auto slots = slotsOf(limits.school, limits.red, limits.places);
        QVERIFY(slots.empty() || guess.tubes.size() >= slots.size());
        const auto& best = proven->sets.front();
        const auto provenMet = std::size_t(std::ranges::count_if(best.answers, &NeedAnswer::met));
        QVERIFY(guess.met <= provenMet);
        QVERIFY(guess.met < provenMet || guess.tubes.size() >= best.tubes.size() || limits.school != School::Free);
        QVERIFY2(guess.met + 3 >= provenMet, qPrintable(QString("%1 of %2").arg(guess.met).arg(provenMet)));
    }
}

/// Twenty tubes that must all be in: nothing is searched for, and each is told with what is lost without it, as the
/// closest of all recipes of the others says.
void TestChoose::aFullBoxTellsWhatRestsOnEachTube()
{
    std::vector<Paint> paints;
    for (const ReferencePigment& row : ReferenceTable::shipped().pigments())
        if (paints.size() < 30)
            paints.push_back(paintOf(row));
    std::vector<std::size_t> box;
    for (std::size_t i = 0; i < 20; ++i)
        box.push_back(i);
    ChoiceSession session(paints, needs(), usualHandling);
    const auto choice = session.choose(limitsOfJust(box, paints.size()));
    QVERIFY2(choice.has_value(), choice ? "" : choice.error().message.c_str());
    const PaletteSet& set = choice->sets.front();
    QCOMPARE(set.tubes, box);
    for (std::size_t i = 0; i < box.size(); i += 5) {
        std::vector<Paint> others(paints.begin(), paints.begin() + 20);
        others.erase(others.begin() + std::ptrdiff_t(i));
        const NeedsMet met = needsMetBy(others, needs(), usualHandling);
        const auto all = std::size_t(std::ranges::count_if(set.answers, &NeedAnswer::met));
        QCOMPARE(all - met.met, set.reasons[i].lostWithout.size());
    }
    Limits more;
    more.mostTubes = 13;
    QVERIFY(!session.choose(more)); // what is searched for stays at twelve
}

/// 300 tubes of which all but a few are nearly the same blue.
void TestChoose::ofVeryManyTheMostHelpfulAreChosenFrom()
{
    std::vector<Paint> paints(290, referencePaint("PB29"));
    for (Paint& blue : paints)
        blue.lightfastness = 5;
    for (const Paint& other : drawer())
        paints.push_back(other);
    const std::size_t rose = 294;
    paints[rose].lightfastness = 5;
    std::vector<Need> wanted = needs();
    for (Need& need : wanted)
        need.terms.lightfast = true; // so that blues that fade help with none
    std::vector<std::size_t> all(paints.size());
    std::iota(all.begin(), all.end(), 0U);
    Limits limits;
    limits.must = {7};
    const auto kept = mostHelpful(paints, wanted, limits, all, usualHandling, {});
    QCOMPARE(kept.size(), mostChosenFrom);
    QVERIFY(std::ranges::is_sorted(kept));
    for (const std::size_t place : {7U, 290U, 297U}) // what must be in, and what helps
        QVERIFY(std::ranges::binary_search(kept, place));

    // The same answer as where only those are there that help, and it is said how many were not looked at.
    const auto choice = choosePalette(paints, wanted, {});
    QCOMPARE(choice->passedOver, paints.size() - mostChosenFrom);
    std::vector<std::size_t> blues(290);
    std::iota(blues.begin(), blues.end(), 0U);
    Limits withoutBlues;
    withoutBlues.never = blues;
    const auto few = choosePalette(paints, wanted, withoutBlues);
    QCOMPARE(few->passedOver, 0U);
    QCOMPARE(choice->sets.front(), few->sets.front());
    QCOMPARE(choice->setsOfThisSize, few->setsOfThisSize);

    // A school keeps tubes for its places, also where they help with nothing.
    for (std::size_t i = 290; i < paints.size(); ++i)
        paints[i].lightfastness = 5;
    limits = {};
    limits.school = School::Triad;
    const auto triads = mostHelpful(paints, wanted, limits, all, usualHandling, {});
    QVERIFY(std::ranges::binary_search(triads, rose));
    QVERIFY(std::ranges::binary_search(triads, 290U));
}

IRIS_TEST(TestChoose, NoApplication)
#include "tst_choose.moc"
