#include "../testprogram.h"
#include "colour/deltae.h"
#include "notebook/drying.h"
#include "notebook/notebook.h"
#include "randomnotebook.h"
#include "sometubes.h"

#include <QCoreApplication>
#include <QtTest>

using namespace iris;

namespace {

Paint referencePaint(const char* pigment)
{
    return paintOf(**ReferenceTable::shipped().find(pigment));
}

} // namespace

class TestSwatchRecord : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void strengthComesBackFromALetDown_data();
    void strengthComesBackFromALetDown();
    void dryingShiftIsTold();
    void squaresTellOfDrying();
    void ratingsComeWithTheReading();
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

/// Worked out by hand: a card of tube 1 dries 6 lighter, a square of 1 and 2 by 4, one of 3 by 10.
void TestSwatchRecord::squaresTellOfDrying()
{
    Notebook notebook;
    const auto square = [&](int cell, bool wet, double l, std::vector<std::int64_t> tubes) {
        MixRecord mix;
        mix.id = {static_cast<std::int64_t>(notebook.mixes.size()) + 1};
        mix.sheet = {1};
        mix.cell = cell;
        mix.wet = wet;
        mix.painted = Lab{l, 10, 10};
        for (const std::int64_t tube : tubes)
            mix.parts.push_back({{tube}, "", 8});
        notebook.mixes.push_back(mix);
    };
    QVERIFY(!expectedDrying(notebook, {{1}}));
    square(0, true, 40, {1, 2});
    QVERIFY(!expectedDrying(notebook, {{1}})); // not dry yet
    square(0, false, 44, {1, 2});
    square(1, true, 50, {3});
    square(1, false, 60, {3});
    square(2, false, 70, {1}); // never read wet
    SwatchRecord card;
    card.tube = {1};
    card.wet = true;
    card.onWhite.full = {30, 0, 0};
    card.id = {1};
    notebook.swatches.push_back(card);
    card.wet = false;
    card.onWhite.full = {36, 0, 0};
    card.id = {2};
    notebook.swatches.push_back(card);
    QCOMPARE(expectedDrying(notebook, {{1}}), (ExpectedDrying{5, true}));
    QCOMPARE(expectedDrying(notebook, {{2}, {9}}), (ExpectedDrying{4, true}));
    QCOMPARE(expectedDrying(notebook, {{3}}), (ExpectedDrying{10, true}));
    const auto other = expectedDrying(notebook, {{9}});
    QVERIFY(other && !other->ofItsTubes && std::abs(other->lighter - 20.0 / 3) < 1e-9);
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

void TestSwatchRecord::everyEditHasAnInverse()
{
    for (unsigned seed = 1; seed <= 200; ++seed) {
        RandomNotebook random(seed);
        const Notebook before = random.dump().notebook;
        const Notebook other = RandomNotebook(seed + 1000).dump().notebook;
        NotebookEdit edit;
        if (random.below(2))
            edit.tubes.removed = {before.tubes[0].id};
        if (random.below(2) && !before.swatches.empty())
            edit.swatches.removed = {before.swatches.back().id};
        if (random.below(2))
            edit.papers.put = other.papers;
        if (random.below(2))
            edit.devices.put = other.devices;
        if (random.below(2))
            edit.filters.put = other.filters;
        for (const FilterRecord& filter : before.filters)
            if (random.below(2) && edit.filters.put.empty())
                edit.filters.removed.push_back(filter.id);
        if (random.below(2))
            edit.warmBlue = other.warmBlue;
        const Notebook after = edited(before, edit);
        QVERIFY2(edited(after, inverseOf(before, edit)) == before, qPrintable(QString("seed %1").arg(seed)));
    }
}

IRIS_TEST(TestSwatchRecord, QCoreApplication)
#include "tst_swatchrecord.moc"
