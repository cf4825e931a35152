#pragma once

#include "palette/choose.h"

#include <QAbstractListModel>

namespace iris {

/// How the shown palette answers each need.
class RecipesModel : public QAbstractListModel {
    Q_OBJECT

public:
    enum Role {
        TargetRole = Qt::UserRole + 1, ///< iris::Lab
        ColourRole,                    ///< iris::Lab of the recipe
        MetRole,                       ///< bool
        RecipeTextRole,
        ShortRecipeTextRole, ///< where the other does not fit
        ApartTextRole,
    };

    using QAbstractListModel::QAbstractListModel;

    void setAnswers(std::vector<Need> needs, std::vector<NeedAnswer> answers, std::vector<Paint> paints);
    /// How sure each answer is, 0 to 1, once that is known.
    void setSureness(std::vector<double> sure);
    void clear() { setAnswers({}, {}, {}); }

    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    const NeedAnswer& answer(std::size_t row) const { return m_answers[row]; }

private:
    QString recipeWords(std::size_t row, bool inShort) const;
    QString apartWords(std::size_t row) const;

    std::vector<Need> m_needs;
    std::vector<NeedAnswer> m_answers;
    std::vector<Paint> m_paints;
    std::vector<double> m_sure; ///< empty while it is not known
};

} // namespace iris

Q_DECLARE_METATYPE(iris::Lab)
