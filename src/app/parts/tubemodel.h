#pragma once

#include "app/document/document.h"
#include "drawing/washpainter.h"

#include <QAbstractListModel>

namespace iris {

/// What sorting and sifting ask of a tube, worked out once.
struct TubeFacts {
    HueFamily family = HueFamily::Black;
    Lean lean;
    Transparency transparency;
    double value = 0; ///< L* of the full wash
    std::optional<double> pricePerMl;
    Whereabouts where = Whereabouts::Drawer;
    QString name;
    QString searched; ///< everything written on the tube and judged of it, in lower case
    std::vector<PigmentCode> codes;
};

/// The tubes of the open notebook, each with its paint and its wash.
class TubeModel : public QAbstractListModel {
    Q_OBJECT

public:
    enum Role {
        IdRole = Qt::UserRole + 1, ///< qlonglong
        PaintRole,                 ///< const iris::Paint*, until the next change
        WashRole,                  ///< const iris::WashColours*, until the next change
        MakerRole,
        NotAtHandRole, ///< "wish list", "used up", or empty for a tube that can be mixed with
    };

    explicit TubeModel(Document& document, QObject* parent = nullptr);

    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;

    TubeId idAt(int row) const;
    int rowOf(TubeId id) const;
    const TubeFacts& factsAt(int row) const { return m_facts[static_cast<std::size_t>(row)]; }

private:
    void reload();
    TubeFacts factsOf(std::size_t row) const;
    QString spokenWords(std::size_t row) const;
    const WashColours& washAt(std::size_t row) const;

    Document& m_document;
    StudioPtr m_studio; ///< the facts are about its tubes
    std::vector<TubeFacts> m_facts;
    mutable std::vector<std::optional<WashColours>> m_washes; ///< worked out when first seen
};

/// Everything that can be looked for in a tube, in lower case.
QString searchedWords(const Tube& tube, const Paint& paint);

} // namespace iris

Q_DECLARE_METATYPE(const iris::Paint*)
Q_DECLARE_METATYPE(const iris::WashColours*)
