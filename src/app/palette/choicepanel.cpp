#include "app/palette/choicepanel.h"

#include "app/palette/choicewells.h"
#include "app/palette/choicewords.h"
#include "app/palette/keptpalettes.h"
#include "app/palette/recipeacts.h"
#include "app/palette/waitingpage.h"
#include "app/palette/wishesbar.h"
#include "app/parts/act.h"
#include "app/parts/labels.h"
#include "app/parts/maywrite.h"
#include "app/parts/messages.h"
#include "app/parts/palettestrip.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/recipedelegate.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "base/text.h"
#include "notebook/edits.h"
#include "words/mixwords.h"

#include <QHBoxLayout>
#include <QListView>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace iris {
namespace {

enum Page { Teaching, Waiting, Shown };

} // namespace

ChoicePanel::ChoicePanel(Document& document, NeedsModel& needsModel, ViewSettings& settings, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_settings(settings),
      m_needsModel(needsModel)
{
    m_pages = new QStackedWidget(this);
    m_pages->addWidget(makeTeaching());
    m_stop = addAct(
        *this, tr("Stop"), Qt::Key_Escape, [this] { cancel(); }, tr("Stop choosing"));
    m_waiting = new WaitingPage(*m_stop, this);
    m_pages->addWidget(m_waiting);
    m_pages->addWidget(makeResult(settings));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(3 * gridStep);
    layout->addWidget(makeQuestion());
    layout->addWidget(m_pages, 1);

    connect(&m_choosing, &JobBase::progressed, m_waiting, &WaitingPage::setProgress);
    whenChanged(document, NotebookPart::Tubes, this, &ChoicePanel::forget);
    connect(&needsModel, &QAbstractItemModel::modelReset, this, &ChoicePanel::forget);
    whenChanged(document, NotebookPart::Wishes, this, &ChoicePanel::askAnew);
    m_patience.setSingleShot(true);
    m_patience.setInterval(250);
    connect(&m_patience, &QTimer::timeout, this, [this] {
        if (m_choosing.isRunning())
            showPage(Waiting);
    });
    whenChanged(document, NotebookPart::Palettes, this, &ChoicePanel::palettesChanged);
    addActions(m_inHand->actions());
    forget();
}

/// What is asked for, and the acts that answer it.
QWidget* ChoicePanel::makeQuestion()
{
    auto* wishes = new WishesBar(m_document, this);
    m_chooseAct = addAct(
        *this, tr("Choose"), Qt::Key_C, [this] { choose(); }, tr("Find the fewest tubes that mix what is needed"));
    m_chooseButton = actButton(*m_chooseAct, "choose", this);
    makeMain(*m_chooseButton);
    auto* kept = new KeptPalettes(m_document, this);
    connect(kept, &KeptPalettes::wanted, this, &ChoicePanel::showKept);
    wishes->acts()->insertWidget(0, m_chooseButton);
    wishes->acts()->addWidget(kept);
    wishes->acts()->addStretch();
    return wishes;
}

QWidget* ChoicePanel::makeTeaching()
{
    auto* page = new QWidget(this);
    auto* layout = new QVBoxLayout(page);
    m_teaching = new PlainLabel(page);
    m_teaching->setObjectName(QStringLiteral("teaching"));
    m_teaching->setFont(textFont(textsize::title));
    m_teaching->setAlignment(Qt::AlignCenter);
    m_teaching->setWordWrap(true);
    layout->addWidget(m_teaching);
    return page;
}

QHBoxLayout* ChoicePanel::makeSets()
{
    auto* row = new QHBoxLayout;
    row->setSpacing(2 * gridStep);
    m_previous = addAct(
        *this, tr("Closer"), Qt::Key_BracketLeft, [this] { showNextSet(-1); },
        tr("The set before, which comes closer"));
    m_next = addAct(
        *this, tr("Next"), Qt::Key_BracketRight, [this] { showNextSet(1); }, tr("Next set"));
    m_walk = {actButton(*m_previous, "previousSet", this), actButton(*m_next, "nextSet", this)};
    m_setLabel = new PlainLabel(this);
    m_setLabel->setObjectName(QStringLiteral("setLabel"));
    m_keepAct = addAct(*this, tr("Keep this palette"), Qt::Key_K, [this] { keepPalette(); });
    m_keep = actButton(*m_keepAct, "keepPalette", this);
    m_forgetKept = new QPushButton(tr("Keep it no longer"), this);
    m_forgetKept->setObjectName(QStringLiteral("forgetPalette"));
    connect(m_forgetKept, &QPushButton::clicked, this, [this] { m_document.apply(removing<PaletteRecord>(m_keptId)); });
    row->addWidget(m_setLabel);
    for (QPushButton* walk : m_walk)
        row->addWidget(walk);
    row->addStretch();
    row->addWidget(m_keep);
    row->addWidget(m_forgetKept);
    return row;
}

QWidget* ChoicePanel::makeResult(ViewSettings& settings)
{
    auto* page = new QWidget(this);
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2 * gridStep);
    m_headline = new PlainLabel(page);
    m_headline->setObjectName(QStringLiteral("headline"));
    m_headline->setFont(textFont(textsize::title, QFont::DemiBold));
    m_headline->setWordWrap(true);
    m_proof = new PlainLabel(page);
    m_proof->setObjectName(QStringLiteral("proof"));
    m_proof->setWordWrap(true);
    m_wells = new PaletteStrip(settings, page);
    m_wells->setObjectName(QStringLiteral("wells"));
    m_inHand = new TubeInHand(m_document, page);
    connect(m_wells, &CellWidget::cellChosen, this, &ChoicePanel::showTubeInHand);
    connect(m_inHand, &TubeInHand::changed, this, &ChoicePanel::askAnew);
    connect(m_inHand, &TubeInHand::swapped, this, &ChoicePanel::swapInHand);
    m_list = new QListView(page);
    m_list->setObjectName(QStringLiteral("recipes"));
    m_list->setAccessibleName(tr("Recipes"));
    m_list->setModel(&m_recipes);
    m_list->setItemDelegate(new RecipeDelegate(settings, m_list));
    m_list->setUniformItemSizes(true);
    m_list->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    connect(&settings, &ViewSettings::changed, m_list->viewport(), qOverload<>(&QWidget::update));
    layout->addWidget(m_headline);
    layout->addWidget(m_proof);
    layout->addSpacing(gridStep);
    layout->addWidget(m_wells);
    layout->addWidget(m_inHand);
    layout->addLayout(makeSets());
    layout->addWidget(m_list, 1);
    m_recipeActs = new RecipeActs(m_document, *this, settings, [this] {
        return static_cast<std::size_t>(std::max(0, m_list->currentIndex().row()));
    });
    layout->addLayout(m_recipeActs->makeRow(page));
    return page;
}

/// Who has no tubes chooses from everything there is.
TubePool ChoicePanel::poolNow() const
{
    PaletteWishes wishes = m_document.notebook().wishes;
    if (m_document.notebook().tubes.empty())
        wishes.pool = Pool::Table;
    return poolOf(m_document.notebook(), m_document.studio()->paints, wishes);
}

/// What is on show may be kept no longer.
void ChoicePanel::palettesChanged()
{
    if (m_choice && m_keptId.value != 0 && !m_keptName.isEmpty() && !m_document.notebook().palette(m_keptId))
        forget();
}

std::vector<std::size_t> ChoicePanel::placesOf(const std::vector<TubeId>& ids) const
{
    std::vector<std::size_t> places;
    for (const TubeId id : ids)
        if (const auto place = m_document.studio()->placeOf(id))
            places.push_back(*place);
    return places;
}

/// What is asked for, of a pool.
Limits ChoicePanel::limitsNow(const TubePool& pool) const
{
    Limits limits = limitsOf(m_document.notebook().wishes, pool, m_document.notebook());
    m_inHand->apply(limits, pool);
    return limits;
}

void ChoicePanel::choose()
{
    m_keptName.clear();
    m_isStep = false;
    m_asked.reset();
    m_climbing.drop();
    m_stairs.reset();
    Q_EMIT staircaseChanged();
    TubePool pool = poolNow();
    const Limits limits = limitsNow(pool);
    const std::size_t tubes = pool.paints.size() - limits.never.size();
    begin(std::move(pool), limits, tr("Trying every mix of %1").arg(text(counted(tubes, "tube"))));
}

/// What is asked for has changed: an answer on show changes with it, while one watches.
void ChoicePanel::askAnew()
{
    if (!m_choice || !m_keptName.isEmpty())
        return forget();
    choose();
}

void ChoicePanel::showKept(const QString& name, PaletteId id, const std::vector<TubeId>& tubes)
{
    m_keptName = name;
    m_keptId = id;
    m_isStep = false;
    m_asked.reset();
    TubePool pool = poolNow();
    const Limits limits = limitsOfThese(placesOf(tubes), pool);
    begin(std::move(pool), limits, tr("Mixing %1").arg(m_keptName));
}

void ChoicePanel::showStep(std::size_t step)
{
    if (!m_stairs || step >= m_stairs->steps.size())
        return;
    m_keptName.clear();
    m_isStep = true;
    m_asked.reset();
    begin(m_about.pool, limitsOfThese(m_stairs->steps[step].set.tubes, m_about.pool), tr("Mixing"));
}

/// Just these tubes, as sure as is asked.
Limits ChoicePanel::limitsOfThese(const std::vector<std::size_t>& tubes, const TubePool& pool) const
{
    Limits limits = limitsOfJust(tubes, pool.paints.size());
    limits.surely = m_document.notebook().wishes.sure > 0;
    return limits;
}

void ChoicePanel::begin(TubePool pool, const Limits& limits, const QString& what)
{
    m_help.clear();
    m_ways.clear();
    const About about{std::move(pool), m_document.studio(), m_needsModel.needs()};
    m_waiting->begin(what, about.pool.paints, about.needs, limits);
    if (m_choice) // what is on show stays for as long as a changed question mostly takes
        m_patience.start();
    else
        showPage(Waiting);
    m_session = m_sessions.session(about.pool, about.needs, about.studio->notebook.wishes.sure, about.studio->learned);
    m_choosing.start(
        [session = m_session, limits, surest = isForgivingPreferred(), about](const JobTools& tools) {
            Result<Choice> choice = session->choose(limits, tools.workOptions());
            if (choice && surest)
                surestFirst(*choice, about.needs, about.pool.paints, learnedOf(about.pool, about.studio->learned),
                            tools.stop);
            return choice;
        },
        [this, limits, about](const Result<Choice>& choice) {
            take(choice, about);
            if (!m_choice || m_isStep || !m_keptName.isEmpty())
                return;
            if (limits.school == School::Free)
                climb(limits);
            if (limits.school == School::Triad && limits.red == RedPrimary::Either)
                askBothWays(limits);
        });
}

bool ChoicePanel::isForgivingPreferred() const
{
    const auto& prefer = m_document.notebook().wishes.prefer;
    return std::ranges::find(prefer, Preference::Forgiving) != prefer.end();
}

/// What the other school of the red primary would choose, told beside the choice.
void ChoicePanel::askBothWays(const Limits& limits)
{
    m_bothWays.start(
        [session = m_session, limits, pool = m_about.pool](const JobTools& tools) {
            QStringList ways;
            for (const RedPrimary red : {RedPrimary::Red, RedPrimary::Magenta}) {
                Limits way = limits;
                way.red = red;
                way.mostSets = 1;
                ways << wayWords(red, session->choose(way, tools.workOptions()), pool);
            }
            return ways.join(QLatin1Char(' '));
        },
        [this](const QString& ways) {
            m_ways = ways;
            showProof();
        });
}

/// The staircase, beside the choice that is there already.
void ChoicePanel::climb(const Limits& limits)
{
    Limits all = limits;
    all.mostTubes = 12;
    m_climbing.start(
        [session = m_session, all](const JobTools& tools) { return session->staircase(all, tools.workOptions()); },
        [this](const Result<Staircase>& stairs) {
            if (stairs && stairs->end == ChoiceEnd::Done)
                m_stairs = *stairs;
            m_stop->setEnabled(m_pages->currentIndex() == Waiting);
            Q_EMIT staircaseChanged();
        });
    m_stop->setEnabled(true);
    Q_EMIT staircaseChanged();
}

void ChoicePanel::cancel()
{
    m_choosing.stop();
    m_climbing.stop();
}

void ChoicePanel::take(const Result<Choice>& choice, const About& about)
{
    m_patience.stop();
    m_waiting->end();
    if (choice && choice->end == ChoiceEnd::Done && !choice->sets.empty()) {
        m_about = about;
        return showChoice(*choice);
    }
    if (choice && choice->end == ChoiceEnd::Stopped)
        return say(tr("The choice was stopped. Nothing was changed."));
    dropAnswer(); // what was on show was for another question
    say(choice ? nothingWords(about.studio->notebook.wishes.sure > 0) + QLatin1Char('\n')
                     + nearestWords(*choice, about.needs, about.pool, !m_keptName.isEmpty())
               : text(choice.error().message));
}

void ChoicePanel::dropAnswer()
{
    m_choice.reset();
    m_asked.reset();
    m_tubeInHand = noTube;
    m_recipes.clear();
    m_needsModel.setStates({});
    Q_EMIT answersChanged();
}

void ChoicePanel::showChoice(const Choice& choice)
{
    m_choice = choice;
    m_shown = 0;
    showPage(Shown);
    showSet();
    if (isVisible())
        m_list->setFocus();
}

/// The answer no longer belongs to the question.
void ChoicePanel::forget()
{
    m_patience.stop();
    m_choosing.drop();
    m_waiting->end();
    m_climbing.drop();
    m_weighing.drop();
    m_helping.drop();
    m_bothWays.drop();
    m_help.clear();
    m_ways.clear();
    m_stairs.reset();
    m_isStep = false;
    Q_EMIT staircaseChanged();
    dropAnswer();
    if (m_needsModel.records().empty())
        say(tr("No needs yet. Under 'What it needs' a picture is brought in, or colours are written down."));
    else if (m_document.notebook().tubes.empty())
        say(tr("No tubes yet: Choose finds the fewest to buy, out of everything there is."));
    else
        say(m_needsModel.records().size() == 1
                ? tr("Choose finds the fewest tubes that mix this colour, and the recipe for it.")
                : tr("Choose finds the fewest tubes that mix all %1 colours, and the recipe for each.")
                      .arg(m_needsModel.records().size()));
}

void ChoicePanel::say(const QString& words)
{
    m_teaching->setText(sentence(words));
    showPage(Teaching);
}

/// Turns to a page, and lets be done what makes sense on it.
void ChoicePanel::showPage(int page)
{
    m_pages->setCurrentIndex(page);
    const bool ready = !m_needsModel.records().empty();
    m_chooseAct->setEnabled(ready && page != Waiting);
    m_stop->setEnabled(page == Waiting || m_climbing.isRunning());
    m_keepAct->setEnabled(page == Shown);
    m_recipeActs->setEnabled(page == Shown);
    if (page != Shown)
        for (QAction* walk : {m_previous, m_next})
            walk->setEnabled(false);
}

void ChoicePanel::takeFocus()
{
    m_chooseButton->setFocus();
}

void ChoicePanel::showNextSet(int by)
{
    if (!m_choice)
        return;
    const auto last = static_cast<int>(m_choice->sets.size()) - 1;
    m_shown = static_cast<std::size_t>(std::clamp(static_cast<int>(m_shown) + by, 0, last));
    showSet();
}

void ChoicePanel::showSet()
{
    const PaletteSet& set = m_choice->sets[m_shown];
    m_headline->setText(headlineWords(set, m_keptName));
    showProof();
    showWells(set);
    m_recipes.setAnswers(m_about.needs, set.answers, m_about.pool.paints);
    std::vector<NeedsModel::State> states;
    for (const NeedAnswer& answer : set.answers)
        states.push_back(answer.met ? NeedsModel::State::Met : NeedsModel::State::Missed);
    m_needsModel.setStates(std::move(states));
    m_setLabel->setText(m_asked                         ? tr("One tube swapped")
                        : m_isStep                      ? tr("One step of the stairs")
                        : m_choice->setsOfThisSize == 1 ? tr("The only such set")
                                                        : tr("Set %1 of %2%3")
                                                              .arg(m_shown + 1)
                                                              .arg(m_choice->setsOfThisSize)
                                                              .arg(m_choice->moreSets ? tr(" or more") : QString()));
    m_previous->setEnabled(m_shown > 0);
    m_next->setEnabled(m_shown + 1 < m_choice->sets.size());
    for (QPushButton* walk : m_walk)
        walk->setVisible(m_choice->sets.size() > 1);
    m_keep->setVisible(m_keptName.isEmpty());
    m_forgetKept->setVisible(!m_keptName.isEmpty() && m_keptId.value != 0);
    m_setLabel->setVisible(m_keptName.isEmpty());
    weigh();
    lookForHelp();
    Q_EMIT answersChanged();
}

/// The tube that would meet what the set on show does not, told when it is known.
void ChoicePanel::lookForHelp()
{
    m_help.clear();
    const PaletteSet& set = m_choice->sets[m_shown];
    m_helping.drop();
    if (std::ranges::all_of(set.answers, &NeedAnswer::met))
        return;
    m_helping.start([set, needs = m_about.needs,
                     pool = m_about.pool](const JobTools& tools) { return shortfallsOf(set, needs, pool, tools.stop); },
                    [this](const std::vector<Shortfall>& shortfalls) {
                        m_help = shortfallWords(shortfalls, m_about.needs, m_about.studio->notebook.wishes.sure > 0);
                        showProof();
                    });
}

/// How sure each recipe is to come out, told when it is known.
void ChoicePanel::weigh()
{
    m_weighing.start(
        [set = m_choice->sets[m_shown], needs = m_about.needs, pool = m_about.pool,
         studio = m_about.studio](const JobTools& tools) {
            return surenessOf(set, needs, pool.paints, learnedOf(pool, studio->learned), {}, tools.stop);
        },
        [this](const std::vector<double>& sure) { m_recipes.setSureness(sure); });
}

void ChoicePanel::showProof()
{
    if (!m_choice)
        return;
    const PaletteSet& set = m_choice->sets[m_shown];
    QStringList words;
    if (m_keptName.isEmpty() && !m_isStep)
        words << proofWords(*m_choice, m_about.studio->notebook.wishes.school);
    if (m_choice->passedOver > 0)
        words << text(passedOverWords(m_choice->passedOver));
    if (const QString home = stayAtHomeWords(set, m_about.pool); !m_keptName.isEmpty() && !home.isEmpty())
        words << home;
    if (const QString buy = toBuyWords(set, m_about.pool); !buy.isEmpty())
        words << buy;
    if (!m_ways.isEmpty())
        words << m_ways;
    if (!m_help.isEmpty())
        words << m_help;
    else if (!m_choice->unreachable.empty() && !m_isStep)
        words << nearestWords(*m_choice, m_about.needs, m_about.pool, !m_keptName.isEmpty());
    m_proof->setText(words.join(QLatin1Char(' ')));
}

void ChoicePanel::showWells(const PaletteSet& set)
{
    m_wells->setWells(wellsOf(set, m_about.needs, m_about.pool));
    const auto still = std::ranges::find(set.tubes, m_tubeInHand);
    if (still != set.tubes.end())
        m_wells->take(static_cast<int>(still - set.tubes.begin()));
    showTubeInHand();
}

/// The tube in hand, and what can be done with it.
void ChoicePanel::showTubeInHand()
{
    const PaletteSet* set = setOnShow();
    const int well = m_wells->current();
    if (!set || well < 0)
        return m_inHand->show({}, std::nullopt);
    m_tubeInHand = set->tubes[static_cast<std::size_t>(well)];
    m_inHand->show({set, &m_about.needs, &m_about.pool, m_about.studio->notebook.wishes.school,
                    &(m_asked ? *m_asked : *m_choice).equals},
                   m_tubeInHand);
}

/// The same set with one tube in the place of another; what it was chosen from stays the question.
void ChoicePanel::swapInHand(std::size_t tube, std::size_t other)
{
    if (!m_choice)
        return;
    std::vector<std::size_t> tubes = m_choice->sets[m_shown].tubes;
    std::ranges::replace(tubes, tube, other);
    std::ranges::sort(tubes);
    m_tubeInHand = other;
    const Choice asked = m_asked ? *m_asked : *m_choice;
    const auto listed = std::ranges::find(asked.sets, tubes, &PaletteSet::tubes);
    if (listed != asked.sets.end()) {
        m_isStep = false;
        m_asked.reset();
        m_choice = asked;
        m_shown = static_cast<std::size_t>(listed - asked.sets.begin());
        return showSet();
    }
    m_isStep = true;
    m_asked = asked;
    begin(m_about.pool, limitsOfThese(tubes, m_about.pool), tr("Mixing"));
}

QAction* ChoicePanel::shoppingAct() const
{
    return m_recipeActs->shoppingAct();
}

std::vector<TubeId> ChoicePanel::shownTubes() const
{
    std::vector<TubeId> tubes;
    if (m_choice)
        for (const std::size_t place : m_choice->sets[m_shown].tubes)
            if (m_about.pool.isOwned(place))
                tubes.push_back(m_about.pool.tubes[place]);
    return tubes;
}

void ChoicePanel::keepPalette()
{
    if (!m_choice || !mayWrite(m_document, this))
        return;
    std::vector<TubeId> tubes = shownTubes(); // before it is asked for a name, which lets time pass
    std::vector<Tube> wished = wishedFor(m_choice->sets[m_shown].tubes, m_about.pool);
    const QString name = messages().askName(this, tr("Keep this palette"), tr("What shall it be called?"));
    if (name.isEmpty())
        return;
    m_document.apply(keepingPalette(name.toStdString(), std::move(tubes), std::move(wished)),
                     tr("keep palette %1").arg(name));
}

} // namespace iris
