#include "app/palette/comparepage.h"

#include "app/palette/choicemodel.h"
#include "app/palette/compareparts.h"
#include "app/parts/choicebox.h"
#include "app/parts/colourfield.h"
#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "paint/ratings.h"
#include "words/mixwords.h"

#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QVBoxLayout>

namespace iris {
namespace {

/// What can stand in a column.
struct Comparable {
    enum class What { Nothing, OnShow, Kept, Classic };
    What what = What::Nothing;
    PaletteId kept;
    std::size_t classic = 0; ///< among classicTriads

    bool operator==(const Comparable&) const = default;
};

Comparable comparedIn(const QComboBox& choice)
{
    return choice.currentData().value<Comparable>();
}

constexpr int leastField = 170;
constexpr int mostField = 216;
constexpr int roomAbove = 420; ///< what stands above the outlines takes at least
constexpr int unusedWidth = 110;

std::vector<Paint> paintsOf(const ClassicTriad& classic)
{
    std::vector<Paint> paints;
    for (const char* pigment : classic.pigments)
        if (const auto row = ReferenceTable::shipped().find(pigment)) {
            paints.push_back(paintOf(**row));
            paints.back().name = (*row)->commonName;
        }
    return paints;
}

/// The pen that tells one outline from the others, since no colour may.
QPen penOf(std::size_t column, const QColor& ink)
{
    static constexpr std::array<Qt::PenStyle, 4> styles{Qt::SolidLine, Qt::DashLine, Qt::DotLine, Qt::DashDotLine};
    return QPen(ink, column == 0 ? 2.2 : 1.8, styles[column]);
}

} // namespace

ComparePage::ComparePage(Document& document, SubjectPicture& picture, ChoiceModel& choice, ViewSettings& settings,
                         QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_picture(picture),
      m_choice(choice),
      m_settings(settings),
      m_grid(new QGridLayout),
      m_field(new ColourField(settings, this)),
      m_values(new ValueOutlines(settings, this)),
      m_legend(wordLabel("compareLegend", textFont(textsize::small), this))
{
    m_field->setObjectName(QStringLiteral("compareField"));
    m_grid->setHorizontalSpacing(4 * gridStep);
    m_grid->setVerticalSpacing(2 * gridStep);
    for (std::size_t column = 0; column < columns; ++column)
        makeColumn(column, *m_grid);
    auto* below = new QHBoxLayout;
    below->setSpacing(4 * gridStep);
    below->addWidget(m_field, 2);
    below->addWidget(m_values, 1);
    below->addWidget(m_legend, 1);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2 * gridStep);
    layout->addLayout(m_grid, 1);
    layout->addLayout(below);
    whenChanged(document, NotebookPart::Palettes, this, &ComparePage::fillChoices);
    whenChanged(document, {NotebookPart::Tubes, NotebookPart::Needs}, this, &ComparePage::workAll);
    connect(&choice, &ChoiceModel::shownChanged, this, &ComparePage::workAll);
    connect(&picture, &SubjectPicture::changed, this, &ComparePage::workAll);
    connect(&settings, &ViewSettings::changed, this, [this] {
        for (std::size_t column = 0; column < columns; ++column)
            show(column);
    });
    fillChoices();
    for (std::size_t column = 0; column < classicTriads.size(); ++column) // ready to compare
        m_columns[column].choice->setCurrentIndex(m_columns[column].choice->count()
                                                  - static_cast<int>(classicTriads.size() - column));
}

void ComparePage::makeColumn(std::size_t column, QGridLayout& grid)
{
    Column& own = m_columns[column];
    const QString number = QString::number(column);
    own.choice = new ChoiceBox(12, this);
    own.choice->setObjectName(QStringLiteral("compare") + number);
    own.choice->setAccessibleName(tr("Palette %1 to compare").arg(column + 1));
    own.picture = new PaintedPicture(this);
    own.picture->setObjectName(QStringLiteral("comparePicture") + number);
    own.wells = new WashChips(m_settings, this);
    own.wheel = new WheelChips(m_settings, this);
    own.wheel->setObjectName(QStringLiteral("compareWheel") + number);
    own.facts = wordLabel(qPrintable(QStringLiteral("compareFacts") + number), textFont(textsize::small), this);
    own.job = std::make_unique<Job<Compared>>();
    const int place = static_cast<int>(column);
    grid.addWidget(own.choice, 0, place);
    grid.addWidget(own.picture, 1, place);
    grid.addWidget(own.wells, 2, place);
    grid.addWidget(own.wheel, 3, place);
    grid.addWidget(own.facts, 4, place, Qt::AlignTop);
    connect(own.choice, &QComboBox::activated, this, [this, column] { work(column); });
}

/// On the field: a list of palettes would take letters for the beginning of a name.
void ComparePage::takeFocus()
{
    m_field->setFocus();
}

bool ComparePage::isBusy() const
{
    return std::ranges::any_of(m_columns, [](const Column& column) { return column.job->isRunning(); });
}

void ComparePage::choose(std::size_t column, int row)
{
    m_columns[column].choice->setCurrentIndex(row);
    work(column);
}

/// Short of room the outlines give way first.
void ComparePage::resizeEvent(QResizeEvent*)
{
    for (QWidget* outlines : std::initializer_list<QWidget*>{m_field, m_values})
        outlines->setFixedHeight(std::clamp(height() - roomAbove, leastField, mostField));
}

void ComparePage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    if (m_stale)
        workAll();
}

/// What can be compared: the set on show, the kept palettes, the classic triads. What was chosen stays chosen.
void ComparePage::fillChoices()
{
    for (Column& column : m_columns) {
        const Comparable before = comparedIn(*column.choice);
        const QSignalBlocker quiet(column.choice);
        column.choice->clear();
        int row = 0;
        const auto add = [&](const QString& words, const Comparable& candidate) {
            if (candidate == before)
                row = column.choice->count();
            column.choice->addItem(words, QVariant::fromValue(candidate));
        };
        add(tr("nothing"), {});
        add(tr("the set under Choose"), {Comparable::What::OnShow, {}, 0});
        for (const PaletteRecord& palette : m_document.notebook().palettes)
            add(nameInList(palette.name), {Comparable::What::Kept, palette.id, 0});
        for (std::size_t i = 0; i < classicTriads.size(); ++i)
            add(tr("classic triad, %1").arg(text(std::string(classicTriads[i].name))),
                {Comparable::What::Classic, {}, i});
        column.choice->setCurrentIndex(row);
    }
    workAll();
}

/// The painter's own tubes of a choice.
std::vector<TubeId> ComparePage::tubesOf(const QComboBox& choice) const
{
    const Comparable chosen = comparedIn(choice);
    if (chosen.what == Comparable::What::OnShow)
        return m_choice.shown() ? m_choice.shown()->ownTubes() : std::vector<TubeId>();
    const PaletteRecord* palette =
        chosen.what == Comparable::What::Kept ? m_document.notebook().palette(chosen.kept) : nullptr;
    return palette ? palette->tubes : std::vector<TubeId>();
}

std::optional<double> ComparePage::priceOf(const QComboBox& choice) const
{
    std::optional<double> sum;
    for (const TubeId id : tubesOf(choice))
        if (const Tube* tube = m_document.notebook().tube(id); tube && tube->stock.price)
            sum = sum.value_or(0) + *tube->stock.price;
    return sum;
}

std::vector<Paint> ComparePage::paintsOf(const QComboBox& choice) const
{
    std::vector<Paint> paints;
    const Comparable chosen = comparedIn(choice);
    switch (chosen.what) {
    case Comparable::What::Nothing: break;
    case Comparable::What::OnShow:
        if (m_choice.shown())
            paints = m_choice.shown()->paints();
        break;
    case Comparable::What::Kept:
        for (const TubeId tube : tubesOf(choice))
            if (const auto place = m_document.studio()->placeOf(tube))
                paints.push_back(m_document.studio()->paints[*place]);
        break;
    case Comparable::What::Classic: return iris::paintsOf(classicTriads[chosen.classic]);
    }
    return paints;
}

void ComparePage::workAll()
{
    m_stale = !isVisible();
    for (std::size_t column = 0; !m_stale && column < columns; ++column)
        work(column);
}

void ComparePage::work(std::size_t column)
{
    Column& own = m_columns[column];
    own.job->drop();
    own.compared.reset();
    std::vector<Paint> paints = paintsOf(*own.choice);
    show(column);
    if (paints.empty())
        return;
    own.job->start(
        [paints = std::move(paints), handling = m_document.notebook().handling, loaded = m_picture.loaded(),
         needs = m_choice.needs(), price = priceOf(*own.choice)](const JobTools& tools) {
            Compared compared{paints,       reachOf(paints, handling, tools.workOptions()),
                              {},           needsMetBy(paints, needs, handling),
                              needs.size(), price};
            if (loaded)
                compared.drawn = redrawn(loaded->cells, compared.reach, tools.workOptions());
            return compared;
        },
        [this, column](const Compared& compared) {
            m_columns[column].compared = compared;
            show(column);
        });
}

void ComparePage::show(std::size_t column)
{
    Column& own = m_columns[column];
    const bool isThere = own.compared.has_value();
    const bool drawn = isThere && own.compared->drawn && m_picture.loaded()
                       && own.compared->drawn->cells.size() == m_picture.loaded()->cells.colours.size();
    own.picture->setImage(drawn ? m_picture.paintedWith(own.compared->drawn->cells, m_settings.valuesOnly())
                                : QImage());
    own.facts->setText(isThere                          ? factsOf(*own.compared)
                       : own.job->isRunning()           ? tr("Mixing ...")
                       : own.choice->currentIndex() > 0 ? tr("There is nothing to compare there yet.")
                                                        : QString());
    own.picture->setAccessibleName(own.facts->text());
    own.wells->setPaints(isThere ? own.compared->paints : std::vector<Paint>{});
    own.wheel->setReach(isThere ? &own.compared->reach : nullptr);
    // What is not used makes room for the others.
    const bool isUsed = own.choice->currentIndex() > 0;
    m_grid->setColumnStretch(static_cast<int>(column), isUsed ? 1 : 0);
    own.choice->setMaximumWidth(isUsed ? QWIDGETSIZE_MAX : unusedWidth);
    for (QWidget* part : std::initializer_list<QWidget*>{own.picture, own.wells, own.wheel, own.facts})
        part->setVisible(isUsed && (part != own.picture || m_picture.loaded()));
    showField();
}

QString ComparePage::factsOf(const Compared& compared) const
{
    const PaletteReach& reach = compared.reach;
    const auto opaque = std::ranges::count_if(compared.paints, [](const Paint& paint) {
        return paint.transparency().kind > TransparencyClass::SemiTransparent;
    });
    const auto fading =
        std::ranges::count_if(compared.paints, [](const Paint& paint) { return fades(paint.lightfastness); });
    QStringList lines;
    if (compared.drawn)
        lines << tr("Picture %1, %2 % out of reach.")
                     .arg(apart(compared.drawn->meanApart))
                     .arg(std::lround(100 * compared.drawn->fallsShort));
    if (compared.asked > 0)
        lines << tr("Meets %1 of %2 needs, %3 in threes.")
                     .arg(compared.needs.met)
                     .arg(compared.asked)
                     .arg(compared.needs.threes);
    lines << tr("Chroma %1 on average, %2 at most.").arg(number(reach.meanChroma(), 0), number(reach.cleanest, 0));
    lines << tr("Darks down to L %1, tints up to %2.").arg(number(reach.lowest, 0), number(reach.highest, 0));
    const QString greys = sentence(text(greysWords(reach.coolestGrey, reach.warmestGrey)));
    lines << (reach.warmestGrey == reach.coolestGrey
                  ? greys
                  : tr("%1 (b %2 to %3).").arg(greys, number(reach.coolestGrey), number(reach.warmestGrey)));
    lines << (opaque == 0 ? tr("All transparent") : tr("%1 of %2 tubes opaque").arg(opaque).arg(compared.paints.size()))
                 + (fading == 0   ? QStringLiteral(".")
                    : fading == 1 ? tr("; one of them fades.")
                                  : tr("; %1 of them fade.").arg(fading))
                 + (compared.price ? tr(" Tubes at %1.").arg(number(*compared.price, 2)) : QString());
    return lines.join(QLatin1Char('\n'));
}

void ComparePage::showField()
{
    static const std::array<QString, columns> styles{tr("full line"), tr("dashes"), tr("dots"), tr("dash and dot")};
    FieldContents contents;
    std::vector<std::pair<QPen, std::array<double, valueSteps>>> values;
    QStringList legend;
    for (std::size_t column = 0; column < columns; ++column) {
        if (!m_columns[column].compared)
            continue;
        FieldOutline outline;
        outline.pen = penOf(column, m_settings.colours().text);
        const auto& chroma = m_columns[column].compared->reach.chroma;
        for (std::size_t i = 0; i < hueStretches; ++i) {
            const double hue = (static_cast<double>(i) + 0.5) * 360 / hueStretches;
            outline.points.push_back(toLab(Lch{50, chroma[i], hue}));
        }
        values.emplace_back(outline.pen, m_columns[column].compared->reach.chromaAtValue);
        contents.outlines.push_back(std::move(outline));
        legend << tr("%1: %2").arg(sentence(styles[column]), m_columns[column].choice->currentText());
    }
    m_field->setContents(std::move(contents));
    m_values->setOutlines(std::move(values));
    m_legend->setText(legend.isEmpty() ? QString()
                                       : tr("How clean each gets, hue by hue and value by value:") + QLatin1Char('\n')
                                             + legend.join(QLatin1Char('\n')));
}

} // namespace iris
