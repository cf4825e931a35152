#pragma once

#include <QStyledItemDelegate>

namespace iris {

class ViewSettings;

/// Where things stand in a recipe's row; plain numbers, tested alone.
struct RecipeRowGeometry {
    QRect target;
    QRect mix; ///< touches the target
    QRect name;
    QRect apart;
    QRect recipe;
};
RecipeRowGeometry recipeRowGeometry(const QRect& row);

/// Draws a need and its recipe: target and mix touching, the need's name, the parts, and how far apart they are.
class RecipeDelegate : public QStyledItemDelegate {
    Q_OBJECT

public:
    explicit RecipeDelegate(ViewSettings& settings, QObject* parent = nullptr);

    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override;
    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override;

private:
    ViewSettings& m_settings;
};

} // namespace iris
