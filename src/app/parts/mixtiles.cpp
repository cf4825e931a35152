#include "app/parts/mixtiles.h"

#include "app/parts/words.h"
#include "app/theme/viewsettings.h"

#include <QPainter>

namespace iris {
namespace {

constexpr double narrowestMix = 168;
constexpr double washHeight = 64;
constexpr double wordsHeight = 52;
constexpr double gap = 12;
constexpr double ringRoom = 6;

TileGeometry mixGeometry(int width)
{
    return tileGeometry(width, narrowestMix, washHeight + wordsHeight);
}

} // namespace

TileGeometry tileGeometry(int width, double narrowest, double tall)
{
    const int columns = std::max(1, static_cast<int>((width - 2 * ringRoom + gap) / (narrowest + gap)));
    const double wide = (width - 2 * ringRoom + gap) / columns - gap;
    return {columns, QSizeF(wide, tall)};
}

QRectF TileGeometry::tileAt(int index) const
{
    return {ringRoom + (index % columns) * (tile.width() + gap), ringRoom + (index / columns) * (tile.height() + gap),
            tile.width(), tile.height()};
}

int TileGeometry::indexAt(QPointF place, int count) const
{
    for (int i = 0; i < count; ++i)
        if (tileAt(i).contains(place))
            return i;
    return -1;
}

int TileGeometry::heightFor(int count) const
{
    const int rows = (count + columns - 1) / columns;
    return static_cast<int>(2 * ringRoom + rows * (tile.height() + gap));
}

int MixTiles::cellsInARow() const
{
    return mixGeometry(width()).columns;
}

QRectF MixTiles::placeOf(int tile) const
{
    return mixGeometry(width()).tileAt(tile);
}

MixTiles::MixTiles(ViewSettings& settings, QWidget* parent) : CellWidget(settings, tr("Mixes"), parent)
{
    connect(this, &CellWidget::cellChosen, this, &MixTiles::keepInSight);
}

void MixTiles::setTiles(const StudioPtr& studio, std::vector<MixTile> tiles)
{
    m_studio = studio;
    m_tiles = std::move(tiles);
    putInHand(-1);
    setMinimumHeight(mixGeometry(width()).heightFor(static_cast<int>(m_tiles.size())));
    update();
    setCurrent(0);
}

void MixTiles::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    const TileGeometry at = mixGeometry(width());
    const GroundColours colours = settings().colours();
    WashStyle style;
    style.valuesOnly = settings().valuesOnly();
    style.crossesLine = false;
    for (std::size_t i = 0; i < m_tiles.size(); ++i) {
        const QRectF tile = at.tileAt(static_cast<int>(i));
        style.seed = static_cast<unsigned>(i);
        paintWash(painter, QRectF(tile.topLeft(), QSizeF(tile.width(), washHeight)), m_tiles[i].wash, style);
        painter.setPen(colours.text);
        painter.setFont(textFont(textsize::small));
        painter.drawText(QRectF(tile.left(), tile.top() + washHeight + 4, tile.width(), wordsHeight - 4),
                         Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, m_tiles[i].words);
        if (static_cast<int>(i) == current())
            paintSelection(painter, QRectF(tile.topLeft(), QSizeF(tile.width(), washHeight)));
    }
}

void MixTiles::resizeEvent(QResizeEvent*)
{
    setMinimumHeight(mixGeometry(width()).heightFor(static_cast<int>(m_tiles.size())));
}

} // namespace iris
