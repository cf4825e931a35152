#include "../testprogram.h"
#include "finding/diagnosis.h"
#include "finding/mother.h"
#include "finding/replacing.h"

#include "../mixing/referencepaints.h"
#include "colour/deltae.h"

#include <QtTest>

using namespace iris;

/// What is done to mixes that are there already: a tube replaced, a mother colour stirred in, mud explained.
class TestMending : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void theSameTubeStandsInBest();
    void aStrongerTubeStandsInByLess();
    void aWeakerFilmStandsInByMore();
    void rankedByHowTheyMix();
    void twoTogetherWhereOneWillNotDo();
    void withoutMixesAllPairsAreTried();
    void aMotherColourTies();
    void noShareChangesNothing();
    void mudIsExplained();
    void theThirdPrimaryIsNamed_data();
    void theThirdPrimaryIsNamed();
    void whatIsCleanIsLeftAlone();
    void oddMixesAreNotMadeMore();
};

namespace {

std::vector<std::size_t> placesOf(const std::vector<Paint>& paints)
{
    std::vector<std::size_t> places(paints.size());
    std::iota(places.begin(), places.end(), 0U);
    return places;
}

} // namespace

void TestMending::theSameTubeStandsInBest()
{
    std::vector<Paint> paints{referencePaint("PY3"), referencePaint("PB29"), referencePaint("PB28"),
                              referencePaint("PY3")};
    paints[3].name = "another maker's lemon";
    const std::vector<Recipe> mixes{{{{0, 3}, {1, 1}}, 1}, {{{0, 1}}, 0.5}};
    const auto found = standInsFor(0, mixes, paints, {placesOf(paints), 10, {}});
    QCOMPARE(found.front().recipe.parts, (std::vector<Part>{{3, 1}}));
    QVERIFY(found.front().apartInMixes < 0.05);
    QVERIFY(std::abs(found.front().strength - 1) < 0.05);
    QVERIFY(std::ranges::none_of(found, [](const StandIn& s) {
        return std::ranges::find(s.recipe.parts, 0U, &Part::paint) != s.recipe.parts.end();
    }));
    QCOMPARE(found.front().apartOf.size(), 2U);
}

void TestMending::aStrongerTubeStandsInByLess()
{
    std::vector<Paint> paints{referencePaint("PB15:3"), referencePaint("PY3"), referencePaint("PB15:3")};
    paints[2].strength = 2 * paints[0].strength;
    const std::vector<Recipe> mixes{{{{0, 1}, {1, 6}}, 0.6}, {{{0, 1}, {1, 3}}, 0.4}};
    const auto found = standInsFor(0, mixes, paints, {placesOf(paints), 10, {}});
    QCOMPARE(found.front().recipe.parts, (std::vector<Part>{{2, 1}}));
    QVERIFY2(std::abs(found.front().strength - 0.5) < 0.02, qPrintable(QString::number(found.front().strength)));
}

/// Paint of half the film does the same with twice as much of it, whatever its label says of its strength.
void TestMending::aWeakerFilmStandsInByMore()
{
    std::vector<Paint> paints{referencePaint("PB29"), referencePaint("PY3"), referencePaint("PB29")};
    for (double& k : paints[2].film.absorption)
        k /= 2;
    for (double& s : paints[2].film.scattering)
        s /= 2;
    const std::vector<Recipe> mixes{{{{0, 2}, {1, 3}}, 0.6}, {{{0, 1}}, 0.4}};
    const auto found = standInsFor(0, mixes, paints, {placesOf(paints), 10, {}});
    const auto same = std::ranges::find_if(found, [](const StandIn& s) {
        return s.recipe.parts == std::vector<Part>{{2, 1}};
    });
    QVERIFY(same != found.end());
    QVERIFY2(std::abs(same->strength - 2) < 0.25, qPrintable(QString::number(same->strength)));
}

/// By itself an indigo of pigments may look nearer than it mixes: the order goes by the mixes, each of which is checked
/// by hand.
void TestMending::rankedByHowTheyMix()
{
    const std::vector<Paint> paints{referencePaint("PB27"), referencePaint("PB60"), referencePaint("PB15:3"),
                                    referencePaint("PB29"), referencePaint("PY3")};
    const std::vector<Recipe> mixes{{{{0, 1}, {4, 3}}, 0.6}, {{{0, 1}, {4, 8}}, 0.6}};
    const auto found = standInsFor(0, mixes, paints, {{1, 2, 3}, 10, {}});
    QVERIFY(std::ranges::is_sorted(found, {}, &StandIn::apartInMixes));
    for (const StandIn& one : found) {
        double sum = 0;
        for (std::size_t i = 0; i < mixes.size(); ++i) {
            const Film film = mixedFilm(one.recipe, paints);
            double own = 0;
            for (const Part& part : one.recipe.parts)
                own += part.parts * paints[part.paint].strength;
            double parts = 0;
            for (const Part& part : one.recipe.parts)
                parts += part.parts;
            const std::array films{WeightedFilm{&film, one.strength * own / parts},
                                   WeightedFilm{&paints[4].film, mixes[i].parts[1].parts * paints[4].strength}};
            const double apart = deltaE00(seenLab(mixedFilm(films), 0.6, whitePaper()), colourOf(mixes[i], paints));
            QVERIFY(std::abs(apart - one.apartOf[i]) < 1e-6);
            sum += apart;
        }
        QVERIFY(std::abs(sum / 2 - one.apartInMixes) < 1e-6);
    }
    // Trade fact 26: Prussian blue is approached by phthalo with others before ultramarine alone.
    QVERIFY(found.front().recipe.parts[0].paint != 3);
}

void TestMending::twoTogetherWhereOneWillNotDo()
{
    // Quinacridone gold without it: nickel azo yellow and rose together (trade fact 24).
    const std::vector<Paint> paints{referencePaint("PO49"), referencePaint("PY150"), referencePaint("PV19/rose"),
                                    referencePaint("PB29")};
    const std::vector<Recipe> mixes{{{{0, 1}}, 1}, {{{0, 1}}, 0.2}, {{{0, 2}, {3, 1}}, 0.7}};
    const auto found = standInsFor(0, mixes, paints, {{1, 2, 3}, 10, {}});
    QCOMPARE(found.front().recipe.parts.size(), 2U);
    QCOMPARE(found.front().recipe.parts[0].paint, 1U);
    QCOMPARE(found.front().recipe.parts[1].paint, 2U);
}

void TestMending::withoutMixesAllPairsAreTried()
{
    const std::vector<Paint> paints{referencePaint("PR255"), referencePaint("PR254"), referencePaint("PY3"),
                                    referencePaint("PB29")};
    const auto found = standInsFor(0, {}, paints, {placesOf(paints), 10, {}});
    QCOMPARE(found.front().recipe.parts[0].paint, 1U);
    QCOMPARE(found.front().apartOf.size(), 5U); // full, thin, and with each of three
    QVERIFY(standInsFor(0, {}, {paints.data(), 1}, {{0}, 10, usualHandling, {}}).empty());
    std::stop_source stop;
    stop.request_stop();
    QVERIFY(standInsFor(0, {}, paints, {placesOf(paints), 10, usualHandling, {stop.get_token(), {}, 0}}).empty());
}

void TestMending::aMotherColourTies()
{
    const std::vector<Paint> paints{referencePaint("PY3"), referencePaint("PR255"), referencePaint("PB29"),
                                    referencePaint("PBr7/burnt sienna")};
    const std::vector<Recipe> mixes{{{{0, 1}}, 0.6}, {{{1, 1}}, 0.6}, {{{2, 1}}, 0.6}};
    double before = 1000;
    for (const double share : {0.0, 0.1, 0.25, 0.5}) {
        const MotherColour tied = withMother(mixes, 3, share, paints);
        QVERIFY(tied.spreadAfter < before);
        before = tied.spreadAfter;
        QVERIFY(tied.spreadAfter <= tied.spreadBefore + 1e-9);
        QVERIFY(tied.chromaAfter <= tied.chromaBefore + 1e-9);
        // Three parts of ultramarine and one of sienna by strength, mixed by hand.
        const std::array films{WeightedFilm{&paints[2].film, 1 - share}, WeightedFilm{&paints[3].film, share}};
        QVERIFY(deltaE00(tied.mixes[2].after, seenLab(mixedFilm(films), 0.6, whitePaper())) < 1e-9);
    }
}

void TestMending::noShareChangesNothing()
{
    const std::vector<Paint> paints{referencePaint("PY3"), referencePaint("PB29")};
    const std::vector<Recipe> mixes{{{{0, 1}, {1, 2}}, 0.6}};
    const MotherColour tied = withMother(mixes, 0, 0, paints);
    QVERIFY(deltaE00(tied.mixes[0].before, tied.mixes[0].after) < 1e-9);
    QVERIFY(withMother({}, 0, 0.2, paints).mixes.empty());
}

/// "My purple is mud": a red that leans orange brings yellow in, and a rose mends it.
void TestMending::mudIsExplained()
{
    const std::vector<Paint> paints{referencePaint("PR255"), referencePaint("PB29"), referencePaint("PV19/rose"),
                                    referencePaint("PY3")};
    const Diagnosis found = diagnose({{{0, 1}, {1, 2}}, 0.6}, paints, [](std::size_t) { return true; });
    QCOMPARE(found.culprit, std::optional<std::size_t>(0));
    QCOMPARE(found.instead, std::optional<std::size_t>(2));
    QVERIFY(toLch(found.after).chroma > found.chroma + 3);
    QCOMPARE(colourOf(found.mended, paints), found.after);
    QCOMPARE(found.leans, std::optional(HueFamily::Orange));
    QCOMPARE(found.carriesIn, std::optional(HueFamily::Yellow));
    // Without the rose there is nothing to mend it with; the red is still the one to blame.
    const Diagnosis none = diagnose({{{0, 1}, {1, 2}}, 0.6}, paints, [](std::size_t place) { return place != 2; });
    QVERIFY(!none.instead);
    QVERIFY(none.culprit.has_value());
    QCOMPARE(none.after, none.before);
    // Nor is a crimson that fades proposed.
    const std::vector<Paint> fading{referencePaint("PR255"), referencePaint("PB29"), referencePaint("PR83")};
    QVERIFY(!diagnose({{{0, 1}, {1, 2}}, 0.6}, fading, [](std::size_t) { return true; }).instead);
}

/// Each in words of the trade: which tube, where it leans, what comes in (common practice).
void TestMending::theThirdPrimaryIsNamed_data()
{
    QTest::addColumn<QString>("first");
    QTest::addColumn<QString>("second");
    QTest::addColumn<QString>("culprit"); // empty where the two are complements
    QTest::addColumn<QString>("leans");
    QTest::addColumn<QString>("brings");
    QTest::newRow("a violet of an orange red") << "PR108/light"
                                               << "PB29"
                                               << "PR108/light"
                                               << "orange"
                                               << "yellow";
    QTest::newRow("a violet of a green blue") << "PV19/rose"
                                              << "PB35"
                                              << "PB35"
                                              << "green"
                                              << "yellow";
    QTest::newRow("a green of a violet blue") << "PY3"
                                              << "PB29"
                                              << "PB29"
                                              << "violet"
                                              << "red";
    QTest::newRow("a green of an orange yellow") << "PY110"
                                                 << "PB15:3"
                                                 << "PY110"
                                                 << "orange"
                                                 << "red";
    QTest::newRow("an orange of a crimson") << "PY153"
                                            << "PR122"
                                            << "PR122"
                                            << "violet"
                                            << "blue";
    QTest::newRow("red and green") << "PR255"
                                   << "PG7"
                                   << ""
                                   << ""
                                   << "";
    QTest::newRow("ultramarine and orange") << "PB29"
                                            << "PO73"
                                            << ""
                                            << ""
                                            << "";
}

void TestMending::theThirdPrimaryIsNamed()
{
    QFETCH(QString, first);
    QFETCH(QString, second);
    QFETCH(QString, culprit);
    QFETCH(QString, leans);
    QFETCH(QString, brings);
    std::vector<Paint> paints{referencePaint(first.toLatin1()), referencePaint(second.toLatin1())};
    for (const char* other : {"PV19/rose", "PR254", "PY3", "PB15:3", "PB29", "PY153"})
        paints.push_back(referencePaint(other));
    const Diagnosis found = diagnose({{{0, 1}, {1, 1}}, 0.6}, paints, [](std::size_t) { return true; });
    QCOMPARE(found.standAcross, culprit.isEmpty());
    if (culprit.isEmpty()) {
        QVERIFY(!found.culprit && !found.instead);
        return;
    }
    QCOMPARE(*found.culprit, culprit == first ? 0U : 1U);
    QVERIFY(found.leans && found.carriesIn);
    QCOMPARE(QString::fromStdString(std::string(nameOf(*found.leans))), leans);
    QCOMPARE(QString::fromStdString(std::string(nameOf(*found.carriesIn))), brings);
}

void TestMending::whatIsCleanIsLeftAlone()
{
    const std::vector<Paint> paints{referencePaint("PV19/rose"), referencePaint("PB15:3"), referencePaint("PR255")};
    const Diagnosis found = diagnose({{{0, 2}, {1, 1}}, 0.6}, paints, [](std::size_t) { return true; });
    QVERIFY(!found.instead);
}

void TestMending::oddMixesAreNotMadeMore()
{
    const std::vector<Paint>& paints = referencePaints();
    const auto anything = [](std::size_t) { return true; };
    QVERIFY(!diagnose({{{0, 1}}, 1}, paints, anything).culprit);
    Recipe many{{}, 1};
    for (std::size_t i = 0; i < 14; ++i)
        many.parts.push_back({i * 7, 1 + int(i)});
    const Diagnosis found = diagnose(many, paints, [](std::size_t place) { return place < 30; });
    QVERIFY(found.culprit.has_value());
    QCOMPARE(found.mended.parts.size(), 14U);
}

IRIS_TEST(TestMending, NoApplication)
#include "tst_mending.moc"
