#include "app/sheets/sheetsview.h"

#include "app/parts/labels.h"
#include "app/parts/messages.h"
#include "app/parts/plainlabel.h"
#include "app/parts/printdialog.h"
#include "app/parts/recordlist.h"
#include "app/parts/tabs.h"
#include "app/parts/words.h"
#include "app/sheets/mixespage.h"
#include "app/sheets/predictionspage.h"
#include "app/sheets/sheetpreview.h"
#include "app/sheets/sheetreadingdialog.h"
#include "app/theme/viewsettings.h"
#include "base/text.h"
#include "learning/worthpainting.h"
#include "notebook/edits.h"
#include "sheet/picturefile.h"
#include "sheet/simulateddevice.h"
#include "sheet/simulatedsheet.h"

#include <QButtonGroup>
#include <QFrame>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QListWidget>
#include <QPushButton>
#include <QStackedWidget>
#include <QTemporaryDir>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr std::size_t oneSitting = 12;
constexpr int listWidth = 236;

} // namespace

SheetsView::SheetsView(Document& document, ViewSettings& settings, QWidget* parent)
    : Place(tr("Sheets"), "Sheets", parent),
      m_document(document),
      m_settings(settings),
      m_tabs(new QButtonGroup(this)),
      m_pages(new QStackedWidget(this)),
      m_sheetsPage(new QWidget(this)),
      m_list(new QListWidget(this)),
      m_preview(new SheetPreview(document, settings, this)),
      m_mixes(new MixesPage(document, settings, this))
{
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(4 * gridStep, 3 * gridStep, 4 * gridStep, 3 * gridStep);
    layout->setSpacing(3 * gridStep);
    setUpTabs(layout);
    m_list->setObjectName(QStringLiteral("sheets"));
    m_list->setAccessibleName(tr("Sheets"));
    m_list->setFixedWidth(listWidth);
    m_list->setWordWrap(true);
    m_list->setSpacing(gridStep);
    auto* empty = wordLabel("sheetsEmpty", textFont(textsize::title), this);
    empty->setAlignment(Qt::AlignCenter);
    empty->setText(
        tr("No sheets yet. Lay out the squares that would teach most,\nor print a chart or a ladder under Pairs."));
    m_middle = new QStackedWidget(this);
    m_middle->addWidget(m_preview);
    m_middle->addWidget(empty);
    auto* row = new QHBoxLayout(m_sheetsPage);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4 * gridStep);
    row->addWidget(m_list);
    row->addWidget(m_middle, 1);
    row->addWidget(makeCard());
    m_pages->addWidget(m_sheetsPage);
    m_pages->addWidget(m_mixes);
    m_pages->addWidget(new PredictionsPage(document, settings, this));
    m_cardWords = wordLabel("worthCard", textFont(textsize::body), this);
    m_cardWords->hide();
    layout->addWidget(m_cardWords);
    layout->addWidget(m_pages, 1);
    connect(m_list, &QListWidget::currentRowChanged, this, &SheetsView::showChosen);
    whenChanged(document, {NotebookPart::Tubes, NotebookPart::Mixes, NotebookPart::Needs}, this, [this] {
        m_looking.drop(); // what was being looked for is another question now
        m_painting.drop();
        m_tryWithoutPaint->setEnabled(true);
        m_cardWords->hide();
        showWorthAct();
    });
    whenChanged(document, {NotebookPart::Sheets, NotebookPart::Mixes}, this, &SheetsView::fill);
    whenChanged(document, NotebookPart::Tubes, this, &SheetsView::showChosen);
    whenChanged(document, {NotebookPart::Mixes, NotebookPart::Tubes}, this, &Place::countChanged);
    fill();
}

void SheetsView::setUpTabs(QVBoxLayout* column)
{
    QHBoxLayout* row = tabRow(*m_tabs,
                              {{pageAct(tr("Sheets"), Qt::Key_S, SheetsPage), "pageSheets"},
                               {pageAct(tr("Mixes"), Qt::Key_M, RecordPage), "pageMixes"},
                               {pageAct(tr("Predictions"), Qt::Key_Q, Predictions), "pagePredictions"}},
                              this);
    m_worth = addAct(
        *this, {}, Qt::Key_N, [this] { layOutWorthPainting(); }, tr("Lay out what is worth painting next"));
    showWorthAct();
    m_readSheet = addAct(*this, tr("Read a painted sheet"), Qt::Key_R, [this] { readPainted(); });
    m_tryWithoutPaint = addAct(*this, tr("Try the chosen sheet without paint"), {}, [this] { readWithoutPaint(); });
    auto* read = actButton(*m_readSheet, "readSheet", this);
    makeMain(*read);
    row->addWidget(actButton(*m_worth, "worthPainting", this));
    row->addWidget(read);
    column->addLayout(row);
}

QAction* SheetsView::pageAct(const QString& words, const QKeySequence& key, Page page)
{
    return addAct(*this, words, key, [this, page] { goTo(page); });
}

QString SheetsView::count() const
{
    return tr("%1 read").arg(m_document.studio()->lessons.squares.size());
}

QFrame* SheetsView::makeCard()
{
    auto* card = new QFrame(this);
    card->setProperty("card", true);
    card->setFixedWidth(312);
    auto* layout = new QVBoxLayout(card);
    layout->setContentsMargins(15, 15, 15, 15);
    layout->setSpacing(2 * gridStep);
    m_title = wordLabel("chosenSheet", textFont(textsize::title, QFont::DemiBold), card);
    m_state = wordLabel("sheetState", textFont(textsize::body), card);
    m_effort = wordLabel("sheetEffort", textFont(textsize::body), card);
    for (PlainLabel* label : {m_title, m_state, m_effort})
        layout->addWidget(label);
    layout->addStretch();
    const auto add = [&](const QString& words, const QKeySequence& key, const char* name, void (SheetsView::*does)(),
                         const QString& what) {
        QAction* act = addAct(
            *m_sheetsPage, words, key, [this, does] { (this->*does)(); }, what);
        layout->addWidget(actButton(*act, name, card));
        m_sheetActs.push_back(act);
    };
    add(tr("Write the PDF again"), Qt::Key_P, "writeAgain", &SheetsView::writePdfAgain,
        tr("Write the PDF of a sheet again"));
    add(tr("Take it out"), Qt::Key_Delete, "removeSheet", &SheetsView::removeChosen, tr("Take the sheet out"));
    return card;
}

QString SheetsView::stateWords(const SheetRecord& sheet) const
{
    const auto all = std::ranges::count_if(sheet.cells, [](const SheetCell& cell) { return !cell.parts.empty(); });
    const auto read =
        std::ranges::count_if(m_document.notebook().mixes, [&](const MixRecord& mix) { return mix.sheet == sheet.id; });
    if (read == 0)
        return tr("%1 to paint").arg(text(counted(static_cast<std::size_t>(all), "square")));
    return read >= all ? tr("all %1 read").arg(text(counted(static_cast<std::size_t>(all), "square")))
                       : tr("%1 of %2 read").arg(read).arg(text(counted(static_cast<std::size_t>(all), "square")));
}

void SheetsView::fill()
{
    std::vector<RecordRow> rows;
    const auto& sheets = m_document.notebook().sheets;
    for (auto sheet = sheets.rbegin(); sheet != sheets.rend(); ++sheet)
        rows.push_back({sheet->id.value, QStringLiteral("%1\n%2").arg(text(sheet->title), stateWords(*sheet)), {}});
    refill(*m_list, rows);
    showChosen();
}

SheetId SheetsView::chosen() const
{
    return {chosenRecord(*m_list)};
}

void SheetsView::choose(SheetId sheet)
{
    chooseRecord(*m_list, sheet.value);
}

void SheetsView::showChosen()
{
    const SheetRecord* sheet = m_document.notebook().sheet(chosen());
    m_middle->setCurrentIndex(sheet ? 0 : 1);
    for (QAction* act : m_sheetActs)
        act->setEnabled(sheet != nullptr);
    if (!sheet) {
        for (PlainLabel* label : {m_title, m_state, m_effort})
            label->clear();
        m_preview->clear();
        return;
    }
    m_preview->show(sheet->id);
    m_title->setText(text(sheet->title));
    const QString day = sheet->date.empty() ? QString() : tr("Laid out on %1. ").arg(text(sheet->date));
    m_state->setText(tr("%1%2.\n%3, squares of %4 mm, code %5")
                         .arg(day, sentence(stateWords(*sheet)), text(nameOf(sheet->format)), number(sheet->cellMm, 0),
                              text(sheetCode(m_document.notebook().code, sheet->id))));
    m_effort->setText(sheet->finished ? tr("Painted and read. Reading it again replaces what was read before.")
                                      : effortWords({*sheet}));
}

void SheetsView::takeFocus()
{
    if (page() == RecordPage)
        m_mixes->takeFocus();
    else
        m_list->setFocus();
}

void SheetsView::goTo(Page page)
{
    m_tabs->button(page)->setChecked(true);
    m_pages->setCurrentIndex(page);
    takeFocus();
}

SheetsView::Page SheetsView::page() const
{
    return static_cast<Page>(m_pages->currentIndex());
}

void SheetsView::layOutWorthPainting()
{
    m_worth->setEnabled(false);
    m_worth->setText(tr("Looking for what is worth painting ..."));
    m_looking.start(
        [studio = m_document.studio()](const JobTools& tools) {
            WorthOptions options;
            options.squares = oneSitting;
            options.handling = studio->notebook.handling;
            options.among = studio->atHand();
            const auto usable = [&](std::size_t place) { return isAtHand(studio->notebook.tubes[place]); };
            const auto wanted = wantedBy(studio->notebook, studio->paints, usable, tools.workOptions());
            WorthFound found{studio, {}, {}};
            options.stop = tools.stop;
            const auto squares = worthPainting(studio->paints, studio->learned, wanted, options);
            for (const WorthSquare& square : squares)
                found.recipes.push_back(square.recipe);
            const auto cards = cardsWorthReading(studio->paints, studio->learned, wanted, options);
            if (const auto card = cardBeforeSquares(cards, squares))
                found.card = card->paint;
            return found;
        },
        [this](const WorthFound& found) { printWorth(found); });
}

void SheetsView::showWorthAct()
{
    m_worth->setText(tr("Lay out what is worth painting next"));
    m_worth->setEnabled(true);
}

void SheetsView::printWorth(const WorthFound& found)
{
    showWorthAct();
    if (found.recipes.empty()) {
        messages().tell(this, tr("Worth painting next"), tr("It takes at least two tubes that are at hand."));
        return;
    }
    m_cardWords->setVisible(found.card.has_value());
    if (found.card)
        m_cardWords->setText(tr("A swatch card of %1 would teach more than the next four squares together.")
                                 .arg(text(found.studio->paints[*found.card].name)));
    const std::vector<SheetCell> cells = cellsOf(found.recipes, found.studio->notebook);
    if (printSquares(m_document, cells, 0, tr("Worth painting next"), window()))
        m_list->setCurrentRow(0);
}

void SheetsView::writePdfAgain()
{
    if (const SheetRecord* sheet = m_document.notebook().sheet(chosen()))
        writeSheets(m_document, {*sheet}, window());
}

void SheetsView::readPainted(const QString& picture)
{
    const QString path =
        picture.isEmpty() ? messages().fileToOpen(this, tr("A scan or photograph of a painted sheet"), pictureFiles())
                          : picture;
    if (path.isEmpty())
        return;
    SheetReadingDialog dialog(m_document, m_settings, path, window());
    if (dialog.exec() == QDialog::Accepted && dialog.reading())
        choose(dialog.reading()->sheet);
}

void SheetsView::readWithoutPaint()
{
    const SheetRecord* sheet = m_document.notebook().sheet(chosen());
    const auto page = sheet ? pageOf(*sheet, m_document.notebook()) : tl::unexpected(Error{});
    if (!page) {
        messages().tell(this, tr("Without paint"), tr("Lay a sheet out first, or choose one."));
        return;
    }
    constexpr double dpi = 150;
    std::vector<Paint> truth = m_document.studio()->unlearnt;
    for (std::size_t i = 0; i < truth.size(); ++i) // the same tubes every time
        truth[i].strength *= std::exp(0.6 * std::sin(1.0 + 2.4 * static_cast<double>(i)));
    // Painted and scanned beside the window, which goes on.
    m_tryWithoutPaint->setEnabled(false);
    m_painting.start(
        [page = *page, notebook = m_document.notebook(), truth,
         seed = static_cast<unsigned>(sheet->id.value)](const JobTools&) {
            const SimulatedSheet scene(page, notebook, truth, {});
            return scanned(scene, dpi, scannerFaults(2, seed)).image();
        },
        [this](const QImage& scan) { readMadeUp(scan); });
}

void SheetsView::readMadeUp(const QImage& scan)
{
    m_tryWithoutPaint->setEnabled(true);
    const QTemporaryDir folder;
    const QString file = folder.filePath(tr("painted by nobody.png"));
    if (writePicture(scan, file))
        readPainted(file);
    else
        messages().tell(this, tr("Without paint"), tr("The made-up scan could not be written."));
}

void SheetsView::removeChosen()
{
    if (m_document.notebook().sheet(chosen()))
        m_document.apply(removing<SheetRecord>(chosen()));
}

} // namespace iris
