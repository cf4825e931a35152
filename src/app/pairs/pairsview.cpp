#include "app/pairs/pairsview.h"

#include "app/pairs/bench.h"
#include "app/pairs/chartview.h"
#include "app/pairs/ladderview.h"
#include "app/pairs/makesview.h"
#include "app/pairs/mixcard.h"
#include "app/pairs/mixtiles.h"
#include "app/pairs/paircontext.h"
#include "app/pairs/wheelview.h"
#include "app/parts/tabs.h"
#include "app/theme/viewsettings.h"

#include <QAbstractButton>
#include <QButtonGroup>
#include <QHBoxLayout>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace iris {

PairsView::PairsView(Document& document, TubeModel& model, ViewSettings& settings, QWidget* parent)
    : QWidget(parent),
      m_context(new PairContext(document, model, settings, this)),
      m_tabs(new QButtonGroup(this)),
      m_pages(new QStackedWidget(this)),
      m_chart(new ChartView(*m_context, this)),
      m_ladder(new LadderView(*m_context, this)),
      m_makes(new MakesView(*m_context, this)),
      m_wheel(new WheelView(*m_context, this)),
      m_bench(new Bench(*m_context, this))
{
    QHBoxLayout* row = tabRow(*m_tabs,
                              {{tr("Chart (C)"), "pageChart"},
                               {tr("Ladder (L)"), "pageLadder"},
                               {tr("What makes it (K)"), "pageMakes"},
                               {tr("Wheel (O)"), "pageWheel"}},
                              this);
    for (QWidget* page : {static_cast<QWidget*>(m_chart), static_cast<QWidget*>(m_ladder),
                          static_cast<QWidget*>(m_makes), static_cast<QWidget*>(m_wheel)})
        m_pages->addWidget(page);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(4 * gridStep, 3 * gridStep, 4 * gridStep, 2 * gridStep);
    layout->setSpacing(3 * gridStep);
    layout->addLayout(row);
    layout->addWidget(m_pages, 1);
    layout->addWidget(m_bench);
    connect(m_tabs, &QButtonGroup::idClicked, this, [this](int id) { goTo(static_cast<Page>(id)); });
    connect(m_chart, &ChartView::ladderWanted, this, &PairsView::showPair);
    connect(m_chart, &ChartView::sheetPrinted, this, &PairsView::sheetPrinted);
    connect(m_ladder, &LadderView::sheetPrinted, this, &PairsView::sheetPrinted);
    goTo(Chart);
}

PairsView::Page PairsView::page() const
{
    return static_cast<Page>(m_pages->currentIndex());
}

void PairsView::goTo(Page page)
{
    m_tabs->button(page)->setChecked(true);
    m_pages->setCurrentIndex(page);
    takeFocus();
}

void PairsView::takeFocus()
{
    switch (page()) {
    case Chart: return m_chart->grid().setFocus();
    case LadderPage: return m_ladder->takeFocus();
    case Makes: return m_makes->tiles().setFocus();
    case WheelPage: return m_wheel->disc().setFocus();
    }
}

void PairsView::showPair(TubeId first, TubeId second)
{
    m_ladder->showPair(first, second);
    goTo(LadderPage);
}

const Ladder& PairsView::ladder() const
{
    return m_ladder->ladder();
}

MixCard* PairsView::card() const
{
    switch (page()) {
    case Chart: return &m_chart->card();
    case Makes: return &m_makes->card();
    case WheelPage: return &m_wheel->card();
    case LadderPage: return &m_ladder->card();
    }
    return nullptr;
}

void PairsView::swap()
{
    if (page() == LadderPage)
        m_ladder->swap();
}

void PairsView::turnBack()
{
    if (page() == LadderPage)
        m_ladder->turnBack();
}

void PairsView::want()
{
    card()->want();
}

void PairsView::pin()
{
    card()->pin();
}

void PairsView::note()
{
    card()->note();
}

void PairsView::mask()
{
    m_bench->mask();
}

void PairsView::print()
{
    if (page() == Chart)
        m_chart->printSheet();
    else if (page() == LadderPage)
        m_ladder->printSheet();
}

void PairsView::nudge(bool warmer)
{
    if (page() == Makes)
        m_makes->nudge(warmer);
}

} // namespace iris
