#pragma once

#include "app/parts/washpainter.h"
#include "mixing/ladder.h"

#include <QWidget>
#include <vector>

namespace iris {

class ViewSettings;

/// Where the washes of a ladder stand; plain numbers, tested alone.
struct LadderGeometry {
    QRectF washes;
    QRectF labels;
    int steps = 0;

    QRectF washOf(int step) const;
    /// The step under a place, or -1.
    int stepAt(QPointF place) const;
};
LadderGeometry ladderGeometry(const QRectF& bounds, int steps);

/// A ladder as washes edge to edge, full above and thin below, the parts under each and a tick at the most neutral.
/// Left and right walk the steps.
class LadderStrip : public QWidget {
    Q_OBJECT

public:
    explicit LadderStrip(ViewSettings& settings, QWidget* parent = nullptr);

    void show(const Ladder& ladder, const Paint& first, const Paint& second);
    int current() const { return m_current; }
    void setCurrent(int step);

    QSize sizeHint() const override { return {720, 190}; }
    QSize minimumSizeHint() const override { return {320, 120}; }

Q_SIGNALS:
    void stepChosen(int step);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    ViewSettings& m_settings;
    Ladder m_ladder;
    std::vector<WashColours> m_washes;
    int m_current = 0;
};

} // namespace iris
