#include "../testprogram.h"
#include "app/pairs/chartview.h"
#include "app/pairs/ladderview.h"
#include "app/pairs/makesview.h"
#include "app/pairs/pairsview.h"
#include "app/palette/choicemodel.h"
#include "app/palette/choicepanel.h"
#include "app/palette/paletteview.h"
#include "app/palette/wishesdialog.h"
#include "app/parts/messages.h"
#include "app/parts/mixcard.h"
#include "app/parts/mixnotedialog.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/printdialog.h"
#include "app/parts/tubesetbox.h"
#include "app/reading/carddialog.h"
#include "app/reading/chartdialog.h"
#include "app/reading/readingsdialog.h"
#include "app/sheets/mixdialog.h"
#include "app/sheets/sheetreadingdialog.h"
#include "app/sheets/sheetsview.h"
#include "app/tubes/letdowndialog.h"
#include "app/tubes/manytubesdialog.h"
#include "app/tubes/tubedialog.h"
#include "app/tubes/tubesview.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "colour/observer.h"
#include "notebook/edits.h"

#include <QAbstractButton>
#include <QApplication>
#include <QComboBox>
#include <QFileDialog>
#include <QLabel>
#include <QListView>
#include <QMenuBar>
#include <QMessageBox>
#include <QTemporaryDir>
#include <QTimer>
#include <QToolTip>
#include <QtTest>
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

using namespace iris;

/// A name is data: whatever a painter or a file calls things, every view shows it as it is, keeps its size, and loads
/// nothing.
class TestHostileNames : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void cleanupTestCase();
    void everyPlaceShowsThemAsTheyAre();
    void everyDialogShowsThemAsTheyAre();
    void toolTipsShowThemAsTheyAre();
    void messagesShowThemAsTheyAre();
    void percentSignsAreNoPlaceholders();
    void ampersandsAreNoKeys();
    void wordsAreCutAndBroken();
    void aHundredNeedsDoNotEndTheWindow();
    void savingAddsTheEndingBeforeItAsks();
    void labelsAreMadeInOnePlace();

private:
    void inspect(QWidget& root, const QString& where);
    /// Somebody who waits for the pipe to be opened by a reader.
    bool pipeWasOpened() const
    {
        const int file = ::open(m_pipe.constData(), O_WRONLY | O_NONBLOCK);
        if (file >= 0)
            ::close(file);
        return file >= 0;
    }
    Notebook hostile() const;

    QTemporaryDir m_folder;
    QByteArray m_pipe;
    std::vector<std::string> m_names;
    int m_ordinaryWidth = 0;
    std::unique_ptr<Document> m_document;
    std::unique_ptr<MainWindow> m_window;
};

namespace {

void settle()
{
    for (int i = 0; i < 5; ++i)
        QCoreApplication::processEvents(QEventLoop::AllEvents, 30);
}

} // namespace

void TestHostileNames::initTestCase()
{
    QVERIFY(loadFonts());
    applyTheme(*qApp, Ground::Light);
    messages().tell = [](QWidget*, const QString&, const QString&) {};
    m_pipe = QFile::encodeName(m_folder.filePath("waits"));
    QCOMPARE(::mkfifo(m_pipe.constData(), 0600), 0);
    m_names = {"<img src=\"" + m_pipe.toStdString() + "\">",
               "<h1>Mud</h1><script>",
               "<a href='file:///'>reed</a><br>",
               std::string(5000, 'n'),
               std::string(1200, 'w') + " " + std::string(1200, 'i'),
               "two\nlines\r\nthree",
               "bell\a escape\x1b[2J tab\t",
               "\xE2\x80\xAE"
               "edirrevo \xD7\xA9\xD7\x9C\xD7\x95\xD7\x9D",
               "\xF0\x9F\x8E\xA8\xF0\x9F\x8C\x8A art",
               "50% %1 %2 %n %s off",
               "Salt & Mud &&x",
               "=1+2\"';--"};
    Document ordinary;
    QVERIFY(ordinary.create(m_folder.filePath("ordinary.iris")));
    Tube tube;
    tube.name = "Ultramarine";
    tube.codes = parsePigmentCodes("PB29").value();
    ordinary.apply(putting(std::vector<Tube>{tube, tube}), "add");
    m_ordinaryWidth = MainWindow(ordinary).minimumSizeHint().width();
    auto store = NotebookStore::create(m_folder.filePath("hostile.iris"));
    QVERIFY(store);
    NotebookEdit edit;
    const Notebook notebook = hostile();
    edit.tubes.put = notebook.tubes;
    edit.swatches.put = notebook.swatches;
    edit.needs.put = notebook.needs;
    edit.palettes.put = notebook.palettes;
    edit.papers.put = notebook.papers;
    edit.devices.put = notebook.devices;
    edit.filters.put = notebook.filters;
    edit.mixes.put = notebook.mixes.copied();
    edit.sheets.put = notebook.sheets;
    const auto done = (*store)->apply(edit);
    QVERIFY2(done, done ? "" : done.error().message.c_str());
    store->reset();
    m_document = std::make_unique<Document>();
    QVERIFY(m_document->open(m_folder.filePath("hostile.iris")));
    m_window = std::make_unique<MainWindow>(*m_document);
    m_window->resize(1280, 800);
    m_window->show();
    QVERIFY(QTest::qWaitForWindowExposed(m_window.get()));
}

void TestHostileNames::cleanupTestCase()
{
    m_window.reset();
    m_document.reset();
}

Notebook TestHostileNames::hostile() const
{
    Notebook notebook;
    const std::array codes{"PY175",  "PB29",  "PR254", "PG7",  "PBr7", "PV19",
                           "PB15:3", "PY153", "PBk7",  "PO71", "PB28", "PY150"};
    for (std::size_t i = 0; i < m_names.size(); ++i) {
        const std::string& name = m_names[i];
        const auto id = static_cast<std::int64_t>(i) + 1;
        Tube tube;
        tube.id = {id};
        tube.name = tube.maker = tube.line = tube.form = tube.notes = name;
        tube.codes = parsePigmentCodes(codes[i % codes.size()]).value();
        tube.stock.where = i % 2 ? Whereabouts::Palette : Whereabouts::Drawer;
        notebook.tubes.push_back(tube);
        SwatchRecord swatch;
        swatch.id = {id};
        swatch.tube = {id};
        swatch.paper = swatch.notes = name;
        swatch.paperWhite = {95, 0, 2};
        swatch.painted = swatch.onWhite = {{30, 20, -50}, {70, 2, -30}, {24, 16, -44}};
        notebook.swatches.push_back(swatch);
        notebook.needs.push_back({{id}, {name, {40 + static_cast<double>(i), 4, 12}, 7, 2}});
        notebook.palettes.push_back({{id}, name, {{1}, {id == 1 ? 2 : id}}});
        notebook.papers.push_back({{id}, name, {95, 0, 2}, name});
        notebook.devices.push_back({{id}, name, "", {}});
        notebook.filters.push_back({{id}, name, {name, {}, {}, {}, {}}});
        MixRecord mix;
        mix.id = {id};
        mix.name = mix.paper = mix.tags = mix.notes = name;
        mix.parts = {{{id}, name, 2}, {{99}, name, 1}};
        mix.painted = Lab{50, 10, 10};
        mix.from = {id - 1};
        notebook.mixes.push_back(mix);
        SheetRecord sheet;
        sheet.id = {id};
        sheet.title = name;
        sheet.columns = 2;
        sheet.cells = {{{{{id}, name, 1}, {{1}, m_names[0], 3}}, 1}, {{{{2}, m_names[1], 1}}, 0.45}};
        notebook.sheets.push_back(sheet);
    }
    return notebook;
}

/// The innermost widgets that ask for most room, for the message.
QString greediest(QWidget& root)
{
    QStringList worst;
    for (const QWidget* widget : root.findChildren<QWidget*>())
        if (widget->minimumSizeHint().width() > 420)
            worst << QStringLiteral("%1 \"%2\" %3")
                         .arg(widget->metaObject()->className(), widget->objectName())
                         .arg(widget->minimumSizeHint().width());
    return worst.join(", ");
}

/// No label of what is on show would take a name for markup, and nothing has grown beyond a small screen.
void TestHostileNames::inspect(QWidget& root, const QString& where)
{
    if (QTest::currentTestFailed())
        return;
    settle();
    for (const QLabel* label : root.findChildren<QLabel*>()) {
        const bool plain = label->textFormat() == Qt::PlainText || !Qt::mightBeRichText(label->text());
        QVERIFY2(plain, qPrintable(where + ": " + label->objectName() + " " + label->text().left(80)));
    }
    // No wider than the same window needs for ordinary names, or than a small screen is.
    const int smallScreen = std::max(1024, m_ordinaryWidth);
    QVERIFY2(root.minimumSizeHint().width() <= smallScreen,
             qPrintable(where + " wants " + QString::number(root.minimumSizeHint().width())
                        + " pixels: " + greediest(root)));
    QVERIFY2(root.width() <= 1280, qPrintable(QStringLiteral("%1 is %2 wide").arg(where).arg(root.width())));
    const QImage picture = root.grab().toImage(); // and it can be painted
    QVERIFY(!picture.isNull());
    QVERIFY2(!pipeWasOpened(), qPrintable(where));
}

void TestHostileNames::everyPlaceShowsThemAsTheyAre()
{
    for (std::size_t i = 0; i < m_names.size(); ++i) {
        m_window->places().the<TubesView>().wanted();
        m_window->places().the<TubesView>().choose({static_cast<std::int64_t>(i) + 1});
        inspect(*m_window, QStringLiteral("tube %1").arg(i));
    }
    PairsView& pairs = m_window->places().the<PairsView>();
    m_window->places().the<PairsView>().wanted();
    for (const std::int64_t second : {2, 4, 6, 8, 11}) {
        pairs.showPair({1}, {second});
        inspect(*m_window, QStringLiteral("ladder 1 to %1").arg(second));
        pairs.card().pin();
    }
    for (const auto page : {PairsView::Chart, PairsView::Makes, PairsView::WheelPage}) {
        pairs.goTo(page);
        settle();
        pairs.card().pin();
        inspect(*m_window, QStringLiteral("pairs, page %1").arg(page));
    }
    m_window->places().the<SheetsView>().wanted();
    for (std::size_t i = 0; i < m_names.size(); ++i) {
        m_window->places().the<SheetsView>().choose({static_cast<std::int64_t>(i) + 1});
        inspect(*m_window, QStringLiteral("sheet %1").arg(i));
    }
    for (const auto page : {SheetsView::RecordPage, SheetsView::Predictions}) {
        m_window->places().the<SheetsView>().goTo(page);
        inspect(*m_window, QStringLiteral("sheets, page %1").arg(page));
    }
    m_window->places().the<PaletteView>().wanted();
    inspect(*m_window, "palette");
    ChoiceModel& model = m_window->places().the<PaletteView>().choice();
    model.choose();
    QVERIFY(QTest::qWaitFor([&] { return model.shown() != nullptr; }, 60'000));
    inspect(*m_window, "a choice");
}

void TestHostileNames::everyDialogShowsThemAsTheyAre()
{
    Document& document = *m_document;
    const Notebook& notebook = document.notebook();
    QImage scan(300, 200, QImage::Format_RGB32);
    scan.fill(qRgb(240, 236, 230));
    scan.setPixel(5, 5, qRgb(200, 30, 30));
    const QString picture = m_folder.filePath("<img src=x>&%1 scan.png");
    QVERIFY(scan.save(picture));
    const auto look = [&](QDialog& dialog, const char* where) {
        dialog.show();
        QTest::qWait(60);
        inspect(dialog, where);
        dialog.close();
    };
    for (std::size_t i = 0; i < notebook.tubes.size(); i += 3) {
        TubeDialog tube(notebook.tubes[i]);
        look(tube, "tube");
        LetDownDialog letDown(document, notebook.tubes[i].id);
        look(letDown, "let-down");
        ReadingsDialog readings(document, m_window->settings(), notebook.tubes[i].id);
        look(readings, "readings");
        MixDialog mix(document, notebook.mixes[i]);
        look(mix, "mix");
        MixNoteDialog note(notebook.mixes[i], partsText(notebook.mixes[i].parts, notebook.handling, {}));
        look(note, "note");
        PrintDialog print(notebook.sheets[i].cells, 2, notebook.sheets[i].cells, QString::fromStdString(m_names[i]));
        look(print, "print");
    }
    WishesDialog wishes(notebook);
    look(wishes, "wishes");
    ManyTubesDialog many(notebook.tubes);
    look(many, "many tubes");
    ByHandDialog byHand(m_window->places().the<PairsView>().context(), {1, 2, 4});
    look(byHand, "by hand");
    ChartDialog chart(document);
    chart.openPicture(picture);
    look(chart, "chart");
    CardDialog card(document, m_window->settings(), picture, {1});
    look(card, "card");
    SheetReadingDialog sheet(document, m_window->settings(), picture);
    look(sheet, "sheet reading");
}

void TestHostileNames::toolTipsShowThemAsTheyAre()
{
    for (const std::string& name : m_names) {
        QToolTip::showText(QPoint(5, 5), QString::fromStdString(name), m_window.get());
        settle();
        for (QWidget* top : QApplication::topLevelWidgets())
            if (auto* label = qobject_cast<QLabel*>(top); label && top->objectName() == "qtooltip_label")
                QCOMPARE(label->textFormat(), Qt::PlainText);
        QVERIFY(!pipeWasOpened());
        QToolTip::hideText();
        QTest::qWait(5);
    }
}

void TestHostileNames::messagesShowThemAsTheyAre()
{
    const auto tell = std::exchange(messages().tell, [](QWidget* parent, const QString&, const QString& message) {
        // What the window's own message does, without waiting for an answer.
        QMessageBox box(parent);
        box.setTextFormat(Qt::PlainText);
        box.setText(shownWords(message));
        box.show();
        settle();
        QVERIFY(box.width() < 1280);
        box.close();
    });
    for (const std::string& name : m_names)
        messages().tell(m_window.get(), "Told", QString::fromStdString(name));
    messages().tell = tell;
    QVERIFY(!pipeWasOpened());
}

void TestHostileNames::percentSignsAreNoPlaceholders()
{
    m_window->places().the<TubesView>().wanted();
    m_window->places().the<TubesView>().choose({10});
    settle();
    QVERIFY(m_window->findChild<QLabel*>("cardName")->text().contains("50% %1 %2 %n %s off"));
    const Tube tube = *m_document->notebook().tube({10});
    m_document->apply(putting(std::vector<Tube>{tube}), tr("change %1").arg(QString::fromStdString(tube.name)));
    QVERIFY(m_document->undoStack().undoText().contains("50% %1 %2 %n %s off"));
    m_document->undo();
}

void TestHostileNames::ampersandsAreNoKeys()
{
    QCOMPARE(buttonWords("Salt & Mud &&x"), QString("Salt && Mud &&&&x"));
    m_document->apply(removing<Tube>(std::vector<TubeId>{{11}}));
    settle();
    const auto* undo = m_window->findChild<QAbstractButton*>("undo");
    QVERIFY2(undo->text().contains("&&") || !undo->text().contains('&'), qPrintable(undo->text()));
    for (const QAction* action : m_window->menuBar()->actions())
        if (action->menu())
            for (const QAction* entry : action->menu()->actions())
                if (entry->text().startsWith("Undo"))
                    QVERIFY2(entry->text().contains("Salt &&"), qPrintable(entry->text()));
    m_document->undo();
    QVERIFY(m_document->notebook().tube({11}));
}

void TestHostileNames::wordsAreCutAndBroken()
{
    const QString shown = shownWords(QString(5000, 'n'));
    QVERIFY(shown.size() < 2400 && shown.endsWith(QChar(0x2026)));
    for (const QString& word : shown.split(QChar(0x200B)))
        QVERIFY(word.size() <= 19);
    QCOMPARE(shownWords("two\nlines\x1b[2J\t."), QString("two\nlines [2J ."));
    QCOMPARE(shownWords("Quinacridone Gold"), QString("Quinacridone Gold"));
    QCOMPARE(shortened("Reed", 60), QString("Reed"));
    QCOMPARE(shortened(QString(100, 'n'), 60).size(), 60);
    QCOMPARE(shortened("two\nlines", 60), QString("two lines"));
    QCOMPARE(fitting("two\nlines\a", QFontMetrics(textFont(textsize::body)), 500), QString("two lines "));
    QCOMPARE(shownWords(QString("a") + QChar(0x202E) + "b"), QString("a b")); // what stands beside it is not turned
}

void TestHostileNames::aHundredNeedsDoNotEndTheWindow()
{
    // More than can be met at once, which a file may hold all the same.
    Document document;
    QVERIFY(document.create(m_folder.filePath("hundred.iris")));
    Tube tube;
    tube.name = "Ultramarine";
    tube.codes = parsePigmentCodes("PB29").value();
    document.apply(putting(std::vector<Tube>{tube}), "add");
    {
        auto edit = NotebookEdit{};
        for (int i = 0; i < 100; ++i)
            edit.needs.put.push_back({{}, {"need " + std::to_string(i), {30 + 0.5 * i, 4, 12}, 7, 2}});
        QVERIFY(document.apply(edit));
    }
    MainWindow window(document);
    window.resize(1280, 800);
    window.show();
    window.places().the<PaletteView>().wanted();
    settle();
    QString told;
    const auto tell =
        std::exchange(messages().tell, [&](QWidget*, const QString&, const QString& words) { told = words; });
    window.places().the<PaletteView>().choice().choose();
    QTest::qWait(300);
    messages().tell = tell;
    QVERIFY(!window.places().the<PaletteView>().choice().shown());
    QVERIFY(!window.grab().isNull());
}

void TestHostileNames::savingAddsTheEndingBeforeItAsks()
{
    // The window's own dialog, answered from outside.
    QApplication::setAttribute(Qt::AA_DontUseNativeDialogs);
    QString suffix;
    bool asks = false;
    QTimer::singleShot(200, this, [&] {
        if (auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget())) {
            suffix = dialog->defaultSuffix();
            asks = dialog->acceptMode() == QFileDialog::AcceptSave
                   && !dialog->testOption(QFileDialog::DontConfirmOverwrite);
            dialog->reject();
        }
    });
    QVERIFY(messages().fileToSave(m_window.get(), "Save", "Lists (*.csv)", "Marsh.csv").isEmpty());
    QCOMPARE(suffix, QString("csv"));
    QVERIFY(asks);
}

/// A label that guesses whether it holds markup is made nowhere in the window.
void TestHostileNames::labelsAreMadeInOnePlace()
{
    static const QRegularExpression own(
        R"(\bQLabel\s*[(*]|new QLabel|setTextFormat\(Qt::(Rich|Auto)|setHtml|QTextBrowser|QTextEdit)");
    QDirIterator files(QStringLiteral(IRIS_SOURCE_DIR "/src/app"), {"*.cpp", "*.h"}, QDir::Files,
                       QDirIterator::Subdirectories);
    while (files.hasNext()) {
        QFile file(files.next());
        // The manual shows the pages that are built into the program, and nothing that anybody else wrote.
        if (file.fileName().contains("/plain") || file.fileName().contains("/manual/manualwindow"))
            continue;
        QVERIFY(file.open(QIODevice::ReadOnly));
        const auto found = own.match(QString::fromUtf8(file.readAll()));
        QVERIFY2(!found.hasMatch(), qPrintable(file.fileName() + ": " + found.captured(0)));
    }
}

IRIS_TEST(TestHostileNames, QApplication)
#include "tst_hostilenames.moc"
