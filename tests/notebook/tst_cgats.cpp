#include "../testfiles.h"
#include "../testprogram.h"
#include "colour/deltae.h"
#include "colour/observer.h"
#include "notebook/cgats.h"
#include "notebook/exports.h"
#include "notebook/measuredswatch.h"
#include "paint/paint.h"
#include "paint/paper.h"

#include <QCoreApplication>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

using namespace iris;

namespace {

CgatsFile example()
{
    CgatsFile file{"Three washes", "made up", {}};
    for (const double level : {0.05, 0.4, 0.85}) {
        const Spectrum reflectance = spectrumFrom([&](double nm) { return level * (0.6 + 0.4 * (nm - 380) / 350); });
        file.samples.push_back({"wash \"" + std::to_string(level), toLab(reflectance), reflectance});
    }
    return file;
}

QByteArray outputOf(const QString& program, const QStringList& arguments)
{
    QProcess process;
    process.setProcessChannelMode(QProcess::MergedChannels);
    process.start(program, arguments);
    process.waitForFinished(60000);
    return process.readAll();
}

std::string table(const std::string& format, const std::string& rows, int sets)
{
    const auto fields = QString::fromStdString(format).split(' ').size();
    return "CGATS.17\nORIGINATOR\t\"x\"\nNUMBER_OF_FIELDS " + std::to_string(fields) + "\nBEGIN_DATA_FORMAT\n" + format
           + "\nEND_DATA_FORMAT\nNUMBER_OF_SETS\t" + std::to_string(sets) + "\nBEGIN_DATA\n" + rows + "\nEND_DATA\n";
}

} // namespace

class TestCgats : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void namesOfTubesDoNotDecide_data();
    void namesOfTubesDoNotDecide();
    void aFileOfManyTubesGivesTheOneThatIsAskedFor();
    void roundTrips();
    void readsLabXyzAndSpectra();
    void coarseAndPercentSpectra();
    void argyllChartsAreRead_data();
    void argyllChartsAreRead();
    void argyllReadsWhatIsWritten();
    void moreFieldsThanNamesEndNothing();
    void fieldsAreCountedOnce();
    void badFiles_data();
    void badFiles();
};

void TestCgats::roundTrips()
{
    const auto read = readCgats(writeCgats(example()));
    QVERIFY2(read, read ? "" : read.error().message.c_str());
    QCOMPARE(read->description, std::string("Three washes"));
    QCOMPARE(read->samples.size(), 3U);
    for (std::size_t i = 0; i < 3; ++i) {
        QVERIFY(deltaE00(*read->samples[i].lab, *example().samples[i].lab) < 1e-4);
        for (std::size_t band = 0; band < bandCount; ++band)
            QVERIFY(std::abs((*read->samples[i].reflectance)[band] - (*example().samples[i].reflectance)[band]) < 1e-7);
    }
    QCOMPARE(read->samples[0].name, std::string("wash '0.050000"));
}

void TestCgats::readsLabXyzAndSpectra()
{
    const auto lab = readCgats(table("SAMPLE_ID SAMPLE_NAME LAB_L LAB_A LAB_B", "1 full 40 10 -30\n2 thin 80 2 -9", 2));
    QVERIFY2(lab, lab ? "" : lab.error().message.c_str());
    QCOMPARE(lab->samples[0].name, std::string("full"));
    QCOMPARE(*lab->samples[1].lab, (Lab{80, 2, -9}));
    QVERIFY(!lab->samples[0].reflectance);
    const Xyz xyz = toXyz(Lab{40, 10, -30}, d50White);
    const auto fromXyz = readCgats(
        table("SAMPLE_ID XYZ_X XYZ_Y XYZ_Z", QString("1 %1 %2 %3").arg(xyz.x).arg(xyz.y).arg(xyz.z).toStdString(), 1));
    QVERIFY(fromXyz);
    QVERIFY(deltaE00(*fromXyz->samples[0].lab, {40, 10, -30}) < 0.01);
}

void TestCgats::coarseAndPercentSpectra()
{
    std::string names = "SAMPLE_NAME";
    std::string row = "ramp";
    for (int nm = 400; nm <= 700; nm += 20) {
        names += " SPEC_" + std::to_string(nm);
        row += ' ' + std::to_string(10 + (nm - 400) * 0.2); // percent, straight
    }
    const auto read = readCgats(table(names, row, 1));
    QVERIFY2(read, read ? "" : read.error().message.c_str());
    const Spectrum& spectrum = *read->samples[0].reflectance;
    QVERIFY(std::abs(spectrum[3] - 0.12) < 1e-9); // 410 nm, between two bands
    QCOMPARE(spectrum[0], spectrum[2]);           // held below 400 nm
}

void TestCgats::argyllChartsAreRead_data()
{
    QTest::addColumn<QString>("file");
    QTest::addColumn<int>("patches");
    QTest::newRow("24 patches") << "/usr/share/color/argyll/ref/ColorChecker.cie" << 24;
    QTest::newRow("4 target") << "/usr/share/color/argyll/ref/CMP_Digital_Target-4.cie" << 0;
}

/// The chart files that Debian's argyll package brings.
void TestCgats::argyllChartsAreRead()
{
    QFETCH(QString, file);
    QFETCH(int, patches);
    QFile chart(file);
    QVERIFY2(chart.open(QIODevice::ReadOnly), "Debian's argyll is needed");
    const auto read = readCgats(chart.readAll().toStdString());
    QVERIFY2(read, read ? "" : read.error().message.c_str());
    QVERIFY(patches == 0 ? read->samples.size() > 20 : read->samples.size() == static_cast<std::size_t>(patches));
    for (const CgatsSample& sample : read->samples)
        QVERIFY(sample.lab && sample.lab->l > 5 && sample.lab->l < 100);
}

/// Argyll's own colverify compares two of our files, one colour of which is 2 in L* off, and finds that out.
void TestCgats::argyllReadsWhatIsWritten()
{
    const QTemporaryDir folder;
    CgatsFile one{"one", "made up", {}};
    for (int i = 0; i < 6; ++i)
        one.samples.push_back({"p" + std::to_string(i), Lab{30.0 + 8 * i, 4.0 * i, -3.0 * i}, {}});
    CgatsFile two = one;
    two.samples[2].lab->l += 2;
    putFile(folder.filePath("one.txt"), QByteArray::fromStdString(writeCgats(one)));
    putFile(folder.filePath("two.txt"), QByteArray::fromStdString(writeCgats(two)));
    const QByteArray report = outputOf("colverify", {"-v", folder.filePath("one.txt"), folder.filePath("two.txt")});
    QVERIFY2(report.contains("peak = 2.0"), report);
}

/// It ended the program: a field that has no name was asked for its name.
void TestCgats::moreFieldsThanNamesEndNothing()
{
    const std::string names = "BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\n";
    const auto read = readCgats("CGATS.17\nNUMBER_OF_FIELDS 4\n" + names + "NUMBER_OF_FIELDS 5\n" + names
                                + "NUMBER_OF_SETS 1\nBEGIN_DATA\n1 50 3 4 5\nEND_DATA\n");
    QVERIFY(read || read.error().code == ErrorCode::BadCgats);
    if (read)
        QCOMPARE(read->samples.size(), 1U);
}

/// LittleCMS makes room for the number it reads first, and then reads beyond it.
void TestCgats::fieldsAreCountedOnce()
{
    const std::string names = "BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\n";
    const std::string data = "NUMBER_OF_SETS 1\nBEGIN_DATA\n1 50 3 4\nEND_DATA\n";
    const auto twice = readCgats("CGATS.17\nNUMBER_OF_FIELDS 4\n" + names + "NUMBER_OF_FIELDS 900\n" + names + data);
    QVERIFY(!twice);
    QCOMPARE(twice.error().line, 6);
    QVERIFY2(twice.error().message.find("twice") != std::string::npos, twice.error().message.c_str());
    QVERIFY(!readCgats("CGATS.17\nNUMBER_OF_FIELDS 4 number_of_fields 90\n" + names + data));
    // A remark is none, and a second table counts its own.
    const std::string table = "NUMBER_OF_FIELDS 4 # NUMBER_OF_FIELDS says how many\n" + names + data;
    const auto two = readCgats("CGATS.17\n" + table + table);
    QVERIFY2(two, two ? "" : two.error().message.c_str());
    QCOMPARE(two->samples.size(), 1U);
}

void TestCgats::badFiles_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<QString>("says");
    const auto row = [](const char* name, const std::string& text, const char* says) {
        QTest::newRow(name) << QByteArray::fromStdString(text) << says;
    };
    row("empty", "", "empty");
    row("words", "the tide was out\nby noon\n", "cannot be read");
    row("no columns", "CGATS.17\nNUMBER_OF_SETS 1\nBEGIN_DATA\n1 2 3\nEND_DATA\n", "cannot be read");
    row("no colours", table("SAMPLE_ID RGB_R RGB_G RGB_B", "1 2 3 4", 1), "neither Lab");
    row("only two of Lab", table("SAMPLE_ID LAB_L LAB_A", "1 50 3", 1), "neither Lab");
    row("a word for a number", table("SAMPLE_ID LAB_L LAB_A LAB_B", "1 fifty 3 4", 1), "no number");
    row("spectra too short", table("SAMPLE_ID nm500 nm510", "1 0.2 0.3", 1), "420 to 680");
    row("a row too short", table("SAMPLE_ID LAB_L LAB_A LAB_B", "1 50 3 4\n2 50", 2), "");
    row("no rows", table("SAMPLE_ID LAB_L LAB_A LAB_B", "", 0), "");
}

void TestCgats::badFiles()
{
    QFETCH(QByteArray, text);
    QFETCH(QString, says);
    const auto read = readCgats(text.toStdString());
    QVERIFY(!read);
    QCOMPARE(read.error().code, ErrorCode::BadCgats);
    QVERIFY2(QString::fromStdString(read.error().message).contains(says), read.error().message.c_str());
}

namespace {

CgatsFile measured(const QStringList& names)
{
    CgatsFile file{"", "", {}};
    double l = 90;
    for (const QString& name : names)
        file.samples.push_back({name.toStdString(), Lab{l -= 10, 1, 2}, {}});
    return file;
}

} // namespace

void TestCgats::namesOfTubesDoNotDecide_data()
{
    QTest::addColumn<QStringList>("names"); // in the order full, thin, black, paper
    QTest::addColumn<bool>("paper");
    QTest::newRow("black") << QStringList{"Ivory Black, full", "Ivory Black, thin", "Ivory Black, over black"} << false;
    QTest::newRow("white") << QStringList{"Titanium White, full", "Titanium White, thin", "Titanium White, over black"}
                           << false;
    QTest::newRow("thin white on its paper")
        << QStringList{"Thin White full", "Thin White thin", "Thin White black", "paper"} << true;
    QTest::newRow("all of them") << QStringList{"Full Thin Black Paper full", "Full Thin Black Paper thin",
                                                "Full Thin Black Paper over black", "Full Thin Black Paper paper"}
                                 << true;
    QTest::newRow("no name") << QStringList{"masstone", "undertone", "over black, full strength"} << false;
    QTest::newRow("no words at all") << QStringList{"A1", "A2", "A3"} << false;
}

void TestCgats::namesOfTubesDoNotDecide()
{
    QFETCH(QStringList, names);
    QFETCH(bool, paper);
    const CgatsFile file = measured(names);
    const auto reading = readingFrom(file);
    QVERIFY2(reading, reading ? "" : reading.error().message.c_str());
    QCOMPARE(reading->painted.full, *file.samples[0].lab);
    QCOMPARE(reading->painted.thin, *file.samples[1].lab);
    QCOMPARE(reading->painted.overBlack, *file.samples[2].lab);
    QCOMPARE(reading->paperWhite == file.samples.back().lab, paper);
}

/// What the program writes of a whole notebook it reads back tube by tube.
void TestCgats::aFileOfManyTubesGivesTheOneThatIsAskedFor()
{
    std::vector<Paint> paints;
    for (const auto& [name, row] : {std::pair{"Ivory Black", "PBk9"},
                                    {"Titanium White", "PW6"},
                                    {"Ultramarine", "PB29"},
                                    {"Ultramarine Deep", "PB15:3"}}) {
        paints.push_back(paintOf(**ReferenceTable::shipped().find(row)));
        paints.back().name = name;
    }
    const CgatsFile file = readCgats(writeCgats(cgatsOf("all", paints))).value();
    for (const Paint& paint : paints) {
        const auto reading = readingFrom(file, paint.name);
        QVERIFY2(reading, reading ? "" : reading.error().message.c_str());
        QVERIFY(deltaE00(reading->painted.full, paint.swatch.full) < 0.3); // as far as the film explains it
    }
    const auto unnamed = readingFrom(file);
    QVERIFY(!unnamed && unnamed.error().message.find("several tubes") != std::string::npos);
}

IRIS_TEST(TestCgats, QCoreApplication)
#include "tst_cgats.moc"
