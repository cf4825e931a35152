#pragma once

#include "app/document/document.h"
#include "app/parts/place.h"
#include "mixing/ladder.h"

class QButtonGroup;
class QStackedWidget;

namespace iris {

class Bench;
class ChartView;
class LadderView;
class MakesView;
class MixCard;
class Worktable;
class TubeModel;
class ViewSettings;
class WheelView;

/// Two tubes and more: charts, ladders, what makes what, and wheels, with the bench below them all.
class PairsView : public Place {
    Q_OBJECT

public:
    enum Page { Chart, LadderPage, Makes, WheelPage };

    /// The context must outlive the place.
    explicit PairsView(Worktable& context, QWidget* parent = nullptr);

    void goTo(Page page);
    Page page() const;
    QString count() const override;
    void turnTo(int page) override { goTo(static_cast<Page>(page)); }
    void takeFocus() override;
    std::vector<WalkingKey> walkingKeys() const override;

    ChartView& chartView() { return *m_chart; }
    LadderView& ladderView() { return *m_ladder; }
    MakesView& makesView() { return *m_makes; }
    WheelView& wheelView() { return *m_wheel; }
    Worktable& context() { return *m_context; }
    Bench& bench() { return *m_bench; }

    /// Turns to the ladder between two tubes, and asks for the place to be shown.
    void showPair(TubeId first, TubeId second);
    const Ladder& ladder() const;

    /// The card of the page on show.
    MixCard& card();

Q_SIGNALS:
    void sheetPrinted();

private:
    void openLadder();
    QAction* pageAct(const QString& words, const QKeySequence& key, Page page);

    Worktable* m_context;
    QButtonGroup* m_tabs;
    QStackedWidget* m_pages;
    ChartView* m_chart;
    LadderView* m_ladder;
    MakesView* m_makes;
    WheelView* m_wheel;
    Bench* m_bench;
};

} // namespace iris
