#include "app/parts/recipedelegate.h"

#include "app/parts/plainwords.h"
#include "app/parts/recipesmodel.h"
#include "app/theme/viewsettings.h"
#include "drawing/displayed.h"
#include "drawing/washpainter.h"

#include <QPainter>

namespace iris {

RecipeRowGeometry recipeRowGeometry(const QRect& row)
{
    constexpr int swatch = 44;
    const QRect inner = row.adjusted(6, 5, -6, -5);
    RecipeRowGeometry geometry;
    geometry.target = QRect(inner.left(), inner.top(), swatch, inner.height());
    geometry.mix = QRect(inner.left() + swatch, inner.top(), swatch, inner.height());
    const int left = geometry.mix.right() + 1 + 3 * gridStep;
    const int half = inner.height() / 2;
    const int apart = std::min(164, (inner.right() - left) / 2); // "2.4 apart, 9 times in 10"
    geometry.apart = QRect(inner.right() - apart + 1, inner.top(), apart, half);
    geometry.name = QRect(left, inner.top(), geometry.apart.left() - left - gridStep, half);
    geometry.recipe = QRect(left, inner.top() + half, inner.right() - left, half);
    return geometry;
}

RecipeDelegate::RecipeDelegate(ViewSettings& settings, QObject* parent)
    : QStyledItemDelegate(parent),
      m_settings(settings)
{
}

QSize RecipeDelegate::sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const
{
    return {300, 46};
}

void RecipeDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const
{
    const RecipeRowGeometry at = recipeRowGeometry(option.rect);
    const GroundColours colours = m_settings.colours();
    const bool values = m_settings.valuesOnly();
    painter->fillRect(at.target, displayed(index.data(RecipesModel::TargetRole).value<Lab>(), values));
    painter->fillRect(at.mix, displayed(index.data(RecipesModel::ColourRole).value<Lab>(), values));
    if (option.state.testFlag(QStyle::State_Selected))
        paintSelection(*painter, at.target.united(at.mix));
    painter->setPen(colours.text);
    const auto write = [&](const QRect& place, const QFont& font, const QString& words, Qt::Alignment side) {
        painter->setFont(font);
        painter->drawText(place, side | Qt::AlignVCenter, fitting(words, painter->fontMetrics(), place.width()));
    };
    write(at.name, textFont(textsize::small, QFont::DemiBold), index.data().toString(), Qt::AlignLeft);
    write(at.apart, textFont(textsize::small), index.data(RecipesModel::ApartTextRole).toString(), Qt::AlignRight);
    const QFont small = textFont(textsize::small);
    const QString words = index.data(RecipesModel::RecipeTextRole).toString();
    const bool fits = QFontMetrics(small).horizontalAdvance(words) <= at.recipe.width();
    write(at.recipe, small, fits ? words : index.data(RecipesModel::ShortRecipeTextRole).toString(), Qt::AlignLeft);
}

} // namespace iris
