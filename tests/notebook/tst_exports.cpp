#include "../testprogram.h"
#include "colour/deltae.h"
#include "notebook/exports.h"
#include "randomnotebook.h"

#include <QCoreApplication>
#include <QtTest>

using namespace iris;

class TestExports : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void gimpPaletteRoundTrips();
    void gimpPaletteFaults();
    void cgatsHoldsEveryPaint();
    void swatchesRoundTrip();
    void swatchFaults();
};

namespace {

std::vector<Paint> twoPaints()
{
    const ReferenceTable& table = ReferenceTable::shipped();
    std::vector<Paint> paints{paintOf(**table.find("PB29")), paintOf(**table.find("PY3"))};
    paints[0].name = "Ultramarine\tblue\nnew tube";
    return paints;
}

} // namespace

void TestExports::gimpPaletteRoundTrips()
{
    const auto paints = twoPaints();
    const auto read = readGimpPalette(writeGimpPalette("Salt marsh", paints));
    QVERIFY2(read, read ? "" : read.error().message.c_str());
    QCOMPARE(read->size(), 6U);
    QVERIFY((*read)[0].name.starts_with("Ultramarine blue new tube, full"));
    const Srgb expected = toSrgb(paints[1].swatch.thin);
    QCOMPARE((*read)[5].colour.red, expected.red);
    QCOMPARE((*read)[5].colour.blue, expected.blue);
}

void TestExports::gimpPaletteFaults()
{
    QCOMPARE(readGimpPalette("palette\n1 2 3").error().line, 1);
    QCOMPARE(readGimpPalette("GIMP Palette\nName: x\n#\n1 2 3\tfine\n1 2\tshort").error().line, 5);
    QCOMPARE(readGimpPalette("GIMP Palette\n1 2 300\tbright").error().line, 2);
}

void TestExports::cgatsHoldsEveryPaint()
{
    const auto paints = twoPaints();
    const CgatsFile file = cgatsOf("both", paints);
    QCOMPARE(file.samples.size(), 6U);
    const auto read = readCgats(writeCgats(file));
    QVERIFY(read);
    for (std::size_t i = 0; i < 2; ++i) {
        QVERIFY(deltaE00(*read->samples[3 * i].lab, paints[i].swatch.full) < 0.2);
        QVERIFY(deltaE00(*read->samples[3 * i + 2].lab, paints[i].swatch.overBlack) < 0.2);
    }
}

void TestExports::swatchesRoundTrip()
{
    for (unsigned seed = 1; seed < 30; ++seed) {
        Notebook notebook = RandomNotebook(seed).dump().notebook;
        for (std::size_t i = 0; i < notebook.tubes.size(); ++i)
            notebook.tubes[i].name = "tube " + std::to_string(i);
        const auto read = readSwatchesCsv(writeSwatchesCsv(notebook), notebook);
        QVERIFY2(read && read->problems.empty(), qPrintable(QString::number(seed)));
        QCOMPARE(read->swatches.size(), notebook.swatches.size());
        for (std::size_t i = 0; i < read->swatches.size(); ++i) {
            SwatchRecord expected = notebook.swatches[i];
            SwatchRecord own = read->swatches[i];
            expected.id = {};
            expected.picture.clear(); // pictures travel in JSON
            expected.onWhite = own.onWhite;
            QVERIFY(own == expected);
        }
    }
}

void TestExports::swatchFaults()
{
    Notebook notebook;
    notebook.tubes.push_back({});
    notebook.tubes[0].id = {1};
    notebook.tubes[0].name = "Lemon";
    QVERIFY(!readSwatchesCsv("tube,full_L\nLemon,40", notebook));
    const std::string header =
        "tube,paper_L,paper_a,paper_b,full_L,full_a,full_b,thin_L,thin_a,thin_b,black_L,black_a,black_b\n";
    const auto list =
        readSwatchesCsv(header
                            + "Lemon,95,0,2,80,-5,70,94,-6,30,40,0,20\nLime,95,0,2,1,1,1,1,1,1,1,1,1\n"
                              "Lemon,95,0,2,80,pale,70,94,-6,30,40,0,20\nLemon,95,0,2,80,,70,94,-6,30,40,0,20\n",
                        notebook);
    QVERIFY(list);
    QCOMPARE(list->swatches.size(), 1U);
    QCOMPARE(list->problems.size(), 3U);
    QCOMPARE(list->problems[0].line, 3);
    QVERIFY(list->problems[1].message.find("pale") != std::string::npos);
}

IRIS_TEST(TestExports, QCoreApplication)
#include "tst_exports.moc"
