#include "../testprogram.h"
#include "notebook/edits.h"
#include "sometubes.h"

#include <QtTest>

using namespace iris;

/// What the commands of the trade come to.
class TestEdits : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void wetReadingsNeverCount();
    void filingKeepsWhatTheTubeWentBy();
    void aListOfReadingsIsFiledAsCardsAre();
    void aListBroughtInTwiceDoesNotDouble();
    void coloursTypedInAreAReading();
    void goesByAnEarlierReading();
    void aDuplicateHasNoReadings();
    void mergingKeepsHistory();
    void mergingFollowsIntoPuddlesAndSheets();
    void aNinthWellTakesThePlaceOfTheOldest();
};

void TestEdits::wetReadingsNeverCount()
{
    const Notebook before = twoTubes();
    const NotebookEdit edit = filing(before, reading({1}, blue, true));
    QVERIFY(edit.tubes.put.empty());
    QCOMPARE(edit.swatches.put.size(), 1U);
    QVERIFY(!edited(before, numbered(edit, 1)).tubes[0].swatch);
    QVERIFY(withReading(before.tubes[0], reading({1}, blue, true)) == before.tubes[0]);
}

void TestEdits::filingKeepsWhatTheTubeWentBy()
{
    Notebook notebook = twoTubes();
    notebook.tubes[0].swatch = blue; // from a list, in no record yet
    const NotebookEdit edit = filing(notebook, reading({1}, paler));
    QCOMPARE(edit.swatches.put.size(), 2U);
    QCOMPARE(edit.swatches.put[0].onWhite, blue);
    notebook = edited(notebook, numbered(edit, 1));
    QCOMPARE(notebook.tubes[0].swatch, std::optional(paler));
    QCOMPARE(filing(notebook, reading({1}, blue)).swatches.put.size(), 1U); // already filed
    QVERIFY(filing(notebook, reading({9}, blue)) == NotebookEdit{});
}

/// One rule, whether they come one by one or as a list: each tube goes by its last dry reading, and what it went by
/// before is kept.
void TestEdits::aListOfReadingsIsFiledAsCardsAre()
{
    Notebook notebook = twoTubes();
    notebook.tubes[0].swatch = blue;
    const std::vector<SwatchRecord> list{reading({1}, paler), reading({9}, blue), reading({2}, blue),
                                         reading({1}, blue), reading({1}, paler, true)};
    const Notebook asList = edited(notebook, numbered(filing(notebook, list), 1));
    Notebook oneByOne = notebook;
    std::int64_t next = 1;
    for (const SwatchRecord& one : list) {
        const NotebookEdit edit = numbered(filing(oneByOne, one), next);
        next += static_cast<std::int64_t>(edit.swatches.put.size());
        oneByOne = edited(oneByOne, edit);
    }
    QCOMPARE(asList.tubes, oneByOne.tubes);
    QCOMPARE(asList.swatches, oneByOne.swatches);
    QCOMPARE(asList.tubes[0].swatch, std::optional(blue));
    QCOMPARE(asList.swatches.size(), 5U); // four of tubes that are there, and what the first went by before
}

void TestEdits::aListBroughtInTwiceDoesNotDouble()
{
    Notebook notebook;
    Tube one = twoTubes().tubes[0];
    one.id = {};
    Tube other = one;
    other.maker = "Lower Quay";
    const std::vector<Tube> list{one, one, other}; // two alike are two tubes
    QCOMPARE(notYetIn(notebook, list), list);
    notebook.tubes = {one};
    notebook.tubes[0].id = {7};
    notebook.tubes[0].stock.price = 9.5; // what was written on it since does not make it another
    notebook.tubes[0].notes = "bought in autumn";
    QCOMPARE(notYetIn(notebook, list), std::vector<Tube>{other});
}

void TestEdits::coloursTypedInAreAReading()
{
    const Notebook notebook = twoTubes();
    Tube typed = notebook.tubes[0];
    typed.swatch = blue;
    typed.name = "Deep Pool";
    const NotebookEdit edit = changing(notebook, typed, "2026-10-05");
    QCOMPARE(edit.tubes.put, std::vector<Tube>{typed});
    QCOMPARE(edit.swatches.put.size(), 1U);
    QCOMPARE(edit.swatches.put[0].onWhite, blue);
    QCOMPARE(edit.swatches.put[0].date, std::string("2026-10-05"));
    const Notebook after = edited(notebook, numbered(edit, 1));
    QVERIFY(changing(after, after.tubes[0], "2026-10-06").swatches.put.empty()); // the colours are the same
}

void TestEdits::goesByAnEarlierReading()
{
    Notebook notebook = twoTubes();
    const std::vector<SwatchRecord> readings{reading({1}, blue), reading({1}, paler), reading({1}, blue, true)};
    notebook = edited(notebook, numbered(filing(notebook, readings), 1));
    QCOMPARE(notebook.tubes[0].swatch, std::optional(paler));
    QCOMPARE(goingBy(notebook, {1}).tubes.put.front().swatch, std::optional(blue));
    QVERIFY(goingBy(notebook, {3}) == NotebookEdit{}); // it was wet
    QVERIFY(goingBy(notebook, {77}) == NotebookEdit{});
}

void TestEdits::aDuplicateHasNoReadings()
{
    const Notebook notebook = twoTubes();
    const NotebookEdit edit = duplicating(notebook, {2});
    QCOMPARE(edit.tubes.put.front().id, TubeId{});
    QCOMPARE(edit.tubes.put.front().maker, std::string("Lower Quay"));
    QVERIFY(edit.swatches.put.empty());
    QVERIFY(duplicating(notebook, {77}) == NotebookEdit{});
}

void TestEdits::mergingKeepsHistory()
{
    Notebook notebook = twoTubes();
    notebook = edited(notebook, numbered(filing(notebook, reading({2}, blue)), 1));
    const NotebookEdit edit = merging(notebook, {1}, {2});
    const Notebook merged = edited(notebook, edit);
    QCOMPARE(merged.tubes.size(), 1U);
    QCOMPARE(merged.tubes[0].maker, std::string("Lower Quay"));
    QCOMPARE(merged.tubes[0].notes, std::string("Granulates"));
    QCOMPARE(merged.tubes[0].swatch, std::optional(blue));
    QCOMPARE(merged.swatchesOf({1}).size(), 1U);
    QCOMPARE(merged.palettes[0].tubes, std::vector<TubeId>{{1}});
    QCOMPARE(merged.wishes.never, std::vector<TubeId>{{1}});
    QVERIFY(edited(merged, inverseOf(notebook, edit)) == notebook);
    QVERIFY(merging(notebook, {1}, {1}) == NotebookEdit{});
}

/// Puddles lost the paint, and squares of sheets printed before never taught anything.
void TestEdits::mergingFollowsIntoPuddlesAndSheets()
{
    Notebook notebook = twoTubes();
    WellRecord well;
    well.id = {6};
    well.steps = {{WellStep::Kind::Paint, {2}, notebook.tubes[1].name, 3, {}, 1},
                  {WellStep::Kind::Water, {}, {}, 0.5, {}, 1}};
    notebook.wells = {well};
    SheetRecord sheet;
    sheet.id = {4};
    sheet.cells = {{{{{1}, "One", 2}, {{2}, "Two", 1}}, 0.5}, {{{{2}, "Two", 1}}, 1}};
    notebook.sheets = {sheet};
    const NotebookEdit edit = merging(notebook, {1}, {2});
    const Notebook merged = edited(notebook, edit);
    QCOMPARE(merged.wells.front().steps.front().tube.value, 1);
    QCOMPARE(merged.wells.front().steps.front().name, merged.tubes.front().name);
    QCOMPARE(merged.wells.front().steps.back(), well.steps.back());
    const auto& cells = merged.sheets.front().cells;
    QCOMPARE(cells[0].parts.size(), 1U); // what held both holds the sum
    QCOMPARE(cells[0].parts.front().parts, 3);
    QCOMPARE(cells[1].parts.front().tube.value, 1);
    QCOMPARE(edited(merged, inverseOf(notebook, edit)), notebook);
    // Where the other tube is in neither, nothing is written.
    const Notebook without = twoTubes();
    QVERIFY(merging(without, {1}, {2}).wells.isEmpty());
    QVERIFY(merging(without, {1}, {2}).sheets.isEmpty());
}

void TestEdits::aNinthWellTakesThePlaceOfTheOldest()
{
    Notebook notebook;
    for (int i = 0; i < 8; ++i) {
        QVERIFY(beginning(notebook, {}).wells.removed.empty());
        notebook.wells.push_back({{10 + i}, "mud", {}, {}});
    }
    const NotebookEdit ninth = beginning(notebook, {{}, "reeds", {}, {}});
    QCOMPARE(ninth.wells.removed, std::vector<WellId>{{10}});
    QCOMPARE(ninth.wells.put.front().name, std::string("reeds"));
}

IRIS_TEST(TestEdits, NoApplication)
#include "tst_edits.moc"
