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

/// ", transparent and lightfast"; nothing when only the colour counts.
QString termsOf(const NeedTerms& terms)
{
    QStringList words;
    if (terms.transparent)
        words << QObject::tr("transparent");
    if (terms.lightfast)
        words << QObject::tr("lightfast");
    if (terms.lifts)
        words << QObject::tr("able to lift");
    if (terms.valueFirst)
        words << QObject::tr("value before hue");
    return words.isEmpty() ? QString() : QStringLiteral(", ") + listed(words);
}

} // namespace

NeedsModel::NeedsModel(Document& document, QObject* parent) : QAbstractListModel(parent), m_document(document)
{
    whenChanged(document, {NotebookPart::Needs, NotebookPart::Subjects}, this, &NeedsModel::reload);
    connect(&document, &Document::notebookOpened, this, [this] { m_subject = {}; });
    reload();
}

void NeedsModel::reload()
{
    beginResetModel();
    const Notebook& notebook = m_document.notebook();
    if (!notebook.subject(m_subject))
        m_subject = {};
    m_records.clear();
    for (const NeedRecord& record : notebook.needs)
        if (m_subject.value == 0 || record.subject == m_subject)
            m_records.push_back(record);
    m_states.clear();
    endResetModel();
}

void NeedsModel::setSubject(SubjectId subject)
{
    if (subject == m_subject)
        return;
    m_subject = subject;
    reload();
}

std::vector<Need> NeedsModel::needs() const
{
    std::vector<Need> needs;
    for (const NeedRecord& record : m_records)
        needs.push_back(record.need);
    return needs;
}

int NeedsModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(m_records.size());
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
    if (!m_records.empty())
        Q_EMIT dataChanged(index(0), index(rowCount() - 1));
}

QVariant NeedsModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    const auto row = static_cast<std::size_t>(index.row());
    const NeedRecord& record = m_records[row];
    switch (role) {
    case Qt::DisplayRole: return text(record.need.name);
    case Qt::ToolTipRole:
    case Qt::AccessibleTextRole:
        return tr("%1: %2, %3%4")
            .arg(text(record.need.name), colourWords(record.need.target), standingOf(record.need, stateOf(row)),
                 termsOf(record.need.terms));
    case RecordRole: return QVariant::fromValue(&record);
    case StandingRole: return standingOf(record.need, stateOf(row));
    default: return {};
    }
}

} // namespace iris
