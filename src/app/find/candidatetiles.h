#pragma once

#include "app/parts/cellwidget.h"
#include "finding/candidates.h"
#include "notebook/studio.h"

namespace iris {

/// What was found for a wanted colour, in the studio whose tubes it counts.
struct FoundMixes {
    StudioPtr studio;
    Wanted wanted;
    std::vector<Candidate> candidates;
};

/// Candidates as touching pairs: what is wanted on the left, the mix on the right, its thin wash below; dabs to count,
/// and in words where it differs. Arrow keys walk.
class CandidateTiles : public CellWidget {
    Q_OBJECT

public:
    explicit CandidateTiles(ViewSettings& settings, QWidget* parent = nullptr);

    void setFound(FoundMixes found);
    const FoundMixes& found() const { return m_found; }

protected:
    int cellCount() const override { return static_cast<int>(m_found.candidates.size()); }
    int cellsInARow() const override;
    QRectF placeOf(int tile) const override;
    QString wordsOf(int tile) const override;
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void fitHeight();
    void paintTile(QPainter& painter, int tile) const;

    FoundMixes m_found;
};

} // namespace iris
