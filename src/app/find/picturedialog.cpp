#include "app/find/picturedialog.h"

#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/paintcolour.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "colour/observer.h"
#include "notebook/edits.h"
#include "notebook/picturevalues.h"
#include "sheet/keptpicture.h"
#include "sheet/pickedcolour.h"
#include "sheet/picturesample.h"

#include <QFileInfo>
#include <QHBoxLayout>
#include <QListWidget>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSlider>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr int sideWidth = 260;

/// Radii go up by thirds, from one pixel to a large region.
int radiusOf(int step)
{
    return step == 0 ? 0 : static_cast<int>(std::lround(std::pow(1.6, step)));
}

} // namespace

PictureDialog::PictureDialog(Document& document, const QString& picture, QWidget* parent)
    : PictureDialog(document, parent)
{
    m_subject.fit = PictureFit::ToPaint;
    m_subject.name = QFileInfo(picture).completeBaseName().trimmed().toStdString();
    if (m_subject.name.empty())
        m_subject.name = tr("picture").toStdString();
    m_opening.start([picture](const JobTools& tools) { return openPicture(picture, tools); },
                    [this, picture](const Result<ScanPtr>& scan) {
                        take(scan);
                        if (scan)
                            m_shrinking.start([picture](const JobTools&) { return pictureFrom(picture, subjectWidth); },
                                              [this](const Result<Picture>& kept) { takeKept(kept); });
                    });
}

PictureDialog::PictureDialog(Document& document, SubjectId subject, QWidget* parent) : PictureDialog(document, parent)
{
    if (const SubjectRecord* record = document.notebook().subject(subject))
        m_subject = *record;
    const QByteArray bytes = document.picture(m_subject.picture);
    m_opening.start(
        [bytes](const JobTools&) -> Result<ScanPtr> {
            const QImage image = QImage::fromData(bytes);
            if (image.isNull())
                return failure(ErrorCode::BadPicture, "the picture is no longer in the notebook");
            return std::make_shared<const Scan>(Scan::of(image.convertToFormat(QImage::Format_RGB32)));
        },
        [this](const Result<ScanPtr>& scan) { take(scan); });
}

PictureDialog::PictureDialog(Document& document, QWidget* parent)
    : QDialog(parent),
      m_document(document),
      m_canvas(new PictureCanvas(this)),
      m_words(wordLabel("pictureWords", textFont(textsize::body), this)),
      m_size(new QSlider(Qt::Horizontal, this)),
      m_setWhite(new QPushButton(tr("Something white or grey"), this)),
      m_list(new QListWidget(this)),
      m_match(new QPushButton(tr("Match this"), this)),
      m_needs(new QPushButton(tr("Write them all down as needs"), this))
{
    setWindowTitle(tr("Out of a picture"));
    resize(1040, 700);
    QHBoxLayout* layout = sideBySide(this);
    layout->addWidget(m_canvas, 1);
    layout->addWidget(makeSide());
    connect(m_canvas, &PictureCanvas::picked, this, &PictureDialog::pick);
    connect(m_size, &QSlider::valueChanged, this, [this](int step) { m_canvas->setRadius(radiusOf(step)); });
    connect(m_list, &QListWidget::currentRowChanged, this,
            [this](int row) { m_match->setEnabled(isOpen() && row >= 0); });
    connect(m_match, &QPushButton::clicked, this, &QDialog::accept);
    connect(m_needs, &QPushButton::clicked, this, &PictureDialog::writeNeeds);
    m_words->setText(tr("Opening the picture ..."));
    fill();
    m_canvas->setFocus();
}

QWidget* PictureDialog::makeSide()
{
    m_size->setObjectName(QStringLiteral("pickSize"));
    m_size->setAccessibleName(tr("How large a place is averaged"));
    m_size->setRange(0, 10);
    m_size->setValue(4);
    m_canvas->setRadius(radiusOf(m_size->value()));
    m_setWhite->setObjectName(QStringLiteral("setWhite"));
    m_setWhite->setCheckable(true);
    m_list->setObjectName(QStringLiteral("pins"));
    m_list->setAccessibleName(tr("Places that were picked"));
    m_list->setIconSize({44, 32});
    m_list->setWordWrap(true);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_match->setObjectName(QStringLiteral("matchPin"));
    m_needs->setObjectName(QStringLiteral("needPins"));
    makeMain(*m_match);
    for (QPushButton* button : {m_setWhite, m_match, m_needs})
        button->setAutoDefault(false); // Enter picks
    auto* side = new QWidget(this);
    side->setFixedWidth(sideWidth);
    auto* layout = new QVBoxLayout(side);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2 * gridStep);
    layout->addWidget(m_words);
    layout->addWidget(new PlainLabel(tr("From one pixel to a region:"), side));
    layout->addWidget(m_size);
    layout->addWidget(new PlainLabel(tr("Set the white by clicking:"), side));
    layout->addWidget(m_setWhite);
    layout->addWidget(m_list, 1);
    layout->addWidget(m_match);
    layout->addWidget(m_needs);
    return side;
}

void PictureDialog::take(const Result<ScanPtr>& scan)
{
    if (!scan)
        return m_words->setText(sentence(text(scan.error().message)));
    m_scan = *scan;
    m_words->setText(withRemark(*m_scan, tr("Click what you want to mix. Wheel zooms, dragging moves the picture.")));
    m_canvas->setImage(m_scan->image());
    fit();
    fill();
}

/// Works out how the picture's values come to paper.
void PictureDialog::fit()
{
    const std::optional<LinearRgb> white =
        m_subject.white ? std::optional(toLinearRgb(*m_subject.white)) : std::nullopt;
    m_fitting.start(
        [scan = m_scan, white, fit = m_subject.fit, studio = m_document.studio()](const JobTools& tools) {
            const PictureSample sample = sampleOf(*scan, sampleSide, white, tools.stop);
            return fittingFor(fit, colourCells(sample.pixels), *studio);
        },
        [this](const PictureFitting& fitting) {
            m_laid = fitting;
            fill();
        });
}

/// From now on the picture can be kept. When it is there already its pins come first.
void PictureDialog::takeKept(const Result<Picture>& kept)
{
    if (!kept)
        return;
    const auto& subjects = m_document.notebook().subjects;
    const auto known = std::ranges::find(subjects, kept->name, &SubjectRecord::picture);
    const std::vector<SubjectPin> picked = m_subject.pins;
    if (known != subjects.end()) {
        m_subject.id = known->id;
        m_subject.name = known->name;
        m_subject.pins = known->pins;
        m_subject.pins.insert(m_subject.pins.end(), picked.begin(), picked.end());
        m_subject.pins.resize(std::min(m_subject.pins.size(), mostPins));
        if (!m_subject.white)
            m_subject.white = known->white;
        m_subject.fit = known->fit;
        fit();
    }
    m_subject.picture = kept->name;
    m_notYetKept = *kept;
    if (picked.empty())
        return fill();
    keep(tr("pick places in %1").arg(text(m_subject.name)));
}

/// What is seen at a pin, with the white as it is set.
Lab PictureDialog::colourAt(const SubjectPin& pin) const
{
    const QSize size = m_scan->size();
    const auto place = [](double share, int side) { return std::clamp(static_cast<int>(share * side), 0, side - 1); };
    const LinearRgb light = lightAt(*m_scan, {place(pin.x, size.width()), place(pin.y, size.height())},
                                    static_cast<int>(std::lround(pin.radius * size.width())));
    return pickedColour(light, m_subject.white ? std::optional(toLinearRgb(*m_subject.white)) : std::nullopt);
}

void PictureDialog::pick(QPoint place)
{
    if (!m_scan)
        return;
    const QSize size = m_scan->size();
    SubjectPin pin{(place.x() + 0.5) / size.width(),
                   (place.y() + 0.5) / size.height(),
                   static_cast<double>(radiusOf(m_size->value())) / size.width(),
                   {}};
    if (m_setWhite->isChecked()) {
        m_subject.white.reset();
        m_subject.white = colourAt(pin);
        for (SubjectPin& known : m_subject.pins)
            known.colour = colourAt(known);
        m_setWhite->setChecked(false);
        fit();
        return keep(tr("set the white"));
    }
    if (m_subject.pins.size() >= mostPins)
        return m_words->setText(tr("That is as many places as one picture keeps."));
    pin.colour = colourAt(pin);
    m_subject.pins.push_back(pin);
    keep(tr("pick a place in %1").arg(text(m_subject.name)));
    m_list->setCurrentRow(m_list->count() - 1);
}

/// Writes the picture and its pins down. Where nothing can be written, or no picture more, they are there until the
/// dialog goes.
void PictureDialog::keep(const QString& what)
{
    const bool known = m_document.notebook().subject(m_subject.id) != nullptr;
    const bool canBe = !m_subject.picture.empty(); // not while it is still being shrunk
    if (canBe && m_document.readOnlyReason().isEmpty()
        && (known || m_document.notebook().subjects.size() < mostSubjects)) {
        if (!known)
            m_subject.id = {};
        if (const auto done = m_document.apply(putting(m_subject, known ? std::nullopt : m_notYetKept), what))
            m_subject.id = done->subjects.put.front().id;
    }
    fill();
}

std::vector<Lab> PictureDialog::colours() const
{
    std::vector<Lab> colours;
    for (const SubjectPin& pin : m_subject.pins)
        colours.push_back(m_laid.at(pin.colour));
    return colours;
}

std::optional<Lab> PictureDialog::chosen() const
{
    const int row = m_list->currentRow();
    return row < 0 ? std::nullopt : std::optional(m_laid.at(m_subject.pins[static_cast<std::size_t>(row)].colour));
}

void PictureDialog::fill()
{
    const int before = m_list->currentRow();
    {
        const QSignalBlocker quiet(m_list);
        m_list->clear();
        const std::vector<Lab> all = colours();
        for (std::size_t i = 0; i < all.size(); ++i) {
            QPixmap patch(m_list->iconSize());
            patch.fill(displayed(all[i]));
            m_list->addItem(new QListWidgetItem(paintIcon(patch), tr("%1  %2").arg(i + 1).arg(colourWords(all[i]))));
        }
        m_list->setCurrentRow(std::min(before, m_list->count() - 1));
    }
    const bool isReady = isOpen();
    m_match->setEnabled(isReady && m_list->currentRow() >= 0);
    m_needs->setEnabled(isReady && !m_subject.pins.empty());
    m_setWhite->setText(m_subject.white ? tr("The white is set; set it anew") : tr("Something white or grey"));
    std::vector<Pin> pins;
    for (const SubjectPin& pin : m_subject.pins)
        if (m_scan)
            pins.push_back({QPoint(static_cast<int>(pin.x * m_scan->size().width()),
                                   static_cast<int>(pin.y * m_scan->size().height())),
                            static_cast<int>(std::lround(pin.radius * m_scan->size().width()))});
    m_canvas->setPins(std::move(pins));
}

void PictureDialog::writeNeeds()
{
    std::vector<NeedRecord> needs;
    for (std::size_t i = 0; i < m_subject.pins.size(); ++i) {
        const Lab& seen = m_subject.pins[i].colour;
        const bool isThere = std::ranges::any_of(m_document.notebook().needs, [&](const NeedRecord& record) {
            return record.subject == m_subject.id && (record.need.target == seen || record.seen == seen);
        });
        if (!isThere)
            needs.push_back({{},
                             {tr("%1, place %2").arg(text(m_subject.name), QString::number(i + 1)).toStdString(),
                              m_laid.at(seen), tolerance::workable, 2},
                             m_subject.id,
                             seen});
    }
    if (m_document.notebook().needs.size() + needs.size() > mostNeeds)
        return m_words->setText(tr("That would be more than %1 needs.").arg(mostNeeds));
    const auto count = needs.size();
    m_document.apply(putting(needs), tr("needs of %1").arg(text(m_subject.name)));
    m_words->setText(count == 1 ? tr("One need is written down.") : tr("%1 needs are written down.").arg(count));
}

} // namespace iris
