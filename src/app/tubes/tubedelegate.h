#pragma once

#include "drawing/washpainter.h"

#include <QPixmap>
#include <QStyledItemDelegate>
#include <unordered_map>

namespace iris {

class ViewSettings;

/// Where things stand in a tube's cell; plain numbers, tested alone.
struct TubeCellGeometry {
    QRect wash;
    QRect mark;
    QRect name;
    QRect codes;
    QRect transparency;
};
TubeCellGeometry tubeCellGeometry(const QRect& cell);

/// Draws a tube: its wash across a black line, name, codes, transparency and lean.
class TubeDelegate : public QStyledItemDelegate {
    Q_OBJECT

public:
    explicit TubeDelegate(ViewSettings& settings, QObject* parent = nullptr);

    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override;
    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override;

    /// How wide a cell must be at least, and how high it is.
    static QSize leastCellSize() { return {160, 110}; }
    void setCellSize(QSize size) { m_cellSize = size; }

private:
    /// The wash of a tube as it was painted.
    struct Painted {
        WashColours colours;
        QSize size;
        bool values = false;
        QPixmap pixmap;
    };
    const QPixmap& washOf(qlonglong tube, const WashColours& colours, const QSize& size, double ratio) const;

    mutable std::unordered_map<qlonglong, Painted> m_painted; ///< by the tubes' ids
    ViewSettings& m_settings;
    QSize m_cellSize = leastCellSize();
};

} // namespace iris
