#include "../testfiles.h"
#include "../testprogram.h"
#include "clirun.h"

#include "base/text.h"
#include "notebook/notebookstore.h"

#include <QImage>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>
#include <sys/stat.h>
#include <sys/sysmacros.h>

using namespace iris;

/// What went wrong on the command line, each as the painter saw it.
class TestFaultsCli : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void optionsWithoutEffectAreRefused_data();
    void optionsWithoutEffectAreRefused();
    void numbersThatAreNoneAreRefused_data();
    void numbersThatAreNoneAreRefused();
    void aDesktopWithCommasChangesNothing_data();
    void aDesktopWithCommasChangesNothing();
    void namesCannotTakeOverTheTerminal_data();
    void namesCannotTakeOverTheTerminal();
    void namesOfFilesCannotEither();
    void anArgumentThatIsNoTextIsRefused();
    void aWindowsListComesInWithItsLetters();
    void bytesThatAreNoTextAreRefusedWithTheirLine();
    void aMeasurementThatNoPaintHasIsNotFiled();
    void aMeasurementFileThatAsksForAnotherIsRefused_data();
    void aMeasurementFileThatAsksForAnotherIsRefused();
    void anExportDoesNotReplaceADevice();
    void aSheetThatCannotBeWrittenUsesUpNoNumber();
    void aPictureIsMadeUpWithoutANotebook();
    void aScriptOfNothingIsRefused_data();
    void aScriptOfNothingIsRefused();
    void aLimitOfFileSizesIsAFullDisk_data();
    void aLimitOfFileSizesIsAFullDisk();
    void whatIsTransparentIsSaid();
    void anEndingIsRefusedBeforeAnythingIsPainted();
    void aChartOrSheetIsNoCard();
    void aCodeThatTheSheetContradictsIsRefused();
    void picturesOfEverySizeAreReadOrRefused_data();
    void picturesOfEverySizeAreReadOrRefused();
    void whatIsNoFileIsNotWaitedFor_data();
    void whatIsNoFileIsNotWaitedFor();
    void damagedNotesOfAPictureEndNothing();
    void dumpsBeyondDoubleAreRefused();

private:
    QString file(const QString& name) const { return m_folder.filePath(name); }
    std::string path(const QString& name) const { return file(name).toStdString(); }
    void put(const QString& name, const QByteArray& bytes)
    {
        QFile out(file(name));
        QVERIFY(out.open(QIODevice::WriteOnly) && out.write(bytes) == bytes.size());
    }
    /// A copy of the demo notebook that a test may change.
    QString freshNotebook(const QString& name)
    {
        QFile::remove(file(name));
        return QFile::copy(file("demo.iris"), file(name)) ? file(name) : QString();
    }

    QTemporaryDir m_folder;
};

namespace {

/// Control letters that a terminal would obey; line ends are the program's own.
bool holdsControls(const std::string& text)
{
    return shownLines(text) != text;
}

const QStringList hostileNames{
    "<img src=/x><h1>Mud</h1>", "two\nlines",       "tab\tand bell\a",   "clear\x1b[2Jscreen", "\u202Eedirrevo",
    "\U0001F3A8 art",           QString(5000, 'n'), "=HYPERLINK(\"x\")", "50% off %1 %s",      "quote\"d; DROP TABLE"};

} // namespace

void TestFaultsCli::initTestCase()
{
    const std::string demo = IRIS_SOURCE_DIR "/data/demo/";
    const Run made = run({"notebook", path("demo.iris"), "--tubes", demo + "tubes.csv", "--needs", demo + "needs.csv"});
    QVERIFY2(made.code == 0, made.err.c_str());
}

void TestFaultsCli::optionsWithoutEffectAreRefused_data()
{
    QTest::addColumn<QStringList>("arguments");
    QTest::addColumn<QString>("says");
    const QString notebook = file("demo.iris");
    const QStringList sheet{"sheet", "--notebook", notebook, "--out", file("x.pdf")};
    const auto add = [](const char* name, const QStringList& arguments, const char* says) {
        QTest::newRow(name) << arguments << QString(says);
    };
    add("ladder and next", sheet + QStringList{"--ladder", "Ultramarine,Lemon Yellow", "--next", "3"}, "--next");
    add("ladder and rows", sheet + QStringList{"--ladder", "Ultramarine,Lemon Yellow", "--rows", "Ultramarine"},
        "--rows");
    add("next and rows", sheet + QStringList{"--next", "3", "--rows", "Ultramarine"}, "--rows");
    add("steps without a ladder", sheet + QStringList{"--next", "3", "--steps", "5"}, "--ladder");
    add("columns without rows", sheet + QStringList{"--next", "3", "--columns", "Ultramarine"}, "--rows");
    add("a wash below nothing", {"mix", "PY3:1", "--over-wash", "0.5"}, "--over");
    add("water and columns", {"chart", "--rows", "PY3", "--columns", "PB29", "--water"}, "--columns");
    add("water and a share", {"chart", "--rows", "PY3", "--row-share", "0.3", "--water"}, "--row-share");
    add("an empty notebook", {"mix", "PY3:1", "--notebook", ""}, "--notebook");
    add("an empty list", {"palette", "--needs", ""}, "--needs");
    add("two colours", {"match", "--lab", "50,0,0", "--hex", "#808080"}, "either");
    add("two sources", {"mix", "PY3:1", "--reference", "--notebook", notebook}, "do not go together");
    add("a day of nothing", {"read-card", "x.png", "--date", "2026-10-03"}, "--tube");
    add("a chart's file without its picture", {"read-card", "x.png", "--chart-file", "x.txt"}, "--chart");
    add("a chart and a device", {"read-card", "x.png", "--chart", "y.png", "--device", "Flatbed"}, "--chart");
    add("looking and filing", {"read-sheet", "x.png", "--into", notebook, "--look", "--doubtful"}, "--doubtful");
    add("a card's sheet", {"simulate", "card", "--tube", "PB29", "--sheet", "3", "--out", "x.png"},
        "--sheet has no effect");
    add("a chart's tube", {"simulate", "chart", "--tube", "PB29", "--out", "x.png"}, "--tube has no effect");
    add("a photograph's dots", {"simulate", "photo", "--tube", "PB29", "--dpi", "300", "--out", "x.png"},
        "--dpi has no effect");
    add("a card's lines", {"simulate", "card", "--tube", "PB29", "--line-runs", "3", "--out", "x.png"},
        "--line-runs has no effect");
}

void TestFaultsCli::optionsWithoutEffectAreRefused()
{
    QFETCH(QStringList, arguments);
    QFETCH(QString, says);
    const Run result = runRow(arguments);
    QCOMPARE(result.code, 2);
    QVERIFY2(QString::fromStdString(result.err).contains(says), result.err.c_str());
    QVERIFY(result.out.empty());
}

void TestFaultsCli::numbersThatAreNoneAreRefused_data()
{
    QTest::addColumn<QStringList>("arguments");
    const QStringList sheet{"sheet", "--notebook", file("demo.iris"), "--out", file("x.pdf"), "--rows", "Ultramarine"};
    for (const char* wrong : {"-1", "0", "nan", "inf", "1e400", "0x20", "300,5", "300 dpi", "", "1e-320"})
        QTest::addRow("dpi %s", wrong) << QStringList{"simulate", "card",        "--tube", "PB29",
                                                      "--out",    file("x.png"), "--dpi",  wrong};
    for (const char* wrong : {"0", "-3", "1.5", "nan", "1e3", "99999999999999999999"})
        QTest::addRow("most %s", wrong) << QStringList{"match", "--hex", "#808080", "--most", wrong};
    for (const char* wrong : {"-2", "0", "1", "nan", "0,5"})
        QTest::addRow("row share %s", wrong) << sheet + QStringList{"--row-share", wrong};
    for (const char* wrong : {"0", "5", "nan", "-1", "0,45"})
        QTest::addRow("wash %s", wrong) << QStringList{"mix", "PY3:1", "--wash", wrong};
    for (const char* wrong : {"14", "76", "nan", "25mm"})
        QTest::addRow("cell %s", wrong) << sheet + QStringList{"--cell", wrong};
    for (const char* wrong : {"0", "1001", "2.5"})
        QTest::addRow("most of next %s", wrong)
            << QStringList{"next", "--notebook", file("demo.iris"), "--most", wrong};
    for (const char* wrong : {"-5", "0", "41", "nan", "inf"})
        QTest::addRow("tolerance %s", wrong) << QStringList{"match", "--hex", "#808080", "--tolerance", wrong};
    for (const char* wrong : {"106,0,0", "50,0,1e400", "50,nan,0", "50,0", "50;0;-201"})
        QTest::addRow("lab %s", wrong) << QStringList{"match", "--lab", wrong};
    for (const char* wrong : {"PY3:0", "PY3:-1", "PY3:1.5", "PY3:1e3", "PY3:1001", "PY3:"})
        QTest::addRow("parts %s", wrong) << QStringList{"mix", wrong};
}

void TestFaultsCli::numbersThatAreNoneAreRefused()
{
    QFETCH(QStringList, arguments);
    const Run result = runRow(arguments);
    QCOMPARE(result.code, 2);
    QVERIFY(result.out.empty());
    QVERIFY(!result.err.empty() && result.err.find('\n') == result.err.size() - 1);
    QVERIFY(!QFileInfo::exists(file("x.png")) && !QFileInfo::exists(file("x.pdf")));
}

void TestFaultsCli::aDesktopWithCommasChangesNothing_data()
{
    QTest::addColumn<QString>("locale");
    QTest::newRow("commas") << "de_DE";
    QTest::newRow("Turkish") << "tr_TR"; // where the capital of i is not I
}

void TestFaultsCli::aDesktopWithCommasChangesNothing()
{
    QFETCH(QString, locale);
    // The system's own locales may not be there; made here, they are.
    const QString made = file(locale + ".UTF-8");
    QCOMPARE(QProcess::execute("localedef", {"--no-archive", "-i", locale, "-f", "UTF-8", made}), 0);
    QProcess tool;
    const auto printed = [&](const QStringList& arguments, const QString& language) {
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        environment.insert("LOCPATH", m_folder.path());
        environment.insert("LC_ALL", language);
        environment.insert("QT_QPA_PLATFORM", "offscreen");
        tool.setProcessEnvironment(environment);
        tool.start(QStringLiteral(IRIS_CLI), arguments);
        if (!tool.waitForFinished(120'000) || tool.exitStatus() != QProcess::NormalExit)
            return QByteArray("it did not end well");
        return QByteArray::number(tool.exitCode()) + tool.readAllStandardOutput() + tool.readAllStandardError();
    };
    QCOMPARE(run({"simulate", "measurement", "--tube", "PB29", "--out", path("m.txt")}).code, 0);
    QCOMPARE(run({"simulate", "card", "--tube", "PB29", "--dpi", "150", "--out", path("c.png")}).code, 0);
    const QString notebook = file("demo.iris");
    const QList<QStringList> commands{
        {"pigment", "pbr7/BURNT SIENNA"},
        {"mix", "PY3:3", "PB29:1", "--wash", "0.45"},
        {"ladder", "PY3", "PB29", "--steps", "5", "--spacing", "appearance"},
        {"chart", "--rows", "PY3,PY153", "--columns", "PB29", "--row-share", "0.35"},
        {"what-makes", "violets", "--most", "5", "--notebook", notebook},
        {"neutrals", "--most", "3", "--notebook", notebook},
        {"darks", "--most", "3", "--notebook", notebook},
        {"wheel", "PY3", "PV19", "PB15:3"},
        {"match", "--lab", "50.5,10.25,-3", "--tolerance", "5.5", "--max-tubes", "2", "--notebook", notebook},
        {"palette", "--needs", QStringLiteral(IRIS_SOURCE_DIR "/data/demo/needs.csv"), "--notebook", notebook},
        {"next", "--notebook", notebook, "--most", "3"},
        {"tubes", notebook},
        {"export", notebook, "json"},
        {"export", notebook, "tubes"},
        {"export", notebook, "swatches"},
        {"export", notebook, "gpl"},
        {"export", notebook, "cgats"},
        {"read-measurements", file("m.txt")},
        {"read-card", file("c.png"), "--dpi", "150.0"},
        {"mix", "PY3:1", "--wash", "0,45"},
        {"pigment", "PI1"}};
    for (const QStringList& command : commands) {
        const QByteArray plain = printed(command, "C.UTF-8");
        QVERIFY2(plain.startsWith('0') || command.contains("0,45") || command.contains("PI1"), plain.constData());
        QVERIFY2(printed(command, locale + ".UTF-8") == plain, qPrintable(command.join(' ')));
    }
}

void TestFaultsCli::namesCannotTakeOverTheTerminal_data()
{
    QTest::addColumn<QStringList>("arguments");
    const QString notebook = file("hostile.iris");
    QTest::newRow("mix") << QStringList{"mix", "1:1", "2:1", "--over", "3:1", "--notebook", notebook};
    QTest::newRow("ladder") << QStringList{"ladder", "2", "3", "--notebook", notebook};
    QTest::newRow("chart") << QStringList{"chart", "--notebook", notebook};
    QTest::newRow("what makes") << QStringList{"what-makes", "greys", "--notebook", notebook};
    QTest::newRow("neutrals") << QStringList{"neutrals", "--notebook", notebook};
    QTest::newRow("darks") << QStringList{"darks", "--notebook", notebook};
    QTest::newRow("wheel") << QStringList{"wheel", "1", "2", "3", "--others", "4", "--notebook", notebook};
    QTest::newRow("match") << QStringList{"match", "--hex", "#605040", "--notebook", notebook};
    QTest::newRow("palette") << QStringList{"palette", "--needs", file("hostile.csv"), "--notebook", notebook};
    QTest::newRow("next") << QStringList{"next", "--notebook", notebook};
    QTest::newRow("sheet") << QStringList{"sheet",      "--notebook", notebook,  "--rows",           "2",
                                          "--columns",  "3,4",        "--title", "red\x1b[31m\nmud", "--out",
                                          file("h.pdf")};
    QTest::newRow("no such tube") << QStringList{"mix", "red\x1b[31m\n:1", "--notebook", notebook};
}

void TestFaultsCli::namesCannotTakeOverTheTerminal()
{
    QFETCH(QStringList, arguments);
    auto store = NotebookStore::create(file("hostile.iris"));
    if (store) {
        NotebookEdit edit;
        const std::array codes{"PY175", "PB29", "PR254", "PG7", "PBr7", "PV19", "PB15:3", "PY153", "PBk7", "PO71"};
        for (std::size_t i = 0; i < codes.size(); ++i) {
            Tube tube;
            tube.name = hostileNames[static_cast<qsizetype>(i)].toStdString();
            tube.codes = parsePigmentCodes(codes[i]).value();
            edit.tubes.put.push_back(tube);
        }
        QVERIFY((*store)->apply(edit));
        store->reset();
        put("hostile.csv", "name,L,a,b\n\"mud\x1b[2J\nflat\",40,4,12\n<b>sky</b>,70,2,-20\n");
    }
    const Run text = runRow(arguments);
    QVERIFY2(!holdsControls(text.out), text.out.c_str());
    QVERIFY2(!holdsControls(text.err), text.err.c_str());
    QVERIFY2(text.out.find("two\nlines") == std::string::npos, text.out.c_str());
    if (text.code != 0)
        return;
    const Run json = runRow(arguments + QStringList{"--json"});
    QVERIFY(!holdsControls(json.out));
    QVERIFY(nlohmann::json::accept(json.out));
}

void TestFaultsCli::namesOfFilesCannotEither()
{
    const QString name = "mud\x1b[2J\nflat.csv";
    put(name, "name\n\x81\n");
    const Run wrong = run({"import", path("demo.iris"), "tubes", path(name)});
    QCOMPARE(wrong.code, 1);
    QVERIFY2(!holdsControls(wrong.err) && wrong.err.find('\n') == wrong.err.size() - 1, wrong.err.c_str());
    const Run out = run({"export", path("demo.iris"), "tubes", "--out", path("out\x1b[2J.csv")});
    QCOMPARE(out.code, 0);
    QVERIFY(!holdsControls(out.out));
}

void TestFaultsCli::anArgumentThatIsNoTextIsRefused()
{
    const Run result = run({"mix", "caf\xE9:1"});
    QCOMPARE(result.code, 2);
    QVERIFY2(result.err.find("UTF-8") != std::string::npos && isUtf8(result.err), result.err.c_str());
}

void TestFaultsCli::aWindowsListComesInWithItsLetters()
{
    const QString notebook = freshNotebook("windows.iris");
    put("windows.csv", "name;codes\r\nTerre br\xFBl\xE9"
                       "e;PBr7\r\n");
    const Run result = run({"import", notebook.toStdString(), "tubes", path("windows.csv")});
    QVERIFY2(result.code == 0, result.err.c_str());
    QVERIFY2(result.err.find("it was read as Windows-1252") != std::string::npos, result.err.c_str());
    const Notebook read = NotebookStore::open(notebook).value()->load().value();
    QCOMPARE(read.tubes.back().name, std::string("Terre br\xC3\xBBl\xC3\xA9"
                                                 "e"));
}

void TestFaultsCli::bytesThatAreNoTextAreRefusedWithTheirLine()
{
    put("noise.csv", "name,codes\nReed,PG7\nMud \x81,PBr7\n");
    const Run result = run({"import", path("demo.iris"), "tubes", path("noise.csv")});
    QCOMPARE(result.code, 1);
    QVERIFY2(result.err.find("line 3") != std::string::npos, result.err.c_str());
}

void TestFaultsCli::aMeasurementThatNoPaintHasIsNotFiled()
{
    const QString notebook = freshNotebook("measured.iris");
    put("impossible.txt",
        "CGATS.17\nNUMBER_OF_FIELDS 4\nBEGIN_DATA_FORMAT\nSAMPLE_NAME LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\n"
        "NUMBER_OF_SETS 3\nBEGIN_DATA\nfull -40 0 -5000\nthin 70 0 -30\nblack 22 16 -44\nEND_DATA\n");
    const Run result =
        run({"read-measurements", path("impossible.txt"), "--into", notebook.toStdString(), "--tube", "Ultramarine"});
    QCOMPARE(result.code, 1);
    QVERIFY2(result.err.find("no colour of paint") != std::string::npos, result.err.c_str());
    QCOMPARE(run({"export", notebook.toStdString(), "json", "--out", path("measured.json")}).code, 0);
    QCOMPARE(run({"notebook", path("again.iris")}).code, 0);
    QCOMPARE(run({"import", path("again.iris"), "json", path("measured.json")}).code, 0);
}

void TestFaultsCli::aMeasurementFileThatAsksForAnotherIsRefused_data()
{
    QTest::addColumn<QByteArray>("line");
    QTest::newRow("another file") << QByteArray(".INCLUDE \"other.txt\"");
    QTest::newRow("itself") << QByteArray(".include \"asks.txt\"");
    QTest::newRow("a pipe") << QByteArray("$INCLUDE \"pipe\"");
}

void TestFaultsCli::aMeasurementFileThatAsksForAnotherIsRefused()
{
    QFETCH(QByteArray, line);
    QDir::setCurrent(m_folder.path());
    ::mkfifo(QFile::encodeName(file("pipe")).constData(), 0600);
    put("asks.txt", "CGATS.17\n" + line + "\nNUMBER_OF_FIELDS 4\n");
    const Run result = run({"read-measurements", path("asks.txt")});
    QCOMPARE(result.code, 1);
    QVERIFY2(result.err.find("line 2") != std::string::npos && result.err.find("INCLUDE") != std::string::npos,
             result.err.c_str());
}

void TestFaultsCli::anExportDoesNotReplaceADevice()
{
    const QByteArray device = QFile::encodeName(file("device"));
    if (::mknod(device.constData(), S_IFCHR | 0600, makedev(1, 3)) != 0)
        QSKIP("only root can make a device");
    const Run result = run({"export", path("demo.iris"), "json", "--out", path("device")});
    QCOMPARE(result.code, 1);
    QVERIFY2(result.err.find("a device or a pipe") != std::string::npos, result.err.c_str());
    struct stat about {};
    QVERIFY(::stat(device.constData(), &about) == 0 && S_ISCHR(about.st_mode));
}

void TestFaultsCli::aSheetThatCannotBeWrittenUsesUpNoNumber()
{
    const std::string notebook = freshNotebook("sheets.iris").toStdString();
    for (const std::string& out : {path("gone/x.pdf"), m_folder.path().toStdString(), path(QString(300, 'n'))}) {
        const Run failed = run({"sheet", "--notebook", notebook, "--rows", "Ultramarine", "--out", out});
        QCOMPARE(failed.code, 1);
    }
    const Run made =
        run({"sheet", "--notebook", notebook, "--rows", "Ultramarine", "--out", path("one.pdf"), "--json"});
    QVERIFY2(made.code == 0, made.err.c_str());
    QCOMPARE(nlohmann::json::parse(made.out)["sheets"][0]["sheet"].get<int>(), 1);
}

void TestFaultsCli::aPictureIsMadeUpWithoutANotebook()
{
    putFile(file("mud.txt"), "paper 100 80\narea mud, PBr7:2 + PB29:1, 0.4 to 0.8, 0/0 100/0 100/80 0/80\n");
    for (const char* what : {"picture", "snapshot"}) {
        const Run made = run({"simulate", what, "--script", path("mud.txt"), "--out", path("mud.png")});
        QVERIFY2(made.code == 0, made.err.c_str());
        QVERIFY(run({"needs-from-picture", path("mud.png")}).code == 0);
    }
}

void TestFaultsCli::aScriptOfNothingIsRefused_data()
{
    QTest::addColumn<QByteArray>("line");
    for (const char* line :
         {",", ",,,", ", PB29:1, 0.1 to 0.2, 0/0 1/1", "area", "area,", "area a, , 0.1 to 0.2, 0/0 9/9",
          "area a, PB29:1, , 0/0 9/9", "area a, PB29:1, 0.1 to 0.2,", "area a, PB29:1, 0.1 to 0.2, /",
          "reeds r, PB29:1, 0.1 to 0.2, , 1 to 2, 0/0 9/9", "paper", "dabs", " + ", "paper 1 1",
          "dabs d, PB29:1, 0.1 to 0.2, 0, 1 to 2, 0/0 9/9", "area a, PB29:0, 0.1 to 0.2, 0/0 9/9"})
        QTest::newRow(line) << QByteArray(line);
}

void TestFaultsCli::aScriptOfNothingIsRefused()
{
    QFETCH(QByteArray, line);
    putFile(file("nothing.txt"), "paper 380 270\n" + line + "\n");
    const Run result = run({"simulate", "picture", "--script", path("nothing.txt"), "--out", path("nothing.png")});
    QCOMPARE(result.code, 1);
    QVERIFY2(result.err.find("nothing.txt, line 2: ") != std::string::npos, result.err.c_str());
}

void TestFaultsCli::aLimitOfFileSizesIsAFullDisk_data()
{
    QTest::addColumn<QStringList>("arguments");
    QTest::addColumn<QString>("out");
    const QString many = file("many.csv");
    QByteArray list = "name,codes,notes\n";
    for (int i = 0; i < 500; ++i)
        list += "Reed " + QByteArray::number(i) + ",PG7," + QByteArray(400, 'n') + "\n";
    putFile(many, list);
    QTest::newRow("import") << QStringList{"import", freshNotebook("limit.iris"), "tubes", many} << "";
    QTest::newRow("making one") << QStringList{"notebook", file("new.iris"), "--tubes", many} << "new.iris";
    QTest::newRow("a card") << QStringList{"simulate", "card", "--tube", "PB29",
                                           "--dpi",    "150",  "--out",  file("limit.png")}
                            << "limit.png";
}

/// The program was ended without a word and left half a file.
void TestFaultsCli::aLimitOfFileSizesIsAFullDisk()
{
    QFETCH(QStringList, arguments);
    QFETCH(QString, out);
    QProcess tool;
    tool.start("sh", QStringList{"-c", "ulimit -f 180; exec \"$@\"", "sh", IRIS_CLI} + arguments); // of 512 bytes
    QVERIFY(tool.waitForFinished(60000));
    const QByteArray said = tool.readAllStandardError();
    QVERIFY2(tool.exitStatus() == QProcess::NormalExit && tool.exitCode() == 1, said);
    QVERIFY2(said.contains("disk is full"), said);
    QVERIFY(out.isEmpty() || !QFileInfo::exists(file(out)));
    if (out.isEmpty())
        QVERIFY(run({"tubes", arguments[1].toStdString()}).out == run({"tubes", path("demo.iris")}).out);
    QVERIFY(QDir(m_folder.path()).entryList({".iris-*", "*-journal"}, QDir::Files | QDir::Hidden).isEmpty());
}

void TestFaultsCli::whatIsTransparentIsSaid()
{
    QImage glass(100, 80, QImage::Format_ARGB32);
    glass.fill(QColor(60, 90, 120));
    for (int x = 0; x < 50; ++x)
        for (int y = 0; y < 80; ++y)
            glass.setPixelColor(x, y, QColor(200, 60, 40, 0));
    QVERIFY(glass.save(file("glass.png")));
    const Run result = run({"needs-from-picture", path("glass.png")});
    QVERIFY2(result.code == 0, result.err.c_str());
    QVERIFY2(result.err.find("note: transparent places of glass.png are taken as white") == 0, result.err.c_str());
    QVERIFY2(result.out.find("red") == std::string::npos, result.out.c_str());
}

void TestFaultsCli::anEndingIsRefusedBeforeAnythingIsPainted()
{
    QElapsedTimer clock;
    clock.start();
    const Run result = run({"simulate", "card", "--tube", "PB29", "--dpi", "1200", "--out", path("card.xyz")});
    QCOMPARE(result.code, 2);
    QVERIFY2(result.err.find(".png, .jpg or .tif") != std::string::npos, result.err.c_str());
    QVERIFY(clock.elapsed() < 60'000); // a card of 1200 dpi takes minutes to paint
}

void TestFaultsCli::aChartOrSheetIsNoCard()
{
    QCOMPARE(run({"simulate", "chart", "--dpi", "100", "--out", path("chart.png")}).code, 0);
    const Run chart = run({"read-card", path("chart.png")});
    QCOMPARE(chart.code, 1);
    QVERIFY2(chart.err.find("colour chart") != std::string::npos, chart.err.c_str());
    const std::string notebook = freshNotebook("card.iris").toStdString();
    QCOMPARE(run({"sheet", "--notebook", notebook, "--rows", "Ultramarine,Lemon Yellow", "--out", path("s.pdf")}).code,
             0);
    QCOMPARE(
        run({"simulate", "sheet", "--notebook", notebook, "--sheet", "1", "--dpi", "150", "--out", path("s.jpg")}).code,
        0);
    const Run sheet = run({"read-card", path("s.jpg")});
    QCOMPARE(sheet.code, 1);
    QVERIFY2(sheet.err.find("printed sheet") != std::string::npos, sheet.err.c_str());
}

void TestFaultsCli::aCodeThatTheSheetContradictsIsRefused()
{
    const std::string notebook = path("card.iris"); // with the sheet of the test before
    const Run other = run({"read-sheet", path("s.jpg"), "--into", notebook, "--code", "3F9A0C-12", "--look"});
    QCOMPARE(other.code, 2);
    QVERIFY2(other.err.find("the sheet says that it is") != std::string::npos, other.err.c_str());
    QCOMPARE(run({"read-sheet", path("s.jpg"), "--into", notebook, "--look"}).code, 0);
}

void TestFaultsCli::picturesOfEverySizeAreReadOrRefused_data()
{
    QTest::addColumn<QSize>("size");
    for (const QSize size : {QSize(1, 1), QSize(3, 3), QSize(100, 4), QSize(30000, 2), QSize(63, 900), QSize(64, 64),
                             QSize(64, 20000), QSize(20000, 64), QSize(121, 65), QSize(400, 300)})
        QTest::addRow("%d x %d", size.width(), size.height()) << size;
}

void TestFaultsCli::picturesOfEverySizeAreReadOrRefused()
{
    QFETCH(QSize, size);
    QImage image(size, QImage::Format_RGB32);
    for (int y = 0; y < size.height(); ++y)
        for (int x = 0; x < size.width(); ++x)
            image.setPixel(x, y, qRgb(200 + x % 50, 190 + y % 60, (x * y) % 256));
    QVERIFY(image.save(file("odd.png")));
    const bool tooSmall = size.width() < 64 || size.height() < 64;
    for (const QStringList& command : {QStringList{"read-card", file("odd.png")},
                                       QStringList{"read-sheet", file("odd.png"), "--into", file("demo.iris")}}) {
        const Run result = runRow(command);
        QVERIFY2(result.code == 0 || result.code == 1, result.err.c_str());
        QVERIFY2(!tooSmall || result.err.find("at least 64 x 64") != std::string::npos, result.err.c_str());
    }
}

void TestFaultsCli::whatIsNoFileIsNotWaitedFor_data()
{
    QTest::addColumn<QStringList>("arguments");
    const QString pipe = file("waits");
    ::mkfifo(QFile::encodeName(pipe).constData(), 0600);
    QTest::newRow("picture in a pipe") << QStringList{"read-card", pipe};
    QTest::newRow("picture of standard input") << QStringList{"read-card", "-"};
    QTest::newRow("picture of an address") << QStringList{"read-card", "http://127.0.0.1:9/x.png"};
    QTest::newRow("sheet in a pipe") << QStringList{"read-sheet", pipe, "--into", file("demo.iris")};
    QTest::newRow("measurements in a pipe") << QStringList{"read-measurements", pipe};
    QTest::newRow("list in a pipe") << QStringList{"import", file("demo.iris"), "tubes", pipe};
    QTest::newRow("needs in a pipe") << QStringList{"palette", "--needs", pipe};
    QTest::newRow("notebook in a pipe") << QStringList{"tubes", pipe};
    QTest::newRow("a folder") << QStringList{"read-card", m_folder.path()};
}

void TestFaultsCli::whatIsNoFileIsNotWaitedFor()
{
    QFETCH(QStringList, arguments);
    const Run result = runRow(arguments); // waiting would end the test at its time limit
    QCOMPARE(result.code, 1);
    QVERIFY(!result.err.empty());
}

void TestFaultsCli::damagedNotesOfAPictureEndNothing()
{
    QImage image(200, 150, QImage::Format_RGB32);
    image.fill(qRgb(240, 235, 230));
    for (int i = 0; i < 60; ++i)
        image.setPixel(60 + i, 70, qRgb(200, 40, 40));
    QVERIFY(image.save(file("plain.jpg")));
    QFile plain(file("plain.jpg"));
    QVERIFY(plain.open(QIODevice::ReadOnly));
    const QByteArray bytes = plain.readAll();
    // An EXIF block whose entries count more than there is, point outside it, or point at themselves.
    const QByteArray start = QByteArray("Exif\0\0II*\0", 10);
    for (const QByteArray& body :
         {start + QByteArray::fromHex("08000000ffff"), start + QByteArray::fromHex("ffffff7f0100"),
          start + QByteArray::fromHex("0800000001001201030001000000ffff000008000000"),
          start + QByteArray::fromHex("08000000010069870400010000000800000008000000"),
          start + QByteArray::fromHex("080000000100878804000100000000000080ffffffff"), QByteArray("Exif\0\0", 6)}) {
        QByteArray damaged = bytes;
        const int length = static_cast<int>(body.size()) + 2;
        damaged.insert(2, QByteArray("\xff\xe1") + static_cast<char>(length >> 8) + static_cast<char>(length & 255)
                              + body);
        put("damaged.jpg", damaged);
        const Run result = run({"read-card", path("damaged.jpg")});
        QVERIFY2(result.code == 0 || result.code == 1, result.err.c_str());
    }
}

void TestFaultsCli::dumpsBeyondDoubleAreRefused()
{
    QCOMPARE(run({"export", path("demo.iris"), "json", "--out", path("dump.json")}).code, 0);
    QFile dump(file("dump.json"));
    QVERIFY(dump.open(QIODevice::ReadOnly));
    QByteArray text = dump.readAll();
    const qsizetype at = text.indexOf("\"tolerance\": ");
    QVERIFY(at > 0);
    text.insert(at + 13, "1e400, \"was\": ");
    put("beyond.json", text);
    QCOMPARE(run({"notebook", path("empty.iris")}).code, 0);
    const Run result = run({"import", path("empty.iris"), "json", path("beyond.json")});
    QCOMPARE(result.code, 1);
    QVERIFY2(result.err.find("too large") != std::string::npos, result.err.c_str());
}

IRIS_TEST(TestFaultsCli, QGuiApplication)
#include "tst_faultscli.moc"
