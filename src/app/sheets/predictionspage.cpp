#include "app/sheets/predictionspage.h"

#include "app/parts/labels.h"
#include "app/parts/maywrite.h"
#include "app/parts/plainlabel.h"
#include "app/parts/printdialog.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "colour/deltae.h"
#include "drawing/displayed.h"
#include "words/learntwords.h"

#include <QGridLayout>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QTimer>
#include <QVBoxLayout>
#include <algorithm>

namespace iris {
namespace {

constexpr std::size_t mostWorst = 6;
constexpr std::size_t mostStrengths = 14;
constexpr double surelyKnown = 1.5; ///< a strength that may be off by more is not known yet
constexpr double leastMoved = 1;    ///< deltaE00: below that a colour is as it was

/// Two colours that touch.
class TouchingPair : public QWidget {
public:
    TouchingPair(QColor left, QColor right, int width, int height, QWidget* parent)
        : QWidget(parent),
          m_left(left),
          m_right(right)
    {
        setFixedSize(width, height);
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter painter(this);
        painter.fillRect(0, 0, width() / 2, height(), m_left);
        painter.fillRect(width() / 2, 0, width() - width() / 2, height(), m_right);
    }

private:
    QColor m_left;
    QColor m_right;
};

/// How far the full and the thin wash of a paint have moved, whichever more.
double colourMoved(const Paint& before, const Paint& after)
{
    const auto apartAt = [&](double wash) {
        return deltaE00(seenLab(before.film, wash, whitePaper()), seenLab(after.film, wash, whitePaper()));
    };
    return std::max(apartAt(wash::full), apartAt(wash::thin));
}

double medianOf(std::vector<double> values)
{
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::ranges::nth_element(values, middle);
    return *middle;
}

PlainLabel* label(const QString& words, int size, QFont::Weight weight, QWidget* parent)
{
    auto* made = wordLabel("", textFont(size, weight), parent);
    made->setText(words);
    return made;
}

constexpr qsizetype mostUnswatched = 40;

/// How far a strength may be off: a share of it, or a number of times where that says more.
QString giveOrTake(double factor)
{
    if (factor < 1.005)
        return QObject::tr("nothing");
    return factor < 2 ? QObject::tr("%1 %").arg(number(100 * (factor - 1), 0))
                      : QObject::tr("%1 times").arg(number(factor, 1));
}

} // namespace

PredictionsPage::PredictionsPage(Document& document, ViewSettings& settings, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_settings(settings),
      m_scroll(new QScrollArea(this))
{
    m_scroll->setObjectName(QStringLiteral("predictions"));
    m_scroll->setWidgetResizable(true);
    m_scroll->setFrameShape(QFrame::NoFrame);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_scroll);
    whenChanged(document, {NotebookPart::Mixes, NotebookPart::Tubes}, this, &PredictionsPage::rebuild);
    connect(&settings, &ViewSettings::changed, this, &PredictionsPage::rebuild);
}

void PredictionsPage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    if (m_stale)
        rebuild();
}

void PredictionsPage::rebuild()
{
    m_stale = !isVisible();
    if (m_stale)
        return;
    auto* page = new QWidget;
    auto* columns = new QHBoxLayout(page);
    columns->setContentsMargins(0, 0, 4 * gridStep, 0);
    columns->setSpacing(10 * gridStep);
    auto* left = new QVBoxLayout;
    left->setSpacing(2 * gridStep);
    addHeadline(left);
    addWorst(left);
    left->addStretch();
    auto* right = new QVBoxLayout;
    right->setSpacing(2 * gridStep);
    addTold(right);
    addUnswatched(right);
    addFigures(right);
    right->addStretch();
    columns->addLayout(left, 1);
    columns->addLayout(right, 1);
    m_scroll->setWidget(page);
}

void PredictionsPage::addHeadline(QVBoxLayout* column)
{
    const Learned& learned = m_document.studio()->learned;
    QString headline;
    QString details;
    QWidget* touching = nullptr;
    if (m_document.studio()->behind) {
        headline = tr("Learning from your painted squares");
        details = tr("There are %1; until they are worked out, mixes go by what was known before.")
                      .arg(learned.lessons.size());
    } else if (const auto miss = learned.typicalMiss()) {
        std::vector<double> before;
        std::vector<double> asLaid;
        for (const MixLesson& lesson : learned.lessons) {
            before.push_back(lesson.before);
            asLaid.push_back(lesson.leftOutAsLaid);
        }
        headline =
            tr("Your mixes come out about %1 from what is shown: %2.").arg(apart(*miss), text(apartInWords(*miss)));
        details =
            tr("So far apart are the two halves above. Half of your %1 painted squares are nearer than that and half "
               "farther, each expected from all the others.")
                .arg(learned.lessons.size());
        if (m_showsFigures)
            details += tr(" That is with the wash as thick as it was laid; at the wash that was meant it is %1; before "
                          "anything was learnt it was %2.")
                           .arg(number(medianOf(asLaid)), number(medianOf(before)));
        const std::vector<Lab> two = colourApart(*miss);
        touching = new TouchingPair(displayed(two[0], m_settings.valuesOnly()),
                                    displayed(two[1], m_settings.valuesOnly()), 360, 88, this);
        touching->setAccessibleName(tr("Two colours %1").arg(apart(*miss)));
    } else {
        headline = tr("Too few painted squares to tell");
        details = tr("Paint a sheet of squares and read it back: from three mixes on, this page tells how far off "
                     "expectations are, and what your tubes taught. So far there are %1.")
                      .arg(learned.lessons.size());
    }
    auto* head = label(headline, textsize::title, QFont::DemiBold, this);
    head->setObjectName(QStringLiteral("predictionsHeadline"));
    column->addWidget(head);
    if (touching)
        column->addWidget(touching);
    column->addWidget(label(details, textsize::body, QFont::Normal, this));
}

void PredictionsPage::addWorst(QVBoxLayout* column)
{
    const Lessons lessons = lessonsOf(m_document.notebook());
    const Learned& learned = m_document.studio()->learned;
    if (lessons.squares.empty())
        return;
    std::vector<std::size_t> order(lessons.squares.size());
    for (std::size_t i = 0; i < order.size(); ++i)
        order[i] = i;
    std::ranges::sort(order, std::greater(), [&](std::size_t i) { return learned.lessons[i].leftOut; });
    order.resize(std::min(mostWorst, order.size()));
    column->addSpacing(3 * gridStep);
    column->addWidget(
        label(tr("Farthest off: painted, and expected from all the others"), textsize::body, QFont::Bold, this));
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(3 * gridStep);
    grid->setVerticalSpacing(2 * gridStep);
    grid->setColumnStretch(1, 1);
    const bool values = m_settings.valuesOnly();
    int row = 0;
    for (const std::size_t i : order) {
        const Recipe recipe{lessons.squares[i].parts, learned.lessons[i].thickness};
        const Lab expected = learned.lessons[i].leftOutColour;
        grid->addWidget(
            new TouchingPair(displayed(lessons.squares[i].colour, values), displayed(expected, values), 120, 40, this),
            row, 0);
        grid->addWidget(
            label(tr("%1\n%2").arg(recipeText(recipe, m_document.studio()->paints), apart(learned.lessons[i].leftOut)),
                  textsize::body, QFont::Normal, this),
            row, 1);
        ++row;
    }
    column->addLayout(grid);
    auto* again = new QPushButton(order.size() > 1 ? tr("Paint these again") : tr("Paint it again"), this);
    again->setObjectName(QStringLiteral("paintAgain"));
    again->setToolTip(tr("Lays out a sheet of just these squares"));
    connect(again, &QPushButton::clicked, this, [this, mixes = learnedMixes(lessons, order)] { paintAgain(mixes); });
    column->addWidget(again, 0, Qt::AlignLeft);
}

/// The records behind some lessons.
std::vector<MixId> PredictionsPage::learnedMixes(const Lessons& lessons, const std::vector<std::size_t>& order)
{
    std::vector<MixId> mixes;
    for (const std::size_t i : order)
        mixes.push_back(lessons.mixes[i]);
    return mixes;
}

void PredictionsPage::paintAgain(const std::vector<MixId>& mixes)
{
    if (!mayWrite(m_document, this))
        return;
    std::vector<SheetCell> cells;
    for (const MixId id : mixes)
        if (const MixRecord* mix = m_document.notebook().mix(id))
            cells.push_back({mix->parts, mix->wash});
    if (!cells.empty())
        printSquares(m_document, std::move(cells), 0, tr("Once more"), this);
}

/// The tubes that the squares say most of, the largest change first.
std::vector<std::size_t> PredictionsPage::mostChanged() const
{
    const Learned& learned = m_document.studio()->learned;
    const auto& before = m_document.studio()->unlearnt;
    const auto& after = m_document.studio()->paints;
    std::vector<std::size_t> changed = learned.touched;
    // What a doubled strength is to a mix, some seven units of colour are: both count alike.
    std::ranges::sort(changed, std::greater(), [&](std::size_t place) {
        return std::abs(std::log2(learned.strengths[place] / before[place].strength))
               + colourMoved(before[place], after[place]) / 7;
    });
    return changed;
}

/// Which tubes are as they were taken for, and which are not, in words.
void PredictionsPage::addTold(QVBoxLayout* column)
{
    const Learned& learned = m_document.studio()->learned;
    const auto& before = m_document.studio()->unlearnt;
    QStringList others, trusted, unsure;
    for (const std::size_t place : mostChanged()) {
        const QString name = text(before[place].name);
        const double taken = before[place].strength;
        const double found = learned.strengths[place];
        const double factor = learned.factor(place);
        if (isPlainlyOther(taken, found, factor))
            others << tr("%1: %2").arg(name, text(strengthInWords(taken, found, factor)));
        else
            (factor > surelyKnown ? unsure : trusted) << name;
    }
    column->addWidget(label(tr("What the squares taught about your tubes"), textsize::body, QFont::Bold, this));
    if (others.isEmpty() && trusted.isEmpty() && unsure.isEmpty())
        column->addWidget(label(tr("Nothing yet: strengths are those of the table, or set by hand."), textsize::body,
                                QFont::Normal, this));
    const auto add = [&](const QString& heading, const QString& words) {
        column->addWidget(label(heading, textsize::small, QFont::DemiBold, this));
        column->addWidget(label(words, textsize::body, QFont::Normal, this));
    };
    if (!others.isEmpty())
        add(tr("Stronger or weaker than thought"), QStringList(others.mid(0, mostStrengths)).join(QLatin1Char('\n')));
    if (!trusted.isEmpty())
        add(tr("As strong as thought: trust them"), trusted.join(QStringLiteral(", ")));
    if (!unsure.isEmpty())
        add(tr("Too little painted to tell"), unsure.join(QStringLiteral(", ")));
}

/// For who wants them.
void PredictionsPage::addFigures(QVBoxLayout* column)
{
    auto* fold = new QPushButton(m_showsFigures ? tr("Without the figures") : tr("The figures"), this);
    fold->setObjectName(QStringLiteral("figures"));
    connect(fold, &QPushButton::clicked, this, [this] {
        m_showsFigures = !m_showsFigures;
        QTimer::singleShot(0, this, &PredictionsPage::rebuild); // the button goes with the page
    });
    column->addSpacing(2 * gridStep);
    column->addWidget(fold, 0, Qt::AlignLeft);
    if (m_showsFigures)
        addStrengths(column);
}

void PredictionsPage::addStrengths(QVBoxLayout* column)
{
    const Learned& learned = m_document.studio()->learned;
    const auto& before = m_document.studio()->unlearnt;
    const auto& after = m_document.studio()->paints;
    const std::vector<std::size_t> changed = mostChanged();
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(4 * gridStep);
    grid->setColumnStretch(1, 1);
    const bool values = m_settings.valuesOnly();
    grid->setVerticalSpacing(gridStep);
    int row = 0;
    for (const char* heading : {QT_TR_NOOP("taken for, found"), QT_TR_NOOP("tube"), QT_TR_NOOP("strength"),
                                QT_TR_NOOP("found"), QT_TR_NOOP("give or take")})
        grid->addWidget(label(tr(heading), textsize::small, QFont::Normal, this), 0, row++);
    row = 1;
    for (const std::size_t place : changed) {
        if (static_cast<std::size_t>(row) > mostStrengths)
            break;
        const Lab taken = seenLab(before[place].film, wash::full, whitePaper());
        const Lab found = seenLab(after[place].film, wash::full, whitePaper());
        auto* colours = new QVBoxLayout;
        colours->setSpacing(0);
        colours->addWidget(new TouchingPair(displayed(taken, values), displayed(found, values), 60, 26, this));
        if (const double moved = colourMoved(before[place], after[place]); moved >= leastMoved)
            colours->addWidget(label(apart(moved), textsize::small, QFont::Normal, this));
        grid->addLayout(colours, row, 0);
        grid->addWidget(label(text(before[place].name), textsize::body, QFont::Normal, this), row, 1);
        grid->addWidget(label(number(before[place].strength, 2), textsize::body, QFont::Normal, this), row, 2);
        grid->addWidget(label(number(learned.strengths[place], 2), textsize::body, QFont::DemiBold, this), row, 3);
        grid->addWidget(label(giveOrTake(learned.factor(place)), textsize::body, QFont::Normal, this), row, 4);
        ++row;
    }
    column->addLayout(grid);
    column->addWidget(label(tr("Strength of colour a part, ultramarine = 1; colours in a full wash."), textsize::small,
                            QFont::Normal, this));
}

void PredictionsPage::addUnswatched(QVBoxLayout* column)
{
    QStringList names;
    qsizetype more = 0;
    for (std::size_t i = 0; i < m_document.studio()->paints.size(); ++i) {
        if (m_document.studio()->paints[i].source != ColourSource::Typical || !isAtHand(m_document.notebook().tubes[i]))
            continue;
        if (names.size() < mostUnswatched)
            names << text(m_document.notebook().tubes[i].name);
        else
            ++more;
    }
    if (more > 0)
        names << tr("and %1 more").arg(more);
    column->addSpacing(3 * gridStep);
    column->addWidget(label(tr("Tubes that lack a swatch of their own"), textsize::body, QFont::Bold, this));
    const QString all = names.isEmpty() ? tr("None: every tube at hand goes by its own colours.")
                                        : tr("%1.\nTheir colours are typical ones from a table; squares teach "
                                             "them too, but a swatch card of each tells more at once.")
                                              .arg(names.join(QStringLiteral(", ")));
    column->addWidget(label(all, textsize::body, QFont::Normal, this));
}

} // namespace iris
