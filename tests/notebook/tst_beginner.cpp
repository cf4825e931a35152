#include "../testprogram.h"
#include "notebook/shownchoice.h"

#include "palette/choicesession.h"
#include "words/paintwords.h"

#include <QtTest>
#include <random>

using namespace iris;

/// Who owns nothing and asks what to buy for a picture: whatever is wished for, the list holds what a teacher would
/// send a beginner for.
class TestBeginner : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void noListHoldsWhatATeacherWouldNot_data();
    void noListHoldsWhatATeacherWouldNot();
    void theWhiteOfThePaperIsNotBought();
    void aBlueIsNoVioletWithGreenInIt();
    void aStormIsNotBoughtInBlack();
};

namespace {

/// A made-up picture: a white, a dark and mixes of two usual paints each, in washes from thin to full.
std::vector<Need> picture(unsigned seed)
{
    std::mt19937 random(seed);
    std::vector<Paint> paints;
    addTable(paints, Shelf::Usual);
    std::vector<Need> needs{{"the light", {94, 0, 3}}, {"the darkest", {30, 1, -3}}};
    while (needs.size() < 8) {
        const std::size_t first = random() % paints.size();
        const std::size_t second = random() % paints.size();
        if (first == second)
            continue;
        const double wash = 0.15 + 0.85 * static_cast<double>(random() % 1000) / 1000;
        const Recipe recipe{{{first, 1 + int(random() % 4)}, {second, 1 + int(random() % 4)}}, wash};
        needs.push_back({"need " + std::to_string(needs.size()), colourOf(recipe, paints)});
    }
    return needs;
}

using Wish = void (*)(PaletteWishes&);

Choice listFor(const std::vector<Need>& needs, Wish wish, TubePool& pool)
{
    FilmCache films;
    Notebook notebook;
    wish(notebook.wishes);
    const ChoiceQuestion question = questionOf(studioOf(notebook, films), needs);
    pool = question.pool;
    ChoiceSession session(pool.paints, needs, notebook.handling);
    const auto choice = session.choose(question.limits);
    return choice ? *choice : Choice{};
}

} // namespace

Q_DECLARE_METATYPE(Wish)

void TestBeginner::noListHoldsWhatATeacherWouldNot_data()
{
    QTest::addColumn<Wish>("wish");
    const auto add = [](const char* name, Wish wish) { QTest::newRow(name) << wish; };
    add("as few as will do", [](PaletteWishes&) {});
    add("a triad", [](PaletteWishes& wishes) { wishes.school = School::Triad; });
    add("a split primary", [](PaletteWishes& wishes) { wishes.school = School::SplitPrimary; });
    add("transparent", [](PaletteWishes& wishes) { wishes.only.transparent = true; });
    add("no metals", [](PaletteWishes& wishes) { wishes.only.noListedMetals = true; });
    add("lasting and single", [](PaletteWishes& wishes) {
        wishes.only.nothingFugitive = wishes.only.singlePigments = true;
        wishes.prefer = {Preference::Lightfast};
    });
}

void TestBeginner::noListHoldsWhatATeacherWouldNot()
{
    QFETCH(Wish, wish);
    // Twelve pictures take a minute on a busy machine; IRIS_MANY asks for them all.
    const unsigned pictures = qEnvironmentVariableIsSet("IRIS_MANY") ? 12 : 3;
    for (unsigned seed = 1; seed <= pictures; ++seed) {
        TubePool pool;
        const std::vector<Need> needs = picture(seed);
        const Choice choice = listFor(needs, wish, pool);
        QCOMPARE(choice.end, ChoiceEnd::Done); // proven still
        QVERIFY(!choice.sets.empty());
        for (const std::size_t tube : choice.sets.front().tubes) {
            const Paint& paint = pool.paints[tube];
            QVERIFY2(paint.sold >= 2 && paint.lightfastness <= 3, nameAndCodes(paint).c_str());
            for (const std::string& caution : paint.cautions)
                QVERIFY2(caution != "lead" && caution != "arsenic" && caution != "mercury", paint.name.c_str());
        }
        for (const PaletteSet& set : choice.sets) // of all that do as well none has commoner tubes
            QVERIFY(choice.sets.front().heldAgainst <= set.heldAgainst);
        QVERIFY(choice.sets.front().answers[0].match.recipe.isBarePaper()); // the light
    }
}

void TestBeginner::theWhiteOfThePaperIsNotBought()
{
    TubePool pool;
    const Choice choice = listFor(
        {{"gull", {95, 0, 2}}, {"foam", {93, -1, 1}}}, [](PaletteWishes&) {}, pool);
    QVERIFY(choice.paperIsEnough);
    QVERIFY(choice.sets.empty());
}

/// As few tubes as will do, and still each primary that is asked for in its own tube.
void TestBeginner::aBlueIsNoVioletWithGreenInIt()
{
    TubePool pool;
    const Choice choice = listFor(
        {{"sky seen through leaves", {64, -1, -29}},
         {"leaf in sun", {74, -21, 41}},
         {"leaf", {54, -20, 40}},
         {"leaf in shade", {36, -12, 23}},
         {"berry", {54, 39, 51}},
         {"under the bank", {18, -2, 3}}},
        [](PaletteWishes&) {}, pool);
    QVERIFY(!choice.sets.empty());
    const auto is = [&](HueFamily family) {
        return std::ranges::any_of(choice.sets.front().tubes,
                                   [&](std::size_t tube) { return pool.paints[tube].family == family; });
    };
    QVERIFY(is(HueFamily::Blue) && !is(HueFamily::Black));
}

void TestBeginner::aStormIsNotBoughtInBlack()
{
    TubePool pool;
    const Choice choice = listFor(
        {{"light under the cloud", {78, 1, -18}},
         {"cloud", {52, -1, -21}},
         {"heavy cloud", {35, -2, -18}},
         {"the road", {28, -4, 2}},
         {"verge", {17, 0, -2}}},
        [](PaletteWishes&) {}, pool);
    QVERIFY(!choice.sets.empty());
    std::string names;
    for (const std::size_t tube : choice.sets.front().tubes) {
        names += nameAndCodes(pool.paints[tube]) + "; ";
        QVERIFY2(pool.paints[tube].family != HueFamily::Black, names.c_str());
    }
    QVERIFY2(std::ranges::any_of(choice.sets.front().tubes,
                                 [&](std::size_t tube) { return pool.paints[tube].family == HueFamily::Blue; }),
             names.c_str());
}

IRIS_TEST(TestBeginner, NoApplication)
#include "tst_beginner.moc"
