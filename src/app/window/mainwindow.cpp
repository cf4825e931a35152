#include "app/window/mainwindow.h"

#include "app/pairs/pairsview.h"
#include "app/palette/choicepanel.h"
#include "app/palette/needspanel.h"
#include "app/palette/paletteview.h"
#include "app/parts/messages.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/sheets/mixespage.h"
#include "app/sheets/sheetsview.h"
#include "app/tubes/tubesview.h"
#include "app/window/exchange.h"
#include "app/window/keyspage.h"
#include "app/window/rail.h"
#include "app/window/warmbluedialog.h"
#include "files/inputfile.h"
#include "sheet/scan.h"
#include "sheet/sheetmarks.h"

#include <QApplication>
#include <QDragEnterEvent>
#include <QDropEvent>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QMenuBar>
#include <QMimeData>
#include <QPushButton>
#include <QShortcut>
#include <QStackedWidget>
#include <QTimer>
#include <QVBoxLayout>

namespace iris {
namespace {

QString notebookFilter()
{
    return QObject::tr("Notebooks (*.iris)");
}

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

/// The one local file of a drop that the window can take.
QString droppedFile(const QMimeData* data)
{
    if (!data->hasUrls() || data->urls().size() != 1)
        return {};
    const QString path = data->urls().front().toLocalFile();
    return kindOf(path) == FileKind::Unknown ? QString() : path;
}

} // namespace

MainWindow::MainWindow(Document& document, QWidget* parent)
    : QMainWindow(parent),
      m_document(document),
      m_tubeModel(new TubeModel(document, this)),
      m_needsModel(new NeedsModel(document, this)),
      m_rail(new Rail(document.undoStack(), this)),
      m_pages(new QStackedWidget(this))
{
    resize(1280, 800);
    setMinimumSize(1024, 680);
    setAcceptDrops(true);
    setUpPlaces();
    setUpFileMenu();
    setUpEditMenu();
    setUpViewMenu();
    setUpKeys();
    connect(&document, &Document::notebookOpened, this, &MainWindow::showWhetherOpen);
    connect(&document, &Document::failed, this,
            [this](const QString& message) { messages().tell(this, tr("Nothing was changed"), message); });
    for (auto* model :
         {static_cast<QAbstractItemModel*>(m_tubeModel), static_cast<QAbstractItemModel*>(m_needsModel)}) {
        connect(model, &QAbstractItemModel::modelReset, this, &MainWindow::updateCounts);
        connect(model, &QAbstractItemModel::dataChanged, this, &MainWindow::updateCounts);
    }
    connect(&m_settings, &ViewSettings::changed, this, &MainWindow::applyGround);
    updateCounts();
    showWhetherOpen();
}

/// The tubes of the notebook, or, when none could be opened, a page that says so and what to do.
void MainWindow::showWhetherOpen()
{
    const bool open = m_document.isOpen();
    m_rail->setEnabled(open);
    const bool readOnly = !m_document.readOnlyReason().isEmpty();
    m_rail->setNotebook(readOnly ? tr("%1 (reading only)").arg(m_document.title()) : m_document.title());
    setWindowTitle(open ? tr("%1 - Iris Bianca").arg(shortened(m_document.title(), 80)) : tr("Iris Bianca"));
    if (open)
        QTimer::singleShot(0, this, &MainWindow::tellHowItOpened);
    if (open)
        goTo(Tubes);
    else
        m_pages->setCurrentWidget(m_noNotebook);
}

QWidget* MainWindow::makeNoNotebookPage()
{
    auto* page = new QWidget(this);
    auto* words = new PlainLabel(tr("No notebook is open. Open one, or begin a new one."), page);
    words->setFont(textFont(textsize::title));
    auto* open = new QPushButton(tr("Open a notebook"), page);
    open->setObjectName(QStringLiteral("openNotebook"));
    auto* begin = new QPushButton(tr("Begin a new one"), page);
    begin->setObjectName(QStringLiteral("newNotebook"));
    connect(open, &QPushButton::clicked, this, &MainWindow::openNotebook);
    connect(begin, &QPushButton::clicked, this, &MainWindow::newNotebook);
    auto* layout = new QVBoxLayout(page);
    layout->setSpacing(2 * gridStep);
    layout->addStretch();
    for (QWidget* part : {static_cast<QWidget*>(words), static_cast<QWidget*>(open), static_cast<QWidget*>(begin)})
        layout->addWidget(part, 0, Qt::AlignHCenter);
    layout->addStretch();
    return page;
}

void MainWindow::setUpPlaces()
{
    m_tubes = new TubesView(m_document, *m_tubeModel, m_settings, this);
    m_pairs = new PairsView(m_document, *m_tubeModel, m_settings, this);
    m_sheets = new SheetsView(m_document, m_settings, this);
    m_palette = new PaletteView(m_document, *m_needsModel, *m_tubeModel, m_settings, this);
    m_rail->addPlace(tr("Tubes"), "placeTubes");
    m_rail->addPlace(tr("Pairs"), "placePairs");
    m_rail->addPlace(tr("Sheets"), "placeSheets");
    m_rail->addPlace(tr("Palette"), "placePalette");
    for (QWidget* view : {static_cast<QWidget*>(m_tubes), static_cast<QWidget*>(m_pairs),
                          static_cast<QWidget*>(m_sheets), static_cast<QWidget*>(m_palette)})
        m_pages->addWidget(view);
    m_noNotebook = makeNoNotebookPage();
    m_pages->addWidget(m_noNotebook);
    auto* centre = new QWidget(this);
    auto* layout = new QHBoxLayout(centre);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(m_rail);
    layout->addWidget(m_pages, 1);
    setCentralWidget(centre);
    connect(m_rail, &Rail::placeChosen, this, [this](int place) { goTo(static_cast<Place>(place)); });
    connect(m_tubes, &TubesView::pairWanted, this, [this](TubeId first, TubeId second) {
        m_pairs->showPair(first, second);
        goTo(Pairs);
    });
    connect(m_pairs, &PairsView::sheetPrinted, this, [this] { goTo(Sheets); });
    connect(&m_document, &Document::mixesChanged, this, &MainWindow::updateCounts);
}

void MainWindow::setUpFileMenu()
{
    QMenu* file = menuBar()->addMenu(tr("&File"));
    file->addAction(tr("&New notebook"), QKeySequence::New, this, &MainWindow::newNotebook);
    file->addAction(tr("&Open a notebook"), QKeySequence::Open, this, &MainWindow::openNotebook);
    file->addSeparator();
    const auto add = [&](QMenu* menu, const QString& words, std::function<void()> act) {
        QAction* action = menu->addAction(words, this, std::move(act));
        connect(file, &QMenu::aboutToShow, action, [this, action] { action->setEnabled(m_document.isOpen()); });
    };
    add(file, tr("&Bring in a list of tubes"), [this] { m_tubes->importList(); });
    add(file, tr("&Read a card"), [this] { m_tubes->readCard(); });
    add(file, tr("Read a &painted sheet"), [this] { m_sheets->readPainted(); });
    add(file, tr("Try the chosen sheet &without paint"), [this] {
        goTo(Sheets);
        m_sheets->readWithoutPaint();
    });
    QMenu* save = file->addMenu(tr("&Save as"));
    for (const Exchange& format : exchanges())
        add(save, format.words, [this, &format] {
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
    QAction* undo = edit->addAction(tr("Undo"), &m_document, &Document::undo);
    undo->setShortcut(QKeySequence::Undo);
    QAction* redo = edit->addAction(tr("Redo"), &m_document, &Document::redo);
    redo->setShortcuts({QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z), QKeySequence(Qt::CTRL | Qt::Key_Y)});
    undo->setEnabled(stack.canUndo());
    redo->setEnabled(stack.canRedo());
    connect(&stack, &QUndoStack::canUndoChanged, undo, &QAction::setEnabled);
    connect(&stack, &QUndoStack::canRedoChanged, redo, &QAction::setEnabled);
    connect(&stack, &QUndoStack::undoTextChanged, undo,
            [undo](const QString& what) { undo->setText(buttonWords(tr("Undo %1").arg(what).trimmed())); });
    connect(&stack, &QUndoStack::redoTextChanged, redo,
            [redo](const QString& what) { redo->setText(buttonWords(tr("Redo %1").arg(what).trimmed())); });
    connect(m_rail, &Rail::undoAsked, &m_document, &Document::undo);
    connect(m_rail, &Rail::redoAsked, &m_document, &Document::redo);
}

void MainWindow::setUpViewMenu()
{
    QMenu* view = menuBar()->addMenu(tr("&View"));
    QAction* values = view->addAction(tr("&Values only"), QKeySequence(Qt::Key_V), this,
                                      [this] { m_settings.setValuesOnly(!m_settings.valuesOnly()); });
    values->setObjectName(QStringLiteral("valuesOnly"));
    view->addAction(tr("Next &ground"), QKeySequence(Qt::Key_G), this,
                    [this] { m_settings.setGround(nextGround(m_settings.ground())); });
    view->addSeparator();
    view->addAction(tr("Which blue is &warm"), this, &MainWindow::askWarmBlue);
    QMenu* help = menuBar()->addMenu(tr("&Help"));
    help->addAction(tr("&Keys"), QKeySequence(Qt::Key_F1), this, [this] { KeysPage(this).exec(); });
}

/// A key that acts everywhere, or only while its place is shown.
void MainWindow::addKey(const QKeySequence& key, std::optional<Place> place, std::function<void()> act)
{
    QWidget* owner = this;
    if (place)
        owner = m_pages->widget(*place);
    auto* shortcut = new QShortcut(key, owner);
    shortcut->setContext(place ? Qt::WidgetWithChildrenShortcut : Qt::WindowShortcut);
    connect(shortcut, &QShortcut::activated, this, std::move(act));
}

void MainWindow::setUpKeys()
{
    addKey(Qt::Key_1, {}, [this] { goTo(Tubes); });
    addKey(Qt::Key_2, {}, [this] { goTo(Pairs); });
    addKey(Qt::Key_3, {}, [this] { goTo(Sheets); });
    addKey(Qt::Key_4, {}, [this] { goTo(Palette); });
    addKey(Qt::Key_Slash, Tubes, [this] { m_tubes->find(); });
    addKey(Qt::Key_A, Tubes, [this] { m_tubes->addTube(); });
    addKey(Qt::Key_E, Tubes, [this] { m_tubes->editTube(); });
    addKey(Qt::Key_Delete, Tubes, [this] { m_tubes->removeChosen(); });
    addKey(Qt::Key_R, Tubes, [this] { m_tubes->readCard(); });
    addKey(Qt::Key_H, Tubes, [this] { m_tubes->showReadings(); });
    addKey(Qt::Key_S, Tubes, [this] { m_tubes->letDownChosen(); });
    addKey(Qt::Key_D, Tubes, [this] { m_tubes->duplicateChosen(); });
    addKey(Qt::Key_M, Tubes, [this] { m_tubes->mergeChosen(); });
    addKey(Qt::Key_P, Tubes, [this] { showPair(); });
    addKey(Qt::Key_X, Pairs, [this] { m_pairs->swap(); });
    addKey(Qt::Key_B, Pairs, [this] { m_pairs->turnBack(); });
    addKey(Qt::Key_W, Pairs, [this] { m_pairs->want(); });
    addKey(Qt::Key_C, Pairs, [this] { m_pairs->goTo(PairsView::Chart); });
    addKey(Qt::Key_L, Pairs, [this] { m_pairs->goTo(PairsView::LadderPage); });
    addKey(Qt::Key_K, Pairs, [this] { m_pairs->goTo(PairsView::Makes); });
    addKey(Qt::Key_O, Pairs, [this] { m_pairs->goTo(PairsView::WheelPage); });
    addKey(Qt::Key_Space, Pairs, [this] { m_pairs->pin(); });
    addKey(Qt::Key_N, Pairs, [this] { m_pairs->note(); });
    addKey(Qt::Key_M, Pairs, [this] { m_pairs->mask(); });
    addKey(Qt::Key_P, Pairs, [this] { m_pairs->print(); });
    addKey(Qt::Key_Plus, Pairs, [this] { m_pairs->nudge(true); });
    addKey(Qt::Key_Minus, Pairs, [this] { m_pairs->nudge(false); });
    addKey(Qt::Key_S, Sheets, [this] { m_sheets->goTo(SheetsView::SheetsPage); });
    addKey(Qt::Key_M, Sheets, [this] { m_sheets->goTo(SheetsView::RecordPage); });
    addKey(Qt::Key_Q, Sheets, [this] { m_sheets->goTo(SheetsView::Predictions); });
    const auto onMixes = [this](void (MixesPage::*act)()) {
        return [this, act] {
            if (m_sheets->page() == SheetsView::RecordPage)
                (m_sheets->mixes().*act)();
        };
    };
    addKey(Qt::Key_A, Sheets, onMixes(&MixesPage::writeNew));
    addKey(Qt::Key_E, Sheets, onMixes(&MixesPage::changeChosen));
    addKey(Qt::Key_T, Sheets, onMixes(&MixesPage::addTouch));
    addKey(Qt::Key_Slash, Sheets, onMixes(&MixesPage::find));
    addKey(Qt::Key_N, Sheets, [this] { m_sheets->layOutWorthPainting(); });
    addKey(Qt::Key_R, Sheets, [this] { m_sheets->readPainted(); });
    addKey(Qt::Key_P, Sheets, [this] { m_sheets->writePdfAgain(); });
    addKey(Qt::Key_Delete, Sheets, [this] { m_sheets->removeChosen(); });
    addKey(Qt::Key_N, Palette, [this] { m_palette->needsPanel().writeNew(); });
    addKey(Qt::Key_Delete, Palette, [this] { m_palette->needsPanel().removeChosen(); });
    addKey(Qt::Key_C, Palette, [this] { m_palette->choicePanel().choose(); });
    addKey(Qt::Key_Escape, Palette, [this] { m_palette->choicePanel().cancel(); });
    addKey(Qt::Key_BracketLeft, Palette, [this] { m_palette->choicePanel().showNextSet(-1); });
    addKey(Qt::Key_BracketRight, Palette, [this] { m_palette->choicePanel().showNextSet(1); });
    addKey(Qt::Key_K, Palette, [this] { m_palette->choicePanel().keepPalette(); });
}

void MainWindow::goTo(Place place)
{
    if (!m_document.isOpen())
        return;
    m_pages->setCurrentIndex(place);
    m_rail->setCurrent(place);
    // Keys of a place work while something in it has the focus.
    if (place == Pairs)
        return m_pairs->takeFocus();
    if (place == Sheets)
        return m_sheets->takeFocus();
    if (auto* first = m_pages->widget(place)->findChild<QWidget*>(QLatin1String(place == Tubes ? "tubes" : "choose")))
        first->setFocus();
}

void MainWindow::showPair()
{
    const auto chosen = m_tubes->chosen();
    if (chosen.size() != 2)
        return;
    m_pairs->showPair(chosen[0], chosen[1]);
    goTo(Pairs);
}

void MainWindow::updateCounts()
{
    const int tubes = m_tubeModel->rowCount();
    m_rail->setCount(Tubes, QString::number(tubes));
    m_rail->setCount(Pairs, QString::number(tubes * (tubes - 1) / 2));
    m_rail->setCount(Sheets, tr("%1 read").arg(m_document.studio()->learned.lessons.size()));
    m_rail->setCount(Palette, tr("%1 of %2").arg(m_needsModel->metCount()).arg(m_needsModel->rowCount()));
}

void MainWindow::applyGround()
{
    applyTheme(*qApp, m_settings.ground());
}

void MainWindow::newNotebook()
{
    const QString path = messages().fileToSave(this, tr("New notebook"), notebookFilter(), QStringLiteral(".iris"));
    if (path.isEmpty())
        return;
    if (const auto done = m_document.create(path); !done)
        messages().tell(this, tr("New notebook"), text(done.error().message));
}

void MainWindow::openNotebook()
{
    const QString path = messages().fileToOpen(this, tr("Open a notebook"), notebookFilter());
    if (path.isEmpty())
        return;
    if (const auto done = m_document.open(path); !done)
        messages().tell(this, tr("Open a notebook"), text(done.error().message));
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event)
{
    if (!droppedFile(event->mimeData()).isEmpty())
        event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event)
{
    const QString path = droppedFile(event->mimeData());
    event->acceptProposedAction();
    // The drop has to end before a dialog begins.
    QTimer::singleShot(0, this, [this, path] { takeFile(path); });
}

void MainWindow::takeFile(const QString& path)
{
    const FileKind kind = kindOf(path);
    if (kind == FileKind::Notebook || !m_document.isOpen()) {
        if (const auto done = m_document.open(path); !done)
            messages().tell(this, tr("Open a notebook"), text(done.error().message));
        return;
    }
    if (kind == FileKind::Picture)
        return takePicture(path);
    goTo(Tubes);
    switch (kind) {
    case FileKind::Measurements: return m_tubes->readMeasurements(path);
    case FileKind::Json: return openJson(path);
    default: return m_tubes->importFile(path);
    }
}

/// A picture is a painted sheet when it shows a sheet's marks, and a swatch card otherwise.
void MainWindow::takePicture(const QString& path)
{
    const auto readCard = [this, path] {
        goTo(Tubes);
        m_tubes->readCard(path);
    };
    if (m_document.notebook().sheets.empty())
        return readCard();
    setCursor(Qt::BusyCursor);
    m_looking.start(
        [path](const JobTools&) {
            const auto scan = Scan::load(path);
            return scan && !findTags(scan->image()).empty();
        },
        [this, path, readCard](bool showsSheet) {
            unsetCursor();
            if (!showsSheet)
                return readCard();
            goTo(Sheets);
            m_sheets->readPainted(path);
        });
}

void MainWindow::openJson(const QString& json)
{
    const QString path = messages().fileToSave(this, tr("Make a notebook out of %1").arg(QFileInfo(json).fileName()),
                                               notebookFilter(), QStringLiteral(".iris"));
    if (path.isEmpty())
        return;
    const auto made = notebookFromJson(json, path);
    const auto done = made ? m_document.open(path) : made;
    if (!done)
        messages().tell(this, tr("Make a notebook"), text(done.error().message));
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
                        tr("Some of what stands in this notebook was not as it should be. It is shown put right; in "
                           "the file it stays as it is until you change it.\n\n%1")
                            .arg(foundWrong()));
    if (!m_document.readOnlyReason().isEmpty())
        messages().tell(this, tr("Reading only"), sentence(m_document.readOnlyReason()));
    else if (!m_document.keptCopy().isEmpty())
        messages().tell(
            this, tr("Brought up to date"),
            tr("This notebook was from an older version and has been brought up to date. As it was before, it "
               "is kept in %1.")
                .arg(QFileInfo(m_document.keptCopy()).fileName()));
}

void MainWindow::askWarmBlue()
{
    WarmBlueDialog dialog(m_document.notebook().warmBlue, this);
    if (dialog.exec() == QDialog::Accepted)
        m_document.setWarmBlue(dialog.side());
}

} // namespace iris
