#pragma once

#include "mixing/wheel.h"
#include "notebook/studio.h"

#include <QWidget>
#include <optional>

namespace iris {

class Worktable;

/// A place on the drawn wheel: ring 0 is the rim.
struct WheelSpot {
    int ring = 0;
    int step = 0;

    bool operator==(const WheelSpot&) const = default;
};

/// The wheel drawn: twelve wedges a ring, the other tubes as dots where they stand. Arrow keys walk around and
/// inwards, the full stop and the comma from dot to dot.
class WheelDisc : public QWidget {
    Q_OBJECT

public:
    explicit WheelDisc(Worktable& context, QWidget* parent = nullptr);

    /// @param studio whose tubes the wheel counts; null for an empty wheel
    void show(const StudioPtr& studio, const Wheel& wheel);
    const StudioPtr& studio() const { return m_studio; }
    const Wheel& wheel() const { return m_wheel; }
    WheelSpot current() const { return m_current; }
    void setCurrent(WheelSpot spot);
    /// The tube whose dot is chosen, as a place in wheel().others; none while a step is.
    std::optional<std::size_t> dot() const { return m_dot; }
    void setDot(std::size_t other);
    /// The next dot around the wheel, or the one before.
    void walkDots(int by);

    QSize sizeHint() const override { return {560, 560}; }
    QSize minimumSizeHint() const override { return {320, 320}; }

Q_SIGNALS:
    void spotChosen(iris::WheelSpot spot);
    void dotChosen(std::size_t other);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    const std::vector<WheelStep>& ring(int index) const;
    double radiusOf(int ring) const;
    double angleOf(int step) const;
    QPainterPath wedge(WheelSpot spot) const;
    QPointF placeOf(const WheelPlace& place) const;
    QString nameOf(std::size_t other) const;
    std::optional<WheelSpot> spotAt(QPointF place) const;
    std::optional<std::size_t> dotAt(QPointF place) const;
    void paintLabels(QPainter& painter) const;
    void paintOthers(QPainter& painter) const;
    void paintChosenDot(QPainter& painter) const;
    void paintChosenStep(QPainter& painter) const;

    Worktable& m_context;
    Wheel m_wheel;
    StudioPtr m_studio;
    WheelSpot m_current;
    std::optional<std::size_t> m_dot;
};

} // namespace iris
