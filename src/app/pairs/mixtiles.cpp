#include "app/pairs/mixtiles.h"

#include "app/pairs/paircontext.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollArea>

namespace iris {
namespace {

constexpr double narrowest = 168;
constexpr double washHeight = 64;
constexpr double wordsHeight = 52;
constexpr double gap = 12;
constexpr double ringRoom = 6;

} // namespace

TileGeometry tileGeometry(int width)
{
    const int columns = std::max(1, static_cast<int>((width - 2 * ringRoom + gap) / (narrowest + gap)));
    const double wide = (width - 2 * ringRoom + gap) / columns - gap;
    return {columns, QSizeF(wide, washHeight + wordsHeight)};
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

MixTiles::MixTiles(PairContext& context, QWidget* parent) : QWidget(parent), m_context(context)
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Mixes"));
    connect(&context.settings(), &ViewSettings::changed, this, qOverload<>(&QWidget::update));
}

void MixTiles::setTiles(const StudioPtr& studio, std::vector<MixTile> tiles)
{
    m_studio = studio;
    m_tiles = std::move(tiles);
    m_current = -1;
    setMinimumHeight(tileGeometry(width()).heightFor(static_cast<int>(m_tiles.size())));
    update();
    setCurrent(0);
}

void MixTiles::setCurrent(int tile)
{
    if (tile < 0 || tile >= static_cast<int>(m_tiles.size()))
        return;
    m_current = tile;
    setAccessibleDescription(m_tiles[static_cast<std::size_t>(tile)].words);
    // Keep it in sight when it lies in a scrolled page.
    for (QWidget* up = parentWidget(); up; up = up->parentWidget())
        if (auto* area = qobject_cast<QScrollArea*>(up)) {
            const QRect at = tileGeometry(width()).tileAt(tile).toAlignedRect();
            area->ensureVisible(at.center().x(), at.center().y(), at.width() / 2, at.height() / 2 + 8);
            break;
        }
    update();
    Q_EMIT tileChosen(tile);
}

void MixTiles::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    const TileGeometry at = tileGeometry(width());
    const GroundColours colours = m_context.settings().colours();
    WashStyle style;
    style.valuesOnly = m_context.settings().valuesOnly();
    style.crossesLine = false;
    for (std::size_t i = 0; i < m_tiles.size(); ++i) {
        const QRectF tile = at.tileAt(static_cast<int>(i));
        style.seed = static_cast<unsigned>(i);
        paintWash(painter, QRectF(tile.topLeft(), QSizeF(tile.width(), washHeight)), m_tiles[i].wash, style);
        painter.setPen(colours.text);
        painter.setFont(textFont(textsize::small));
        painter.drawText(QRectF(tile.left(), tile.top() + washHeight + 4, tile.width(), wordsHeight - 4),
                         Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, m_tiles[i].words);
        if (static_cast<int>(i) == m_current)
            paintSelection(painter, QRectF(tile.topLeft(), QSizeF(tile.width(), washHeight)));
    }
}

void MixTiles::resizeEvent(QResizeEvent*)
{
    setMinimumHeight(tileGeometry(width()).heightFor(static_cast<int>(m_tiles.size())));
}

void MixTiles::mousePressEvent(QMouseEvent* event)
{
    setCurrent(tileGeometry(width()).indexAt(event->position(), static_cast<int>(m_tiles.size())));
}

void MixTiles::keyPressEvent(QKeyEvent* event)
{
    const int columns = tileGeometry(width()).columns;
    switch (event->key()) {
    case Qt::Key_Left: return setCurrent(m_current - 1);
    case Qt::Key_Right: return setCurrent(m_current + 1);
    case Qt::Key_Up: return setCurrent(m_current - columns);
    case Qt::Key_Down: return setCurrent(m_current + columns);
    case Qt::Key_Home: return setCurrent(0);
    case Qt::Key_End: return setCurrent(static_cast<int>(m_tiles.size()) - 1);
    default: QWidget::keyPressEvent(event);
    }
}

} // namespace iris
