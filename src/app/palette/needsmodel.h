#pragma once

#include "app/document/document.h"

#include <QAbstractListModel>

namespace iris {

/// The needs of one picture of the open notebook, or all of them, and which of them the shown palette meets.
class NeedsModel : public QAbstractListModel {
    Q_OBJECT

public:
    /// How a need stands.
    enum class State { Open, Met, Missed };
    enum Role {
        RecordRole = Qt::UserRole + 1,
        StandingRole, ///< "met", "not met", or how near would do while nothing is mixed yet
    };

    explicit NeedsModel(Document& document, QObject* parent = nullptr);

    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;

    /// The needs of one picture; 0 for all there are.
    void setSubject(SubjectId subject);
    SubjectId subject() const { return m_subject; }
    const std::vector<NeedRecord>& records() const { return m_records; }
    std::vector<Need> needs() const;

    /// One state a need, in their order; an empty list makes all open again.
    void setStates(std::vector<State> states);
    State stateOf(std::size_t row) const;
    int metCount() const;

private:
    void reload();

    Document& m_document;
    SubjectId m_subject;
    std::vector<NeedRecord> m_records;
    std::vector<State> m_states;
};

} // namespace iris

Q_DECLARE_METATYPE(const iris::NeedRecord*)
