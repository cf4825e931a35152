#pragma once

#include "app/parts/cellwidget.h"
#include "notebook/foundmixes.h"

namespace iris {

/// Candidates as touching pairs: what is wanted on the left, the mix on the right, its thin wash below; dabs to count,
/// and in words where it differs. Those that were painted or kept already come first, with a solid or a hollow mark.
/// Arrow keys walk.
class CandidateTiles : public CellWidget {
    Q_OBJECT

public:
    explicit CandidateTiles(ViewSettings& settings, QWidget* parent = nullptr);

    /// @param found null for nothing
    void setFound(FoundMixesPtr found);

protected:
    int cellCount() const override { return m_found ? static_cast<int>(m_found->size()) : 0; }
    int cellsInARow() const override;
    QRectF placeOf(int tile) const override;
    QString wordsOf(int tile) const override;
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void fitHeight();
    QString nearWords(int tile) const;
    void paintTile(QPainter& painter, int tile) const;

    FoundMixesPtr m_found;
    std::vector<double> m_miss; ///< how far off each may come out
};

} // namespace iris
