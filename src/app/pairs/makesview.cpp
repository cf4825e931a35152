#include "app/pairs/makesview.h"

#include "app/parts/act.h"
#include "app/parts/labels.h"
#include "app/parts/mixcard.h"
#include "app/parts/mixtiles.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"
#include "app/parts/worktable.h"
#include "app/theme/viewsettings.h"
#include "mixing/cleanliness.h"
#include "words/mixwords.h"

#include <QButtonGroup>
#include <QComboBox>
#include <QHBoxLayout>
#include <QPushButton>
#include <QScrollArea>
#include <QSignalBlocker>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr std::size_t mostTiles = 48;
// All triples of more tubes than this take longer than a painter wants to wait.
constexpr std::size_t mostForTriples = 80;

/// Greys two by two, a cool one beside a warm one, each kind in the order it came.
std::vector<Finding> coolBesideWarm(const std::vector<Finding>& greys)
{
    std::array<std::vector<Finding>, 2> sides;
    for (const Finding& grey : greys)
        sides[warmthOf(grey.colour) > 0 ? 1 : 0].push_back(grey);
    std::vector<Finding> sorted;
    for (std::size_t i = 0; i < greys.size(); ++i)
        for (const auto& side : sides)
            if (i < side.size())
                sorted.push_back(side[i]);
    return sorted;
}

/// The tubes and parts, the wash when it is not full, and of a grey which side it is on.
QString tileWords(const Finding& finding, MixKind kind, const std::vector<Paint>& paints)
{
    QString words = recipeText(finding.recipe, paints);
    if (finding.recipe.wash < wash::full)
        words += QObject::tr(", %1").arg(text(washWord(finding.recipe.wash)));
    if (kind == MixKind::Greys)
        words = QObject::tr("%1: %2").arg(sentence(text(greySideWord(finding.colour))), words);
    return words;
}

QString orderWords(MixOrder order, MixKind kind)
{
    switch (order) {
    case MixOrder::Best:
        return kind == MixKind::Greys   ? QObject::tr("most neutral first")
               : kind == MixKind::Darks ? QObject::tr("deepest first")
                                        : QObject::tr("cleanest first");
    case MixOrder::Muted: return QObject::tr("most muted first");
    case MixOrder::Warm: return QObject::tr("warmest first");
    case MixOrder::Cool: return QObject::tr("coolest first");
    case MixOrder::Light: return QObject::tr("lightest first");
    case MixOrder::Dark: return QObject::tr("darkest first");
    case MixOrder::Transparent: return QObject::tr("most transparent first");
    case MixOrder::Lifts: return QObject::tr("easiest to lift first");
    case MixOrder::FewPigments: return QObject::tr("fewest pigments first");
    }
    return {};
}

} // namespace

MakesView::MakesView(Worktable& context, QWidget* parent)
    : QWidget(parent),
      m_context(context),
      m_tiles(new MixTiles(context.settings())),
      m_card(new MixCard(context, this))
{
    m_tiles->setObjectName(QStringLiteral("mixes"));
    auto* scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidget(m_tiles);
    m_headline = wordLabel("makesHeadline", textFont(textsize::title, QFont::DemiBold), this);
    auto* middle = new QVBoxLayout;
    middle->setSpacing(3 * gridStep);
    middle->addLayout(makeChoices());
    auto* told = new QHBoxLayout;
    told->setSpacing(2 * gridStep);
    told->addWidget(m_headline, 1);
    told->addWidget(m_count);
    told->addWidget(m_order);
    middle->addLayout(told);
    m_nearest = wordLabel("makesNearest", textFont(textsize::body), this);
    m_nearest->hide();
    middle->addWidget(m_nearest);
    middle->addWidget(scroll, 1);
    auto* nudges = new QHBoxLayout;
    m_warmer = addAct(
        *this, tr("Warmer"), Qt::Key_Plus, [this] { nudge(true); }, tr("Nudge a mix warmer"));
    m_cooler = addAct(
        *this, tr("Cooler"), Qt::Key_Minus, [this] { nudge(false); }, tr("Nudge a mix cooler"));
    nudges->addWidget(actButton(*m_warmer, "warmer", m_card));
    nudges->addWidget(actButton(*m_cooler, "cooler", m_card));
    addActions(m_card->actions());
    m_card->extras()->addLayout(nudges);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4 * gridStep);
    layout->addLayout(middle, 1);
    layout->addWidget(m_card);
    connect(m_tiles, &MixTiles::cellChosen, this,
            [this](int tile) { showMix(m_tiles->studio(), m_tiles->tiles()[static_cast<std::size_t>(tile)].recipe); });
    whenChanged(context.document(), NotebookPart::Tubes, this, [this] {
        forget();
        search();
    });
}

QHBoxLayout* MakesView::makeChoices()
{
    m_kinds = new QButtonGroup(this);
    auto* row = new QHBoxLayout;
    row->setSpacing(gridStep);
    for (const MixKind kind : allMixKinds) {
        auto* button = new QPushButton(sentence(text(nameOf(kind))), this);
        button->setObjectName(QStringLiteral("kind_") + text(nameOf(kind)));
        button->setCheckable(true);
        button->setProperty("quiet", true);
        m_kinds->addButton(button, static_cast<int>(kind));
        row->addWidget(button);
    }
    m_kinds->button(static_cast<int>(m_kind))->setChecked(true);
    m_count = new QComboBox(this);
    m_count->setObjectName(QStringLiteral("makesCount"));
    m_count->setAccessibleName(tr("How many tubes"));
    m_count->addItem(tr("two tubes"), 2);
    m_count->addItem(tr("up to three tubes"), 3);
    m_order = new QComboBox(this);
    m_order->setObjectName(QStringLiteral("makesOrder"));
    m_order->setAccessibleName(tr("Order"));
    for (const MixOrder order : allMixOrders)
        m_order->addItem(orderWords(order, m_kind), static_cast<int>(order));
    row->addStretch();
    connect(m_kinds, &QButtonGroup::idClicked, this, [this](int id) { choose(static_cast<MixKind>(id)); });
    for (QComboBox* box : {m_count, m_order})
        connect(box, &QComboBox::currentIndexChanged, this, &MakesView::search);
    return row;
}

void MakesView::choose(MixKind kind)
{
    m_kind = kind;
    m_kinds->button(static_cast<int>(kind))->setChecked(true);
    {
        const QSignalBlocker quiet(m_order);
        m_order->setItemText(0, orderWords(MixOrder::Best, kind));
    }
    search();
}

void MakesView::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    if (m_stale)
        search();
}

/// What was found, and what is being looked for, is no longer what the tubes at hand make.
void MakesView::forget()
{
    m_search.drop();
    m_tiles->setTiles({}, {});
    clearCard();
}

void MakesView::clearCard()
{
    m_card->clear();
    for (QAction* nudge : {m_warmer, m_cooler})
        nudge->setEnabled(false);
}

void MakesView::search()
{
    m_stale = !isVisible();
    if (m_stale)
        return;
    auto search = std::make_shared<Search>();
    search->studio = m_context.document().studio();
    search->places = search->studio->atHand();
    for (const std::size_t place : search->places)
        search->paints.push_back(search->studio->paints[place]);
    WhatMakesOptions& options = search->options;
    options.kind = m_kind;
    options.order = static_cast<MixOrder>(m_order->currentData().toInt());
    options.mostTubes = search->places.size() > mostForTriples ? 2 : m_count->currentData().toInt();
    options.most = mostTiles;
    options.handling = search->studio->notebook.handling;
    if (m_kind == MixKind::Greys)
        options.thinnest = 0.34; // any mix is nearly grey once it is thin enough
    m_headline->setText(tr("Looking ..."));
    m_nearest->hide();
    m_search.start(
        [search](const JobTools& tools) {
            WhatMakesOptions watched = search->options;
            watched.work = tools.workOptions();
            Found found{whatMakes(search->paints, watched), {}};
            if (found.findings.empty())
                found.nearest = nearestTo(search->paints, watched);
            return found;
        },
        [this, search](const Found& found) {
            if (found.nearest)
                showNearest(*search, *found.nearest);
            else
                showFindings(*search, found.findings);
        });
}

QString MakesView::blackWords(const Search& search, const std::vector<Finding>& findings) const
{
    const auto verdict = judgeBlack(search.paints, findings);
    if (!verdict)
        return {};
    const QString name = text(search.paints[verdict->black].name);
    return verdict->worthItsWell ? tr("%1 is worth its well: no mix here comes within 2 of its depth.").arg(name)
                                 : tr("%1 is not worth its well: the deepest mix is as dark.").arg(name);
}

QString MakesView::headline(const Search& search, const std::vector<Finding>& findings) const
{
    const MixKind kind = search.options.kind;
    if (findings.empty())
        return tr("No mix of the tubes at hand is among the %1.").arg(text(nameOf(kind)));
    const QString count =
        findings.size() == mostTiles ? tr("The first %1").arg(mostTiles) : QString::number(findings.size());
    QString what = tr("%1 %2 from your tubes.").arg(count, text(nameOf(kind)));
    if (const std::string tried = threesWords(search.paints.size()); search.options.mostTubes == 3 && !tried.empty())
        what += QLatin1Char(' ') + text(tried) + QLatin1Char('.');
    return kind == MixKind::Darks ? what + QLatin1Char(' ') + blackWords(search, findings) : what;
}

void MakesView::showFindings(const Search& search, std::vector<Finding> findings)
{
    const MixKind kind = search.options.kind;
    if (kind == MixKind::Greys && search.options.order == MixOrder::Best)
        findings = coolBesideWarm(findings);
    m_headline->setText(headline(search, findings));
    std::vector<MixTile> tiles;
    for (const Finding& finding : findings) {
        Recipe recipe = finding.recipe;
        for (Part& part : recipe.parts)
            part.paint = search.places[part.paint];
        const Film film = mixedFilm(finding.recipe, search.paints);
        // The tile lets the mix out from its own wash, as it would be laid down.
        tiles.push_back({recipe, finding.colour, washColours(film, recipe.handling.paper),
                         tileWords(finding, kind, search.paints)});
    }
    m_tiles->setTiles(search.studio, std::move(tiles));
    if (findings.empty())
        clearCard();
}

void MakesView::showNearest(const Search& search, const NearMiss& nearest)
{
    m_headline->setText(headline(search, {}));
    m_nearest->setText(text(nearMissWords(search.options.kind, nearest, search.paints)));
    m_nearest->show();
    Recipe recipe = nearest.recipe;
    for (Part& part : recipe.parts)
        part.paint = search.places[part.paint];
    m_tiles->setTiles(
        search.studio,
        {{recipe, nearest.colour, washColours(mixedFilm(nearest.recipe, search.paints), nearest.recipe.handling.paper),
          text(recipeWords(nearest.recipe, search.paints))}});
}

void MakesView::showMix(const StudioPtr& studio, const Recipe& recipe)
{
    m_card->show(studio, recipe);
    m_warmer->setEnabled(nudged(recipe, studio->paints, true).has_value());
    m_cooler->setEnabled(nudged(recipe, studio->paints, false).has_value());
}

void MakesView::nudge(bool warmer)
{
    if (!m_card->recipe())
        return;
    const StudioPtr studio = m_card->studio();
    if (const auto other = nudged(*m_card->recipe(), studio->paints, warmer))
        showMix(studio, *other);
}

} // namespace iris
