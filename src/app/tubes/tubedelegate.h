#pragma once

#include <QStyledItemDelegate>

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
    ViewSettings& m_settings;
    QSize m_cellSize = leastCellSize();
};

} // namespace iris
