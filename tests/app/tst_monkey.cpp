#include "../testprogram.h"
#include "monkey.h"

#include "../cli/clirun.h"
#include "../testfiles.h"

#include "app/theme/theme.h"

#include <QApplication>
#include <QTemporaryDir>
#include <QtTest>

using namespace iris;

/// Whatever is pressed, in whatever order: the window stays, and what it shows is in the file.
/// IRIS_MONKEY_SECONDS (10) and IRIS_MONKEY_SEED (1) ask for more; IRIS_MONKEY_LOG keeps the list of acts.
class TestMonkey : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void anythingInAnyOrder();

private:
    QString file(const char* name) const { return m_folder.filePath(QLatin1String(name)); }

    QTemporaryDir m_folder;
    QStringList m_files;
};

namespace {

void runWell(const std::vector<std::string>& arguments)
{
    if (const Run done = run(arguments); done.code != 0)
        qFatal("%s", done.err.c_str());
}

} // namespace

void TestMonkey::initTestCase()
{
    QVERIFY(loadFonts());
    applyTheme(*qApp, Ground::Light);
    const std::string demo = IRIS_SOURCE_DIR "/data/demo";
    const std::string marsh = file("marsh.iris").toStdString();
    runWell({"notebook", marsh, "--tubes", demo + "/tubes.csv", "--needs", demo + "/needs.csv", "--palettes",
             demo + "/palettes.csv"});
    const std::string sheet = file("sheet.png").toStdString();
    runWell({"sheet", "--notebook", marsh, "--out", file("sheet.pdf").toStdString(), "--ladder", "Ultramarine,Hull Red",
             "--steps", "7"});
    runWell({"simulate", "sheet", "--notebook", marsh, "--sheet", "1", "--dpi", "100", "--out", sheet});
    runWell({"simulate", "card", "--tube", "PB29", "--dpi", "100", "--out", file("card.png").toStdString()});
    runWell({"simulate", "chart", "--dpi", "60", "--out", file("chart.png").toStdString()});
    runWell({"simulate", "measurement", "--tube", "PB29", "--out", file("measured.txt").toStdString()});
    runWell({"export", marsh, "json", "--out", file("marsh.json").toStdString()});
    runWell({"notebook", file("empty.iris").toStdString()});
    putFile(file("broken.csv"), "name,codes\n\"Reed");
    putFile(file("broken.iris"), "no notebook");
    QVERIFY(QFile::copy(QStringLiteral(IRIS_SOURCE_DIR "/tests/data/schema-1.iris"), file("old.iris")));
    QFile::setPermissions(file("old.iris"), QFile::ReadOwner | QFile::WriteOwner);
    m_files = {file("marsh.iris"),
               file("sheet.png"),
               file("card.png"),
               file("chart.png"),
               file("measured.txt"),
               file("marsh.json"),
               file("broken.csv"),
               file("broken.iris"),
               file("gone.png"),
               m_folder.path(),
               file("old.iris"),
               QStringLiteral(IRIS_SOURCE_DIR "/data/demo/tubes.csv"),
               QStringLiteral(IRIS_SOURCE_DIR "/data/demo/needs.csv"),
               QStringLiteral(IRIS_SOURCE_DIR "/tests/data/damaged-exif.jpg")};
}

void TestMonkey::anythingInAnyOrder()
{
    bool given = false;
    const int seconds = qEnvironmentVariableIntValue("IRIS_MONKEY_SECONDS", &given);
    const int seed =
        qEnvironmentVariableIsSet("IRIS_MONKEY_SEED") ? qEnvironmentVariableIntValue("IRIS_MONKEY_SEED") : 1;
    const QString log = qEnvironmentVariable("IRIS_MONKEY_LOG", file("acts.txt"));
    Monkey monkey({file("marsh.iris"), file("empty.iris"), file("old.iris")}, m_files, log,
                  static_cast<std::uint32_t>(seed));
    monkey.actFor(std::chrono::seconds(given ? seconds : 10));
    qInfo("seed %d: %d acts, %d times compared with the file", seed, monkey.acts(), monkey.comparisons());
    QVERIFY2(monkey.broken().isEmpty(), qPrintable(monkey.broken()));
    QVERIFY(monkey.acts() > 50);
}

IRIS_TEST(TestMonkey, QApplication)
#include "tst_monkey.moc"
