#pragma once

#include <QWidget>

namespace iris {

class ViewSettings;

/// The base of everything that paints cells and has one of them in hand: click and arrow keys choose, a double click or
/// Enter acts, the words of a cell are its tooltip and what a screen reader is told. A kind of cells says how many
/// there are, where they stand and what they are.
class CellWidget : public QWidget {
    Q_OBJECT

public:
    /// The cell in hand; -1 for none.
    int current() const { return m_current; }
    /// Takes a cell in hand; what is no cell changes nothing.
    void setCurrent(int cell);

Q_SIGNALS:
    void cellChosen(int cell);
    void cellActivated(int cell);

protected:
    /// @param name for screen readers
    CellWidget(ViewSettings& settings, const QString& name, QWidget* parent);

    ViewSettings& settings() const { return m_settings; }
    virtual int cellCount() const = 0;
    /// How many stand in a row; all of them unless a kind says otherwise.
    virtual int cellsInARow() const { return cellCount(); }
    virtual QRectF placeOf(int cell) const = 0;
    /// The cell under a place, or -1.
    virtual int cellUnder(QPointF place) const;
    virtual QString wordsOf(int cell) const = 0;

    /// Scrolls a page the cells lie in until one of them is seen.
    void keepInSight(int cell);

    /// Takes one in hand without telling anyone: what is on show was exchanged. Clamped to the cells there are.
    void putInHand(int cell);

    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    void walk(int down, int across);

    ViewSettings& m_settings;
    int m_current = -1;
};

} // namespace iris
