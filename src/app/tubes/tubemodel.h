#pragma once

#include "app/document/document.h"
#include "app/parts/washpainter.h"

#include <QAbstractListModel>

namespace iris {

/// The tubes of the open notebook, each with its paint and its wash.
class TubeModel : public QAbstractListModel {
    Q_OBJECT

public:
    enum Role {
        IdRole = Qt::UserRole + 1, ///< qlonglong
        PaintRole,                 ///< const iris::Paint*, until the next change
        WashRole,                  ///< const iris::WashColours*, until the next change
        MakerRole,
    };

    explicit TubeModel(Document& document, QObject* parent = nullptr);

    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;

    TubeId idAt(int row) const;
    int rowOf(TubeId id) const;

private:
    void reload();
    QString spokenWords(std::size_t row) const;

    Document& m_document;
    std::vector<WashColours> m_washes;
    std::size_t m_count = 0;
};

} // namespace iris

Q_DECLARE_METATYPE(const iris::Paint*)
Q_DECLARE_METATYPE(const iris::WashColours*)
