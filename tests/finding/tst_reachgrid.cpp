#include "../testprogram.h"
#include "finding/reachgrid.h"

#include "../mixing/referencepaints.h"
#include "colour/deltae.h"
#include "finding/candidates.h"
#include "finding/simplest.h"

#include <QtTest>
#include <numeric>
#include <random>

using namespace iris;

class TestReachGrid : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void whatIsMixedIsReached();
    void whatIsReachedCanBeMixed();
    void whatTubesCannotDoIsNotReached();
    void withoutTubesThereIsPaper();
    void theNearestWithinARange();
    void wordsAreMetAsSimplyAsCanBe();
    void manyTubesGoByPairs();
    void stopsWhenAsked();
};

namespace {

std::vector<Paint> called(std::initializer_list<const char*> pigments)
{
    std::vector<Paint> paints;
    for (const char* pigment : pigments)
        paints.push_back(paintOf(*ReferenceTable::shipped().find(pigment).value()));
    return paints;
}

std::vector<std::size_t> eachOf(std::size_t count)
{
    std::vector<std::size_t> places(count);
    std::iota(places.begin(), places.end(), 0U);
    return places;
}

ReachGrid reachOfAll(const std::vector<Paint>& paints)
{
    return ReachGrid::of(paints, eachOf(paints.size()), {});
}

/// A yellow, a red, a blue and an earth: few, so that gaps between ratios would show.
const std::initializer_list<const char*> fewTubes{"PY3", "PV19/rose", "PB29", "PBr7/burnt sienna"};

} // namespace

/// Any parts, any wash: also those between what was tried.
void TestReachGrid::whatIsMixedIsReached()
{
    const std::vector<Paint> paints = called(fewTubes);
    const ReachGrid reach = reachOfAll(paints);
    constexpr unsigned seed = 20261203;
    std::mt19937 random(seed);
    qInfo("seed %u", seed);
    std::uniform_real_distribution<double> share(0.05, 1), wash(std::log(0.09), std::log(2.0));
    int missed = 0;
    double farthest = 0;
    constexpr int tries = 4000;
    for (int i = 0; i < tries; ++i) {
        std::vector<std::size_t> three = eachOf(4);
        std::ranges::shuffle(three, random);
        std::vector<WeightedFilm> films;
        for (int j = 0; j < 1 + i % 3; ++j) {
            const Paint& paint = paints[three[static_cast<std::size_t>(j)]];
            films.push_back({&paint.film, share(random)});
        }
        const Lab lab = seenLab(mixedFilm(films), std::exp(wash(random)), Paper().reflectance());
        if (reach.reaches(lab))
            continue;
        ++missed; // at the very edge
        const Lab near = reach.nearestTo(lab, {}).value();
        farthest = std::max(farthest, std::hypot(near.l - lab.l, near.a - lab.a, near.b - lab.b));
    }
    qInfo("%d missed, farthest %.1f", missed, farthest);
    QVERIFY(missed < tries / 20);
    QVERIFY(farthest < 4.5);
}

/// Against the search for mixes, which is held against others.
void TestReachGrid::whatIsReachedCanBeMixed()
{
    const std::vector<Paint> paints = called(fewTubes);
    const ReachGrid reach = reachOfAll(paints);
    constexpr unsigned seed = 20261204;
    std::mt19937 random(seed);
    qInfo("seed %u", seed);
    std::uniform_real_distribution<double> l(5, 97), chroma(-80, 80);
    int tried = 0;
    double most = 0;
    for (int i = 0; i < 60000 && tried < 60; ++i) {
        const Lab lab{l(random), chroma(random), chroma(random)};
        if (!reach.reaches(lab))
            continue;
        ++tried;
        const auto found = candidatesFor({lab, {}, false, false}, paints, eachOf(paints.size()));
        QVERIFY(!found.empty());
        most = std::max(most, std::ranges::min(found, {}, &Candidate::apart).apart);
    }
    QCOMPARE(tried, 60);
    qInfo("farthest %.1f", most);
    QVERIFY2(most < 5, qPrintable(QString::number(most)));
}

void TestReachGrid::whatTubesCannotDoIsNotReached()
{
    const ReachGrid reach = reachOfAll(called(fewTubes));
    QVERIFY(!reach.reaches({60, 75, 60}));   // a clean orange, of a rose and a lemon
    QVERIFY(!reach.reaches({55, -70, 10}));  // phthalo green
    QVERIFY(!reach.reaches({5, 0, 0}));      // deeper than paint
    QVERIFY(!reach.reaches({110, 0, 0}));    // no colour
    QVERIFY(!reach.reaches({50, 1e300, 0})); // none at all
    QVERIFY(!reach.reaches({std::nan(""), 0, 0}));
    QVERIFY(reach.reaches({55, 0, 0})); // a grey
}

void TestReachGrid::withoutTubesThereIsPaper()
{
    const ReachGrid none = ReachGrid::of({}, {}, {});
    QCOMPARE(none.volume(), 1U);
    QVERIFY(none.reaches(Paper().white()));
    QVERIFY(!none.reaches({50, 0, 0}));
    QVERIFY(!none.nearestTo({50, 0, 0}, colourMeant("dark blue").value()));
    QVERIFY(!ReachGrid().reaches({50, 0, 0}));
}

void TestReachGrid::theNearestWithinARange()
{
    const ReachGrid reach = reachOfAll(called(fewTubes));
    for (const char* words : {"olive", "dull violet, dark", "a warm grey", "pale blue", "brown"}) {
        const ColourRange range = colourMeant(words).value();
        const auto nearest = reach.nearestTo(range.middle(), range);
        QVERIFY2(nearest.has_value(), words);
        QVERIFY2(range.holds(*nearest) && reach.reaches(*nearest), words);
    }
    QVERIFY(!reach.nearestTo({50, 0, 0}, colourMeant("bright turquoise").value()));
}

/// Common practice: a deep violet out of the violet tube, a warm grey out of two, and nobody mixes three for peach.
void TestReachGrid::wordsAreMetAsSimplyAsCanBe()
{
    const std::vector<Paint> paints =
        called({"PY3", "PR108/light", "PV19/rose", "PV23", "PB29", "PB15:3", "PBr7/burnt sienna", "PY43"});
    const auto tubes = [&](const char* words) {
        const ColourRange range = colourMeant(words).value();
        const std::vector<std::size_t> places{7, 6, 5, 4, 3, 2, 1, 0};
        const auto recipe = simplestWithin(range, paints, places, {});
        if (!recipe)
            return QString();
        if (!range.holds(colourOf(*recipe, paints)))
            return QString("not %1").arg(words);
        QStringList codes;
        for (const Part& part : recipe->parts)
            codes << QString::fromStdString(textOf(paints[part.paint].codes));
        codes.sort();
        return codes.join('+');
    };
    QCOMPARE(tubes("deep violet"), QString("PV23"));
    QCOMPARE(tubes("peach"), QString("PR108"));
    QCOMPARE(tubes("ochre"), QString("PY43"));
    QCOMPARE(tubes("ultramarine"), QString("PB29"));
    QVERIFY(tubes("a warm grey").count('+') == 1);
    QVERIFY(tubes("a cool grey").count('+') == 1); // not one blue, very thin
    QVERIFY(tubes("dull green").count('+') == 1);
    const std::vector<std::size_t> earths{6, 7};
    QVERIFY(!simplestWithin(colourMeant("blue").value(), paints, earths, {}));
    QVERIFY(!simplestWithin(colourMeant("red").value(), paints, {}, {}));
}

void TestReachGrid::manyTubesGoByPairs()
{
    std::vector<Paint> paints = referencePaints();
    QVERIFY(paints.size() > mostInThreesReached);
    const ReachGrid all = reachOfAll(paints);
    const ReachGrid few = reachOfAll(called(fewTubes));
    QVERIFY(all.volume() > 2 * few.volume());
    QVERIFY(all.reaches({60, 60, 60}));
}

void TestReachGrid::stopsWhenAsked()
{
    std::stop_source stop;
    stop.request_stop();
    WorkOptions work;
    work.stop = stop.get_token();
    const std::vector<Paint> paints = referencePaints();
    QVERIFY(ReachGrid::of(paints, eachOf(paints.size()), {}, work).volume() < 100);
}

IRIS_TEST(TestReachGrid, QCoreApplication)
#include "tst_reachgrid.moc"
