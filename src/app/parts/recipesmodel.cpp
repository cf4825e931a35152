#include "app/parts/recipesmodel.h"

#include "app/parts/words.h"
#include "colour/observer.h"
#include "words/mixwords.h"

#include <cmath>

namespace iris {

void RecipesModel::setAnswers(std::vector<Need> needs, std::vector<NeedAnswer> answers, std::vector<Paint> paints)
{
    beginResetModel();
    m_sure.clear();
    m_needs = std::move(needs);
    m_answers = std::move(answers);
    m_paints = std::move(paints);
    endResetModel();
}

int RecipesModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(m_answers.size());
}

QString RecipesModel::recipeWords(std::size_t row, bool inShort) const
{
    const Match& match = m_answers[row].match;
    if (!match.isThere())
        return tr("not met; none of the tubes is what it asks for");
    const QString words = text(inShort ? shortLaidWords(match.recipe, m_paints) : laidWords(match.recipe, m_paints));
    return m_answers[row].met                      ? words
           : m_answers[row].isUnsure(m_needs[row]) ? tr("not sure enough; nearest is %1").arg(words)
                                                   : tr("not met; nearest is %1").arg(words);
}

void RecipesModel::setSureness(std::vector<double> sure)
{
    m_sure = std::move(sure);
    if (rowCount() > 0)
        Q_EMIT dataChanged(index(0), index(rowCount() - 1));
}

/// "2.4 apart, 9 times in 10".
QString RecipesModel::apartWords(std::size_t row) const
{
    const QString words = apart(m_answers[row].match.apart);
    if (row >= m_sure.size() || !(m_answers[row].met || m_answers[row].isUnsure(m_needs[row])))
        return words;
    const int tenths = static_cast<int>(std::lround(10 * m_sure[row]));
    return tenths >= 10 ? tr("%1, sure").arg(words) : tr("%1, %2 times in 10").arg(words).arg(tenths);
}

QVariant RecipesModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    const auto row = static_cast<std::size_t>(index.row());
    const bool answered = m_answers[row].match.isThere();
    switch (role) {
    case Qt::DisplayRole: return text(m_needs[row].name);
    case Qt::ToolTipRole:
    case Qt::AccessibleTextRole:
        return answered
                   ? tr("%1: %2; %3 (deltaE00)").arg(text(m_needs[row].name), recipeWords(row, false), apartWords(row))
                   : tr("%1: %2").arg(text(m_needs[row].name), recipeWords(row, false));
    case TargetRole: return QVariant::fromValue(m_needs[row].target);
    case ColourRole: // bare paper where nothing is mixed
        return QVariant::fromValue(answered ? m_answers[row].match.colour : toLab(seen(whitePaper())));
    case MetRole: return m_answers[row].met;
    case RecipeTextRole: return recipeWords(row, false);
    case ShortRecipeTextRole: return recipeWords(row, true);
    case ApartTextRole: return answered ? apartWords(row) : QString();
    default: return {};
    }
}

} // namespace iris
