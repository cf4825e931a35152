#pragma once

#include "app/pairs/chartcells.h"
#include "app/parts/cellwidget.h"

#include <QRectF>
#include <QStringList>

namespace iris {

class ViewSettings;

/// Where the cells of a chart stand; plain numbers, tested alone.
struct ChartGeometry {
    QRectF bounds;
    int rows = 0;
    int columns = 0;
    double headWidth = 0;  ///< for the names of the rows
    double headHeight = 0; ///< for the names of the columns
    double cell = 0;       ///< width of a cell
    double cellHeight = 0;

    QRectF cellAt(int row, int column) const;
    QRectF rowHead(int row) const;
    QRectF columnHead(int column) const;
    /// The cell under a place, row by row, or -1.
    int indexAt(QPointF place) const;
    /// True when the names of the columns have to stand upright.
    bool uprightHeads() const { return cell < 76; }
};
ChartGeometry chartGeometry(const QRectF& bounds, int rows, int columns);

/// What is to be shown of a chart.
struct ChartContents {
    ChartCells cells;
    QStringList rowNames;
    QStringList columnNames;
};

/// A chart of cells, each a wash as it is expected, with the painted one laid in it where there is one and how far
/// apart they are. Arrow keys walk; the cell in hand has the double ring. Larger than its room it is scrolled, and the
/// names along its edges stay where they can be read.
class ChartGrid : public CellWidget {
    Q_OBJECT

public:
    explicit ChartGrid(ViewSettings& settings, QWidget* parent = nullptr);

    void setContents(ChartContents contents);
    const ChartContents& contents() const { return m_contents; }

    QSize sizeHint() const override { return {720, 520}; }
    QSize minimumSizeHint() const override;
    /// Where the cell in hand stands, with some room around it.
    QRect currentPlace() const;

protected:
    int cellCount() const override { return static_cast<int>(m_contents.cells.count()); }
    int cellsInARow() const override { return columns(); }
    QRectF placeOf(int cell) const override;
    int cellUnder(QPointF place) const override { return geometry().indexAt(place); }
    QString wordsOf(int cell) const override;
    void paintEvent(QPaintEvent* event) override;

private:
    ChartGeometry geometry() const;
    int rows() const { return static_cast<int>(m_contents.cells.plan().rows.size()); }
    int columns() const { return static_cast<int>(m_contents.cells.plan().columnCount()); }
    void paintCell(QPainter& painter, const QRectF& cell, std::size_t index) const;
    void paintHeads(QPainter& painter, const ChartGeometry& at, const QRect& seen) const;
    void paintRowHeads(QPainter& painter, const ChartGeometry& at, const QRect& seen) const;

    ChartContents m_contents;
};

} // namespace iris
