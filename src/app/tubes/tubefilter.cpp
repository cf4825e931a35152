#include "app/tubes/tubefilter.h"

#include "app/parts/words.h"
#include "app/tubes/tubemodel.h"

#include <array>
#include <tuple>

namespace iris {
namespace {

const Paint& paintAt(const QModelIndex& index)
{
    return *index.data(TubeModel::PaintRole).value<const Paint*>();
}

/// Painters lay tubes out from lemon through orange, red, violet, blue and green to the earths.
int familyRank(HueFamily family)
{
    using enum HueFamily;
    constexpr std::array order{Yellow, Orange, Red, Violet, Blue, Green, Brown, Black, White};
    return static_cast<int>(std::ranges::find(order, family) - order.begin());
}

double hueWithinFamily(const Paint& paint)
{
    // From the green side of yellow round to the yellow side of green: falling hue angle.
    return -paint.lean().degrees;
}

} // namespace

TubeFilter::TubeFilter(QObject* parent) : QSortFilterProxyModel(parent)
{
    sort(0);
}

void TubeFilter::setText(const QString& text)
{
    m_words = text.split(QLatin1Char(' '), Qt::SkipEmptyParts);
    invalidateFilter();
}

void TubeFilter::setFamily(std::optional<HueFamily> family)
{
    m_family = family;
    invalidateFilter();
}

void TubeFilter::setTransparency(std::optional<TransparencyClass> kind)
{
    m_transparency = kind;
    invalidateFilter();
}

void TubeFilter::setLean(std::optional<HueFamily> towards)
{
    m_lean = towards;
    invalidateFilter();
}

void TubeFilter::setOrder(Order order)
{
    m_order = order;
    invalidate();
}

bool TubeFilter::holdsEveryWord(const QModelIndex& index, const Paint& paint) const
{
    const QString searched = QStringList{index.data().toString(), index.data(TubeModel::MakerRole).toString(),
                                         text(textOf(paint.codes)), text(describe(paint.lean()))}
                                 .join(QLatin1Char(' '));
    return std::ranges::all_of(m_words,
                               [&](const QString& word) { return searched.contains(word, Qt::CaseInsensitive); });
}

bool TubeFilter::filterAcceptsRow(int row, const QModelIndex& parent) const
{
    const QModelIndex index = sourceModel()->index(row, 0, parent);
    const Paint& paint = paintAt(index);
    return (!m_family || paint.family == *m_family) && (!m_transparency || paint.transparency().kind == *m_transparency)
           && (!m_lean || (!paint.lean().inTheMiddle() && paint.lean().towards == *m_lean))
           && holdsEveryWord(index, paint);
}

bool TubeFilter::lessThan(const QModelIndex& left, const QModelIndex& right) const
{
    const Paint& one = paintAt(left);
    const Paint& two = paintAt(right);
    const auto byHue = [](const Paint& paint) { return std::tuple(familyRank(paint.family), hueWithinFamily(paint)); };
    switch (m_order) {
    case Order::Hue: return byHue(one) < byHue(two);
    case Order::Name: return QString::localeAwareCompare(left.data().toString(), right.data().toString()) < 0;
    case Order::Code: return one.codes < two.codes;
    case Order::Transparency: return one.transparency().opacityIndex < two.transparency().opacityIndex;
    case Order::Lean:
        return std::tuple(familyRank(one.lean().towards), byHue(one))
               < std::tuple(familyRank(two.lean().towards), byHue(two));
    case Order::Value: return one.swatch.full.l > two.swatch.full.l;
    }
    return false;
}

} // namespace iris
