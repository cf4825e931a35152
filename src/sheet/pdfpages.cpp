#include "sheet/pdfpages.h"

#include "sheet/sheetfont.h"

#include <QBuffer>
#include <QPainter>
#include <QPdfWriter>

namespace iris {

QByteArray pdfPages(const QString& title, const std::vector<QSizeF>& pages,
                    const std::function<void(QPainter& painter, std::size_t page, double unitsPerMm)>& draw)
{
    constexpr int dpi = 1200;
    constexpr double mmPerInch = 25.4;
    loadFonts();
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setResolution(dpi);
        writer.setCreator(QStringLiteral("Iris Bianca"));
        writer.setTitle(title);
        QPainter painter;
        for (std::size_t page = 0; page < pages.size(); ++page) {
            writer.setPageSize(QPageSize(pages[page], QPageSize::Millimeter, {}, QPageSize::ExactMatch));
            writer.setPageMargins({});
            if (!painter.isActive())
                painter.begin(&writer);
            else
                writer.newPage();
            painter.save();
            draw(painter, page, dpi / mmPerInch);
            painter.restore();
        }
    }
    return bytes;
}

} // namespace iris
