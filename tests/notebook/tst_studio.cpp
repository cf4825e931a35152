#include "../testprogram.h"
#include "notebook/studio.h"

#include "notebook/notebookjson.h"
#include "randomnotebook.h"
#include "sometubes.h"

#include <QtTest>

using namespace iris;

namespace {

Notebook fourTubes()
{
    Notebook notebook = threeTubes();
    notebook.tubes.push_back(tubeOf(12, "Rose", "PV19"));
    return notebook;
}

MixRecord green(std::int64_t id, int yellow)
{
    MixRecord mix;
    mix.id = {id};
    mix.parts = {{{2}, "Lemon", yellow}, {{5}, "Ultramarine", 1}};
    mix.painted = Lab{60.0 - yellow, -20, 25};
    return mix;
}

NotebookEdit removing(std::initializer_list<TubeId> tubes)
{
    NotebookEdit edit;
    edit.tubes.removed = tubes;
    return edit;
}

bool sameStudio(const Studio& one, const Studio& other)
{
    return one.notebook == other.notebook && one.unlearnt == other.unlearnt && one.paints == other.paints
           && one.lessons == other.lessons && one.learned == other.learned;
}

} // namespace

/// What a notebook comes to at one moment.
class TestStudio : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void tubesHaveTheirPaintsAtTheSamePlaces();
    void anEditGivesWhatOpeningAnewGives();
    void halfAWellPouredTakesItsWaterAlong();
    void staysAsItWasWhenTheNotebookIsEdited();
    void aRecipeFollowsItsTubes();
    void aNoteTeachesNothingNew();
};

void TestStudio::tubesHaveTheirPaintsAtTheSamePlaces()
{
    FilmCache films;
    Notebook notebook = fourTubes();
    notebook.tubes[2].stock.where = Whereabouts::WishList;
    notebook.tubes.push_back(tubeOf(20, "Nobody knows", "NR1"));
    const StudioPtr studio = studioOf(notebook, films);
    QCOMPARE(studio->paints.size(), 5U);
    QCOMPARE(studio->paints[1].name, std::string("Ultramarine"));
    QCOMPARE(studio->placeOf({9}), std::optional<std::size_t>(2));
    QVERIFY(!studio->placeOf({10}) && !studio->placeOf({}) && !studio->placeOf({21}));
    QCOMPARE(studio->atHand(), (std::vector<std::size_t>{0, 1, 3, 4}));
}

/// Whatever is taken over from before, the studio after an edit is the one that opening the notebook would give.
void TestStudio::anEditGivesWhatOpeningAnewGives()
{
    for (unsigned seed = 1; seed <= 25; ++seed) {
        FilmCache films;
        const Notebook before = RandomNotebook(seed).dump().notebook;
        const StudioPtr old = studioOf(before, films);
        NotebookEdit edit;
        switch (seed % 5) {
        case 0: edit.tubes.removed = {before.tubes[1].id}; break;
        case 1: edit.tubes.put = {tubeOf(1, "Rose", "PV19")}; break;
        case 2:
            edit.tubes.put = {before.tubes[0]};
            edit.tubes.put.front().strength = 2.5;
            break;
        case 3:
            edit.mixes.put = {green(5000, 3)};
            edit.mixes.put.front().parts = {{before.tubes[0].id, "one", 3}, {before.tubes[1].id, "two", 1}};
            break;
        default: edit.wishes = PaletteWishes{School::Triad, {}, {}, 6};
        }
        const Notebook after = edited(before, edit);
        FilmCache other;
        QVERIFY2(sameStudio(*studioOf(after, films, old), *studioOf(after, other)),
                 qPrintable(QStringLiteral("seed %1").arg(seed)));
    }
}

/// Pouring dropped the water, and left the well full that was poured from.
void TestStudio::halfAWellPouredTakesItsWaterAlong()
{
    FilmCache films;
    const StudioPtr studio = studioOf(fourTubes(), films);
    const auto paint = [&](std::size_t place, double parts) {
        return WellStep{WellStep::Kind::Paint, studio->notebook.tubes[place].id, studio->notebook.tubes[place].name,
                        parts};
    };
    const WellStep water{WellStep::Kind::Water, {}, {}, 0.25};
    WellRecord thin;
    thin.steps = {paint(0, 4), water}; // 16 parts of wash
    WellRecord thick;
    thick.steps = {paint(1, 2)};
    const Poured both = poured(thin, thick, *studio);
    const PuddleContents into = stateOf(both.into, *studio).contents;
    QVERIFY(std::abs(into.partsInAll() - 4) < 1e-9);
    QVERIFY2(std::abs(into.wash - 4.0 / (2 + 8)) < 1e-9, qPrintable(QString::number(into.wash)));
    const PuddleContents left = stateOf(both.from, *studio).contents;
    QVERIFY(std::abs(left.partsInAll() - 2) < 1e-9);
    QCOMPARE(left.wash, 0.25);
    // The other way round: thick into thin.
    const PuddleContents other = stateOf(poured(thick, thin, *studio).into, *studio).contents;
    QVERIFY2(std::abs(other.wash - 5.0 / (16 + 1)) < 1e-9, qPrintable(QString::number(other.wash)));
}

void TestStudio::staysAsItWasWhenTheNotebookIsEdited()
{
    FilmCache films;
    const Notebook notebook = fourTubes();
    const StudioPtr studio = studioOf(notebook, films);
    const StudioPtr later = studioOf(edited(notebook, removing({{2}})), films, studio);
    QCOMPARE(later->paints.size(), 3U);
    QCOMPARE(studio->notebook, notebook);
    QCOMPARE(studio->paints[0].name, std::string("Lemon"));
    QCOMPARE(later->paints[0].name, std::string("Ultramarine"));
}

void TestStudio::aRecipeFollowsItsTubes()
{
    FilmCache films;
    const StudioPtr before = studioOf(fourTubes(), films);
    const Recipe recipe{{{1, 3}, {3, 1}}, 0.5};
    const StudioPtr without = studioOf(edited(before->notebook, removing({{2}})), films, before);
    const auto carried = carriedOver(recipe, *before, *without);
    QVERIFY(carried);
    QCOMPARE(carried->parts, (std::vector<Part>{{0, 3}, {2, 1}}));
    QCOMPARE(carried->wash, 0.5);
    QCOMPARE(carriedOver(*carried, *without, *before), std::optional(recipe));
    const StudioPtr gone = studioOf(edited(before->notebook, removing({{2}, {12}})), films, before);
    QVERIFY(!carriedOver(recipe, *before, *gone));
}

/// A name, stars and tags on a painted mix change what is written down, and nothing that is known of the tubes.
void TestStudio::aNoteTeachesNothingNew()
{
    FilmCache films;
    Notebook notebook = fourTubes();
    notebook.mixes = {green(1, 2), green(2, 3), green(3, 4)};
    const StudioPtr before = studioOf(notebook, films);
    QCOMPARE(before->learned.lessons.size(), 3U);
    NotebookEdit edit;
    edit.mixes.put = {notebook.mixes[1]};
    edit.mixes.put.front().notes = "the far bank";
    const StudioPtr after = studioOf(edited(notebook, edit), films, before);
    QCOMPARE(after->notebook.mixes[1].notes, std::string("the far bank"));
    QCOMPARE(after->learned, before->learned);
    NotebookEdit unpainted;
    unpainted.mixes.put = {notebook.mixes[1]};
    unpainted.mixes.put.front().painted.reset();
    QCOMPARE(studioOf(edited(notebook, unpainted), films, before)->learned.lessons.size(), 2U);
}

IRIS_TEST(TestStudio, NoApplication)
#include "tst_studio.moc"
