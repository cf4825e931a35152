#include "app/parts/palettestrip.h"

#include "app/parts/plainwords.h"
#include "app/theme/viewsettings.h"

#include <QPainter>
#include <algorithm>

namespace iris {
namespace {

constexpr int wellHeight = 118;
constexpr int wellGap = 2 * gridStep;

} // namespace

PaletteStrip::PaletteStrip(ViewSettings& settings, QWidget* parent) : CellWidget(settings, tr("Wells"), parent)
{
    fitHeight();
}

QString PaletteStrip::wordsOf(int well) const
{
    const Well& own = m_wells[static_cast<std::size_t>(well)];
    return QStringLiteral("%1, %2").arg(own.name, own.detail);
}

void PaletteStrip::setWells(std::vector<Well> wells)
{
    m_wells = std::move(wells);
    putInHand(-1);
    QStringList words;
    for (int well = 0; well < cellCount(); ++well)
        words << wordsOf(well);
    setAccessibleDescription(words.join(QStringLiteral("; ")));
    fitHeight();
    update();
}

int PaletteStrip::perRow() const
{
    return std::clamp(static_cast<int>(m_wells.size()), 3, 6);
}

void PaletteStrip::fitHeight()
{
    const int rows = std::max(1, (static_cast<int>(m_wells.size()) + perRow() - 1) / perRow());
    setFixedHeight(rows * wellHeight);
}

QRect PaletteStrip::wellAt(int index) const
{
    const int count = perRow();
    const int width = (this->width() - (count - 1) * wellGap) / count;
    return {index % count * (width + wellGap), index / count * wellHeight, width, wellHeight - wellGap};
}

void PaletteStrip::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    const GroundColours colours = settings().colours();
    for (int i = 0; i < static_cast<int>(m_wells.size()); ++i) {
        const Well& well = m_wells[static_cast<std::size_t>(i)];
        const QRect place = wellAt(i);
        WashStyle style;
        style.seed = well.seed;
        style.valuesOnly = settings().valuesOnly();
        paintWash(painter, QRect(place.topLeft(), QSize(place.width(), 50)), well.wash, style);
        painter.setPen(colours.text);
        int top = place.top() + 54;
        const auto write = [&](const QFont& font, const QString& words) {
            painter.setFont(font);
            const QRect line(place.left(), top, place.width(), 18);
            painter.drawText(line, Qt::AlignLeft | Qt::AlignVCenter,
                             fitting(words, painter.fontMetrics(), line.width()));
            top += 18;
        };
        write(textFont(textsize::body, QFont::DemiBold), well.name);
        write(textFont(textsize::small, QFont::Bold), well.codes);
        write(textFont(textsize::small), well.reason);
        if (i == current() && hasFocus())
            paintSelection(painter, QRect(place.topLeft(), QSize(place.width(), 50)).adjusted(2, 2, -2, -2));
    }
}

void PaletteStrip::resizeEvent(QResizeEvent*)
{
    update();
}

} // namespace iris
