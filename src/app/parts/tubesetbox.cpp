#include "app/parts/tubesetbox.h"

#include "app/parts/formfields.h"
#include "app/parts/plainlabel.h"
#include "app/parts/tubechoicemodel.h"
#include "app/parts/tubemodel.h"
#include "app/parts/words.h"
#include "app/parts/worktable.h"
#include "app/theme/theme.h"

#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QListWidget>
#include <QPushButton>
#include <QSignalBlocker>
#include <QVBoxLayout>
#include <set>

namespace iris {
namespace {

enum TubeChoice { All = -1, OnPalette = -2, ByHand = -3 };

QString plural(HueFamily family)
{
    switch (family) {
    case HueFamily::Red: return QObject::tr("Reds");
    case HueFamily::Orange: return QObject::tr("Oranges");
    case HueFamily::Yellow: return QObject::tr("Yellows");
    case HueFamily::Green: return QObject::tr("Greens");
    case HueFamily::Blue: return QObject::tr("Blues");
    case HueFamily::Violet: return QObject::tr("Violets");
    case HueFamily::Brown: return QObject::tr("Earths and browns");
    case HueFamily::Black: return QObject::tr("Blacks");
    case HueFamily::White: return QObject::tr("Whites");
    }
    return {};
}

} // namespace

TubeSetBox::TubeSetBox(Worktable& context, const char* name, QWidget* parent) : ChoiceBox(8, parent), m_context(context)
{
    setObjectName(QLatin1String(name));
    fill();
    whenChanged(context.document(), NotebookPart::Tubes, this, &TubeSetBox::fill);
    connect(this, &QComboBox::activated, this, [this] {
        if (currentData().toInt() == ByHand)
            askByHand();
    });
    connect(this, &QComboBox::currentIndexChanged, this, &TubeSetBox::changed);
}

void TubeSetBox::fill()
{
    const QVariant before = currentData();
    const QSignalBlocker quiet(this);
    clear();
    addItem(tr("All tubes"), All);
    std::set<HueFamily> families;
    const auto& paints = m_context.document().studio()->paints;
    bool onPalette = false;
    for (const std::size_t place : m_context.document().studio()->atHand()) {
        families.insert(paints[place].family);
        onPalette = onPalette || m_context.document().notebook().tubes[place].stock.where == Whereabouts::Palette;
    }
    if (onPalette)
        addItem(tr("On the palette"), OnPalette);
    for (const HueFamily family : families)
        addItem(plural(family), static_cast<int>(family));
    addItem(tr("Chosen by hand ..."), ByHand);
    setCurrentIndex(std::max(0, before.isValid() ? findData(before) : 0));
}

std::vector<std::size_t> TubeSetBox::places() const
{
    std::vector<std::size_t> places;
    const int choice = currentData().toInt();
    if (choice == ByHand) {
        for (const std::int64_t id : m_byHand)
            if (const auto place = m_context.document().studio()->placeOf({id}))
                places.push_back(*place);
        return places;
    }
    const auto& paints = m_context.document().studio()->paints;
    const auto& tubes = m_context.document().notebook().tubes;
    for (const std::size_t place : m_context.document().studio()->atHand())
        if (choice == All || (choice == OnPalette && tubes[place].stock.where == Whereabouts::Palette)
            || choice == static_cast<int>(paints[place].family))
            places.push_back(place);
    return places;
}

void TubeSetBox::choose(const QString& words)
{
    setCurrentIndex(std::max(0, findText(words)));
}

void TubeSetBox::chooseByHand(std::vector<std::size_t> places)
{
    m_byHand.clear();
    for (const std::size_t place : places)
        m_byHand.push_back(m_context.document().notebook().tubes[place].id.value);
    {
        const QSignalBlocker quiet(this); // it would ask which
        setCurrentIndex(count() - 1);
    }
    Q_EMIT changed();
}

void TubeSetBox::askByHand()
{
    ByHandDialog dialog(m_context, m_byHand, window());
    if (dialog.exec() == QDialog::Accepted) {
        m_byHand = dialog.chosen();
        Q_EMIT chosenByHand();
    }
    Q_EMIT changed();
}

ByHandDialog::ByHandDialog(Worktable& context, const std::vector<std::int64_t>& chosen, QWidget* parent)
    : QDialog(parent),
      m_list(new QListWidget(this))
{
    setWindowTitle(tr("Tubes for a chart"));
    resize(400, 580);
    m_list->setObjectName(QStringLiteral("tubesByHand"));
    m_list->setDragDropMode(QAbstractItemView::InternalMove);
    m_list->setIconSize({28, 18});
    m_list->setSpacing(1);
    m_list->installEventFilter(this);
    fill(context, chosen);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(5 * gridStep, 5 * gridStep, 5 * gridStep, 5 * gridStep);
    layout->addWidget(new PlainLabel(tr("Tick the tubes, and drag or move them into order."), this));
    layout->addWidget(m_list);
    auto* movers = new QHBoxLayout;
    movers->addWidget(makeMover(tr("Up (Ctrl+Up)"), "moveUp", -1));
    movers->addWidget(makeMover(tr("Down (Ctrl+Down)"), "moveDown", 1));
    layout->addLayout(movers);
    QDialogButtonBox* buttons = keepOrLeave(*this, tr("Take these")).box;
    layout->addWidget(buttons);
}

/// The chosen tubes first and in their order, then what else is at hand.
void ByHandDialog::fill(Worktable& context, const std::vector<std::int64_t>& chosen)
{
    std::vector<std::int64_t> ids = chosen;
    for (const Tube& tube : context.document().notebook().tubes)
        if (std::ranges::find(ids, tube.id.value) == ids.end() && isAtHand(tube))
            ids.push_back(tube.id.value);
    const TubeChoiceModel choices(context.model(),
                                  context.settings()); // names, codes and chips as in the boxes of tubes
    for (const std::int64_t id : ids) {
        const QModelIndex tube = choices.index(context.model().rowOf({id}), 0);
        if (!tube.isValid())
            continue;
        auto* item = new QListWidgetItem(tube.data(Qt::DecorationRole).value<QIcon>(), tube.data().toString(), m_list);
        item->setData(Qt::UserRole, static_cast<qlonglong>(id));
        item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
        item->setCheckState(std::ranges::find(chosen, id) != chosen.end() ? Qt::Checked : Qt::Unchecked);
    }
    m_list->setCurrentRow(0);
}

QPushButton* ByHandDialog::makeMover(const QString& words, const char* name, int by)
{
    auto* button = new QPushButton(words, this);
    button->setObjectName(QLatin1String(name));
    button->setAutoDefault(false); // Enter takes the tubes
    connect(button, &QPushButton::clicked, this, [this, by] { move(by); });
    return button;
}

/// The list has its own use for Ctrl and arrows, so it is asked first.
bool ByHandDialog::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() != QEvent::KeyPress)
        return QDialog::eventFilter(watched, event);
    const auto* press = static_cast<QKeyEvent*>(event);
    const bool up = press->key() == Qt::Key_Up;
    if (!press->modifiers().testFlag(Qt::ControlModifier) || (!up && press->key() != Qt::Key_Down))
        return QDialog::eventFilter(watched, event);
    move(up ? -1 : 1);
    return true;
}

void ByHandDialog::move(int by)
{
    const int from = m_list->currentRow();
    const int to = from + by;
    if (from < 0 || to < 0 || to >= m_list->count())
        return;
    m_list->insertItem(to, m_list->takeItem(from));
    m_list->setCurrentRow(to);
}

std::vector<std::int64_t> ByHandDialog::chosen() const
{
    std::vector<std::int64_t> ids;
    for (int row = 0; row < m_list->count(); ++row)
        if (m_list->item(row)->checkState() == Qt::Checked)
            ids.push_back(m_list->item(row)->data(Qt::UserRole).toLongLong());
    return ids;
}

} // namespace iris
