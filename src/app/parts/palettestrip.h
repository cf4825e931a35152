#pragma once

#include "app/parts/cellwidget.h"
#include "drawing/washpainter.h"

#include <vector>

namespace iris {

class ViewSettings;

/// A tube of the palette in its well.
struct Well {
    QString name;
    QString codes;
    QString reason; ///< "4 needs rest on it"
    QString detail; ///< which ones
    WashColours wash;
    unsigned seed = 1;
};

/// The palette as a row of wells, each with its wash and the reason it is there. Arrow keys walk from well to well;
/// which colours rest on one is told of the one in hand.
class PaletteStrip : public CellWidget {
    Q_OBJECT

public:
    explicit PaletteStrip(ViewSettings& settings, QWidget* parent = nullptr);

    void setWells(std::vector<Well> wells);
    const std::vector<Well>& wells() const { return m_wells; }
    /// Takes a well in hand, quietly.
    void take(int well) { putInHand(well); }

    QSize sizeHint() const override { return {600, height()}; }
    QSize minimumSizeHint() const override { return {300, 118}; }

protected:
    int cellCount() const override { return static_cast<int>(m_wells.size()); }
    int cellsInARow() const override { return perRow(); }
    QRectF placeOf(int well) const override { return wellAt(well); }
    QString wordsOf(int well) const override;
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    /// Six wells a row at most; more make a second row.
    int perRow() const;
    QRect wellAt(int index) const;
    void fitHeight();

    std::vector<Well> m_wells;
};

} // namespace iris
