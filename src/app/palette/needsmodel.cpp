#include "app/palette/needsmodel.h"

#include "app/parts/words.h"

namespace iris {
namespace {

QString standingOf(const Need& need, NeedsModel::State state)
{
    switch (state) {
    case NeedsModel::State::Met: return QObject::tr("met");
    case NeedsModel::State::Missed: return QObject::tr("not met");
    case NeedsModel::State::Open: break;
    }
    return text(toleranceWord(need.tolerance));
}

} // namespace

NeedsModel::NeedsModel(Document& document, QObject* parent) : QAbstractListModel(parent), m_document(document)
{
    connect(&document, &Document::needsChanged, this, &NeedsModel::reload);
    reload();
}

void NeedsModel::reload()
{
    beginResetModel();
    m_count = m_document.notebook().needs.size();
    m_states.clear();
    endResetModel();
}

int NeedsModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(m_count);
}

NeedsModel::State NeedsModel::stateOf(std::size_t row) const
{
    return row < m_states.size() ? m_states[row] : State::Open;
}

int NeedsModel::metCount() const
{
    return static_cast<int>(std::ranges::count(m_states, State::Met));
}

void NeedsModel::setStates(std::vector<State> states)
{
    m_states = std::move(states);
    if (m_count > 0)
        Q_EMIT dataChanged(index(0), index(rowCount() - 1));
}

QVariant NeedsModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    const auto row = static_cast<std::size_t>(index.row());
    const NeedRecord& record = m_document.notebook().needs[row];
    switch (role) {
    case Qt::DisplayRole: return text(record.need.name);
    case Qt::ToolTipRole:
    case Qt::AccessibleTextRole:
        return tr("%1: %2, %3")
            .arg(text(record.need.name), colourWords(record.need.target), standingOf(record.need, stateOf(row)));
    case RecordRole: return QVariant::fromValue(&record);
    case StandingRole: return standingOf(record.need, stateOf(row));
    default: return {};
    }
}

} // namespace iris
