#include "app/sheets/sheetpreview.h"

#include "app/document/document.h"
#include "app/theme/viewsettings.h"
#include "colour/observer.h"
#include "drawing/displayed.h"
#include "paint/paper.h"

#include <QPainter>
#include <cmath>

namespace iris {

SheetPreview::SheetPreview(Document& document, ViewSettings& settings, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_settings(settings)
{
    setAccessibleName(tr("The sheet"));
    connect(&settings, &ViewSettings::changed, this, qOverload<>(&QWidget::update));
}

void SheetPreview::show(SheetId sheet)
{
    m_page.reset();
    if (const SheetRecord* record = m_document.notebook().sheet(sheet))
        if (auto page = pageOf(*record, m_document.notebook()))
            m_page = std::move(*page);
    update();
}

void SheetPreview::clear()
{
    m_page.reset();
    update();
}

void SheetPreview::paintSquares(QPainter& painter, double scale) const
{
    const Notebook& notebook = m_document.notebook();
    const bool values = m_settings.valuesOnly();
    const auto scaled = [&](const QRectF& mm) { return QRectF(mm.topLeft() * scale, mm.size() * scale); };
    for (std::size_t i = 0; i < m_page->record.cells.size(); ++i) {
        const SheetCell& cell = m_page->record.cells[i];
        if (cell.parts.empty())
            continue;
        const QRectF square = m_page->layout.cells[i];
        const auto painted = std::ranges::find_if(notebook.mixes, [&](const MixRecord& mix) {
            return mix.sheet == m_page->record.id && mix.cell == static_cast<int>(i) && mix.painted;
        });
        if (painted != notebook.mixes.end()) {
            painter.fillRect(scaled(square), displayed(*painted->painted, values));
            if (m_page->record.blackLine)
                painter.fillRect(scaled(m_page->layout.lineOf(i).intersected(square)),
                                 displayed(painted->overBlack.value_or(toLab(seen(blackLine()))), values));
            continue;
        }
        if (const auto recipe = recipeOf(cell.parts, cell.wash, notebook)) {
            const QRectF corner(square.right() - 0.3 * square.width(), square.bottom() - 0.3 * square.height(),
                                0.26 * square.width(), 0.26 * square.height());
            painter.fillRect(scaled(corner), displayed(colourOf(*recipe, m_document.studio()->paints), values));
        }
    }
}

void SheetPreview::paintEvent(QPaintEvent*)
{
    if (!m_page)
        return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QSizeF page = m_page->layout.page;
    const double scale = std::min((width() - 2) / page.width(), (height() - 2) / page.height());
    painter.translate(std::round((width() - page.width() * scale) / 2),
                      std::round((height() - page.height() * scale) / 2));
    painter.fillRect(QRectF(QPointF(), page * scale), displayed(toLab(seen(whitePaper())), m_settings.valuesOnly()));
    drawPage(painter, *m_page, scale);
    paintSquares(painter, scale);
    painter.setPen(m_settings.colours().line);
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(QRectF(QPointF(), page * scale));
}

} // namespace iris
