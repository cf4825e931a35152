#include "app/tubes/siftbar.h"

#include "app/document/document.h"
#include "app/parts/choicebox.h"
#include "app/parts/formfields.h"
#include "app/parts/maywrite.h"
#include "app/parts/messages.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "app/tubes/tubefiltermodel.h"
#include "notebook/edits.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QVBoxLayout>

namespace iris {
namespace {

template <typename Value> std::optional<Value> chosenValue(const QComboBox* box)
{
    const int value = box->currentData().toInt();
    return value < 0 ? std::nullopt : std::optional(static_cast<Value>(value));
}

} // namespace

SiftBar::SiftBar(Document& document, TubeFilterModel& filter, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_filter(filter)
{
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins({});
    layout->setSpacing(2 * gridStep);
    layout->addLayout(makeFind());
    layout->addLayout(makeFilter());
    whenChanged(document, NotebookPart::Filters, this, &SiftBar::fillKeptViews);
}

QComboBox* SiftBar::makeFilterBox(const char* name, const QString& everything)
{
    auto* box = new QComboBox(this);
    box->setObjectName(QLatin1String(name));
    box->setAccessibleName(everything);
    box->addItem(everything, -1);
    return box;
}

/// What is looked for, the views that were kept, and the order.
QHBoxLayout* SiftBar::makeFind()
{
    auto* row = new QHBoxLayout;
    row->setSpacing(2 * gridStep);
    m_search = new QLineEdit(this);
    m_search->setObjectName(QStringLiteral("find"));
    m_search->setPlaceholderText(tr("Find anything written on a tube  ( / )"));
    m_search->setClearButtonEnabled(true);
    m_search->setMinimumWidth(120);
    connect(m_search, &QLineEdit::textChanged, this, &SiftBar::sift);
    row->addWidget(m_search, 2);
    row->addWidget(makeKeptViews(), 1);
    row->addWidget(makeOrder(), 1);
    return row;
}

QHBoxLayout* SiftBar::makeFilter()
{
    auto* row = new QHBoxLayout;
    row->setSpacing(2 * gridStep);
    m_family = makeFilterBox("family", tr("any family"));
    for (const HueFamily value : allHueFamilies)
        m_family->addItem(text(nameOf(value)), static_cast<int>(value));
    m_transparency = makeFilterBox("transparency", tr("any opacity"));
    for (int value = 0; value < 4; ++value)
        m_transparency->addItem(text(nameOf(static_cast<TransparencyClass>(value))), value);
    m_lean = makeFilterBox("lean", tr("any lean"));
    for (std::size_t i = 0; i < wheelFamilyCount; ++i)
        m_lean->addItem(tr("leans %1").arg(text(nameOf(allHueFamilies[i]))), static_cast<int>(allHueFamilies[i]));
    m_where = makeFilterBox("where", tr("any place"));
    for (int value = 0; value < 4; ++value)
        m_where->addItem(text(nameOf(static_cast<Whereabouts>(value))), value);
    for (QComboBox* box : {m_family, m_transparency, m_lean, m_where}) {
        connect(box, &QComboBox::currentIndexChanged, this, &SiftBar::sift);
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        box->setMinimumContentsLength(9);
        row->addWidget(box, 1);
    }
    return row;
}

void SiftBar::sift()
{
    TubeFilter filter;
    filter.words = m_search->text().trimmed().toStdString();
    filter.family = chosenValue<HueFamily>(m_family);
    filter.transparency = chosenValue<TransparencyClass>(m_transparency);
    filter.leansTo = chosenValue<HueFamily>(m_lean);
    filter.where = chosenValue<Whereabouts>(m_where);
    m_filter.setFilter(filter);
    Q_EMIT sifted();
}

void SiftBar::showFilter(const TubeFilter& filter)
{
    m_search->setText(text(filter.words));
    const auto show = [](QComboBox* box, const auto& value) {
        box->setCurrentIndex(value ? box->findData(static_cast<int>(*value)) : 0);
    };
    show(m_family, filter.family);
    show(m_transparency, filter.transparency);
    show(m_lean, filter.leansTo);
    show(m_where, filter.where);
}

QComboBox* SiftBar::makeKeptViews()
{
    m_keptViews = new QComboBox(this);
    m_keptViews->setObjectName(QStringLiteral("keptViews"));
    m_keptViews->setAccessibleName(tr("Kept views"));
    m_keptViews->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_keptViews->setMinimumContentsLength(8);
    connect(m_keptViews, &QComboBox::activated, this, &SiftBar::keptViewPicked);
    fillKeptViews();
    return m_keptViews;
}

void SiftBar::fillKeptViews()
{
    m_keptViews->clear();
    m_keptViews->addItem(tr("All tubes"), 0LL);
    for (const FilterRecord& filter : m_document.notebook().filters)
        m_keptViews->addItem(nameInList(filter.name), static_cast<qlonglong>(filter.id.value));
    m_keptViews->insertSeparator(m_keptViews->count());
    m_keptViews->addItem(tr("Keep this view..."), -1LL);
    if (!m_document.notebook().filters.empty())
        m_keptViews->addItem(tr("Forget the view"), -2LL);
}

void SiftBar::keptViewPicked(int index)
{
    const qlonglong picked = m_keptViews->itemData(index).toLongLong();
    const auto& filters = m_document.notebook().filters;
    const auto shown = std::ranges::find(filters, m_filter.filter(), &FilterRecord::filter);
    if (picked == -1) {
        const QString name = mayWrite(m_document, this)
                                 ? messages().askName(this, tr("Keep this view"), tr("Name of the view"))
                                 : QString();
        if (!name.isEmpty())
            m_document.apply(putting(FilterRecord{{}, name.toStdString(), m_filter.filter()}),
                             tr("keep view %1").arg(name));
    } else if (picked == -2 && shown != filters.end()) {
        m_document.apply(removing<FilterRecord>(shown->id), tr("forget a view"));
        showFilter({});
    } else if (picked >= 0) {
        const auto chosenOne = std::ranges::find(filters, FilterId{picked}, &FilterRecord::id);
        showFilter(chosenOne == filters.end() ? TubeFilter{} : chosenOne->filter);
        return;
    }
    const auto now = std::ranges::find(m_document.notebook().filters, m_filter.filter(), &FilterRecord::filter);
    m_keptViews->setCurrentIndex(
        now == m_document.notebook().filters.end() ? 0 : m_keptViews->findData(static_cast<qlonglong>(now->id.value)));
}

QComboBox* SiftBar::makeOrder()
{
    auto* order = new ChoiceBox(10, this);
    order->setObjectName(QStringLiteral("order"));
    order->setAccessibleName(tr("Order"));
    using Order = TubeFilterModel::Order;
    addChoices<Order>(*order, {{Order::Hue, tr("by hue")},
                               {Order::Name, tr("by name")},
                               {Order::Code, tr("by code")},
                               {Order::Transparency, tr("by transparency")},
                               {Order::Lean, tr("by lean")},
                               {Order::Value, tr("light to dark")},
                               {Order::PricePerMl, tr("by price a ml")}});
    connect(order, &QComboBox::currentIndexChanged, this,
            [this, order] { m_filter.setOrder(chosenIn<Order>(*order)); });
    return order;
}

void SiftBar::find()
{
    m_search->setFocus();
    m_search->selectAll();
}

} // namespace iris
