#pragma once

#include <QDialog>
#include <QWidget>
#include <optional>

class QAction;
class QPushButton;

namespace iris {

class PairContext;
struct Pinned;

/// The colours put aside, edge to edge without a gap. Click or arrow keys choose, Delete takes one off.
class Bench : public QWidget {
    Q_OBJECT

public:
    explicit Bench(PairContext& context, QWidget* parent = nullptr);

    /// Shows the last two colours that were chosen through two holes in a grey mask.
    void mask();
    int current() const { return m_current; }
    void setCurrent(int place);
    /// The colour in hand: its name, its look, and what it looks like beside the one chosen before it.
    QString words() const;

    QSize sizeHint() const override { return {600, 76}; }
    QSize minimumSizeHint() const override { return {200, 76}; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    QRectF placeOf(int index) const;
    int indexAt(QPointF place) const;
    std::optional<std::size_t> otherThan(int place) const;
    void paintWords(QPainter& painter) const;

    PairContext& m_context;
    QAction* m_mask;
    QPushButton* m_clear;
    int m_current = -1;
    int m_before = -1; ///< the one chosen before the current one
};

/// A sheet of middle grey (Munsell value about 5) with two holes: what two colours are when nothing else is near.
class MaskDialog : public QDialog {
    Q_OBJECT

public:
    MaskDialog(PairContext& context, const Pinned& left, const Pinned& right, QWidget* parent = nullptr);
};

} // namespace iris
