#include "app/sheets/sheetreadingdialog.h"

#include "app/parts/choicebox.h"
#include "app/parts/labels.h"
#include "app/parts/paintcolour.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "base/text.h"
#include "notebook/edits.h"
#include "sheet/sheetfiling.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDateEdit>
#include <QDialogButtonBox>
#include <QFileInfo>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QListWidget>
#include <QPainter>
#include <QProgressBar>
#include <QPushButton>
#include <QVBoxLayout>
#include <cmath>

namespace iris {
namespace {

constexpr int cellRole = Qt::UserRole;
const QSize squareSize{88, 44};

} // namespace

SheetReadingDialog::SheetReadingDialog(Document& document, ViewSettings& settings, const QString& picture,
                                       QWidget* parent)
    : QDialog(parent),
      m_document(document),
      m_settings(settings),
      m_title(wordLabel("readingTitle", textFont(textsize::title, QFont::DemiBold), this)),
      m_squares(new QListWidget(this))
{
    setWindowTitle(tr("A painted sheet: %1").arg(QFileInfo(picture).fileName()));
    resize(1080, 720);
    m_squares->setObjectName(QStringLiteral("squares"));
    m_squares->setAccessibleName(tr("Squares"));
    m_squares->setIconSize(squareSize);
    m_squares->setSpacing(2);
    m_squares->setWordWrap(true);
    m_squares->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* left = new QVBoxLayout;
    left->setSpacing(2 * gridStep);
    left->addWidget(m_title);
    left->addWidget(m_squares, 1);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(5 * gridStep, 5 * gridStep, 5 * gridStep, 5 * gridStep);
    layout->setSpacing(5 * gridStep);
    layout->addLayout(left, 1);
    layout->addLayout(makeRightSide());
    fillBoxes();
    connect(m_squares, &QListWidget::itemChanged, this, &SheetReadingDialog::countTicks);
    for (JobBase* job : {static_cast<JobBase*>(&m_opening), static_cast<JobBase*>(&m_job)})
        connect(job, &JobBase::doing, this, [this](const QString& what) {
            m_doing->setText(sentence(what));
            m_busy->show();
        });
    m_title->setText(tr("Looking for the sheet"));
    m_opening.start([picture](const JobTools& tools) { return openPicture(picture, tools); },
                    [this](const Result<ScanPtr>& opened) {
                        if (!opened)
                            return showTrouble(opened.error());
                        m_scan = *opened;
                        readAgain();
                    });
}

QVBoxLayout* SheetReadingDialog::makeRightSide()
{
    auto* column = new QVBoxLayout;
    column->setSpacing(2 * gridStep);
    m_device = new ChoiceBox(20, this);
    m_device->setObjectName(QStringLiteral("device"));
    m_paper = new ChoiceBox(20, this);
    m_paper->setObjectName(QStringLiteral("paper"));
    m_date = new QDateEdit(QDate::currentDate(), this);
    m_date->setDisplayFormat(QStringLiteral("yyyy-MM-dd"));
    m_date->setObjectName(QStringLiteral("date"));
    m_wet = new QCheckBox(tr("not dry yet, so nothing is learnt"), this);
    m_wet->setObjectName(QStringLiteral("wet"));
    m_code = new QLineEdit(this);
    m_code->setObjectName(QStringLiteral("sheetCode"));
    m_code->setPlaceholderText(tr("as in 3F9A0C-12"));
    m_codeLabel = new PlainLabel(tr("Sheet's code"), this);
    auto* form = new QFormLayout;
    form->setVerticalSpacing(2 * gridStep);
    form->addRow(tr("Scanned by"), m_device);
    form->addRow(tr("Paper"), m_paper);
    form->addRow(tr("Painted on"), m_date);
    form->addRow(QString(), m_wet);
    form->addRow(m_codeLabel, m_code);
    m_code->hide();
    m_codeLabel->hide();
    column->addLayout(form);
    m_summary = wordLabel("sheetSummary", textFont(textsize::body), this);
    m_trouble = wordLabel("sheetTrouble", textFont(textsize::body, QFont::DemiBold), this);
    m_doing = wordLabel("sheetDoing", textFont(textsize::small), this);
    m_busy = new QProgressBar(this);
    m_busy->setRange(0, 0);
    column->addWidget(m_summary);
    column->addWidget(m_trouble);
    column->addStretch();
    column->addWidget(m_doing);
    column->addWidget(m_busy);
    auto* buttons = new QDialogButtonBox(this);
    m_file = buttons->addButton(tr("File the squares"), QDialogButtonBox::AcceptRole);
    m_file->setObjectName(QStringLiteral("fileSquares"));
    m_file->setEnabled(false);
    makeMain(*m_file);
    buttons->addButton(tr("Leave it"), QDialogButtonBox::RejectRole);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &SheetReadingDialog::file);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_device, &QComboBox::activated, this, &SheetReadingDialog::readAgain);
    connect(m_paper, &QComboBox::activated, this, &SheetReadingDialog::readAgain);
    connect(m_code, &QLineEdit::returnPressed, this, &SheetReadingDialog::readAgain);
    auto* held = new QWidget(this);
    held->setFixedWidth(340);
    held->setLayout(column);
    auto* outer = new QVBoxLayout;
    outer->addWidget(held);
    return outer;
}

void SheetReadingDialog::fillBoxes()
{
    m_device->addItem(tr("a device without a chart"));
    for (const DeviceRecord& device : m_document.notebook().devices)
        m_device->addItem(nameInList(device.name), QVariant::fromValue(device));
    m_paper->addItem(tr("unknown paper"));
    for (const PaperRecord& paper : m_document.notebook().papers)
        m_paper->addItem(nameInList(paper.name), QVariant::fromValue(paper));
    m_device->setCurrentIndex(m_device->count() > 1 ? m_device->count() - 1 : 0);
}

SheetOptions SheetReadingDialog::options() const
{
    SheetOptions options;
    if (m_device->currentIndex() > 0)
        options.device = m_device->currentData().value<DeviceRecord>().correction;
    if (m_paper->currentIndex() > 0)
        options.paperWhite = m_paper->currentData().value<PaperRecord>().white;
    options.typedCode = m_code->text().trimmed().toStdString();
    return options;
}

void SheetReadingDialog::readAgain()
{
    if (!m_scan)
        return;
    m_trouble->clear();
    m_reading.reset();
    m_file->setEnabled(false);
    m_job.start(
        [scan = m_scan, studio = m_document.studio(), options = options()](const JobTools& tools) mutable {
            options.stop = tools.stop;
            options.progress = tools.teller();
            return readSheet(*scan, studio->notebook, studio->paints, options);
        },
        [this](const Result<SheetReading>& reading) {
            if (reading)
                takeReading(*reading);
            else
                showTrouble(reading.error());
        });
}

void SheetReadingDialog::showTrouble(const Error& why)
{
    m_busy->hide();
    m_doing->clear();
    m_reading.reset();
    m_squares->clear();
    m_summary->clear();
    m_title->setText(tr("This picture could not be read"));
    m_trouble->setText(sentence(text(why.message)));
    const bool codeMissing = why.code == ErrorCode::BadSheetCode;
    m_code->setVisible(codeMissing);
    m_codeLabel->setVisible(codeMissing);
    m_file->setEnabled(false);
}

/// The painted colour and, touching it, what was expected.
QPixmap SheetReadingDialog::pictureOf(const SquareReading& square) const
{
    QPixmap picture(squareSize);
    picture.fill(Qt::transparent);
    if (square.refused())
        return picture;
    QPainter painter(&picture);
    const bool values = m_settings.valuesOnly();
    painter.fillRect(0, 0, squareSize.width() / 2, squareSize.height(), displayed(square.painted, values));
    if (!square.blank())
        painter.fillRect(squareSize.width() / 2, 0, squareSize.width() / 2, squareSize.height(),
                         displayed(square.expected, values));
    return picture;
}

QString SheetReadingDialog::wordsOf(const SquareReading& square, const SheetRecord& sheet) const
{
    QStringList lines{
        text(partsText(sheet.cells[square.cell].parts, m_document.notebook().handling, m_document.studio()->names))};
    if (!square.refused() && !square.blank())
        lines << tr("%1 away from what was expected; %2").arg(number(square.apart), colourWords(square.painted));
    QStringList doubts;
    for (const SquareDoubt doubt : square.doubts)
        doubts << text(describe(doubt));
    for (const Doubt doubt : square.wash.doubts)
        if (square.refused())
            doubts << text(describe(doubt));
    if (!doubts.isEmpty())
        lines << sentence(doubts.join(QStringLiteral("; ")));
    return lines.join(QLatin1Char('\n'));
}

void SheetReadingDialog::addSquare(const SquareReading& square, const SheetRecord& sheet)
{
    auto* item = new QListWidgetItem(paintIcon(pictureOf(square)), wordsOf(square, sheet), m_squares);
    item->setData(cellRole, static_cast<int>(square.cell));
    const bool fileable = !square.refused() && !square.blank();
    item->setFlags(fileable ? Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsUserCheckable
                            : Qt::ItemIsEnabled | Qt::ItemIsSelectable);
    if (fileable)
        item->setCheckState(square.certain() ? Qt::Checked : Qt::Unchecked);
}

QString SheetReadingDialog::summaryWords() const
{
    QStringList lines;
    if (m_scan && !m_scan->remark().empty())
        lines << withRemark(*m_scan, QString()).trimmed();
    int asked = 0;
    int blank = 0;
    for (const SquareReading& square : m_reading->squares) {
        blank += square.blank();
        asked += !square.certain() && !square.blank();
    }
    if (asked > 0)
        lines << tr("Doubtful and first in the list, %1: tick those that are what is printed beside them.")
                     .arg(text(counted(static_cast<std::size_t>(asked), "square")));
    for (const std::string& remark : remarksOn(*m_reading))
        lines << text(remark);
    if (blank > 0)
        lines << tr("Not painted yet: %1.").arg(text(counted(static_cast<std::size_t>(blank), "square")));
    if (m_reading->paperAssumed && !m_reading->paperOdd)
        lines << tr("Without a chart of your scanner colours may be 3 off; they still teach, only less.");
    lines << tr("On the left of each pair what was painted, on the right what was expected.");
    return lines.join(QStringLiteral("\n\n"));
}

void SheetReadingDialog::takeReading(const SheetReading& reading)
{
    m_busy->hide();
    m_doing->clear();
    m_reading = reading;
    const SheetRecord* sheet = m_document.notebook().sheet(reading.sheet);
    if (!sheet)
        return;
    m_title->setText(text(sheet->title));
    m_squares->clear();
    for (const bool doubtful : {true, false})
        for (const SquareReading& square : reading.squares)
            if (doubtful == (!square.certain() && !square.blank()))
                addSquare(square, *sheet);
    m_summary->setText(summaryWords());
    countTicks();
}

std::vector<std::size_t> SheetReadingDialog::ticked() const
{
    std::vector<std::size_t> cells;
    for (int row = 0; row < m_squares->count(); ++row)
        if (m_squares->item(row)->checkState() == Qt::Checked)
            cells.push_back(static_cast<std::size_t>(m_squares->item(row)->data(cellRole).toInt()));
    return cells;
}

void SheetReadingDialog::countTicks()
{
    const std::size_t count = m_reading ? ticked().size() : 0;
    m_file->setEnabled(count > 0);
    m_file->setText(count > 0 ? tr("File %1").arg(text(counted(count, "square"))) : tr("File the squares"));
}

void SheetReadingDialog::file()
{
    if (!m_reading)
        return;
    const SheetRecord* sheet = m_document.notebook().sheet(m_reading->sheet);
    const FilingDetails details{m_date->date().toString(Qt::ISODate).toStdString(),
                                m_paper->currentData().value<PaperRecord>().name, m_wet->isChecked()};
    const NotebookEdit edit = filing(m_document.notebook(), *m_scan, *m_reading, ticked(), details);
    if (!sheet || edit.mixes.put.empty())
        return;
    m_document.apply(edit, tr("file squares of %1").arg(text(sheet->title)));
    accept();
}

} // namespace iris
