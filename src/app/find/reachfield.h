#pragma once

#include "app/parts/colourfield.h"
#include "colour/colourmeant.h"
#include "finding/reachgrid.h"

#include <QImage>
#include <QWidget>
#include <memory>

namespace iris {

class ViewSettings;

/// What one's tubes reach at one value, in its own colours, hue around and cleanness outwards, with a strip of values
/// beside it: where one clicks or drags, that colour is wanted. Arrows move it by 2, Page Up and Page Down its value;
/// what lies outside is wanted as well, and shown as bare ground.
class ReachField : public QWidget {
    Q_OBJECT

public:
    explicit ReachField(ViewSettings& settings, QWidget* parent = nullptr);

    /// @param reach null until it is known
    void setReach(std::shared_ptr<const ReachGrid> reach);
    /// @param range what words left open, drawn as the part of the field they mean
    void setWanted(const std::optional<Lab>& wanted, const std::optional<ColourRange>& range = {});

    const std::optional<Lab>& wanted() const { return m_wanted; }

    QSize sizeHint() const override { return {268, 236}; }
    QSize minimumSizeHint() const override { return {160, 140}; }

Q_SIGNALS:
    /// While the pointer or a key moves it, and when it stays where it is.
    void moved();
    void picked();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    enum class Part { None, Field, Strip };

    QRectF fieldRect() const;
    QRectF stripRect() const;
    FieldGeometry geometry() const;
    Lab shown() const;
    double valueAt(double y) const;
    double yOf(double l) const;
    QColor colourAt(const Lab& lab) const;
    void dragTo(QPointF place);
    void step(double a, double b, double l);
    void want(const Lab& lab);
    QImage slice() const;
    QImage strip() const;
    void paintRange(QPainter& painter) const;
    void paintMark(QPainter& painter) const;

    ViewSettings& m_settings;
    std::shared_ptr<const ReachGrid> m_reach;
    std::optional<Lab> m_wanted;
    std::optional<ColourRange> m_range;
    Part m_dragged = Part::None;
    mutable QImage m_slice; ///< null when it is to be drawn anew
    mutable double m_sliceL = -1;
};

} // namespace iris
