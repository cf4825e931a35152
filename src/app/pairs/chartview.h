#pragma once

#include "app/pairs/chartgrid.h"
#include "notebook/tube.h"

#include <QWidget>

class QAction;
class QCheckBox;
class QComboBox;
class QHBoxLayout;
class QPushButton;
class QScrollArea;
class QStackedWidget;

namespace iris {

class PlainLabel;

class LadderStrip;
class MixCard;
class Worktable;
class TubeSetBox;

/// A mixing chart: which tubes down the side and across, how much of each, and every square of it.
class ChartView : public QWidget {
    Q_OBJECT

public:
    ChartView(Worktable& context, QWidget* parent = nullptr);

    TubeSetBox& rowTubes() { return *m_rows; }
    TubeSetBox& columnTubes() { return *m_columns; }
    ChartGrid& grid() { return *m_grid; }
    MixCard& card() { return *m_card; }
    /// Asks for paper and a name, and prints the chart as a sheet to paint.
    void printSheet();

Q_SIGNALS:
    void ladderWanted(iris::TubeId first, iris::TubeId second);
    /// A sheet was laid out.
    void sheetPrinted();

protected:
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    QHBoxLayout* makeChoices();
    QHBoxLayout* makeHeading();
    QHBoxLayout* makeHeadline();
    PlainLabel* makeEmptyPage();
    void fillCard();
    QComboBox* makeBox(const char* name, const QString& label);
    void rebuild();
    void nameAxes(ChartContents& contents) const;
    void showCell(int cell);
    void showLadder();
    void openLadder();
    ChartPlan plan() const;

    Worktable& m_context;
    TubeSetBox* m_rows;
    TubeSetBox* m_columns;
    QComboBox* m_order = nullptr;
    QComboBox* m_amounts = nullptr;
    QComboBox* m_wash = nullptr;
    QCheckBox* m_before = nullptr;
    PlainLabel* m_headline = nullptr;
    QAction* m_print = nullptr;
    QStackedWidget* m_pages = nullptr;
    ChartGrid* m_grid;
    QScrollArea* m_scroll = nullptr;
    MixCard* m_card;
    LadderStrip* m_strip = nullptr;
    QPushButton* m_ladder = nullptr;
    bool m_stale = true;
};

} // namespace iris
