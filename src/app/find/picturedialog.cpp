#include "app/find/picturedialog.h"

#include "app/parts/labels.h"
#include "app/parts/paintcolour.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "sheet/pickedcolour.h"

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
constexpr double workable = 7;

/// Radii go up by thirds, from one pixel to a large region.
int radiusOf(int step)
{
    return step == 0 ? 0 : static_cast<int>(std::lround(std::pow(1.6, step)));
}

} // namespace

PictureDialog::PictureDialog(Document& document, const QString& picture, QWidget* parent)
    : QDialog(parent),
      m_document(document),
      m_name(QFileInfo(picture).completeBaseName()),
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
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(4 * gridStep, 4 * gridStep, 4 * gridStep, 4 * gridStep);
    layout->setSpacing(4 * gridStep);
    layout->addWidget(m_canvas, 1);
    layout->addWidget(makeSide());
    connect(m_canvas, &PictureCanvas::picked, this, &PictureDialog::pick);
    connect(m_size, &QSlider::valueChanged, this, [this](int step) { m_canvas->setRadius(radiusOf(step)); });
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int row) { m_match->setEnabled(row >= 0); });
    connect(m_match, &QPushButton::clicked, this, &QDialog::accept);
    connect(m_needs, &QPushButton::clicked, this, &PictureDialog::writeNeeds);
    m_words->setText(tr("Opening the picture ..."));
    m_opening.start([picture](const JobTools& tools) { return openPicture(picture, tools); },
                    [this](const Result<ScanPtr>& scan) { take(scan); });
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
    m_words->setText(tr("Click what you want to mix. Wheel zooms, dragging moves the picture."));
    m_canvas->setImage(m_scan->image());
}

void PictureDialog::pick(QPoint place)
{
    if (!m_scan)
        return;
    const int radius = radiusOf(m_size->value());
    const LinearRgb light = lightAt(*m_scan, place, radius);
    if (m_setWhite->isChecked()) {
        m_white = light;
        m_setWhite->setChecked(false);
        m_setWhite->setText(tr("The white is set; set it anew"));
        return fill();
    }
    if (m_pins.size() >= mostPins)
        return m_words->setText(tr("That is as many places as one picture keeps."));
    m_pins.push_back({place, radius});
    m_light.push_back(light);
    fill();
    m_list->setCurrentRow(m_list->count() - 1);
}

std::vector<Lab> PictureDialog::colours() const
{
    std::vector<Lab> colours;
    for (const LinearRgb& light : m_light)
        colours.push_back(pickedColour(light, m_white));
    return colours;
}

std::optional<Lab> PictureDialog::chosen() const
{
    const int row = m_list->currentRow();
    return row < 0 ? std::nullopt : std::optional(pickedColour(m_light[static_cast<std::size_t>(row)], m_white));
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
    m_match->setEnabled(m_list->currentRow() >= 0);
    m_needs->setEnabled(!m_pins.empty());
    m_canvas->setPins(m_pins);
}

void PictureDialog::writeNeeds()
{
    int number = 0;
    for (const Lab& colour : colours())
        m_document.addNeed({tr("%1, place %2").arg(m_name).arg(++number).toStdString(), colour, workable, 2});
    m_words->setText(tr("%1 needs are written down.").arg(number));
}

} // namespace iris
