#include "app/palette/needspanel.h"

#include "app/parts/act.h"
#include "app/parts/choicebox.h"
#include "app/parts/formfields.h"
#include "app/parts/maywrite.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/tubechoicemodel.h"
#include "app/parts/tubemodel.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "colour/srgb.h"
#include "drawing/displayed.h"
#include "drawing/washpainter.h"
#include "notebook/edits.h"

#include <QComboBox>
#include <QGridLayout>
#include <QLineEdit>
#include <QListView>
#include <QMenu>
#include <QPainter>
#include <QPushButton>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace iris {
namespace {

/// A need in the list: its colour, ringed when open and solid when met, its name and tolerance.
class NeedDelegate : public QStyledItemDelegate {
public:
    NeedDelegate(ViewSettings& settings, QObject* parent) : QStyledItemDelegate(parent), m_settings(settings) {}

    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return {160, 26}; }

    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const auto* record = index.data(NeedsModel::RecordRole).value<const NeedRecord*>();
        const GroundColours colours = m_settings.colours();
        const bool chosen = option.state.testFlag(QStyle::State_Selected);
        if (chosen)
            painter->fillRect(option.rect, colours.selected);
        const QColor ink = chosen ? colours.selectedText : colours.text;
        const QRect chip(option.rect.left() + 4, option.rect.top() + 4, 30, 18);
        painter->fillRect(chip, displayed(record->need.target, m_settings.valuesOnly()));
        painter->setPen(ink);
        painter->setFont(textFont(textsize::small));
        const QRect words = option.rect.adjusted(42, 0, -88, 0);
        painter->drawText(words, Qt::AlignVCenter | Qt::AlignLeft,
                          fitting(index.data().toString(), painter->fontMetrics(), words.width()));
        const QRect right(option.rect.right() - 88, option.rect.top(), 84, option.rect.height());
        painter->drawText(right, Qt::AlignVCenter | Qt::AlignRight, index.data(NeedsModel::StandingRole).toString());
    }

private:
    ViewSettings& m_settings;
};

} // namespace

NeedsPanel::NeedsPanel(Document& document, NeedsModel& model, TubeModel& tubes, ViewSettings& settings, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_model(model),
      m_tubes(tubes)
{
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2 * gridStep);
    setUpList(settings);
    layout->addWidget(m_list, 1);
    m_writing = new QWidget(this);
    auto* grid = new QGridLayout(m_writing);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setSpacing(gridStep + 2);
    setUpWriting(grid, settings);
    layout->addWidget(m_writing);
    m_problem = new PlainLabel(this);
    m_problem->setObjectName(QStringLiteral("needProblem"));
    m_problem->setFont(textFont(textsize::small));
    m_problem->setWordWrap(true);
    m_problem->hide();
    layout->addWidget(m_problem);
    // After the box itself, which picks a tube up when the list is read again.
    connect(m_tube->model(), &QAbstractItemModel::modelReset, this, [this] { m_tube->setCurrentIndex(-1); });
    connect(&document, &Document::notebookOpened, this, &NeedsPanel::startAfresh); // half a need is not for another one
}

void NeedsPanel::setUpList(ViewSettings& settings)
{
    m_list = new QListView(this);
    m_list->setObjectName(QStringLiteral("needs"));
    m_list->setAccessibleName(tr("Needs"));
    m_list->setModel(&m_model);
    m_list->setItemDelegate(new NeedDelegate(settings, m_list));
    m_list->setUniformItemSizes(true);
    m_list->setSelectionMode(QAbstractItemView::ExtendedSelection);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    connect(m_list->selectionModel(), &QItemSelectionModel::currentChanged, this,
            [this](const QModelIndex& index) { Q_EMIT needChosen(index.row()); });
    connect(m_list->selectionModel(), &QItemSelectionModel::selectionChanged, this, &NeedsPanel::choiceChanged);
    connect(m_list, &QListView::activated, this, &NeedsPanel::change);
    connect(&settings, &ViewSettings::changed, m_list->viewport(), qOverload<>(&QWidget::update));
}

void NeedsPanel::setUpWriting(QGridLayout* grid, ViewSettings& settings)
{
    m_name = new QLineEdit(this);
    m_name->setObjectName(QStringLiteral("needName"));
    m_name->setPlaceholderText(tr("A colour the picture wants  (N)"));
    m_colour = new QLineEdit(this);
    m_colour->setObjectName(QStringLiteral("needColour"));
    m_colour->setPlaceholderText(tr("L, a, b or #hex"));
    m_tube = new ChoiceBox(12, this);
    m_tube->setObjectName(QStringLiteral("needTube"));
    m_tube->setAccessibleName(tr("Take the colour of a tube"));
    m_tube->setModel(new TubeChoiceModel(m_tubes, settings, this));
    m_tube->setPlaceholderText(tr("or from a tube"));
    m_tube->setCurrentIndex(-1);
    m_tube->view()->setMinimumWidth(220);
    connect(m_tube, &QComboBox::activated, this, &NeedsPanel::takeFromTube);
    m_tolerance = new QComboBox(this);
    m_tolerance->setObjectName(QStringLiteral("needTolerance"));
    m_tolerance->setAccessibleName(tr("How near is near enough"));
    for (const double value : {tolerance::close, tolerance::workable, tolerance::loose})
        m_tolerance->addItem(text(toleranceWord(value)), value);
    m_importance = new QComboBox(this);
    m_importance->setObjectName(QStringLiteral("needImportance"));
    m_importance->setAccessibleName(tr("How much it matters"));
    m_importance->addItems({tr("nice to have"), tr("matters"), tr("essential")});
    addAct(*this, tr("Write a need"), Qt::Key_N, [this] { writeNew(); });
    addAct(
        *this, tr("Remove"), Qt::Key_Delete, [this] { removeChosen(); }, tr("Remove the chosen needs"));
    m_keep = new QPushButton(this);
    m_keep->setObjectName(QStringLiteral("addNeed"));
    connect(m_keep, &QPushButton::clicked, this, &NeedsPanel::keep);
    for (QLineEdit* field : {m_name, m_colour})
        connect(field, &QLineEdit::returnPressed, this, &NeedsPanel::keep);
    grid->addWidget(m_name, 0, 0, 1, 2);
    grid->addWidget(m_colour, 1, 0);
    grid->addWidget(m_tube, 1, 1);
    grid->addWidget(m_tolerance, 2, 0);
    grid->addWidget(m_importance, 2, 1);
    grid->addWidget(makeTerms(), 3, 0);
    grid->addWidget(m_keep, 3, 1);
    for (const int column : {0, 1})
        grid->setColumnStretch(column, 1);
    startAfresh();
}

/// What a need asks besides its colour, to be ticked.
QPushButton* NeedsPanel::makeTerms()
{
    const std::array<QString, 4> words{tr("Only of transparent tubes"), tr("Only of lightfast tubes"),
                                       tr("Only of tubes that lift"), tr("Value before hue")};
    auto* asks = new QPushButton(this);
    asks->setObjectName(QStringLiteral("needTerms"));
    auto* menu = new QMenu(asks);
    for (std::size_t i = 0; i < words.size(); ++i) {
        m_terms[i] = menu->addAction(words[i]);
        m_terms[i]->setCheckable(true);
        m_terms[i]->setObjectName(QStringLiteral("needTerm%1").arg(i));
        connect(m_terms[i], &QAction::toggled, asks, [this, asks] {
            const auto asked = std::ranges::count_if(m_terms, [](const QAction* term) { return term->isChecked(); });
            asks->setText(asked == 0 ? tr("It must be ...") : tr("It must be ... (%1)").arg(asked));
        });
    }
    asks->setText(tr("It must be ..."));
    asks->setMenu(menu);
    return asks;
}

NeedTerms NeedsPanel::terms() const
{
    return {m_terms[0]->isChecked(), m_terms[1]->isChecked(), m_terms[2]->isChecked(), m_terms[3]->isChecked()};
}

void NeedsPanel::setTerms(const NeedTerms& terms)
{
    const std::array<bool, 4> asked{terms.transparent, terms.lightfast, terms.lifts, terms.valueFirst};
    for (std::size_t i = 0; i < m_terms.size(); ++i)
        m_terms[i]->setChecked(asked[i]);
}

/// Empty lines for a new need, workable and wanted.
void NeedsPanel::startAfresh()
{
    m_changing = {};
    m_name->clear();
    m_colour->clear();
    m_tolerance->setCurrentIndex(m_tolerance->findData(tolerance::workable));
    m_importance->setCurrentIndex(1);
    setTerms({});
    m_keep->setText(tr("Add this need"));
}

void NeedsPanel::change(const QModelIndex& index)
{
    const auto* record = index.data(NeedsModel::RecordRole).value<const NeedRecord*>();
    if (!record || !mayWrite(m_document, this))
        return;
    const Need& need = record->need;
    m_changing = record->id;
    m_name->setText(text(need.name));
    showIn(*m_colour, typedLab(need.target));
    if (m_tolerance->findData(need.tolerance) < 0)
        m_tolerance->addItem(text(toleranceWord(need.tolerance)), need.tolerance);
    m_tolerance->setCurrentIndex(m_tolerance->findData(need.tolerance));
    m_importance->setCurrentIndex(need.importance - 1);
    setTerms(need.terms);
    m_keep->setText(tr("Keep the change"));
    setWriting(true);
    m_name->setFocus();
}

void NeedsPanel::takeFromTube(int row)
{
    const QModelIndex tube = m_tubes.index(row);
    if (!tube.isValid())
        return;
    const auto* paint = tube.data(TubeModel::PaintRole).value<const Paint*>();
    m_colour->setText(typedLab(paint->swatch.full));
    if (m_name->text().trimmed().isEmpty())
        m_name->setText(tr("like %1").arg(tube.data().toString()));
    m_tube->setCurrentIndex(-1);
}

Result<Need> NeedsPanel::typed() const
{
    Need need;
    need.name = m_name->text().trimmed().toStdString();
    if (need.name.empty())
        return failure(ErrorCode::BadNeed, "give the colour a name, such as wet mud");
    const QString colour = m_colour->text().trimmed();
    const bool hex = colour.startsWith(QLatin1Char('#')) || !colour.contains(QLatin1Char(','));
    const auto target = hex ? parseHex(colour.toStdString()).map([](const Srgb& value) { return toLab(value); })
                            : parseLab(colour.toStdString());
    if (!target)
        return tl::unexpected(target.error());
    const NeedRecord* before = m_document.notebook().need(m_changing);
    need.target = before && untouched(*m_colour) ? before->need.target : *target;
    need.tolerance = m_tolerance->currentData().toDouble();
    need.importance = m_importance->currentIndex() + 1;
    need.terms = terms();
    if (m_changing.value == 0 && m_document.notebook().needs.size() >= mostNeeds)
        return failure(ErrorCode::BadNeed, "at most " + std::to_string(mostNeeds) + " needs can be met at once");
    return need;
}

void NeedsPanel::keep()
{
    const auto need = typed();
    if (!need) {
        tell(text(need.error().message));
        return;
    }
    tell({});
    const NeedRecord* before = m_document.notebook().need(m_changing);
    const bool isNew = !before;
    NeedRecord record = before ? *before : NeedRecord{{}, *need, m_model.subject()};
    if (record.need.target != need->target)
        record.seen.reset(); // what was typed was seen in no picture
    record.need = *need;
    if (!m_document.apply(putting(record)))
        return; // what was typed is still there to try again with
    startAfresh();
    m_name->setFocus(); // the hand is where the next one begins
    if (isNew)
        m_list->scrollToBottom();
}

void NeedsPanel::tell(const QString& problem)
{
    m_problem->setText(sentence(problem));
    m_problem->setVisible(!problem.isEmpty());
}

std::vector<NeedRecord> NeedsPanel::chosen() const
{
    QModelIndexList rows = m_list->selectionModel()->selectedIndexes();
    std::sort(rows.begin(), rows.end());
    std::vector<NeedRecord> records;
    for (const QModelIndex& index : rows)
        records.push_back(*index.data(NeedsModel::RecordRole).value<const NeedRecord*>());
    return records;
}

std::optional<std::size_t> NeedsPanel::current() const
{
    const QModelIndex index = m_list->currentIndex();
    return index.isValid() ? std::optional(static_cast<std::size_t>(index.row())) : std::nullopt;
}

void NeedsPanel::removeChosen()
{
    std::vector<NeedId> ids;
    for (const NeedRecord& record : chosen())
        ids.push_back(record.id);
    m_document.apply(removing<NeedRecord>(ids));
}

void NeedsPanel::setCurrent(int row)
{
    m_list->setCurrentIndex(m_model.index(row));
}

void NeedsPanel::setWriting(bool writing)
{
    const QString why = m_document.readOnlyReason();
    m_writing->setVisible(writing && why.isEmpty());
    if (!writing || !why.isEmpty())
        tell(writing ? why : QString());
}

void NeedsPanel::writeNew()
{
    if (!mayWrite(m_document, this))
        return;
    startAfresh();
    setWriting(true);
    m_name->setFocus();
}

} // namespace iris
