#include "../testprogram.h"
#include "mixing/setsearch.h"

#include "mixing/matching.h"
#include "mixing/whatmakes.h"

#include <QtTest>
#include <atomic>
#include <mutex>
#include <set>

using namespace iris;

/// The scan over sets of tubes that matching, what makes it, coverage and closeness share.
class TestSetSearch : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everySetComesOnce_data();
    void everySetComesOnce();
    void smallerSetsAreDoneFirst();
    void progressOnlyRises();
    void stopsWhenAskedTo_data();
    void stopsWhenAskedTo();
    void theSameForAnyNumberOfThreads();
    void ofManyTheNearestAreMixedInThrees();
};

namespace {

std::vector<Paint> table()
{
    std::vector<Paint> paints;
    for (const ReferencePigment& pigment : ReferenceTable::shipped().pigments())
        paints.push_back(paintOf(pigment));
    return paints;
}

} // namespace

void TestSetSearch::everySetComesOnce_data()
{
    QTest::addColumn<int>("paints");
    QTest::addColumn<int>("least");
    QTest::addColumn<int>("most");
    for (const int paints : {0, 1, 2, 3, 7})
        for (const int least : {1, 2, 3})
            for (int most = least; most <= 3; ++most)
                QTest::addRow("%d paints, %d to %d", paints, least, most) << paints << least << most;
}

void TestSetSearch::everySetComesOnce()
{
    QFETCH(int, paints);
    QFETCH(int, least);
    QFETCH(int, most);
    std::multiset<std::vector<std::size_t>> seen;
    std::mutex mutex;
    const bool done = searchSets(static_cast<std::size_t>(paints), static_cast<std::size_t>(least),
                                 static_cast<std::size_t>(most), {}, [&](const SetRange& sets) {
                                     sets.forEach([&](std::span<const std::size_t> set) {
                                         const std::scoped_lock lock(mutex);
                                         seen.insert({set.begin(), set.end()});
                                     });
                                 });
    QVERIFY(done);
    std::multiset<std::vector<std::size_t>> wanted; // by masks, another way round
    for (unsigned mask = 0; mask < (1U << paints); ++mask) {
        std::vector<std::size_t> set;
        for (std::size_t i = 0; i < static_cast<std::size_t>(paints); ++i)
            if ((mask >> i) & 1U)
                set.push_back(i);
        if (std::ssize(set) >= least && std::ssize(set) <= most)
            wanted.insert(set);
    }
    QVERIFY(seen == wanted);
}

void TestSetSearch::smallerSetsAreDoneFirst()
{
    std::atomic<int> pairs = 0;
    std::atomic<bool> early = false;
    searchSets(12, 2, 3, {}, [&](const SetRange& sets) {
        sets.forEach([&](std::span<const std::size_t> set) {
            if (set.size() == 2)
                ++pairs;
            else if (pairs != 66)
                early = true;
        });
    });
    QVERIFY(!early);
}

void TestSetSearch::progressOnlyRises()
{
    std::vector<double> shares;
    WorkOptions work;
    work.progress = [&](double share) { shares.push_back(share); };
    searchSets(20, 1, 3, work, [](const SetRange&) {});
    QVERIFY(std::ranges::is_sorted(shares));
    QVERIFY(shares.front() < 0.01);
    QVERIFY(std::abs(shares.back() - 1) < 1e-9);
}

void TestSetSearch::stopsWhenAskedTo_data()
{
    QTest::addColumn<int>("search");
    QTest::newRow("match") << 0;
    QTest::newRow("nearest") << 1;
    QTest::newRow("what makes, pairs alone") << 2;
    QTest::newRow("what makes, triples") << 3;
}

/// Told to stop by its own first progress, a search does no more than what is under way.
void TestSetSearch::stopsWhenAskedTo()
{
    QFETCH(int, search);
    const std::vector<Paint> paints = table();
    std::stop_source stop;
    int reports = 0;
    WorkOptions work;
    work.stop = stop.get_token();
    work.progress = [&](double) {
        ++reports;
        stop.request_stop();
    };
    const Lab wanted{50, 20, 30};
    if (search == 0)
        QVERIFY(matchesFor(wanted, paints, {40, 3, 20, usualHandling, work}).empty());
    else if (search == 1)
        QVERIFY(!closestMatch(wanted, paints, 3, work));
    else
        QVERIFY(whatMakes(paints, {MixKind::Greens, MixOrder::Best, search, 20, 0.17, false, {}, usualHandling, work})
                    .empty());
    QVERIFY2(reports > 0 && reports < 8, qPrintable(QString::number(reports)));
}

void TestSetSearch::theSameForAnyNumberOfThreads()
{
    std::vector<Paint> paints = table();
    paints.resize(24);
    paints.push_back(paints.front()); // two that tie in everything
    const auto with = [](unsigned threads) {
        WorkOptions work;
        work.threads = threads;
        return work;
    };
    const Lab wanted{55, -20, 30};
    QVERIFY(matchesFor(wanted, paints, {7, 3, 200, usualHandling, with(1)})
            == matchesFor(wanted, paints, {7, 3, 200, usualHandling, with(5)}));
    QVERIFY(closestMatch(wanted, paints, 3, with(1)) == closestMatch(wanted, paints, 3, with(5)));
    const auto makes = [&](unsigned threads) {
        return whatMakes(paints,
                         {MixKind::Greys, MixOrder::Best, 3, 40, 0.17, false, {}, usualHandling, with(threads)});
    };
    QVERIFY(makes(1) == makes(5));
}

void TestSetSearch::ofManyTheNearestAreMixedInThrees()
{
    QCOMPARE(std::ranges::count(worthThrees(std::vector<float>(mostInThrees, 5), {}), true),
             static_cast<std::ptrdiff_t>(mostInThrees));
    std::vector<float> far(1000);
    for (std::size_t i = 0; i < far.size(); ++i)
        far[i] = static_cast<float>((i * 7) % 1000);
    const std::vector<std::size_t> must{1, 2, 999};
    const std::vector<bool> worth = worthThrees(far, must);
    QVERIFY(worth[1] && worth[2] && worth[999]);
    QVERIFY(static_cast<std::size_t>(std::ranges::count(worth, true)) <= mostInThrees);
    for (std::size_t i = 0; i < far.size(); ++i)
        QVERIFY(
            worth[i]
            == (far[i] < static_cast<float>(mostInThrees - must.size()) || std::ranges::find(must, i) != must.end()));
}

IRIS_TEST(TestSetSearch, NoApplication)
#include "tst_setsearch.moc"
