#include "app/palette/comparepage.h"

#include "app/palette/choicepanel.h"
#include "app/parts/colourfield.h"
#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "drawing/displayed.h"
#include "drawing/washpainter.h"

#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QPainter>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr int kindRole = Qt::UserRole + 1;
enum Kind { Nothing, OnShow, Kept, Classic };

constexpr int leastPicture = 100;
constexpr int mostPicture = 220;
constexpr int chipHeight = 28;
constexpr int leastField = 190;

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
    static constexpr std::array<Qt::PenStyle, 3> styles{Qt::SolidLine, Qt::DashLine, Qt::DotLine};
    return QPen(ink, column == 0 ? 2.2 : 1.8, styles[column]);
}

} // namespace

/// A picture as large as there is room.
class PaintedPicture : public QWidget {
public:
    explicit PaintedPicture(QWidget* parent) : QWidget(parent)
    {
        setMinimumHeight(leastPicture);
        setMaximumHeight(mostPicture);
    }

    QSize sizeHint() const override { return {300, mostPicture}; }

    void setImage(const QImage& image)
    {
        m_image = image;
        update();
    }
    const QImage& image() const { return m_image; }

protected:
    void paintEvent(QPaintEvent*) override
    {
        if (m_image.isNull())
            return;
        QPainter painter(this);
        painter.setRenderHint(QPainter::SmoothPixmapTransform);
        const QSizeF fitted = QSizeF(m_image.size()).scaled(size(), Qt::KeepAspectRatio);
        painter.drawImage(QRectF(QPointF(0, 0), fitted), m_image, QRectF(m_image.rect()));
    }

private:
    QImage m_image;
};

/// A few tubes as small washes, their codes below.
class WashChips : public QWidget {
public:
    WashChips(ViewSettings& settings, QWidget* parent) : QWidget(parent), m_settings(settings)
    {
        setFixedHeight(chipHeight + 18);
    }

    void setPaints(const std::vector<Paint>& paints)
    {
        m_washes.clear();
        QStringList names;
        for (const Paint& paint : paints) {
            m_washes.push_back({washColours(paint.film), text(textOf(paint.codes))});
            names << text(paint.name);
        }
        setToolTip(listed(names));
        setAccessibleName(listed(names));
        update();
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter painter(this);
        painter.setFont(textFont(textsize::small));
        const double each = std::min(120.0, static_cast<double>(width()) / std::max<std::size_t>(1, m_washes.size()));
        for (std::size_t i = 0; i < m_washes.size(); ++i) {
            const QRectF place(each * static_cast<double>(i), 0, each - 4, chipHeight);
            WashStyle style;
            style.seed = static_cast<unsigned>(i + 1);
            style.valuesOnly = m_settings.valuesOnly();
            paintWash(painter, place, m_washes[i].colours, style);
            painter.setPen(m_settings.colours().text);
            painter.drawText(QRectF(place.left(), chipHeight, place.width(), 18), Qt::AlignVCenter | Qt::AlignLeft,
                             fitting(m_washes[i].code, painter.fontMetrics(), static_cast<int>(place.width())));
        }
    }

private:
    struct Chip {
        WashColours colours;
        QString code;
    };

    ViewSettings& m_settings;
    std::vector<Chip> m_washes;
};

ComparePage::ComparePage(Document& document, SubjectPicture& picture, ChoicePanel& choice, ViewSettings& settings,
                         QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_picture(picture),
      m_choice(choice),
      m_settings(settings),
      m_field(new ColourField(settings, this)),
      m_legend(wordLabel("compareLegend", textFont(textsize::small), this))
{
    m_field->setObjectName(QStringLiteral("compareField"));
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(4 * gridStep);
    grid->setVerticalSpacing(2 * gridStep);
    for (std::size_t column = 0; column < columns; ++column)
        makeColumn(column, *grid);
    auto* below = new QHBoxLayout;
    below->setSpacing(4 * gridStep);
    m_field->setMinimumHeight(leastField);
    below->addWidget(m_field, 1);
    below->addWidget(m_legend, 1);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2 * gridStep);
    layout->addLayout(grid, 4);
    layout->addLayout(below, 3);
    connect(&document, &Document::palettesChanged, this, &ComparePage::fillChoices);
    connect(&document, &Document::tubesChanged, this, &ComparePage::workAll);
    connect(&choice, &ChoicePanel::answersChanged, this, &ComparePage::workAll);
    connect(&picture, &SubjectPicture::changed, this, &ComparePage::workAll);
    connect(&settings, &ViewSettings::changed, this, [this] {
        for (std::size_t column = 0; column < columns; ++column)
            show(column);
    });
    fillChoices();
    for (std::size_t column = 0; column < columns; ++column) // the three classic triads, ready to compare
        m_columns[column].choice->setCurrentIndex(m_columns[column].choice->count()
                                                  - static_cast<int>(classicTriads.size() - column));
}

void ComparePage::makeColumn(std::size_t column, QGridLayout& grid)
{
    Column& own = m_columns[column];
    const QString number = QString::number(column);
    own.choice = new QComboBox(this);
    own.choice->setObjectName(QStringLiteral("compare") + number);
    own.choice->setAccessibleName(tr("Palette %1 to compare").arg(column + 1));
    keepNarrow(*own.choice, 12);
    own.picture = new PaintedPicture(this);
    own.picture->setObjectName(QStringLiteral("comparePicture") + number);
    own.wells = new WashChips(m_settings, this);
    own.facts = wordLabel(qPrintable(QStringLiteral("compareFacts") + number), textFont(textsize::small), this);
    own.job = std::make_unique<Job<Compared>>();
    const int place = static_cast<int>(column);
    grid.addWidget(own.choice, 0, place);
    grid.addWidget(own.picture, 1, place);
    grid.addWidget(own.wells, 2, place);
    grid.addWidget(own.facts, 3, place, Qt::AlignTop);
    grid.setColumnStretch(place, 1);
    connect(own.choice, &QComboBox::activated, this, [this, column] { work(column); });
}

void ComparePage::takeFocus()
{
    m_columns[0].choice->setFocus();
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
        const QString before = column.choice->currentText();
        const QSignalBlocker quiet(column.choice);
        column.choice->clear();
        const auto add = [&](const QString& words, qlonglong id, Kind kind) {
            column.choice->addItem(words, id);
            column.choice->setItemData(column.choice->count() - 1, kind, kindRole);
        };
        add(tr("nothing"), 0, Nothing);
        add(tr("the set under Choose"), 0, OnShow);
        for (const PaletteRecord& palette : m_document.notebook().palettes)
            add(nameInList(palette.name), static_cast<qlonglong>(palette.id.value), Kept);
        for (std::size_t i = 0; i < classicTriads.size(); ++i)
            add(tr("classic triad, %1").arg(text(std::string(classicTriads[i].name))), static_cast<qlonglong>(i),
                Classic);
        column.choice->setCurrentIndex(std::max(0, column.choice->findText(before)));
    }
    workAll();
}

std::vector<Paint> ComparePage::paintsOf(const QComboBox& choice) const
{
    const qlonglong id = choice.currentData().toLongLong();
    std::vector<Paint> paints;
    switch (choice.currentData(kindRole).toInt()) {
    case OnShow:
        if (m_choice.choice())
            for (const std::size_t place : m_choice.choice()->sets[m_choice.shownSet()].tubes)
                paints.push_back(m_choice.pool().paints[place]);
        break;
    case Kept:
        if (const PaletteRecord* palette = m_document.notebook().palette({id}))
            for (const TubeId tube : palette->tubes)
                if (const auto place = m_document.studio()->placeOf(tube))
                    paints.push_back(m_document.studio()->paints[*place]);
        break;
    case Classic: return iris::paintsOf(classicTriads[static_cast<std::size_t>(id)]);
    default: break;
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
        [paints = std::move(paints), loaded = m_picture.loaded()](const JobTools& tools) {
            Compared compared{paints, reachOf(paints, tools.workOptions()), {}};
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
    own.picture->setVisible(m_picture.loaded() != nullptr);
    own.facts->setText(isThere                          ? factsOf(*own.compared)
                       : own.job->isRunning()           ? tr("Mixing ...")
                       : own.choice->currentIndex() > 0 ? tr("There is nothing to compare there yet.")
                                                        : QString());
    own.picture->setAccessibleName(own.facts->text());
    own.wells->setPaints(isThere ? own.compared->paints : std::vector<Paint>{});
    showField();
}

QString ComparePage::factsOf(const Compared& compared) const
{
    const PaletteReach& reach = compared.reach;
    const auto opaque = std::ranges::count_if(compared.paints, [](const Paint& paint) {
        return paint.transparency().kind > TransparencyClass::SemiTransparent;
    });
    const int weakest = std::ranges::max(compared.paints, {}, &Paint::lightfastness).lightfastness;
    QStringList lines;
    if (compared.drawn)
        lines << tr("The picture: %1, %2 % out of reach.")
                     .arg(apart(compared.drawn->meanApart))
                     .arg(std::lround(100 * compared.drawn->fallsShort));
    lines
        << tr("Chroma: %1 around the wheel, %2 at most.").arg(number(reach.meanChroma(), 0), number(reach.cleanest, 0));
    lines << tr("L from %1 to %2. %3")
                 .arg(number(reach.lowest, 0), number(reach.highest, 0),
                      reach.warmestGrey == reach.coolestGrey
                          ? tr("No middle greys.")
                          : tr("Greys from b %1 to %2.").arg(number(reach.coolestGrey), number(reach.warmestGrey)));
    lines << (opaque == 0 ? tr("All transparent") : tr("%1 of %2 tubes opaque").arg(opaque).arg(compared.paints.size()))
                 + (weakest > 3 ? tr("; one of them fades.") : QStringLiteral("."));
    return lines.join(QLatin1Char('\n'));
}

void ComparePage::showField()
{
    static const std::array<QString, columns> styles{tr("full line"), tr("dashes"), tr("dots")};
    FieldContents contents;
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
        contents.outlines.push_back(std::move(outline));
        legend << tr("%1: %2").arg(sentence(styles[column]), m_columns[column].choice->currentText());
    }
    m_field->setContents(std::move(contents));
    m_legend->setText(legend.isEmpty() ? QString()
                                       : tr("How clean each gets, hue by hue:") + QLatin1Char('\n')
                                             + legend.join(QLatin1Char('\n')));
}

} // namespace iris
