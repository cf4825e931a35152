#include "app/parts/mixcard.h"

#include "app/parts/act.h"
#include "app/parts/diagnosisdialog.h"
#include "app/parts/labels.h"
#include "app/parts/markwords.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"
#include "app/parts/worktable.h"
#include "app/theme/viewsettings.h"
#include "colour/deltae.h"
#include "drawing/displayed.h"
#include "notebook/edits.h"
#include "notebook/papers.h"
#include "paint/ratings.h"
#include "words/mixwords.h"
#include "words/paintwords.h"
#include "words/sidebyside.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>
#include <cmath>

namespace iris {
namespace {

constexpr int cardWidth = 312;

} // namespace

MixSwatch::MixSwatch(Worktable& context, QWidget* parent) : QWidget(parent), m_context(context)
{
    connect(&context.settings(), &ViewSettings::changed, this, qOverload<>(&QWidget::update));
}

void MixSwatch::show(const Film& film, const Paper& paper, const Lab& expected, const std::optional<Lab>& painted)
{
    m_wash = washColours(film, paper);
    m_expected = expected;
    m_painted = painted;
    setAccessibleName(tr("Expected %1").arg(colourWords(expected))
                      + (painted ? tr(", painted %1").arg(colourWords(*painted)) : QString()));
    update();
}

void MixSwatch::clear()
{
    m_wash.reset();
    m_painted.reset();
    update();
}

void MixSwatch::paintEvent(QPaintEvent*)
{
    if (!m_wash)
        return;
    QPainter painter(this);
    WashStyle style;
    style.valuesOnly = m_context.settings().valuesOnly();
    if (!m_painted) {
        paintWash(painter, rect(), *m_wash, style);
        return;
    }
    // Side by side without a gap: only so can two colours be compared.
    const int half = width() / 2;
    constexpr int captions = 18;
    const int tall = height() - captions;
    painter.fillRect(QRect(0, 0, half, tall), displayed(m_expected, style.valuesOnly));
    painter.fillRect(QRect(half, 0, width() - half, tall), displayed(*m_painted, style.valuesOnly));
    painter.setFont(textFont(textsize::small));
    painter.setPen(palette().color(QPalette::WindowText));
    painter.drawText(QRect(0, tall, half, captions), Qt::AlignLeft | Qt::AlignVCenter, tr("expected"));
    painter.drawText(QRect(half, tall, half, captions), Qt::AlignLeft | Qt::AlignVCenter, tr("painted"));
}

MixCard::MixCard(Worktable& context, QWidget* parent)
    : QFrame(parent),
      m_context(context),
      m_swatch(new MixSwatch(context, this)),
      m_title(wordLabel("mixTitle", textFont(textsize::title, QFont::DemiBold), this)),
      m_words(wordLabel("mixWords", textFont(textsize::body), this)),
      m_painted(wordLabel("mixPainted", textFont(textsize::body), this)),
      m_numbers(wordLabel("mixNumbers", textFont(textsize::small), this)),
      m_extras(new QVBoxLayout)
{
    setProperty("card", true);
    setFixedWidth(cardWidth);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(15, 15, 15, 15);
    layout->setSpacing(2 * gridStep);
    layout->addWidget(m_swatch);
    for (PlainLabel* label : {m_title, m_words, m_painted, m_numbers})
        layout->addWidget(label);
    layout->addStretch();
    m_extras->setSpacing(gridStep);
    layout->addLayout(m_extras);
    const auto add = [&](QLayout* to, const QString& words, const QKeySequence& key, const char* name,
                         void (MixCard::*does)(), const QString& what) {
        QAction* act = addAct(
            *this, words, key, [this, does] { (this->*does)(); }, what);
        to->addWidget(actButton(*act, name, this));
    };
    auto* row = new QHBoxLayout;
    row->setSpacing(gridStep);
    layout->addLayout(row);
    add(row, tr("Pin"), Qt::Key_Space, "pinMix", &MixCard::pin, tr("Pin a mix to the bench"));
    add(row, tr("Note"), Qt::Key_N, "noteMix", &MixCard::note, tr("Write a note on a mix"));
    auto* below = new QHBoxLayout;
    below->setSpacing(gridStep);
    layout->addLayout(below);
    add(below, tr("As a need"), Qt::Key_W, "wantMix", &MixCard::want, tr("Write it down as a need"));
    add(below, tr("Gone wrong?"), Qt::Key_Y, "diagnoseMix", &MixCard::diagnose,
        tr("Why a mix is dull, and what mends it"));
    addAct(*this, tr("Copy the recipe"), QKeySequence::Copy, [this] { copy(); });
    connect(&context.document(), &Document::notebookOpened, this, &MixCard::clear);
    whenChanged(context.document(), {NotebookPart::Tubes, NotebookPart::Mixes}, this, &MixCard::follow);
    clear();
}

void MixCard::clear()
{
    m_recipe.reset();
    m_swatch->clear();
    for (PlainLabel* label : {m_title, m_words, m_painted, m_numbers})
        label->clear();
    for (QAction* act : actions())
        act->setEnabled(false);
}

QString MixCard::judgementWords(const MixJudgement& judgement) const
{
    const double clean = m_context.reach(m_recipe->wash).cleanlinessOf(m_colour);
    QStringList lines{sentence(colourWords(m_colour))};
    if (const std::string words = cleanlinessWords(clean, m_colour); !words.empty())
        lines << sentence(text(words));
    lines << tr("%1, %2").arg(sentence(text(describe(judgement.transparency))), text(stainingWord(judgement.staining)));
    if (judgement.separation != Separation::No)
        lines << sentence(text(separationWords(judgement.separation)));
    lines << tr("Lightfastness %1").arg(text(lightfastnessWord(judgement.lightfastness)));
    return lines.join(QLatin1Char('\n'));
}

QString MixCard::besideWords(const Lab& beside) const
{
    const QString seen = text(seenBeside(m_colour, beside));
    return seen.isEmpty() ? tr("As warm and light as the one before it")
                          : tr("%1 than the one before it").arg(sentence(seen));
}

/// How much of the difference is the wash alone: a square laid thinner than meant is no other mix.
QString MixCard::laidWords(const MixRecord& record) const
{
    constexpr double plainly = 0.12;
    const std::vector<MixId>& mixes = m_studio->lessons.mixes;
    const auto found = std::ranges::find(mixes, record.id);
    if (found == mixes.end())
        return {};
    const MixLesson& lesson = m_studio->learned.lessons[static_cast<std::size_t>(found - mixes.begin())];
    const double laid = std::log(lesson.thickness / record.wash);
    if (std::abs(laid) < plainly)
        return {};
    return (laid < 0 ? tr("laid thinner than meant; as laid %1") : tr("laid thicker than meant; as laid %1"))
        .arg(apart(lesson.after));
}

QString MixCard::paintedWords() const
{
    const MixRecord* record = recordOf(*m_studio, *m_recipe);
    const bool typical = std::ranges::all_of(m_recipe->parts, [&](const Part& part) {
        return m_studio->paints[part.paint].source == ColourSource::Typical;
    });
    if (!record)
        return typical ? tr("Not painted yet, and reckoned from typical values alone") : tr("Not painted yet");
    QStringList lines;
    if (record->painted) {
        const QString when = record->date.empty() ? QString() : tr(" on %1").arg(text(record->date));
        lines << tr("Painted%1: %2").arg(when, apart(deltaE00(*record->painted, m_colour)));
        if (const QString laid = laidWords(*record); !laid.isEmpty())
            lines << laid;
    } else {
        lines << tr("Not painted yet");
    }
    QStringList own;
    if (!record->name.empty())
        own << text(record->name);
    if (record->stars > 0)
        own << markWords()[record->stars];
    if (!record->tags.empty())
        own << text(record->tags);
    if (!own.isEmpty())
        lines << own.join(QStringLiteral("; "));
    if (!record->notes.empty())
        lines << text(record->notes);
    return lines.join(QLatin1Char('\n'));
}

/// The same tubes as they are now, with what was painted of them since.
void MixCard::follow()
{
    if (m_recipe)
        show(m_studio, *m_recipe, m_beside);
}

void MixCard::show(const StudioPtr& studio, const Recipe& recipeThen, const std::optional<Lab>& beside)
{
    const StudioPtr& now = m_context.document().studio();
    m_recipe = carriedOver(recipeThen, *studio, *now);
    m_studio = now;
    m_beside = beside;
    if (!m_recipe) // what has lost a tube is no mix any more
        return clear();
    const Recipe& recipe = *m_recipe;
    if (recipe.isBarePaper())
        return showPaper();
    const auto& paints = m_studio->paints;
    m_colour = colourOf(recipe, paints);
    const MixRecord* painted = m_studio->painted.as(m_studio->notebook, recipe);
    m_swatch->show(mixedFilm(recipe, paints), recipe.handling.paper, m_colour,
                   painted ? onOwnPaper(*painted, m_studio->notebook, m_studio->paints) : std::optional<Lab>());
    m_title->setText(recipeText(recipe, paints));
    const QString seen = beside ? QLatin1Char('\n') + besideWords(*beside) : QString();
    m_words->setText(judgementWords(judge(recipe, paints)) + seen);
    m_painted->setText(paintedWords());
    const Lch lch = toLch(m_colour);
    QString sure;
    if (recipe.parts.size() > 1)
        sure = tr("\nexpected within ±%1").arg(number(expectedMiss(recipe, paints, m_studio->learned)));
    m_numbers->setText(
        tr("L, a, b: %1; %2 wash\nchroma %3, hue angle %4°%5")
            .arg(labText(m_colour), text(washWord(recipe.wash)), number(lch.chroma), number(lch.hueDegrees, 0), sure));
    for (QAction* act : actions())
        act->setEnabled(true);
}

/// There is nothing to note, want or mend.
void MixCard::showPaper()
{
    clear();
    const Paper& own = m_studio->notebook.handling.paper;
    const Lab paper = own.white();
    m_swatch->show(Film{}, own, paper, {});
    m_title->setText(tr("Leave the paper"));
    m_words->setText(tr("No paint is as light as the paper: plan it in and paint around it."));
    m_numbers->setText(tr("L, a, b: %1").arg(labText(paper)));
}

void MixCard::pin()
{
    if (m_recipe)
        m_context.pin({recipeText(*m_recipe, m_studio->paints), m_colour});
}

/// As words, for a message or a margin.
void MixCard::copy()
{
    if (m_recipe)
        QGuiApplication::clipboard()->setText(
            QStringList{recipeText(*m_recipe, m_studio->paints), m_words->text()}.join(QLatin1Char('\n')));
}

void MixCard::note()
{
    if (m_recipe)
        m_context.noteOn(m_studio, *m_recipe, window());
}

void MixCard::want()
{
    if (!m_recipe)
        return;
    Need need;
    need.name = recipeText(*m_recipe, m_studio->paints).toStdString();
    need.target = m_colour;
    m_context.document().apply(putting(NeedRecord{{}, need, {}}));
}

void MixCard::diagnose()
{
    if (!m_recipe)
        return;
    const StudioPtr studio = m_studio;
    const Recipe before = *m_recipe;
    if (const auto mended = askWhatWentWrong(*studio, before, m_context.settings(), this))
        show(studio, *mended, colourOf(before, studio->paints));
}

} // namespace iris
