#pragma once

#include "app/parts/picturegeometry.h"

#include <QImage>
#include <QPolygonF>
#include <QWidget>
#include <optional>
#include <vector>

namespace iris {

/// A kind of place to mark on a picture.
struct MarkedPlace {
    QString name;
    std::vector<QPolygonF> regions; ///< in pixels of the picture
    bool many = false;              ///< dragging adds another one instead of moving the one there is
    bool grid = false;              ///< drawn with the patches of a chart
    bool nameBelow = false;         ///< for a place whose upper edge is crowded
};

/// A picture with places marked on it. Drag over it to mark the chosen place anew, drag a marked place to move it; the
/// arrow keys nudge it, with Shift they make it larger or smaller, Delete takes it off.
class RegionEditor : public QWidget {
    Q_OBJECT

public:
    explicit RegionEditor(QWidget* parent = nullptr);

    void setImage(const QImage& image);
    void setPlaces(std::vector<MarkedPlace> places);
    const std::vector<MarkedPlace>& places() const { return m_places; }
    void setGrid(int columns, int rows);

    void setCurrent(int place);
    int current() const { return m_current; }

    QSize sizeHint() const override { return {640, 480}; }
    QSize minimumSizeHint() const override { return {320, 240}; }

Q_SIGNALS:
    void currentChanged(int place);
    /// The painter marked, moved or took off a place.
    void placeMarked(int place);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    struct Drag {
        QPointF from; ///< in pixels of the picture
        QPointF last;
        bool moves = false;
    };

    PictureGeometry geometry() const;
    void paintRegion(QPainter& painter, const MarkedPlace& place, const QPolygonF& region, bool current) const;
    bool pick(QPointF place);
    void nudge(QPointF by, double grow);

    QImage m_image;
    QPixmap m_scaled;
    std::vector<MarkedPlace> m_places;
    int m_current = 0;
    std::size_t m_region = 0; ///< of the current place
    int m_columns = 1;
    int m_rows = 1;
    std::optional<Drag> m_drag;
};

} // namespace iris
