#include "sheet/sheetpage.h"

#include "files/outputfile.h"
#include "mixing/ratios.h"
#include "mixing/recipe.h"
#include "notebook/soundness.h"
#include "sheet/pdfpages.h"
#include "sheet/sheetfont.h"
#include "words/mixwords.h"

#include <QFontMetricsF>
#include <QObject>
#include <QPageSize>
#include <QPainter>

namespace iris {
namespace {

constexpr double frameMm = 0.15;
constexpr int paleGrey = 170;
constexpr qsizetype mostLines = 3;

QString text(const std::string& value)
{
    return QString::fromStdString(value);
}

/// "Ultramarine PB29", or the name that was kept when the tube is gone.
QString tubeText(const MixPart& part, const Notebook& notebook)
{
    const Tube* tube = notebook.tube(part.tube);
    if (!tube || tube->codes.empty())
        return text(tube ? tube->name : part.name);
    QStringList codes;
    for (const PigmentCode& code : tube->codes)
        codes << text(code.text());
    return text(tube->name) + QLatin1Char(' ') + codes.join(QLatin1Char('+'));
}

QStringList labelOf(const SheetCell& cell, const Notebook& notebook)
{
    QStringList lines;
    const Counted count = countedParts(cell.parts, notebook.handling);
    for (std::size_t i = 0; i < cell.parts.size(); ++i)
        lines << (cell.parts.size() > 1 ? text(count.text(i)) + QStringLiteral("  ") : QString())
                     + tubeText(cell.parts[i], notebook);
    if (cell.parts.size() == 1)
        lines << QObject::tr("alone");
    if (cell.wash >= wash::full)
        return lines;
    const QString wash = QObject::tr("%1 wash").arg(text(washWord(cell.wash)));
    if (lines.size() < mostLines)
        lines << wash;
    else
        lines.back() += QStringLiteral(", ") + wash;
    return lines;
}

/// Paints in mm: a hundredth of a mm is one unit, so that small type keeps its shape.
class MmPainter {
public:
    static constexpr double units = 100;

    explicit MmPainter(QPainter& painter) : m_painter(painter) {}

    static QRectF scaled(const QRectF& mm)
    {
        return {mm.left() * units, mm.top() * units, mm.width() * units, mm.height() * units};
    }
    void fill(const QRectF& mm, const QColor& colour) { m_painter.fillRect(scaled(mm), colour); }
    void frame(const QRectF& mm, const QColor& colour)
    {
        m_painter.setPen(QPen(colour, frameMm * units));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawRect(scaled(mm));
    }
    /// One line of text, shortened where it does not fit.
    void line(const QRectF& mm, const QString& words, double heightMm, QFont::Weight weight = QFont::Normal)
    {
        QFont font{QLatin1String(fontFamily)};
        font.setPixelSize(static_cast<int>(heightMm * units));
        font.setWeight(weight);
        m_painter.setFont(font);
        m_painter.setPen(Qt::black);
        const QString fitting = QFontMetricsF(font).elidedText(words, Qt::ElideRight, mm.width() * units);
        m_painter.drawText(scaled(mm), Qt::AlignLeft | Qt::AlignTop | Qt::TextDontClip, fitting);
    }

private:
    QPainter& m_painter;
};

/// Corner strokes about a place that stays bare.
void drawBare(MmPainter& to, const QRectF& place)
{
    const QColor grey(paleGrey, paleGrey, paleGrey);
    constexpr double stroke = 1;
    const QRectF around = place.adjusted(-0.6, -0.6, 0.6, 0.6);
    for (const bool right : {false, true})
        for (const bool low : {false, true}) {
            const double x = right ? around.right() : around.left();
            const double y = low ? around.bottom() : around.top();
            to.fill(QRectF(QPointF(right ? x - stroke : x, y - frameMm / 2), QSizeF(stroke, frameMm)), grey);
            to.fill(QRectF(QPointF(x - frameMm / 2, low ? y - stroke : y), QSizeF(frameMm, stroke)), grey);
        }
}

void drawWords(MmPainter& to, const SheetPage& page)
{
    const QRectF& title = page.layout.title;
    to.line(QRectF(title.left(), title.top(), title.width(), 5), text(page.record.title), 3.8, QFont::DemiBold);
    const QString about =
        page.record.date.empty() ? page.code : text(page.record.date) + QStringLiteral("   ") + page.code;
    to.line(QRectF(title.left(), title.top() + 6, title.width(), 4), about, 2.8);
    const QRectF& foot = page.layout.foot;
    const QStringList advice{
        QObject::tr("Paint each square to its frame, straight across the black line. Keep the corners and"),
        QObject::tr("the small bracketed places bare. Let it dry flat, then scan at 300 dots to the inch"),
        QObject::tr("or photograph it square on in even light. Print at 100 %, with a waterproof black."), page.aTouch};
    for (qsizetype i = 0; i < advice.size(); ++i)
        to.line(QRectF(foot.left(), foot.top() + 3.4 * static_cast<double>(i), foot.width(), 3.4), advice[i], 2.3);
}

void drawCells(MmPainter& to, const SheetPage& page)
{
    constexpr double smallType = 2.2;
    for (std::size_t i = 0; i < page.layout.cells.size(); ++i) {
        if (page.layout.cells[i].isEmpty())
            continue;
        if (page.record.blackLine)
            to.fill(page.layout.lineOf(i), Qt::black);
        to.frame(page.layout.cells[i], QColor(paleGrey, paleGrey, paleGrey));
        QRectF line = page.layout.labels[i];
        for (const QString& words : page.labels[i]) {
            to.line(line, words, smallType);
            line.translate(0, 1.15 * smallType);
        }
    }
}

} // namespace

Result<SheetPage> pageOf(const SheetRecord& sheet, const Notebook& notebook)
{
    auto layout = layoutOf(sheet);
    if (!layout)
        return tl::unexpected(layout.error());
    if (!isNotebookCode(notebook.code))
        return failure(ErrorCode::BadValue, "the notebook has no code to print on sheets; open it for writing once");
    const std::string code = sheetCode(notebook.code, sheet.id);
    auto marks = encodeCode(code);
    if (!marks)
        return tl::unexpected(marks.error());
    SheetPage page{sheet, std::move(*layout), text(code), std::move(*marks), {}, {}};
    page.aTouch = QObject::tr("A part is a loaded brush, t a touch of its tip; %1 touches make a part.")
                      .arg(notebook.handling.touchesAPart);
    for (const SheetCell& cell : sheet.cells)
        page.labels.push_back(labelOf(cell, notebook));
    return page;
}

void drawPage(QPainter& painter, const SheetPage& page, double unitsPerMm)
{
    painter.save();
    painter.scale(unitsPerMm / MmPainter::units, unitsPerMm / MmPainter::units);
    MmPainter to(painter);
    for (int number = 0; number < 4; ++number)
        drawTag(painter, number, MmPainter::scaled(page.layout.tags[static_cast<std::size_t>(number)]));
    for (const QRectF& code : page.layout.codes)
        drawCode(painter, page.marks, MmPainter::scaled(code));
    for (const QRectF& white : page.layout.whites)
        drawBare(to, white);
    drawCells(to, page);
    drawWords(to, page);
    painter.restore();
}

QByteArray pdfOf(const std::vector<SheetPage>& pages)
{
    std::vector<QSizeF> sizes;
    for (const SheetPage& page : pages)
        sizes.push_back(page.layout.page);
    return pdfPages(
        pages.empty() ? QString() : text(pages.front().record.title), sizes,
        [&](QPainter& painter, std::size_t page, double unitsPerMm) { drawPage(painter, pages[page], unitsPerMm); });
}

Result<void> writePdf(const std::vector<SheetPage>& pages, const QString& path)
{
    const QByteArray bytes = pdfOf(pages);
    return writeWhole(path, {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

QImage pictureOfPage(const SheetPage& page, double pixelsPerMm)
{
    loadFonts();
    QImage image((page.layout.page * pixelsPerMm).toSize(), QImage::Format_Grayscale8);
    image.fill(Qt::white);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    drawPage(painter, page, pixelsPerMm);
    return image;
}

} // namespace iris
