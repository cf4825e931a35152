#include "app/reading/carddialog.h"

#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/messages.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/washwidget.h"
#include "app/parts/words.h"
#include "app/reading/chartdialog.h"
#include "app/reading/readingwords.h"
#include "app/reading/regioneditor.h"
#include "app/theme/viewsettings.h"
#include "drawing/displayed.h"
#include "sheet/cardfiling.h"
#include "words/paintwords.h"

#include <QButtonGroup>
#include <QCheckBox>
#include <QComboBox>
#include <QDateEdit>
#include <QFileInfo>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QPainter>
#include <QProgressBar>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr int addNew = -2;

QString placeName(CardDialog::Place place)
{
    switch (place) {
    case CardDialog::Full: return QObject::tr("Full");
    case CardDialog::Thin: return QObject::tr("Thin");
    case CardDialog::OverBlack: return QObject::tr("Over black");
    case CardDialog::Lifted: return QObject::tr("Lifted");
    default: return QObject::tr("Paper");
    }
}

QPixmap chip(const std::optional<Lab>& colour)
{
    QPixmap pixmap(40, 24);
    pixmap.fill(colour ? displayed(*colour) : QColor(Qt::transparent));
    QPainter painter(&pixmap);
    painter.setPen(colour ? Qt::transparent : QColor(0x80, 0x80, 0x80));
    painter.drawRect(0, 0, 39, 23);
    return pixmap;
}

std::vector<QPolygonF> asList(const std::optional<QPolygonF>& region)
{
    return region ? std::vector{*region} : std::vector<QPolygonF>{};
}

std::vector<MarkedPlace> placesOf(const CardRegions& regions)
{
    return {{placeName(CardDialog::Full), asList(regions.full)},
            {placeName(CardDialog::Thin), asList(regions.thin)},
            {placeName(CardDialog::OverBlack), asList(regions.overBlack), false, false, true},
            {placeName(CardDialog::Lifted), asList(regions.lifted)},
            {placeName(CardDialog::Paper), regions.paper, true}};
}

/// Takes one marked place over into what the painter has given.
void take(CardRegions& given, CardDialog::Place place, const std::vector<QPolygonF>& regions)
{
    const auto first = regions.empty() ? std::nullopt : std::optional(regions.front());
    switch (place) {
    case CardDialog::Full: given.full = first; break;
    case CardDialog::Thin: given.thin = first; break;
    case CardDialog::OverBlack: given.overBlack = first; break;
    case CardDialog::Lifted: given.lifted = first; break;
    default: given.paper = regions; break;
    }
}

/// A rating as it was read, beside what the label says, or else what is typical of the pigment.
QString beside(const QString& measured, const QString& other, bool label)
{
    if (measured == other)
        return (label ? QObject::tr("%1, as the label says") : QObject::tr("%1, as is typical"))
            .arg(sentence(measured));
    return (label ? QObject::tr("%1; the label says %2") : QObject::tr("%1; typical is %2"))
        .arg(sentence(measured), other);
}

} // namespace

CardDialog::CardDialog(Document& document, ViewSettings& settings, const QString& picture, TubeId tube, QWidget* parent)
    : QDialog(parent),
      m_document(document),
      m_editor(new RegionEditor(this))
{
    setWindowTitle(tr("Read a card: %1").arg(QFileInfo(picture).fileName()));
    resize(1200, 740);
    m_editor->setObjectName(QStringLiteral("cardPicture"));
    m_editor->setPlaces(placesOf({})); // to be marked even where nothing is found
    m_editor->setAccessibleName(tr("The card with the places that are read"));
    auto* left = new QVBoxLayout;
    left->addWidget(m_editor, 1);
    auto* hint = wordLabel("cardHint", textFont(textsize::small), this);
    hint->setProperty("quiet", true);
    hint->setText(
        tr("Drag over the card to mark the chosen place anew, or drag a mark to move it. Arrow keys nudge it, "
           "Shift and arrow keys make it larger or smaller."));
    left->addWidget(hint);
    QHBoxLayout* layout = sideBySide(this);
    layout->addLayout(left, 1);
    layout->addLayout(makeRightSide(settings));
    fillTubes(tube);
    fillDevices();
    fillPapers();

    connect(m_editor, &RegionEditor::placeMarked, this, [this](int place) {
        take(m_given, static_cast<Place>(place), m_editor->places()[static_cast<std::size_t>(place)].regions);
        readAgain();
    });
    connect(m_editor, &RegionEditor::currentChanged, this,
            [this](int place) { m_places->button(place)->setChecked(true); });
    for (JobBase* job : {static_cast<JobBase*>(&m_opening), static_cast<JobBase*>(&m_job)})
        connect(job, &JobBase::doing, this, &CardDialog::showBusy);
    whenChanged(document, {NotebookPart::Papers, NotebookPart::Devices}, this, [this] {
        fillDevices();
        fillPapers();
    });
    m_opening.start([picture](const JobTools& tools) { return openPicture(picture, tools); },
                    [this](const Result<ScanPtr>& opened) {
                        if (!opened)
                            return showTrouble(opened.error());
                        m_scan = *opened;
                        m_editor->setImage(m_scan->image());
                        readAgain();
                    });
}

void CardDialog::showBusy(const QString& doing)
{
    m_doing->setText(sentence(doing));
    m_busy->show();
}

void CardDialog::showTrouble(const Error& error)
{
    m_busy->hide();
    m_doing->clear();
    m_trouble->setText(text(error.message)); // may begin with the name of a file
    m_trouble->show();
}

QVBoxLayout* CardDialog::makeRightSide(ViewSettings& settings)
{
    auto* column = new QVBoxLayout;
    column->setSpacing(2 * gridStep);
    addChoices(column);
    // Doubts may be many; what is above and below them stays where it is.
    auto* inside = new QWidget(this);
    auto* findings = new QVBoxLayout(inside);
    findings->setContentsMargins(0, 0, 0, 0);
    findings->setSpacing(gridStep);
    addPlaces(findings);
    addResult(findings, settings);
    auto* scroll = new QScrollArea(this);
    scroll->setWidget(inside);
    scroll->setWidgetResizable(true);
    scroll->setFixedWidth(364);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->viewport()->setAutoFillBackground(false);
    inside->setAutoFillBackground(false);
    column->addWidget(scroll, 1);
    auto* buttons = new QHBoxLayout;
    m_file = new QPushButton(tr("File it (Enter)"), this);
    m_file->setObjectName(QStringLiteral("fileReading"));
    m_file->setDefault(true);
    m_file->setEnabled(false);
    makeMain(*m_file);
    auto* leave = new QPushButton(tr("Leave it"), this);
    leave->setAutoDefault(false);
    connect(m_file, &QPushButton::clicked, this, &CardDialog::file);
    connect(leave, &QPushButton::clicked, this, &QDialog::reject);
    buttons->addWidget(m_file, 1);
    buttons->addWidget(leave);
    column->addLayout(buttons);
    return column;
}

void CardDialog::addChoices(QVBoxLayout* column)
{
    auto* form = new QFormLayout;
    form->setHorizontalSpacing(3 * gridStep);
    form->setVerticalSpacing(gridStep);
    const auto box = [&](const char* name, const QString& label) {
        auto* combo = new QComboBox(this);
        combo->setObjectName(QLatin1String(name));
        combo->setMinimumContentsLength(20);
        combo->setFixedWidth(280);
        form->addRow(label, combo);
        return combo;
    };
    m_tube = box("cardTube", tr("Tube"));
    m_device = box("cardDevice", tr("Scanner"));
    m_paper = box("cardPaper", tr("Paper"));
    m_date = new QDateEdit(QDate::currentDate(), this);
    m_date->setObjectName(QStringLiteral("cardDate"));
    m_date->setDisplayFormat(QStringLiteral("d MMM yyyy"));
    m_wet = new QCheckBox(tr("still wet"), this);
    m_wet->setObjectName(QStringLiteral("cardWet"));
    m_wet->setToolTip(tr("A wet reading is kept for the drying shift and never mixed with"));
    auto* day = new QHBoxLayout;
    day->setSpacing(3 * gridStep);
    day->addWidget(m_date, 1);
    day->addWidget(m_wet);
    form->addRow(tr("Painted"), day);
    column->addLayout(form);
    connect(m_tube, &QComboBox::currentIndexChanged, this, &CardDialog::showJudgement);
    connect(m_device, &QComboBox::activated, this, [this] {
        if (m_device->currentData().toLongLong() == addNew)
            setRightADevice();
        readAgain();
    });
    connect(m_paper, &QComboBox::activated, this, [this] {
        if (m_paper->currentData().toLongLong() == addNew)
            keepThisPaper();
        readAgain();
    });
    connect(m_wet, &QCheckBox::toggled, this, &CardDialog::showJudgement);
}

void CardDialog::addPlaces(QVBoxLayout* column)
{
    m_places = new QButtonGroup(this);
    for (int i = 0; i < placeCount; ++i) {
        auto* button = new QPushButton(placeName(static_cast<Place>(i)), this);
        button->setObjectName(QStringLiteral("place%1").arg(i));
        button->setCheckable(true);
        button->setChecked(i == 0);
        button->setAutoDefault(false);
        button->setProperty("quiet", true);
        button->setIconSize({40, 24});
        button->setIcon(chip({}));
        m_places->addButton(button, i);
        column->addWidget(button);
        auto& doubt = m_doubts[static_cast<std::size_t>(i)];
        doubt = wordLabel("placeDoubt", textFont(textsize::small), this);
        doubt->setFixedWidth(350);
        doubt->hide();
        column->addWidget(doubt);
    }
    connect(m_places, &QButtonGroup::idClicked, m_editor, &RegionEditor::setCurrent);
}

void CardDialog::addResult(QVBoxLayout* column, ViewSettings& settings)
{
    column->addSpacing(gridStep);
    m_wash = new WashWidget(settings, {350, 64}, this);
    column->addWidget(m_wash);
    m_judgement = wordLabel("cardReadingJudgement", textFont(textsize::body), this);
    m_change = wordLabel("cardReadingChange", textFont(textsize::small), this);
    m_change->setToolTip(
        tr("Contrast ratio: light from the paint over black against over white, in percent (ISO 6504-3)"));
    m_trouble = wordLabel("cardReadingTrouble", textFont(textsize::body, QFont::DemiBold), this);
    m_trouble->hide();
    m_doing = wordLabel("cardDoing", textFont(textsize::small), this);
    m_busy = new QProgressBar(this);
    m_busy->setRange(0, 0);
    m_busy->setTextVisible(false);
    m_busy->setFixedHeight(6);
    for (PlainLabel* label : {m_judgement, m_change, m_trouble, m_doing}) {
        label->setFixedWidth(350);
        column->addWidget(label);
    }
    column->addWidget(m_busy);
    column->addStretch(1);
}

void CardDialog::fillTubes(TubeId chosen)
{
    for (const Tube& tube : m_document.notebook().tubes)
        m_tube->addItem(tr("%1  %2").arg(nameInList(tube.name), text(textOf(tube.codes))),
                        static_cast<qlonglong>(tube.id.value));
    m_tube->setCurrentIndex(std::max(0, m_tube->findData(static_cast<qlonglong>(chosen.value))));
}

void CardDialog::fillDevices()
{
    const QVariant chosen = m_device->currentData();
    const QSignalBlocker quiet(m_device);
    m_device->clear();
    m_device->addItem(tr("as it comes"), 0LL);
    for (const DeviceRecord& device : m_document.notebook().devices)
        m_device->addItem(tr("%1, good to %2").arg(nameInList(device.name), number(device.correction.uncertainty)),
                          static_cast<qlonglong>(device.id.value));
    m_device->addItem(tr("Set one right with a chart..."), static_cast<qlonglong>(addNew));
    const int last = m_document.notebook().devices.empty() ? 0 : m_device->count() - 2;
    const int found = chosen.isValid() && chosen.toLongLong() != addNew ? m_device->findData(chosen) : -1;
    m_device->setCurrentIndex(found >= 0 ? found : last);
}

void CardDialog::fillPapers()
{
    const QVariant chosen = m_paper->currentData();
    const QSignalBlocker quiet(m_paper);
    m_paper->clear();
    m_paper->addItem(tr("white, as it is seen"), 0LL);
    for (const PaperRecord& paper : m_document.notebook().papers)
        m_paper->addItem(nameInList(paper.name), static_cast<qlonglong>(paper.id.value));
    m_paper->addItem(tr("Keep this paper..."), static_cast<qlonglong>(addNew));
    m_paper->setCurrentIndex(std::max(0, m_paper->findData(chosen)));
}

CardOptions CardDialog::options() const
{
    CardOptions options;
    for (const DeviceRecord& device : m_document.notebook().devices)
        if (device.id.value == m_device->currentData().toLongLong())
            options.device = device.correction;
    for (const PaperRecord& paper : m_document.notebook().papers)
        if (paper.id.value == m_paper->currentData().toLongLong())
            options.paperWhite = paper.white;
    return options;
}

/// What was read of other places or on another paper is no reading of this card any more, also when the new one fails.
void CardDialog::readAgain()
{
    if (!m_scan)
        return;
    m_trouble->hide();
    m_reading.reset();
    showJudgement();
    m_job.start(
        [scan = m_scan, given = m_given, options = options()](const JobTools& tools) mutable {
            options.stop = tools.stop;
            options.progress = tools.teller();
            return readCard(*scan, given, options);
        },
        [this](const Result<CardReading>& reading) {
            if (reading)
                takeReading(*reading);
            else
                showTrouble(reading.error());
        });
}

void CardDialog::takeReading(const CardReading& reading)
{
    const bool first = !std::exchange(m_wasRead, true);
    m_reading = reading;
    m_busy->hide();
    m_doing->clear();
    m_editor->setPlaces(placesOf(reading.regions));
    if (first && reading.looksWet())
        m_wet->setChecked(true);
    showPlaces();
    showJudgement();
    if (first)
        m_file->setFocus();
}

void CardDialog::showPlace(Place place, const std::optional<PatchReading>& patch)
{
    QAbstractButton* button = m_places->button(place);
    PlainLabel* doubt = m_doubts[place];
    const bool fine = patch && !patch->refused();
    button->setIcon(chip(fine ? std::optional(patch->colour) : std::nullopt));
    button->setText(!patch ? tr("%1   not found; drag over it").arg(placeName(place))
                    : fine ? tr("%1   %2").arg(placeName(place), labText(patch->colour))
                           : tr("%1   cannot be read").arg(placeName(place)));
    QStringList words;
    if (patch)
        for (const Doubt one : patch->doubts)
            words << sentence(text(iris::describe(one)));
    doubt->setText(words.join(QLatin1Char('\n')));
    doubt->setVisible(!words.isEmpty());
}

void CardDialog::showPlaces()
{
    showPlace(Full, m_reading->full);
    showPlace(Thin, m_reading->thin);
    showPlace(OverBlack, m_reading->overBlack);
    showPlace(Lifted, m_reading->lifted);
    QAbstractButton* paper = m_places->button(Paper);
    paper->setIcon(chip(m_reading->paper));
    m_doubts[Paper]->setText(m_scan ? withRemark(*m_scan, QString()).trimmed() : QString());
    m_doubts[Paper]->setVisible(!m_doubts[Paper]->text().isEmpty());
    paper->setText(m_reading->paperAssumed ? tr("Paper   %1, taken for granted").arg(labText(m_reading->paper))
                                           : tr("Paper   %1").arg(labText(m_reading->paper)));
}

const Tube* CardDialog::tube() const
{
    return m_document.notebook().tube({m_tube->currentData().toLongLong()});
}

QString CardDialog::judgementWords() const
{
    const Tube* own = tube();
    const Swatch& swatch = *m_reading->swatch;
    const Transparency transparency = transparencyOf(swatch, m_reading->film->film);
    const auto known = typicalPaintOf(own ? *own : Tube{}, ReferenceTable::shipped());
    const HueFamily family = known ? known->family : familyOf(swatch);
    QStringList lines{sentence(text(iris::describe(leanOf(swatch.thin, family))))};
    const auto line = [&](std::string_view measured, std::string_view other, bool label) {
        lines << (known ? beside(text(measured), text(other), label) : sentence(text(measured)));
    };
    line(iris::describe(transparency),
         known ? nameOf(own->transparency.value_or(known->transparency().kind)) : std::string_view(),
         own && own->transparency);
    if (m_reading->shareLeft)
        line(stainingWord(stainingOf(*m_reading->shareLeft)),
             known ? stainingWord(known->staining) : std::string_view(), own && own->staining);
    if (m_reading->grain)
        line(granulationWord(granulationOf(m_reading->grain->total())),
             known ? granulationWord(known->granulation) : std::string_view(), own && own->granulation);
    return lines.join(QLatin1Char('\n'));
}

QString CardDialog::changeWords() const
{
    QStringList lines;
    const Tube* own = tube();
    if (own) {
        if (const auto typical = typicalPaintOf(*own, ReferenceTable::shipped()))
            lines << comparison(*m_reading->swatch, typical->swatch, tr("the typical value"));
        if (own->swatch)
            lines << comparison(*m_reading->swatch, *own->swatch, tr("what it went by"));
    }
    const double gain = lightnessGain(*m_reading->swatch);
    lines << tr("Contrast ratio over black %1 %; it makes the line %2 %3")
                 .arg(number(contrastRatio(*m_reading->swatch), 0), number(std::abs(gain)),
                      gain > 0 ? tr("lighter") : tr("darker"));
    const Lab& paper = m_reading->paper;
    const bool oddPaper = paper.l < 93 || toLch(paper).chroma > 6;
    if (oddPaper && m_paper->currentData().toLongLong() == 0)
        lines << tr(
            "The paper looks dim or tinted. Is that the right scanner? If it is a photograph, choose the paper.");
    lines
        << (m_reading->paperAssumed
                ? tr("Good to about %1. A chart of known colours would do better.").arg(number(m_reading->uncertainty))
                : tr("Good to about %1.").arg(number(m_reading->uncertainty)));
    if (!m_reading->film->fits())
        lines << tr("No one paint gives these three colours (%1); look at the places again.")
                     .arg(apart(m_reading->film->worstResidual()));
    return lines.join(QLatin1Char('\n'));
}

void CardDialog::showJudgement()
{
    const bool complete = m_reading && m_reading->swatch;
    m_file->setEnabled(complete && tube() && m_document.readOnlyReason().isEmpty());
    if (!complete) {
        m_wash->clear();
        m_judgement->setText(m_reading ? tr("Full, thin and over black are needed to know the paint.") : QString());
        m_change->clear();
        return;
    }
    m_wash->show(m_reading->film->film, tr("The paint as it was read, full to thin"), 7);
    m_judgement->setText(judgementWords());
    m_change->setText(m_wet->isChecked() ? tr("Kept as a wet reading, for the drying shift only.") : changeWords());
}

SwatchRecord CardDialog::record() const
{
    SwatchRecord record = recordOf(*m_reading, tube()->id);
    record.date = m_date->date().toString(Qt::ISODate).toStdString();
    record.wet = m_wet->isChecked();
    if (m_given.complete()) // every place marked by hand: any picture may be behind it
        record.origin = SwatchOrigin::Picture;
    for (const PaperRecord& paper : m_document.notebook().papers)
        if (paper.id.value == m_paper->currentData().toLongLong())
            record.paper = paper.name;
    return record;
}

void CardDialog::file()
{
    if (!m_file->isEnabled())
        return;
    const Notebook& notebook = m_document.notebook();
    if (const Tube* tube = notebook.tube(record().tube))
        m_document.apply(filing(notebook, record(), pictureOf(*m_scan, m_reading->regions)),
                         tr("reading of %1").arg(text(tube->name)));
    accept();
}

void CardDialog::setRightADevice()
{
    m_device->setCurrentIndex(0);
    ChartDialog dialog(m_document, this);
    if (dialog.exec() == QDialog::Accepted)
        m_device->setCurrentIndex(m_device->count() - 2);
}

void CardDialog::keepThisPaper()
{
    m_paper->setCurrentIndex(0);
    if (!m_reading)
        return;
    const QString name = messages().askName(this, tr("Keep this paper"), tr("Name of the paper"));
    if (name.isEmpty())
        return;
    m_document.apply(putting(PaperRecord{{}, name.toStdString(), m_reading->paper, {}}), tr("keep paper %1").arg(name));
    m_paper->setCurrentIndex(m_paper->count() - 2);
}

} // namespace iris
