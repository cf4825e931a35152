#include "../testprogram.h"
#include "clirun.h"
#include "colour/deltae.h"
#include "notebook/exports.h"
#include "notebook/notebookstore.h"
#include "pigment/referencetable.h"

#include <QCoreApplication>
#include <QTemporaryDir>
#include <QtTest>

using namespace iris;

/// Cards, charts, instruments and lists through the command line, as a script would use them.
class TestReadingCli : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void aCardIsReadAndFiled();
    void aPhotographIsRead();
    void anInstrumentIsRead();
    void everythingGoesOutAndComesBack();
    void badLinesAreListed();
    void faultsGetOneLine_data();
    void faultsGetOneLine();

private:
    std::string path(const char* name) const { return m_folder.filePath(name).toStdString(); }

    QTemporaryDir m_folder;
};

void TestReadingCli::initTestCase()
{
    QCOMPARE(run({"notebook", path("marsh.iris"), "--tubes", IRIS_SOURCE_DIR "/data/demo/tubes.csv"}).code, 0);
}

void TestReadingCli::aCardIsReadAndFiled()
{
    const Run chart = run({"simulate", "chart", "--out", path("chart.png"), "--dpi", "150", "--json"});
    QCOMPARE(chart.code, 0);
    const auto made = nlohmann::json::parse(chart.out);
    QCOMPARE(run({"simulate", "card", "--tube", "PB29", "--dpi", "150", "--seed", "4", "--out", path("card.png")}).code,
             0);
    const std::string box = made["box"];
    const std::string colours = made["colours"];
    const Run read = run({"read-card",       path("card.png"),
                          "--chart",         path("chart.png"),
                          "--chart-file",    colours,
                          "--chart-box",     box,
                          "--chart-columns", "4",
                          "--dpi",           "150",
                          "--into",          path("marsh.iris"),
                          "--tube",          "Ultramarine",
                          "--date",          "2026-10-04",
                          "--paper-name",    "Rough 300 g",
                          "--keep-device",   "Flatbed",
                          "--json"});
    QVERIFY2(read.code == 0, read.err.c_str());
    const auto json = nlohmann::json::parse(read.out);
    const ReferencePigment& row = **ReferenceTable::shipped().find("PB29");
    QVERIFY(deltaE00(labOf(json["full"]), row.full) < 3); // the wash is uneven, as painted ones are
    QVERIFY(deltaE00(labOf(json["thin"]), row.thin) < 3);
    QCOMPARE(json["staining"], row.staining);
    QCOMPARE(json["granulation"], row.granulation);
    QCOMPARE(json["transparency"]["class"], "transparent");
    auto store = NotebookStore::open(QString::fromStdString(path("marsh.iris"))).value();
    const Notebook notebook = store->load().value();
    const auto tube = std::ranges::find(notebook.tubes, std::string("Ultramarine"), &Tube::name);
    const auto swatches = notebook.swatchesOf(tube->id);
    QCOMPARE(swatches.size(), 2U); // what it went by before, and the card
    QCOMPARE(swatches[1]->date, std::string("2026-10-04"));
    QCOMPARE(swatches[1]->paper, std::string("Rough 300 g"));
    QVERIFY(tube->swatch == swatches[1]->onWhite);
    QVERIFY(store->picture(swatches[1]->picture)->bytes.size() > 1000);
    store.reset();
    QCOMPARE(notebook.devices.at(0).name, std::string("Flatbed"));
    const Run again = run({"read-card", path("card.png"), "--device", "Flatbed", "--dpi", "150", "--into",
                           path("marsh.iris"), "--tube", "Ultramarine", "--json"});
    QVERIFY2(again.code == 0, again.err.c_str());
    QCOMPARE(nlohmann::json::parse(again.out)["full"], json["full"]);
    QCOMPARE(
        run({"read-card", path("card.png"), "--device", "Camera", "--into", path("marsh.iris"), "--tube", "Mud"}).code,
        2);
}

void TestReadingCli::aPhotographIsRead()
{
    QCOMPARE(run({"simulate", "photo", "--tube", "PR101/light red", "--seed", "3", "--out", path("photo.jpg")}).code,
             0);
    const Run read = run({"read-card", path("photo.jpg"), "--json"});
    QVERIFY2(read.code == 0, read.err.c_str());
    const auto json = nlohmann::json::parse(read.out);
    QCOMPARE(json["paper_assumed"], true);
    QCOMPARE(json["transparency"]["class"], "opaque");
    QVERIFY(json["uncertainty"] >= 2.5);
}

void TestReadingCli::anInstrumentIsRead()
{
    QCOMPARE(run({"simulate", "measurement", "--tube", "PY150", "--out", path("m.txt")}).code, 0);
    const Run read =
        run({"read-measurements", path("m.txt"), "--into", path("marsh.iris"), "--tube", "Nickel Gold", "--json"});
    QVERIFY2(read.code == 0, read.err.c_str());
    const ReferencePigment& row = **ReferenceTable::shipped().find("PY150");
    QVERIFY(deltaE00(labOf(nlohmann::json::parse(read.out)["swatch"]["full"]), row.full) < 1);
    const Run wet =
        run({"read-measurements", path("m.txt"), "--into", path("marsh.iris"), "--tube", "Viridian", "--wet"});
    QCOMPARE(wet.code, 0);
    const Notebook notebook = NotebookStore::open(QString::fromStdString(path("marsh.iris"))).value()->load().value();
    const auto viridian = std::ranges::find(notebook.tubes, std::string("Viridian"), &Tube::name);
    QVERIFY(!viridian->swatch && notebook.swatchesOf(viridian->id).size() == 1);
}

void TestReadingCli::everythingGoesOutAndComesBack()
{
    QCOMPARE(run({"export", path("marsh.iris"), "json", "--out", path("marsh.json")}).code, 0);
    QCOMPARE(run({"notebook", path("copy.iris")}).code, 0);
    QCOMPARE(run({"import", path("copy.iris"), "json", path("marsh.json")}).code, 0);
    QVERIFY(NotebookStore::open(QString::fromStdString(path("copy.iris"))).value()->load().value()
            == NotebookStore::open(QString::fromStdString(path("marsh.iris"))).value()->load().value());
    QCOMPARE(run({"import", path("copy.iris"), "json", path("marsh.json")}).code, 2); // no longer empty
    const Run cgats = run({"export", path("marsh.iris"), "cgats"});
    QCOMPARE(readCgats(cgats.out)->samples.size(), 3 * 24U);
    const Run swatches = run({"export", path("marsh.iris"), "swatches", "--out", path("s.csv")});
    QCOMPARE(swatches.code, 0);
    QCOMPARE(run({"import", path("marsh.iris"), "swatches", path("s.csv")}).code, 0);
}

void TestReadingCli::badLinesAreListed()
{
    QFile list(QString::fromStdString(path("list.csv")));
    QVERIFY(list.open(QIODevice::WriteOnly));
    list.write("name;codes;size_ml;where\nReed;PY43;15;drawer\nMud;PBr7;wide;drawer\nSky;PB35;5;attic\n");
    list.close();
    const Run read = run({"import", path("marsh.iris"), "tubes", path("list.csv")});
    QCOMPARE(read.code, 0);
    QVERIFY(read.out.find("1 tube ") != std::string::npos);
    const Run again = run({"import", path("marsh.iris"), "tubes", path("list.csv")});
    QVERIFY2(again.out.starts_with("0 tubes and 0 readings came in\n1 tube of the list in the notebook already"),
             again.out.c_str());
    QVERIFY(read.out.find("line 3 left out: \"wide\"") != std::string::npos);
    QVERIFY(read.out.find("line 4 left out: \"attic\"") != std::string::npos);
}

void TestReadingCli::faultsGetOneLine_data()
{
    QTest::addColumn<QStringList>("arguments");
    QTest::addColumn<int>("code");
    const auto row = [](const char* name, const QStringList& arguments, int code) {
        QTest::newRow(name) << arguments << code;
    };
    const QString csv = IRIS_SOURCE_DIR "/data/demo/tubes.csv";
    row("no picture", {"read-card", "/no/such.png"}, 1);
    row("a list for a picture", {"read-card", csv}, 1);
    row("chart without colours", {"read-card", "x.png", "--chart", "y.png"}, 2);
    row("a notebook without a tube", {"read-card", "x.png", "--into", "n.iris"}, 2);
    row("no day", {"read-card", "x.png", "--into", "n.iris", "--tube", "Mud", "--date", "Sunday"}, 2);
    row("no measurements", {"read-measurements", csv}, 1);
    row("what cannot be simulated", {"simulate", "sunset", "--tube", "PB29", "--out", "x.png"}, 2);
    row("nowhere to write", {"simulate", "card", "--tube", "PB29", "--out", "/no/such/place.png", "--dpi", "60"}, 1);
    row("an unknown format", {"export", "nothing.iris", "docx"}, 1);
}

void TestReadingCli::faultsGetOneLine()
{
    QFETCH(QStringList, arguments);
    QFETCH(int, code);
    const Run result = runRow(arguments);
    QVERIFY2(result.code == code, result.err.c_str());
    QCOMPARE(std::ranges::count(result.err, '\n'), 1);
}

IRIS_TEST(TestReadingCli, QCoreApplication)
#include "tst_readingcli.moc"
