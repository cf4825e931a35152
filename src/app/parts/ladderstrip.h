#pragma once

#include "app/parts/cellwidget.h"
#include "drawing/washpainter.h"
#include "mixing/waybetween.h"

#include <vector>

namespace iris {

class ViewSettings;

/// Where the washes of a ladder stand; plain numbers, tested alone.
struct LadderGeometry {
    QRectF washes;
    QRectF labels;
    QRectF marks; ///< the lines of words below the labels; empty when there are none
    int steps = 0;

    QRectF washOf(int step) const;
    /// The step under a place, or -1.
    int stepAt(QPointF place) const;
};
LadderGeometry ladderGeometry(const QRectF& bounds, int steps, int markRows = 0);

/// What is to be said under a step: "most neutral", "cleanest", "turns".
struct StepMark {
    int step = 0;
    QString words;
};
/// The marks of a ladder from left to right, two on one step as one; without what is no news at the ends.
std::vector<StepMark> marksOf(const Ladder& ladder);

/// Where the words of marks stand under their steps: within the bounds, and a row lower where they would touch the
/// words before them. @param widths of the words, px; rows are numbered from 0.
struct MarkPlace {
    double left = 0;
    int row = 0;
};
std::vector<MarkPlace> placesOf(const std::vector<double>& middles, const std::vector<double>& widths, double from,
                                double to);

/// A ladder as washes edge to edge, full above and thin below, the parts under each, and ticks at the most neutral and
/// the cleanest step and where it turns, with their words where there is room. Left and right walk the steps.
class LadderStrip : public CellWidget {
    Q_OBJECT

public:
    explicit LadderStrip(ViewSettings& settings, QWidget* parent = nullptr);

    /// @param back the same steps again, back to the first tube
    /// @param way what becomes of the pair: where it hardly changes no step is marked
    void show(const Ladder& ladder, const WayBetween& way, const Paint& first, const Paint& second, bool back = false);
    /// Names the marks under the strip, which takes a line or two.
    void setMarksInWords(bool words) { m_marksInWords = words; }
    const std::vector<LadderStep>& steps() const { return m_steps; }

    QSize sizeHint() const override { return {720, 190}; }
    QSize minimumSizeHint() const override { return {320, 120}; }

protected:
    int cellCount() const override { return static_cast<int>(m_steps.size()); }
    QRectF placeOf(int step) const override { return geometry().washOf(step); }
    int cellUnder(QPointF place) const override { return geometry().stepAt(place); }
    QString wordsOf(int step) const override;
    void paintEvent(QPaintEvent* event) override;

private:
    LadderGeometry geometry() const;
    std::vector<MarkPlace> markPlaces(const LadderGeometry& at) const;
    void paintStep(QPainter& painter, const LadderGeometry& at, int step) const;
    void paintMarks(QPainter& painter, const LadderGeometry& at) const;

    std::vector<LadderStep> m_steps;
    std::vector<StepMark> m_marks;
    bool m_marksInWords = false;
    std::vector<WashColours> m_washes;
};

} // namespace iris
