#include "app/tubes/tubefiltermodel.h"

#include "app/parts/tubemodel.h"
#include "app/parts/words.h"

#include <array>
#include <tuple>

namespace iris {
namespace {

/// Painters lay tubes out from lemon through orange, red, violet, blue and green to the earths.
int familyRank(HueFamily family)
{
    using enum HueFamily;
    constexpr std::array order{Yellow, Orange, Red, Violet, Blue, Green, Brown, Black, White};
    return static_cast<int>(std::ranges::find(order, family) - order.begin());
}

/// From the green side of yellow round to the yellow side of green: falling hue angle.
std::tuple<int, double> byHue(const TubeFacts& tube)
{
    return {familyRank(tube.family), -tube.lean.degrees};
}

} // namespace

TubeFilterModel::TubeFilterModel(TubeModel& model, QObject* parent) : QSortFilterProxyModel(parent), m_model(model)
{
    setSourceModel(&model);
    sort(0);
}

void TubeFilterModel::setFilter(const TubeFilter& filter)
{
    m_filter = filter;
    m_words = text(filter.words).toLower().split(QLatin1Char(' '), Qt::SkipEmptyParts);
    invalidateFilter();
}

void TubeFilterModel::setOrder(Order order)
{
    m_order = order;
    invalidate();
}

bool TubeFilterModel::filterAcceptsRow(int row, const QModelIndex&) const
{
    const TubeFacts& tube = m_model.factsAt(row);
    return (!m_filter.family || tube.family == *m_filter.family)
           && (!m_filter.transparency || tube.transparency.kind == *m_filter.transparency)
           && (!m_filter.leansTo || (!tube.lean.inTheMiddle() && tube.lean.towards == *m_filter.leansTo))
           && (!m_filter.where || tube.where == *m_filter.where)
           && std::ranges::all_of(m_words, [&](const QString& word) { return tube.searched.contains(word); });
}

bool TubeFilterModel::lessThan(const QModelIndex& left, const QModelIndex& right) const
{
    const TubeFacts& one = m_model.factsAt(left.row());
    const TubeFacts& two = m_model.factsAt(right.row());
    switch (m_order) {
    case Order::Hue: return byHue(one) < byHue(two);
    case Order::Name: return QString::compare(one.name, two.name, Qt::CaseInsensitive) < 0;
    case Order::Code: return one.codes < two.codes;
    case Order::Transparency: return one.transparency.opacityIndex < two.transparency.opacityIndex;
    case Order::Lean:
        return std::tuple(familyRank(one.lean.towards), byHue(one))
               < std::tuple(familyRank(two.lean.towards), byHue(two));
    case Order::Value: return one.value > two.value;
    case Order::PricePerMl: return one.pricePerMl.value_or(1e9) < two.pricePerMl.value_or(1e9);
    }
    return false;
}

} // namespace iris
