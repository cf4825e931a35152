#pragma once

#include "app/parts/picturegeometry.h"

#include <QImage>
#include <QWidget>
#include <vector>

namespace iris {

/// What stands round a picture: a middle grey, against which neither light nor dark looks other than it is.
inline QColor pictureGround()
{
    return {119, 119, 119};
}

/// A place picked in a picture.
struct Pin {
    QPoint place;   ///< in pixels of the picture
    int radius = 0; ///< of what is averaged
};

/// A picture at any zoom, with numbered pins. Click to pick, drag to move it, wheel or + and - to zoom, 0 for all of
/// it; the arrow keys move a cross and Enter picks there. A loupe shows what is under the pointer.
class PictureCanvas : public QWidget {
    Q_OBJECT

public:
    explicit PictureCanvas(QWidget* parent = nullptr);

    void setImage(const QImage& image);
    void setPins(std::vector<Pin> pins);
    /// Something laid over the whole picture, whatever its size; a null image for nothing.
    void setOverlay(const QImage& overlay);
    void setRadius(int radius);
    /// In widget pixels for one of the picture.
    double scale() const { return m_at.scale; }
    void zoom(double factor, QPointF around);
    void showAll();
    QPoint cross() const { return m_cross; }
    QPointF toWidget(QPointF place) const { return m_at.toWidget(place); }
    QPointF toPicture(QPointF place) const { return m_at.toPicture(place); }

    QSize sizeHint() const override { return {720, 560}; }
    QSize minimumSizeHint() const override { return {360, 300}; }

Q_SIGNALS:
    void picked(QPoint place);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void leaveEvent(QEvent* event) override;

private:
    void paintPicture(QPainter& painter) const;
    void paintLoupe(QPainter& painter) const;
    bool isWithin(QPoint place) const;

    QImage m_image;
    std::vector<QImage> m_levels; ///< the picture, and each half as large as the one before
    std::vector<Pin> m_pins;
    QImage m_overlay;
    int m_radius = 0;
    PictureGeometry m_at;
    QPoint m_cross; ///< the place under the pointer, or moved by keys
    QPointF m_pressedAt;
    bool m_dragging = false;
    bool m_pointing = false; ///< the loupe shows what the pointer or the keys went to
    bool m_fitted = true;
};

} // namespace iris
