#include "app/palette/choicepanel.h"

#include "app/palette/wishesbar.h"
#include "app/parts/act.h"
#include "app/parts/diagnosisdialog.h"
#include "app/parts/labels.h"
#include "app/parts/messages.h"
#include "app/parts/motherdialog.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/printdialog.h"
#include "app/parts/recipedelegate.h"
#include "app/parts/wellsstrip.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "base/text.h"
#include "colour/deltae.h"
#include "files/outputfile.h"
#include "palette/firstguess.h"
#include "palette/partners.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QListView>
#include <QProgressBar>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr qlonglong allOnPalette = -1; ///< in the place of a kept palette's number

enum Page { TeachingPage, WaitingPage, ResultPage };

/// "every set of 1, 2 and 3 tubes was tried and loses something"
QString proofText(const Choice& choice, School school)
{
    if (school != School::Free)
        return QObject::tr("Every set this school allows was weighed; none meets more.");
    if (choice.ruledOut.empty())
        return QObject::tr("No smaller set is possible.");
    QStringList sizes;
    for (const SizeRuledOut& size : choice.ruledOut)
        sizes << QString::number(size.size);
    return QObject::tr("Fewer will not do: every set of %1 %2 was tried and falls short.")
        .arg(listed(sizes), sizes.last() == QLatin1String("1") ? QObject::tr("tube") : QObject::tr("tubes"));
}

} // namespace

ChoicePanel::ChoicePanel(Document& document, NeedsModel& needsModel, ViewSettings& settings, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_settings(settings),
      m_needsModel(needsModel)
{
    m_pages = new QStackedWidget(this);
    m_pages->addWidget(makeTeaching());
    m_pages->addWidget(makeWaiting());
    m_pages->addWidget(makeResult(settings));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(3 * gridStep);
    layout->addWidget(makeQuestion());
    layout->addWidget(m_pages, 1);

    connect(&m_choosing, &JobBase::progressed, this,
            [this](double share) { m_progress->setValue(static_cast<int>(1000 * share)); });
    connect(&document, &Document::tubesChanged, this, &ChoicePanel::forget);
    connect(&document, &Document::tubesChanged, this, &ChoicePanel::fillKept);
    connect(&needsModel, &QAbstractItemModel::modelReset, this, &ChoicePanel::forget);
    connect(&document, &Document::wishesChanged, this, &ChoicePanel::askAnew);
    m_patience.setSingleShot(true);
    m_patience.setInterval(250);
    connect(&m_patience, &QTimer::timeout, this, [this] {
        if (m_choosing.isRunning())
            showPage(WaitingPage);
    });
    connect(&document, &Document::palettesChanged, this, &ChoicePanel::fillKept);
    addActions(m_inHand->actions());
    fillKept();
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
    m_kept = new QComboBox(this);
    keepNarrow(*m_kept, 16);
    m_kept->setObjectName(QStringLiteral("kept"));
    m_kept->setAccessibleName(tr("Kept palettes"));
    connect(m_kept, &QComboBox::activated, this, &ChoicePanel::showKept);
    wishes->acts()->insertWidget(0, m_chooseButton);
    wishes->acts()->addWidget(m_kept);
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

QWidget* ChoicePanel::makeWaiting()
{
    auto* page = new QWidget(this);
    auto* layout = new QVBoxLayout(page);
    m_waiting = new PlainLabel(page);
    m_waiting->setFont(textFont(textsize::title));
    m_waiting->setAlignment(Qt::AlignCenter);
    m_guess = wordLabel("firstGuess", textFont(textsize::body), page);
    m_guess->setAlignment(Qt::AlignCenter);
    m_progress = new QProgressBar(page);
    m_progress->setObjectName(QStringLiteral("progress"));
    m_progress->setRange(0, 1000);
    m_progress->setTextVisible(false);
    m_progress->setFixedSize(360, 14);
    m_stop = addAct(
        *this, tr("Stop"), Qt::Key_Escape, [this] { cancel(); }, tr("Stop choosing"));
    auto* stop = actButton(*m_stop, "stop", page);
    layout->addStretch();
    layout->addWidget(m_waiting);
    layout->addWidget(m_progress, 0, Qt::AlignHCenter);
    layout->addWidget(stop, 0, Qt::AlignHCenter);
    layout->addSpacing(6 * gridStep);
    layout->addWidget(m_guess);
    layout->addStretch();
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
    connect(m_forgetKept, &QPushButton::clicked, this, [this] { m_document.removePalette(m_keptId); });
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
    m_wells = new WellsStrip(settings, page);
    m_wells->setObjectName(QStringLiteral("wells"));
    m_inHand = new TubeInHand(page);
    connect(m_wells, &CellWidget::cellChosen, this, &ChoicePanel::showTubeInHand);
    connect(m_inHand, &TubeInHand::mustStay, this, &ChoicePanel::keepInHand);
    connect(m_inHand, &TubeInHand::leftOut, this, &ChoicePanel::leaveOutInHand);
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
    m_ofRecipes = {
        addAct(
            *this, tr("Gone wrong?"), Qt::Key_Y, [this] { diagnose(); },
            tr("Why the mix in hand is dull, and what mends it")),
        addAct(
            *this, tr("A mother colour"), Qt::Key_U, [this] { stirMother(); },
            tr("Stir one tube into every mix of the palette")),
        addAct(
            *this, tr("Print to paint"), Qt::Key_T, [this] { printRecipes(); }, tr("The recipes as a sheet to paint")),
        addAct(
            *this, tr("Shopping list"), Qt::Key_L, [this] { writeShoppingList(); },
            tr("What is to be bought, as a list"))};
    auto* row = new QHBoxLayout;
    row->setSpacing(2 * gridStep);
    row->addWidget(actButton(*m_ofRecipes[0], "diagnoseRecipe", page));
    row->addWidget(actButton(*m_ofRecipes[1], "motherOfPalette", page));
    row->addWidget(actButton(*m_ofRecipes[2], "printRecipes", page));
    row->addWidget(actButton(*m_ofRecipes[3], "shoppingList", page));
    row->addStretch();
    layout->addLayout(row);
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

void ChoicePanel::fillKept()
{
    m_kept->clear();
    m_kept->addItem(tr("or see a kept palette"));
    if (!onThePalette().empty())
        m_kept->addItem(tr("all that lies on the palette"), allOnPalette);
    for (const PaletteRecord& palette : m_document.notebook().palettes)
        m_kept->addItem(nameInList(palette.name), static_cast<qlonglong>(palette.id.value));
    m_kept->setEnabled(m_kept->count() > 1);
    if (m_choice && m_keptId.value != 0 && !m_keptName.isEmpty() && !m_document.notebook().palette(m_keptId))
        forget(); // what is on show is kept no longer
}

std::vector<std::size_t> ChoicePanel::placesOf(const std::vector<TubeId>& ids) const
{
    std::vector<std::size_t> places;
    for (const TubeId id : ids)
        if (const auto place = m_document.studio()->placeOf(id))
            places.push_back(*place);
    return places;
}

/// What is asked for, of the pool as it is.
Limits ChoicePanel::limitsNow() const
{
    Limits limits = limitsOf(m_document.notebook().wishes, m_pool, m_document.notebook());
    const auto isIn = [](const std::vector<std::string>& names, const Paint& paint) {
        return std::ranges::find(names, paint.name) != names.end();
    };
    for (std::size_t place = 0; place < m_pool.paints.size(); ++place) {
        if (m_pool.isOwned(place) || std::ranges::find(limits.never, place) != limits.never.end())
            continue;
        if (isIn(m_neverBuy, m_pool.paints[place]))
            limits.never.push_back(place);
        else if (isIn(m_mustBuy, m_pool.paints[place]))
            limits.must.push_back(place);
    }
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
    m_pool = poolNow();
    const Limits limits = limitsNow();
    begin(limits, tr("Trying every mix of %1").arg(text(counted(m_pool.paints.size() - limits.never.size(), "tube"))));
}

/// What is asked for has changed: an answer on show changes with it, while one watches.
void ChoicePanel::askAnew()
{
    if (!m_choice || !m_keptName.isEmpty())
        return forget();
    choose();
}

std::vector<TubeId> ChoicePanel::onThePalette() const
{
    std::vector<TubeId> tubes;
    for (const Tube& tube : m_document.notebook().tubes)
        if (tube.stock.where == Whereabouts::Palette)
            tubes.push_back(tube.id);
    return tubes;
}

void ChoicePanel::showKept(int index)
{
    const qlonglong id = m_kept->itemData(index).toLongLong();
    m_kept->setCurrentIndex(0);
    const PaletteRecord* palette = m_document.notebook().palette({id});
    const std::vector<TubeId> tubes = id == allOnPalette ? onThePalette()
                                      : palette          ? palette->tubes
                                                         : std::vector<TubeId>();
    if (tubes.empty())
        return;
    m_keptName = palette ? text(palette->name) : tr("What lies on the palette");
    m_keptId = palette ? palette->id : PaletteId{};
    m_isStep = false;
    m_asked.reset();
    m_pool = poolNow();
    begin(limitsOfJust(placesOf(tubes), m_pool.paints.size()), tr("Mixing %1").arg(m_keptName));
}

/// Which tubes of a box nothing rests on, each by itself.
QString ChoicePanel::stayAtHomeWords(const PaletteSet& set) const
{
    QStringList names;
    for (const TubeReason& reason : set.reasons)
        if (reason.lostWithout.empty())
            names << text(m_pool.paints[reason.tube].name);
    return names.isEmpty()     ? QString()
           : names.size() == 1 ? tr("%1 can stay at home: nothing is lost without it.").arg(names.front())
                               : tr("Any one of %1 can stay at home: nothing is lost without it.").arg(listed(names));
}

void ChoicePanel::showStep(std::size_t step)
{
    if (!m_stairs || step >= m_stairs->steps.size())
        return;
    m_keptName.clear();
    m_isStep = true;
    m_asked.reset();
    begin(limitsOfJust(m_stairs->steps[step].set.tubes, m_pool.paints.size()), tr("Mixing"));
}

void ChoicePanel::begin(const Limits& limits, const QString& what)
{
    m_waiting->setText(what);
    m_progress->setValue(0);
    m_help.clear();
    m_ways.clear();
    m_guess->clear();
    guess(limits);
    if (m_choice) // what is on show stays for as long as a changed question mostly takes
        m_patience.start();
    else
        showPage(WaitingPage);
    m_studio = m_document.studio();
    m_needs = m_needsModel.needs();
    if (!m_session || !m_session->countsAsNow() || m_session->paints() != m_pool.paints
        || m_session->needs() != m_needs)
        m_session = std::make_shared<ChoiceSession>(m_pool.paints, m_needs);
    m_choosing.start(
        [session = m_session, limits, surest = isForgivingPreferred(), needs = m_needs, pool = m_pool,
         studio = m_studio](const JobTools& tools) {
            Result<Choice> choice = session->choose(limits, tools.workOptions());
            if (choice && surest)
                surestFirst(*choice, needs, pool.paints, learnedOf(pool, studio->learned), tools.stop);
            return choice;
        },
        [this, limits](const Result<Choice>& choice) {
            take(choice);
            if (!m_choice || m_isStep || !m_keptName.isEmpty())
                return;
            if (limits.school == School::Free)
                climb(limits);
            if (limits.school == School::Triad && limits.red == RedPrimary::Either)
                askBothWays(limits);
        });
}

/// Something useful to look at while the proof is worked out.
void ChoicePanel::guess(const Limits& limits)
{
    m_guessing.start(
        [limits, paints = m_pool.paints, needs = m_needsModel.needs()](const JobTools& tools) -> QString {
            const auto guess = firstGuess(paints, needs, limits, tools.workOptions());
            if (!guess || guess->tubes.empty())
                return {};
            QStringList names;
            for (const std::size_t tube : guess->tubes)
                names << text(paints[tube].name);
            return tr("These meet at least %1 of %2: %3.\nLooking whether fewer will do.")
                .arg(guess->met)
                .arg(needs.size())
                .arg(listed(names));
        },
        [this](const QString& words) { m_guess->setText(words); });
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
        [session = m_session, limits, pool = m_pool](const JobTools& tools) {
            QStringList ways;
            for (const RedPrimary red : {RedPrimary::Red, RedPrimary::Magenta}) {
                Limits way = limits;
                way.red = red;
                way.mostSets = 1;
                const auto choice = session->choose(way, tools.workOptions());
                const bool found = choice && choice->end == ChoiceEnd::Done && !choice->sets.empty();
                QStringList names;
                if (found)
                    for (const std::size_t tube : choice->sets.front().tubes)
                        names << text(pool.paints[tube].name);
                const QString which = red == RedPrimary::Red ? tr("With a red") : tr("With a magenta");
                ways << (found ? tr("%1: %2 of %3 with %4.")
                                     .arg(which)
                                     .arg(std::ranges::count_if(choice->sets.front().answers, &NeedAnswer::met))
                                     .arg(choice->sets.front().answers.size())
                                     .arg(listed(names))
                               : tr("%1: no triad.").arg(which));
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
            m_stop->setEnabled(m_pages->currentIndex() == WaitingPage);
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

void ChoicePanel::take(const Result<Choice>& choice)
{
    m_patience.stop();
    m_guessing.drop();
    if (!choice)
        say(text(choice.error().message));
    else if (choice->end == ChoiceEnd::Stopped)
        say(tr("The choice was stopped. Nothing was changed."));
    else if (choice->sets.empty())
        say(tr("None of your tubes reaches any of these colours.") + QLatin1Char('\n') + nearestWords(*choice));
    else
        showChoice(*choice);
}

/// What comes nearest to the needs that nothing reaches.
QString ChoicePanel::nearestWords(const Choice& choice) const
{
    QStringList words;
    for (const Unreachable& missed : choice.unreachable) {
        const QString name = text(m_needs[missed.need].name);
        if (missed.nearest.recipe.parts.empty()) {
            words << tr("No tube here is what %1 asks for.").arg(name);
            continue;
        }
        const QString nearest =
            tr("%1 with %2").arg(apart(missed.nearest.apart), recipeText(missed.nearest.recipe, m_pool.paints));
        words << (m_keptName.isEmpty() ? tr("No tubes of yours reach %1; nearest is %2.").arg(name, nearest)
                                       : tr("It does not reach %1; nearest is %2.").arg(name, nearest));
    }
    return words.join(QLatin1Char(' '));
}

void ChoicePanel::showChoice(const Choice& choice)
{
    m_choice = choice;
    m_shown = 0;
    showPage(ResultPage);
    showSet();
    if (isVisible())
        m_list->setFocus();
}

/// The answer no longer belongs to the question.
void ChoicePanel::forget()
{
    m_patience.stop();
    m_choosing.drop();
    m_guessing.drop();
    m_climbing.drop();
    m_weighing.drop();
    m_helping.drop();
    m_bothWays.drop();
    m_choice.reset();
    m_asked.reset();
    m_help.clear();
    m_ways.clear();
    m_stairs.reset();
    m_isStep = false;
    Q_EMIT staircaseChanged();
    m_recipes.clear();
    m_needsModel.setStates({});
    if (m_needsModel.records().empty())
        say(tr("No needs yet. Under 'What it needs' a picture is brought in, or colours are written down."));
    else if (m_document.notebook().tubes.empty())
        say(tr("No tubes yet: Choose finds the fewest to buy, out of everything there is."));
    else
        say(m_needsModel.records().size() == 1
                ? tr("Choose finds the fewest tubes that mix this colour, and the recipe for it.")
                : tr("Choose finds the fewest tubes that mix all %1 colours, and the recipe for each.")
                      .arg(m_needsModel.records().size()));
    Q_EMIT answersChanged();
}

void ChoicePanel::say(const QString& words)
{
    m_teaching->setText(sentence(words));
    showPage(TeachingPage);
}

/// Turns to a page, and lets be done what makes sense on it.
void ChoicePanel::showPage(int page)
{
    m_pages->setCurrentIndex(page);
    const bool ready = !m_needsModel.records().empty();
    m_chooseAct->setEnabled(ready && page != WaitingPage);
    m_stop->setEnabled(page == WaitingPage || m_climbing.isRunning());
    m_keepAct->setEnabled(page == ResultPage);
    for (QAction* act : m_ofRecipes)
        act->setEnabled(page == ResultPage);
    if (page != ResultPage)
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
    showHeadline();
    showWells(set);
    m_recipes.setAnswers(m_needs, set.answers, m_pool.paints);
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
    m_helping.start([set, needs = m_needs,
                     pool = m_pool](const JobTools& tools) { return shortfallsOf(set, needs, pool, tools.stop); },
                    [this](const std::vector<Shortfall>& shortfalls) {
                        m_help = shortfallWords(shortfalls, m_needs);
                        showProof();
                    });
}

/// How sure each recipe is to come out, told when it is known.
void ChoicePanel::weigh()
{
    m_weighing.start(
        [set = m_choice->sets[m_shown], needs = m_needs, pool = m_pool, studio = m_studio](const JobTools& tools) {
            return surenessOf(set, needs, pool.paints, learnedOf(pool, studio->learned), {}, tools.stop);
        },
        [this](const std::vector<double>& sure) { m_recipes.setSureness(sure); });
}

void ChoicePanel::showHeadline()
{
    const PaletteSet& set = m_choice->sets[m_shown];
    const auto met = std::ranges::count_if(set.answers, &NeedAnswer::met);
    const QString who = m_keptName.isEmpty() ? text(counted(set.tubes.size(), "tube"))
                                             : tr("%1, %2").arg(m_keptName, text(counted(set.tubes.size(), "tube")));
    const bool all = met == std::ssize(set.answers);
    m_headline->setText(
        all && met == 1 ? tr("%1: the one colour, %2").arg(who, apart(set.meanApart))
        : all           ? tr("%1: all %2 colours, %3 on average").arg(who, QString::number(met), apart(set.meanApart))
                        : tr("%1: %2 of %3, %4 on average")
                    .arg(who, QString::number(met), text(counted(set.answers.size(), "colour")), apart(set.meanApart)));
    showProof();
}

void ChoicePanel::showProof()
{
    if (!m_choice)
        return;
    const PaletteSet& set = m_choice->sets[m_shown];
    QStringList words;
    if (m_keptName.isEmpty() && !m_isStep)
        words << proofText(*m_choice, m_studio->notebook.wishes.school);
    if (const QString home = stayAtHomeWords(set); !m_keptName.isEmpty() && !home.isEmpty())
        words << home;
    if (const QString buy = toBuy(set); !buy.isEmpty())
        words << buy;
    if (!m_ways.isEmpty())
        words << m_ways;
    if (!m_help.isEmpty())
        words << m_help;
    else if (!m_choice->unreachable.empty() && !m_isStep)
        words << nearestWords(*m_choice);
    m_proof->setText(words.join(QLatin1Char(' ')));
}

void ChoicePanel::showWells(const PaletteSet& set)
{
    std::vector<Well> wells;
    for (const TubeReason& reason : set.reasons) {
        const Paint& paint = m_pool.paints[reason.tube];
        QStringList lost;
        for (const std::size_t need : reason.lostWithout)
            lost << text(m_needs[need].name);
        Well well;
        well.name = text(paint.name);
        well.codes = text(textOf(paint.codes));
        if (paint.lightfastness >= 4)
            well.codes += tr(", fades");
        if (!m_pool.isOwned(reason.tube))
            well.codes += tr(", to buy");
        well.reason = lost.isEmpty()     ? tr("nothing rests on it")
                      : lost.size() == 1 ? tr("for %1").arg(lost.front())
                                         : tr("%1 colours need it").arg(lost.size());
        well.detail = lost.isEmpty() ? tr("Without it nothing is lost") : tr("Without it no %1").arg(listed(lost));
        well.wash = washColours(paint.film);
        well.seed = static_cast<unsigned>(m_pool.isOwned(reason.tube) ? m_pool.tubes[reason.tube].value
                                                                      : static_cast<std::int64_t>(reason.tube));
        wells.push_back(std::move(well));
    }
    const auto inHand = static_cast<std::size_t>(m_wells->current());
    const QString before = inHand < m_wells->wells().size() ? m_wells->wells()[inHand].name : QString();
    m_wells->setWells(std::move(wells));
    for (std::size_t i = 0; i < set.tubes.size(); ++i)
        if (m_wells->wells()[i].name == before)
            m_wells->take(static_cast<int>(i));
    showTubeInHand();
}

/// What is lost without a tube; the first few by name.
QString ChoicePanel::lostWords(const TubeReason& reason) const
{
    constexpr std::size_t mostNamed = 4;
    const std::vector<std::size_t>& lost = reason.lostWithout;
    if (lost.empty())
        return tr("without it nothing is lost");
    if (lost.size() == m_needs.size() && lost.size() > 1)
        return tr("without it none of the colours");
    QStringList names;
    for (std::size_t i = 0; i < std::min(lost.size(), mostNamed); ++i)
        names << text(m_needs[lost[i]].name);
    return lost.size() > mostNamed
               ? tr("without it no %1 and %2 more").arg(names.join(QStringLiteral(", "))).arg(lost.size() - mostNamed)
               : tr("without it no %1").arg(listed(names));
}

/// The tube in hand, and what can be done with it.
void ChoicePanel::showTubeInHand()
{
    const int well = m_wells->current();
    if (!m_choice || well < 0)
        return m_inHand->showNone(offersAllowed());
    const PaletteSet& set = m_choice->sets[m_shown];
    const std::size_t tube = set.tubes[static_cast<std::size_t>(well)];
    const Paint& paint = m_pool.paints[tube];
    QString words = tr("%1: %2.").arg(text(paint.name), lostWords(set.reasons[static_cast<std::size_t>(well)]));
    const School school = m_studio->notebook.wishes.school;
    if (school == School::SplitPrimary || school == School::SplitPlus)
        for (const Partners& partners : partnersOf(m_pool.paints, set.tubes))
            if (partners.tube == tube)
                words +=
                    tr(" Cleanest with %1, greyest with %2.")
                        .arg(text(m_pool.paints[partners.cleanest].name), text(m_pool.paints[partners.greyest].name));
    const Limits limits = limitsNow();
    const bool stays = std::ranges::find(limits.must, tube) != limits.must.end();
    m_inHand->show(words, stays, offersInstead(tube), offersAllowed());
}

/// What does as well in the place of a tube.
std::vector<TubeInHand::Offer> ChoicePanel::offersInstead(std::size_t tube)
{
    const Choice& asked = m_asked ? *m_asked : *m_choice;
    constexpr std::size_t mostOffered = 20;
    std::vector<TubeInHand::Offer> offers;
    for (Swap& swap : swapsOf(m_choice->sets[m_shown].tubes, asked.equals))
        if (swap.tube == tube) {
            // Those that look most like it come first; of a whole table there may be dozens.
            std::ranges::stable_sort(swap.instead, {}, [&](std::size_t other) {
                return deltaE00(m_pool.paints[other].swatch.full, m_pool.paints[tube].swatch.full);
            });
            swap.instead.resize(std::min(swap.instead.size(), mostOffered));
            for (const std::size_t other : swap.instead)
                offers.push_back({tr("%1 in its place").arg(nameInList(m_pool.paints[other].name)),
                                  [this, tube, other] { swapInHand(tube, other); }});
        }
    return offers;
}

std::vector<TubeInHand::Offer> ChoicePanel::offersAllowed()
{
    std::vector<TubeInHand::Offer> offers;
    for (const TubeId id : m_document.notebook().wishes.never)
        if (const Tube* left = m_document.notebook().tube(id))
            offers.push_back({tr("Allow %1 again").arg(nameInList(left->name)), [this, id] {
                                  PaletteWishes wishes = m_document.notebook().wishes;
                                  std::erase(wishes.never, id);
                                  m_document.changeWishes(wishes);
                              }});
    for (const std::string& name : m_neverBuy)
        offers.push_back({tr("Allow %1 again").arg(nameInList(name)), [this, name] {
                              std::erase(m_neverBuy, name);
                              askAnew();
                          }});
    return offers;
}

/// The same set with one tube in the place of another; what it was chosen from stays the question.
void ChoicePanel::swapInHand(std::size_t tube, std::size_t other)
{
    if (!m_choice)
        return;
    std::vector<std::size_t> tubes = m_choice->sets[m_shown].tubes;
    std::ranges::replace(tubes, tube, other);
    std::ranges::sort(tubes);
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
    begin(limitsOfJust(tubes, m_pool.paints.size()), tr("Mixing"));
}

void ChoicePanel::keepInHand(bool stays)
{
    const int well = m_wells->current();
    if (!m_choice || well < 0)
        return;
    const std::size_t place = m_choice->sets[m_shown].tubes[static_cast<std::size_t>(well)];
    if (!m_pool.isOwned(place)) {
        const std::string& name = m_pool.paints[place].name;
        std::erase(m_mustBuy, name);
        if (stays)
            m_mustBuy.push_back(name);
        return askAnew();
    }
    PaletteWishes wishes = m_document.notebook().wishes;
    std::erase(wishes.must, m_pool.tubes[place]);
    if (stays)
        wishes.must.push_back(m_pool.tubes[place]);
    const QString name = text(m_pool.paints[place].name);
    m_document.changeWishes(wishes, stays ? tr("keep %1 in").arg(name) : tr("let %1 go").arg(name));
}

void ChoicePanel::leaveOutInHand()
{
    const int well = m_wells->current();
    if (!m_choice || well < 0)
        return;
    const std::size_t place = m_choice->sets[m_shown].tubes[static_cast<std::size_t>(well)];
    if (!m_pool.isOwned(place)) {
        std::erase(m_mustBuy, m_pool.paints[place].name);
        m_neverBuy.push_back(m_pool.paints[place].name);
        return askAnew();
    }
    PaletteWishes wishes = m_document.notebook().wishes;
    std::erase(wishes.must, m_pool.tubes[place]);
    wishes.never.push_back(m_pool.tubes[place]);
    m_document.changeWishes(wishes, tr("do without %1").arg(text(m_pool.paints[place].name)));
}

std::vector<TubeId> ChoicePanel::shownTubes() const
{
    std::vector<TubeId> tubes;
    if (m_choice)
        for (const std::size_t place : m_choice->sets[m_shown].tubes)
            if (m_pool.isOwned(place))
                tubes.push_back(m_pool.tubes[place]);
    return tubes;
}

QString ChoicePanel::toBuy(const PaletteSet& set) const
{
    QStringList names;
    for (const std::size_t place : set.tubes)
        if (!m_pool.isOwned(place))
            names << tr("%1 (%2)").arg(text(m_pool.paints[place].name), text(textOf(m_pool.paints[place].codes)));
    return names.isEmpty() ? QString() : tr("To buy: %1.").arg(listed(names));
}

void ChoicePanel::diagnose()
{
    const QModelIndex row = m_list->currentIndex();
    if (!m_choice)
        return;
    const Recipe recipe = m_recipes.answer(static_cast<std::size_t>(std::max(0, row.row()))).match.recipe;
    if (!recipe.parts.empty())
        askWhatWentWrong(std::vector(m_pool.paints), m_choice->sets[m_shown].tubes, recipe, m_settings, this);
}

void ChoicePanel::stirMother()
{
    std::vector<Recipe> recipes;
    for (int row = 0; row < m_recipes.rowCount(); ++row)
        if (const Recipe& recipe = m_recipes.answer(static_cast<std::size_t>(row)).match.recipe; !recipe.parts.empty())
            recipes.push_back(recipe);
    const std::size_t owned = m_studio->paints.size();
    const bool allOwned = std::ranges::all_of(recipes, [&](const Recipe& recipe) {
        return std::ranges::all_of(recipe.parts, [&](const Part& part) { return part.paint < owned; });
    });
    if (!allOwned)
        return messages().tell(this, tr("A mother colour"), tr("Some of these tubes are not yours yet."));
    if (!recipes.empty())
        MotherDialog(m_studio, std::move(recipes), m_settings, this).exec();
}

void ChoicePanel::printRecipes()
{
    std::vector<SheetCell> cells;
    for (int row = 0; m_choice && row < m_recipes.rowCount(); ++row) {
        const Recipe& recipe = m_recipes.answer(static_cast<std::size_t>(row)).match.recipe;
        const bool owned =
            std::ranges::all_of(recipe.parts, [&](const Part& part) { return m_pool.isOwned(part.paint); });
        if (!recipe.parts.empty() && owned)
            cells.push_back({mixPartsOf(recipe, m_studio->notebook), recipe.wash});
    }
    if (cells.empty())
        return messages().tell(this, tr("A sheet to paint"), tr("None of these recipes is of tubes you have."));
    printSquares(m_document, std::move(cells), 0, tr("Colours of the picture"), this);
}

void ChoicePanel::writeShoppingList()
{
    if (!m_choice)
        return;
    const std::string csv = shoppingCsv(m_choice->sets[m_shown].tubes, m_pool);
    const QString path =
        messages().fileToSave(this, tr("A shopping list"), tr("Lists (*.csv)"), QStringLiteral(".csv"));
    if (path.isEmpty())
        return;
    if (const auto done = writeWhole(path, csv); !done)
        messages().tell(this, tr("A shopping list"), sentence(text(done.error().message)));
}

void ChoicePanel::keepPalette()
{
    if (!m_choice)
        return;
    std::vector<TubeId> tubes = shownTubes(); // before it is asked for a name, which lets time pass
    std::vector<Tube> wished = wishedFor(m_choice->sets[m_shown].tubes, m_pool);
    const QString name = messages().askName(this, tr("Keep this palette"), tr("What shall it be called?"));
    if (name.isEmpty())
        return;
    if (!wished.empty()) {
        const std::size_t before = m_document.notebook().tubes.size();
        m_document.addTubes(std::move(wished), tr("wish for the tubes of %1").arg(name));
        for (std::size_t i = before; i < m_document.notebook().tubes.size(); ++i)
            tubes.push_back(m_document.notebook().tubes[i].id);
    }
    m_document.keepPalette(name, std::move(tubes));
}

} // namespace iris
