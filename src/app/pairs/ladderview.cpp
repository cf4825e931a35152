#include "app/pairs/ladderview.h"

#include "app/parts/act.h"
#include "app/parts/choicebox.h"
#include "app/parts/colourfield.h"
#include "app/parts/labels.h"
#include "app/parts/ladderstrip.h"
#include "app/parts/mixcard.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/printdialog.h"
#include "app/parts/tubechoicemodel.h"
#include "app/parts/tubemodel.h"
#include "app/parts/washwidget.h"
#include "app/parts/words.h"
#include "app/parts/worktable.h"
#include "app/theme/viewsettings.h"
#include "colour/deltae.h"
#include "drawing/displayed.h"
#include "words/mixwords.h"
#include "words/paintwords.h"
#include "words/pairwords.h"

#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr int fieldSteps = 41;

} // namespace

LadderView::LadderView(Worktable& context, QWidget* parent)
    : QWidget(parent),
      m_context(context),
      m_choices(new TubeChoiceModel(context.model(), context.settings(), this)),
      m_card(new MixCard(context, this))
{
    auto* page = new QWidget(this);
    auto* middle = new QVBoxLayout(page);
    middle->setContentsMargins(0, 0, 0, 0);
    middle->setSpacing(3 * gridStep);
    middle->addLayout(makeChoice());
    m_headline = wordLabel("pairHeadline", textFont(textsize::title, QFont::DemiBold), page);
    m_strip = new LadderStrip(context.settings(), page);
    m_strip->setObjectName(QStringLiteral("ladder"));
    m_strip->setMarksInWords(true);
    middle->addLayout(makeHeading());
    middle->addWidget(m_headline);
    middle->addWidget(m_strip, 3);
    middle->addLayout(makeLowerHalf(page), 4);

    m_pages = new QStackedWidget(this);
    m_pages->addWidget(page);
    m_pages->addWidget(makeEmptyPage());
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4 * gridStep);
    layout->addWidget(m_pages, 1);
    layout->addWidget(m_card);
    m_nearest = wordLabel("stepNearest", textFont(textsize::small), m_card);
    m_card->extras()->addWidget(m_nearest);
    addActions(m_card->actions());

    connect(m_strip, &LadderStrip::cellChosen, this, &LadderView::showStep);
    connect(m_field, &ColourField::markActivated, this, [this](ColourField::Mark mark) {
        if (mark.kind == ColourField::Kind::Dot)
            m_strip->setCurrent(static_cast<int>(mark.index));
    });
    // After the boxes, which lose their choice when the list is read again.
    connect(m_choices, &QAbstractItemModel::modelReset, this, &LadderView::tubesChanged);
    connect(&context.model(), &QAbstractItemModel::dataChanged, this, &LadderView::rebuild);
    whenChanged(context.document(), NotebookPart::Mixes, this, &LadderView::rebuild);
    tubesChanged();
}

QComboBox* LadderView::makeTubeBox(const char* name, const QString& label)
{
    auto* box = new ChoiceBox(14, this);
    box->setObjectName(QLatin1String(name));
    box->setAccessibleName(label);
    box->setIconSize({28, 18});
    box->setMaxVisibleItems(24);
    box->setModel(m_choices);
    connect(box, &QComboBox::currentIndexChanged, this, [this] {
        m_firstTube = {m_first->currentData().toLongLong()};
        m_secondTube = {m_second->currentData().toLongLong()};
        rebuild();
    });
    return box;
}

QHBoxLayout* LadderView::makeChoice()
{
    auto* row = new QHBoxLayout;
    row->setSpacing(2 * gridStep);
    m_first = makeTubeBox("firstTube", tr("First tube"));
    m_second = makeTubeBox("secondTube", tr("Second tube"));
    QAction* swapAct = addAct(
        *this, tr("Swap"), Qt::Key_X, [this] { swap(); }, tr("Swap the tubes of the ladder"));
    auto* swapButton = actButton(*swapAct, "swap", this);
    row->addWidget(m_first, 1);
    row->addWidget(swapButton);
    row->addWidget(m_second, 1);
    return row;
}

QHBoxLayout* LadderView::makeHeading()
{
    m_wash = new QComboBox(this);
    m_wash->setObjectName(QStringLiteral("wash"));
    m_wash->setAccessibleName(tr("Wash"));
    m_wash->addItem(tr("full wash"), wash::full);
    m_wash->addItem(tr("middle wash"), wash::middle);
    m_wash->addItem(tr("thin wash"), wash::thin);
    m_steps = new QComboBox(this);
    m_steps->setObjectName(QStringLiteral("steps"));
    m_steps->setAccessibleName(tr("Steps"));
    for (const int count : {3, 5, 7, 9, 11, 13, 15})
        m_steps->addItem(tr("%1 steps").arg(count), count);
    m_steps->setCurrentIndex(4);
    m_spacing = new QComboBox(this);
    m_spacing->setObjectName(QStringLiteral("spacing"));
    m_spacing->setAccessibleName(tr("Spacing"));
    m_spacing->setToolTip(tr("What is even from step to step: strength, the look of it, or the parts"));
    m_spacing->addItem(tr("by strength"), static_cast<int>(LadderSpacing::Strength));
    m_spacing->addItem(tr("by eye"), static_cast<int>(LadderSpacing::Appearance));
    m_spacing->addItem(tr("by parts"), static_cast<int>(LadderSpacing::Parts));
    for (QComboBox* box : {m_wash, m_steps, m_spacing})
        connect(box, &QComboBox::currentIndexChanged, this, &LadderView::rebuild);
    QAction* print = addAct(
        *this, tr("Print"), Qt::Key_P, [this] { printSheet(); }, tr("Print the chart or ladder as a sheet"));
    auto* heading = new QHBoxLayout;
    heading->setSpacing(2 * gridStep);
    for (QComboBox* box : {m_wash, m_steps, m_spacing})
        heading->addWidget(box);
    QAction* back = addAct(
        *this, tr("and back"), Qt::Key_B, [this] { turnBack(); }, tr("The ladder and back"));
    m_back = new QCheckBox(actWords(*back), this);
    m_back->setObjectName(QStringLiteral("andBack"));
    m_back->setToolTip(tr("The steps again, back to the first tube"));
    connect(m_back, &QCheckBox::toggled, this, &LadderView::rebuild);
    heading->addWidget(m_back);
    heading->addStretch();
    heading->addWidget(actButton(*print, "printLadder", this));
    return heading;
}

/// The colour field, and beside it the two tubes and what is to be said of them together.
QHBoxLayout* LadderView::makeLowerHalf(QWidget* page)
{
    m_field = new ColourField(m_context.settings(), page);
    m_field->setObjectName(QStringLiteral("pairField"));
    auto* words = new QVBoxLayout;
    words->setSpacing(2 * gridStep);
    words->addStretch();
    auto* tubes = new QHBoxLayout;
    tubes->setSpacing(3 * gridStep);
    for (std::size_t i = 0; i < 2; ++i) {
        m_tubeWashes[i] = new WashWidget(m_context.settings(), {132, 40}, page);
        m_tubeWords[i] = wordLabel(i == 0 ? "firstWords" : "secondWords", textFont(textsize::small), page);
        m_tubeWords[i]->setAlignment(Qt::AlignTop | Qt::AlignLeft);
        auto* one = new QVBoxLayout;
        one->setSpacing(gridStep);
        one->addWidget(m_tubeWashes[i]);
        one->addWidget(m_tubeWords[i], 1);
        tubes->addLayout(one, 1);
    }
    words->addLayout(tubes);
    m_judgement = wordLabel("pairJudgement", textFont(textsize::body), page);
    words->addWidget(m_judgement);
    words->addStretch();
    auto* row = new QHBoxLayout;
    row->setSpacing(4 * gridStep);
    row->addWidget(m_field, 3);
    row->addLayout(words, 2);
    return row;
}

QWidget* LadderView::makeEmptyPage()
{
    auto* words = new PlainLabel(tr("A pair needs two tubes. Write them down under Tubes first."), this);
    words->setFont(textFont(textsize::title));
    words->setAlignment(Qt::AlignCenter);
    words->setWordWrap(true);
    return words;
}

const Paint* LadderView::paintIn(const QComboBox* box) const
{
    const auto place = m_context.document().studio()->placeOf({box->currentData().toLongLong()});
    return place ? &m_context.document().studio()->paints[*place] : nullptr;
}

double LadderView::wash() const
{
    return m_wash->currentData().toDouble();
}

/// The same two tubes after the list was read again, or the first two.
void LadderView::tubesChanged()
{
    choosePair();
    rebuild();
}

void LadderView::choosePair()
{
    int fallback = 0;
    for (auto& [box, id] : {std::pair<QComboBox*, TubeId&>{m_first, m_firstTube}, {m_second, m_secondTube}}) {
        const QSignalBlocker quiet(box);
        const int same = m_context.model().rowOf(id);
        box->setCurrentIndex(same >= 0 ? same : std::min(fallback, box->count() - 1));
        id = {box->currentData().toLongLong()};
        fallback = 1;
    }
}

void LadderView::showPair(TubeId first, TubeId second)
{
    m_firstTube = first;
    m_secondTube = second;
    choosePair();
    rebuild();
}

void LadderView::swap()
{
    showPair(m_secondTube, m_firstTube);
}

void LadderView::turnBack()
{
    m_back->toggle();
}

void LadderView::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    if (m_stale)
        rebuild();
}

void LadderView::rebuild()
{
    m_stale = !isVisible(); // what nobody sees is worked out when it is looked at
    if (m_stale)
        return;
    const Paint* first = paintIn(m_first);
    const Paint* second = paintIn(m_second);
    const bool two = first && second && m_context.model().rowCount() > 1;
    m_pages->setCurrentIndex(two ? 0 : 1);
    if (!two) {
        m_ladder = {};
        m_card->clear();
        m_nearest->clear();
        m_judgement->clear();
        return;
    }
    const auto spacing = static_cast<LadderSpacing>(m_spacing->currentData().toInt());
    m_ladder = ladderBetween(*first, *second, m_steps->currentData().toInt(), wash(),
                             m_context.document().notebook().handling, spacing);
    const WayBetween way = wayBetween(*first, *second, wash());
    m_strip->show(m_ladder, way, *first, *second, m_back->isChecked());
    showField();
    showTubes();
    showJudgement(way);
    m_strip->setCurrent(static_cast<int>(m_ladder.mostNeutral));
}

void LadderView::showField()
{
    const Paint* first = paintIn(m_first);
    const Paint* second = paintIn(m_second);
    const Spectrum paper = m_context.document().notebook().handling.paper.reflectance();
    FieldContents contents;
    for (const Paint& paint : m_context.document().studio()->paints)
        if (&paint != first && &paint != second)
            contents.tubes.push_back({text(paint.name), paint.swatch.full, paint.swatch.thin, false});
    for (const Paint* paint : {first, second})
        contents.tubes.push_back({text(paint->name), paint->swatch.full, paint->swatch.thin, true});
    for (const LadderStep& at : smoothLadder(*first, *second, fieldSteps, wash(), paper).steps)
        contents.path.push_back(at.colour);
    for (const LadderStep& at : m_ladder.steps)
        contents.dots.push_back({QStringLiteral("%1, %2").arg(text(partsText(at)), colourWords(at.colour)), at.colour});
    m_field->setContents(std::move(contents));
}

void LadderView::showTubes()
{
    const std::array<const Paint*, 2> paints{paintIn(m_first), paintIn(m_second)};
    const std::array<const QComboBox*, 2> boxes{m_first, m_second};
    for (std::size_t i = 0; i < 2; ++i) {
        const Paint& paint = *paints[i];
        const QString words = tr("%1 %2, %3")
                                  .arg(paint.source == ColourSource::Measured ? tr("●") : tr("○"),
                                       text(describe(paint.lean())), text(describe(paint.transparency())));
        m_tubeWashes[i]->show(paint.film, text(paint.name), boxes[i]->currentData().toUInt());
        m_tubeWords[i]->setText(QStringLiteral("%1\n%2").arg(text(paint.name), words));
    }
}

/// The most neutral step, the cleanest and the turning point, by their parts.
QString LadderView::markWords() const
{
    const auto at = [&](std::size_t step) { return text(partsText(m_ladder.steps[step])); };
    const LadderStep& dullest = m_ladder.steps[m_ladder.mostNeutral];
    QStringList lines;
    if (dullest.parts[0] > 0 && dullest.parts[1] > 0)
        lines << tr("Most neutral at %1: %2, chroma %3.")
                     .arg(text(partsText(dullest)), colourWords(dullest.colour), number(dullest.lch.chroma));
    else
        lines << tr("Nothing on the way is duller than the ends.");
    lines << tr("Cleanest mix at %1; from %2 on it looks more like %3.")
                 .arg(at(m_ladder.cleanest), at(m_ladder.turningPoint), text(paintIn(m_second)->name));
    return lines.join(QLatin1Char('\n'));
}

void LadderView::showJudgement(const WayBetween& way)
{
    const Studio& studio = *m_context.document().studio();
    const auto first = studio.placeOf(m_firstTube);
    const auto second = studio.placeOf(m_secondTube);
    if (!first || !second)
        return;
    const Paint& one = studio.paints[*first];
    const Paint& two = studio.paints[*second];
    const double clean = m_context.reach(wash()).cleanlinessBetween(one, two);
    m_headline->setText(text(explain(one, two, way, clean)));
    QStringList lines;
    if (way.kind != WayKind::HardlyChanges) // else what is cleanest is chance
        lines << markWords();
    const auto atHand = [&](std::size_t place) { return isAtHand(studio.notebook.tubes[place]); };
    for (const std::string& advice : pairAdvice(studio.paints, *first, *second, wash(), way, atHand))
        lines << text(advice);
    if (one.source == ColourSource::Typical || two.source == ColourSource::Typical)
        lines << tr("Rests on typical values (○); a swatch of your own is the better guide.");
    m_judgement->setText(lines.join(QLatin1Char('\n')));
}

/// Which third tube of the drawer comes nearest to a mix, at the wash on show.
QString LadderView::nearestTube(const Lab& colour) const
{
    const Paint* nearest = nullptr;
    double least = 0;
    const Spectrum paper = m_context.document().notebook().handling.paper.reflectance();
    for (const Paint& paint : m_context.document().studio()->paints) {
        if (&paint == paintIn(m_first) || &paint == paintIn(m_second))
            continue;
        const double distance = deltaE00(seenLab(paint.film, wash(), paper), colour);
        if (!nearest || distance < least) {
            nearest = &paint;
            least = distance;
        }
    }
    return nearest ? tr("Nearest single tube: %1, %2.").arg(text(nearest->name), apart(least)) : QString();
}

Recipe LadderView::recipeAt(const LadderStep& step) const
{
    Recipe recipe{{}, wash(), step.handling};
    if (m_firstTube == m_secondTube) { // in whatever parts, it is that tube alone
        if (const auto place = m_context.document().studio()->placeOf(m_firstTube))
            recipe.parts = {{*place, 1}};
        return recipe;
    }
    const std::array tubes{m_firstTube, m_secondTube};
    for (std::size_t i = 0; i < 2; ++i)
        if (const auto place = m_context.document().studio()->placeOf(tubes[i]); place && step.parts[i] > 0)
            recipe.parts.push_back({*place, step.parts[i]});
    return recipe;
}

void LadderView::showStep(int step)
{
    const auto& steps = m_strip->steps();
    const LadderStep& at = steps[static_cast<std::size_t>(step)];
    const Recipe recipe = recipeAt(at);
    if (recipe.parts.empty())
        return;
    const bool hasBefore = step > 0;
    m_card->show(m_context.document().studio(), recipe,
                 hasBefore ? std::optional(steps[static_cast<std::size_t>(step) - 1].colour) : std::nullopt);
    m_nearest->setText(nearestTube(at.colour));
    const auto last = static_cast<int>(m_ladder.steps.size()) - 1;
    const int there = step > last ? 2 * last - step : step; // the field has the way there only
    m_field->setCurrent(ColourField::Mark{ColourField::Kind::Dot, static_cast<std::size_t>(there)});
}

/// Short of room, the two tubes go first: they are in the boxes above and at the ends of the ladder as well.
void LadderView::resizeEvent(QResizeEvent* event)
{
    constexpr int roomForTubes = 600;
    QWidget::resizeEvent(event);
    for (std::size_t i = 0; i < 2; ++i) {
        m_tubeWashes[i]->setVisible(height() > roomForTubes);
        m_tubeWords[i]->setVisible(height() > roomForTubes);
    }
}

void LadderView::takeFocus()
{
    m_strip->setFocus();
}

void LadderView::printSheet()
{
    if (m_ladder.steps.empty())
        return;
    std::vector<Recipe> recipes;
    for (const LadderStep& step : m_strip->steps())
        recipes.push_back(recipeAt(step));
    const QString title = (m_back->isChecked() ? tr("%1 to %2 and back") : tr("%1 to %2"))
                              .arg(text(paintIn(m_first)->name), text(paintIn(m_second)->name));
    if (printSquares(m_context.document(), cellsOf(recipes, m_context.document().notebook()), 0, title, window()))
        Q_EMIT sheetPrinted();
}

} // namespace iris
