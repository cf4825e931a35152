#include "app/palette/paletteview.h"
#include "app/parts/messages.h"
#include "app/theme/theme.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "sheet/cardfiling.h"

#include <QApplication>
#include <QCryptographicHash>
#include <QLineEdit>
#include <QProcess>
#include <QPushButton>
#include <QTemporaryDir>
#include <QtTest>
#include <iostream>
#include <random>

using namespace iris;

/// The window ended (kill -9) in the middle of its own edits: what it showed as done is in the file, and the one it was
/// about is there in full or not at all. The program is its own child: it is started again with --child.
/// IRIS_KILLS (5) asks for more.
class TestKilledWindow : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void whatShowedIsInTheFile();

private:
    QString file(const QString& name) const { return m_folder.filePath(name); }
    QString freshNotebook(int round);
    QByteArrayList statesAfterEachEdit();

    QTemporaryDir m_folder;
};

namespace {

constexpr int edits = 40;

/// A notebook in 64 letters.
QByteArray digestOf(const WholeText& whole)
{
    return QCryptographicHash::hash(QByteArray::fromStdString(whole.text), QCryptographicHash::Sha256).toHex();
}

QByteArray digestOf(const QString& path)
{
    auto store = NotebookStore::open(path);
    if (!store)
        return "does not open: " + QByteArray::fromStdString(store.error().message);
    const auto notebook = (*store)->load();
    if (!notebook)
        return "is damaged";
    if (!(*store)->remarks().empty())
        return "has something to say: " + QByteArray::fromStdString((*store)->remarks().front());
    return digestOf(wholeNotebookJson(**store, *notebook).value());
}

Tube tubeCalled(int number)
{
    Tube tube;
    tube.name = "Tube " + std::to_string(number);
    tube.codes = parsePigmentCodes(number % 2 ? "PB29" : "PG7, PY150").value();
    return tube;
}

SwatchRecord readingOf(TubeId tube, int number)
{
    SwatchRecord reading;
    reading.tube = tube;
    reading.date = "2026-11-0" + std::to_string(1 + number % 9);
    reading.paperWhite = {95, 0, 2};
    reading.painted = {{30.0 + number, 10, -20}, {70, 3, -10}, {25.0 + number, 9, -17}};
    reading.onWhite = reading.painted;
    return reading;
}

MixRecord mixOf(TubeId first, TubeId second, int number)
{
    MixRecord mix;
    mix.parts = {{first, "one", 1 + number % 5}, {second, "other", 2}};
    mix.painted = Lab{50, 2.0 + number, 8};
    return mix;
}

/// One of the window's own changes; the same number does the same.
void change(Document& document, MainWindow& window, int number)
{
    const auto& tubes = document.notebook().tubes;
    const TubeId first = tubes[static_cast<std::size_t>(number) % (tubes.size() - 1)].id;
    const TubeId last = tubes.back().id;
    switch (number % 10) {
    case 0:
        document.apply(putting(std::vector<Tube>{tubeCalled(number), tubeCalled(number + 1)}), "bring in two");
        break;
    case 1: {
        const std::string bytes = "\x89PNG" + std::string(20000, static_cast<char>('a' + number % 20));
        const QByteArray hash = QCryptographicHash::hash(QByteArray::fromStdString(bytes), QCryptographicHash::Sha256);
        document.apply(
            filing(document.notebook(), readingOf(first, number), Picture{hash.toHex().toStdString(), bytes}));
        break;
    }
    case 2: document.apply(putting(mixOf(first, last, number)), "write a mix down"); break;
    case 3: {
        window.places().the<PaletteView>().wanted();
        window.findChild<QLineEdit*>("needName")->setText(QString("Mud %1").arg(number));
        window.findChild<QLineEdit*>("needColour")->setText(QString("%1 4 12").arg(30 + number));
        window.findChild<QPushButton*>("addNeed")->click();
        break;
    }
    case 4: document.apply(keepingPalette(QString("Box %1").arg(number).toStdString(), {first, last})); break;
    case 5: document.apply(duplicating(document.notebook(), first)); break;
    case 6: document.undo(); break;
    case 7: document.apply(removing<Tube>(std::vector<TubeId>{last})); break;
    case 8:
        if (number % 20 == 8)
            document.undo();
        else
            document.apply(callingWarm(document.notebook(), WarmBlue::GreenSide));
        break;
    default:
        if (document.undoStack().canRedo())
            document.redo();
        else
            document.apply(merging(document.notebook(), first, last));
    }
}

/// The child: prints what the notebook is after each change, once it shows.
int beTheWindow(const QString& path)
{
    loadFonts();
    messages().tell = [](QWidget*, const QString& title, const QString& words) {
        qFatal("%s: %s", qPrintable(title), qPrintable(words));
    };
    applyTheme(*qApp, Ground::Light);
    Document document;
    if (!document.open(path))
        return 1;
    MainWindow window(document);
    window.show();
    for (int number = 0; number < edits; ++number) {
        change(document, window, number);
        QCoreApplication::processEvents();
        std::cout << digestOf(document.wholeText().value()).toStdString() << std::endl;
    }
    return 0;
}

} // namespace

void TestKilledWindow::initTestCase()
{
    auto store = NotebookStore::create(file("marsh.iris"));
    QVERIFY(store.has_value());
    NotebookEdit edit;
    for (int number = 0; number < 12; ++number)
        edit.tubes.put.push_back(tubeCalled(number));
    QVERIFY((*store)->apply(edit).has_value());
}

QString TestKilledWindow::freshNotebook(int round)
{
    const QString path = file(QString("round %1.iris").arg(round));
    return QFile::copy(file("marsh.iris"), path) ? path : QString();
}

/// The notebook before the first change and after each, from a window that is left alone.
QByteArrayList TestKilledWindow::statesAfterEachEdit()
{
    const QString path = freshNotebook(0);
    QByteArrayList states{digestOf(path)};
    QProcess child;
    child.setProcessChannelMode(QProcess::ForwardedErrorChannel);
    child.start(QCoreApplication::applicationFilePath(), {"--child", path});
    child.waitForFinished(120000);
    states += child.readAllStandardOutput().trimmed().split('\n');
    if (states.back() != digestOf(path))
        states.clear();
    return states;
}

void TestKilledWindow::whatShowedIsInTheFile()
{
    const QByteArrayList states = statesAfterEachEdit();
    QCOMPARE(states.size(), edits + 1);
    QVERIFY(QSet<QByteArray>(states.begin(), states.end()).size() > edits / 2);
    bool given = false;
    const int asked = qEnvironmentVariableIntValue("IRIS_KILLS", &given);
    const int kills = given ? asked : 5;
    std::mt19937 random(20261125);
    int killed = 0;
    int inAWrite = 0;
    for (int round = 1; killed < kills && round <= 3 * kills; ++round) {
        const QString path = freshNotebook(round);
        QProcess child;
        child.start(QCoreApplication::applicationFilePath(), {"--child", path});
        const auto enough = static_cast<qsizetype>(random() % edits);
        QByteArray said;
        while (said.count('\n') < enough && child.waitForReadyRead(60000))
            said += child.readAllStandardOutput();
        QThread::usleep(random() % 8000);
        child.kill();
        QVERIFY(child.waitForFinished(60000));
        said += child.readAllStandardOutput();
        killed += child.exitStatus() == QProcess::CrashExit;
        inAWrite += QFileInfo(path + "-journal").size() > 0;
        const auto shown = said.count('\n');
        const QByteArray now = digestOf(path);
        const bool whole = now == states[shown] || now == states.value(shown + 1);
        QVERIFY2(whole, qPrintable(QString("round %1, %2 changes shown: %3").arg(round).arg(shown).arg(QString(now))));
        QFile::remove(path);
    }
    qInfo("killed %d times, %d of them in the middle of a write", killed, inAWrite);
    QVERIFY(killed >= kills);
}

int main(int argc, char** argv)
{
    QApplication application(argc, argv);
    const QStringList arguments = QCoreApplication::arguments();
    if (arguments.value(1) == QLatin1String("--child"))
        return beTheWindow(arguments.value(2));
    TestKilledWindow test;
    return QTest::qExec(&test, argc, argv);
}

#include "tst_killedwindow.moc"
