#include "app/reading/chartdialog.h"

#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/messages.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"
#include "app/reading/regioneditor.h"
#include "app/theme/theme.h"
#include "files/textfile.h"
#include "notebook/edits.h"

#include <QDate>
#include <QFileInfo>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

namespace iris {
namespace {

QPushButton* fileButton(const QString& label, const char* name, QWidget* parent)
{
    auto* button = new QPushButton(label, parent);
    button->setObjectName(QLatin1String(name));
    button->setAutoDefault(false);
    return button;
}

} // namespace

ChartDialog::ChartDialog(Document& document, QWidget* parent)
    : QDialog(parent),
      m_document(document),
      m_editor(new RegionEditor(this)),
      m_name(new QLineEdit(this)),
      m_columns(new QSpinBox(this)),
      m_picture(wordLabel("chartPicture", textFont(textsize::small), this)),
      m_colours(wordLabel("chartColours", textFont(textsize::small), this)),
      m_words(wordLabel("chartWords", textFont(textsize::body), this)),
      m_keep(new QPushButton(tr("Keep"), this))
{
    setWindowTitle(tr("Set a scanner or camera right"));
    resize(1080, 680);
    m_editor->setObjectName(QStringLiteral("chartEditor"));
    auto* form = new QFormLayout;
    form->setVerticalSpacing(2 * gridStep);
    m_name->setObjectName(QStringLiteral("deviceName"));
    m_name->setPlaceholderText(tr("flatbed on the desk"));
    auto* picture = fileButton(tr("Picture of a chart..."), "choosePicture", this);
    auto* colours = fileButton(tr("Its colours..."), "chooseColours", this);
    m_columns->setObjectName(QStringLiteral("chartColumns"));
    m_columns->setRange(1, 60);
    m_columns->setValue(4);
    form->addRow(tr("Name"), m_name);
    form->addRow(picture, m_picture);
    form->addRow(colours, m_colours);
    form->addRow(tr("Patches in a row"), m_columns);
    m_keep->setObjectName(QStringLiteral("keepDevice"));
    m_keep->setEnabled(false);
    makeMain(*m_keep);
    auto* leave = new QPushButton(tr("Leave it"), this);
    leave->setAutoDefault(false);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(m_keep, 1);
    buttons->addWidget(leave);
    auto* right = new QVBoxLayout;
    right->addLayout(form);
    m_words->setFixedWidth(320);
    m_words->setText(
        tr("Scan a chart with 12 patches or more, at least 4 of them grey, on the same device and with the same "
           "settings as your cards. Its maker gives the colours as a text file (CGATS). Then lay the grid over "
           "the patches."));
    right->addWidget(m_words);
    right->addStretch();
    right->addLayout(buttons);
    QHBoxLayout* layout = sideBySide(this);
    layout->addWidget(m_editor, 1);
    layout->addLayout(right);

    connect(picture, &QPushButton::clicked, this, &ChartDialog::choosePicture);
    connect(colours, &QPushButton::clicked, this, &ChartDialog::chooseColours);
    connect(m_editor, &RegionEditor::placeMarked, this, &ChartDialog::measure);
    connect(m_columns, &QSpinBox::valueChanged, this, &ChartDialog::measure);
    connect(m_name, &QLineEdit::textChanged, this,
            [this] { m_keep->setEnabled(m_correction && !m_name->text().trimmed().isEmpty()); });
    connect(m_keep, &QPushButton::clicked, this, &ChartDialog::keep);
    connect(leave, &QPushButton::clicked, this, &QDialog::reject);
}

void ChartDialog::choosePicture()
{
    const QString path = messages().fileToOpen(this, tr("Picture of a chart"), pictureFiles());
    if (!path.isEmpty())
        openPicture(path);
}

void ChartDialog::chooseColours()
{
    const QString path =
        messages().fileToOpen(this, tr("Colours of the chart"), tr("Measurements (*.txt *.cie *.ti3);;All files (*)"));
    if (!path.isEmpty())
        openColours(path);
}

void ChartDialog::openPicture(const QString& path)
{
    m_picture->setText(QFileInfo(path).fileName());
    m_words->setText(tr("Opening the picture"));
    m_opening.start(
        [path](const JobTools& tools) {
            return iris::openPicture(path, tools).map([](const ScanPtr& scan) {
                return OpenedChart{scan, findChart(*scan)};
            });
        },
        [this](const Result<OpenedChart>& chart) {
            if (chart)
                showPicture(*chart);
            else
                m_words->setText(text(chart.error().message)); // begins with the name of the file
        });
}

void ChartDialog::showPicture(const OpenedChart& chart)
{
    m_scan = chart.scan;
    m_words->setText(withRemark(*m_scan, QString()));
    m_editor->setImage(m_scan->image());
    MarkedPlace grid{tr("Chart"), {}, false, true};
    if (chart.grid)
        grid.regions = {*chart.grid};
    m_editor->setPlaces({grid});
    measure();
}

void ChartDialog::openColours(const QString& path)
{
    auto truth = readTextFile(path, InputKind::Measurements).and_then([](const DecodedText& file) {
        return readCgats(file.text);
    });
    if (!truth) {
        m_words->setText(sentence(text(truth.error().message)));
        return;
    }
    m_truth = std::move(*truth);
    m_colours->setText(tr("%1, %2 patches").arg(QFileInfo(path).fileName(), QString::number(m_truth->samples.size())));
    m_columns->setValue(likelyColumns(m_truth->samples.size()));
    measure();
}

ChartPlace ChartDialog::place() const
{
    ChartPlace place;
    if (!m_editor->places().empty() && !m_editor->places().front().regions.empty())
        place.corners = m_editor->places().front().regions.front();
    place.columns = m_columns->value();
    place.rows = m_truth ? static_cast<int>(m_truth->samples.size()) / place.columns : 1;
    return place;
}

void ChartDialog::measure()
{
    const ChartPlace grid = place();
    m_editor->setGrid(grid.columns, grid.rows);
    m_correction.reset();
    m_measuring.drop();
    m_keep->setEnabled(false);
    if (!m_scan || !m_truth || grid.corners.size() < 4)
        return;
    m_words->setText(tr("Reading the patches"));
    m_measuring.start(
        [scan = m_scan, grid, truth = *m_truth](const JobTools&) { return readChart(*scan, grid, truth); },
        [this](const Result<DeviceCorrection>& result) { takeResult(result); });
}

void ChartDialog::takeResult(const Result<DeviceCorrection>& result)
{
    if (!result) {
        m_words->setText(sentence(text(result.error().message)));
        return;
    }
    m_correction = *result;
    m_words->setText(tr("The device is set right: readings through it are good to about %1. Give it a name to keep it.")
                         .arg(number(m_correction->uncertainty)));
    m_keep->setEnabled(!m_name->text().trimmed().isEmpty());
}

void ChartDialog::keep()
{
    if (!m_correction)
        return;
    const QString name = m_name->text().trimmed();
    m_document.apply(putting(DeviceRecord{{}, name.toStdString(), today(), *m_correction}),
                     tr("keep device %1").arg(name));
    accept();
}

} // namespace iris
