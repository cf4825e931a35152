#include "app/pairs/pairsview.h"

#include "app/pairs/chartview.h"
#include "app/pairs/ladderview.h"
#include "app/pairs/makesview.h"
#include "app/pairs/wheelview.h"
#include "app/parts/bench.h"
#include "app/parts/mixcard.h"
#include "app/parts/mixtiles.h"
#include "app/parts/tabs.h"
#include "app/parts/tubemodel.h"
#include "app/parts/worktable.h"
#include "app/theme/viewsettings.h"

#include <QAbstractButton>
#include <QButtonGroup>
#include <QHBoxLayout>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace iris {

PairsView::PairsView(Worktable& context, QWidget* parent)
    : Place(tr("Pairs"), "Pairs", parent),
      m_context(&context),
      m_tabs(new QButtonGroup(this)),
      m_pages(new QStackedWidget(this)),
      m_chart(new ChartView(*m_context, this)),
      m_ladder(new LadderView(*m_context, this)),
      m_makes(new MakesView(*m_context, this)),
      m_wheel(new WheelView(*m_context, this)),
      m_bench(new Bench(*m_context, this))
{
    QHBoxLayout* row = tabRow(*m_tabs,
                              {{pageAct(tr("Chart"), Qt::Key_C, Chart), "pageChart"},
                               {addAct(*this, tr("Ladder"), Qt::Key_L, [this] { openLadder(); }), "pageLadder"},
                               {pageAct(tr("What makes it"), Qt::Key_K, Makes), "pageMakes"},
                               {pageAct(tr("Wheel"), Qt::Key_O, WheelPage), "pageWheel"}},
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
    addActions(m_bench->actions());
    connect(m_chart, &ChartView::ladderWanted, this, &PairsView::showPair);
    connect(m_chart, &ChartView::sheetPrinted, this, &PairsView::sheetPrinted);
    connect(m_ladder, &LadderView::sheetPrinted, this, &PairsView::sheetPrinted);
    connect(&context.model(), &QAbstractItemModel::modelReset, this, &Place::countChanged);
    goTo(Chart);
}

QAction* PairsView::pageAct(const QString& words, const QKeySequence& key, Page page)
{
    return addAct(*this, words, key, [this, page] { goTo(page); });
}

/// As many pairs as the tubes make.
QString PairsView::count() const
{
    const std::size_t tubes = m_context->document().notebook().tubes.size();
    return QString::number(tubes * (tubes - (tubes > 0)) / 2);
}

std::vector<WalkingKey> PairsView::walkingKeys() const
{
    return {{tr("arrows, Home, End"), tr("walk the squares, the ladder, the wheel")},
            {tr("Enter"), tr("open the ladder of a square")},
            {tr(".  ,"), tr("next tube on the wheel, the one before")}};
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

/// With the two tubes of the mix in hand, where it is of two.
void PairsView::openLadder()
{
    const auto recipe = card().recipe();
    const StudioPtr studio = card().studio();
    if (page() != LadderPage && recipe && recipe->parts.size() == 2) {
        const auto id = [&](std::size_t part) { return studio->notebook.tubes[recipe->parts[part].paint].id; };
        m_ladder->showPair(id(0), id(1));
    }
    goTo(LadderPage);
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
    Q_EMIT wanted();
    goTo(LadderPage);
}

const Ladder& PairsView::ladder() const
{
    return m_ladder->ladder();
}

MixCard& PairsView::card()
{
    switch (page()) {
    case Makes: return m_makes->card();
    case WheelPage: return m_wheel->card();
    case LadderPage: return m_ladder->card();
    default: return m_chart->card();
    }
}

} // namespace iris
