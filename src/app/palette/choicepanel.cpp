#include "app/palette/choicepanel.h"

#include "app/palette/choicewells.h"
#include "app/palette/choicewords.h"
#include "app/palette/keptpalettes.h"
#include "app/palette/recipeacts.h"
#include "app/palette/tubeinhand.h"
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
#include "words/palettewords.h"

#include <QHBoxLayout>
#include <QListView>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace iris {
namespace {

enum Page { Teaching, Waiting, Shown };

} // namespace

ChoicePanel::ChoicePanel(Document& document, NeedsModel& needs, ChoiceModel& model, ViewSettings& settings,
                         QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_settings(settings),
      m_needs(needs),
      m_model(model)
{
    m_pages = new QStackedWidget(this);
    m_pages->addWidget(makeTeaching());
    m_stop = addAct(
        *this, tr("Stop"), Qt::Key_Escape, [this] { m_model.cancel(); }, tr("Stop choosing"));
    m_waiting = new WaitingPage(*m_stop, this);
    m_pages->addWidget(m_waiting);
    m_pages->addWidget(makeResult(settings));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(3 * gridStep);
    layout->addWidget(makeQuestion());
    layout->addWidget(m_pages, 1);

    m_patience.setSingleShot(true);
    m_patience.setInterval(250);
    connect(&m_patience, &QTimer::timeout, this, [this] {
        if (m_model.isChoosing())
            showPage(Waiting);
    });
    connect(&model, &ChoiceModel::asked, this, &ChoicePanel::wait);
    connect(&model, &ChoiceModel::progressed, m_waiting, &WaitingPage::setProgress);
    connect(&model, &ChoiceModel::shownChanged, this, &ChoicePanel::showChoice);
    connect(&model, &ChoiceModel::besideChanged, this, &ChoicePanel::showBeside);
    connect(&model, &ChoiceModel::staircaseChanged, this,
            [this] { m_stop->setEnabled(m_pages->currentIndex() == Waiting || m_model.isClimbing()); });
    connect(&model, &ChoiceModel::unanswered, this, &ChoicePanel::showUnanswered);
    connect(&model, &ChoiceModel::forgotten, this, &ChoicePanel::teach);
    addActions(m_inHand->actions());
    teach();
}

/// What is asked for, and the acts that answer it.
QWidget* ChoicePanel::makeQuestion()
{
    auto* wishes = new WishesBar(m_document, this);
    m_chooseAct = addAct(
        *this, tr("Choose"), Qt::Key_C, [this] { m_model.choose(); },
        tr("Find the fewest tubes that mix what is needed"));
    m_chooseButton = actButton(*m_chooseAct, "choose", this);
    makeMain(*m_chooseButton);
    auto* kept = new KeptPalettes(m_document, this);
    connect(kept, &KeptPalettes::wanted, &m_model, &ChoiceModel::showKept);
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
        *this, tr("Closer"), Qt::Key_BracketLeft, [this] { m_model.showNextSet(-1); },
        tr("The set before, which comes closer"));
    m_next = addAct(
        *this, tr("Next"), Qt::Key_BracketRight, [this] { m_model.showNextSet(1); }, tr("Next set"));
    m_walk = {actButton(*m_previous, "previousSet", this), actButton(*m_next, "nextSet", this)};
    m_setLabel = new PlainLabel(this);
    m_setLabel->setObjectName(QStringLiteral("setLabel"));
    m_keepAct = addAct(*this, tr("Keep this palette"), Qt::Key_K, [this] { keepPalette(); });
    m_keep = actButton(*m_keepAct, "keepPalette", this);
    m_forgetKept = new QPushButton(tr("Keep it no longer"), this);
    m_forgetKept->setObjectName(QStringLiteral("forgetPalette"));
    connect(m_forgetKept, &QPushButton::clicked, this, [this] {
        if (m_model.shown())
            m_document.apply(removing<PaletteRecord>(m_model.shown()->kept));
    });
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
    m_inHand = new TubeInHand(m_document, m_model, page);
    connect(m_wells, &CellWidget::cellChosen, this, &ChoicePanel::showTubeInHand);
    connect(m_inHand, &TubeInHand::swapped, this, [this](std::size_t tube, std::size_t other) {
        m_tubeInHand = other;
        m_model.swap(tube, other);
    });
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
    m_recipeActs = new RecipeActs(m_document, m_model, settings, this, [this] {
        return static_cast<std::size_t>(std::max(0, m_list->currentIndex().row()));
    });
    layout->addLayout(m_recipeActs->makeRow(page));
    return page;
}

void ChoicePanel::wait(const ShownChoice& asked)
{
    const ChoiceQuestion& question = *asked.question;
    const std::size_t tubes = question.pool.paints.size() - question.limits.never.size();
    m_waiting->begin(asked.origin == ChoiceOrigin::Chosen
                         ? tr("Trying every mix of %1").arg(text(counted(tubes, "tube")))
                     : asked.isKept() ? tr("Mixing %1").arg(text(asked.name))
                                      : tr("Mixing"),
                     asked.question);
    if (m_model.shown()) // what is on show stays for as long as a changed question mostly takes
        m_patience.start();
    else
        showPage(Waiting);
}

void ChoicePanel::stopWaiting()
{
    m_patience.stop();
    m_waiting->end();
}

void ChoicePanel::showUnanswered(const ChoiceModel::Unanswered& question)
{
    stopWaiting();
    const auto& [asked, answer] = question;
    if (answer && answer->end == ChoiceEnd::Stopped)
        return tellStopped();
    if (answer && answer->paperIsEnough)
        return say(tr("Leave the paper: it is as light as all that is wanted, and no tube is needed."));
    say(answer ? nothingWords(asked.question->isSure()) + QLatin1Char('\n')
                     + nearestWords(*answer, asked.needs(), asked.pool(), asked.isKept())
               : text(answer.error().message));
}

void ChoicePanel::tellStopped()
{
    if (!m_model.shown())
        return say(tr("The choice was stopped. Nothing was changed."));
    showPage(Shown);
    showSets();
    m_proof->setText(tr("The choice was stopped; this is the one from before.") + QLatin1Char(' ') + m_proof->text());
}

/// What can be asked, while nothing is.
void ChoicePanel::teach()
{
    stopWaiting();
    const std::size_t needs = m_needs.records().size();
    if (needs == 0)
        say(tr("No needs yet. Under 'What it needs' a picture is brought in, or colours are written down."));
    else if (m_document.notebook().tubes.empty())
        say(tr("No tubes yet: Choose finds the fewest to buy, out of what shops usually have."));
    else
        say(needs == 1
                ? tr("Choose finds the fewest tubes that mix this colour, and the recipe for it.")
                : tr("Choose finds the fewest tubes that mix all %1 colours, and the recipe for each.").arg(needs));
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
    const bool ready = !m_needs.records().empty();
    m_chooseAct->setEnabled(ready && page != Waiting);
    m_stop->setEnabled(page == Waiting || m_model.isClimbing());
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

void ChoicePanel::showChoice()
{
    const ShownChoicePtr& shown = m_model.shown();
    if (!shown) {
        m_answer.reset();
        m_tubeInHand.reset();
        return m_recipes.clear();
    }
    const bool isNew = std::exchange(m_answer, shown->answer) != shown->answer;
    if (isNew) {
        stopWaiting();
        showPage(Shown);
    }
    const PaletteSet& set = shown->set();
    m_headline->setText(headlineWords(set, text(shown->name)));
    m_wells->setWells(wellsOf(set, shown->needs(), shown->pool()));
    if (const auto still = std::ranges::find(set.tubes, m_tubeInHand); still != set.tubes.end())
        m_wells->take(static_cast<int>(still - set.tubes.begin()));
    showTubeInHand();
    m_recipes.setAnswers(shown->needs(), set.answers, shown->pool().paints);
    showSets();
    showBeside();
    if (isNew && isVisible())
        m_list->setFocus();
}

/// Which of how many sets it is, and what can be done with it.
void ChoicePanel::showSets()
{
    const ShownChoice& shown = *m_model.shown();
    const Choice& answer = *shown.answer;
    m_setLabel->setText(shown.origin == ChoiceOrigin::Swapped ? tr("One tube swapped")
                        : shown.origin == ChoiceOrigin::Step  ? tr("One step of the stairs")
                        : answer.setsOfThisSize == 1          ? tr("The only such set")
                                                              : tr("Set %1 of %2%3")
                                                           .arg(shown.place + 1)
                                                           .arg(answer.setsOfThisSize)
                                                           .arg(answer.moreSets ? tr(" or more") : QString()));
    m_previous->setEnabled(shown.place > 0);
    m_next->setEnabled(shown.place + 1 < answer.sets.size());
    for (QPushButton* walk : m_walk)
        walk->setVisible(answer.sets.size() > 1);
    m_keep->setVisible(!shown.isKept());
    m_forgetKept->setVisible(shown.isKept() && shown.kept.value != 0);
    m_setLabel->setVisible(!shown.isKept());
}

void ChoicePanel::showBeside()
{
    if (const auto& sure = m_model.beside().sure; !sure.empty())
        m_recipes.setSureness(sure);
    showProof();
}

void ChoicePanel::showProof()
{
    if (!m_model.shown())
        return;
    const ShownChoice& shown = *m_model.shown();
    const Choice& answer = *shown.answer;
    const bool isPart = shown.origin == ChoiceOrigin::Step || shown.origin == ChoiceOrigin::Swapped;
    QStringList words;
    if (shown.origin == ChoiceOrigin::Chosen)
        words << text(proofWords(answer, shown.question->school()));
    if (answer.passedOver > 0)
        words << text(passedOverWords(answer.passedOver));
    if (const QString home = stayAtHomeWords(shown.set(), shown.pool()); shown.isKept() && !home.isEmpty())
        words << home;
    if (const QString buy = toBuyWords(shown.set(), shown.pool()); !buy.isEmpty())
        words << buy;
    const ChoiceModel::Beside& beside = m_model.beside();
    for (const ChoiceModel::Beside::Way& way : beside.ways)
        words << wayWords(way.red, way.choice, shown.pool());
    for (const Shortfall& one : beside.shortfalls)
        words << sentence(text(shortfallWords(one, shown.needs()[one.need], shown.question->isSure())));
    if (beside.shortfalls.empty() && !answer.unreachable.empty() && !isPart)
        words << nearestWords(answer, shown.needs(), shown.pool(), shown.isKept());
    m_proof->setText(words.join(QLatin1Char(' ')));
}

/// The tube in hand, and what can be done with it.
void ChoicePanel::showTubeInHand()
{
    const int well = m_wells->current();
    if (!m_model.shown() || well < 0)
        return m_inHand->show({}, std::nullopt);
    m_tubeInHand = m_model.shown()->set().tubes[static_cast<std::size_t>(well)];
    m_inHand->show(m_model.shown(), m_tubeInHand);
}

QAction* ChoicePanel::shoppingAct() const
{
    return m_recipeActs->shoppingAct();
}

void ChoicePanel::keepPalette()
{
    const ShownChoicePtr shown = m_model.shown(); // asking for a name lets time pass
    if (!shown || !mayWrite(m_document, this))
        return;
    const QString name = messages().askName(this, tr("Keep this palette"), tr("What shall it be called?"));
    if (!name.isEmpty())
        m_document.apply(
            keepingPalette(name.toStdString(), shown->ownTubes(), wishedFor(shown->set().tubes, shown->pool())),
            tr("keep palette %1").arg(name));
}

} // namespace iris
