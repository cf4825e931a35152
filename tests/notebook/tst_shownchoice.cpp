#include "../testprogram.h"
#include "notebook/purchasewishes.h"
#include "notebook/shownchoice.h"
#include "palette/choicesession.h"

#include <QtTest>

using namespace iris;

/// A choice as a value: what is asked, what is on show, and where it comes from.
class TestShownChoice : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void whoHasNoTubesIsAskedAboutTheTable();
    void aQuestionIsAboutTheStudioItWasAskedOf();
    void aSwappedSetIsWeighedAgainstWhatItComesFrom();
    void purchasesAreWishedByWhatTheyAre();
};

namespace {

StudioPtr studioWith(std::initializer_list<const char*> codes, FilmCache& films)
{
    Notebook notebook;
    for (const char* code : codes) {
        Tube tube;
        tube.id = {static_cast<std::int64_t>(notebook.tubes.size()) + 11};
        tube.name = code;
        tube.codes = parsePigmentCodes(code).value();
        notebook.tubes.push_back(tube);
    }
    return studioOf(notebook, films);
}

const std::vector<Need> reeds{{"reeds", {68, 10, 46}, 7, 2}};

} // namespace

void TestShownChoice::whoHasNoTubesIsAskedAboutTheTable()
{
    FilmCache films;
    QVERIFY(questionOf(studioWith({}, films), reeds).pool.paints.size() > 50);
    const ChoiceQuestion own = questionOf(studioWith({"PY3", "PB29"}, films), reeds);
    QCOMPARE(own.pool.paints.size(), 2U);
    const ChoiceQuestion just = questionOfJust({1}, own);
    QCOMPARE(just.limits.never, std::vector<std::size_t>{0});
    QVERIFY(!just.limits.surely && !just.isSure() && !just.prefersForgiving());
}

void TestShownChoice::aQuestionIsAboutTheStudioItWasAskedOf()
{
    FilmCache films;
    const auto question =
        std::make_shared<ChoiceQuestion>(questionOf(studioWith({"PY3", "PB29", "PR101"}, films), reeds));
    ChoiceSession session(question->pool.paints, question->needs, usualHandling);
    const auto answer = session.choose(question->limits);
    QVERIFY(answer && !answer->sets.empty());
    const ShownChoice shown{question, std::make_shared<Choice>(*answer), 0, ChoiceOrigin::Chosen, {}, {}, {}};
    std::vector<TubeId> own;
    for (const std::size_t tube : shown.set().tubes)
        own.push_back(question->studio->notebook.tubes[tube].id);
    QCOMPARE(shown.ownTubes(), own);
    QVERIFY(shown.isAllOwned());
    QCOMPARE(shown.paints().size(), own.size());
    // Of the table's rows none is the painter's own.
    const auto table = std::make_shared<ChoiceQuestion>(questionOf(studioWith({}, films), reeds));
    Choice bought;
    bought.sets.resize(1);
    bought.sets[0].tubes = {3, 7};
    const ShownChoice toBuy{table, std::make_shared<Choice>(bought), 0, ChoiceOrigin::Chosen, {}, {}, {}};
    QVERIFY(toBuy.ownTubes().empty() && !toBuy.isAllOwned());
}

void TestShownChoice::aSwappedSetIsWeighedAgainstWhatItComesFrom()
{
    Choice chosen;
    chosen.sets.resize(2);
    chosen.equals = {{0, 1}, {0, 2}};
    Choice mixed;
    mixed.sets.resize(1);
    mixed.equals = {{0, 2}};
    const auto from = std::make_shared<ShownChoice>(
        ShownChoice{nullptr, std::make_shared<Choice>(chosen), 1, ChoiceOrigin::Chosen, {}, {}, {}});
    const ShownChoice swapped{nullptr, std::make_shared<Choice>(mixed), 0, ChoiceOrigin::Swapped, {}, {}, from};
    QCOMPARE(swapped.equals(), chosen.equals);
    QCOMPARE(from->equals(), chosen.equals);
    QCOMPARE(&from->set(), &from->answer->sets[1]);
}

void TestShownChoice::purchasesAreWishedByWhatTheyAre()
{
    FilmCache films;
    ChoiceQuestion question = questionOf(studioWith({}, films), reeds);
    const TubePool& pool = question.pool;
    const auto place = [&](const char* code) {
        const auto found =
            std::ranges::find_if(pool.paints, [&](const Paint& paint) { return textOf(paint.codes) == code; });
        return static_cast<std::size_t>(found - pool.paints.begin());
    };
    PurchaseWishes purchases;
    const std::string yellow = PurchaseWishes::keyOf(pool, place("PY3"));
    const std::string blue = PurchaseWishes::keyOf(pool, place("PB29"));
    QVERIFY(yellow != blue);
    purchases.setMust(yellow, true);
    purchases.setMust(blue, true);
    purchases.leaveOut(blue, "Ultramarine"); // what is left out need not be in
    QVERIFY(purchases.must(yellow) && !purchases.must(blue));
    Limits limits = question.limits;
    purchases.apply(limits, pool);
    QCOMPARE(limits.must, std::vector<std::size_t>{place("PY3")});
    QVERIFY(std::ranges::find(limits.never, place("PB29")) != limits.never.end());
    purchases.allow(blue);
    purchases.setMust(yellow, false);
    limits = question.limits;
    purchases.apply(limits, pool);
    QVERIFY(limits.must == question.limits.must && limits.never == question.limits.never);
}

IRIS_TEST(TestShownChoice, NoApplication)
#include "tst_shownchoice.moc"
