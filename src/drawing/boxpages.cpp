#include "drawing/boxpages.h"

#include "drawing/dabs.h"
#include "drawing/displayed.h"
#include "files/outputfile.h"
#include "sheet/pdfpages.h"
#include "sheet/sheetfont.h"
#include "sheet/sheetlayout.h"

#include <QBuffer>
#include <QPainter>
#include <QSvgGenerator>
#include <QTextLayout>

namespace iris {
namespace {

constexpr double margin = 10; // mm, as all that follows
constexpr double titleHigh = 9;
constexpr double rim = 3;
constexpr double railHigh = 9;
constexpr double noteHigh = 4.6;
constexpr int noteType = 12;
constexpr double leastNotes = 80;
constexpr double gap = 4;
constexpr double cardHigh = 29;
constexpr int mostInARow = 3;
constexpr double leastCard = 62;  ///< wide
constexpr double wideCard = 80;   ///< from here on two lines take any recipe
constexpr double tallCard = 32.5; ///< a line higher
constexpr double mmPerInch = 25.4;

/// Draws in quarters of a mm, so that type and brush marks are as large as on the screen.
class QuarterPainter {
public:
    static constexpr double perMm = 4;

    QuarterPainter(QPainter& painter, const BoxInk& ink) : m_painter(painter), m_ink(ink) {}

    static QRectF scaled(const QRectF& mm)
    {
        return {mm.left() * perMm, mm.top() * perMm, mm.width() * perMm, mm.height() * perMm};
    }
    QPainter& painter() { return m_painter; }
    const BoxInk& ink() const { return m_ink; }

    /// With no softened edges, which would show as seams where colours touch.
    void fill(const QRectF& mm, const Lab& colour)
    {
        m_painter.setRenderHint(QPainter::Antialiasing, false);
        m_painter.fillRect(scaled(mm), displayed(colour, m_ink.valuesOnly));
        m_painter.setRenderHint(QPainter::Antialiasing);
    }
    void frame(const QRectF& mm)
    {
        m_painter.setPen(QPen(m_ink.line, 1));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawRect(scaled(mm));
    }
    /// One line of text, shortened where it does not fit.
    void line(const QRectF& mm, const QString& words, int size, QFont::Weight weight = QFont::Normal,
              bool quiet = false)
    {
        const QFont font = type(size, weight, quiet);
        m_painter.drawText(scaled(mm), Qt::AlignLeft | Qt::AlignVCenter | Qt::TextSingleLine,
                           QFontMetricsF(font).elidedText(words, Qt::ElideRight, mm.width() * perMm));
    }
    /// As many lines as there is room for, the last one shortened.
    void lines(const QRectF& mm, const QString& words, int size)
    {
        const QFont font = type(size, QFont::Normal, false);
        const QFontMetricsF metrics(font);
        QRectF place = scaled(mm);
        QTextLayout layout(words, font);
        layout.beginLayout();
        for (QTextLine line = layout.createLine(); line.isValid(); line = layout.createLine()) {
            line.setLineWidth(place.width());
            const bool last = place.top() + 2 * metrics.height() > place.bottom();
            const QString rest = words.mid(line.textStart());
            const QString own = last ? metrics.elidedText(rest, Qt::ElideRight, place.width())
                                     : words.mid(line.textStart(), line.textLength());
            m_painter.drawText(place, Qt::AlignLeft | Qt::AlignTop | Qt::TextSingleLine, own);
            place.setTop(place.top() + metrics.height());
            if (last)
                break;
        }
        layout.endLayout();
    }

private:
    QFont type(int size, QFont::Weight weight, bool quiet)
    {
        QFont font{QLatin1String(fontFamily)};
        font.setPixelSize(size);
        font.setWeight(weight);
        m_painter.setFont(font);
        m_painter.setPen(quiet ? m_ink.quiet : m_ink.text);
        return font;
    }

    QPainter& m_painter;
    BoxInk m_ink;
};

void drawPan(QuarterPainter& to, const PanLook& pan, const QRectF& place, const QRectF& rail)
{
    WashStyle style;
    style.orientation = Qt::Vertical;
    style.unevenEdge = false;
    style.seed = pan.seed;
    style.valuesOnly = to.ink().valuesOnly;
    paintWash(to.painter(), QuarterPainter::scaled(place), pan.wash, style);
    to.frame(place);
    to.line({rail.left(), rail.top(), rail.width(), rail.height() / 2}, pan.codes, 10, QFont::Bold);
    to.line({rail.left(), rail.top() + rail.height() / 2, rail.width(), rail.height() / 2}, pan.name, 9);
}

/// What is wanted and what is mixed touch; the mix full above its wash.
void drawCard(QuarterPainter& to, const CardLook& card, std::span<const Paint> paints, const QRectF& place)
{
    const double swatch = place.width() < wideCard ? 8.5 : 11;
    const double high = place.height() - gap;
    to.fill({place.left(), place.top(), swatch, high}, card.target);
    if (card.isAnswered) {
        to.fill({place.left() + swatch, place.top(), swatch, high}, card.laid);
        to.fill({place.left() + swatch, place.top(), swatch, high / 3}, card.full);
    }
    to.frame({place.left(), place.top(), card.isAnswered ? 2 * swatch : swatch, high}); // bare paper has an edge, too
    const double left = place.left() + 2 * swatch + 2.5;
    const double wide = place.right() - left;
    to.line({left, place.top() - 0.5, wide, 5}, card.name, 13, QFont::DemiBold);
    if (card.isAnswered)
        paintDabs(to.painter(), QuarterPainter::scaled({left, place.top() + 4.8, wide, 4}), card.recipe, paints,
                  to.ink().valuesOnly);
    to.lines({left, place.top() + 9.2, wide, high - 13.4}, card.words, 11);
    to.line({left, place.top() + high - 4, wide, 4}, card.result, 10, QFont::Normal, true);
}

/// How many lines words take in a room so many mm wide.
int noteLines(const QString& words, double room)
{
    loadFonts();
    QFont font{QLatin1String(fontFamily)};
    font.setPixelSize(noteType);
    QTextLayout layout(words, font);
    layout.beginLayout();
    for (QTextLine line = layout.createLine(); line.isValid(); line = layout.createLine())
        line.setLineWidth(room * QuarterPainter::perMm);
    layout.endLayout();
    return std::max(1, layout.lineCount());
}

QSizeF pageOf(SheetFormat format)
{
    return pageSizeMm(format).transposed();
}

} // namespace

BoxPlan planOf(const BoxContents& contents, SheetFormat format)
{
    return planOf(contents, pageOf(format));
}

BoxPlan planOf(const BoxContents& contents, const QSizeF& page)
{
    BoxPlan plan;
    plan.page = page;
    const double wide = plan.page.width() - 2 * margin;
    plan.title = {margin, margin, wide, titleHigh};
    const PanMeasure pan = measureOf(contents.layout.size);
    const double tinTop = plan.title.bottom() + 1;
    const auto rows = static_cast<double>(contents.layout.rows());
    plan.tin = {margin, tinTop, contents.layout.widthMm() + 2 * rim, rows * (pan.heightMm + railHigh) + 2 * rim};
    for (std::size_t i = 0; i < contents.layout.pans.size(); ++i) {
        const auto column = static_cast<double>(i % contents.layout.columns);
        const auto row = static_cast<double>(i / contents.layout.columns);
        const QRectF at(margin + rim + column * pan.widthMm, tinTop + rim + row * (pan.heightMm + railHigh),
                        pan.widthMm, pan.heightMm);
        plan.pans.push_back(at);
        plan.rails.push_back({at.left() + 0.5, at.bottom() + 0.5, at.width() - 1, railHigh - 1});
    }
    const double beside = plan.page.width() - margin - plan.tin.right() - gap;
    const bool fitsBeside = beside >= leastNotes;
    QPointF at =
        fitsBeside ? QPointF(plan.tin.right() + gap, plan.tin.top()) : QPointF(plan.tin.left(), plan.tin.bottom() + 2);
    for (const QString& words : contents.notes) {
        const double room = fitsBeside ? beside : wide;
        plan.notes.push_back({at, QSizeF(room, noteHigh * noteLines(words, room))});
        at.setY(plan.notes.back().bottom() + 1.5);
    }
    double top = std::max(plan.tin.bottom(), at.y()) + gap;
    const int cardsInARow = std::clamp(static_cast<int>((wide + gap) / (leastCard + gap)), 1, mostInARow);
    const double cardWide = (wide - (cardsInARow - 1) * gap) / cardsInARow;
    const double high = cardWide < wideCard ? tallCard : cardHigh;
    for (std::size_t i = 0; i < contents.cards.size(); i += static_cast<std::size_t>(cardsInARow)) {
        const double pageEnd = static_cast<double>(plan.pages) * plan.page.height() - margin;
        if (top + high > pageEnd) {
            top = static_cast<double>(plan.pages) * plan.page.height() + margin;
            ++plan.pages;
        }
        for (std::size_t n = i; n < std::min(i + static_cast<std::size_t>(cardsInARow), contents.cards.size()); ++n)
            plan.cards.push_back({margin + static_cast<double>(n - i) * (cardWide + gap), top, cardWide, high});
        top += high;
    }
    return plan;
}

void drawBox(QPainter& painter, const BoxContents& contents, const BoxPlan& plan, double unitsPerMm, const BoxInk& ink)
{
    painter.save();
    painter.scale(unitsPerMm / QuarterPainter::perMm, unitsPerMm / QuarterPainter::perMm);
    QuarterPainter to(painter, ink);
    to.line(plan.title, contents.title, 20, QFont::DemiBold);
    to.frame(plan.tin);
    for (std::size_t i = 0; i < plan.pans.size(); ++i) {
        if (const auto pan = contents.layout.pans[i])
            drawPan(to, contents.pans[*pan], plan.pans[i], plan.rails[i]);
        else
            to.frame(plan.pans[i]);
    }
    for (std::size_t i = 0; i < plan.notes.size(); ++i)
        to.lines(plan.notes[i], contents.notes[static_cast<qsizetype>(i)], noteType);
    for (std::size_t i = 0; i < plan.cards.size(); ++i)
        drawCard(to, contents.cards[i], contents.paints, plan.cards[i]);
    painter.restore();
}

QByteArray boxPdf(const BoxContents& contents, SheetFormat format)
{
    const BoxPlan plan = planOf(contents, format);
    return pdfPages(contents.title, std::vector<QSizeF>(plan.pages, plan.page),
                    [&](QPainter& painter, std::size_t page, double unitsPerMm) {
                        painter.translate(0, -static_cast<double>(page) * plan.page.height() * unitsPerMm);
                        drawBox(painter, contents, plan, unitsPerMm);
                    });
}

QByteArray boxSvg(const BoxContents& contents, SheetFormat format)
{
    loadFonts();
    const BoxPlan plan = planOf(contents, format);
    const QSizeF all(plan.page.width(), plan.page.height() * static_cast<double>(plan.pages));
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    {
        QSvgGenerator generator;
        generator.setOutputDevice(&buffer);
        constexpr int dpi = 254; // ten units to a mm, which the drawing's size is told in
        generator.setResolution(dpi);
        generator.setTitle(contents.title);
        generator.setSize((all * dpi / mmPerInch).toSize());
        generator.setViewBox(QRectF(QPointF(0, 0), all * dpi / mmPerInch));
        QPainter painter(&generator);
        drawBox(painter, contents, plan, dpi / mmPerInch);
    }
    return bytes;
}

QImage boxPicture(const BoxContents& contents, double pixelsPerMm, SheetFormat format)
{
    loadFonts();
    const BoxPlan plan = planOf(contents, format);
    const QSizeF all(plan.page.width(), plan.page.height() * static_cast<double>(plan.pages));
    QImage image((all * pixelsPerMm).toSize(), QImage::Format_RGB32);
    image.fill(Qt::white);
    image.setDotsPerMeterX(qRound(1000 * pixelsPerMm));
    image.setDotsPerMeterY(qRound(1000 * pixelsPerMm));
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    drawBox(painter, contents, plan, pixelsPerMm);
    return image;
}

Result<void> writeBox(const BoxContents& contents, const QString& path, SheetFormat format)
{
    constexpr double dotsPerMm = 300 / mmPerInch;
    QByteArray bytes;
    if (path.endsWith(QLatin1String(".pdf"), Qt::CaseInsensitive)) {
        bytes = boxPdf(contents, format);
    } else if (path.endsWith(QLatin1String(".svg"), Qt::CaseInsensitive)) {
        bytes = boxSvg(contents, format);
    } else if (path.endsWith(QLatin1String(".png"), Qt::CaseInsensitive)) {
        QBuffer buffer(&bytes);
        buffer.open(QIODevice::WriteOnly);
        boxPicture(contents, dotsPerMm, format).save(&buffer, "PNG");
    } else {
        return failure(ErrorCode::BadOption, "the name must end in .pdf, .svg or .png");
    }
    return writeWhole(path, {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

} // namespace iris
