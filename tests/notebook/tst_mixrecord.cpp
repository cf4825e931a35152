#include "../testprogram.h"
#include "learning/worthpainting.h"
#include "notebook/edits.h"
#include "notebook/paintedmixes.h"
#include "notebook/studio.h"
#include "sometubes.h"

#include <QCoreApplication>
#include <QtTest>
#include <cmath>

using namespace iris;

/// Painted mixes as records, and what a notebook learns from them.
class TestMixRecord : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void refusesWhatNoMixIs_data();
    void refusesWhatNoMixIs();
    void sameMixesInOtherWords();
    void aTouchRemembersWhereItCameFrom();
    void sheetCodes_data();
    void sheetCodes();
    void mixesOutliveTheirTubes();
    void mergingTubesMergesTheirMixes();
    void onlyDryPaintedPairsTeach();
    void learnsAStrengthFromTheRecord();
    void strengthsSetByHandHold();
    void needsSayWhatIsWanted();
    void aPaintedPairStandsForItsSquare();
    void findsTheLatestPaintedRecord();
};

namespace {

std::vector<Paint> paintsOf(const Notebook& notebook)
{
    FilmCache films;
    std::vector<Paint> paints;
    for (const Tube& own : notebook.tubes)
        paints.push_back(paintOf(own, ReferenceTable::shipped(), films).value());
    return paints;
}

MixRecord record(std::int64_t id, std::vector<MixPart> parts, std::optional<Lab> painted = Lab{50, -20, 20})
{
    MixRecord mix;
    mix.id = {id};
    mix.parts = std::move(parts);
    mix.painted = painted;
    mix.uncertainty = 0.5;
    mix.date = "2026-10-0" + std::to_string(id);
    return mix;
}

} // namespace

void TestMixRecord::refusesWhatNoMixIs_data()
{
    QTest::addColumn<int>("fault");
    QTest::addColumn<QString>("says");
    QTest::newRow("nothing in it") << 0 << "at least one tube";
    QTest::newRow("no parts") << 1 << "count of parts";
    QTest::newRow("no paint") << 2 << "wash";
    QTest::newRow("layers") << 3 << "layers";
    QTest::newRow("stars") << 4 << "stars";
    QTest::newRow("day") << 5 << "no day";
}

void TestMixRecord::refusesWhatNoMixIs()
{
    QFETCH(int, fault);
    QFETCH(QString, says);
    MixRecord mix = record(1, {{{2}, "Lemon", 3}});
    QVERIFY(validate(mix));
    switch (fault) {
    case 0: mix.parts.clear(); break;
    case 1: mix.parts[0].parts = 0; break;
    case 2: mix.wash = std::nan(""); break;
    case 3: mix.layers = 10; break;
    case 4: mix.stars = -1; break;
    default: mix.date = "yesterday"; break;
    }
    const auto refused = validate(mix);
    QVERIFY(!refused);
    QVERIFY2(QString::fromStdString(refused.error().message).contains(says), refused.error().message.c_str());
}

void TestMixRecord::sameMixesInOtherWords()
{
    const std::vector<MixPart> one{{{2}, "Lemon", 3}, {{5}, "Ultramarine", 1}};
    QVERIFY(sameMix(one, {{{5}, "French blue", 2}, {{2}, "Lemon", 6}}));
    QVERIFY(!sameMix(one, {{{5}, "Ultramarine", 3}, {{2}, "Lemon", 1}}));
    QVERIFY(!sameMix(one, {{{2}, "Lemon", 3}}));
    QVERIFY(!sameMix({{{0}, "Lemon", 1}}, {{{0}, "Ochre", 1}})); // tubes typed by name only
    QCOMPARE(partsText(one, usualHandling, {}), std::string("3 Lemon + 1 Ultramarine"));
    QCOMPARE(partsText({{{2}, "Lemon", 3}}, usualHandling, {}), std::string("Lemon"));
    // Where another tube bears the name, a mix says which of them went in, whatever was kept.
    Tube mars;
    mars.id = {1};
    Tube earth;
    earth.id = {2};
    mars.name = earth.name = "Rust";
    mars.codes = parsePigmentCodes("PR101").value();
    earth.codes = parsePigmentCodes("PBr7").value();
    const std::vector<MixPart> both{{{1}, "Rust", 1}, {{2}, "Rust", 3}};
    QCOMPARE(partsText(both, usualHandling, TubeNames({mars, earth})), std::string("1 Rust PR101 + 3 Rust PBr7"));
    QCOMPARE(partsText(both, usualHandling, TubeNames({mars})), std::string("1 Rust + 3 Rust"));
}

void TestMixRecord::aTouchRemembersWhereItCameFrom()
{
    MixRecord grey = record(4, {{{5}, "Ultramarine", 3}, {{9}, "Earth", 2}});
    grey.notes = "for the mud";
    grey.layers = 2;
    const MixRecord warmer = grownFrom(grey);
    QCOMPARE(warmer.parts, grey.parts);
    QCOMPARE(warmer.layers, 2);
    QCOMPARE(warmer.from, grey.id);
    QVERIFY(!warmer.painted && warmer.id.value == 0 && warmer.notes.empty());
}

void TestMixRecord::sheetCodes_data()
{
    QTest::addColumn<QString>("text");
    QTest::addColumn<int>("sheet");
    QTest::newRow("as printed") << "3F9A0C-12" << 12;
    QTest::newRow("typed small") << "3f9a0c-7" << 7;
    QTest::newRow("no number") << "3F9A0C-" << 0;
    QTest::newRow("no sheet nought") << "3F9A0C-0" << 0;
    QTest::newRow("too short") << "3F9A-12" << 0;
    QTest::newRow("letters") << "3F9A0Z-12" << 0;
    QTest::newRow("something behind") << "3F9A0C-12x" << 0;
    QTest::newRow("another QR") << "https://example.org" << 0;
    QTest::newRow("empty") << "" << 0;
}

void TestMixRecord::sheetCodes()
{
    QFETCH(QString, text);
    QFETCH(int, sheet);
    const auto code = parseSheetCode(text.toStdString());
    QCOMPARE(code.has_value(), sheet > 0);
    if (code) {
        QCOMPARE(code->sheet.value, sheet);
        QCOMPARE(sheetCode(code->notebook, code->sheet), text.toUpper().toStdString());
    }
}

void TestMixRecord::mixesOutliveTheirTubes()
{
    Notebook notebook = threeTubes();
    notebook.mixes = {record(1, {{{2}, "Lemon", 3}, {{5}, "Ultramarine", 1}})};
    NotebookEdit removal;
    removal.tubes.removed = {{5}};
    const Notebook after = edited(notebook, removal);
    QCOMPARE(after.mixes, notebook.mixes);
    QCOMPARE(partsText(after.mixes[0].parts, usualHandling, {}), std::string("3 Lemon + 1 Ultramarine"));
    QVERIFY(lessonsOf(after).squares.empty());
    QCOMPARE(edited(after, inverseOf(notebook, removal)), notebook);
}

void TestMixRecord::mergingTubesMergesTheirMixes()
{
    Notebook notebook = threeTubes();
    notebook.mixes = {record(1, {{{2}, "Lemon", 3}, {{5}, "Ultramarine", 1}}),
                      record(2, {{{5}, "Ultramarine", 1}, {{9}, "Earth", 4}})};
    const NotebookEdit edit = merging(notebook, {5}, {9});
    const Notebook after = edited(notebook, edit);
    QCOMPARE(after.mixes[0], notebook.mixes[0]);
    QCOMPARE(after.mixes[1].parts, (std::vector<MixPart>{{{5}, "Ultramarine", 5}}));
    QCOMPARE(edited(after, inverseOf(notebook, edit)), notebook);
}

void TestMixRecord::onlyDryPaintedPairsTeach()
{
    Notebook notebook = threeTubes();
    const std::vector<MixPart> green{{{2}, "Lemon", 3}, {{5}, "Ultramarine", 1}};
    notebook.mixes = {
        record(1, green), record(2, green, std::nullopt), record(3, green),
        record(4, green), record(5, {{{2}, "Lemon", 1}}), record(6, {{{2}, "Lemon", 1}, {{77}, "gone", 1}})};
    notebook.mixes.change([](std::vector<MixRecord>& mixes) {
        mixes[2].wet = true;
        mixes[3].layers = 2;
    });
    const Lessons lessons = lessonsOf(notebook);
    QCOMPARE(lessons.mixes, std::vector<MixId>{{1}});
    QCOMPARE(lessons.squares[0].parts, (std::vector<Part>{{0, 3}, {1, 1}}));
}

void TestMixRecord::learnsAStrengthFromTheRecord()
{
    Notebook notebook = threeTubes();
    const std::vector<Paint> paints = paintsOf(notebook);
    std::vector<Paint> truth = paints;
    truth[1].strength *= 2.5;
    for (int parts = 1; parts <= 4; ++parts)
        notebook.mixes.push_back(record(parts, {{{2}, "Lemon", parts}, {{5}, "Ultramarine", 1}},
                                        colourOf({{{0, parts}, {1, 1}}, 1}, truth)));
    FilmCache films;
    const Learned learned = studioOf(notebook, films)->learned;
    const double ratio = learned.strengths[1] / learned.strengths[0] / (paints[1].strength / paints[0].strength);
    QVERIFY2(ratio > 2 && ratio < 2.8, qPrintable(QString::number(ratio)));
    QCOMPARE(learned.lessons.size(), 4U);
    QVERIFY(learned.typicalMiss() && *learned.typicalMiss() < 1);
}

void TestMixRecord::strengthsSetByHandHold()
{
    Notebook notebook = threeTubes();
    notebook.tubes[1].strength = 1;
    const std::vector<Paint> paints = paintsOf(notebook);
    std::vector<Paint> truth = paints;
    truth[1].strength *= 2;
    notebook.mixes = {record(1, {{{2}, "Lemon", 3}, {{5}, "Ultramarine", 1}}, colourOf({{{0, 3}, {1, 1}}, 1}, truth))};
    FilmCache films;
    const Learned learned = studioOf(notebook, films)->learned;
    QVERIFY(std::abs(std::log(learned.strengths[1])) < 0.12); // what was set by a let-down
    QVERIFY(learned.strengths[0] < 0.7 * paints[0].strength); // gives way to no one
}

void TestMixRecord::needsSayWhatIsWanted()
{
    Notebook notebook = threeTubes();
    const std::vector<Paint> paints = paintsOf(notebook);
    const auto all = [](std::size_t) { return true; };
    QCOMPARE(wantedBy(notebook, paints, all).size(), 3U); // every pair
    const Lab reed = colourOf({{{0, 3}, {1, 1}}, 0.5}, paints);
    notebook.needs = {{{1}, {"reeds", reed, 4, 3}}};
    const auto wanted = wantedBy(notebook, paints, all);
    QVERIFY(wanted.size() > 3);
    QCOMPARE(wanted.front().weight, 3.0);
    QCOMPARE(wanted.front().recipe.parts.size(), 2U);
    const auto some = wantedBy(notebook, paints, [](std::size_t place) { return place != 0; });
    for (const WantedMix& mix : some)
        for (const Part& part : mix.recipe.parts)
            QVERIFY(part.paint != 0);
}

void TestMixRecord::aPaintedPairStandsForItsSquare()
{
    Notebook notebook = threeTubes();
    const std::vector<Paint> before = paintsOf(notebook);
    std::vector<Paint> now = before;
    now[0].strength *= 4; // learnt since it was laid out
    notebook.mixes = {record(1, {{{5}, "Ultramarine", 1}, {{2}, "Lemon", 2}})};
    const Recipe even{{{0, 3}, {1, 2}}, wash::full};
    QCOMPARE(PaintedMixes(notebook).near(notebook, even, before, before)->parts, (std::vector<Part>{{0, 2}, {1, 1}}));
    const Recipe evenNow{{{0, 3}, {1, 8}}, wash::full};
    QVERIFY(PaintedMixes(notebook).near(notebook, evenNow, now, before)); // it stays where it was laid out
    QVERIFY(!PaintedMixes(notebook).near(notebook, evenNow, now, now));
    QVERIFY(
        !PaintedMixes(notebook).near(notebook, {{{0, 1}, {1, 9}}, wash::full}, before, before)); // quite other amounts
    QVERIFY(!PaintedMixes(notebook).near(notebook, {even.parts, wash::thin}, before, before));
    QVERIFY(!PaintedMixes(notebook).near(notebook, {{{0, 3}, {2, 2}}, wash::full}, before, before));
}

void TestMixRecord::findsTheLatestPaintedRecord()
{
    Notebook notebook = threeTubes();
    const std::vector<MixPart> green{{{2}, "Lemon", 3}, {{5}, "Ultramarine", 1}};
    MixRecord thin = record(3, green);
    thin.wash = wash::thin;
    notebook.mixes = {record(1, green), record(2, {{{5}, "Ultramarine", 2}, {{2}, "Lemon", 6}}), thin};
    const MixRecord* painted = PaintedMixes(notebook).as(notebook, {{{0, 3}, {1, 1}}, wash::full});
    QVERIFY(painted);
    QCOMPARE(painted->id, MixId{2});
    QVERIFY(!PaintedMixes(notebook).as(notebook, {{{0, 3}, {1, 2}}, wash::full}));
    QCOMPARE(PaintedMixes(notebook).as(notebook, {{{0, 3}, {1, 1}}, wash::thin})->id, MixId{3});
}

IRIS_TEST(TestMixRecord, QCoreApplication)
#include "tst_mixrecord.moc"
