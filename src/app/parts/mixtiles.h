#pragma once

#include "app/parts/cellwidget.h"
#include "drawing/washpainter.h"
#include "notebook/studio.h"

namespace iris {

/// One mix among others; its recipe counts the tubes of the studio it is shown with.
struct MixTile {
    Recipe recipe;
    Lab colour;
    WashColours wash;
    QString words;
};

/// Where the tiles stand; plain numbers, tested alone.
struct TileGeometry {
    int columns = 1;
    QSizeF tile;

    QRectF tileAt(int index) const;
    int indexAt(QPointF place, int count) const;
    int heightFor(int count) const;
};
/// @param narrowest a tile may be; @param tall each is
TileGeometry tileGeometry(int width, double narrowest, double tall);

/// Mixes as washes with their tubes and parts below, as many in a row as fit. Arrow keys walk.
class MixTiles : public CellWidget {
    Q_OBJECT

public:
    explicit MixTiles(ViewSettings& settings, QWidget* parent = nullptr);

    /// @param studio null where there are no tiles
    void setTiles(const StudioPtr& studio, std::vector<MixTile> tiles);
    const StudioPtr& studio() const { return m_studio; }
    const std::vector<MixTile>& tiles() const { return m_tiles; }

protected:
    int cellCount() const override { return static_cast<int>(m_tiles.size()); }
    int cellsInARow() const override;
    QRectF placeOf(int tile) const override;
    QString wordsOf(int tile) const override { return m_tiles[static_cast<std::size_t>(tile)].words; }
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    StudioPtr m_studio;
    std::vector<MixTile> m_tiles;
};

} // namespace iris
