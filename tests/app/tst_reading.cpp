#include "../testprogram.h"
#include "patience.h"

#include "app/parts/messages.h"
#include "app/reading/carddialog.h"
#include "app/reading/chartdialog.h"
#include "app/reading/readingsdialog.h"
#include "app/reading/readingwords.h"
#include "app/reading/regioneditor.h"
#include "app/sheets/mixdialog.h"
#include "app/tubes/letdowndialog.h"
#include "app/tubes/manytubesdialog.h"
#include "app/tubes/tubedialog.h"
#include "app/tubes/tubesview.h"
#include "app/window/exchange.h"
#include "app/window/handlingdialog.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "app/window/warmbluedialog.h"
#include "colour/deltae.h"
#include "notebook/edits.h"
#include "notebook/exports.h"
#include "sheet/simulateddevice.h"
#include "sheet/simulatedinstrument.h"

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QDropEvent>
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QListWidget>
#include <QMimeData>
#include <QPushButton>
#include <QRadioButton>
#include <QSpinBox>
#include <QTemporaryDir>
#include <QTimer>
#include <QtTest>

using namespace iris;

/// Cards, charts and readings in the real window.
class TestReading : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void init();
    void cleanup();
    void picturesFitTheirWidget();
    void placesAreMarkedByHand();
    void aDroppedCardBecomesTheTube();
    void aScanIsCalledAfterItsTube();
    void aWetCardIsOnlyKept();
    void badPicturesAreToldInPlace();
    void anyPictureCanBeMarkedByHand();
    void aMarkMovedIsReadAgain();
    void aReadingIsOfThePaperThatIsChosen();
    void keepingThePaperLeavesTheScanner();
    void aFailedReReadingLeavesNothingToFile();
    void aChartSetsTheScannerRight();
    void papersAreKept();
    void readingsCanBeGoneBackTo();
    void measurementsComeIn();
    void manyAtOnceDuplicateAndMerge();
    void aLetDownGivesTheStrength();
    void keptViewsAndFindingEverything();
    void warmBlueIsTheirsToSay();
    void aTouchIsTheirsToSay();
    void aSecondWindowOnlyReads();
    void everythingIsSavedInOpenFormats();
    void theDialogKeepsWhatItDoesNotShow();
    void aMixIsNotChangedByBeingLookedAt();
    void halfANeedIsNotForAnotherNotebook();

private:
    template <typename Widget> Widget* find(const char* name) const
    {
        return m_window->findChild<Widget*>(QLatin1String(name));
    }
    TubeId tube(const char* name) const
    {
        for (const Tube& one : m_document->notebook().tubes)
            if (one.name == name)
                return one.id;
        return {};
    }
    const Tube& blue() const { return *m_document->notebook().tube(tube("Ultramarine")); }
    QString path(const char* name) const { return m_scans.filePath(QLatin1String(name)); }
    Notebook onDisk() const { return NotebookStore::open(m_document->path(), Access::Read).value()->load().value(); }
    void press(Qt::Key key) { QTest::keyClick(find<QListView>("tubes"), key); }
    std::unique_ptr<CardDialog> openCard(const char* picture);
    void fileReading(const char* picture);
    QString patchesWithoutMargin() const;
    void markPatches(const CardDialog& dialog);

    QTemporaryDir m_scans;
    std::unique_ptr<QTemporaryDir> m_folder;
    std::unique_ptr<Document> m_document;
    std::unique_ptr<MainWindow> m_window;
    QStringList m_told;
    QString m_answer;
};

namespace {

Film filmOf(const char* pigment)
{
    const ReferencePigment& row = **ReferenceTable::shipped().find(pigment);
    return rebuildFilm({row.full, row.thin, row.overBlack}).film;
}

/// Does something with the next dialog of a kind that opens, however soon that is.
template <typename Dialog> void whenOpen(std::function<void(Dialog&)> act)
{
    auto* timer = new QTimer(qApp);
    QObject::connect(timer, &QTimer::timeout, timer, [timer, act = std::move(act)] {
        auto* dialog = qobject_cast<Dialog*>(QApplication::activeModalWidget());
        if (!dialog)
            return;
        timer->stop();
        timer->deleteLater();
        act(*dialog);
    });
    timer->start(5);
}

template <typename Widget> Widget* in(const QWidget& parent, const char* name)
{
    return parent.findChild<Widget*>(QLatin1String(name));
}

void drop(QWidget& window, const QString& file)
{
    QMimeData data;
    data.setUrls({QUrl::fromLocalFile(file)});
    QDragEnterEvent enter({400, 400}, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&window, &enter);
    QVERIFY(enter.isAccepted());
    QDropEvent event(QPointF(400, 400), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&window, &event);
}

} // namespace

void TestReading::initTestCase()
{
    QVERIFY(loadFonts());
    applyTheme(*qApp, Ground::Light);
    messages().tell = [this](QWidget*, const QString&, const QString& message) { m_told << message; };
    messages().fileToOpen = [this](QWidget*, const QString&, const QString&) { return m_answer; };
    messages().fileToSave = [this](QWidget*, const QString&, const QString&, const QString&) { return m_answer; };
    messages().choose = [](QWidget*, const QString&, const QString&, const QStringList&) { return 0; }; // a card
    messages().askName = [](QWidget*, const QString&, const QString&) { return QStringLiteral("Marsh box"); };
    CardPainting painting;
    painting.film = filmOf("PB29");
    painting.grain = 0.15;
    painting.shareLeft = 0.2;
    QVERIFY(scanned(SimulatedCard(painting), 150, scannerFaults(1, 2)).image().save(path("card.png")));
    painting.wetShine = 0.05;
    QVERIFY(scanned(SimulatedCard(painting), 150, scannerFaults(1, 3)).image().save(path("wet.png")));
    const SimulatedChart chart(SimulatedChart::twelvePatches(), 4);
    QVERIFY(scanned(chart, 150, scannerFaults(1, 9)).image().save(path("chart.png")));
    CgatsFile truth{"chart", "", {}};
    for (const Lab& patch : chart.patches())
        truth.samples.push_back({"p" + std::to_string(truth.samples.size()), patch, {}});
    for (const auto& [name, text] : {std::pair{"chart.txt", writeCgats(truth)},
                                     {"blue.txt", writeCgats(simulatedMeasurement(filmOf("PB29"), 0.2, 0.003, 4))},
                                     {"words.txt", std::string("NUMBER_OF_SETS the tide")}}) {
        QFile file(path(name));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(QByteArray::fromStdString(text));
    }
}

void TestReading::init()
{
    m_folder = std::make_unique<QTemporaryDir>();
    m_told.clear();
    m_document = std::make_unique<Document>();
    QVERIFY(m_document->create(m_folder->filePath("marsh.iris")));
    m_window = std::make_unique<MainWindow>(*m_document);
    m_window->show();
    QVERIFY(QTest::qWaitForWindowExposed(m_window.get()));
    m_window->activateWindow(); // a display without a window manager leaves it without the keys
    QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
    // A new user's own list and nothing else.
    QFile list(m_folder->filePath("mine.csv"));
    QVERIFY(list.open(QIODevice::WriteOnly));
    list.write("name;codes;price;size_ml;staining;notes\nUltramarine;PB29;5.40;15;0;Half of October\n"
               "Lemon;PY3;6;5;;\nOchre;PY43;4;15;;wreck by the staithe\nUltramarine deep;PB29;9;10;;\n");
    list.close();
    m_window->takeFile(list.fileName());
    QCOMPARE(m_document->notebook().tubes.size(), 4U);
    m_window->places().the<TubesView>().choose(tube("Ultramarine"));
}

void TestReading::cleanup()
{
    m_window.reset();
    m_document.reset();
}

std::unique_ptr<CardDialog> TestReading::openCard(const char* picture)
{
    auto dialog = std::make_unique<CardDialog>(*m_document, m_window->settings(), path(picture), tube("Ultramarine"));
    dialog->show();
    if (!QTest::qWaitFor([&] { return dialog->reading().has_value(); }, 10000))
        qWarning("the card was not read in time");
    return dialog;
}

void TestReading::fileReading(const char* picture)
{
    openCard(picture)->file();
}

void TestReading::picturesFitTheirWidget()
{
    const auto geometry = PictureGeometry::fitted({400, 300}, {800, 400});
    QCOMPARE(geometry.scale, 0.5);
    QCOMPARE(geometry.target, QRectF(0, 50, 400, 200));
    QCOMPARE(geometry.toPicture(geometry.toWidget({123, 45})), QPointF(123, 45));
    QCOMPARE(PictureGeometry::fitted({0, 0}, {10, 10}).scale, 1.0);
    // Enlarged about a place, that place stays where it is and of the picture what it was.
    const PictureGeometry larger = geometry.zoomed(3, {120, 140});
    QCOMPARE(larger.scale, 3 * geometry.scale);
    QVERIFY(QLineF(larger.toPicture({120, 140}), geometry.toPicture({120, 140})).length() < 1e-9);
    QVERIFY(QLineF(larger.toWidget(larger.toPicture({7, 9})), QPointF(7, 9)).length() < 1e-9);
}

void TestReading::placesAreMarkedByHand()
{
    m_window.reset(); // its keys would come first
    RegionEditor editor;
    editor.resize(400, 200);
    editor.setImage(QImage(800, 400, QImage::Format_RGB32));
    editor.setPlaces({{"Full", {}}, {"Paper", {}, true}});
    editor.show();
    QList<int> marked;
    connect(&editor, &RegionEditor::placeMarked, this, [&](int place) { marked << place; });
    const auto drag = [&](QPoint from, QPoint to) {
        QTest::mousePress(&editor, Qt::LeftButton, {}, from);
        QTest::mouseMove(&editor, (from + to) / 2);
        QTest::mouseMove(&editor, to);
        QTest::mouseRelease(&editor, Qt::LeftButton, {}, to);
    };
    drag({50, 50}, {150, 100});
    QCOMPARE(marked, QList<int>{0});
    QCOMPARE(editor.places()[0].regions.front().boundingRect(), QRectF(100, 100, 200, 100));
    drag({100, 75}, {110, 80}); // inside: it moves
    QCOMPARE(editor.places()[0].regions.front().boundingRect(), QRectF(120, 110, 200, 100));
    drag({300, 30}, {340, 60}); // outside: marked anew, in place of the old one
    QCOMPARE(editor.places()[0].regions.size(), 1U);
    QTest::keyClick(&editor, Qt::Key_PageDown);
    QCOMPARE(editor.current(), 1);
    drag({20, 150}, {60, 180});
    drag({80, 150}, {120, 180});
    QCOMPARE(editor.places()[1].regions.size(), 2U);
    const QRectF before = editor.places()[1].regions.back().boundingRect();
    QTest::keyClick(&editor, Qt::Key_Right);
    QCOMPARE(editor.places()[1].regions.back().boundingRect().left(), before.left() + 4);
    QTest::keyClick(&editor, Qt::Key_Up, Qt::ShiftModifier);
    QVERIFY(editor.places()[1].regions.back().boundingRect().width() > before.width());
    QVERIFY(editor.places()[1].regions.size() == 2);
    QTest::keyClick(&editor, Qt::Key_Delete);
    QCOMPARE(editor.places()[1].regions.size(), 1U);
    const qsizetype count = marked.size();
    QTest::mouseClick(&editor, Qt::LeftButton, {}, {350, 190}); // a click marks nothing
    QCOMPARE(marked.size(), count);
}

/// Drop a card, accept the places, see the tube change; undo, redo, open again.
void TestReading::aDroppedCardBecomesTheTube()
{
    const Notebook before = m_document->notebook();
    bool seen = false;
    whenOpen<CardDialog>([&](CardDialog& dialog) {
        QVERIFY(QTest::qWaitFor([&] { return in<QPushButton>(dialog, "fileReading")->isEnabled(); }, 10000));
        QCOMPARE(in<QComboBox>(dialog, "cardTube")->currentText().section(' ', 0, 0), QString("Ultramarine"));
        const QString words = in<QLabel>(dialog, "cardReadingJudgement")->text();
        // Without a chart a hue is not known to the degree or two that a lean takes.
        QVERIFY2(words.contains("Blue, ") && words.contains("Lifts well; the label says lifts clean")
                     && words.contains("Granulates"),
                 qPrintable(words));
        QVERIFY(in<QLabel>(dialog, "cardReadingChange")->text().contains("from the typical value"));
        seen = true;
        QTest::mouseClick(in<QPushButton>(dialog, "fileReading"), Qt::LeftButton);
    });
    drop(*m_window, path("card.png"));
    COMES_TRUE(seen && blue().swatch);
    const Notebook after = m_document->notebook();
    QVERIFY(deltaE00(blue().swatch->full, (**ReferenceTable::shipped().find("PB29")).full) < 7); // no chart yet
    QCOMPARE(blue().measured.staining, std::optional(1));
    QVERIFY(find<QLabel>("cardNumbers")->text().contains("measured from your own swatch"));
    QVERIFY(find<QLabel>("cardJudgement")->text().contains("Lifts well, measured; the label says lifts clean"));
    const auto swatches = after.swatchesOf(tube("Ultramarine"));
    QCOMPARE(swatches.size(), 1U);
    QVERIFY(m_document->picture(swatches[0]->picture).size() > 2000);
    QVERIFY(m_document->undoStack().undoText().contains("reading of Ultramarine"));
    m_document->undoStack().undo();
    QCOMPARE(m_document->notebook(), before);
    QCOMPARE(onDisk(), before);
    QVERIFY(find<QLabel>("cardNumbers")->text().contains("typical of the pigment"));
    m_document->undoStack().redo();
    QCOMPARE(m_document->notebook(), after);
    const QString file = m_document->path();
    cleanup();
    m_document = std::make_unique<Document>();
    QVERIFY(m_document->open(file));
    QCOMPARE(m_document->notebook(), after);
    QVERIFY(!m_document->picture(after.swatches[0].picture).isEmpty());
}

void TestReading::aScanIsCalledAfterItsTube()
{
    QVERIFY(QFile::copy(path("card.png"), m_folder->filePath("ultramarine deep, october.png")));
    QString offered;
    whenOpen<CardDialog>([&](CardDialog& dialog) {
        offered = in<QComboBox>(dialog, "cardTube")->currentText();
        dialog.reject();
    });
    m_window->takeFile(m_folder->filePath("ultramarine deep, october.png"));
    QVERIFY2(offered.startsWith("Ultramarine deep "), qPrintable(offered));
}

void TestReading::aWetCardIsOnlyKept()
{
    const auto dialog = openCard("wet.png");
    QVERIFY(dialog->reading()->looksWet());
    QVERIFY(in<QCheckBox>(*dialog, "cardWet")->isChecked());
    QVERIFY(in<QLabel>(*dialog, "cardReadingChange")->text().contains("wet reading"));
    dialog->file();
    QVERIFY(!blue().swatch);
    QCOMPARE(m_document->notebook().swatches.size(), 1U);
    fileReading("card.png");
    QVERIFY(blue().swatch);
    QVERIFY2(find<QLabel>("cardNumbers")->text().contains("Dries "), qPrintable(find<QLabel>("cardNumbers")->text()));
}

void TestReading::badPicturesAreToldInPlace()
{
    CardDialog dialog(*m_document, m_window->settings(), path("words.txt"), tube("Ultramarine"));
    dialog.show();
    COMES_TRUE(in<QLabel>(dialog, "cardReadingTrouble")->text().contains("not a picture"));
    QVERIFY(!in<QPushButton>(dialog, "fileReading")->isEnabled());
    dialog.file();
    QVERIFY(m_document->notebook().swatches.empty());
}

/// A picture without a margin, in which nothing can be found: five patches side by side.
QString TestReading::patchesWithoutMargin() const
{
    const std::array colours{qRgb(40, 50, 140), qRgb(150, 170, 220), qRgb(35, 35, 50), qRgb(150, 40, 40),
                             qRgb(240, 238, 230)};
    QImage image(500, 200, QImage::Format_RGB32);
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x)
            image.setPixel(x, y,
                           y < 150 && x > 10 ? colours[static_cast<std::size_t>(x / 100)] : qRgb(30 + x % 90, y, 60));
    const QString file = m_folder->filePath("patches.png");
    image.save(file);
    return file;
}

/// Marks four of the five, one after the other.
void TestReading::markPatches(const CardDialog& dialog)
{
    auto* editor = in<RegionEditor>(dialog, "cardPicture");
    const auto mark = [&](int place, double left) {
        auto places = editor->places();
        QCOMPARE(places.size(), 5U);
        places[static_cast<std::size_t>(place)].regions = {QPolygonF(QRectF(left + 15, 20, 70, 110))};
        editor->setPlaces(places);
        Q_EMIT editor->placeMarked(place);
    };
    mark(CardDialog::Paper, 400);
    COMES_TRUE(dialog.reading() && in<QLabel>(dialog, "cardReadingTrouble")->isHidden());
    mark(CardDialog::Full, 0);
    mark(CardDialog::Thin, 100);
    mark(CardDialog::OverBlack, 200);
}

void TestReading::anyPictureCanBeMarkedByHand()
{
    CardDialog dialog(*m_document, m_window->settings(), patchesWithoutMargin(), tube("Ultramarine"));
    dialog.show();
    COMES_TRUE(dialog.reading() || in<QLabel>(dialog, "cardReadingTrouble")->isVisible());
    markPatches(dialog);
    COMES_TRUE(in<QPushButton>(dialog, "fileReading")->isEnabled());
    QVERIFY(toLch(dialog.reading()->full->colour).hueDegrees > 270);
    dialog.file();
    QCOMPARE(m_document->notebook().swatches.at(0).origin, SwatchOrigin::Picture);
}

/// A card read as it comes was read again through the last scanner, once its paper was kept.
void TestReading::keepingThePaperLeavesTheScanner()
{
    m_document->apply(putting(DeviceRecord{{}, "Flatbed", "2026-10-01", {}}));
    const auto dialog = openCard("card.png");
    auto* scanner = in<QComboBox>(*dialog, "cardDevice");
    QCOMPARE(scanner->currentIndex(), 1); // the last one there is
    scanner->setCurrentIndex(0);
    Q_EMIT scanner->activated(0);
    m_document->apply(putting(PaperRecord{{}, "Grey board", Lab{80, 0, 2}, {}}));
    QCOMPARE(scanner->currentIndex(), 0);
}

/// Filed in the moment after another paper was chosen, it was the reading on the paper before.
void TestReading::aReadingIsOfThePaperThatIsChosen()
{
    m_document->apply(putting(PaperRecord{{}, "Grey board", Lab{80, 0, 2}, {}}));
    const auto dialog = openCard("card.png");
    const Lab before = dialog->reading()->painted->full;
    auto* paper = in<QComboBox>(*dialog, "cardPaper");
    paper->setCurrentIndex(1);
    Q_EMIT paper->activated(1);
    QVERIFY(!in<QPushButton>(*dialog, "fileReading")->isEnabled());
    dialog->file();
    QVERIFY(m_document->notebook().swatches.empty());
    COMES_TRUE(in<QPushButton>(*dialog, "fileReading")->isEnabled());
    dialog->file();
    const SwatchRecord& filed = m_document->notebook().swatches.at(0);
    QCOMPARE(filed.paper, std::string("Grey board"));
    QVERIFY(filed.painted.full.l < before.l - 2); // darker, as the paper was
}

/// A colour chart is no card until the painter says where on it to read.
void TestReading::aFailedReReadingLeavesNothingToFile()
{
    CardDialog dialog(*m_document, m_window->settings(), path("chart.png"), tube("Ultramarine"));
    dialog.show();
    auto* trouble = in<QLabel>(dialog, "cardReadingTrouble");
    COMES_TRUE(trouble->isVisible());
    auto* editor = in<RegionEditor>(dialog, "cardPicture");
    const auto mark = [&](const std::vector<QPolygonF>& where) {
        auto places = editor->places();
        for (const int place : {CardDialog::Full, CardDialog::Thin, CardDialog::OverBlack}) {
            places[static_cast<std::size_t>(place)].regions = where;
            editor->setPlaces(places);
            Q_EMIT editor->placeMarked(place);
        }
    };
    mark({QPolygonF(QRectF(150, 150, 40, 40))});
    COMES_TRUE(in<QPushButton>(dialog, "fileReading")->isEnabled());
    QVERIFY(trouble->isHidden());
    mark({});
    COMES_TRUE(trouble->isVisible());
    QVERIFY(!in<QPushButton>(dialog, "fileReading")->isEnabled());
    dialog.file();
    QVERIFY(m_document->notebook().swatches.empty());
}

void TestReading::aMarkMovedIsReadAgain()
{
    const auto dialog = openCard("card.png");
    auto* editor = in<RegionEditor>(*dialog, "cardPicture");
    const Lab before = dialog->reading()->full->colour;
    auto places = editor->places();
    places[0].regions = places[1].regions; // full marked on the thin patch
    editor->setPlaces(places);
    Q_EMIT editor->placeMarked(0);
    COMES_TRUE(deltaE00(dialog->reading()->full->colour, before) > 10);
    QVERIFY(in<QPushButton>(*dialog, "place0")->text().startsWith("Full"));
}

void TestReading::aChartSetsTheScannerRight()
{
    const double before = openCard("card.png")->reading()->uncertainty;
    ChartDialog chart(*m_document);
    chart.show();
    chart.openPicture(path("card.png"));
    chart.openColours(path("words.txt"));
    QVERIFY(in<QLabel>(chart, "chartWords")->text().contains("cannot be read"));
    chart.openPicture(path("chart.png"));
    chart.openColours(path("chart.txt"));
    in<QLineEdit>(chart, "deviceName")->setText("Flatbed");
    auto* keep = in<QPushButton>(chart, "keepDevice");
    QVERIFY(QTest::qWaitFor([&] { return keep->isEnabled(); }, 10000));
    QTest::mouseClick(keep, Qt::LeftButton);
    QCOMPARE(m_document->notebook().devices.size(), 1U);
    QVERIFY(m_document->notebook().devices[0].correction.uncertainty < 2);
    const auto dialog = openCard("card.png");
    QVERIFY(in<QComboBox>(*dialog, "cardDevice")->currentText().startsWith("Flatbed"));
    QVERIFY(dialog->reading()->uncertainty < before);
    QVERIFY(!dialog->reading()->paperAssumed);
    QVERIFY(deltaE00(dialog->reading()->painted->thin, (**ReferenceTable::shipped().find("PB29")).thin) < 2.5);
}

void TestReading::papersAreKept()
{
    const auto dialog = openCard("card.png");
    auto* paper = in<QComboBox>(*dialog, "cardPaper");
    paper->setCurrentIndex(paper->count() - 1);
    Q_EMIT paper->activated(paper->currentIndex());
    QCOMPARE(m_document->notebook().papers.size(), 1U);
    QCOMPARE(paper->currentText(), QString("Marsh box"));
    COMES_TRUE(!dialog->reading()->paperAssumed);
    dialog->file();
    QCOMPARE(m_document->notebook().swatches[0].paper, std::string("Marsh box"));
}

void TestReading::readingsCanBeGoneBackTo()
{
    fileReading("card.png");
    const Swatch first = *blue().swatch;
    SwatchRecord second = m_document->notebook().swatches[0];
    second.id = {};
    second.onWhite.full.l += 6;
    second.date = "2026-11-02";
    m_document->apply(filing(m_document->notebook(), second));
    QVERIFY(*blue().swatch != first);
    ReadingsDialog dialog(*m_document, m_window->settings(), tube("Ultramarine"));
    dialog.show();
    auto* list = in<QListWidget>(dialog, "readings");
    QCOMPARE(list->count(), 2);
    QVERIFY(list->item(0)->text().contains("2 Nov 2026"));
    QVERIFY(in<QLabel>(dialog, "readingWords")->text().contains("from the reading before: lighter"));
    list->setCurrentRow(1);
    QTest::mouseClick(in<QPushButton>(dialog, "goByReading"), Qt::LeftButton);
    QCOMPARE(*blue().swatch, first);
    list->setCurrentRow(0);
    QTest::mouseClick(in<QPushButton>(dialog, "removeReading"), Qt::LeftButton);
    QCOMPARE(m_document->notebook().swatches.size(), 1U);
    QCOMPARE(list->count(), 1);
    QCOMPARE(*blue().swatch, first);
    m_document->undoStack().undo();
    QCOMPARE(m_document->notebook().swatches.size(), 2U);
    QCOMPARE(dayInWords("2026-10-03"), QString("3 Oct 2026"));
    QCOMPARE(dayInWords(""), QString("no date"));
}

void TestReading::measurementsComeIn()
{
    m_window->takeFile(path("blue.txt"));
    QVERIFY(blue().swatch);
    QVERIFY(deltaE00(blue().swatch->full, (**ReferenceTable::shipped().find("PB29")).full) < 1);
    const Notebook before = m_document->notebook();
    m_window->takeFile(path("words.txt"));
    QVERIFY(m_told.last().contains("Nothing came in"));
    m_window->takeFile(path("chart.txt")); // a chart is no swatch
    QVERIFY(m_told.last().contains("full, thin and black"));
    QCOMPARE(m_document->notebook(), before);
}

void TestReading::manyAtOnceDuplicateAndMerge()
{
    press(Qt::Key_D);
    QCOMPARE(m_document->notebook().tubes.size(), 5U);
    m_document->undoStack().undo();
    find<QListView>("tubes")->selectAll();
    whenOpen<ManyTubesDialog>([](ManyTubesDialog& dialog) {
        in<QComboBox>(dialog, "manyWhere")->setCurrentIndex(1); // palette
        in<QLineEdit>(dialog, "manyMaker")->setText("Lower Quay");
        QTest::mouseClick(in<QPushButton>(dialog, "changeMany"), Qt::LeftButton);
    });
    press(Qt::Key_E);
    for (const Tube& one : m_document->notebook().tubes) {
        QCOMPARE(one.stock.where, Whereabouts::Palette);
        QCOMPARE(one.maker, std::string("Lower Quay"));
    }
    QCOMPARE(blue().notes, std::string("Half of October"));
    QCOMPARE(m_document->undoStack().undoText(), QString("change 4 tubes"));
    fileReading("card.png");
    m_document->apply(merging(m_document->notebook(), tube("Ultramarine deep"), tube("Ultramarine")));
    QCOMPARE(m_document->notebook().tubes.size(), 3U);
    QCOMPARE(m_document->notebook().swatchesOf(tube("Ultramarine deep")).size(), 1U);
    m_document->undoStack().undo();
    QCOMPARE(m_document->notebook().swatchesOf(tube("Ultramarine")).size(), 1U);
}

void TestReading::aLetDownGivesTheStrength()
{
    LetDownDialog dialog(*m_document, tube("Ultramarine"));
    auto* known = in<QComboBox>(dialog, "knownTube");
    known->setCurrentIndex(known->findText("Ochre"));
    auto* keep = in<QPushButton>(dialog, "keepStrength");
    auto* colour = in<QLineEdit>(dialog, "letDownColour");
    QVERIFY(!keep->isEnabled());
    colour->setText("not a colour");
    QVERIFY(!keep->isEnabled() && !in<QLabel>(dialog, "letDownWords")->text().isEmpty());
    const Paint ochre = paintOf(**ReferenceTable::shipped().find("PY43"));
    const Film own = filmOf("PB29");
    const std::array parts{WeightedFilm{&own, 1 * 1.5}, WeightedFilm{&ochre.film, 4 * ochre.strength}};
    const Lab mix = seenLab(mixedFilm(parts), 1, whitePaper());
    colour->setText(QString("%1, %2, %3").arg(mix.l).arg(mix.a).arg(mix.b));
    QVERIFY(keep->isEnabled());
    QVERIFY(std::abs(*dialog.tube().strength - 1.5) < 0.1);
    colour->setText("60, 70, 40"); // a bright red from blue and ochre
    QVERIFY(!keep->isEnabled());
}

void TestReading::keptViewsAndFindingEverything()
{
    auto* list = find<QListView>("tubes");
    auto* search = find<QLineEdit>("find");
    const auto shown = [&] { return list->model()->rowCount(); };
    search->setText("staithe"); // in the notes
    QCOMPARE(shown(), 1);
    search->setText("granulates pb29");
    QCOMPARE(shown(), 2);
    find<QComboBox>("where")->setCurrentIndex(1); // in the palette there is none
    QCOMPARE(shown(), 0);
    find<QComboBox>("where")->setCurrentIndex(2);
    auto* kept = find<QComboBox>("keptViews");
    const auto pick = [&](int index) {
        kept->setCurrentIndex(index);
        Q_EMIT kept->activated(index);
    };
    pick(kept->findData(-1LL));
    QCOMPARE(m_document->notebook().filters.size(), 1U);
    QCOMPARE(m_document->notebook().filters[0].filter.words, std::string("granulates pb29"));
    pick(0);
    QCOMPARE(shown(), 4);
    QVERIFY(search->text().isEmpty());
    pick(1);
    QCOMPARE(shown(), 2);
    pick(kept->findData(-2LL));
    QVERIFY(m_document->notebook().filters.empty());
    QCOMPARE(shown(), 4);
    find<QComboBox>("order")->setCurrentIndex(6); // by price a ml
    QCOMPARE(list->model()->index(0, 0).data().toString(), QString("Ochre"));
    QCOMPARE(list->model()->index(3, 0).data().toString(), QString("Lemon"));
}

void TestReading::warmBlueIsTheirsToSay()
{
    QVERIFY(find<QLabel>("cardJudgement")->text().contains("a warm blue"));
    WarmBlueDialog dialog(WarmBlue::VioletSide);
    in<QRadioButton>(dialog, "warmGreen")->setChecked(true);
    QCOMPARE(dialog.side(), WarmBlue::GreenSide);
    m_document->apply(callingWarm(m_document->notebook(), dialog.side()));
    QVERIFY(find<QLabel>("cardJudgement")->text().contains("a cool blue"));
    m_document->undoStack().undo();
    QVERIFY(find<QLabel>("cardJudgement")->text().contains("a warm blue"));
}

void TestReading::aTouchIsTheirsToSay()
{
    HandlingDialog dialog(m_document->notebook());
    QCOMPARE(dialog.handling(), usualHandling);
    in<QCheckBox>(dialog, "laysTwice")->setChecked(false);
    in<QRadioButton>(dialog, "touches10")->setChecked(true);
    auto* paper = in<QComboBox>(dialog, "ownPaper");
    paper->setCurrentIndex(paper->findText("on cream paper"));
    m_document->apply(handlingPaint(m_document->notebook(), dialog.handling()));
    const Handling kept = m_document->notebook().handling;
    QCOMPARE(kept.touchesAPart, 10);
    QVERIFY(kept.inOneGo && !kept.paper.isWhitePaper());
    QCOMPARE(HandlingDialog(m_document->notebook()).handling(), kept);
    MixRecord mix;
    mix.parts = {{m_document->notebook().tubes[0].id, "a", 60}, {m_document->notebook().tubes[1].id, "b", 1}};
    MixDialog record(*m_document, mix);
    QCOMPARE(in<QSpinBox>(record, "recordParts1")->value(), 6);
    QCOMPARE(in<QComboBox>(record, "recordUnit2")->currentText(), QString("touches"));
    QCOMPARE(record.mix()->parts[0].parts, 60);
    in<QSpinBox>(record, "recordParts2")->setValue(3);
    QCOMPARE(record.mix()->parts[1].parts, 3);
    in<QComboBox>(record, "recordUnit2")->setCurrentIndex(0);
    QCOMPARE(record.mix()->parts[0].parts, 6);
    mix.parts[0].parts = 25;
    mix.parts[1].parts = 2; // five parts and four touches, twice as many of each
    const auto unchanged = MixDialog(*m_document, mix).mix();
    QCOMPARE(unchanged->parts[0].parts, 25);
    QCOMPARE(unchanged->parts[1].parts, 2);
    m_document->undoStack().undo();
    QCOMPARE(m_document->notebook().handling, usualHandling);
}

void TestReading::aSecondWindowOnlyReads()
{
    Document second;
    QVERIFY(second.open(m_document->path()));
    QVERIFY(second.readOnlyReason().contains("another window"));
    MainWindow window(second);
    window.show();
    COMES_TRUE(m_told.last().contains("another window"));
    const Notebook before = second.notebook();
    second.apply(removing<Tube>(std::vector<TubeId>{before.tubes[0].id}));
    QVERIFY(m_told.last().contains("another window"));
    QCOMPARE(second.notebook(), before);
    QCOMPARE(second.undoStack().count(), 0);
    // The same window opening its own notebook again goes on writing.
    QVERIFY(m_document->open(m_document->path()));
    QVERIFY(m_document->readOnlyReason().isEmpty());
    m_document->apply(removing<Tube>(std::vector<TubeId>{before.tubes[0].id}));
    QCOMPARE(m_document->notebook().tubes.size(), 3U);
}

void TestReading::everythingIsSavedInOpenFormats()
{
    fileReading("card.png");
    for (const Exchange& format : exchanges()) {
        m_answer = m_folder->filePath("out" + format.ending);
        QVERIFY2(saveAs(*m_document, format, m_window.get()).isEmpty(), qPrintable(format.words));
        QVERIFY(QFileInfo(m_answer).size() > 100);
    }
    m_answer = m_folder->filePath("readings.csv");
    QVERIFY(saveAs(*m_document, exchanges()[1], m_window.get()).isEmpty());
    const Swatch swatch = *blue().swatch;
    m_window->takeFile(m_answer);
    QVERIFY2(m_told.last().contains("1 reading came in"), qPrintable(m_told.last()));
    QCOMPARE(m_document->notebook().swatches.size(), 2U);
    QVERIFY(deltaE00(blue().swatch->thin, swatch.thin) < 0.1);
    m_document->undoStack().undo();
    QCOMPARE(*blue().swatch, swatch);
    const QString json = m_folder->filePath("out.json");
    m_answer = m_folder->filePath("copy.iris");
    const Notebook before = m_document->notebook();
    m_window->takeFile(json);
    QCOMPARE(m_document->path(), m_answer);
    QCOMPARE(m_document->notebook(), before);
    m_answer = "/no/such/folder/out.csv";
    QVERIFY(saveAs(*m_document, exchanges().front(), m_window.get()).contains("cannot be written"));
    m_answer = m_folder->filePath("other.iris");
    m_window->takeFile(path("card.png").replace("card.png", "missing.json"));
    QVERIFY(m_told.last().contains("cannot be read"));
}

void TestReading::theDialogKeepsWhatItDoesNotShow()
{
    fileReading("card.png");
    const Tube before = blue();
    TubeDialog dialog(before);
    in<QLineEdit>(dialog, "price")->setText("6,20");
    QCOMPARE(dialog.tube().stock.price, std::optional(6.2));
    in<QLineEdit>(dialog, "strength")->setText("0,8");
    QCOMPARE(dialog.tube().strength, std::optional(0.8));
    QCOMPARE(dialog.tube().swatch, before.swatch); // to the last digit
    in<QLineEdit>(dialog, "leftPercent")->setText("130");
    QVERIFY(in<QLabel>(dialog, "problem")->text().contains("0 to 100"));
    in<QLineEdit>(dialog, "leftPercent")->setText("30");
    in<QLineEdit>(dialog, "boughtOn")->setText("last week");
    QVERIFY(!in<QPushButton>(dialog, "keep")->isEnabled());
    in<QLineEdit>(dialog, "boughtOn")->setText("2026-10-03");
    QVERIFY(in<QPushButton>(dialog, "keep")->isEnabled());
    in<QLineEdit>(dialog, "full")->setText("30, 10, -50");
    QCOMPARE(dialog.tube().swatch->full, (Lab{30, 10, -50}));
    m_document->apply(changing(m_document->notebook(), dialog.tube(), "2026-10-03"));
    const auto swatches = m_document->notebook().swatchesOf(before.id);
    QCOMPARE(swatches.size(), 2U); // what is typed in is a reading, too
    QCOMPARE(swatches[1]->origin, SwatchOrigin::Typed);
    m_document->undoStack().undo();
    QCOMPARE(blue(), before);
    QCOMPARE(m_document->notebook().swatches.size(), 1U);
}

/// Negative a and b are shown with a minus that reads back; a large count and a fourth tube stay.
void TestReading::aMixIsNotChangedByBeingLookedAt()
{
    MixRecord mix;
    mix.id = {1};
    for (const Tube& one : m_document->notebook().tubes)
        mix.parts.push_back({one.id, one.name, 216});
    mix.parts.push_back({{700}, "One that is gone", 1});
    mix.parts.push_back({{701}, "Another", 2});
    mix.parts.push_back({{702}, "And another", 3});
    QVERIFY(mix.parts.size() > 3);
    mix.painted = Lab{40.123456, -12.345678, -8.7654321};
    mix.origin = MixOrigin::Sheet;
    mix.uncertainty = 0.7;
    MixDialog dialog(*m_document, mix);
    QCOMPARE(dialog.mix().value(), mix);
    in<QLineEdit>(dialog, "recordName")->setText("creek");
    QCOMPARE(dialog.mix()->painted, mix.painted);
    QString shown = in<QLineEdit>(dialog, "recordColour")->text();
    in<QLineEdit>(dialog, "recordColour")->setText(shown + ' '); // touched: what is shown is read back
    QCOMPARE(dialog.mix()->painted, std::optional(Lab{40.1, -12.3, -8.8}));
    shown.replace('-', QChar(0x2212));
    in<QLineEdit>(dialog, "recordColour")->setText(shown);
    QCOMPARE(dialog.mix()->painted, std::optional(Lab{40.1, -12.3, -8.8}));
}

/// Begun in one notebook and never kept, it was written into the next one that was opened.
void TestReading::halfANeedIsNotForAnotherNotebook()
{
    m_document->apply(putting(NeedRecord{{}, {"Reeds", {68.4321, 10, 46}, 7, 2}, {}}));
    auto* list = find<QListView>("needs");
    Q_EMIT list->activated(list->model()->index(0, 0));
    auto* name = find<QLineEdit>("needName");
    QCOMPARE(name->text(), QString("Reeds"));
    name->setText("Reeds at dusk");
    Q_EMIT name->returnPressed();
    QCOMPARE(m_document->notebook().needs[0].need.name, std::string("Reeds at dusk"));
    QCOMPARE(m_document->notebook().needs[0].need.target, (Lab{68.4321, 10, 46})); // to the last digit
    Q_EMIT list->activated(list->model()->index(0, 0));
    name->setText("Half a need");
    QVERIFY(m_document->create(m_folder->filePath("other.iris")));
    QVERIFY(name->text().isEmpty() && find<QLineEdit>("needColour")->text().isEmpty());
    m_document->apply(putting(NeedRecord{{}, {"Mud", {40, 3, 9}, 7, 2}, {}}));
    Q_EMIT name->returnPressed();
    QCOMPARE(m_document->notebook().needs.size(), 1U);
    QCOMPARE(m_document->notebook().needs[0].need.name, std::string("Mud"));
}

IRIS_TEST(TestReading, QApplication)
#include "tst_reading.moc"
