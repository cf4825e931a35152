#include "../testfiles.h"
#include "../testprogram.h"
#include "patience.h"

#include "app/pairs/ladderview.h"
#include "app/pairs/pairsview.h"
#include "app/palette/choicemodel.h"
#include "app/palette/choicepanel.h"
#include "app/palette/needspanel.h"
#include "app/palette/paletteview.h"
#include "app/parts/colourfield.h"
#include "app/parts/ladderstrip.h"
#include "app/parts/messages.h"
#include "app/parts/mixcard.h"
#include "app/parts/palettestrip.h"
#include "app/parts/place.h"
#include "app/parts/words.h"
#include "app/sheets/sheetsview.h"
#include "app/start/waysin.h"
#include "app/tubes/tubesview.h"
#include "app/window/exchange.h"
#include "app/window/keyspage.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "app/window/whereleft.h"
#include "app/window/wordspage.h"
#include "mainviews.h"
#include "notebook/edits.h"
#include "notebook/tubecsv.h"
#include "words/mixwords.h"
#include "words/paintwords.h"

#include <QApplication>
#include <QComboBox>
#include <QDropEvent>
#include <QElapsedTimer>
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QListWidget>
#include <QMimeData>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTimer>
#include <QtTest>

using namespace iris;

/// The real window, driven as a painter would.
class TestWindow : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void init();
    void cleanup();
    void aWholeAfternoon();
    void badListsAreToldAndNothingIsLost();
    void tubesAreTypedIn();
    void plainLinesAreShownFirst();
    void somethingTrueIsTold();
    void aPictureIsAskedAbout();
    void dropsAreTaken();
    void aFileThatWasOverwrittenIsOpenedAnew();
    void whatMayOnlyBeReadAsksForNothing();
    void choosingCanBeStopped();
    void aChoiceThatEndsAfterATubeIsGoneIsDropped();
    void theWindowStaysAwakeWhileItChooses();
    void keysReachEveryPlace();
    void everyKeyIsOnThePageOfKeys();
    void valuesOnlyAndGrounds();
    void keptPalettesAreShownAgain();
    void picturesAreTaken();
    void theWindowComesBackWhereItWasLeft();
    void everyWordHasItsMeaning();

private:
    template <typename Widget> Widget* find(const char* name) const
    {
        return m_window->findChild<Widget*>(QLatin1String(name));
    }
    void click(const char* name) { QTest::mouseClick(find<QPushButton>(name), Qt::LeftButton); }
    void openWindow();
    void writeNeed(const QString& name, const QString& colour);
    ChoicePanel& panel() { return m_window->places().the<PaletteView>().choicePanel(); }
    ChoiceModel& model() { return m_window->places().the<PaletteView>().choice(); }
    bool waitForChoice()
    {
        return QTest::qWaitFor([this] { return model().shown() != nullptr; }, 30000);
    }

    std::unique_ptr<QTemporaryDir> m_folder;
    std::unique_ptr<Document> m_document;
    std::unique_ptr<MainWindow> m_window;
    QString m_file;
    QStringList m_told;
    QString m_answer;
};

namespace {

Tube tubeCalled(const char* name)
{
    Tube tube;
    tube.name = name;
    tube.codes = parsePigmentCodes("PG7").value();
    return tube;
}

constexpr auto demoTubes = IRIS_SOURCE_DIR "/data/demo/tubes.csv";

QString textIn(const QLabel* label)
{
    return label->text();
}

} // namespace

void TestWindow::initTestCase()
{
    QVERIFY(loadFonts());
    applyTheme(*qApp, Ground::Light);
    messages().tell = [this](QWidget*, const QString&, const QString& message) { m_told << message; };
    messages().fileToOpen = [this](QWidget*, const QString&, const QString&) { return m_answer; };
    messages().fileToSave = [this](QWidget*, const QString&, const QString&, const QString&) { return m_answer; };
    messages().askName = [](QWidget*, const QString&, const QString&) { return QStringLiteral("Sea wall box"); };
}

void TestWindow::init()
{
    m_folder = std::make_unique<QTemporaryDir>();
    m_file = m_folder->filePath("marsh.iris");
    m_told.clear();
    m_document = std::make_unique<Document>();
    QVERIFY(m_document->create(m_file));
    openWindow();
}

void TestWindow::cleanup()
{
    m_window.reset();
    m_document.reset();
}

void TestWindow::openWindow()
{
    m_window = std::make_unique<MainWindow>(*m_document);
    m_window->show();
    QVERIFY(QTest::qWaitForWindowExposed(m_window.get()));
    m_window->activateWindow(); // a display without a window manager leaves it without the keys
    QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
}

void TestWindow::writeNeed(const QString& name, const QString& colour)
{
    find<QLineEdit>("needName")->setText(name);
    find<QLineEdit>("needColour")->setText(colour);
    click("addNeed");
}

/// Lines as people write them; Enter keeps what is understood in one step and leaves the rest to be put right.
void TestWindow::tubesAreTypedIn()
{
    QTest::keyClick(m_window.get(), Qt::Key_T);
    auto* typed = find<QPlainTextEdit>("typedTubes");
    auto* told = find<QListWidget>("toldTubes");
    QVERIFY(typed->isVisible() && typed->hasFocus());
    QVERIFY(!find<QPushButton>("keepTyped")->isEnabled());
    QTest::keyClicks(typed, "PB29, PY175 from Grey Heron");
    QTest::keyClick(typed, Qt::Key_Return, Qt::ShiftModifier);
    QTest::keyClicks(typed, "mystery green");
    QCOMPARE(told->count(), 3);
    QVERIFY(told->item(0)->text().contains("PB29, Grey Heron"));
    QVERIFY(m_document->notebook().tubes.empty());
    QTest::keyClick(typed, Qt::Key_Return);
    QCOMPARE(m_document->notebook().tubes.size(), 2U);
    QCOMPARE(typed->toPlainText(), QString("mystery green"));
    QTest::keyClick(typed, Qt::Key_Return); // nothing new in it
    QCOMPARE(m_document->notebook().tubes.size(), 2U);
    QTest::keyClick(typed, Qt::Key_Escape);
    QVERIFY(!typed->isVisible());
    QTest::keyClick(m_window.get(), Qt::Key_T);
    QCOMPARE(typed->toPlainText(), QString("mystery green")); // elsewhere and back, it is there
    typed->setPlainText("Ultramarine blue PB29 from Grey Heron");
    QCOMPARE(told->count(), 1);
    QVERIFY(told->item(0)->text().contains("you have it"));
    QVERIFY(!find<QPushButton>("keepTyped")->isEnabled());
    m_document->undoStack().undo();
    QVERIFY(m_document->notebook().tubes.empty());
    QVERIFY(find<QPushButton>("keepTyped")->isEnabled());
}

/// An order's e-mail is no table: its lines are shown for a yes or no.
void TestWindow::plainLinesAreShownFirst()
{
    QTemporaryDir folder;
    m_answer = folder.filePath("order.txt");
    QFile file(m_answer);
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(
        "Thank you for your order\n1 x French Ultramarine PB29 15 ml 7.40\n2 x Burnt sienna PBr7\nTotal 22.20\n");
    file.close();
    m_window->places().the<TubesView>().bringInList()->trigger();
    QVERIFY(m_told.isEmpty());
    QVERIFY(m_document->notebook().tubes.empty());
    QCOMPARE(find<QListWidget>("toldTubes")->count(), 4);
    click("keepTyped");
    QCOMPARE(m_document->notebook().tubes.size(), 2U);
    QCOMPARE(m_document->notebook().tubes[0].stock.price, std::optional(7.4));
}

/// Import a list, pick two tubes, read the ladder, write needs, choose, undo, close, reopen: nothing is lost.
void TestWindow::aWholeAfternoon()
{
    m_answer = demoTubes;
    click("importFirst");
    QCOMPARE(m_told.size(), 1);
    QVERIFY(m_told.front().contains("24 tubes came in"));
    auto* list = find<QListView>("tubes");
    QCOMPARE(list->model()->rowCount(), 24);

    find<QLineEdit>("find")->setText("sienna pbr7");
    QCOMPARE(list->model()->rowCount(), 1);
    find<QLineEdit>("find")->clear();

    list->setCurrentIndex(list->model()->index(3, 0));
    list->selectionModel()->select(list->model()->index(12, 0), QItemSelectionModel::Select);
    QVERIFY(find<QPushButton>("seePair")->isVisible());
    click("seePair");
    QVERIFY(m_window->places().the<PairsView>().isVisible());
    auto* strip = find<LadderStrip>("ladder");
    const Ladder& ladder = m_window->places().the<PairsView>().ladder();
    QCOMPARE(ladder.steps.size(), 11U);
    QCOMPARE(strip->current(), static_cast<int>(ladder.mostNeutral));
    QTest::keyClick(strip, Qt::Key_Home);
    QCOMPARE(strip->current(), 0);
    QTest::keyClick(strip, Qt::Key_Right);
    QVERIFY(textIn(m_window->places().the<PairsView>().ladderView().findChild<QLabel*>("mixTitle")).contains(" + "));
    QCOMPARE(find<ColourField>("pairField")->contents().dots.size(), 11U);
    m_window->places().the<PairsView>().card().want();
    QCOMPARE(m_document->notebook().needs.size(), 1U);

    m_window->places().the<PaletteView>().wanted();
    writeNeed("Reeds", "68, 10, 46");
    writeNeed("Mud", "#8d8878");
    writeNeed("", "50, 0, 0");
    QVERIFY(find<QLabel>("needProblem")->isVisible());
    writeNeed("Rain", "50, -1");
    QVERIFY(find<QLabel>("needProblem")->isVisible());
    writeNeed("Rain", "50, -1, -10");
    QVERIFY(!find<QLabel>("needProblem")->isVisible());
    QCOMPARE(m_document->notebook().needs.size(), 4U);
    auto* fromTube = find<QComboBox>("needTube");
    fromTube->setCurrentIndex(5);
    Q_EMIT fromTube->activated(5);
    QVERIFY(find<QLineEdit>("needName")->text().startsWith("like "));
    click("addNeed");
    QCOMPARE(m_document->notebook().needs.size(), 5U);

    auto* needs = find<QListView>("needs");
    Q_EMIT needs->activated(needs->model()->index(1, 0));
    QCOMPARE(find<QLineEdit>("needName")->text(), QString("Reeds"));
    find<QComboBox>("needImportance")->setCurrentIndex(2);
    find<QLineEdit>("needName")->setText("Reeds gone gold");
    click("addNeed");
    QCOMPARE(m_document->notebook().needs.size(), 5U);
    QCOMPARE(m_document->notebook().needs[1].need, (Need{"Reeds gone gold", {68, 10, 46}, 7, 3}));

    click("choose");
    QVERIFY(waitForChoice());
    QVERIFY(textIn(find<QLabel>("headline")).contains("all 5 colours"));
    QCOMPARE(find<QListView>("recipes")->model()->rowCount(), 5);
    QCOMPARE(find<PaletteStrip>("wells")->wells().size(), model().shown()->answer->sets.front().tubes.size());
    const auto& field = find<ColourField>("needsField")->contents();
    QVERIFY(std::ranges::all_of(field.needs, &FieldNeed::met));
    click("keepPalette");
    QCOMPARE(m_document->notebook().palettes.front().name, std::string("Sea wall box"));

    m_window->places().the<TubesView>().wanted();
    list->setCurrentIndex(list->model()->index(0, 0));
    QTest::keyClick(find<QListView>("tubes"), Qt::Key_Delete);
    QCOMPARE(m_document->notebook().tubes.size(), 23U);
    QVERIFY(!model().shown());                            // the answer no longer belongs to the question
    QVERIFY(!textIn(find<QLabel>("cardName")).isEmpty()); // another is picked up in its place
    click("undo");
    QCOMPARE(m_document->notebook().tubes.size(), 24U);
    const auto last = list->model()->rowCount() - 1;
    list->setCurrentIndex(list->model()->index(last, 0));
    const TubeId chosen = m_window->places().the<TubesView>().chosen().front();
    m_document->apply(putting(std::vector<Tube>{*m_document->notebook().tube(chosen)}),
                      "again"); // the same, written once more
    QCOMPARE(m_window->places().the<TubesView>().chosen(), std::vector<TubeId>{chosen});
    click("undo");

    const Notebook before = m_document->notebook();
    cleanup();
    m_document = std::make_unique<Document>();
    QVERIFY(m_document->open(m_file));
    openWindow();
    QCOMPARE(m_document->notebook(), before);
    QCOMPARE(find<QListView>("tubes")->model()->rowCount(), 24);
    QCOMPARE(find<QListView>("needs")->model()->rowCount(), 5);
}

void TestWindow::badListsAreToldAndNothingIsLost()
{
    m_window->places().the<TubesView>().importFile(demoTubes);
    const Notebook before = m_document->notebook();
    m_told.clear();
    m_window->places().the<TubesView>().importFile(m_folder->filePath("nothing.csv"));
    m_window->places().the<TubesView>().importFile(IRIS_SOURCE_DIR "/data/fonts/OpenSans-Regular.ttf");
    QCOMPARE(m_told.size(), 2);
    QCOMPARE(m_document->notebook(), before);
    QFile half(m_folder->filePath("half.csv"));
    QVERIFY(half.open(QIODevice::WriteOnly));
    half.write("name,codes\nGood,PB29\nBad,PZ1\n");
    half.close();
    m_window->places().the<TubesView>().importFile(half.fileName());
    QCOMPARE(m_document->notebook().tubes.size(), before.tubes.size() + 1);
    QVERIFY(m_told.last().contains("Line 3"));
    m_answer = m_folder->filePath("out.csv");
    QVERIFY(saveAs(*m_document, exchanges().front(), m_window.get()).isEmpty());
    QFile out(m_answer);
    QVERIFY(out.open(QIODevice::ReadOnly));
    auto again = readTubesCsv(out.readAll().toStdString(), ReferenceTable::shipped()).value().tubes;
    QCOMPARE(again.size(), m_document->notebook().tubes.size());
    m_answer = IRIS_SOURCE_DIR "/README.md";
    m_window->ways().openNotebook();
    QVERIFY(m_told.last().contains("not an Iris Bianca notebook"));
    QCOMPARE(m_document->path(), m_file);
}

/// Of tubes that have just come in; it leads to the pair that shows it.
void TestWindow::somethingTrueIsTold()
{
    auto* truth = find<QLabel>("truth");
    QVERIFY(truth->text().isEmpty());
    m_window->places().the<TubesView>().importFile(demoTubes);
    COMES_TRUE(!truth->text().isEmpty());
    QSet<QString> told;
    for (int i = 0; i < 30 && !told.contains(truth->text()); ++i) {
        told << truth->text();
        QTest::keyClick(find<QListView>("tubes"), Qt::Key_K);
    }
    QVERIFY(told.size() >= 6);
    QVERIFY(QStringList(told.values()).join(' ').contains("Alizarin Crimson fades"));
    while (!find<QPushButton>("seeTruth")->isVisible())
        QTest::keyClick(find<QListView>("tubes"), Qt::Key_K);
    click("seeTruth");
    QVERIFY(m_window->places().the<PairsView>().isVisible());
}

/// Unless it is plain what it is.
void TestWindow::aPictureIsAskedAbout()
{
    m_window->places().the<TubesView>().importFile(demoTubes);
    m_window->goTo(*m_window->places().list().front());
    m_told.clear();
    QStringList offered;
    int answer = -1;
    messages().choose = [&](QWidget*, const QString&, const QString&, const QStringList& answers) {
        offered = answers;
        return answer;
    };
    const QString marsh = m_folder->filePath("creek.png");
    QImage image(320, 240, QImage::Format_RGB32);
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x)
            image.setPixelColor(x, y, QColor(80 + x / 3, 60 + y / 2, 200 - x / 3));
    QVERIFY(image.save(marsh));
    m_window->takeFile(marsh);
    QCOMPARE(offered.size(), 3);
    QVERIFY(m_window->places().the<TubesView>().isVisible()); // none of these
    answer = 1;
    m_window->takeFile(marsh);
    QVERIFY(m_window->places().the<PaletteView>().isVisible());
    QTRY_VERIFY_WITH_TIMEOUT(m_document->notebook().subjects.size() == 1U || !m_told.isEmpty(), 20000);
    QVERIFY2(m_told.isEmpty(), qPrintable(m_told.join(' ')));
}

void TestWindow::dropsAreTaken()
{
    QMimeData data;
    data.setUrls({QUrl::fromLocalFile(demoTubes)});
    QDragEnterEvent enter({400, 400}, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(m_window.get(), &enter);
    QVERIFY(enter.isAccepted());
    QDropEvent drop(QPointF(400, 400), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(m_window.get(), &drop);
    COMES_TRUE(m_document->notebook().tubes.size() == 24U);
    COMES_TRUE(m_told.size() == 1);
    m_told.clear();
    QMimeData picture;
    picture.setUrls({QUrl::fromLocalFile("/tmp/song.ogg")});
    QDragEnterEvent wrong({400, 400}, Qt::CopyAction, &picture, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(m_window.get(), &wrong);
    QDropEvent song(QPointF(400, 400), Qt::CopyAction, &picture, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(m_window.get(), &song);
    COMES_TRUE(m_told.size() == 1);
    QVERIFY2(m_told[0].startsWith("song.ogg cannot come in"), qPrintable(m_told[0]));
    picture.setUrls({QUrl::fromLocalFile("/tmp/a.csv"), QUrl::fromLocalFile("/tmp/b.csv")});
    QDragEnterEvent both({400, 400}, Qt::CopyAction, &picture, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(m_window.get(), &both);
    QDropEvent two(QPointF(400, 400), Qt::CopyAction, &picture, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(m_window.get(), &two);
    COMES_TRUE(m_told.size() == 2);
}

/// cat other.iris > marsh.iris while it is open: nothing goes into the other one, and opening it shows it.
void TestWindow::aFileThatWasOverwrittenIsOpenedAnew()
{
    m_document->apply(putting(std::vector<Tube>{tubeCalled("Reed")}), "add Reed");
    const QString other = m_folder->filePath("other.iris");
    {
        const auto store = NotebookStore::create(other).value();
        NotebookEdit edit;
        edit.tubes.put = {tubeCalled("Rush")};
        QVERIFY(store->apply(edit));
    }
    const QByteArray bytes = contentsOf(other);
    putFile(m_file, bytes);
    m_window->places().the<PaletteView>().wanted();
    writeNeed("mud", "40, 4, 12");
    COMES_TRUE(!m_told.isEmpty());
    QCOMPARE(find<QLineEdit>("needName")->text(), QString("mud")); // what could not be written down is still typed in
    m_document->apply(putting(std::vector<Tube>{tubeCalled("Teal")}), "add Teal");
    QVERIFY2(m_told.back().contains("changed by another program"), qPrintable(m_told.back()));
    QCOMPARE(contentsOf(m_file), bytes);
    QCOMPARE(m_document->notebook().tubes.front().name, std::string("Reed")); // what was there is still on show
    QVERIFY(m_document->open(m_file));
    QVERIFY2(m_document->readOnlyReason().isEmpty(), qPrintable(m_document->readOnlyReason()));
    QCOMPARE(m_document->notebook().tubes.front().name, std::string("Rush"));
    m_document->apply(putting(std::vector<Tube>{tubeCalled("Teal")}), "add Teal");
    QCOMPARE(NotebookStore::open(m_file, Access::Read).value()->load()->tubes.size(), 2U);
}

/// A form was filled in, and only then was it said that nothing can be written down.
void TestWindow::whatMayOnlyBeReadAsksForNothing()
{
    Document reading;
    QVERIFY(reading.open(m_file));
    QVERIFY(reading.readOnlyReason().contains("another window"));
    MainWindow window(reading);
    window.show();
    COMES_TRUE(m_told.size() == 1); // said once when it is opened
    bool asked = false;
    QTimer watch;
    QObject::connect(&watch, &QTimer::timeout, &window, [&] {
        if (auto* form = qobject_cast<QDialog*>(QApplication::activeModalWidget())) {
            asked = true;
            form->reject();
        }
    });
    watch.start(20);
    int told = 1;
    for (QAction* action : window.findChildren<QAction*>())
        for (const char* words :
             {"Add a tube", "Write a mix down", "How I count and lay paint", "Which blue is warm", "Bring in a list"})
            if (action->isEnabled() && action->text().remove('&').startsWith(QLatin1String(words))) {
                action->trigger();
                QVERIFY2(m_told.size() == ++told, words);
                QVERIFY2(m_told.back().contains("another window"), qPrintable(m_told.back()));
            }
    QVERIFY2(told > 4, qPrintable(QString::number(told)));
    QVERIFY(!asked);

    // Nor is there a line to write into, but the reason where it would be.
    window.places().the<PaletteView>().wanted();
    QVERIFY(!window.findChild<QLineEdit*>("needName")->isVisible());
    const auto* problem = window.findChild<QLabel*>("needProblem");
    QVERIFY(problem->isVisible());
    QVERIFY2(textIn(problem).contains("another window"), qPrintable(textIn(problem)));
    window.findChild<NeedsPanel*>()->writeNew();
    QCOMPARE(m_told.size(), ++told);
    QVERIFY(!window.findChild<QLineEdit*>("needName")->isVisible());
}

void TestWindow::choosingCanBeStopped()
{
    // Many tubes make a choice long enough to be stopped.
    std::vector<Tube> tubes;
    for (const ReferencePigment& row : ReferenceTable::shipped().pigments()) {
        Tube tube;
        tube.name = row.id();
        tube.codes = {row.code};
        tube.form = row.form;
        tubes.push_back(std::move(tube));
    }
    tubes.resize(std::min<std::size_t>(tubes.size(), 120));
    m_document->apply(putting(std::move(tubes)), "bring in the table");
    m_window->places().the<PaletteView>().wanted();
    for (int i = 0; i < 12; ++i)
        writeNeed(QString::number(i), QString("%1, %2, %3").arg(30 + 4 * i).arg(20 - 5 * i).arg(5 * i - 20));
    const Notebook before = m_document->notebook();
    click("choose");
    QTest::qWait(100);
    QVERIFY(!find<QPushButton>("choose")->isEnabled());
    click("stop");
    QVERIFY(QTest::qWaitFor([this] { return find<QPushButton>("choose")->isEnabled(); }, 10000));
    QVERIFY(!model().shown());
    QVERIFY(textIn(find<QLabel>("teaching")).contains("stopped"));
    QCOMPARE(m_document->notebook(), before);
}

/// A choice may be done, and only wait to be shown, when a tube is taken out.
void TestWindow::aChoiceThatEndsAfterATubeIsGoneIsDropped()
{
    m_window->places().the<TubesView>().importFile(demoTubes);
    m_window->places().the<PaletteView>().wanted();
    writeNeed("mud", "40, 4, 12");
    click("choose");
    QThread::msleep(1500); // it ends while this thread does not look
    std::vector<TubeId> all;
    for (const Tube& tube : m_document->notebook().tubes)
        all.push_back(tube.id);
    m_document->apply(removing<Tube>(all));
    QTest::qWait(300);
    QVERIFY(!model().shown());
    QVERIFY(textIn(find<QLabel>("teaching")).startsWith("No tubes yet")); // not that it was stopped: nobody did
}

/// Not timed: counts that the interface thread gets its turns while a choice is running.
void TestWindow::theWindowStaysAwakeWhileItChooses()
{
    m_window->places().the<TubesView>().importFile(demoTubes);
    m_window->places().the<PaletteView>().wanted();
    writeNeed("Reeds", "68, 10, 46");
    writeNeed("Rain", "50, -1, -10");
    int turns = 0;
    QTimer timer;
    connect(&timer, &QTimer::timeout, this, [&] { ++turns; });
    timer.start(0);
    click("choose");
    QVERIFY(!model().shown()); // it is not done inside the click
    QVERIFY(waitForChoice());
    QVERIFY(turns > 1);
}

void TestWindow::keysReachEveryPlace()
{
    m_window->places().the<TubesView>().importFile(demoTubes);
    m_window->activateWindow();
    QTest::keyClick(m_window.get(), Qt::Key_2);
    QVERIFY(m_window->places().the<PairsView>().isVisible());
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_L);
    const auto first = find<QComboBox>("firstTube")->currentText();
    QTest::keyClick(find<LadderStrip>("ladder"), Qt::Key_X);
    QCOMPARE(find<QComboBox>("secondTube")->currentText(), first);
    QTest::keyClick(m_window.get(), Qt::Key_4);
    QVERIFY(m_window->places().the<SheetsView>().isVisible());
    QTest::keyClick(m_window.get(), Qt::Key_5);
    QVERIFY(m_window->places().the<PaletteView>().isVisible());
    QTest::keyClick(m_window.get(), Qt::Key_1);
    QVERIFY(m_window->places().the<TubesView>().isVisible());
    QTest::keyClick(find<QListView>("tubes"), Qt::Key_Slash);
    QCOMPARE(QApplication::focusWidget(), find<QLineEdit>("find"));
    // A key typed into a field is a letter there, not a command.
    QTest::keyClicks(find<QLineEdit>("find"), "v2");
    QCOMPARE(find<QLineEdit>("find")->text(), QString("v2"));
    QVERIFY(m_window->places().the<TubesView>().isVisible() && !m_window->settings().valuesOnly());
    // Of the places on the rail only the current one is a stop for Tab; the arrow keys go on to the others.
    for (QWidget* widget : m_window->findChildren<QWidget*>())
        if (qobject_cast<QPushButton*>(widget) || qobject_cast<QComboBox*>(widget) || qobject_cast<QLineEdit*>(widget))
            QVERIFY2(widget->focusPolicy() != Qt::NoFocus, qPrintable(widget->objectName()));
}

/// The page is made from the acts: what can be done by a key is on it, under the place where it can be done, and no key
/// means two things in one place (but for Delete, which takes out what is on show).
void TestWindow::everyKeyIsOnThePageOfKeys()
{
    const std::vector<Place*> places = m_window->places().list();
    const std::vector<KeySection> sections = keySections(m_window->actions(), places);
    QCOMPARE(sections.size(), places.size() + 1);
    for (std::size_t i = 0; i < places.size(); ++i) {
        QCOMPARE(sections[i + 1].where, places[i]->name());
        QSet<QString> keys;
        for (const WalkingKey& key : sections[i + 1].keys) {
            QVERIFY2(!keys.contains(key.keys) || key.keys == "Del" || key.keys.contains(','), qPrintable(key.keys));
            QVERIFY(!key.what.isEmpty());
            keys.insert(key.keys);
        }
        for (const QAction* act : places[i]->findChildren<QAction*>())
            QVERIFY2(act->shortcut().isEmpty() || keys.contains(keyWords(act->shortcut())), qPrintable(act->text()));
        // And by the rail's own digit the place is reached.
        const QString digit = QString::number(i + 1);
        QVERIFY(std::ranges::any_of(sections[0].keys, [&](const WalkingKey& key) { return key.keys == digit; }));
    }
}

void TestWindow::valuesOnlyAndGrounds()
{
    m_window->places().the<TubesView>().importFile(demoTubes);
    const auto colourful = [this] {
        const QImage image = m_window->grab().toImage();
        int count = 0;
        for (int y = 0; y < image.height(); y += 3)
            for (int x = 0; x < image.width(); x += 3) {
                const QColor pixel = image.pixelColor(x, y);
                count += std::abs(pixel.red() - pixel.green()) > 3 || std::abs(pixel.green() - pixel.blue()) > 3;
            }
        return count;
    };
    QVERIFY(colourful() > 1000);
    m_window->settings().setValuesOnly(true);
    QCOMPARE(colourful(), 0); // nothing in the window but neutral greys: frame and paint alike
    for (const Ground ground : {Ground::Middle, Ground::Dark, Ground::Light}) {
        m_window->settings().setGround(ground);
        QCOMPARE(colourful(), 0);
    }
    m_window->places().the<PairsView>().wanted();
    for (const PairsView::Page page :
         {PairsView::Chart, PairsView::LadderPage, PairsView::Makes, PairsView::WheelPage}) {
        m_window->places().the<PairsView>().goTo(page);
        QTest::qWait(page == PairsView::Makes ? 500 : 0);
        QVERIFY2(colourful() == 0, qPrintable(QStringLiteral("page %1 of Pairs: %2").arg(page).arg(colourful())));
    }
    for (Place* place : m_window->places().list()) {
        m_window->goTo(*place);
        QVERIFY2(colourful() == 0, qPrintable(place->name()));
    }
    m_window->settings().setValuesOnly(false);
    m_window->places().the<PairsView>().wanted();
    QVERIFY(colourful() > 1000);
}

void TestWindow::keptPalettesAreShownAgain()
{
    m_window->places().the<TubesView>().importFile(demoTubes);
    m_document->apply(putting(NeedRecord{{}, {"Reeds", {68, 10, 46}, 7, 2}, {}}));
    m_document->apply(keepingPalette("Two", {m_document->notebook().tubes[3].id, m_document->notebook().tubes[13].id}));
    m_window->places().the<PaletteView>().wanted();
    m_window->places().the<PaletteView>().goTo(PaletteView::Choosing);
    auto* kept = find<QComboBox>("kept");
    QCOMPARE(kept->count(), 3); // with all that lies on the palette
    kept->setCurrentIndex(kept->findText("Two"));
    Q_EMIT kept->activated(kept->currentIndex());
    QVERIFY(waitForChoice());
    QVERIFY(textIn(find<QLabel>("headline")).startsWith("Two, 2 tubes"));
    QCOMPARE(model().shown()->answer->sets.front().tubes, (std::vector<std::size_t>{3, 13}));
    QVERIFY(find<QPushButton>("forgetPalette")->isVisible() && !find<QPushButton>("keepPalette")->isVisible());
    click("forgetPalette");
    QVERIFY(m_document->notebook().palettes.empty());
    QVERIFY(!model().shown());
    QCOMPARE(kept->count(), 2);
    m_document->undo();
    QCOMPARE(m_document->notebook().palettes.size(), 1U);
}

void TestWindow::theWindowComesBackWhereItWasLeft()
{
    const QString file = m_folder->filePath("left.ini");
    m_window->resize(1100, 720);
    m_window->settings().setGround(Ground::Middle);
    m_window->goTo(m_window->places().the<PairsView>());
    {
        WhereLeft left(file);
        left.keep(*m_window);
    }
    MainWindow again(*m_document);
    WhereLeft(file).restore(again);
    QCOMPARE(again.size(), QSize(1100, 720));
    QCOMPARE(again.settings().ground(), Ground::Middle);
    QCOMPARE(again.shownPlace(), static_cast<Place*>(&again.places().the<PairsView>()));
    again.settings().setGround(Ground::Light);

    QFile damaged(file);
    QVERIFY(damaged.open(QIODevice::WriteOnly));
    damaged.write("[window]\ngeometry=rubbish\nground=77\nplace=placeNowhere\n");
    damaged.close();
    MainWindow fresh(*m_document);
    WhereLeft(file).restore(fresh);
    QCOMPARE(fresh.size(), QSize(1280, 800));
    QCOMPARE(fresh.settings().ground(), Ground::Light);
    QCOMPARE(fresh.shownPlace(), fresh.places().list().front());
}

void TestWindow::picturesAreTaken()
{
    m_window->places().the<TubesView>().importFile(demoTubes);
    m_document->apply(putting(NeedRecord{{}, {"Reeds", {68, 10, 46}, 7, 2}, {}}));
    const QString folder = m_folder->filePath("pictures");
    QCOMPARE(writeMainViews(*m_window, folder), QString());
    for (const char* name : {"tubes.png", "pairs.png", "palette.png", "palette-dark.png"}) {
        const QImage image(folder + '/' + name);
        QCOMPARE(image.size(), QSize(1280, 800));
    }
}

/// What stands on the screen of washes, lifting, grain and strength of colour is on the page of words.
void TestWindow::everyWordHasItsMeaning()
{
    QStringList page;
    for (const KeySection& section : wordSections())
        for (const WalkingKey& word : section.keys) {
            QVERIFY(!word.keys.isEmpty() && !word.what.isEmpty() && !page.contains(word.keys));
            page << word.keys;
        }
    const auto saysOneOf = [&](const QString& said, const QStringList& words) {
        return std::ranges::any_of(words, [&](const QString& word) {
            return page.contains(word) && said.contains(word, Qt::CaseInsensitive);
        });
    };
    const QStringList lifting{"lifts clean", "lifts well", "lifts a little", "stains"};
    const QStringList grain{"smooth", "slight grain", "granulates", "granulates strongly"};
    static const QRegularExpression strength(
        "(\\w+) (?:yellow|orange|red|violet|blue|green|brown)[a-z-]*, (?:very light|light|mid value|dark|very dark)");
    static const QRegularExpression wash("; ([a-z ]+) wash");
    auto& tubes = m_window->places().the<TubesView>();
    auto& pairs = m_window->places().the<PairsView>();
    tubes.importFile(demoTubes);
    const std::vector<Tube> all = m_document->notebook().tubes;
    QSet<QString> strengths;
    QSet<QString> washes;
    for (std::size_t i = 0; i < all.size(); ++i) {
        tubes.choose(all[i].id);
        const QString said = find<QLabel>("cardJudgement")->text();
        QVERIFY2(saysOneOf(said, lifting) && saysOneOf(said, grain), qPrintable(said));
        pairs.showPair(all[i].id, all[(i + 1) % all.size()].id);
        for (const QLabel* label : m_window->findChildren<QLabel*>()) {
            auto words = strength.globalMatch(label->text());
            while (words.hasNext())
                strengths << words.next().captured(1).toLower();
            words = wash.globalMatch(label->text());
            while (words.hasNext())
                washes << words.next().captured(1);
        }
    }
    QVERIFY(strengths.size() > 2 && !washes.isEmpty());
    for (const QString& word : strengths + washes)
        QVERIFY2(page.contains(word), qPrintable(word));
}

IRIS_TEST(TestWindow, QApplication)
#include "tst_window.moc"
