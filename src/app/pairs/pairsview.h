#pragma once

#include "app/document/document.h"
#include "mixing/ladder.h"

#include <QWidget>

class QButtonGroup;
class QStackedWidget;

namespace iris {

class Bench;
class ChartView;
class LadderView;
class MakesView;
class PairContext;
class TubeModel;
class ViewSettings;
class WheelView;

/// Two tubes and more: charts, ladders, what makes what, and wheels, with the bench below them all.
class PairsView : public QWidget {
    Q_OBJECT

public:
    enum Page { Chart, LadderPage, Makes, WheelPage };

    PairsView(Document& document, TubeModel& model, ViewSettings& settings, QWidget* parent = nullptr);

    void goTo(Page page);
    Page page() const;
    /// Gives the focus to what is on show, so that its keys work.
    void takeFocus();

    ChartView& chartView() { return *m_chart; }
    LadderView& ladderView() { return *m_ladder; }
    MakesView& makesView() { return *m_makes; }
    WheelView& wheelView() { return *m_wheel; }
    PairContext& context() { return *m_context; }
    Bench& bench() { return *m_bench; }

    /// The ladder between two tubes.
    void showPair(TubeId first, TubeId second);
    const Ladder& ladder() const;

    // What the keys of the place do, wherever they make sense.
    void swap();
    void turnBack();
    void want();
    void pin();
    void note();
    void mask();
    void print();
    void nudge(bool warmer);

Q_SIGNALS:
    void sheetPrinted();

private:
    class MixCard* card() const;

    PairContext* m_context;
    QButtonGroup* m_tabs;
    QStackedWidget* m_pages;
    ChartView* m_chart;
    LadderView* m_ladder;
    MakesView* m_makes;
    WheelView* m_wheel;
    Bench* m_bench;
};

} // namespace iris
