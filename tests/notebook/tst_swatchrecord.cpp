#include "colour/deltae.h"
#include "notebook/notebook.h"
#include "randomnotebook.h"

#include <QtTest>

using namespace iris;

namespace {

Paint referencePaint(const char* pigment)
{
    FilmCache films;
    return paintOf(**ReferenceTable::shipped().find(pigment), films);
}

Notebook twoTubes()
{
    Notebook notebook;
    for (const std::int64_t id : {1, 2}) {
        Tube tube;
        tube.id = {id};
        tube.name = "Ultramarine";
        tube.codes = parsePigmentCodes("PB29").value();
        notebook.tubes.push_back(tube);
    }
    notebook.tubes[1].maker = "Lower Quay";
    notebook.tubes[1].notes = "Granulates";
    notebook.palettes = {{{1}, "Box", {{2}}}};
    notebook.wishes.never = {{2}};
    return notebook;
}

SwatchRecord reading(TubeId tube, const Swatch& colours, bool wet = false)
{
    SwatchRecord record;
    record.tube = tube;
    record.painted = record.onWhite = colours;
    record.wet = wet;
    return record;
}

const Swatch blue{{33, 12, -50}, {72, -2, -27}, {22, 1, -11}};
const Swatch paler{{36, 10, -47}, {74, -2, -25}, {24, 1, -11}};

/// As the store would number new records.
NotebookEdit numbered(NotebookEdit edit, std::int64_t from)
{
    for (SwatchRecord& record : edit.putSwatches)
        if (record.id.value == 0)
            record.id = {from++};
    return edit;
}

} // namespace

class TestSwatchRecord : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void strengthComesBackFromALetDown_data();
    void strengthComesBackFromALetDown();
    void wetReadingsNeverCount();
    void filingKeepsWhatTheTubeWentBy();
    void dryingShiftIsTold();
    void ratingsComeWithTheReading();
    void mergingKeepsHistory();
    void everyEditHasAnInverse();
};

void TestSwatchRecord::strengthComesBackFromALetDown_data()
{
    QTest::addColumn<QString>("tube");
    QTest::addColumn<QString>("known");
    QTest::addColumn<double>("factor");
    QTest::newRow("phthalo in white") << "PB15:3"
                                      << "PW6" << 1.0;
    QTest::newRow("phthalo in yellow, half as strong") << "PB15:3"
                                                       << "PY35/medium" << 0.5;
    QTest::newRow("ultramarine in ochre, thrice") << "PB29"
                                                  << "PY43" << 3.0;
    QTest::newRow("sienna in ultramarine") << "PBr7/burnt sienna"
                                           << "PB29" << 0.6;
}

/// A let-down painted by the model itself, somewhat thin, gives back the strength that went into it.
void TestSwatchRecord::strengthComesBackFromALetDown()
{
    QFETCH(QString, tube);
    QFETCH(QString, known);
    QFETCH(double, factor);
    const Paint own = referencePaint(qPrintable(tube));
    const Paint other = referencePaint(qPrintable(known));
    const double truth = own.strength * factor;
    const std::array films{WeightedFilm{&own.film, 1 * truth}, WeightedFilm{&other.film, 4 * other.strength}};
    const Lab painted = seenLab(mixedFilm(films), 0.8, whitePaper());
    const LetDown result = strengthFromLetDown(own.film, other.film, other.strength, 1, 4, painted);
    QVERIFY2(std::abs(std::log(result.strength / truth)) < 0.03, qPrintable(QString::number(result.strength / truth)));
    QVERIFY(result.apart < 0.1);
}

void TestSwatchRecord::wetReadingsNeverCount()
{
    const Notebook before = twoTubes();
    const NotebookEdit edit = filing(before, reading({1}, blue, true));
    QVERIFY(edit.putTubes.empty());
    QCOMPARE(edit.putSwatches.size(), 1U);
    QVERIFY(!edited(before, numbered(edit, 1)).tubes[0].swatch);
    QVERIFY(withReading(before.tubes[0], reading({1}, blue, true)) == before.tubes[0]);
}

void TestSwatchRecord::filingKeepsWhatTheTubeWentBy()
{
    Notebook notebook = twoTubes();
    notebook.tubes[0].swatch = blue; // from a list, in no record yet
    const NotebookEdit edit = filing(notebook, reading({1}, paler));
    QCOMPARE(edit.putSwatches.size(), 2U);
    QCOMPARE(edit.putSwatches[0].onWhite, blue);
    notebook = edited(notebook, numbered(edit, 1));
    QCOMPARE(notebook.tubes[0].swatch, std::optional(paler));
    QCOMPARE(filing(notebook, reading({1}, blue)).putSwatches.size(), 1U); // already filed
    QVERIFY(filing(notebook, reading({9}, blue)) == NotebookEdit{});
}

void TestSwatchRecord::dryingShiftIsTold()
{
    std::vector<SwatchRecord> swatches{reading({1}, paler)};
    QVERIFY(!dryingShift(swatches, {1}));
    swatches.push_back(reading({1}, blue, true));
    swatches.push_back(reading({2}, blue, true));
    const auto shift = dryingShift(swatches, {1});
    QVERIFY(shift);
    QCOMPARE(shift->lighter, 3.0);
    QCOMPARE(shift->apart, deltaE00(blue.full, paler.full));
    QVERIFY(!dryingShift(swatches, {2}));
}

void TestSwatchRecord::ratingsComeWithTheReading()
{
    Tube tube = twoTubes().tubes[0];
    tube.staining = 0; // the label
    SwatchRecord record = reading({1}, blue);
    record.shareLeft = 0.5;
    record.grain = 0.1;
    tube = withReading(tube, record);
    QCOMPARE(tube.measured.staining, std::optional(2));
    QCOMPARE(tube.measured.granulation, std::optional(2));
    FilmCache films;
    QCOMPARE(paintOf(tube, ReferenceTable::shipped(), films)->staining, 2);
    QCOMPARE(tube.staining, std::optional(0));
}

void TestSwatchRecord::mergingKeepsHistory()
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

void TestSwatchRecord::everyEditHasAnInverse()
{
    for (unsigned seed = 1; seed <= 200; ++seed) {
        RandomNotebook random(seed);
        const Notebook before = random.dump().notebook;
        const Notebook other = RandomNotebook(seed + 1000).dump().notebook;
        NotebookEdit edit;
        if (random.below(2))
            edit.removeTubes = {before.tubes[0].id};
        if (random.below(2) && !before.swatches.empty())
            edit.removeSwatches = {before.swatches.back().id};
        if (random.below(2))
            edit.putPapers = other.papers;
        if (random.below(2))
            edit.putDevices = other.devices;
        if (random.below(2))
            edit.putFilters = other.filters;
        for (const FilterRecord& filter : before.filters)
            if (random.below(2) && edit.putFilters.empty())
                edit.removeFilters.push_back(filter.id);
        if (random.below(2))
            edit.warmBlue = other.warmBlue;
        const Notebook after = edited(before, edit);
        QVERIFY2(edited(after, inverseOf(before, edit)) == before, qPrintable(QString("seed %1").arg(seed)));
    }
}

QTEST_GUILESS_MAIN(TestSwatchRecord)
#include "tst_swatchrecord.moc"
