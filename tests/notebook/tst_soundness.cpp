#include "../testprogram.h"
#include "notebook/exports.h"
#include "notebook/soundness.h"
#include "notebook/tubecsv.h"
#include "randomnotebook.h"

#include <QCoreApplication>
#include <QtTest>
#include <cmath>
#include <limits>

using namespace iris;

/// What a notebook may hold, and that all of it can go out and come back.
class TestSoundness : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void onlyWhatIsUnsoundIsMended();
    void daysAreDays_data();
    void daysAreDays();
    void aSoundNotebookIsNotTouched();
    void whateverStandsInRecordsIsMendedForGood();
    void mendedNotebooksGoOutAndComeBack();
    void tubesWithAnyNameComeBackFromTheirList();
    void cellsThatASpreadsheetWouldRunAreGuarded_data();
    void cellsThatASpreadsheetWouldRunAreGuarded();
    void jsonThatNoNotebookMayHoldIsRefused_data();
    void jsonThatNoNotebookMayHoldIsRefused();
};

namespace {

/// Values of every awkward kind, from a seed.
class Awkward {
public:
    explicit Awkward(unsigned seed) : m_random(seed) {}

    double number()
    {
        constexpr double infinity = std::numeric_limits<double>::infinity();
        constexpr std::array awkward{0.0, -0.0, 1e308, -1e308, 1e-320, -5.0, infinity, -infinity, 100.5, 0.5};
        return m_random() % 8 == 0 ? std::nan("") : awkward[m_random() % awkward.size()];
    }
    int whole()
    {
        constexpr std::array awkward{
            0, -1, 1, 4, 12, 5000, std::numeric_limits<int>::max(), std::numeric_limits<int>::min()};
        return awkward[m_random() % awkward.size()];
    }
    std::int64_t id()
    {
        constexpr std::array<std::int64_t, 7> awkward{
            0, -1, 1, 2, 3, std::numeric_limits<std::int64_t>::max(), std::numeric_limits<std::int64_t>::min()};
        return awkward[m_random() % awkward.size()];
    }
    std::string text()
    {
        static const std::vector<std::string> awkward{"",
                                                      " ",
                                                      "<img src=x>",
                                                      "caf\xE9",
                                                      std::string("a\0b", 3),
                                                      "=1+2",
                                                      "'=",
                                                      "''",
                                                      "\xED\xA0\x80",
                                                      "two\r\nlines\r",
                                                      "\t",
                                                      std::string(200'000, 'x'),
                                                      "\xF0\x9F\x8E\xA8",
                                                      "\"",
                                                      "2026-02-30"};
        return awkward[m_random() % awkward.size()];
    }
    Lab lab() { return {number(), number(), number()}; }
    Swatch swatch() { return {lab(), lab(), lab()}; }

    void into(Notebook& notebook)
    {
        for (Tube& tube : notebook.tubes) {
            tube.name = text();
            tube.maker = text();
            tube.notes = text();
            tube.swatch = swatch();
            tube.strength = number();
            tube.staining = whole();
            tube.lightfastness = whole();
            tube.stock.sizeMl = number();
            tube.stock.price = number();
            tube.stock.leftPercent = whole();
            tube.stock.boughtOn = text();
        }
        for (SwatchRecord& swatchRecord : notebook.swatches) {
            swatchRecord.tube = {id()};
            swatchRecord.painted = swatch();
            swatchRecord.paperWhite = lab();
            swatchRecord.uncertainty = number();
            swatchRecord.shareLeft = number();
            swatchRecord.grain = number();
            swatchRecord.date = text();
            swatchRecord.picture = text();
        }
        for (NeedRecord& need : notebook.needs)
            need = {{id()}, {text(), lab(), number(), whole()}};
        notebook.mixes.change([&](std::vector<MixRecord>& mixes) {
            for (MixRecord& mix : mixes) {
                mix.id = {id()};
                mix.parts = {{{id()}, text(), whole()}};
                mix.wash = number();
                mix.layers = whole();
                mix.stars = whole();
                mix.from = {id()};
                mix.picture.clear();
                mix.tags = text();
            }
        });
        for (SheetRecord& sheet : notebook.sheets) {
            sheet.cellMm = number();
            sheet.columns = whole();
            sheet.title = text();
            sheet.cells.push_back({{{{id()}, text(), whole()}}, number()});
        }
        for (DeviceRecord& device : notebook.devices) {
            device.correction.power[1] = number();
            device.correction.matrix[4] = number();
        }
        notebook.wishes.must.push_back({id()});
        notebook.wishes.mostTubes = static_cast<std::size_t>(whole());
        notebook.code = text();
    }

private:
    std::mt19937 m_random;
};

NotebookDump awkwardDump(unsigned seed)
{
    NotebookDump dump = RandomNotebook(seed).dump();
    Awkward(seed).into(dump.notebook);
    return dump;
}

} // namespace

void TestSoundness::aSoundNotebookIsNotTouched()
{
    for (unsigned seed = 1; seed <= 100; ++seed) {
        const NotebookDump dump = RandomNotebook(seed).dump();
        Notebook notebook = dump.notebook;
        Complaints complaints;
        mend(notebook, complaints);
        QVERIFY2(complaints.empty(), complaints.empty() ? "" : complaints.front().c_str());
        QVERIFY(notebook == dump.notebook);
    }
}

void TestSoundness::whateverStandsInRecordsIsMendedForGood()
{
    for (unsigned seed = 1; seed <= 300; ++seed) {
        Notebook notebook = awkwardDump(seed).notebook;
        Complaints complaints;
        mend(notebook, complaints);
        QVERIFY2(!complaints.empty(), qPrintable(QStringLiteral("seed %1").arg(seed)));
        const Notebook once = notebook;
        Complaints again;
        mend(notebook, again);
        QVERIFY2(again.empty(), again.empty() ? "" : (again.front() + ", seed " + std::to_string(seed)).c_str());
        QVERIFY(notebook == once);
    }
}

void TestSoundness::mendedNotebooksGoOutAndComeBack()
{
    for (unsigned seed = 1; seed <= 300; ++seed) {
        NotebookDump dump = awkwardDump(seed);
        Complaints complaints;
        mend(dump.notebook, complaints);
        for (SwatchRecord& swatch : dump.notebook.swatches)
            swatch.picture.clear();
        const auto back = readNotebookJson(writeNotebookJson(dump));
        QVERIFY2(back, back ? "" : (back.error().message + ", seed " + std::to_string(seed)).c_str());
        QVERIFY2(*back == dump, qPrintable(QStringLiteral("seed %1").arg(seed)));
    }
}

void TestSoundness::tubesWithAnyNameComeBackFromTheirList()
{
    for (unsigned seed = 1; seed <= 200; ++seed) {
        NotebookDump dump = awkwardDump(seed);
        Complaints complaints;
        mend(dump.notebook, complaints);
        for (Tube& tube : dump.notebook.tubes)
            tube.id = {};
        const auto list = readTubesCsv(writeTubesCsv(dump.notebook.tubes), ReferenceTable::shipped());
        QVERIFY(list);
        QVERIFY2(list->problems.empty(), list->problems.empty() ? "" : list->problems.front().message.c_str());
        QVERIFY2(list->tubes == dump.notebook.tubes, qPrintable(QStringLiteral("seed %1").arg(seed)));
    }
}

void TestSoundness::cellsThatASpreadsheetWouldRunAreGuarded_data()
{
    QTest::addColumn<QByteArray>("name");
    QTest::addColumn<QByteArray>("cell");
    QTest::newRow("formula") << QByteArray("=HYPERLINK(\"x\")") << QByteArray("\"'=HYPERLINK(\"\"x\"\")\"");
    QTest::newRow("plus") << QByteArray("+1") << QByteArray("'+1");
    QTest::newRow("minus") << QByteArray("-2 coats") << QByteArray("'-2 coats");
    QTest::newRow("at") << QByteArray("@reed") << QByteArray("'@reed");
    QTest::newRow("already guarded") << QByteArray("'=1") << QByteArray("''=1");
    QTest::newRow("two apostrophes") << QByteArray("''x") << QByteArray("'''x");
    QTest::newRow("an apostrophe") << QByteArray("'tis mud") << QByteArray("'tis mud");
    QTest::newRow("a plain name") << QByteArray("Reed") << QByteArray("Reed");
}

void TestSoundness::cellsThatASpreadsheetWouldRunAreGuarded()
{
    QFETCH(QByteArray, name);
    QFETCH(QByteArray, cell);
    Tube tube;
    tube.name = name.toStdString();
    tube.codes = parsePigmentCodes("PB29").value();
    tube.notes = tube.name;
    const std::string text = writeTubesCsv({tube});
    QVERIFY2(text.find("," + cell.toStdString() + ",PB29") != std::string::npos, text.c_str());
    const auto back = readTubesCsv(text, ReferenceTable::shipped());
    QVERIFY(back && back->tubes.size() == 1);
    QCOMPARE(back->tubes[0].name, tube.name);
    QCOMPARE(back->tubes[0].notes, tube.notes);
}

void TestSoundness::jsonThatNoNotebookMayHoldIsRefused_data()
{
    QTest::addColumn<QByteArray>("find");
    QTest::addColumn<QByteArray>("replace");
    QTest::newRow("beyond double") << QByteArray("\"uncertainty\": 0.5") << QByteArray("\"uncertainty\": 1e400");
    QTest::newRow("uncertainty below 0") << QByteArray("\"uncertainty\": 0.5") << QByteArray("\"uncertainty\": -1");
    QTest::newRow("tolerance -5") << QByteArray("\"tolerance\": 4") << QByteArray("\"tolerance\": -5");
    QTest::newRow("tolerance 0") << QByteArray("\"tolerance\": 4") << QByteArray("\"tolerance\": 0");
    QTest::newRow("importance -7") << QByteArray("\"importance\": 3") << QByteArray("\"importance\": -7");
    QTest::newRow("an id of 1.9") << QByteArray("\"id\": 2") << QByteArray("\"id\": 1.9");
    QTest::newRow("an id that is true") << QByteArray("\"id\": 2") << QByteArray("\"id\": true");
    QTest::newRow("parts of 1.5") << QByteArray("\"parts\": 3") << QByteArray("\"parts\": 1.5");
    QTest::newRow("parts beyond counting")
        << QByteArray("\"parts\": 3") << QByteArray("\"parts\": 99999999999999999999");
    QTest::newRow("stars 4") << QByteArray("\"stars\": 2") << QByteArray("\"stars\": 4");
    QTest::newRow("a code of markup") << QByteArray("\"3F9A0C\"") << QByteArray("\"<b>\"");
    QTest::newRow("a code of 5000") << QByteArray("\"3F9A0C\"") << '"' + QByteArray(5000, 'A') + '"';
    QTest::newRow("a zero byte") << QByteArray("\"wet mud\"") << QByteArray("\"wet\\u0000mud\"");
    QTest::newRow("half of a pair") << QByteArray("\"wet mud\"") << QByteArray("\"wet \\ud800\"");
    QTest::newRow("a picture it does not carry") << QByteArray("\"pictures\": [") << QByteArray("\"others\": [");
}

void TestSoundness::jsonThatNoNotebookMayHoldIsRefused()
{
    QFETCH(QByteArray, find);
    QFETCH(QByteArray, replace);
    QFile file(QStringLiteral(IRIS_SOURCE_DIR "/tests/fuzz/seeds/json/small.json"));
    QVERIFY(file.open(QIODevice::ReadOnly));
    QByteArray text = file.readAll();
    QVERIFY(readNotebookJson(text.toStdString()));
    const qsizetype at = text.indexOf(find);
    QVERIFY2(at >= 0, "the sample does not hold what this row breaks");
    text.replace(at, find.size(), replace);
    const auto read = readNotebookJson(text.toStdString());
    QVERIFY(!read);
    QCOMPARE(read.error().code, ErrorCode::BadJson);
}

void TestSoundness::daysAreDays_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<bool>("day");
    QTest::newRow("a day") << QByteArray("2026-10-03") << true;
    QTest::newRow("a leap day") << QByteArray("2028-02-29") << true;
    QTest::newRow("no leap day") << QByteArray("2026-02-29") << false;
    QTest::newRow("a year of ten to the 27th") << QByteArray("2E27-10-04") << false; // ended the program
    QTest::newRow("month 13") << QByteArray("2026-13-01") << false;
    QTest::newRow("a month with a point") << QByteArray("2026-1.-01") << false;
    QTest::newRow("a day of ten to the 9th") << QByteArray("2026-10-e9") << false;
    QTest::newRow("words") << QByteArray("last week.") << false;
}

void TestSoundness::daysAreDays()
{
    QFETCH(QByteArray, text);
    QTEST(isDay(text.toStdString()), "day");
}

/// A paper that is none costs nothing but the paper.
void TestSoundness::onlyWhatIsUnsoundIsMended()
{
    Notebook notebook;
    notebook.handling = {10, true, Paper(Lab{20, 0, 0})};
    Complaints complaints;
    mend(notebook, complaints);
    QCOMPARE(complaints.size(), 1U);
    QCOMPARE(notebook.handling, (Handling{10, true, Paper()}));
    notebook.handling = {7, true, Paper(Lab{92, 1, 10})};
    mend(notebook, complaints);
    QCOMPARE(notebook.handling, (Handling{usualTouchesAPart, true, Paper(Lab{92, 1, 10})}));
    NotebookEdit edit;
    edit.handling = Handling{8, false, Paper(Lab{20, 0, 0})};
    QVERIFY(!checkSound(edit));
}

IRIS_TEST(TestSoundness, QCoreApplication)
#include "tst_soundness.moc"
