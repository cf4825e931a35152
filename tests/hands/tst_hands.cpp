#include "../app/patience.h"
#include "colour/colourmeant.h"
#include "notebook/notebookstore.h"

#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

using namespace iris;

namespace {

constexpr int soonMs = 60'000; // beside other tests on a slow machine

} // namespace

/// The program as a new user meets it: the real window on a display with a window manager, an empty notebook, and
/// nothing but keys. What came of them is looked up in the file.
class TestHands : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void cleanupTestCase();
    void init();
    void cleanup();
    void tubesAreWrittenDown();
    void aPairBecomesANeed();
    void aMixIsWrittenDownAndFound();
    void needsFollowOneAnotherAndAPaletteIsKept();
    void whatIsTypedIsNeverACommand();
    void aDrawerIsTypedInAndAskedForAColour();

private:
    void press(const QStringList& keys);
    bool opens(const QStringList& keys, const QString& title);
    void type(const QString& words);
    QString activeWindow();
    bool comesUp(const QString& title, int withinMs = soonMs);
    bool managed() const;
    Notebook inFile() const;
    bool inFile(const std::function<bool(const Notebook&)>& holds) const;
    void addTube(const QString& name, const QString& code);
    QString toolOutput(const QStringList& arguments);

    QProcess m_display;
    QProcess m_manager;
    QProcess m_program;
    std::unique_ptr<QTemporaryDir> m_folder;
};

void TestHands::initTestCase()
{
    m_display.setProcessChannelMode(QProcess::ForwardedErrorChannel);
    // Without -noreset the display begins anew when its last client goes, and takes a manager with it that is only
    // coming.
    m_display.start("Xvfb", {"-displayfd", "1", "-screen", "0", "1280x900x24", "-nolisten", "tcp", "-noreset"});
    QVERIFY2(m_display.waitForStarted(), "Xvfb is missing: see TEST_PACKAGES in scripts/common.sh");
    QVERIFY(QTest::qWaitFor([this] { return m_display.canReadLine() || m_display.waitForReadyRead(10); }, patienceMs));
    qputenv("DISPLAY", ":" + m_display.readLine().trimmed());
    m_manager.setProcessChannelMode(QProcess::ForwardedErrorChannel);
    m_program.setProcessChannelMode(QProcess::ForwardedErrorChannel);
    m_manager.start("openbox", {"--sm-disable"});
    QVERIFY2(m_manager.waitForStarted(), "openbox is missing: see TEST_PACKAGES in scripts/common.sh");
    QVERIFY2(!toolOutput({"getmouselocation"}).isEmpty(), "xdotool is missing: see TEST_PACKAGES in scripts/common.sh");
    // A window that is there before its manager is never brought to the front.
    QVERIFY(QTest::qWaitFor([this] { return managed(); }, patienceMs));
}

void TestHands::cleanupTestCase()
{
    for (QProcess* process : {&m_manager, &m_display}) {
        process->terminate();
        process->waitForFinished();
    }
}

void TestHands::init()
{
    m_program.kill(); // one that a test could not end
    m_program.waitForFinished(patienceMs);
    m_folder = std::make_unique<QTemporaryDir>();
    auto environment = QProcessEnvironment::systemEnvironment();
    environment.insert("QT_QPA_PLATFORM", "xcb");
    environment.insert("HOME", m_folder->path());
    m_program.setProcessEnvironment(environment);
    m_program.start(IRIS_APP, {m_folder->filePath("marsh.iris")});
    QVERIFY(m_program.waitForStarted());
    QVERIFY(comesUp("marsh - Iris Bianca"));
}

void TestHands::cleanup()
{
    m_program.terminate();
    m_program.waitForFinished(patienceMs);
}

QString TestHands::toolOutput(const QStringList& arguments)
{
    QProcess tool;
    tool.start("xdotool", arguments);
    tool.waitForFinished(patienceMs);
    return QString::fromUtf8(tool.readAllStandardOutput()).trimmed();
}

void TestHands::press(const QStringList& keys)
{
    toolOutput(QStringList{"key", "--delay", "40"} + keys);
}

/// As a person would: who sees nothing come presses again.
bool TestHands::opens(const QStringList& keys, const QString& title)
{
    for (int tries = 0; tries < 4; ++tries) {
        press(keys);
        if (comesUp(title, soonMs / 4))
            return true;
    }
    return false;
}

void TestHands::type(const QString& words)
{
    toolOutput({"type", "--delay", "20", words});
}

/// The name of the window in front, once keys go to it.
QString TestHands::activeWindow()
{
    const QString inFront = toolOutput({"getactivewindow"});
    return inFront == toolOutput({"getwindowfocus"}) ? toolOutput({"getwindowname", inFront}) : QString();
}

/// Whether there is a window manager. Where there is none the tool prints a desktop all the same, and ends with an
/// error.
bool TestHands::managed() const
{
    return m_manager.state() == QProcess::Running && QProcess::execute("xdotool", {"get_desktop"}) == 0;
}

bool TestHands::comesUp(const QString& title, int withinMs)
{
    // The toolkit adds the program's name.
    const bool up = QTest::qWaitFor([&] { return activeWindow().startsWith(title); }, withinMs);
    if (!up)
        qWarning() << "in front is" << activeWindow() << "window manager:" << managed()
                   << "program:" << m_program.state();
    QTest::qWait(100); // the manager says so a little before the window knows
    return up;
}

Notebook TestHands::inFile() const
{
    const auto store = NotebookStore::open(m_folder->filePath("marsh.iris"));
    return store ? (*store)->load().value_or(Notebook{}) : Notebook{};
}

bool TestHands::inFile(const std::function<bool(const Notebook&)>& holds) const
{
    return QTest::qWaitFor([&] { return holds(inFile()); }, soonMs);
}

/// A, the name at once, three fields on the code, Enter.
void TestHands::addTube(const QString& name, const QString& code)
{
    QVERIFY(opens({"a"}, "Add a tube"));
    type(name);
    press({"Tab", "Tab", "Tab"});
    type(code);
    press({"Return"});
    QVERIFY(comesUp("marsh - Iris Bianca"));
    QVERIFY2(inFile([&](const Notebook& notebook) {
                 return std::ranges::any_of(notebook.tubes, [&](const Tube& tube) {
                     return tube.name == name.toStdString() && textOf(tube.codes) == code.toStdString();
                 });
             }),
             qPrintable(name));
}

void TestHands::tubesAreWrittenDown()
{
    addTube("Ultramarine", "PB29");
    addTube("Burnt Sienna", "PBr7");
    QCOMPARE(inFile().tubes.size(), 2U);
    QCOMPARE(inFile().tubes[0].stock.where, Stock{}.where); // no letter of the name has changed where it is
    QVERIFY(opens({"e"}, "Change Burnt Sienna"));
    press({"End"});
    type(" of the quay");
    press({"Return"});
    QVERIFY(inFile([](const Notebook& notebook) { return notebook.tubes[1].name == "Burnt Sienna of the quay"; }));
    press({"Delete"});
    QVERIFY(inFile([](const Notebook& notebook) { return notebook.tubes.size() == 1; }));
    press({"ctrl+z"});
    QVERIFY(inFile([](const Notebook& notebook) { return notebook.tubes.size() == 2; }));
}

void TestHands::aPairBecomesANeed()
{
    addTube("Lemon", "PY3");
    addTube("Ultramarine", "PB29");
    press({"2", "Right", "w"});
    QVERIFY(inFile([](const Notebook& notebook) { return notebook.needs.size() == 1; }));
    QVERIFY(inFile().needs[0].need.name.find(" + ") != std::string::npos);
}

void TestHands::aMixIsWrittenDownAndFound()
{
    addTube("Lemon", "PY3");
    addTube("Ultramarine", "PB29");
    QVERIFY(opens({"4", "m", "a"}, "Write a mix down"));
    type("3");
    press({"Tab", "Tab"}); // past parts or touches
    type("Lem");           // chosen by its first letters
    press({"Tab", "Tab", "Tab"});
    type("Ult");
    press({"Return"});
    QVERIFY(inFile([](const Notebook& notebook) { return notebook.mixes.size() == 1; }));
    QCOMPARE(partsText(inFile().mixes[0].parts, usualHandling, {}), std::string("3 Lemon + 1 Ultramarine"));
}

void TestHands::needsFollowOneAnotherAndAPaletteIsKept()
{
    addTube("Lemon", "PY3");
    addTube("Ultramarine", "PB29");
    press({"5", "n"});
    type("Reeds");
    press({"Tab"});
    type("80, -5, 60");
    press({"Return"});
    type("Deep water"); // without another key between them
    press({"Tab"});
    type("35, 10, -40");
    press({"Return"});
    QVERIFY(inFile([](const Notebook& notebook) { return notebook.needs.size() == 2; }));
    QCOMPARE(inFile().needs[1].need.name, std::string("Deep water"));
    QCOMPARE(inFile().needs[1].need.target, (Lab{35, 10, -40}));
    // From the field, which is still there for the next one, to the acts of the place and on to the answer.
    press({"Escape", "c"});
    QTest::qWait(1500);
    QVERIFY(opens({"k"}, "Keep this palette"));
    type("Sea wall");
    press({"Return"});
    QVERIFY(inFile([](const Notebook& notebook) { return notebook.palettes.size() == 1; }));
    QCOMPARE(inFile().palettes[0].name, std::string("Sea wall"));
}

/// A new user's first minutes, by keys alone: 24 tubes as one writes them down, then a colour in words and the well.
void TestHands::aDrawerIsTypedInAndAskedForAColour()
{
    press({"t"});
    type("PY3, PY35, PY43, PY150, PY153, PO71, PR254, PR108, PR101, PR179 from Grey Heron");
    press({"shift+Return"});
    type("PV19 rose, PR122, PV23, PB29, PB28, PB35, PB60, PG7, PG18, PG36 from Grey Heron");
    press({"shift+Return"});
    type("burnt sienna, raw umber, sepia PBk9");
    press({"shift+Return"});
    type("PBk9 ivory black");
    press({"Return"});
    QVERIFY(inFile([](const Notebook& notebook) { return notebook.tubes.size() >= 23; }));
    press({"Escape", "3", "slash"});
    type("dull olive, dark");
    press({"Return"});
    QTest::qWait(1500);
    press({"e"}); // what is first in the list goes into the well
    QVERIFY(inFile([](const Notebook& notebook) { return notebook.wells.size() == 1; }));
    const Notebook notebook = inFile();
    QVERIFY(notebook.wells[0].wanted.has_value());
    QVERIFY(colourMeant("dull olive, dark").value().holds(*notebook.wells[0].wanted));
}

/// Letters and digits are commands while paint has the focus, and only then.
void TestHands::whatIsTypedIsNeverACommand()
{
    addTube("Lemon", "PY3");
    press({"5", "n", "Tab", "Tab"}); // the box of tubes, a drop-down
    type("21av");
    press({"Tab"}); // how near is near enough
    type("1");
    press({"shift+Tab", "shift+Tab", "shift+Tab"});
    type("1234 agave");
    press({"Tab"});
    type("60, 0, 0");
    press({"Return"});
    QVERIFY(inFile([](const Notebook& notebook) { return notebook.needs.size() == 1; }));
    QCOMPARE(inFile().needs[0].need.name, std::string("1234 agave"));
    QCOMPARE(inFile().tubes.size(), 1U);
}

QTEST_GUILESS_MAIN(TestHands)
#include "tst_hands.moc"
