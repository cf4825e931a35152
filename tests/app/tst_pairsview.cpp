#include "../testprogram.h"
#include "patience.h"

#include "app/pairs/chartgrid.h"
#include "app/pairs/chartview.h"
#include "app/pairs/ladderview.h"
#include "app/pairs/makesview.h"
#include "app/pairs/pairsview.h"
#include "app/pairs/wheelview.h"
#include "app/parts/bench.h"
#include "app/parts/ladderstrip.h"
#include "app/parts/messages.h"
#include "app/parts/mixcard.h"
#include "app/parts/mixnotedialog.h"
#include "app/parts/mixtiles.h"
#include "app/parts/printdialog.h"
#include "app/parts/tubesetbox.h"
#include "app/parts/words.h"
#include "app/parts/worktable.h"
#include "app/sheets/mixdialog.h"
#include "app/sheets/mixespage.h"
#include "app/sheets/predictionspage.h"
#include "app/sheets/sheetreadingdialog.h"
#include "app/sheets/sheetsview.h"
#include "app/tubes/tubesview.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "notebook/edits.h"
#include "sheet/simulateddevice.h"
#include "sheet/simulatedsheet.h"
#include "words/mixwords.h"

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QSpinBox>
#include <QTemporaryDir>
#include <QTimer>
#include <QtTest>
#include <set>

using namespace iris;

/// Charts, ladders, what makes it, wheels, the bench and the sheets, in the real window.
class TestPairsView : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void init();
    void cleanup();
    void chartCellsTouchTheirNeighbours_data();
    void chartCellsTouchTheirNeighbours();
    void tilesStandInRows();
    void chartsAreWalked();
    void chartsAreChosenFreely();
    void tubesAreOrderedByHand();
    void laddersAreSpaced();
    void laddersAndWheelsFollowAChangedTube();
    void notesAreKeptAndUndone();
    void theBenchAndItsMask();
    void whatMakesGreys();
    void greysAlwaysAnswer();
    void whatIsFoundAfterATubeIsGoneIsDropped();
    void theCardFollowsItsTubes();
    void aTubeWithItselfIsThatTube();
    void theWheelIsWalked();
    void theWholeLoop();
    void worthPaintingNext();
    void theLoopWithoutPaint();
    void badScansAreTold();
    void mixesGrowOutOfOneAnother();
    void mixesOfDeletedTubesStay();

private:
    template <typename Widget> Widget* find(const char* name) const
    {
        return m_window->findChild<Widget*>(QLatin1String(name));
    }
    template <typename Dialog> void whenOpen(std::function<void(Dialog&)> act)
    {
        auto* timer = new QTimer(this);
        timer->setInterval(20);
        connect(timer, &QTimer::timeout, this, [this, timer, act = std::move(act)] {
            auto* dialog = qobject_cast<Dialog*>(QApplication::activeModalWidget());
            if (!dialog || !dialog->isActiveWindow()) // before that it does not hear keys
                return;
            timer->deleteLater();
            timer->stop();
            act(*dialog);
            if (QTest::currentTestFailed() && dialog->isVisible())
                dialog->reject(); // else the test would wait for an answer that never comes
        });
        timer->start();
    }
    /// The entry that begins with a name; its codes stand behind.
    static void choose(QComboBox& box, const QString& name)
    {
        box.setCurrentIndex(box.findText(name, Qt::MatchStartsWith));
    }
    PairsView& pairs() { return m_window->places().the<PairsView>(); }
    QString paintedScan(const SheetRecord& sheet, double stronger, unsigned seed = 3);

    std::unique_ptr<QTemporaryDir> m_folder;
    std::unique_ptr<Document> m_document;
    std::unique_ptr<MainWindow> m_window;
    QStringList m_told;
    QString m_answer;
};

void TestPairsView::initTestCase()
{
    QVERIFY(loadFonts());
    applyTheme(*qApp, Ground::Light);
    messages().tell = [this](QWidget*, const QString&, const QString& message) { m_told << message; };
    messages().fileToOpen = [this](QWidget*, const QString&, const QString&) { return m_answer; };
    messages().fileToSave = [this](QWidget*, const QString&, const QString&, const QString&) { return m_answer; };
}

void TestPairsView::init()
{
    m_folder = std::make_unique<QTemporaryDir>();
    m_told.clear();
    m_document = std::make_unique<Document>();
    QVERIFY(m_document->create(m_folder->filePath("marsh.iris")));
    m_window = std::make_unique<MainWindow>(*m_document);
    m_window->show();
    QVERIFY(QTest::qWaitForWindowExposed(m_window.get()));
    m_window->activateWindow();
    QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
    m_window->takeFile(QStringLiteral(IRIS_SOURCE_DIR "/data/demo/tubes.csv"));
    QCOMPARE(m_document->notebook().tubes.size(), 24U);
    m_told.clear();
    m_window->places().the<PairsView>().wanted();
}

void TestPairsView::cleanup()
{
    m_window.reset();
    m_document.reset();
}

/// A made-up painter fills the sheet in; the yellow tubes are stronger than anyone thinks.
QString TestPairsView::paintedScan(const SheetRecord& sheet, double stronger, unsigned seed)
{
    std::vector<Paint> truth = m_document->studio()->unlearnt;
    for (Paint& paint : truth)
        if (paint.family == HueFamily::Yellow)
            paint.strength *= stronger;
    SheetPainting painting;
    painting.seed = seed;
    const SimulatedSheet scene(pageOf(sheet, m_document->notebook()).value(), m_document->notebook(), truth, painting);
    const QString file = m_folder->filePath(QStringLiteral("scan%1.png").arg(seed));
    DeviceFaults faults;
    faults.noise = 1;
    scanned(scene, 150, faults).image().save(file);
    return file;
}

void TestPairsView::chartCellsTouchTheirNeighbours_data()
{
    QTest::addColumn<int>("rows");
    QTest::addColumn<int>("columns");
    QTest::newRow("three by three") << 3 << 3;
    QTest::newRow("one row") << 1 << 12;
    QTest::newRow("sixty by sixty") << 60 << 60;
}

void TestPairsView::chartCellsTouchTheirNeighbours()
{
    QFETCH(int, rows);
    QFETCH(int, columns);
    // What has no room is as large as it must be, and scrolled.
    const QRectF bounds(0, 0, std::max(752, 150 + 18 * columns), std::max(560, 130 + 18 * rows));
    const ChartGeometry at = chartGeometry(bounds, rows, columns);
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column) {
            const QRectF cell = at.cellAt(row, column);
            QVERIFY(bounds.contains(cell));
            QCOMPARE(at.indexAt(cell.center()), row * columns + column);
            if (column > 0)
                QCOMPARE(at.cellAt(row, column - 1).right(), cell.left());
            QVERIFY(!at.columnHead(column).intersects(cell) && !at.rowHead(row).intersects(cell));
        }
    QCOMPARE(at.indexAt({1, 1}), -1);
}

void TestPairsView::tilesStandInRows()
{
    const TileGeometry at = tileGeometry(752, 168, 116);
    QCOMPARE(at.columns, 4);
    QVERIFY(at.tileAt(3).right() < 752 && at.tileAt(4).top() > at.tileAt(0).bottom());
    QCOMPARE(at.indexAt(at.tileAt(5).center(), 6), 5);
    QCOMPARE(at.indexAt(at.tileAt(5).center(), 5), -1);
    QCOMPARE(tileGeometry(10, 168, 116).columns, 1);
}

void TestPairsView::chartsAreWalked()
{
    QVERIFY(pairs().isVisible() && pairs().page() == PairsView::Chart);
    pairs().chartView().rowTubes().choose("Yellows");
    pairs().chartView().columnTubes().choose("Blues");
    ChartGrid& grid = pairs().chartView().grid();
    QCOMPARE(grid.contents().rowNames.size(), 6);
    QCOMPARE(grid.contents().columnNames.size(), 4);
    QCOMPARE(grid.current(), 0);
    QTest::keyClick(&grid, Qt::Key_Right);
    QTest::keyClick(&grid, Qt::Key_Down);
    QCOMPARE(grid.current(), 5);
    QTest::keyClick(&grid, Qt::Key_End);
    QCOMPARE(grid.current(), 7);
    QTest::keyClick(&grid, Qt::Key_Right); // the edge holds
    QCOMPARE(grid.current(), 7);
    const Recipe recipe = *pairs().chartView().card().recipe();
    QCOMPARE(recipe, grid.contents().cells.at(7).recipe);
    QVERIFY(pairs().chartView().card().findChild<QLabel*>("mixWords")->text().contains("than the one before it"));
    QVERIFY(!grid.accessibleDescription().isEmpty());
    const ChartGeometry at = chartGeometry(grid.rect(), 6, 4);
    QTest::mouseClick(&grid, Qt::LeftButton, {}, at.cellAt(2, 1).center().toPoint());
    QCOMPARE(grid.current(), 9);
    // Enter opens the ladder of the pair.
    QTest::keyClick(&grid, Qt::Key_Return);
    QCOMPARE(pairs().page(), PairsView::LadderPage);
    QVERIFY(find<QComboBox>("firstTube")->currentText().startsWith(grid.contents().rowNames[2]));
    QVERIFY(find<QComboBox>("secondTube")->currentText().startsWith(grid.contents().columnNames[1]));
}

void TestPairsView::chartsAreChosenFreely()
{
    ChartView& view = pairs().chartView();
    ChartGrid& grid = view.grid();
    QCOMPARE(grid.contents().cells.count(), 23U * 23U); // all by all to begin with
    find<QComboBox>("chartAmounts")->setCurrentIndex(1);
    const auto dominant = grid.contents().cells.at(1).recipe.parts;
    QVERIFY(dominant[0].parts * m_document->studio()->paints[dominant[0].paint].strength
            > 1.8 * dominant[1].parts * m_document->studio()->paints[dominant[1].paint].strength);
    view.rowTubes().chooseByHand({15, 0, 13});
    find<QComboBox>("chartOrder")->setCurrentIndex(3);
    QCOMPARE(grid.contents().rowNames, (QStringList{"Phthalo Blue", "Lemon Yellow", "Ultramarine"}));
    find<QComboBox>("chartOrder")->setCurrentIndex(2); // by value: the yellow is lightest
    QCOMPARE(grid.contents().rowNames.front(), QString("Lemon Yellow"));
    find<QComboBox>("chartWash")->setCurrentIndex(3); // steps of water
    QCOMPARE(grid.contents().cells.count(), 18U);
    QVERIFY(!find<QComboBox>("chartColumns")->isEnabled());
    view.rowTubes().chooseByHand({});
    QVERIFY(!find<QPushButton>("printChart")->isEnabled());
    QVERIFY(find<QLabel>("chartEmpty")->isVisible());
}

/// Ticked and moved with the keys alone; the chart then stands in that order, whatever order it had.
void TestPairsView::tubesAreOrderedByHand()
{
    ChartView& view = pairs().chartView();
    whenOpen<ByHandDialog>([](ByHandDialog& dialog) {
        auto* list = dialog.findChild<QListWidget*>("tubesByHand");
        QTest::keyClick(list, Qt::Key_Space); // the first
        QTest::keyClick(list, Qt::Key_Down);
        QTest::keyClick(list, Qt::Key_Space);
        QTest::keyClick(list, Qt::Key_Up);
        QTest::mouseClick(dialog.findChild<QPushButton*>("moveUp"), Qt::LeftButton); // it is the first already
        QCOMPARE(list->currentRow(), 0);
        QTest::keyClick(list, Qt::Key_Down, Qt::ControlModifier);
        QCOMPARE(list->currentRow(), 1);
        QCOMPARE(dialog.chosen().size(), 2U);
        dialog.accept();
    });
    const auto& tubes = m_document->notebook().tubes;
    QCOMPARE(find<QComboBox>("chartOrder")->currentIndex(), 0);
    view.rowTubes().setCurrentIndex(view.rowTubes().count() - 1);
    Q_EMIT view.rowTubes().activated(view.rowTubes().currentIndex());
    QCOMPARE(view.grid().contents().rowNames,
             (QStringList{QString::fromStdString(tubes[1].name), QString::fromStdString(tubes[0].name)}));
    QCOMPARE(find<QComboBox>("chartOrder")->currentText(), QString("as chosen"));
}

void TestPairsView::laddersAreSpaced()
{
    const auto tube = [&](std::size_t place) { return m_document->notebook().tubes[place].id; };
    pairs().showPair(tube(0), tube(15)); // lemon and phthalo
    const Ladder even = pairs().ladder();
    find<QComboBox>("spacing")->setCurrentIndex(2);
    QVERIFY(pairs().ladder() != even);
    QCOMPARE(pairs().ladder().steps[5].parts, (std::array{1, 1}));
    QVERIFY(find<QLabel>("pairJudgement")->text().contains("looks more like"));
    QTest::keyClick(find<LadderStrip>("ladder"), Qt::Key_Home);
    const Recipe first = *pairs().ladderView().card().recipe();
    QCOMPARE(first.parts.size(), 1U);
    // And back: the last step is the first tube again.
    auto* strip = find<LadderStrip>("ladder");
    QTest::keyClick(strip, Qt::Key_B);
    QCOMPARE(strip->steps().size(), 21U);
    QTest::keyClick(strip, Qt::Key_End);
    QCOMPARE(*pairs().ladderView().card().recipe(), first);
    QTest::keyClick(strip, Qt::Key_B);
    QCOMPARE(strip->steps().size(), 11U);
    QTest::keyClick(find<LadderStrip>("ladder"), Qt::Key_X);
    QCOMPARE(m_document->notebook().tubes[pairs().ladderView().card().recipe()->parts[0].paint].id.value,
             pairs().ladderView().card().recipe()->parts[0].paint == 0 ? tube(0).value : tube(15).value);
}

/// One tube among many: the lists are told of its row alone.
void TestPairsView::laddersAndWheelsFollowAChangedTube()
{
    const auto changeStrength = [&](std::size_t place) {
        Tube tube = m_document->notebook().tubes[place];
        tube.strength = 4 * m_document->studio()->paints[place].strength;
        m_document->apply(changing(m_document->notebook(), tube, "2026-10-03"));
    };
    const auto& tubes = m_document->notebook().tubes;
    pairs().showPair(tubes[0].id, tubes[15].id);
    const Ladder before = pairs().ladder();
    changeStrength(15);
    QVERIFY(pairs().ladder() != before);
    pairs().goTo(PairsView::WheelPage);
    const WheelDisc& disc = pairs().wheelView().disc();
    const auto ring = disc.wheel().rings[0];
    const std::size_t paint = ring[1].recipe.parts.front().paint;
    changeStrength(paint);
    const auto now = disc.wheel().rings[0];
    QVERIFY(!std::ranges::equal(
        ring, now, {}, [](const auto& spot) { return spot.recipe.parts; },
        [](const auto& spot) { return spot.recipe.parts; }));
}

void TestPairsView::notesAreKeptAndUndone()
{
    pairs().chartView().rowTubes().choose("Yellows");
    pairs().chartView().columnTubes().choose("Blues");
    whenOpen<MixNoteDialog>([](MixNoteDialog& dialog) {
        dialog.findChild<QLineEdit*>("mixName")->setText("wet mud");
        dialog.findChild<QComboBox*>("mixStars")->setCurrentIndex(2);
        dialog.findChild<QLineEdit*>("mixTags")->setText("reeds, shadow");
        dialog.findChild<QPlainTextEdit*>("mixNotes")->setPlainText("a touch thinner");
        QTest::mouseClick(dialog.findChild<QPushButton*>("keepNote"), Qt::LeftButton);
    });
    QTest::keyClick(&pairs().chartView().grid(), Qt::Key_N);
    QCOMPARE(m_document->notebook().mixes.size(), 1U);
    const MixRecord& mix = m_document->notebook().mixes.front();
    QCOMPARE(mix.tags, std::string("reeds, shadow"));
    QCOMPARE(mix.stars, 2);
    QVERIFY(pairs().chartView().card().findChild<QLabel*>("mixPainted")->text().contains("wet mud"));
    // Written on once more it stays one record.
    whenOpen<MixNoteDialog>([](MixNoteDialog& dialog) {
        QCOMPARE(dialog.findChild<QLineEdit*>("mixName")->text(), QString("wet mud"));
        dialog.findChild<QComboBox*>("mixStars")->setCurrentIndex(3);
        dialog.accept();
    });
    pairs().card().note();
    QCOMPARE(m_document->notebook().mixes.size(), 1U);
    QCOMPARE(m_document->notebook().mixes.front().stars, 3);
    m_document->undoStack().undo();
    m_document->undoStack().undo();
    QVERIFY(m_document->notebook().mixes.empty());
    QVERIFY(!pairs().chartView().card().findChild<QLabel*>("mixPainted")->text().contains("wet mud"));
    pairs().card().want();
    QCOMPARE(m_document->notebook().needs.size(), 1U);
}

void TestPairsView::theBenchAndItsMask()
{
    ChartGrid& grid = pairs().chartView().grid();
    QTest::keyClick(&grid, Qt::Key_Space);
    QCOMPARE(pairs().context().bench().size(), 1U);
    QVERIFY(!find<QPushButton>("mask")->isEnabled());
    QTest::keyClick(&grid, Qt::Key_Right);
    QTest::keyClick(&grid, Qt::Key_Space);
    QCOMPARE(pairs().context().bench().size(), 2U);
    QString words;
    whenOpen<MaskDialog>([&](MaskDialog& dialog) {
        words = dialog.findChild<QLabel*>("maskWords")->text();
        const QImage shot = dialog.grab().toImage();
        const QColor ground = shot.pixelColor(3, 3);
        QVERIFY(ground.red() == ground.green() && ground.green() == ground.blue()); // strictly neutral
        dialog.reject();
    });
    QTest::keyClick(&grid, Qt::Key_M);
    QVERIFY2(words.contains("apart"), qPrintable(words));
    Bench& bench = pairs().bench();
    bench.setFocus();
    QTest::keyClick(&bench, Qt::Key_Left);
    QCOMPARE(bench.current(), 0);
    QVERIFY2(bench.words().startsWith(pairs().context().bench()[0].words), qPrintable(bench.words()));
    QVERIFY(bench.words().contains(QStringLiteral("%1, ").arg(pairs().context().bench()[1].words)));
    QVERIFY(bench.words().contains("apart"));
    QTest::keyClick(&bench, Qt::Key_Delete);
    QCOMPARE(pairs().context().bench().size(), 1U);
    QTest::mouseClick(find<QPushButton>("clearBench"), Qt::LeftButton);
    QVERIFY(pairs().context().bench().empty());
}

void TestPairsView::whatMakesGreys()
{
    pairs().goTo(PairsView::Makes);
    MakesView& view = pairs().makesView();
    QVERIFY(QTest::qWaitFor([&] { return !view.isBusy() && !view.tiles().tiles().empty(); }, 10000));
    for (const MixTile& tile : view.tiles().tiles())
        QVERIFY(isOfKind(tile.colour, MixKind::Greens));
    QTest::mouseClick(find<QPushButton>("kind_greys"), Qt::LeftButton);
    QVERIFY(QTest::qWaitFor([&] { return !view.isBusy(); }, 10000));
    COMES_TRUE(isOfKind(view.tiles().tiles().front().colour, MixKind::Greys));
    for (const MixTile& tile : view.tiles().tiles()) // each is told by its side, a cool one beside a warm one
        QVERIFY(tile.words.startsWith(sentence(text(greySideWord(tile.colour))) + ": "));
    QVERIFY(warmthOf(view.tiles().tiles()[0].colour) <= 0 && warmthOf(view.tiles().tiles()[1].colour) > 0);
    QTest::keyClick(&view.tiles(), Qt::Key_Right);
    QCOMPARE(view.tiles().current(), 1);
    const Recipe before = *view.card().recipe();
    if (find<QPushButton>("warmer")->isEnabled()) {
        QTest::keyClick(&view.tiles(), Qt::Key_Plus);
        QVERIFY(*view.card().recipe() != before);
        QCOMPARE(view.card().recipe()->wash, before.wash); // without water
        QVERIFY(warmthOf(colourOf(*view.card().recipe(), m_document->studio()->paints))
                > warmthOf(colourOf(before, m_document->studio()->paints)) + 1.9);
    }
    view.choose(MixKind::Darks);
    QVERIFY(QTest::qWaitFor([&] { return !view.isBusy(); }, 10000));
    COMES_TRUE(find<QLabel>("makesHeadline")->text().contains("worth its well"));
    find<QComboBox>("makesCount")->setCurrentIndex(1);
    QVERIFY(QTest::qWaitFor([&] { return !view.isBusy(); }, 20000));
    COMES_TRUE(
        std::ranges::any_of(view.tiles().tiles(), [](const MixTile& tile) { return tile.recipe.parts.size() == 3; }));
}

/// Two yellows make no grey: what comes nearest is shown and told all the same.
void TestPairsView::greysAlwaysAnswer()
{
    std::vector<TubeId> others;
    for (std::size_t place = 0; place < m_document->notebook().tubes.size(); ++place)
        if (m_document->studio()->paints[place].family != HueFamily::Yellow)
            others.push_back(m_document->notebook().tubes[place].id);
    QVERIFY(m_document->notebook().tubes.size() >= others.size() + 2);
    m_document->apply(removing<Tube>(others));
    pairs().goTo(PairsView::Makes);
    MakesView& view = pairs().makesView();
    view.choose(MixKind::Greys);
    COMES_TRUE(!view.isBusy() && !find<QLabel>("makesNearest")->isHidden());
    QVERIFY(find<QLabel>("makesNearest")->text().startsWith("None of these makes a grey. Nearest: "));
    QCOMPARE(view.tiles().tiles().size(), 1U);
    view.choose(MixKind::Greens);
    COMES_TRUE(!view.isBusy());
    QVERIFY(find<QLabel>("makesNearest")->isHidden());
}

/// It ended the window: what was found counted tubes that were no longer there.
void TestPairsView::whatIsFoundAfterATubeIsGoneIsDropped()
{
    pairs().goTo(PairsView::Makes);
    MakesView& view = pairs().makesView();
    QVERIFY(QTest::qWaitFor([&] { return !view.isBusy() && !view.tiles().tiles().empty(); }, 20000));
    view.choose(MixKind::Browns);
    m_window->places().the<TubesView>().wanted(); // the search goes on unseen
    std::vector<TubeId> all;
    for (const Tube& tube : m_document->notebook().tubes)
        all.push_back(tube.id);
    all.erase(all.begin(), all.begin() + 2);
    m_document->apply(removing<Tube>(all));
    QVERIFY(view.tiles().tiles().empty());
    QVERIFY(!view.card().recipe());
    QVERIFY(!find<QPushButton>("warmer")->isEnabled() && !find<QPushButton>("cooler")->isEnabled());
    QVERIFY(QTest::qWaitFor([&] { return !view.isBusy(); }, 20000));
    QTest::qWait(50);
    QVERIFY(view.tiles().tiles().empty());
    m_document->undo();
    m_window->places().the<PairsView>().wanted();
    QVERIFY(QTest::qWaitFor([&] { return !view.tiles().tiles().empty(); }, 20000));
}

/// A card counts its tubes by place; when one before them goes it shows the same mix, when its own goes it is empty.
void TestPairsView::theCardFollowsItsTubes()
{
    MixCard card(pairs().context());
    const StudioPtr before = m_document->studio();
    const Recipe mix{{{4, 2}, {7, 1}}, wash::full};
    card.show(before, mix);
    const auto& tubes = before->notebook.tubes;
    const TubeId first = tubes[4].id;
    const QString title = card.findChild<QLabel*>("mixTitle")->text();
    m_document->apply(removing<Tube>(std::vector<TubeId>{tubes[0].id}));
    QVERIFY(card.recipe());
    QCOMPARE(card.recipe()->parts[0].paint, 3U);
    QCOMPARE(card.recipe()->parts[1].paint, 6U);
    QCOMPARE(card.findChild<QLabel*>("mixTitle")->text(), title);
    card.clear();
    card.show(before, mix); // a mix that was found before the edit
    QCOMPARE(card.findChild<QLabel*>("mixTitle")->text(), title);
    m_document->apply(removing<Tube>(std::vector<TubeId>{first}));
    QVERIFY(!card.recipe());
    card.show(before, mix);
    QVERIFY(!card.recipe());
    card.note();
    card.want();
    card.pin();
}

/// It marked a cleanest step and a turn, and its card read "4 Ultramarine + 1 Ultramarine".
void TestPairsView::aTubeWithItselfIsThatTube()
{
    const TubeId blue = m_document->notebook().tubes[13].id;
    pairs().showPair(blue, blue);
    auto* strip = find<LadderStrip>("ladder");
    strip->setCurrent(3);
    QCOMPARE(pairs().card().findChild<QLabel*>("mixTitle")->text(), QString("Ultramarine"));
    for (int step = 0; step < 7; ++step) {
        strip->setCurrent(step);
        for (const char* mark : {"cleanest", "turns", "most neutral"})
            QVERIFY2(!strip->accessibleDescription().contains(mark), qPrintable(strip->accessibleDescription()));
    }
    pairs().showPair(blue, m_document->notebook().tubes[2].id);
    QString described;
    for (int step = 0; step < 9; ++step) {
        strip->setCurrent(step);
        described += strip->accessibleDescription();
    }
    QVERIFY2(described.contains("most neutral") && described.contains("turns"), qPrintable(described)); // of two tubes
}

void TestPairsView::theWheelIsWalked()
{
    pairs().goTo(PairsView::WheelPage);
    WheelDisc& disc = pairs().wheelView().disc();
    QCOMPARE(disc.wheel().rim.size(), Wheel::steps);
    QTest::keyClick(&disc, Qt::Key_Left);
    QCOMPARE(disc.current(), (WheelSpot{0, 1}));
    QTest::keyClick(&disc, Qt::Key_Down);
    QCOMPARE(disc.current(), (WheelSpot{1, 1}));
    QCOMPARE(pairs().wheelView().card().recipe()->parts, disc.wheel().rings[0][1].recipe.parts);
    // The dots of the other tubes, around the wheel and back to where it began.
    std::set<std::size_t> seen;
    double hue = 0;
    for (std::size_t i = 0; i < disc.wheel().others.size(); ++i) {
        QTest::keyClick(&disc, Qt::Key_Period);
        seen.insert(*disc.dot());
        QVERIFY(disc.wheel().others[*disc.dot()].hueDegrees >= hue);
        hue = disc.wheel().others[*disc.dot()].hueDegrees;
        const std::size_t paint = disc.wheel().others[*disc.dot()].paint;
        QCOMPARE(pairs().wheelView().card().recipe()->parts, (std::vector<Part>{{paint, 1}}));
        QVERIFY(
            disc.accessibleDescription().startsWith(QString::fromStdString(m_document->notebook().tubes[paint].name)));
    }
    QCOMPARE(seen.size(), disc.wheel().others.size());
    QTest::keyClick(&disc, Qt::Key_Period);
    const std::size_t firstDot = *disc.dot();
    QTest::keyClick(&disc, Qt::Key_Comma);
    QVERIFY(disc.wheel().others[*disc.dot()].hueDegrees >= disc.wheel().others[firstDot].hueDegrees);
    // A click on a dot takes the tube, not the step below it; its name stands beside it on the ground's own card
    // colour.
    disc.setCurrent({0, 0});
    const QImage plain = disc.grab().toImage();
    for (int x = 0; x < disc.width() && !disc.dot(); x += 4)
        for (int y = 0; y < disc.height() && !disc.dot(); y += 4)
            QTest::mouseClick(&disc, Qt::LeftButton, {}, {x, y});
    QVERIFY(disc.dot());
    QVERIFY(disc.grab().toImage() != plain);
    disc.setCurrent({1, 1});
    QTest::keyClick(&disc, Qt::Key_Up);
    QVERIFY(!disc.dot());
    QCOMPARE(disc.current(), (WheelSpot{0, 1}));
    auto* second = find<QComboBox>("wheelTube2");
    auto* first = find<QComboBox>("wheelTube1");
    second->setCurrentIndex(first->currentIndex());
    Q_EMIT second->activated(first->currentIndex());
    QVERIFY(find<QLabel>("wheelHeadline")->text().contains("three different tubes"));
}

/// Build 3 x 3, print it, paint it, drop the scan, see the squares fill and the strengths learn; undo it all.
void TestPairsView::theWholeLoop()
{
    ChartView& chart = pairs().chartView();
    chart.rowTubes().chooseByHand({0, 2, 3});       // lemon, cadmium, ochre
    chart.columnTubes().chooseByHand({13, 14, 15}); // ultramarine, cobalt, phthalo
    QCOMPARE(chart.grid().contents().cells.count(), 9U);
    m_answer = m_folder->filePath("sheet.pdf");
    whenOpen<PrintDialog>([](PrintDialog& dialog) {
        QVERIFY(dialog.findChild<QLabel*>("effort")->text().contains("22 to 33 minutes"));
        dialog.findChild<QCheckBox*>("checkSquares")->setChecked(false);
        QVERIFY(dialog.findChild<QLabel*>("effort")->text().contains("18 to 27 minutes"));
        dialog.findChild<QLineEdit*>("sheetTitle")->setText("Greens");
        QTest::mouseClick(dialog.findChild<QPushButton*>("writePdf"), Qt::LeftButton);
    });
    QTest::keyClick(&chart.grid(), Qt::Key_P);
    QVERIFY(QFileInfo(m_answer).size() > 5000);
    QVERIFY(m_window->places().the<SheetsView>().isVisible());
    QCOMPARE(m_document->notebook().sheets.size(), 1U);
    const SheetRecord sheet = m_document->notebook().sheets.front();
    QCOMPARE(sheet.title, std::string("Greens"));

    const Notebook before = m_document->notebook();
    const QString scan = paintedScan(sheet, 2);
    whenOpen<SheetReadingDialog>([](SheetReadingDialog& dialog) {
        auto* file = dialog.findChild<QPushButton*>("fileSquares");
        QVERIFY(QTest::qWaitFor([&] { return file->isEnabled(); }, 20000));
        QCOMPARE(dialog.findChild<QListWidget*>("squares")->count(), 9);
        for (int row = 0; row < 9; ++row)
            dialog.findChild<QListWidget*>("squares")->item(row)->setCheckState(Qt::Checked);
        QCOMPARE(file->text(), QString("File 9 squares"));
        QTest::mouseClick(file, Qt::LeftButton);
    });
    m_window->takeFile(scan); // which is looked at beside the window
    COMES_TRUE(m_document->notebook().mixes.size() == 9);
    QVERIFY(m_document->notebook().sheets.front().finished);
    QVERIFY(find<QLabel>("sheetState")->text().contains("All 9 squares read"));
    // The yellows turned out stronger than the blues.
    const auto ratio = [&](std::size_t one, std::size_t two) {
        const auto& now = m_document->studio()->paints;
        const auto& then = m_document->studio()->unlearnt;
        return now[one].strength / now[two].strength / (then[one].strength / then[two].strength);
    };
    QVERIFY2(ratio(0, 13) > 1.5, qPrintable(QString::number(ratio(0, 13))));
    QVERIFY(ratio(2, 15) > 1.5);

    m_window->places().the<PairsView>().wanted();
    pairs().goTo(PairsView::Chart);
    const auto allColours = [&] {
        std::vector<Lab> colours;
        const ChartCells& cells = chart.grid().contents().cells;
        for (std::size_t i = 0; i < cells.count(); ++i)
            colours.push_back(cells.at(i).colour);
        return colours;
    };
    const auto asBeforeLearning = [&] {
        const ChartCells& cells = chart.grid().contents().cells;
        for (std::size_t i = 0; i < cells.count(); ++i)
            if (cells.at(i).colour != colourOf(cells.at(i).recipe, m_document->studio()->unlearnt))
                return false;
        return cells.count() > 0;
    };
    QCOMPARE(chart.grid().contents().cells.count(), 9U);
    for (std::size_t i = 0; i < 9; ++i)
        QVERIFY(chart.grid().contents().cells.at(i).painted);
    QVERIFY(find<QLabel>("chartHeadline")->text().contains("9 painted"));
    const auto learntColours = allColours();
    find<QCheckBox>("beforeLearning")->setChecked(true);
    QVERIFY(asBeforeLearning());
    QVERIFY(allColours() != learntColours);
    chart.columnTubes().chooseByHand({13, 16}); // cerulean is not painted with these yet
    QVERIFY(asBeforeLearning());
    chart.columnTubes().chooseByHand({13, 14, 15});
    find<QCheckBox>("beforeLearning")->setChecked(false);
    QCOMPARE(allColours(), learntColours);
    QVERIFY(chart.card().findChild<QLabel*>("mixPainted")->text().contains("Painted on"));

    m_window->places().the<SheetsView>().wanted();
    QTest::mouseClick(find<QPushButton>("pagePredictions"), Qt::LeftButton);
    QVERIFY(find<QLabel>("predictionsHeadline")->text().contains("from what is shown"));

    m_document->undoStack().undo();
    QCOMPARE(m_document->notebook(), before);
    QCOMPARE(ratio(0, 13), 1.0);
    m_document->undoStack().redo();
    QCOMPARE(m_document->notebook().mixes.size(), 9U);
    // On disk as well.
    const QString file = m_document->path();
    const Notebook after = m_document->notebook();
    cleanup();
    m_document = std::make_unique<Document>();
    QVERIFY(m_document->open(file));
    QCOMPARE(m_document->notebook(), after);
}

void TestPairsView::worthPaintingNext()
{
    m_window->places().the<SheetsView>().wanted();
    QVERIFY(find<QLabel>("sheetsEmpty")->isVisible());
    m_answer.clear(); // no PDF now; the sheet is kept all the same
    whenOpen<PrintDialog>([](PrintDialog& dialog) {
        QVERIFY(dialog.findChild<QLabel*>("effort")->text().contains("28 to 42 minutes"));
        dialog.accept();
    });
    QTest::keyClick(find<QListWidget>("sheets"), Qt::Key_N);
    QVERIFY(!find<QPushButton>("worthPainting")->isEnabled()); // it is being looked for, beside the window
    COMES_TRUE(m_document->notebook().sheets.size() == 1);
    QVERIFY(find<QPushButton>("worthPainting")->isEnabled());
    QCOMPARE(m_document->notebook().sheets.front().cells.size(), 14U); // two of them check the light
    m_window->activateWindow(); // offscreen, the dialog leaves nothing active behind it
    QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
    m_answer = m_folder->filePath("later.pdf");
    QTest::keyClick(find<QListWidget>("sheets"), Qt::Key_P);
    QVERIFY(QFileInfo(m_answer).size() > 5000);
    QTest::keyClick(find<QListWidget>("sheets"), Qt::Key_Delete);
    QVERIFY(m_document->notebook().sheets.empty());
    m_document->undoStack().undo();
    QCOMPARE(m_document->notebook().sheets.size(), 1U);
    QVERIFY2(m_told.isEmpty(), qPrintable(m_told.join(QLatin1Char('\n'))));
}

void TestPairsView::theLoopWithoutPaint()
{
    m_window->places().the<SheetsView>().wanted();
    m_window->places().the<SheetsView>().readWithoutPaint();
    QVERIFY(m_told.last().contains("Lay a sheet out first"));
    m_answer.clear();
    whenOpen<PrintDialog>([](PrintDialog& dialog) { dialog.accept(); });
    m_window->places().the<SheetsView>().layOutWorthPainting();
    COMES_TRUE(!m_document->notebook().sheets.empty());
    whenOpen<SheetReadingDialog>([](SheetReadingDialog& dialog) {
        auto* file = dialog.findChild<QPushButton*>("fileSquares");
        QVERIFY(QTest::qWaitFor([&] { return file->isEnabled(); }, 20000));
        QTest::mouseClick(file, Qt::LeftButton);
    });
    m_window->places().the<SheetsView>().readWithoutPaint();
    COMES_TRUE(m_document->notebook().mixes.size() >= 9);
    QVERIFY(m_document->studio()->learned.typicalMiss().has_value());
}

void TestPairsView::badScansAreTold()
{
    pairs().chartView().rowTubes().chooseByHand({0, 2});
    pairs().chartView().columnTubes().chooseByHand({13});
    m_answer.clear();
    whenOpen<PrintDialog>([](PrintDialog& dialog) { dialog.accept(); });
    pairs().chartView().printSheet();
    const SheetRecord sheet = m_document->notebook().sheets.front();
    const QImage whole(paintedScan(sheet, 1));
    const QString half = m_folder->filePath("half.png");
    whole.copy(0, 0, whole.width(), whole.height() / 2).save(half);
    const Notebook before = m_document->notebook();
    QString trouble;
    whenOpen<SheetReadingDialog>([&](SheetReadingDialog& dialog) {
        auto* label = dialog.findChild<QLabel*>("sheetTrouble");
        QVERIFY(QTest::qWaitFor([&] { return !label->text().isEmpty(); }, 20000));
        trouble = label->text();
        QVERIFY(!dialog.findChild<QPushButton*>("fileSquares")->isEnabled());
        dialog.reject();
    });
    m_window->takeFile(half); // a sheet all the same, by the marks that are left
    COMES_TRUE(!trouble.isEmpty());
    QVERIFY2(trouble.contains("corner marks"), qPrintable(trouble));
    QCOMPARE(m_document->notebook(), before);
}

void TestPairsView::mixesGrowOutOfOneAnother()
{
    m_window->places().the<SheetsView>().wanted();
    QTest::keyClick(find<QListWidget>("sheets"), Qt::Key_M);
    QCOMPARE(m_window->places().the<SheetsView>().page(), SheetsView::RecordPage);
    const auto again = [&] {
        m_window->activateWindow();
        return QTest::qWaitForWindowActive(m_window.get());
    };
    const QTemporaryDir folder;
    QImage photo(1800, 1200, QImage::Format_RGB32);
    photo.fill(QColor(96, 94, 100));
    QVERIFY(photo.save(folder.filePath("mud.png")));
    m_answer = folder.filePath("mud.png");
    whenOpen<MixDialog>([](MixDialog& dialog) {
        auto* keep = dialog.findChild<QPushButton*>("keepMix");
        QVERIFY(!keep->isEnabled()); // nothing in it yet
        choose(*dialog.findChild<QComboBox*>("recordTube1"), "Ultramarine");
        dialog.findChild<QSpinBox*>("recordParts1")->setValue(3);
        choose(*dialog.findChild<QComboBox*>("recordTube2"), "Raw Umber");
        dialog.findChild<QLineEdit*>("recordColour")->setText("forty");
        QVERIFY(!keep->isEnabled());
        QVERIFY(!dialog.findChild<QLabel*>("mixTrouble")->text().isEmpty());
        dialog.findChild<QLineEdit*>("recordColour")->setText("40, 1, -3");
        dialog.findChild<QLineEdit*>("recordName")->setText("mud at dusk");
        dialog.findChild<QLineEdit*>("recordTags")->setText("shadow");
        dialog.findChild<QSpinBox*>("recordLayers")->setValue(2);
        QTest::mouseClick(dialog.findChild<QPushButton*>("addPicture"), Qt::LeftButton);
        QVERIFY(dialog.findChild<QLabel*>("recordThumbnail")->isVisible());
        QTest::mouseClick(keep, Qt::LeftButton);
    });
    QTest::keyClick(find<QListWidget>("mixRecords"), Qt::Key_A);
    QCOMPARE(m_document->notebook().mixes.size(), 1U);
    QCOMPARE(m_document->notebook().mixes[0].painted, std::optional(Lab{40, 1, -3}));
    const auto kept = QImage::fromData(m_document->picture(m_document->notebook().mixes[0].picture));
    QCOMPARE(kept.size(), QSize(900, 600)); // shrunk
    QVERIFY(QColor(kept.pixel(450, 300)).red() < 120);
    QCOMPARE(m_document->notebook().mixes[0].parts[0].name, std::string("Ultramarine")); // without its codes
    QVERIFY(find<QLabel>("recordDetails")->text().contains("2 layers"));
    QVERIFY(again());
    QVERIFY(QFile::resize(m_answer, 200)); // a picture that is cut short is refused, and the one there is stays
    whenOpen<MixDialog>([this](MixDialog& dialog) {
        QTest::mouseClick(dialog.findChild<QPushButton*>("addPicture"), Qt::LeftButton);
        QVERIFY2(m_told.last().startsWith("mud.png is"), qPrintable(m_told.last()));
        QVERIFY(dialog.findChild<QLabel*>("recordThumbnail")->isVisible());
        QTest::mouseClick(dialog.findChild<QPushButton*>("removePicture"), Qt::LeftButton);
        QVERIFY(!dialog.findChild<QLabel*>("recordThumbnail")->isVisible());
        QVERIFY(dialog.mix()->picture.empty());
        dialog.reject();
    });
    QTest::keyClick(find<QListWidget>("mixRecords"), Qt::Key_E);
    QVERIFY(!m_document->notebook().mixes[0].picture.empty());
    QVERIFY(again());
    whenOpen<MixDialog>([](MixDialog& dialog) {
        QVERIFY(dialog.windowTitle().startsWith("mud at dusk"));
        choose(*dialog.findChild<QComboBox*>("recordTube3"), "Clear Orange");
        dialog.accept();
    });
    QTest::keyClick(find<QListWidget>("mixRecords"), Qt::Key_T);
    QCOMPARE(m_document->notebook().mixes.size(), 2U);
    QCOMPARE(m_document->notebook().mixes[1].from, m_document->notebook().mixes[0].id);
    QCOMPARE(find<QLabel>("recordLineage")->text(), QString("Grew out of mud at dusk."));
    m_window->places().the<SheetsView>().mixes().choose(m_document->notebook().mixes[0].id);
    QVERIFY(find<QLabel>("recordLineage")->text().startsWith("Became 3 Ultramarine"));
    find<QLineEdit>("findMix")->setText("clear ultra");
    QCOMPARE(find<QListWidget>("mixRecords")->count(), 1);
    find<QLineEdit>("findMix")->setText("shadow");
    QCOMPARE(find<QListWidget>("mixRecords")->count(), 1);
    find<QLineEdit>("findMix")->clear();
    QVERIFY(again());
    m_window->places().the<SheetsView>().mixes().choose(m_document->notebook().mixes[0].id);
    m_window->places().the<SheetsView>().mixes().removeChosen();
    QCOMPARE(find<QLabel>("recordLineage")->text(), QString("Grew out of a mix that was taken out."));
    m_document->undoStack().undo();
    QCOMPARE(m_document->notebook().mixes.size(), 2U);
}

void TestPairsView::mixesOfDeletedTubesStay()
{
    const Tube lemon = m_document->notebook().tubes[0];
    const Tube blue = m_document->notebook().tubes[13];
    MixRecord mix;
    mix.parts = {{lemon.id, lemon.name, 3}, {blue.id, blue.name, 1}};
    mix.painted = Lab{50, -20, 20};
    mix.origin = MixOrigin::Typed;
    m_document->apply(putting(mix), "a mix");
    QCOMPARE(m_document->studio()->learned.lessons.size(), 1U);
    m_document->apply(removing<Tube>(std::vector<TubeId>{lemon.id}));
    QCOMPARE(m_document->notebook().mixes.size(), 1U);
    QCOMPARE(partsText(m_document->notebook().mixes[0].parts, usualHandling, {}),
             std::string("3 Lemon Yellow + 1 Ultramarine"));
    QVERIFY(m_document->studio()->learned.lessons.empty());
    m_document->undoStack().undo();
    QCOMPARE(m_document->studio()->learned.lessons.size(), 1U);
    m_document->apply(removing<MixRecord>(m_document->notebook().mixes[0].id));
    QVERIFY(m_document->notebook().mixes.empty());
}

IRIS_TEST(TestPairsView, QApplication)
#include "tst_pairsview.moc"
