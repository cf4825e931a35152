#include "app/pairs/pairsview.h"

#include "app/pairs/ladderstrip.h"
#include "app/parts/colourfield.h"
#include "app/parts/labels.h"
#include "app/parts/paintcolour.h"
#include "app/parts/washwidget.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "app/tubes/tubechoicemodel.h"
#include "colour/deltae.h"
#include "paint/ratings.h"

#include <QComboBox>
#include <QFrame>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr int fieldSteps = 41;

Recipe recipeOf(const LadderStep& step, double wash)
{
    Recipe recipe{{}, wash};
    for (std::size_t i = 0; i < 2; ++i)
        if (step.parts[i] > 0)
            recipe.parts.push_back({i, step.parts[i]});
    return recipe;
}

} // namespace

PairsView::PairsView(Document& document, TubeModel& model, ViewSettings& settings, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_model(model),
      m_settings(settings),
      m_choices(new TubeChoiceModel(model, this))
{
    auto* page = new QWidget(this);
    auto* middle = new QVBoxLayout(page);
    middle->setContentsMargins(0, 0, 0, 0);
    middle->setSpacing(3 * gridStep);
    middle->addLayout(makeChoice());
    m_headline = wordLabel("pairHeadline", textFont(textsize::title, QFont::DemiBold), page);
    m_strip = new LadderStrip(settings, page);
    m_strip->setObjectName(QStringLiteral("ladder"));
    auto* heading = new QHBoxLayout;
    heading->setSpacing(2 * gridStep);
    heading->addWidget(m_headline, 1);
    heading->addWidget(m_wash);
    heading->addWidget(m_steps);
    middle->addLayout(heading);
    middle->addWidget(m_strip, 2);
    middle->addLayout(makeLowerHalf(page), 3);

    m_pages = new QStackedWidget(this);
    m_pages->addWidget(page);
    m_pages->addWidget(makeEmptyPage());
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(4 * gridStep, 3 * gridStep, 4 * gridStep, 3 * gridStep);
    layout->setSpacing(4 * gridStep);
    layout->addWidget(m_pages, 1);
    layout->addWidget(makeCard());

    connect(m_strip, &LadderStrip::stepChosen, this, &PairsView::showStep);
    connect(m_field, &ColourField::markActivated, this, [this](ColourField::Mark mark) {
        if (mark.kind == ColourField::Kind::Dot)
            m_strip->setCurrent(static_cast<int>(mark.index));
    });
    // After the boxes, which lose their choice when the list is read again.
    connect(m_choices, &QAbstractItemModel::modelReset, this, &PairsView::tubesChanged);
    tubesChanged();
}

QComboBox* PairsView::makeTubeBox(const char* name, const QString& label)
{
    auto* box = new QComboBox(this);
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

QHBoxLayout* PairsView::makeChoice()
{
    auto* row = new QHBoxLayout;
    row->setSpacing(2 * gridStep);
    m_first = makeTubeBox("firstTube", tr("First tube"));
    m_second = makeTubeBox("secondTube", tr("Second tube"));
    auto* swapButton = new QPushButton(tr("Swap (X)"), this);
    swapButton->setObjectName(QStringLiteral("swap"));
    connect(swapButton, &QPushButton::clicked, this, &PairsView::swap);
    m_wash = new QComboBox(this);
    m_wash->setObjectName(QStringLiteral("wash"));
    m_wash->setAccessibleName(tr("Wash"));
    m_wash->addItem(tr("full wash"), wash::full);
    m_wash->addItem(tr("middle wash"), wash::middle);
    m_wash->addItem(tr("thin wash"), wash::thin);
    m_steps = new QComboBox(this);
    m_steps->setObjectName(QStringLiteral("steps"));
    m_steps->setAccessibleName(tr("Steps"));
    for (const int count : {7, 9, 11, 21})
        m_steps->addItem(tr("%1 steps").arg(count), count);
    m_steps->setCurrentIndex(2);
    for (QComboBox* box : {m_wash, m_steps})
        connect(box, &QComboBox::currentIndexChanged, this, &PairsView::rebuild);
    row->addWidget(m_first, 1);
    row->addWidget(swapButton);
    row->addWidget(m_second, 1);
    return row;
}

QFrame* PairsView::makeCard()
{
    auto* card = new QFrame(this);
    card->setProperty("card", true);
    card->setFixedWidth(312);
    auto* layout = new QVBoxLayout(card);
    layout->setContentsMargins(15, 15, 15, 15);
    layout->setSpacing(2 * gridStep);
    m_stepWash = new WashWidget(m_settings, {280, 120}, card);
    m_stepName = wordLabel("stepName", textFont(textsize::title, QFont::DemiBold), card);
    m_stepWords = wordLabel("stepWords", textFont(textsize::body), card);
    m_stepNumbers = wordLabel("stepNumbers", textFont(textsize::small), card);
    m_stepNearest = wordLabel("stepNearest", textFont(textsize::body), card);
    auto* want = new QPushButton(tr("Write it down as a need (W)"), card);
    want->setObjectName(QStringLiteral("wantStep"));
    connect(want, &QPushButton::clicked, this, &PairsView::wantStep);
    layout->addWidget(m_stepWash);
    for (QLabel* label : {m_stepName, m_stepWords, m_stepNumbers, m_stepNearest})
        layout->addWidget(label);
    layout->addStretch();
    layout->addWidget(want);
    return card;
}

/// The colour field, and beside it the two tubes and what is to be said of them together.
QHBoxLayout* PairsView::makeLowerHalf(QWidget* page)
{
    m_field = new ColourField(m_settings, page);
    m_field->setObjectName(QStringLiteral("pairField"));
    auto* words = new QVBoxLayout;
    words->setSpacing(2 * gridStep);
    words->addStretch();
    for (std::size_t i = 0; i < 2; ++i) {
        m_tubeWashes[i] = new WashWidget(m_settings, {160, 44}, page);
        m_tubeWords[i] = wordLabel(i == 0 ? "firstWords" : "secondWords", textFont(textsize::small), page);
        words->addWidget(m_tubeWashes[i]);
        words->addWidget(m_tubeWords[i]);
        words->addSpacing(gridStep);
    }
    m_judgement = wordLabel("pairJudgement", textFont(textsize::body), page);
    words->addWidget(m_judgement);
    words->addStretch();
    auto* row = new QHBoxLayout;
    row->setSpacing(4 * gridStep);
    row->addWidget(m_field, 3);
    row->addLayout(words, 2);
    return row;
}

QWidget* PairsView::makeEmptyPage()
{
    auto* words = new QLabel(tr("A pair needs two tubes. Write them down under Tubes first."), this);
    words->setFont(textFont(textsize::title));
    words->setAlignment(Qt::AlignCenter);
    words->setWordWrap(true);
    return words;
}

const Paint* PairsView::paintIn(const QComboBox* box) const
{
    const auto place = m_document.placeOf({box->currentData().toLongLong()});
    return place ? &m_document.paints()[*place] : nullptr;
}

double PairsView::wash() const
{
    return m_wash->currentData().toDouble();
}

/// The same two tubes after the list was read again, or the first two.
void PairsView::tubesChanged()
{
    choosePair();
    rebuild();
}

void PairsView::choosePair()
{
    int fallback = 0;
    for (auto& [box, id] : {std::pair<QComboBox*, TubeId&>{m_first, m_firstTube}, {m_second, m_secondTube}}) {
        const QSignalBlocker quiet(box);
        const int same = m_model.rowOf(id);
        box->setCurrentIndex(same >= 0 ? same : std::min(fallback, box->count() - 1));
        id = {box->currentData().toLongLong()};
        fallback = 1;
    }
}

void PairsView::showPair(TubeId first, TubeId second)
{
    m_firstTube = first;
    m_secondTube = second;
    choosePair();
    rebuild();
}

void PairsView::swap()
{
    showPair(m_secondTube, m_firstTube);
}

void PairsView::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    if (m_stale)
        rebuild();
}

void PairsView::rebuild()
{
    m_stale = !isVisible(); // what nobody sees is worked out when it is looked at
    if (m_stale)
        return;
    const Paint* first = paintIn(m_first);
    const Paint* second = paintIn(m_second);
    const bool two = first && second && m_model.rowCount() > 1;
    m_pages->setCurrentIndex(two ? 0 : 1);
    if (!two) {
        m_ladder = {};
        m_stepWash->clear();
        for (QLabel* label : {m_stepName, m_stepWords, m_stepNumbers, m_stepNearest, m_judgement})
            label->clear();
        return;
    }
    m_ladder = ladderBetween(*first, *second, m_steps->currentData().toInt(), wash());
    m_strip->show(m_ladder, *first, *second);
    showField();
    showTubes();
    showJudgement();
    m_strip->setCurrent(static_cast<int>(m_ladder.mostNeutral));
}

void PairsView::showField()
{
    const Paint* first = paintIn(m_first);
    const Paint* second = paintIn(m_second);
    FieldContents contents;
    for (const Paint& paint : m_document.paints())
        if (&paint != first && &paint != second)
            contents.tubes.push_back({text(paint.name), paint.swatch.full, paint.swatch.thin, false});
    for (const Paint* paint : {first, second})
        contents.tubes.push_back({text(paint->name), paint->swatch.full, paint->swatch.thin, true});
    for (const LadderStep& at : ladderBetween(*first, *second, fieldSteps, wash()).steps)
        contents.path.push_back(at.colour);
    for (const LadderStep& at : m_ladder.steps)
        contents.dots.push_back({QStringLiteral("%1, %2").arg(text(partsText(at)), colourWords(at.colour)), at.colour});
    m_field->setContents(std::move(contents));
}

void PairsView::showTubes()
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

void PairsView::showJudgement()
{
    const Paint* first = paintIn(m_first);
    const Paint* second = paintIn(m_second);
    m_headline->setText(tr("%1 and %2: %3").arg(text(first->name), text(second->name), text(describe(m_ladder))));
    const LadderStep& dullest = m_ladder.steps[m_ladder.mostNeutral];
    QStringList lines{tr("Keeps %1 % of its chroma.").arg(number(100 * m_ladder.keepsChroma, 0))};
    if (dullest.parts[0] > 0 && dullest.parts[1] > 0)
        lines << tr("Most neutral at %1: %2, chroma %3.")
                     .arg(text(partsText(dullest)), colourWords(dullest.colour), number(dullest.lch.chroma));
    else
        lines << tr("Nothing on the way is duller than the ends.");
    const double ratio = first->strength / second->strength;
    if (ratio > 1.5 || ratio < 1 / 1.5) {
        const Paint* strong = ratio > 1 ? first : second;
        const Paint* weak = ratio > 1 ? second : first;
        lines << tr("%1 is %2 times as strong: start with %3 and add it by touches.")
                     .arg(text(strong->name), number(std::max(ratio, 1 / ratio)), text(weak->name));
    }
    if (first->granulation >= 2 && second->granulation >= 2)
        lines << tr("Both granulate, so the mix separates as it dries.");
    if (first->source == ColourSource::Typical || second->source == ColourSource::Typical)
        lines << tr("Rests on typical values (○); a swatch of your own is the better guide.");
    m_judgement->setText(lines.join(QLatin1Char('\n')));
}

/// Which third tube of the drawer comes nearest to a mix, at the wash on show.
QString PairsView::nearestTube(const Lab& colour) const
{
    const Paint* nearest = nullptr;
    double least = 0;
    for (const Paint& paint : m_document.paints()) {
        if (&paint == paintIn(m_first) || &paint == paintIn(m_second))
            continue;
        const double distance = deltaE00(seenLab(paint.film, wash(), whitePaper()), colour);
        if (!nearest || distance < least) {
            nearest = &paint;
            least = distance;
        }
    }
    return nearest ? tr("Nearest single tube: %1, %2.").arg(text(nearest->name), apart(least)) : QString();
}

void PairsView::wantStep()
{
    if (m_ladder.steps.empty())
        return;
    const LadderStep& at = m_ladder.steps[static_cast<std::size_t>(m_strip->current())];
    Need need;
    need.name = tr("%1 of %2 and %3")
                    .arg(text(partsText(at)), text(paintIn(m_first)->name), text(paintIn(m_second)->name))
                    .toStdString();
    need.target = at.colour;
    m_document.addNeed(need);
}

void PairsView::showStep(int step)
{
    const Paint* first = paintIn(m_first);
    const Paint* second = paintIn(m_second);
    const LadderStep& at = m_ladder.steps[static_cast<std::size_t>(step)];
    m_stepWash->show(filmBetween(*first, *second, at.share), colourWords(at.colour), 7);
    m_stepName->setText(
        at.parts[1] == 0 ? text(first->name)
        : at.parts[0] == 0
            ? text(second->name)
            : (at.parts[0] == 1 ? tr("%1 part to %2") : tr("%1 parts to %2")).arg(at.parts[0]).arg(at.parts[1]));
    const std::array paints{*first, *second};
    const MixJudgement judgement = judge(recipeOf(at, wash()), paints);
    m_stepWords->setText(tr("%1\n%2\nLightfastness %3")
                             .arg(sentence(colourWords(at.colour)), sentence(text(describe(judgement.transparency))),
                                  text(lightfastnessWord(judgement.lightfastness))));
    m_stepNumbers->setText(tr("L, a, b: %1\nchroma %2, hue angle %3°\n%4 % of the strength is %5")
                               .arg(labText(at.colour), number(at.lch.chroma), number(at.lch.hueDegrees, 0),
                                    number(100 * at.share, 0), text(second->name)));
    m_stepNearest->setText(nearestTube(at.colour));
    m_field->setCurrent(ColourField::Mark{ColourField::Kind::Dot, static_cast<std::size_t>(step)});
}

} // namespace iris
