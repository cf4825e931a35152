#include "../testprogram.h"
#include "palette/choicesession.h"

#include "../mixing/referencepaints.h"
#include "learning/sureness.h"

#include <QtTest>
#include <atomic>
#include <numeric>
#include <set>

using namespace iris;

/// Palettes whose recipes come out surely, against trying every palette.
class TestSureTable : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void theSmallestSureSetsAreFound_data();
    void theSmallestSureSetsAreFound();
    void moreThanAWordOfNeeds();
    void everyStepOfTheStairsIsSure();
    void whatComesOutSeldomIsNotMet();
    void whereNothingIsSureNothingIsMet();
    void eachRecipeIsTriedOnce();
    void stopsWhenAsked();
    void withoutATestItIsRefused();
};

namespace {

std::vector<Paint> drawer(std::size_t count)
{
    std::vector<Paint> paints;
    for (const char* id : {"PY175", "PY43", "PR254", "PV19/rose", "PB29", "PB15:3", "PBr7/burnt sienna", "PG7"})
        paints.push_back(referencePaint(id));
    paints.resize(std::min(paints.size(), count));
    return paints;
}

std::vector<Need> randomNeeds(const std::vector<Paint>& paints, std::size_t count, std::mt19937& random)
{
    std::vector<Need> needs;
    for (std::size_t i = 0; i < count; ++i) {
        const std::size_t first = random() % paints.size();
        const std::size_t second = (first + 1 + random() % (paints.size() - 1)) % paints.size();
        const Recipe recipe{{{first, 1 + int(random() % 4)}, {second, 1 + int(random() % 4)}},
                            recipeWashes[random() % recipeWashes.size()]};
        needs.push_back(
            {"need " + std::to_string(i), colourOf(recipe, paints), 4.0 + random() % 4, 1 + int(random() % 3)});
    }
    return needs;
}

std::vector<std::size_t> tubesOf(const Recipe& recipe)
{
    std::vector<std::size_t> tubes;
    for (const Part& part : recipe.parts)
        tubes.push_back(part.paint);
    std::ranges::sort(tubes);
    return tubes;
}

/// Anything will do as a test, as long as it says the same of the same tubes: here some in a hundred are sure.
bool isSureByLot(const std::vector<std::size_t>& tubes, const Need& need, unsigned percent)
{
    std::size_t seed = std::hash<std::string>()(need.name);
    for (const std::size_t tube : tubes)
        seed = seed * 1000003 + tube + 1;
    std::mt19937 random(static_cast<unsigned>(seed ^ (seed >> 32)));
    random.discard(3);
    return random() % 100 < percent;
}

SureTest byLot(unsigned percent)
{
    return [percent](const Recipe& recipe, const Need& need) { return isSureByLot(tubesOf(recipe), need, percent); };
}

/// Every recipe of a set of the drawer, one after the other in double precision; mixed once.
const std::vector<Lab>& coloursOf(const std::vector<std::size_t>& set)
{
    static std::map<std::vector<std::size_t>, std::vector<Lab>> bySet;
    const auto [entry, isNew] = bySet.try_emplace(set);
    if (!isNew)
        return entry->second;
    const std::vector<Paint> paints = drawer(8);
    for (const Ratio& ratio : triedRatiosOf(paints, set))
        for (const double wash : recipeWashes) {
            Recipe recipe{{}, wash};
            for (std::size_t i = 0; i < set.size(); ++i)
                recipe.parts.push_back({set[i], ratio[i]});
            entry->second.push_back(colourOf(recipe, paints));
        }
    return entry->second;
}

/// What each set of up to three of the drawer meets surely.
std::map<std::vector<std::size_t>, NeedMask> surelyBySet(const std::vector<Paint>& paints,
                                                         const std::vector<Need>& needs, unsigned percent)
{
    std::map<std::vector<std::size_t>, NeedMask> bySet;
    forEachSet(paints.size(), 3, [&](std::span<const std::size_t> tubes) {
        const std::vector<std::size_t> set(tubes.begin(), tubes.end());
        NeedMask mask;
        for (std::size_t n = 0; n < needs.size(); ++n)
            if (isSureByLot(set, needs[n], percent) && std::ranges::any_of(coloursOf(set), [&](const Lab& colour) {
                    return apartFrom(needs[n], colour) <= needs[n].tolerance;
                }))
                mask.add(n);
        bySet[set] = mask;
    });
    return bySet;
}

struct Best {
    int lost = std::numeric_limits<int>::max();
    std::size_t size = 0;
    std::set<std::vector<std::size_t>> sets;
};

/// The smallest palettes of at most so many tubes that lose least, by trying them all.
Best bestPalettes(const std::map<std::vector<std::size_t>, NeedMask>& bySet, const std::vector<Need>& needs,
                  std::size_t paints, std::size_t most)
{
    Best best;
    for (std::size_t bits = 1; bits < std::size_t{1} << paints; ++bits) {
        std::vector<std::size_t> palette;
        for (std::size_t i = 0; i < paints; ++i)
            if ((bits >> i & 1) != 0)
                palette.push_back(i);
        if (palette.size() > most)
            continue;
        NeedMask met;
        for (const auto& [set, mask] : bySet)
            if (std::ranges::includes(palette, set))
                met |= mask;
        int lost = 0;
        for (std::size_t n = 0; n < needs.size(); ++n)
            lost += met.has(n) ? 0 : needs[n].importance;
        if (std::pair(lost, palette.size()) < std::pair(best.lost, best.size))
            best = {lost, palette.size(), {}};
        if (lost == best.lost && palette.size() == best.size)
            best.sets.insert(palette);
    }
    return best;
}

int lostBy(const PaletteSet& set, const std::vector<Need>& needs)
{
    int lost = 0;
    for (std::size_t n = 0; n < needs.size(); ++n)
        lost += set.answers[n].met ? 0 : needs[n].importance;
    return lost;
}

void compare(const Choice& choice, const Best& best, const std::vector<Need>& needs, unsigned percent)
{
    QCOMPARE(std::set<std::vector<std::size_t>>(choice.equals.begin(), choice.equals.end()), best.sets);
    for (const PaletteSet& set : choice.sets) {
        QCOMPARE(lostBy(set, needs), best.lost);
        for (std::size_t n = 0; n < needs.size(); ++n)
            if (set.answers[n].met)
                QVERIFY(isSureByLot(tubesOf(set.answers[n].match.recipe), needs[n], percent));
    }
}

/// Every set that does.
Limits surelyAll()
{
    Limits limits;
    limits.surely = true;
    limits.mostSets = 100000;
    return limits;
}

} // namespace

void TestSureTable::theSmallestSureSetsAreFound_data()
{
    QTest::addColumn<unsigned>("percent");
    QTest::addColumn<int>("most");
    QTest::newRow("most are sure") << 80U << 8;
    QTest::newRow("half are sure") << 50U << 8;
    QTest::newRow("few are sure") << 15U << 8;
    QTest::newRow("half are sure, of up to three tubes") << 50U << 3;
    QTest::newRow("few are sure, of up to two tubes") << 25U << 2;
}

void TestSureTable::theSmallestSureSetsAreFound()
{
    QFETCH(unsigned, percent);
    QFETCH(int, most);
    const std::vector<Paint> paints = drawer(7);
    std::mt19937 random(percent + static_cast<unsigned>(most));
    for (int round = 0; round < 12; ++round) {
        const std::vector<Need> needs = randomNeeds(paints, 4 + random() % 6, random);
        Best best =
            bestPalettes(surelyBySet(paints, needs, percent), needs, paints.size(), static_cast<std::size_t>(most));
        ChoiceSession session(paints, needs, usualHandling, byLot(percent));
        Limits limits;
        limits.surely = true;
        limits.mostTubes = static_cast<std::size_t>(most);
        const auto choice = session.choose(limits);
        QVERIFY(choice.has_value());
        if (choice->sets.empty())
            QCOMPARE(best.lost, std::accumulate(needs.begin(), needs.end(), 0,
                                                [](int sum, const Need& need) { return sum + need.importance; }));
        else
            compare(*choice, best, needs, percent);
    }
}

/// Beyond 64 needs what three tubes meet is kept in another way.
void TestSureTable::moreThanAWordOfNeeds()
{
    const std::vector<Paint> paints = drawer(6);
    std::mt19937 random(4);
    const std::vector<Need> needs = randomNeeds(paints, 90, random);
    ChoiceSession session(paints, needs, usualHandling, byLot(60));
    Limits limits = surelyAll();
    const auto choice = session.choose(limits);
    QVERIFY(choice && !choice->sets.empty());
    compare(*choice, bestPalettes(surelyBySet(paints, needs, 60), needs, paints.size(), 12), needs, 60);
}

void TestSureTable::everyStepOfTheStairsIsSure()
{
    const std::vector<Paint> paints = drawer(7);
    std::mt19937 random(12);
    for (int round = 0; round < 8; ++round) {
        const std::vector<Need> needs = randomNeeds(paints, 8, random);
        const auto bySet = surelyBySet(paints, needs, 60);
        ChoiceSession session(paints, needs, usualHandling, byLot(60));
        Limits limits;
        limits.surely = true;
        const auto stairs = session.staircase(limits);
        QVERIFY(stairs && stairs->end == ChoiceEnd::Done && !stairs->steps.empty());
        for (const StairStep& step : stairs->steps)
            QCOMPARE(lostBy(step.set, needs), bestPalettes(bySet, needs, paints.size(), step.set.tubes.size()).lost);
        QCOMPARE(stairs->steps.back().set.tubes.size(), bestPalettes(bySet, needs, paints.size(), 12).size);
    }
}

/// With what is truly open about the tubes: what the answer calls met comes out as often as was asked, by the plain
/// estimate, and a smaller set or one that is not sure was not good enough.
void TestSureTable::whatComesOutSeldomIsNotMet()
{
    const std::vector<Paint> paints = drawer(8);
    const Learned learned = beforePainting(paints);
    std::mt19937 random(3);
    const std::vector<Need> needs = randomNeeds(paints, 8, random);
    const auto timesOf = [&](const Recipe& recipe, const Need& need) {
        return sureness(recipe, paints, learned, {need.target, need.tolerance});
    };
    const double times = 0.8;
    ChoiceSession session(paints, needs, usualHandling, [&](const Recipe& recipe, const Need& need) {
        return isAtLeastSure(times, recipe, paints, learned, {need.target, need.tolerance});
    });
    const auto hoped = session.choose({});
    Limits limits = surelyAll();
    const auto sure = session.choose(limits);
    QVERIFY(hoped && sure && !sure->sets.empty());
    const PaletteSet& best = sure->sets.front();
    for (std::size_t n = 0; n < needs.size(); ++n)
        if (best.answers[n].met)
            QVERIFY(timesOf(best.answers[n].match.recipe, needs[n]) >= times);
    // Fewer tubes do only where less is to be had.
    QVERIFY(best.tubes.size() >= hoped->sets.front().tubes.size()
            || sure->unreachable.size() > hoped->unreachable.size());
    bool someSeldom = false;
    for (std::size_t n = 0; n < needs.size(); ++n)
        someSeldom = someSeldom || timesOf(hoped->sets.front().answers[n].match.recipe, needs[n]) < times;
    QVERIFY2(someSeldom, "an example in which the difference counts");
}

void TestSureTable::whereNothingIsSureNothingIsMet()
{
    const std::vector<Paint> paints = drawer(5);
    std::mt19937 random(6);
    const std::vector<Need> needs = randomNeeds(paints, 3, random);
    ChoiceSession session(paints, needs, usualHandling, [](const Recipe&, const Need&) { return false; });
    Limits limits = surelyAll();
    const auto choice = session.choose(limits);
    QVERIFY(choice && choice->end == ChoiceEnd::Done);
    QVERIFY(choice->sets.empty());
    QCOMPARE(choice->unreachable.size(), needs.size());
    QCOMPARE(choice->setsOfThisSize, 0U);
    // What is asked plainly is answered as ever.
    QVERIFY(!session.choose({})->sets.empty());
}

/// A tube locked or banned is a question about what was tried already.
void TestSureTable::eachRecipeIsTriedOnce()
{
    const std::vector<Paint> paints = drawer(8);
    std::mt19937 random(9);
    const std::vector<Need> needs = randomNeeds(paints, 8, random);
    std::mutex mutex;
    std::set<std::pair<std::vector<std::size_t>, std::string>> tried;
    bool isTwice = false;
    ChoiceSession session(paints, needs, usualHandling, [&](const Recipe& recipe, const Need& need) {
        const std::scoped_lock lock(mutex);
        isTwice = isTwice || !tried.emplace(tubesOf(recipe), need.name).second;
        return isSureByLot(tubesOf(recipe), need, 70);
    });
    Limits limits = surelyAll();
    const auto first = session.choose(limits);
    QVERIFY(first && !first->sets.empty());
    const auto bySet = surelyBySet(paints, needs, 70);
    limits.never = {first->sets.front().tubes.front()};
    const auto second = session.choose(limits);
    QVERIFY(!isTwice);
    QVERIFY(second && !second->sets.empty());
    auto without = bySet;
    std::erase_if(without, [&](const auto& entry) {
        return std::ranges::find(entry.first, limits.never.front()) != entry.first.end();
    });
    Best best = bestPalettes(without, needs, paints.size(), 12);
    std::erase_if(best.sets,
                  [&](const auto& set) { return std::ranges::find(set, limits.never.front()) != set.end(); });
    compare(*second, best, needs, 70);
}

void TestSureTable::stopsWhenAsked()
{
    const std::vector<Paint> paints = drawer(8);
    std::mt19937 random(2);
    const std::vector<Need> needs = randomNeeds(paints, 10, random);
    std::stop_source source;
    std::atomic<int> tries = 0;
    ChoiceSession session(paints, needs, usualHandling, [&](const Recipe& recipe, const Need& need) {
        if (++tries == 5)
            source.request_stop();
        return isSureByLot(tubesOf(recipe), need, 30);
    });
    Limits limits = surelyAll();
    const auto stopped = session.choose(limits, {.stop = source.get_token(), .progress = {}, .threads = 0});
    QVERIFY(stopped.has_value());
    QCOMPARE(stopped->end, ChoiceEnd::Stopped);
    QVERIFY(tries < 60);
    // Nothing half tried is believed afterwards.
    const auto whole = session.choose(limits);
    const auto anew = ChoiceSession(paints, needs, usualHandling, byLot(30)).choose(limits);
    QVERIFY(whole && anew);
    QCOMPARE(whole->equals, anew->equals);
    QCOMPARE(whole->sets, anew->sets);
}

void TestSureTable::withoutATestItIsRefused()
{
    Limits limits = surelyAll();
    const std::vector<Paint> paints = drawer(3);
    std::mt19937 random(1);
    const auto refused = choosePalette(paints, randomNeeds(paints, 2, random), limits);
    QVERIFY(!refused);
    QCOMPARE(refused.error().code, ErrorCode::BadOption);
}

IRIS_TEST(TestSureTable, NoApplication)
#include "tst_suretable.moc"
