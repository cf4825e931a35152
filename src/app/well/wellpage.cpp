#include "app/well/wellpage.h"

#include "app/parts/choicebox.h"
#include "app/parts/colourfield.h"
#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/messages.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/touchingcolours.h"
#include "app/parts/washwidget.h"
#include "app/parts/words.h"
#include "app/parts/worktable.h"
#include "app/theme/viewsettings.h"
#include "app/well/dabdialog.h"
#include "app/well/layerswidget.h"
#include "app/well/wellacts.h"
#include "notebook/papers.h"
#include "words/findwords.h"
#include "words/mixwords.h"
#include "words/paintwords.h"

#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QListWidget>
#include <QMenu>
#include <QPushButton>
#include <QSignalBlocker>
#include <QVBoxLayout>
#include <numeric>

namespace iris {
namespace {

QVBoxLayout* columnIn(QWidget& widget)
{
    auto* layout = new QVBoxLayout(&widget);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2 * gridStep);
    return layout;
}

} // namespace

WellPage::WellPage(Worktable& context, QWidget* parent)
    : Place(tr("Well"), "Well", parent),
      m_context(context),
      m_acts(new WellActs(context.document(), this)),
      m_title(wordLabel("wellTitle", textFont(textsize::title, QFont::DemiBold), this)),
      m_which(new QComboBox(this)),
      m_wash(new WashWidget(context.settings(), {380, 120}, this)),
      m_words(wordLabel("wellWords", textFont(textsize::body), this)),
      m_next(wordLabel("wellNext", textFont(textsize::title, QFont::DemiBold), this)),
      m_then(wordLabel("wellThen", textFont(textsize::body), this)),
      m_beside(new TouchingColours(context.settings(), "puddle", this)),
      m_layers(new LayersWidget(context.settings(), this)),
      m_drying(wordLabel("wellDrying", textFont(textsize::small), this)),
      m_warning(wordLabel("wellWarning", textFont(textsize::body, QFont::DemiBold), this)),
      m_steps(new QListWidget(this)),
      m_tube(new ChoiceBox(22, this)),
      m_seen(new QLineEdit(this)),
      m_trouble(wordLabel("wellTrouble", textFont(textsize::small, QFont::DemiBold), this)),
      m_field(new ColourField(context.settings(), this)),
      m_over(new ChoiceBox(20, this))
{
    m_which->setObjectName(QStringLiteral("whichWell"));
    m_which->setAccessibleName(tr("Which well"));
    m_steps->setObjectName(QStringLiteral("wellSteps"));
    m_steps->setAccessibleName(tr("What went in"));
    m_tube->setObjectName(QStringLiteral("wellTube"));
    m_tube->setAccessibleName(tr("Tube to put in"));
    m_seen->setObjectName(QStringLiteral("wellSeen"));
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(5 * gridStep, 5 * gridStep, 5 * gridStep, 5 * gridStep);
    layout->setSpacing(5 * gridStep);
    layout->addWidget(makeLeft(), 3);
    layout->addWidget(makeMiddle(), 2);
    layout->addWidget(makeRight(), 2);
    connect(m_which, &QComboBox::activated, this, [this](int row) {
        m_acts->choose(m_context.document().notebook().wells[static_cast<std::size_t>(row)].id);
    });
    connect(m_steps, &QListWidget::currentRowChanged, this, [this](int row) { m_back->setEnabled(row >= 0); });
    connect(m_over, &QComboBox::activated, this, &WellPage::showWell);
    connect(m_seen, &QLineEdit::returnPressed, this, &WellPage::seeTyped);
    connect(m_acts, &WellActs::chosen, this, &WellPage::showWell);
    connect(m_acts, &WellActs::begun, this, &Place::wanted);
    whenChanged(context.document(), NotebookPart::Tubes, this, [this] {
        m_tubesStale = true;
        showWell();
    });
    whenChanged(context.document(), {NotebookPart::Wells, NotebookPart::Papers, NotebookPart::Mixes}, this,
                &WellPage::showWell);
    showWell();
}

void WellPage::showEvent(QShowEvent* event)
{
    Place::showEvent(event);
    if (m_stale)
        showWell();
}

QWidget* WellPage::makeLeft()
{
    auto* left = new QWidget(this);
    QVBoxLayout* layout = columnIn(*left);
    auto* head = new QHBoxLayout;
    head->addWidget(m_title, 1);
    head->addWidget(m_which);
    layout->addLayout(head);
    layout->addWidget(m_wash);
    layout->addWidget(m_words);
    layout->addWidget(m_warning);
    layout->addSpacing(2 * gridStep);
    m_beside->setMaximumHeight(200);
    layout->addWidget(m_beside, 1);
    layout->addWidget(m_next);
    layout->addWidget(m_then);
    m_follow = addAct(
        *this, tr("It went in"), Qt::Key_Return, [this] { follow(); }, tr("Put in what is said next"));
    auto* went = actButton(*m_follow, "wellFollow", this);
    makeMain(*went);
    layout->addWidget(went);
    auto* looks = new QPushButton(tr("It looks ..."), this);
    looks->setObjectName(QStringLiteral("wellLooks"));
    m_looks = new QMenu(this);
    for (const Look look : allLooks)
        m_looks->addAction(sentence(text(nameOf(look))), this, [this, look] { m_acts->see({look}); });
    looks->setMenu(m_looks);
    QAction* look = addAct(*this, tr("Say how it looks"), Qt::Key_L, [looks] { looks->showMenu(); });
    m_whileOpen.push_back(look);
    m_seen->setPlaceholderText(tr("or L, a, b of a dab"));
    auto* said = new QHBoxLayout;
    said->setSpacing(2 * gridStep);
    said->addWidget(looks);
    QAction* dab = addAct(
        *this, tr("A dab's picture ..."), Qt::Key_D, [this] { askForDab(); },
        tr("Read a dab out of the puddle off a picture of it"));
    m_whileOpen.push_back(dab);
    said->addWidget(actButton(*dab, "wellDab", this));
    said->addWidget(m_seen, 1);
    layout->addLayout(said);
    layout->addWidget(m_trouble);
    m_trouble->hide();
    layout->addStretch();
    return left;
}

QWidget* WellPage::makeMiddle()
{
    auto* middle = new QWidget(this);
    QVBoxLayout* layout = columnIn(*middle);
    auto* heading = wordLabel("wellStepsHeading", textFont(textsize::body, QFont::DemiBold), this);
    heading->setText(tr("What went in"));
    layout->addWidget(heading);
    layout->addWidget(m_steps, 1);
    m_back = addAct(
        *this, tr("Back to here"), Qt::Key_Backspace, [this] { m_acts->backTo(m_steps->currentRow() + 1); },
        tr("Take a puddle back to a step"));
    layout->addWidget(actButton(*m_back, "wellBack", this));
    layout->addSpacing(2 * gridStep);
    layout->addWidget(m_tube);
    const auto addRow = [&](std::initializer_list<QPushButton*> buttons) {
        auto* row = new QHBoxLayout;
        row->setSpacing(gridStep);
        for (QPushButton* button : buttons)
            row->addWidget(button);
        layout->addLayout(row);
    };
    const auto act = [&](const QString& words, const QKeySequence& key, const char* name, std::function<void()> does,
                         const QString& what, bool needsPaint) {
        QAction* made = addAct(*this, words, key, std::move(does), what);
        if (needsPaint)
            m_whileOpen.push_back(made);
        return actButton(*made, name, this);
    };
    addRow({act(
                tr("A touch"), Qt::Key_T, "wellTouch", [this] { putInChosen(true); },
                tr("Put a touch of the chosen tube in"), false),
            act(
                tr("A part"), Qt::Key_P, "wellPart", [this] { putInChosen(false); },
                tr("Put a part of the chosen tube in"), false)});
    addRow(
        {act(
             tr("Water"), Qt::Key_A, "wellWater", [this] { m_acts->water(); }, tr("Let a puddle out with water"), true),
         act(
             tr("Blot half"), Qt::Key_H, "wellBlot", [this] { m_acts->blot(); }, tr("Blot half of a puddle away"),
             true)});
    addRow({act(
                tr("Keep it"), Qt::Key_K, "wellSave", [this] { m_acts->save(); }, tr("Write a puddle down as a mix"),
                true),
            act(
                tr("Wash out"), Qt::Key_X, "wellEmpty", [this] { m_acts->empty(); }, tr("Wash a well out"), true)});
    return middle;
}

QWidget* WellPage::makeRight()
{
    auto* right = new QWidget(this);
    QVBoxLayout* layout = columnIn(*right);
    auto* heading = wordLabel("wellWay", textFont(textsize::body, QFont::DemiBold), this);
    heading->setText(tr("The way to what is wanted"));
    layout->addWidget(heading);
    layout->addWidget(m_field, 1);
    m_over->setObjectName(QStringLiteral("wellOver"));
    m_over->setAccessibleName(tr("What it is laid over"));
    layout->addWidget(m_over);
    layout->addWidget(m_layers);
    layout->addWidget(m_drying);
    m_best = addAct(
        *this, tr("Best"), Qt::Key_B, [this] { m_acts->markBest(); }, tr("Mark a well as the best attempt"));
    m_whileOpen.push_back(m_best);
    auto* pour = new QPushButton(tr("Pour in ..."), this);
    pour->setObjectName(QStringLiteral("wellPour"));
    m_pour = new QMenu(this);
    pour->setMenu(m_pour);
    pour->setToolTip(tr("Half of another well into this one"));
    QAction* more = addAct(
        *this, tr("New one"), Qt::Key_N, [this] { m_acts->beginEmpty(); }, tr("Begin another well"));
    QAction* done = addAct(
        *this, tr("Back"), Qt::Key_Escape, [this] { Q_EMIT finished(); }, tr("Back to where you were"));
    auto* grid = new QGridLayout;
    grid->setSpacing(gridStep);
    grid->addWidget(actButton(*m_best, "wellBest", this), 0, 0);
    grid->addWidget(pour, 0, 1);
    grid->addWidget(actButton(*more, "wellNew", this), 1, 0);
    grid->addWidget(actButton(*done, "wellDone", this), 1, 1);
    layout->addLayout(grid);
    return right;
}

QString WellPage::count() const
{
    return QString::number(m_context.document().notebook().wells.size());
}

void WellPage::takeFocus()
{
    m_steps->setFocus();
}

std::vector<WalkingKey> WellPage::walkingKeys() const
{
    return {{tr("up, down"), tr("walk what went into a well")}};
}

Handling WellPage::handling() const
{
    return m_context.document().notebook().handling;
}

void WellPage::putInChosen(bool aTouch)
{
    m_acts->putIn({m_tube->currentData().toLongLong()}, aTouch ? 1.0 / handling().touchesAPart : 1);
}

void WellPage::follow()
{
    const PuddleInHand puddle = m_puddle; // as it was advised about
    if (puddle.advice.steps.empty())
        return;
    for (std::size_t i = 0; i < puddle.advice.atOnce(); ++i)
        m_acts->putIn(puddle.studio->notebook.tubes[puddle.advice.steps[i].paint].id, puddle.advice.steps[i].parts);
}

void WellPage::seeTyped()
{
    const auto colour = parseLab(m_seen->text().toStdString());
    m_trouble->setVisible(!colour.has_value());
    if (!colour)
        return m_trouble->setText(sentence(text(colour.error().message)));
    m_seen->clear();
    m_acts->seeColour(*colour);
}

void WellPage::askForDab()
{
    const QString path = messages().fileToOpen(this, tr("A photograph or scan of a dab"), pictureFiles());
    if (!path.isEmpty())
        takePicture(path);
}

bool WellPage::takePicture(const QString& path)
{
    if (m_puddle.isClean()) {
        messages().tell(this, tr("A dab out of the well"), tr("The well is clean: nothing can have come out of it."));
        return true;
    }
    const auto dries = drying();
    DabDialog dialog(m_context.settings(), path, m_puddle.colour(),
                     dries ? std::optional(dries->lighter) : std::nullopt, this);
    if (dialog.exec() != QDialog::Accepted || !dialog.dab())
        return true;
    if (dialog.toBeKept())
        m_acts->saveDried(*dialog.dab());
    m_acts->seeColour(dialog.dab()->colour, dialog.dab()->uncertainty);
    return true;
}

/// What can lie below: the paper that is painted on, the papers of the notebook, and what the other wells would lay.
void WellPage::fillOver()
{
    const QSignalBlocker quiet(m_over);
    const QVariant before = m_over->currentData();
    m_over->clear();
    m_pour->clear();
    const Notebook& notebook = m_context.document().notebook();
    m_over->addItem(tr("on %1 paper").arg(nameInList(ownPaperName(notebook))), 0);
    for (const PaperRecord& paper : notebook.papers)
        m_over->addItem(tr("on %1").arg(nameInList(paper.name)), static_cast<qlonglong>(paper.id.value));
    for (std::size_t i = 0; i < notebook.wells.size(); ++i) {
        const WellRecord& well = notebook.wells[i];
        if (well.id == m_acts->open() || stateOf(well, *m_puddle.studio).contents.isEmpty())
            continue;
        const QString name = m_which->itemText(static_cast<int>(i));
        m_over->addItem(tr("over %1, dry").arg(name), -static_cast<qlonglong>(well.id.value));
        m_pour->addAction(name, this, [this, id = well.id] { m_acts->pour(id); });
    }
    m_over->setCurrentIndex(std::max(0, m_over->findData(before)));
}

Spectrum WellPage::backing() const
{
    const qlonglong below = m_over->currentData().toLongLong();
    const Notebook& notebook = m_context.document().notebook();
    const Spectrum own = notebook.handling.paper.reflectance();
    if (below > 0)
        for (const PaperRecord& paper : notebook.papers)
            if (paper.id.value == below)
                return paperSeenAs(paper.white);
    if (const WellRecord* well = notebook.well({-below})) {
        const PuddleContents contents = stateOf(*well, *m_puddle.studio).contents;
        if (!contents.isEmpty())
            return filmReflectance(filmOf(contents, m_puddle.studio->paints), contents.wash, own);
    }
    return own;
}

/// How wet and dry differ: by what its own tubes did, or failing that by all that were read wet and dry.
std::optional<ExpectedDrying> WellPage::drying() const
{
    const Notebook& notebook = m_puddle.studio->notebook;
    std::vector<TubeId> tubes;
    for (const auto& part : m_puddle.state.contents.parts)
        tubes.push_back(notebook.tubes[part.first].id);
    return expectedDrying(notebook, tubes);
}

QString WellPage::dryingWords() const
{
    const auto drying = this->drying();
    if (!drying)
        return tr("Colours are as they dry. Watercolour dries lighter; how much yours does is not measured yet.");
    return (drying->ofItsTubes
                ? tr("Colours are as they dry. Wet it looks about %1 of L* darker, as its own tubes did.")
                : tr("Colours are as they dry. Wet it looks about %1 of L* darker, as your tubes that were read wet "
                     "and dry did."))
        .arg(number(drying->lighter, 0));
}

void WellPage::fillTubes()
{
    m_tubesStale = false;
    const QSignalBlocker quiet(m_tube);
    const QVariant before = m_tube->currentData();
    m_tube->clear();
    const StudioPtr& studio = m_puddle.studio;
    for (const std::size_t place : studio->atHand())
        m_tube->addItem(nameInList(studio->paints[place].name),
                        static_cast<qlonglong>(studio->notebook.tubes[place].id.value));
    m_tube->setCurrentIndex(std::max(0, m_tube->findData(before)));
}

void WellPage::showSteps()
{
    const QSignalBlocker quiet(m_steps);
    const std::vector<WellStep>& steps = m_puddle.well.steps;
    m_steps->clear();
    for (std::size_t i = 0; i < steps.size(); ++i)
        m_steps->addItem(tr("%1  %2").arg(i + 1).arg(stepWords(steps[i], *m_puddle.studio)));
    m_steps->setCurrentRow(m_steps->count() - 1);
    m_back->setEnabled(m_steps->count() > 0);
}

void WellPage::fillWells()
{
    const QSignalBlocker quiet(m_which);
    const auto& wells = m_puddle.studio->notebook.wells;
    m_which->clear();
    for (std::size_t i = 0; i < wells.size(); ++i)
        m_which->addItem((wells[i].best ? QStringLiteral("\u2713 ") : QString())
                         + (wells[i].name.empty()
                                ? tr("well %1").arg(i + 1)
                                : tr("well %1: %2").arg(QString::number(i + 1), nameInList(wells[i].name))));
    const auto open = std::ranges::find(wells, m_acts->open(), &WellRecord::id);
    m_which->setCurrentIndex(static_cast<int>(open - wells.begin()));
    m_which->setVisible(wells.size() > 1);
}

void WellPage::showWell()
{
    Q_EMIT countChanged();
    m_stale = !isVisible();
    if (m_stale)
        return;
    m_acts->keepWithin();
    m_puddle = puddleInHand(m_context.document().studio(), m_acts->record() ? *m_acts->record() : WellRecord{});
    if (m_tubesStale)
        fillTubes();
    fillWells();
    fillOver();
    for (QAction* act : m_whileOpen)
        act->setEnabled(!m_puddle.isClean());
    m_title->setText(m_puddle.well.name.empty() ? tr("A well") : text(m_puddle.well.name));
    showSteps();
    m_warning->setText(
        strongCameFirst(m_puddle.state.puddle, m_puddle.studio->paints)
            ? tr("A strong tube went in first. Start with the light and weak; the strong one goes in by touches.")
            : QString());
    m_warning->setVisible(!m_warning->text().isEmpty());
    if (m_puddle.isClean())
        return showClean();
    showContents();
    showAdvice();
    showWay();
}

void WellPage::showClean()
{
    const std::optional<Lab>& wanted = m_puddle.well.wanted;
    m_wash->clear();
    m_words->setText(m_puddle.state.gone.empty() ? tr("The well is clean. Put a tube in.")
                                                 : tr("None of its tubes is in the notebook any more."));
    m_beside->show(wanted ? std::vector<CaptionedColour>{{*wanted, tr("wanted")}} : std::vector<CaptionedColour>{});
    m_next->clear();
    m_then->clear();
    m_follow->setEnabled(false);
    m_field->setContents({});
    m_layers->clear();
    m_drying->clear();
}

void WellPage::showContents()
{
    const WellState& state = m_puddle.state;
    const std::vector<Paint>& paints = m_puddle.studio->paints;
    const Film film = m_puddle.film();
    const QString words = text(contentsWords(state.contents, paints, handling()));
    m_wash->show(film, words, 7, handling().paper);
    QStringList lines{sentence(words),
                      tr("%1, %2 wash; %3")
                          .arg(sentence(colourWords(m_puddle.colour())), text(washWord(state.contents.wash)),
                               text(describe(transparencyOf(film))))};
    for (const auto& [paint, amount] : state.contents.parts)
        if (const std::string belief = beliefWords(state.belief, paint, paints); !belief.empty())
            lines << text(belief);
    for (const std::string& gone : state.gone)
        lines << tr("%1 is no longer in the notebook and is left out.").arg(nameInList(gone));
    m_words->setText(lines.join(QLatin1Char('\n')));
    m_layers->show(film, state.contents.wash, backing());
    const std::vector<double> amounts = millilitresFor(*recipeOf(state.contents, handling()), 100);
    m_drying->setText(dryingWords() + QLatin1Char(' ')
                      + tr("A wash of 100 square centimetres takes about %1 ml of paint.")
                            .arg(number(std::accumulate(amounts.begin(), amounts.end(), 0.0), 2)));
    m_best->setText(m_puddle.well.best ? tr("Not best") : tr("Best"));
}

void WellPage::showAdvice()
{
    const std::optional<Lab>& wanted = m_puddle.well.wanted;
    const TouchAdvice& advice = m_puddle.advice;
    m_then->clear();
    if (!wanted) {
        m_beside->show({{m_puddle.colour(), tr("now")}});
        m_next->setText(tr("Nothing is wanted of it. Find a colour to be told the next touch."));
        m_follow->setEnabled(false);
        return;
    }
    const AdviceWords words = adviceWords(advice, m_puddle.studio->paints, thereBelow);
    m_next->setText(text(words.act));
    m_then->setText(text(words.then));
    m_follow->setEnabled(!advice.steps.empty());
    std::vector<CaptionedColour> beside{{m_puddle.asSeen(advice.laidNow.colour), tr("now")}, {*wanted, tr("wanted")}};
    if (!advice.steps.empty())
        beside.push_back({m_puddle.asSeen(advice.steps[advice.atOnce() - 1].laid.colour), tr("then")});
    m_beside->show(std::move(beside));
}

void WellPage::showWay()
{
    const std::vector<Paint>& paints = m_puddle.studio->paints;
    const WellState& state = m_puddle.state;
    const Spectrum paper = m_puddle.studio->notebook.handling.paper.reflectance();
    FieldContents contents;
    if (const auto& wanted = m_puddle.well.wanted)
        contents.needs.push_back(
            {tr("wanted: %1").arg(colourWords(*wanted)), *wanted, m_puddle.advice.apartNow <= thereBelow});
    for (const auto& part : state.contents.parts) {
        const Paint& paint = paints[part.first];
        contents.tubes.push_back({text(paint.name), paint.swatch.full, paint.swatch.thin, true});
    }
    for (std::size_t act = 1; act <= state.puddle.acts.size(); ++act) {
        const PuddleContents then = contentsOf(state.puddle, act);
        if (!then.isEmpty())
            contents.path.push_back(seenLab(filmOf(then, paints), then.wash, paper));
    }
    for (const TouchStep& step : m_puddle.advice.steps)
        contents.dots.push_back(
            {tr("after %1 of %2").arg(text(amountWords(step.parts, handling())), text(paints[step.paint].name)),
             step.laid.colour});
    m_field->setContents(std::move(contents));
}

} // namespace iris
