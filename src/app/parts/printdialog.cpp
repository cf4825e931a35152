#include "app/parts/printdialog.h"

#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/maywrite.h"
#include "app/parts/messages.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "base/text.h"
#include "notebook/edits.h"
#include "sheet/sheetpage.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDate>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QSpinBox>
#include <algorithm>

namespace iris {

QString effortWords(const std::vector<SheetRecord>& sheets)
{
    int squares = 0;
    double fewest = 0;
    double most = 0;
    std::vector<SheetEffort::Paint> paints;
    for (const SheetRecord& sheet : sheets) {
        const SheetEffort effort = effortOf(sheet);
        squares += effort.squares;
        fewest += effort.fewestMinutes;
        most += effort.mostMinutes;
        for (const SheetEffort::Paint& paint : effort.paints) {
            auto own = std::ranges::find(paints, paint.name, &SheetEffort::Paint::name);
            if (own == paints.end())
                own = paints.insert(own, {paint.name, 0});
            own->ml += paint.ml;
        }
    }
    std::ranges::stable_sort(paints, std::greater(), &SheetEffort::Paint::ml);
    const QString words =
        QObject::tr("%1 on %2: %3 to %4 minutes to paint, and half an hour to dry.")
            .arg(text(counted(static_cast<std::size_t>(squares), "square")))
            .arg(sheets.size() == 1 ? QObject::tr("one sheet") : QObject::tr("%1 sheets").arg(sheets.size()))
            .arg(number(fewest, 0), number(most, 0));
    QStringList needed;
    constexpr std::size_t mostNamed = 5;
    for (std::size_t i = 0; i < std::min(mostNamed, paints.size()); ++i)
        needed << QObject::tr("%1 ml %2").arg(number(paints[i].ml, 2), text(paints[i].name));
    if (paints.size() > mostNamed)
        needed << QObject::tr("less of %1 others").arg(paints.size() - mostNamed);
    return words + QLatin1Char('\n') + QObject::tr("Paint needed: %1.").arg(needed.join(QStringLiteral(", ")));
}

PrintDialog::PrintDialog(std::vector<SheetCell> cells, int columns, std::vector<SheetCell> controls,
                         const QString& title, QWidget* parent)
    : QDialog(parent),
      m_cells(std::move(cells)),
      m_columns(columns),
      m_controls(std::move(controls)),
      m_title(new QLineEdit(title, this)),
      m_format(new QComboBox(this)),
      m_size(new QSpinBox(this)),
      m_line(new QCheckBox(tr("a black line across each square, to judge transparency"), this)),
      m_checks(new QCheckBox(
          tr("squares that check the light: %1 you have measured").arg(text(counted(m_controls.size(), "tube"))),
          this)),
      m_effort(wordLabel("effort", textFont(textsize::body), this))
{
    setWindowTitle(tr("A sheet to paint"));
    setMinimumWidth(520);
    m_title->setObjectName(QStringLiteral("sheetTitle"));
    m_format->setObjectName(QStringLiteral("sheetFormat"));
    m_format->addItem(tr("A4"), static_cast<int>(SheetFormat::A4));
    m_format->addItem(tr("Letter"), static_cast<int>(SheetFormat::Letter));
    m_size->setObjectName(QStringLiteral("cellSize"));
    m_size->setRange(static_cast<int>(smallestCellMm), static_cast<int>(largestCellMm));
    m_size->setValue(25);
    m_size->setSuffix(tr(" mm"));
    m_line->setObjectName(QStringLiteral("blackLine"));
    m_line->setChecked(true);
    m_checks->setObjectName(QStringLiteral("checkSquares"));
    m_checks->setChecked(!m_controls.empty());
    m_checks->setVisible(!m_controls.empty());
    m_checks->setToolTip(
        tr("When the sheet is read, they show whether the light or the scanner changed the colours, and "
           "by how much."));
    m_effort->setMinimumHeight(84);
    auto* form = new QFormLayout(this);
    form->setContentsMargins(5 * gridStep, 5 * gridStep, 5 * gridStep, 5 * gridStep);
    form->setVerticalSpacing(2 * gridStep);
    form->addRow(tr("Title"), m_title);
    form->addRow(tr("Paper"), m_format);
    form->addRow(tr("Squares"), m_size);
    form->addRow(QString(), m_line);
    if (!m_controls.empty())
        form->addRow(QString(), m_checks);
    form->addRow(m_effort);
    const auto [buttons, keep] = keepOrLeave(*this, tr("Write the PDF"), "writePdf");
    m_print = keep;
    form->addRow(buttons);
    connect(m_title, &QLineEdit::textChanged, this, &PrintDialog::layOut);
    connect(m_format, &QComboBox::currentIndexChanged, this, &PrintDialog::layOut);
    connect(m_size, &QSpinBox::valueChanged, this, &PrintDialog::layOut);
    connect(m_line, &QCheckBox::toggled, this, &PrintDialog::layOut);
    connect(m_checks, &QCheckBox::toggled, this, &PrintDialog::layOut);
    layOut();
    followReadingOrder(*this);
}

SheetChoice PrintDialog::choice() const
{
    return {m_title->text().trimmed().toStdString(),
            today(),
            static_cast<SheetFormat>(m_format->currentData().toInt()),
            static_cast<double>(m_size->value()),
            m_line->isChecked(),
            m_checks->isChecked() ? m_controls : std::vector<SheetCell>()};
}

void PrintDialog::layOut()
{
    auto sheets = m_columns > 0 ? sheetsFor(m_cells, m_columns, choice()) : sheetsFor(m_cells, choice());
    m_sheets = sheets ? std::move(*sheets) : std::vector<SheetRecord>();
    m_effort->setText(sheets ? effortWords(m_sheets) : sentence(text(sheets.error().message)));
    m_print->setEnabled(!m_sheets.empty());
}

bool printSquares(Document& document, std::vector<SheetCell> cells, int columns, const QString& title, QWidget* parent)
{
    if (!mayWrite(document, parent))
        return false;
    const Studio& studio = *document.studio();
    PrintDialog dialog(std::move(cells), columns, controlSquares(studio.notebook, studio.paints), title, parent);
    if (dialog.exec() != QDialog::Accepted || dialog.sheets().empty())
        return false;
    const auto done =
        document.apply(putting(dialog.sheets()), QObject::tr("lay out %1").arg(text(dialog.sheets().front().title)));
    if (!done)
        return false;
    writeSheets(document, done->sheets.put, parent);
    return true;
}

void writeSheets(Document& document, const std::vector<SheetRecord>& sheets, QWidget* parent)
{
    const QString path =
        messages().fileToSave(parent, QObject::tr("Where to write the sheet"), QObject::tr("PDF (*.pdf)"),
                              fileNameFor(text(sheets.front().title), QStringLiteral(".pdf")));
    if (path.isEmpty())
        return; // the sheet is kept and can be written later
    std::vector<SheetPage> pages;
    for (const SheetRecord& sheet : sheets)
        if (auto page = pageOf(sheet, document.notebook()))
            pages.push_back(std::move(*page));
    if (const auto done = writePdf(pages, path); !done)
        messages().tell(parent, QObject::tr("Write the sheet"), text(done.error().message));
}

} // namespace iris
