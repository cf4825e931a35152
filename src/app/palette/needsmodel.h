#pragma once

#include "app/document/document.h"

#include <QAbstractListModel>

namespace iris {

/// The needs of the open notebook, and which of them the shown palette meets.
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

    /// One state a need, in their order; an empty list makes all open again.
    void setStates(std::vector<State> states);
    State stateOf(std::size_t row) const;
    int metCount() const;

private:
    void reload();

    Document& m_document;
    std::vector<State> m_states;
    std::size_t m_count = 0;
};

} // namespace iris

Q_DECLARE_METATYPE(const iris::NeedRecord*)
