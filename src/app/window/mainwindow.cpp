#include "app/window/mainwindow.h"

#include "app/eye/eyedialog.h"
#include "app/manual/manualwindow.h"
#include "app/parts/maywrite.h"
#include "app/parts/messages.h"
#include "app/parts/place.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/start/firstpage.h"
#include "app/start/waysin.h"
#include "app/tubes/tubesview.h"
#include "app/well/wellacts.h"
#include "app/well/wellpage.h"
#include "app/well/wellstrip.h"
#include "app/window/barekeys.h"
#include "app/window/exchange.h"
#include "app/window/handlingdialog.h"
#include "app/window/keyspage.h"
#include "app/window/places.h"
#include "app/window/rail.h"
#include "app/window/warmbluedialog.h"
#include "app/window/wordspage.h"
#include "files/inputfile.h"
#include "notebook/edits.h"

#include <QApplication>
#include <QClipboard>
#include <QDragEnterEvent>
#include <QDropEvent>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QMenuBar>
#include <QMimeData>
#include <QScreen>
#include <QStackedWidget>
#include <QTimer>
#include <QVBoxLayout>

namespace iris {
namespace {

enum class FileKind { Unknown, Notebook, List, Picture, Measurements, Json };

FileKind kindOf(const QString& path)
{
    const QString ending = QFileInfo(path).suffix().toLower();
    const auto isOne = [&](std::initializer_list<const char*> endings) {
        return std::ranges::any_of(endings, [&](const char* one) { return ending == QLatin1String(one); });
    };
    if (isOne({"iris"}))
        return FileKind::Notebook;
    if (isOne({"png", "jpg", "jpeg", "tif", "tiff", "webp"}))
        return FileKind::Picture;
    if (isOne({"cgats", "cie", "ti3", "it8"}))
        return FileKind::Measurements;
    if (isOne({"json"}))
        return FileKind::Json;
    if (isOne({"csv", "tsv"}))
        return FileKind::List;
    constexpr qint64 firstLines = 2000;
    if (isOne({"txt"})) // a list or measurements: the first lines tell
        return startOf(path, firstLines).contains("NUMBER_OF_") ? FileKind::Measurements : FileKind::List;
    return FileKind::Unknown;
}

/// The local files of a drop.
QStringList droppedFiles(const QMimeData* data)
{
    QStringList files;
    for (const QUrl& url : data->urls())
        if (const QString path = url.toLocalFile(); !path.isEmpty())
            files << path;
    return files;
}

/// 1280 by 800, or what a screen has room for beside a title bar, which nobody knows the height of before it is shown.
/// A screen that is too small for the window in any case is not asked.
QSize firstSize(const QSize& room)
{
    constexpr QSize wanted(1280, 800);
    constexpr QSize frame(4, 36);
    constexpr int least = 1024;
    return room.width() < least ? wanted : wanted.boundedTo(room - frame);
}

} // namespace

MainWindow::MainWindow(Document& document, QWidget* parent)
    : QMainWindow(parent),
      m_document(document),
      m_ways(new WaysIn(document, *this)),
      m_places(new Places(document, m_settings, this)),
      m_rail(new Rail(document.undoStack(), this)),
      m_pages(new QStackedWidget(this))
{
    setMinimumSize(1024, 680);
    resize(firstSize(screen()->availableSize()));
    setAcceptDrops(true);
    setUpPlaces();
    setUpFileMenu();
    setUpEditMenu();
    setUpViewMenu();
    setUpHelpMenu();
    keepTypingApart(*qApp);
    connect(&document, &Document::notebookOpened, this, &MainWindow::showWhetherOpen);
    connect(&document, &Document::failed, this,
            [this](const QString& message) { messages().tell(this, tr("Nothing was changed"), message); });
    connect(&m_settings, &ViewSettings::changed, this, &MainWindow::applyGround);
    showWhetherOpen();
}

Place* MainWindow::shownPlace() const
{
    return m_document.isOpen() ? qobject_cast<Place*>(m_pages->currentWidget()) : nullptr;
}

/// The first place, or, while no notebook is open, the page with the ways in.
void MainWindow::showWhetherOpen()
{
    const bool open = m_document.isOpen();
    m_rail->setVisible(open);
    m_wells->setVisible(open);
    const bool readOnly = !m_document.readOnlyReason().isEmpty();
    m_rail->setNotebook(readOnly ? tr("%1 (reading only)").arg(m_document.title()) : m_document.title());
    setWindowTitle(open ? tr("%1 - Iris Bianca").arg(shortened(m_document.title(), 80)) : tr("Iris Bianca"));
    if (open)
        QTimer::singleShot(0, this, &MainWindow::tellHowItOpened);
    if (open)
        goTo(*m_places->list().front());
    else
        m_pages->setCurrentWidget(m_firstPage);
}

/// What the first page leads to, once there is a notebook.
void MainWindow::setUpFirstPage()
{
    m_firstPage = new FirstPage(*m_ways, m_settings, this);
    m_pages->addWidget(m_firstPage);
    connect(m_firstPage, &FirstPage::typingWanted, this, [this] { m_places->the<TubesView>().typeIn(); });
    connect(m_firstPage, &FirstPage::cardWanted, this, [this] { m_places->the<TubesView>().readCard(); });
    connect(m_firstPage, &FirstPage::listToBuyWanted, m_places, &Places::seeWhatToBuy);
}

void MainWindow::setUpPlaces()
{
    for (Place* place : m_places->list()) {
        m_rail->addPlace(*place);
        m_pages->addWidget(place);
        connect(place, &Place::wanted, this, [this, place] { goTo(*place); });
    }
    WellPage& well = m_places->well();
    m_pages->addWidget(&well);
    connect(&well, &Place::wanted, this, [this, &well] { goTo(well); });
    connect(&well, &WellPage::finished, this, [this] { goTo(*m_before); });
    setUpFirstPage();
    auto* centre = new QWidget(this);
    auto* layout = new QHBoxLayout(centre);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(m_rail);
    m_wells = new WellStrip(m_document, m_settings, this);
    auto* column = new QVBoxLayout;
    column->setSpacing(0);
    column->addWidget(m_pages, 1);
    column->addWidget(m_wells);
    layout->addLayout(column, 1);
    setCentralWidget(centre);
    connect(m_wells, &CellWidget::cellChosen, this, [this, &well](int cell) {
        well.acts().choose(m_wells->wellIn(cell));
        goTo(well);
    });
    connect(m_rail, &Rail::placeChosen, this, [this](Place* place) { goTo(*place); });
}

void MainWindow::setUpFileMenu()
{
    QMenu* file = menuBar()->addMenu(tr("&File"));
    file->addAction(addKey(tr("&New notebook"), QKeySequence::New, [this] { m_ways->newNotebook(); }));
    file->addAction(addKey(tr("&Open a notebook"), QKeySequence::Open, [this] { m_ways->openNotebook(); }));
    QMenu* recent = file->addMenu(tr("Notebooks you &had open"));
    connect(recent, &QMenu::aboutToShow, this, [this, recent] {
        recent->clear();
        for (const QString& path : m_ways->recent())
            recent->addAction(buttonWords(shortened(QFileInfo(path).completeBaseName(), 60)), m_ways,
                              [this, path] { m_ways->open(path); });
    });
    const auto whileOpen = [&](QMenu* menu, const QString& words, std::function<void()> does) {
        QAction* action = menu->addAction(words, this, std::move(does));
        connect(file, &QMenu::aboutToShow, action, [this, action] { action->setEnabled(m_document.isOpen()); });
    };
    whileOpen(file, tr("&Close the notebook"), [this] { m_document.close(); });
    file->addSeparator();
    for (QAction* act : m_places->fileActs())
        whileOpen(file, act->text(), [this, act] {
            Q_EMIT static_cast<Place*>(act->parent())->wanted();
            act->trigger();
        });
    QMenu* save = file->addMenu(tr("&Save as"));
    for (const Exchange& format : exchanges())
        whileOpen(save, format.words, [this, &format] {
            if (const QString trouble = saveAs(m_document, format, this); !trouble.isEmpty())
                messages().tell(this, tr("Save"), trouble);
        });
    file->addSeparator();
    file->addAction(tr("&Quit"), QKeySequence::Quit, qApp, &QApplication::closeAllWindows);
}

void MainWindow::setUpEditMenu()
{
    QMenu* edit = menuBar()->addMenu(tr("&Edit"));
    QUndoStack& stack = m_document.undoStack();
    QAction* undo = addKey(tr("Undo"), QKeySequence::Undo, [this] { m_document.undo(); });
    QAction* redo = addKey(tr("Redo"), {}, [this] { m_document.redo(); });
    edit->addActions({undo, redo});
    redo->setShortcuts({QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z), QKeySequence(Qt::CTRL | Qt::Key_Y)});
    undo->setEnabled(stack.canUndo());
    redo->setEnabled(stack.canRedo());
    connect(&stack, &QUndoStack::canUndoChanged, undo, &QAction::setEnabled);
    connect(&stack, &QUndoStack::canRedoChanged, redo, &QAction::setEnabled);
    connect(&stack, &QUndoStack::undoTextChanged, undo,
            [undo](const QString& what) { undo->setText(buttonWords(tr("Undo %1").arg(what).trimmed())); });
    connect(&stack, &QUndoStack::redoTextChanged, redo,
            [redo](const QString& what) { redo->setText(buttonWords(tr("Redo %1").arg(what).trimmed())); });
    edit->addSeparator();
    edit->addAction(addKey(tr("Copy what is on show as a picture"), Qt::CTRL | Qt::SHIFT | Qt::Key_C,
                           [this] { QGuiApplication::clipboard()->setPixmap(m_pages->currentWidget()->grab()); }));
    connect(m_rail, &Rail::undoAsked, &m_document, &Document::undo);
    connect(m_rail, &Rail::redoAsked, &m_document, &Document::redo);
}

void MainWindow::setUpViewMenu()
{
    QMenu* view = menuBar()->addMenu(tr("&View"));
    int number = 0;
    for (Place* place : m_places->list())
        view->addAction(addKey(place->name(), QString::number(++number), [this, place] { goTo(*place); }));
    view->addAction(addKey(tr("The well"), QString::number(++number), [this] { goTo(m_places->well()); }));
    view->addSeparator();
    QAction* values =
        addKey(tr("Values only, in greys"), Qt::Key_V, [this] { m_settings.setValuesOnly(!m_settings.valuesOnly()); });
    values->setObjectName(QStringLiteral("valuesOnly"));
    QAction* ground = addKey(tr("Next ground: light, middle, dark"), Qt::Key_G,
                             [this] { m_settings.setGround(nextGround(m_settings.ground())); });
    view->addActions({values, ground});
    view->addSeparator();
    view->addAction(addKey(tr("Train the &eye"), Qt::CTRL | Qt::Key_E, [this] { trainTheEye(); }));
    view->addSeparator();
    view->addAction(tr("Which blue is &warm"), this, &MainWindow::askWarmBlue);
    view->addAction(tr("How I coun&t and lay paint"), this, &MainWindow::askHandling);
}

/// A key that works everywhere in the window.
QAction* MainWindow::addKey(const QString& words, const QKeySequence& key, std::function<void()> does)
{
    QAction* act = addAct(*this, words, key, std::move(does), QString(words).remove(QLatin1Char('&')));
    act->setShortcutContext(Qt::WindowShortcut);
    return act;
}

void MainWindow::setUpHelpMenu()
{
    QAction* keys =
        addKey(tr("Keys"), Qt::Key_F1, [this] { KeysPage(keySections(actions(), m_places->all()), this).exec(); });
    QAction* words = addKey(tr("What the words mean"), Qt::SHIFT | Qt::Key_F1,
                            [this] { KeysPage(wordSections(), this, tr("What the words mean")).exec(); });
    QAction* manual = addKey(tr("Manual"), Qt::CTRL | Qt::Key_F1, [this] { openManual(); });
    menuBar()->addMenu(tr("&Help"))->addActions({manual, keys, words});
}

void MainWindow::trainTheEye()
{
    if (!m_document.isOpen())
        return;
    EyeRecord record;
    EyeDialog(m_document.studio(), record, m_settings, std::random_device{}(), this).exec();
}

void MainWindow::openManual()
{
    if (!m_manual) {
        m_manual = new ManualWindow(m_settings, this);
        connect(m_manual, &ManualWindow::goAsked, this, [this](const QString& name, int tab) {
            for (Place* place : m_places->all())
                if (place->objectName() == QStringLiteral("place") + name && m_document.isOpen()) {
                    goTo(*place);
                    place->turnTo(tab);
                    activateWindow();
                }
        });
    }
    m_manual->open();
}

void MainWindow::goTo(Place& place)
{
    if (!m_document.isOpen())
        return;
    const bool isTheWell = &place == &m_places->well();
    if (!isTheWell)
        m_before = &place;
    m_pages->setCurrentWidget(&place);
    m_rail->setCurrent(isTheWell ? *m_before : place);
    place.takeFocus(); // keys of a place work while something in it has the focus
}

void MainWindow::applyGround()
{
    applyTheme(*qApp, m_settings.ground());
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event)
{
    if (!droppedFiles(event->mimeData()).isEmpty())
        event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event)
{
    const QStringList files = droppedFiles(event->mimeData());
    event->acceptProposedAction();
    // The drop has to end before a dialog begins.
    QTimer::singleShot(0, this, [this, files] {
        if (files.size() > 1)
            messages().tell(this, tr("Dropped"), tr("Drop one file at a time; these were %1.").arg(files.size()));
        else if (kindOf(files.front()) == FileKind::Unknown)
            messages().tell(this, tr("Dropped"),
                            tr("%1 cannot come in. Notebooks, lists of tubes, pictures and measurements can.")
                                .arg(QFileInfo(files.front()).fileName()));
        else
            takeFile(files.front());
    });
}

void MainWindow::takeFile(const QString& path)
{
    const FileKind kind = kindOf(path);
    if (kind == FileKind::Json)
        return m_ways->openJson(path);
    if (kind == FileKind::Notebook || !m_document.isOpen()) {
        m_ways->open(path);
        return;
    }
    switch (kind) {
    case FileKind::Picture: return m_places->takePicture(path, shownPlace());
    case FileKind::Measurements: return m_places->takeMeasurements(path);
    default: return m_places->takeList(path);
    }
}

/// What was found wrong in a notebook, the first few in full.
QString MainWindow::foundWrong() const
{
    constexpr std::size_t mostTold = 8;
    const std::vector<std::string>& remarks = m_document.remarks();
    QStringList lines;
    for (std::size_t i = 0; i < std::min(mostTold, remarks.size()); ++i)
        lines << sentence(text(remarks[i])) + QLatin1Char('.');
    if (remarks.size() > mostTold)
        lines << tr("And %1 more like these.").arg(remarks.size() - mostTold);
    return lines.join(QLatin1Char('\n'));
}

/// Says, once, when a notebook can only be read, was brought up to date, or held what no notebook may hold.
void MainWindow::tellHowItOpened()
{
    if (!m_document.remarks().empty())
        messages().tell(this, tr("Looked through"),
                        tr("Not all of this notebook was as it should be. What stands in it is shown put right, and "
                           "stays as it is in the file until you change it.\n\n%1")
                            .arg(foundWrong()));
    if (!m_document.readOnlyReason().isEmpty())
        static_cast<void>(mayWrite(m_document, this)); // says why not
    else if (!m_document.keptCopy().isEmpty())
        messages().tell(
            this, tr("Brought up to date"),
            tr("This notebook was from an older version and has been brought up to date. As it was before, it "
               "is kept in %1.")
                .arg(QFileInfo(m_document.keptCopy()).fileName()));
}

void MainWindow::askHandling()
{
    if (!mayWrite(m_document, this))
        return;
    const Handling before = m_document.notebook().handling;
    HandlingDialog dialog(m_document.notebook(), this);
    if (dialog.exec() != QDialog::Accepted)
        return;
    const Handling handling = dialog.handling();
    const auto words = [&] {
        if (handling.paper != before.paper)
            return tr("paint on another paper");
        if (handling.inOneGo == before.inOneGo)
            return tr("count %1 touches a part").arg(handling.touchesAPart);
        return handling.inOneGo ? tr("lay all in one go") : tr("lay twice where it is needed");
    };
    m_document.apply(handlingPaint(m_document.notebook(), handling), words());
}

void MainWindow::askWarmBlue()
{
    if (!mayWrite(m_document, this))
        return;
    WarmBlueDialog dialog(m_document.notebook().warmBlue, this);
    if (dialog.exec() == QDialog::Accepted)
        m_document.apply(callingWarm(m_document.notebook(), dialog.side()), tr("call the other blue warm"));
}

} // namespace iris
