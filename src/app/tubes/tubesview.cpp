#include "app/tubes/tubesview.h"

#include "app/parts/formfields.h"
#include "app/parts/maywrite.h"
#include "app/parts/messages.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/reading/carddialog.h"
#include "app/reading/readingsdialog.h"
#include "app/theme/viewsettings.h"
#include "app/tubes/letdowndialog.h"
#include "app/tubes/listimport.h"
#include "app/tubes/manytubesdialog.h"
#include "app/tubes/replacedialog.h"
#include "app/tubes/siftbar.h"
#include "app/tubes/truthline.h"
#include "app/tubes/tubecard.h"
#include "app/tubes/tubedelegate.h"
#include "app/tubes/tubedialog.h"
#include "app/tubes/typingpanel.h"
#include "app/tubes/walldialog.h"
#include "files/textfile.h"
#include "notebook/edits.h"
#include "notebook/measuredswatch.h"
#include "notebook/tubelines.h"

#include <QDate>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QListView>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace iris {
namespace {

/// The tube a scan is called after: the one with the longest name in the file's own.
std::optional<TubeId> tubeNamedIn(const QString& file, const std::vector<Tube>& tubes)
{
    const Tube* longest = nullptr;
    for (const Tube& tube : tubes)
        if (file.contains(text(tube.name), Qt::CaseInsensitive)
            && (!longest || tube.name.size() > longest->name.size()))
            longest = &tube;
    return longest ? std::optional(longest->id) : std::nullopt;
}

} // namespace

TubesView::TubesView(Document& document, TubeModel& model, ViewSettings& settings, QWidget* parent)
    : Place(tr("Tubes"), "Tubes", parent),
      m_document(document),
      m_model(model),
      m_filter(new TubeFilterModel(model, this)),
      m_sifting(new SiftBar(document, *m_filter, this)),
      m_list(new QListView(this)),
      m_delegate(new TubeDelegate(settings, m_list)),
      m_typing(new TypingPanel(document, settings, this)),
      m_pages(new QStackedWidget(this)),
      m_settings(settings)
{
    setUpActs();
    m_truth = new TruthLine(document, *m_another, this);
    m_card = new TubeCard(document, m_acts, settings, this);
    m_list->setObjectName(QStringLiteral("tubes"));
    m_list->setAccessibleName(tr("Tubes"));
    m_list->setModel(m_filter);
    m_list->setItemDelegate(m_delegate);
    m_list->setViewMode(QListView::IconMode);
    m_list->setMovement(QListView::Static);
    m_list->setResizeMode(QListView::Adjust);
    m_list->setUniformItemSizes(true);
    m_list->setSelectionMode(QAbstractItemView::ExtendedSelection);
    m_list->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_list->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOn);
    m_list->viewport()->installEventFilter(this);
    m_pages->addWidget(m_list);
    m_pages->addWidget(makeEmptyPage());

    auto* middle = new QVBoxLayout;
    middle->setSpacing(3 * gridStep);
    m_typing->hide();
    middle->addWidget(m_typing);
    middle->addWidget(m_sifting);
    middle->addWidget(m_pages, 1);
    middle->addWidget(m_truth);
    middle->addLayout(makeActions());
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(4 * gridStep, 3 * gridStep, 4 * gridStep, 3 * gridStep);
    layout->setSpacing(4 * gridStep);
    layout->addLayout(middle, 1);
    layout->addWidget(m_card);

    connect(m_list->selectionModel(), &QItemSelectionModel::selectionChanged, this, [this] {
        m_chosen = chosen();
        m_card->showTubes(m_chosen);
        showWhatCanBeDone();
    });
    connect(m_list, &QListView::activated, this, &TubesView::editTube);
    connect(m_typing, &TypingPanel::kept, this, &TubesView::choose);
    connect(m_typing, &TypingPanel::left, this, &TubesView::leaveTyping);
    connect(m_card, &TubeCard::pairWanted, this, &TubesView::pairWanted);
    connect(m_truth, &TruthLine::pairWanted, this, &TubesView::pairWanted);
    whenChanged(document, NotebookPart::Tubes, this, &TubesView::showWhatCanBeDone);
    connect(&model, &QAbstractItemModel::modelReset, this, &Place::countChanged);
    connect(m_sifting, &SiftBar::sifted, this, &TubesView::updateCount);
    connect(&settings, &ViewSettings::changed, m_list->viewport(), qOverload<>(&QWidget::update));
    connect(m_filter, &QAbstractItemModel::modelReset, this, &TubesView::chooseAgain);
    connect(m_filter, &QAbstractItemModel::modelReset, this, &TubesView::updateCount);
    connect(m_filter, &QAbstractItemModel::rowsInserted, this, &TubesView::updateCount);
    connect(m_filter, &QAbstractItemModel::rowsRemoved, this, &TubesView::updateCount);
    chooseAgain();
    updateCount();
    showWhatCanBeDone();
}

void TubesView::setUpActs()
{
    addAct(*this, tr("Find a tube"), Qt::Key_Slash, [this] { m_sifting->find(); });
    m_type = addAct(
        *this, tr("Type tubes in"), Qt::Key_T, [this] { typeIn(); }, tr("Type tubes in, as you would write them down"));
    m_tick = addAct(
        *this, tr("Tick tubes"), Qt::Key_B, [this] { tickOnes(); }, tr("Tick what you own on a wall of washes"));
    m_add = addAct(*this, tr("Add a tube"), Qt::Key_A, [this] { addTube(); });
    m_bringIn = addAct(*this, tr("Bring in a list"), {}, [this] { importList(); });
    m_another = addAct(
        *this, tr("What else?"), Qt::Key_K, [this] { m_truth->showNext(); }, tr("What else is so of these tubes"));
    m_acts.card = addAct(*this, tr("Read a card"), Qt::Key_R, [this] { readCard(); });
    m_acts.edit = addAct(
        *this, tr("Change"), Qt::Key_E, [this] { editTube(); }, tr("Change the tube, or all the chosen ones"));
    m_acts.readings = addAct(
        *this, tr("Readings"), Qt::Key_H, [this] { showReadings(); }, tr("Readings so far"));
    m_acts.pair = addAct(
        *this, tr("See the pair"), Qt::Key_P, [this] { seePair(); }, tr("See the two chosen tubes as a pair"));
    m_acts.letDown = addAct(*this, tr("Strength from a let-down"), Qt::Key_S, [this] { letDownChosen(); });
    m_acts.replace = addAct(
        *this, tr("What replaces it?"), Qt::Key_W, [this] { replaceChosen(); }, tr("What replaces the tube"));
    m_acts.duplicate = addAct(
        *this, tr("Duplicate"), Qt::Key_D, [this] { duplicateChosen(); }, tr("Duplicate the tube"));
    m_acts.merge = addAct(*this, tr("Merge the two into the first"), Qt::Key_M, [this] { mergeChosen(); });
    m_acts.remove = addAct(
        *this, tr("Remove"), Qt::Key_Delete, [this] { removeChosen(); }, tr("Remove the chosen tubes"));
}

/// What can be done with the tubes that are chosen now.
void TubesView::showWhatCanBeDone()
{
    const std::size_t count = chosen().size();
    for (QAction* act : {m_acts.edit, m_acts.remove})
        act->setEnabled(count > 0);
    for (QAction* act : {m_acts.readings, m_acts.letDown, m_acts.replace, m_acts.duplicate})
        act->setEnabled(count == 1);
    for (QAction* act : {m_acts.pair, m_acts.merge})
        act->setEnabled(count == 2);
    m_acts.edit->setText(count > 1 ? tr("Change all") : tr("Change"));
}

QString TubesView::count() const
{
    return QString::number(m_model.rowCount());
}

/// Of an empty drawer to what fills it: a list that is hidden takes no keys.
void TubesView::takeFocus()
{
    if (m_model.rowCount() > 0)
        m_list->setFocus();
    else if (m_typing->isHidden())
        m_typeFirst->setFocus();
    else
        m_typing->takeFocus();
}

std::vector<WalkingKey> TubesView::walkingKeys() const
{
    return {{tr("arrows, Ctrl+Space"), tr("pick a tube up, pick several")},
            {tr("Enter"), tr("change the tube in hand")},
            {tr("Page Up, Page Down"), tr("on a card: the place before, the next one")},
            {tr("arrows, Shift+arrows, Del"), tr("on a card: move the mark, size it, take it off")}};
}

void TubesView::seePair()
{
    const auto two = chosen();
    if (two.size() == 2)
        Q_EMIT pairWanted(two[0], two[1]);
}

QWidget* TubesView::makeEmptyPage()
{
    auto* page = new QWidget(this);
    auto* layout = new QVBoxLayout(page);
    auto* words = new PlainLabel(
        tr("No tubes yet. Type in what you own, tick it on a wall of washes, bring in a list, or see what to buy."),
        page);
    words->setFont(textFont(textsize::title));
    words->setAlignment(Qt::AlignCenter);
    words->setWordWrap(true);
    auto* type = m_typeFirst = actButton(*m_type, "typeFirst", page);
    makeMain(*type);
    auto* tick = actButton(*m_tick, "tickFirst", page);
    auto* bring = actButton(*m_bringIn, "importFirst", page);
    layout->addStretch();
    layout->addWidget(words);
    layout->addWidget(type, 0, Qt::AlignHCenter);
    layout->addWidget(tick, 0, Qt::AlignHCenter);
    layout->addWidget(bring, 0, Qt::AlignHCenter);
    auto* buy = new QPushButton(tr("What to buy for a picture"), page);
    buy->setObjectName(QStringLiteral("whatToBuy"));
    connect(buy, &QPushButton::clicked, this, &TubesView::whatToBuyAsked);
    layout->addWidget(buy, 0, Qt::AlignHCenter);
    layout->addStretch();
    return page;
}

QHBoxLayout* TubesView::makeActions()
{
    auto* row = new QHBoxLayout;
    row->setSpacing(2 * gridStep);
    auto* type = actButton(*m_type, "typeTubes", this);
    auto* tick = actButton(*m_tick, "tickTubes", this);
    auto* add = actButton(*m_add, "addTube", this);
    auto* card = actButton(*m_acts.card, "readCard", this);
    for (QPushButton* button : {type, tick, add, card})
        row->addWidget(button);
    row->addStretch();
    m_count = new PlainLabel(this);
    m_count->setObjectName(QStringLiteral("shownCount"));
    m_count->setProperty("quiet", true);
    m_count->setFont(textFont(textsize::small));
    m_count->setSizePolicy(QSizePolicy::Minimum, QSizePolicy::Preferred);
    row->addWidget(m_count);
    return row;
}

/// As many cells a row as fit, sharing the width evenly.
void TubesView::fitCells()
{
    const QSize least = TubeDelegate::leastCellSize();
    const int width = m_list->viewport()->width() - 2;
    const int columns = std::max(1, width / least.width());
    const QSize cell(width / columns, least.height());
    m_delegate->setCellSize(cell);
    m_list->setGridSize(cell);
}

bool TubesView::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() == QEvent::Resize && watched == m_list->viewport())
        fitCells();
    return QWidget::eventFilter(watched, event);
}

void TubesView::updateCount()
{
    const int all = m_model.rowCount();
    const int shown = m_filter->rowCount();
    m_pages->setCurrentIndex(all == 0 ? 1 : 0);
    m_pages->setVisible(all > 0 || m_typing->isHidden()); // one invitation at a time
    m_sifting->setVisible(all > 0 && m_typing->isHidden());
    const QString legend = tr("○ typical ● measured");
    m_count->setText(shown == all ? legend : tr("%1 of %2").arg(shown).arg(all));
}

std::vector<TubeId> TubesView::chosen() const
{
    std::vector<TubeId> ids;
    for (const QModelIndex& index : m_list->selectionModel()->selectedIndexes())
        ids.push_back({index.data(TubeModel::IdRole).toLongLong()});
    return ids;
}

void TubesView::choose(TubeId id)
{
    const QModelIndex index = m_filter->mapFromSource(m_model.index(m_model.rowOf(id)));
    if (index.isValid()) {
        m_list->setCurrentIndex(index);
        m_list->scrollTo(index);
    }
}

/// The tubes that were chosen before they were read again; the first one when there were none, so that the card has
/// something to show.
void TubesView::chooseAgain()
{
    const std::vector<TubeId> before = m_chosen;
    for (const TubeId id : before) {
        const QModelIndex index = m_filter->mapFromSource(m_model.index(m_model.rowOf(id)));
        if (index.isValid())
            m_list->selectionModel()->select(index, QItemSelectionModel::Select);
    }
    if (chosen().empty() && m_filter->rowCount() > 0)
        m_list->setCurrentIndex(m_filter->index(0, 0));
    m_card->showTubes(chosen());
}

void TubesView::addTube()
{
    if (!mayWrite(m_document, this))
        return;
    TubeDialog dialog({}, this);
    if (dialog.exec() == QDialog::Accepted) {
        if (const auto done = m_document.apply(putting(dialog.tube())))
            choose(done->tubes.put.front().id);
    }
}

void TubesView::typeIn(const QString& lines)
{
    if (!mayWrite(m_document, this))
        return;
    m_typing->show();
    updateCount();
    if (!lines.isEmpty())
        m_typing->takeLines(lines);
    m_typing->takeFocus();
}

void TubesView::tickOnes()
{
    if (!mayWrite(m_document, this))
        return;
    WallDialog wall(m_document, m_settings, this);
    if (wall.exec() != QDialog::Accepted || wall.tubes().empty())
        return;
    if (const auto done = m_document.apply(putting(wall.tubes())))
        choose(done->tubes.put.front().id);
}

void TubesView::leaveTyping()
{
    m_typing->hide();
    updateCount();
    takeFocus();
}

void TubesView::editTube()
{
    if (!mayWrite(m_document, this))
        return;
    const auto ids = chosen();
    if (ids.size() > 1) {
        std::vector<Tube> tubes;
        for (const TubeId id : ids)
            tubes.push_back(*m_document.notebook().tube(id));
        ManyTubesDialog dialog(tubes, this);
        if (dialog.exec() == QDialog::Accepted && dialog.tubes() != tubes)
            m_document.apply(putting(dialog.tubes()));
        return;
    }
    const Tube* tube = ids.size() == 1 ? m_document.notebook().tube(ids.front()) : nullptr;
    if (!tube)
        return;
    TubeDialog dialog(*tube, this);
    if (dialog.exec() == QDialog::Accepted && dialog.tube() != *tube) {
        change(dialog.tube());
        choose(ids.front());
    }
}

void TubesView::duplicateChosen()
{
    if (chosen().size() != 1)
        return;
    const NotebookEdit edit = duplicating(m_document.notebook(), chosen().front());
    if (const auto done = m_document.apply(edit, tr("duplicate %1").arg(text(edit.tubes.put.front().name))))
        choose(done->tubes.put.front().id);
}

void TubesView::mergeChosen()
{
    const auto ids = chosen();
    if (ids.size() != 2)
        return;
    const Notebook& notebook = m_document.notebook();
    m_document.apply(merging(notebook, ids[0], ids[1]), tr("merge into %1").arg(text(notebook.tube(ids[0])->name)));
    choose(ids[0]);
}

void TubesView::letDownChosen()
{
    const auto ids = chosen();
    if (ids.size() != 1)
        return;
    if (!mayWrite(m_document, this))
        return;
    LetDownDialog dialog(m_document, ids.front(), this);
    if (dialog.exec() == QDialog::Accepted)
        change(dialog.tube());
}

void TubesView::change(const Tube& tube)
{
    m_document.apply(changing(m_document.notebook(), tube, today()), tr("change %1").arg(text(tube.name)));
}

void TubesView::replaceChosen()
{
    if (chosen().size() == 1)
        ReplaceDialog(m_document.studio(), chosen().front(), m_settings, this).exec();
}

void TubesView::showReadings()
{
    if (chosen().size() == 1)
        ReadingsDialog(m_document, m_settings, chosen().front(), this).exec();
}

void TubesView::readCard()
{
    const QString path = messages().fileToOpen(this, tr("Read a card"), pictureFiles());
    if (!path.isEmpty())
        readCard(path);
}

/// The first card of a notebook without tubes: what is on it is the first tube.
bool TubesView::addPainted()
{
    if (!mayWrite(m_document, this))
        return false;
    const QString told =
        messages().askName(this, tr("Read a card"),
                           tr("Which tube is painted on it? As you would write it down: PB29, or French ultramarine"));
    if (told.isEmpty())
        return false;
    const auto lines = readTubeLines(told.toStdString(), m_document.notebook());
    if (lines.empty() || lines.front().tubes.empty()) {
        messages().tell(this, tr("Read a card"),
                        lines.empty() ? tr("Nothing was written.") : sentence(text(lines.front().why)));
        return false;
    }
    return m_document.apply(putting(lines.front().tubes.front().tube)).has_value();
}

void TubesView::readCard(const QString& picture)
{
    if (m_document.notebook().tubes.empty() && !addPainted())
        return;
    const auto ids = chosen();
    const auto named = tubeNamedIn(QFileInfo(picture).completeBaseName(), m_document.notebook().tubes);
    CardDialog dialog(m_document, m_settings, picture, named ? *named : ids.empty() ? TubeId{} : ids.front(), this);
    dialog.exec();
}

bool TubesView::isNamedAfterATube(const QString& picture) const
{
    return tubeNamedIn(QFileInfo(picture).completeBaseName(), m_document.notebook().tubes).has_value();
}

void TubesView::readMeasurements(const QString& path)
{
    const QString name = QFileInfo(path).fileName();
    const auto ids = chosen();
    if (ids.size() != 1) {
        messages().tell(this, tr("Read measurements"), tr("Choose the tube that %1 belongs to first.").arg(name));
        return;
    }
    const std::string owner = m_document.notebook().tube(ids.front())->name;
    const auto measured = readTextFile(path, InputKind::Measurements)
                              .and_then([](const DecodedText& file) { return readCgats(file.text); })
                              .and_then([&](const CgatsFile& file) { return readingFrom(file, owner); });
    if (!measured) {
        messages().tell(this, tr("Read measurements"),
                        tr("%1: %2. Nothing came in.").arg(name, text(measured.error().message)));
        return;
    }
    SwatchRecord record = *measured;
    record.tube = ids.front();
    record.date = today();
    m_document.apply(filing(m_document.notebook(), record), tr("reading of %1").arg(text(owner)));
}

void TubesView::removeChosen()
{
    m_document.apply(removing<Tube>(chosen()));
}

void TubesView::importList()
{
    if (!mayWrite(m_document, this))
        return;
    const QString path =
        messages().fileToOpen(this, tr("Bring in a list of tubes"), tr("Lists (*.csv *.txt *.tsv);;All files (*)"));
    if (!path.isEmpty())
        importFile(path);
}

void TubesView::importFile(const QString& path)
{
    if (const auto lines = plainLinesIn(path))
        return typeIn(*lines);
    messages().tell(this, tr("Bring in a list"), bringIn(m_document, path));
}

} // namespace iris
