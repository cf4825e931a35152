#pragma once

#include "app/parts/washpainter.h"
#include "notebook/studio.h"

#include <QWidget>

namespace iris {

class PairContext;

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
TileGeometry tileGeometry(int width);

/// Mixes as washes with their tubes and parts below, as many in a row as fit. Arrow keys walk.
class MixTiles : public QWidget {
    Q_OBJECT

public:
    explicit MixTiles(PairContext& context, QWidget* parent = nullptr);

    /// @param studio null where there are no tiles
    void setTiles(const StudioPtr& studio, std::vector<MixTile> tiles);
    const StudioPtr& studio() const { return m_studio; }
    const std::vector<MixTile>& tiles() const { return m_tiles; }
    int current() const { return m_current; }
    void setCurrent(int tile);

Q_SIGNALS:
    void tileChosen(int tile);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    PairContext& m_context;
    StudioPtr m_studio;
    std::vector<MixTile> m_tiles;
    int m_current = -1;
};

} // namespace iris
