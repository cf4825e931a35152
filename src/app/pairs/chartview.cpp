#include "app/pairs/chartview.h"

#include "app/parts/act.h"
#include "app/parts/labels.h"
#include "app/parts/ladderstrip.h"
#include "app/parts/mixcard.h"
#include "app/parts/plainlabel.h"
#include "app/parts/printdialog.h"
#include "app/parts/tubesetbox.h"
#include "app/parts/words.h"
#include "app/parts/worktable.h"
#include "app/theme/viewsettings.h"
#include "base/text.h"
#include "words/mixwords.h"

#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>
#include <QPushButton>
#include <QScrollArea>
#include <QScrollBar>
#include <QSignalBlocker>
#include <QStackedWidget>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr std::size_t mostPrinted = 2000; ///< a chart of 45 by 45 takes some sixty sheets

// So far from the edges the square in hand stays: behind the left and upper one are the names.
constexpr int roomBesideX = 170;
constexpr int roomBesideY = 140;

struct Amounts {
    double rowShare;
    bool byStrength;
};

const std::array<Amounts, 5> amountChoices{{{0.5, true}, {0.75, true}, {0.9, true}, {0.5, false}, {0.75, false}}};

} // namespace

ChartView::ChartView(Worktable& context, QWidget* parent)
    : QWidget(parent),
      m_context(context),
      m_rows(new TubeSetBox(context, "chartRows", this)),
      m_columns(new TubeSetBox(context, "chartColumns", this)),
      m_grid(new ChartGrid(context.settings(), this)),
      m_card(new MixCard(context, this))
{
    m_grid->setObjectName(QStringLiteral("chart"));
    auto* middle = new QVBoxLayout;
    middle->setSpacing(3 * gridStep);
    middle->addLayout(makeChoices());
    middle->addLayout(makeHeading());
    middle->addLayout(makeHeadline());
    m_pages = new QStackedWidget(this);
    m_scroll = new QScrollArea(this);
    m_scroll->setObjectName(QStringLiteral("chartScroll"));
    m_scroll->setFrameShape(QFrame::NoFrame);
    m_scroll->setWidgetResizable(true);
    m_scroll->setFocusPolicy(Qt::NoFocus);
    m_scroll->setWidget(m_grid);
    for (QScrollBar* bar : {m_scroll->horizontalScrollBar(), m_scroll->verticalScrollBar()}) // the names move along
        connect(bar, &QScrollBar::valueChanged, m_grid, qOverload<>(&QWidget::update));
    m_pages->addWidget(m_scroll);
    m_pages->addWidget(makeEmptyPage());
    middle->addWidget(m_pages, 1);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4 * gridStep);
    layout->addLayout(middle, 1);
    layout->addWidget(m_card);
    fillCard();
    addActions(m_card->actions());
    m_columns->setCurrentIndex(0);
    for (TubeSetBox* tubes : {m_rows, m_columns}) {
        connect(tubes, &TubeSetBox::changed, this, &ChartView::rebuild);
        connect(tubes, &TubeSetBox::chosenByHand, this,
                [this] { m_order->setCurrentIndex(m_order->findData(static_cast<int>(AxisOrder::ByHand))); });
    }
    connect(m_grid, &ChartGrid::cellChosen, this, &ChartView::showCell);
    connect(m_grid, &ChartGrid::cellActivated, this, &ChartView::openLadder);
    whenChanged(context.document(), {NotebookPart::Tubes, NotebookPart::Mixes}, this, &ChartView::rebuild);
}

QHBoxLayout* ChartView::makeHeading()
{
    m_print = addAct(
        *this, tr("Print"), Qt::Key_P, [this] { printSheet(); }, tr("Print the chart or ladder as a sheet"));
    auto* heading = new QHBoxLayout;
    heading->setSpacing(2 * gridStep);
    for (QComboBox* box : {m_order, m_amounts, m_wash})
        heading->addWidget(box);
    heading->addStretch();
    heading->addWidget(actButton(*m_print, "printChart", this));
    return heading;
}

QHBoxLayout* ChartView::makeHeadline()
{
    m_headline = wordLabel("chartHeadline", textFont(textsize::title, QFont::DemiBold), this);
    m_before = new QCheckBox(tr("as before learning"), this);
    m_before->setObjectName(QStringLiteral("beforeLearning"));
    m_before->setToolTip(tr("Shows the chart as it was expected before the painted squares taught their strengths"));
    connect(m_before, &QCheckBox::toggled, this, &ChartView::rebuild);
    auto* told = new QHBoxLayout;
    told->addWidget(m_headline, 1);
    told->addWidget(m_before);
    return told;
}

PlainLabel* ChartView::makeEmptyPage()
{
    auto* empty = wordLabel("chartEmpty", textFont(textsize::title), this);
    empty->setAlignment(Qt::AlignCenter);
    empty->setText(tr("Choose tubes for the rows and the columns."));
    return empty;
}

/// The ladder of the pair in hand, small, and the way to the large one.
void ChartView::fillCard()
{
    m_strip = new LadderStrip(m_context.settings(), m_card);
    m_strip->setObjectName(QStringLiteral("chartLadder"));
    m_strip->setFixedHeight(92);
    m_strip->setFocusPolicy(Qt::NoFocus);
    m_ladder = new QPushButton(tr("Open this ladder (Enter)"), m_card);
    m_ladder->setObjectName(QStringLiteral("openLadder"));
    connect(m_ladder, &QPushButton::clicked, this, &ChartView::openLadder);
    m_card->extras()->addWidget(m_strip);
    m_card->extras()->addWidget(m_ladder);
}

QComboBox* ChartView::makeBox(const char* name, const QString& label)
{
    auto* box = new QComboBox(this);
    box->setObjectName(QLatin1String(name));
    box->setAccessibleName(label);
    connect(box, &QComboBox::currentIndexChanged, this, &ChartView::rebuild);
    return box;
}

QHBoxLayout* ChartView::makeChoices()
{
    m_order = makeBox("chartOrder", tr("Order"));
    m_amounts = makeBox("chartAmounts", tr("Amounts"));
    m_wash = makeBox("chartWash", tr("Wash"));
    {
        const QSignalBlocker order(m_order);
        const QSignalBlocker amounts(m_amounts);
        const QSignalBlocker wash(m_wash);
        for (const auto& [words, value] :
             {std::pair(tr("by hue"), AxisOrder::Hue), std::pair(tr("by lean"), AxisOrder::Lean),
              std::pair(tr("by value"), AxisOrder::Value), std::pair(tr("as chosen"), AxisOrder::ByHand)})
            m_order->addItem(words, static_cast<int>(value));
        m_amounts->addItems({tr("equally strong"), tr("row leads, 3 to 1"), tr("row leads, 9 to 1"), tr("equal parts"),
                             tr("row leads, 3 parts to 1")});
        m_wash->addItem(tr("full wash"), wash::full);
        m_wash->addItem(tr("middle wash"), wash::middle);
        m_wash->addItem(tr("thin wash"), wash::thin);
        m_wash->addItem(tr("steps of water"), 0.0);
    }
    auto* row = new QHBoxLayout;
    row->setSpacing(2 * gridStep);
    row->addWidget(new PlainLabel(tr("Rows"), this));
    row->addWidget(m_rows, 1);
    row->addWidget(new PlainLabel(tr("Columns"), this));
    row->addWidget(m_columns, 1);
    m_rows->setAccessibleName(tr("Rows"));
    m_columns->setAccessibleName(tr("Columns"));
    return row;
}

ChartPlan ChartView::plan() const
{
    const auto order = static_cast<AxisOrder>(m_order->currentData().toInt());
    const auto& paints = m_context.document().studio()->paints;
    const Amounts amounts = amountChoices[static_cast<std::size_t>(std::max(0, m_amounts->currentIndex()))];
    const double wash = m_wash->currentData().toDouble();
    ChartPlan plan{ordered(m_rows->places(), paints, order),
                   ordered(m_columns->places(), paints, order),
                   amounts.rowShare,
                   amounts.byStrength,
                   wash > 0 ? wash : wash::full,
                   {},
                   m_context.document().notebook().handling};
    if (wash <= 0)
        plan.waterSteps = {1, 0.7, 0.45, 0.3, 0.2, 0.1};
    return plan;
}

void ChartView::resizeEvent(QResizeEvent* event)
{
    QWidget::resizeEvent(event);
    showLadder();
}

void ChartView::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    if (m_stale)
        rebuild();
}

void ChartView::nameAxes(ChartContents& contents) const
{
    const ChartPlan& plan = contents.cells.plan();
    const auto& tubes = contents.cells.studio()->notebook.tubes;
    for (const std::size_t place : plan.rows)
        contents.rowNames << text(tubes[place].name);
    if (plan.waterSteps.empty())
        for (const std::size_t place : plan.columns)
            contents.columnNames << text(tubes[place].name);
    for (const double step : plan.waterSteps)
        contents.columnNames << text(washWord(step));
}

void ChartView::rebuild()
{
    m_stale = !isVisible(); // what nobody sees is worked out when it is looked at
    if (m_stale)
        return;
    const ChartPlan wanted = plan();
    const bool any = wanted.cellCount() > 0;
    m_pages->setCurrentIndex(any ? 0 : 1);
    m_print->setEnabled(any && wanted.cellCount() <= mostPrinted);
    m_columns->setEnabled(wanted.waterSteps.empty());
    m_before->setVisible(!m_context.document().studio()->learned.lessons.empty());
    ChartContents contents{{m_context.document().studio(), wanted, m_before->isChecked()}, {}, {}};
    nameAxes(contents);
    m_headline->setText(
        tr("%1, %2 painted").arg(text(counted(contents.cells.count(), "square"))).arg(contents.cells.paintedCount()));
    m_grid->setContents(std::move(contents));
    if (any)
        m_grid->setCurrent(std::max(0, m_grid->current()));
    else
        m_card->clear();
}

void ChartView::showCell(int cell)
{
    const ChartCells& cells = m_grid->contents().cells;
    const auto at = static_cast<std::size_t>(cell);
    const Recipe& recipe = cells.at(at).recipe;
    const bool hasBefore = at % cells.plan().columnCount() > 0;
    m_card->show(cells.studio(), recipe, hasBefore ? std::optional(cells.at(at - 1).colour) : std::nullopt);
    const QPoint middle = m_grid->currentPlace().center();
    m_scroll->ensureVisible(middle.x(), middle.y(), roomBesideX, roomBesideY);
    showLadder();
    if (recipe.parts.size() != 2)
        return;
    const auto& paints = cells.studio()->paints;
    const Paint& first = paints[recipe.parts[0].paint];
    const Paint& second = paints[recipe.parts[1].paint];
    const Ladder ladder = ladderBetween(first, second, 7, recipe.wash, recipe.handling);
    m_strip->show(ladder, wayBetween(first, second, recipe.wash), first, second);
    const double share = shareByStrength({recipe.parts[0].parts, recipe.parts[1].parts}, first, second);
    const auto nearest = std::ranges::min_element(ladder.steps, {},
                                                  [&](const LadderStep& step) { return std::abs(step.share - share); });
    m_strip->setCurrent(static_cast<int>(nearest - ladder.steps.begin()));
}

/// The small ladder on the card, where there is a pair and room for it.
void ChartView::showLadder()
{
    constexpr int roomForLadder = 600;
    const bool pair = m_card->recipe() && m_card->recipe()->parts.size() == 2;
    m_strip->setVisible(pair && height() > roomForLadder);
    m_ladder->setVisible(pair);
}

void ChartView::openLadder()
{
    const auto& recipe = m_card->recipe();
    if (!recipe || recipe->parts.size() != 2)
        return;
    const auto& tubes = m_card->studio()->notebook.tubes;
    Q_EMIT ladderWanted(tubes[recipe->parts[0].paint].id, tubes[recipe->parts[1].paint].id);
}

void ChartView::printSheet()
{
    const ChartCells& chart = m_grid->contents().cells;
    if (!m_print->isEnabled())
        return;
    const int columns = static_cast<int>(chart.plan().columnCount());
    const QString title = tr("%1 and %2")
                              .arg(m_rows->currentText().remove(QStringLiteral(" ...")),
                                   m_columns->currentText().remove(QStringLiteral(" ...")).toLower());
    if (printSquares(m_context.document(), cellsOf(chart.recipes(), chart.studio()->notebook), columns, title,
                     window()))
        Q_EMIT sheetPrinted();
}

} // namespace iris
