#include "app/palette/choicepanel.h"

#include "app/palette/wishesbar.h"
#include "app/parts/act.h"
#include "app/parts/diagnosisdialog.h"
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
#include "files/outputfile.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QListView>
#include <QProgressBar>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace iris {
namespace {

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
    connect(&needsModel, &QAbstractItemModel::modelReset, this, &ChoicePanel::forget);
    connect(&document, &Document::wishesChanged, this, &ChoicePanel::forget);
    connect(&document, &Document::palettesChanged, this, &ChoicePanel::fillKept);
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

TubePool ChoicePanel::poolNow() const
{
    return poolOf(m_document.notebook(), m_document.studio()->paints, m_document.notebook().wishes);
}

void ChoicePanel::fillKept()
{
    m_kept->clear();
    m_kept->addItem(tr("or see a kept palette"));
    for (const PaletteRecord& palette : m_document.notebook().palettes)
        m_kept->addItem(nameInList(palette.name), static_cast<qlonglong>(palette.id.value));
    m_kept->setEnabled(m_kept->count() > 1);
    if (m_choice && !m_keptName.isEmpty() && !m_document.notebook().palette(m_keptId))
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

void ChoicePanel::choose()
{
    const PaletteWishes& wishes = m_document.notebook().wishes;
    m_keptName.clear();
    m_isStep = false;
    m_climbing.drop();
    m_stairs.reset();
    Q_EMIT staircaseChanged();
    m_pool = poolNow();
    const std::size_t tubes = m_pool.paints.size() - m_pool.leftOut.size();
    begin(limitsOf(wishes, m_pool, m_document.notebook()),
          tr("Trying every mix of %1").arg(text(counted(tubes, "tube"))));
}

void ChoicePanel::showKept(int index)
{
    const PaletteRecord* palette = m_document.notebook().palette({m_kept->itemData(index).toLongLong()});
    m_kept->setCurrentIndex(0);
    if (!palette || palette->tubes.empty())
        return;
    m_keptName = text(palette->name);
    m_keptId = palette->id;
    m_isStep = false;
    m_pool = poolNow();
    begin(limitsOfJust(placesOf(palette->tubes), m_pool.paints.size()), tr("Mixing %1").arg(m_keptName));
}

void ChoicePanel::showStep(std::size_t step)
{
    if (!m_stairs || step >= m_stairs->steps.size())
        return;
    m_keptName.clear();
    m_isStep = true;
    begin(limitsOfJust(m_stairs->steps[step].set.tubes, m_pool.paints.size()), tr("Mixing"));
}

void ChoicePanel::begin(const Limits& limits, const QString& what)
{
    m_waiting->setText(what);
    m_progress->setValue(0);
    if (!m_isStep) // that is there within a frame or two
        showPage(WaitingPage);
    m_studio = m_document.studio();
    m_needs = m_needsModel.needs();
    if (!m_session || !m_session->countsAsNow() || m_session->paints() != m_pool.paints
        || m_session->needs() != m_needs)
        m_session = std::make_shared<ChoiceSession>(m_pool.paints, m_needs);
    m_choosing.start(
        [session = m_session, limits](const JobTools& tools) { return session->choose(limits, tools.workOptions()); },
        [this, limits](const Result<Choice>& choice) {
            take(choice);
            if (m_choice && !m_isStep && m_keptName.isEmpty() && limits.school == School::Free)
                climb(limits);
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
            Q_EMIT staircaseChanged();
        });
}

void ChoicePanel::cancel()
{
    m_choosing.stop();
}

void ChoicePanel::take(const Result<Choice>& choice)
{
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
    m_choosing.drop();
    m_climbing.drop();
    m_weighing.drop();
    m_choice.reset();
    m_stairs.reset();
    m_isStep = false;
    Q_EMIT staircaseChanged();
    m_recipes.clear();
    m_needsModel.setStates({});
    if (m_needsModel.records().empty())
        say(tr("No needs yet. Under 'What it needs' a picture is brought in, or colours are written down."));
    else if (m_document.notebook().tubes.empty())
        say(tr("No tubes yet. Write them down under Tubes first."));
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
    const bool ready = !m_needsModel.records().empty() && !m_document.notebook().tubes.empty();
    m_chooseAct->setEnabled(ready && page != WaitingPage);
    m_stop->setEnabled(page == WaitingPage);
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
    m_setLabel->setText(m_isStep                        ? tr("One step of the stairs")
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
    m_forgetKept->setVisible(!m_keptName.isEmpty());
    m_setLabel->setVisible(m_keptName.isEmpty());
    weigh();
    Q_EMIT answersChanged();
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
    QStringList words;
    if (m_keptName.isEmpty() && !m_isStep)
        words << proofText(*m_choice, m_studio->notebook.wishes.school);
    if (const QString buy = toBuy(set); !buy.isEmpty())
        words << buy;
    if (!m_choice->unreachable.empty() && !m_isStep)
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
    m_wells->setWells(std::move(wells));
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
