#include "drawing/shoppingpage.h"

#include "base/text.h"
#include "drawing/washpainter.h"
#include "sheet/pdfpages.h"
#include "sheet/sheetfont.h"
#include "words/paintwords.h"

#include <QCoreApplication>
#include <QPainter>

namespace iris {
namespace {

const QSizeF page(210, 297); // mm, as all that follows
constexpr double pageMargin = 18;
constexpr double headingHigh = 14;
constexpr double rowHigh = 34;
constexpr double tickSide = 5;
constexpr double washWide = 46;
constexpr double washHigh = 14;
constexpr double typeHigh = 3.6;
constexpr double headHigh = 5;

QString tr(const char* words)
{
    return QCoreApplication::translate("ShoppingPage", words);
}

/// Draws in mm.
class MmPainter {
public:
    MmPainter(QPainter& painter, double unitsPerMm) : m_painter(painter), m_unit(unitsPerMm) {}

    QRectF at(const QRectF& mm) const
    {
        return {mm.left() * m_unit, mm.top() * m_unit, mm.width() * m_unit, mm.height() * m_unit};
    }
    void words(const QRectF& mm, const QString& text, double high, bool bold = false)
    {
        QFont font(QString::fromLatin1(fontFamily));
        font.setPixelSize(std::max(1, static_cast<int>(high * m_unit)));
        font.setBold(bold);
        m_painter.setFont(font);
        m_painter.setPen(Qt::black);
        m_painter.drawText(at(mm), Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, text);
    }
    void box(const QRectF& mm)
    {
        m_painter.setPen(QPen(Qt::black, 0.3 * m_unit));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawRect(at(mm));
    }
    void wash(const QRectF& mm, const Paint& paint, unsigned seed)
    {
        constexpr double perMm = 4; // as large as on the screen, so that its line and edge are
        WashStyle style;
        style.seed = seed;
        m_painter.save();
        m_painter.scale(m_unit / perMm, m_unit / perMm);
        paintWash(m_painter, {mm.left() * perMm, mm.top() * perMm, mm.width() * perMm, mm.height() * perMm},
                  washColours(paint.film), style);
        m_painter.restore();
    }

private:
    QPainter& m_painter;
    double m_unit;
};

void drawRow(MmPainter& painter, const ToBuy& one, double top, unsigned seed)
{
    painter.box({pageMargin, top + 1, tickSide, tickSide});
    const double left = pageMargin + tickSide + 4;
    painter.wash({left, top, washWide, washHigh}, one.paint, seed);
    const double words = left + washWide + 6;
    const double wide = page.width() - pageMargin - words;
    painter.words({words, top, wide, headHigh + 2}, QString::fromStdString(nameAndCodes(one.paint)), headHigh * 0.9,
                  true);
    painter.words({words, top + headHigh + 2, wide, rowHigh - headHigh - 3},
                  QString::fromStdString(upperFirst(std::string(soldWords(one.paint.sold))) + ". " + insteadWords(one)),
                  typeHigh);
}

QString haveWords(const ListToBuy& list)
{
    std::vector<std::string> names;
    for (const Paint& own : list.have)
        names.push_back(nameAndCodes(own));
    return names.empty() ? QString() : tr("You have: ") + QString::fromStdString(joinedInWords(names)) + '.';
}

} // namespace

void drawShoppingPage(QPainter& painter, const ListToBuy& list, std::size_t number, double unitsPerMm)
{
    MmPainter mm(painter, unitsPerMm);
    mm.words({pageMargin, pageMargin, page.width() - 2 * pageMargin, headingHigh}, tr("To buy"), 7, true);
    mm.words({pageMargin, pageMargin + headingHigh - 3, page.width() - 2 * pageMargin, headingHigh},
             tr("Names differ from maker to maker: the code is what counts."), typeHigh);
    double top = pageMargin + headingHigh + 6;
    const std::size_t first = number * boughtAPage;
    const std::size_t end = std::min(list.buy.size(), first + boughtAPage);
    for (std::size_t i = first; i < end; ++i, top += rowHigh)
        drawRow(mm, list.buy[i], top, static_cast<unsigned>(i + 1));
    if (end == list.buy.size())
        mm.words({pageMargin, top, page.width() - 2 * pageMargin, page.height() - pageMargin - top},
                 (list.buy.empty() ? tr("Nothing: you have it all. ") : QString()) + haveWords(list), typeHigh);
}

QByteArray shoppingPdf(const ListToBuy& list)
{
    const std::size_t pages = std::max<std::size_t>(1, (list.buy.size() + boughtAPage - 1) / boughtAPage);
    return pdfPages(tr("To buy"), std::vector<QSizeF>(pages, page),
                    [&](QPainter& painter, std::size_t number, double unitsPerMm) {
                        drawShoppingPage(painter, list, number, unitsPerMm);
                    });
}

} // namespace iris
