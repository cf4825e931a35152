#include "app/palette/paletteview.h"

#include "app/palette/boxpage.h"
#include "app/palette/choicemodel.h"
#include "app/palette/choicepanel.h"
#include "app/palette/choosepage.h"
#include "app/palette/comparepage.h"
#include "app/palette/needspage.h"
#include "app/palette/needspanel.h"
#include "app/parts/tabs.h"
#include "app/theme/theme.h"

#include <QAbstractButton>
#include <QButtonGroup>
#include <QHBoxLayout>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace iris {

PaletteView::PaletteView(Document& document, NeedsModel& needs, TubeModel& tubes, ViewSettings& settings,
                         QWidget* parent)
    : Place(tr("Palette"), "Palette", parent),
      m_needs(needs),
      m_tabs(new QButtonGroup(this)),
      m_pages(new QStackedWidget(this)),
      m_choice(new ChoiceModel(document, needs, this)),
      m_choosePage(new ChoosePage(document, needs, *m_choice, settings, this)),
      m_needsPage(new NeedsPage(document, needs, tubes, settings, *choicePanel().chooseAct(), this)),
      m_comparePage(new ComparePage(document, m_needsPage->picture(), *m_choice, settings, this)),
      m_boxPage(new BoxPage(document, m_needsPage->picture(), *m_choice, *choicePanel().shoppingAct(), settings, this))
{
    QHBoxLayout* row = tabRow(*m_tabs,
                              {{pageAct(tr("What it needs"), Qt::Key_Q, NeedsOfThePicture), "pageNeeds"},
                               {pageAct(tr("Choose"), Qt::Key_W, Choosing), "pageChoose"},
                               {pageAct(tr("Compare"), Qt::Key_E, Comparing), "pageCompare"},
                               {pageAct(tr("The box"), Qt::Key_R, Boxing), "pageBox"}},
                              this);
    m_pages->addWidget(m_needsPage);
    m_pages->addWidget(m_choosePage);
    m_pages->addWidget(m_comparePage);
    m_pages->addWidget(m_boxPage);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(4 * gridStep, 3 * gridStep, 4 * gridStep, 3 * gridStep);
    layout->setSpacing(3 * gridStep);
    layout->addLayout(row);
    layout->addWidget(m_pages, 1);
    connect(&needs, &QAbstractItemModel::modelReset, this, &Place::countChanged);
    connect(&needs, &QAbstractItemModel::dataChanged, this, &Place::countChanged);
    connect(choicePanel().chooseAct(), &QAction::triggered, this, [this] { goTo(Choosing); });
    addActions(m_choosePage->actions());
    addActions(m_needsPage->actions());
    addActions(m_boxPage->actions());
    goTo(NeedsOfThePicture);
}

QAction* PaletteView::pageAct(const QString& words, const QKeySequence& key, Page page)
{
    return addAct(*this, words, key, [this, page] { goTo(page); });
}

ChoicePanel& PaletteView::choicePanel()
{
    return m_choosePage->panel();
}

NeedsPanel& PaletteView::needsPanel()
{
    return m_needsPage->panel();
}

QString PaletteView::count() const
{
    return tr("%1 of %2").arg(m_needs.metCount()).arg(m_needs.rowCount());
}

bool PaletteView::takePicture(const QString& path)
{
    goTo(NeedsOfThePicture);
    m_needsPage->takePicture(path);
    return true;
}

PaletteView::Page PaletteView::page() const
{
    return static_cast<Page>(m_pages->currentIndex());
}

void PaletteView::goTo(Page page)
{
    m_tabs->button(page)->setChecked(true);
    m_pages->setCurrentIndex(page);
    if (isVisible())
        takeFocus();
}

void PaletteView::takeFocus()
{
    switch (page()) {
    case NeedsOfThePicture: return m_needsPage->takeFocus();
    case Choosing: return choicePanel().takeFocus();
    case Comparing: return m_comparePage->takeFocus();
    case Boxing: return m_boxPage->takeFocus();
    }
}

std::vector<WalkingKey> PaletteView::walkingKeys() const
{
    return {{tr("Enter"), tr("change the need, or pick in the picture")},
            {tr("arrows, Enter"), tr("on the field: walk from dot to dot")},
            {tr("arrows"), tr("in the picture: move the cross")},
            {tr("+  −  0"), tr("nearer, farther, all of it")}};
}

} // namespace iris
