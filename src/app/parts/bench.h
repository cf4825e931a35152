#pragma once

#include "app/parts/cellwidget.h"

#include <QDialog>
#include <optional>

class QAction;
class QPushButton;

namespace iris {

class Worktable;
struct Pinned;

/// The colours put aside, edge to edge without a gap. Click or arrow keys choose, Delete takes one off.
class Bench : public CellWidget {
    Q_OBJECT

public:
    explicit Bench(Worktable& context, QWidget* parent = nullptr);

    /// Shows the last two colours that were chosen through two holes in a grey mask.
    void mask();
    /// The colour in hand: its name, its look, and what it looks like beside the one chosen before it.
    QString words() const;

    QSize sizeHint() const override { return {600, 76}; }
    QSize minimumSizeHint() const override { return {200, 76}; }

protected:
    int cellCount() const override;
    QRectF placeOf(int index) const override;
    QString wordsOf(int index) const override;
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void remember(int place);
    std::optional<std::size_t> otherThan(int place) const;
    void paintWords(QPainter& painter) const;

    Worktable& m_context;
    QAction* m_mask;
    QPushButton* m_clear;
    int m_latest = -1; ///< the one in hand, as of when it was chosen
    int m_before = -1; ///< the one chosen before it
};

/// A sheet of middle grey (Munsell value about 5) with two holes: what two colours are when nothing else is near.
class MaskDialog : public QDialog {
    Q_OBJECT

public:
    MaskDialog(Worktable& context, const Pinned& left, const Pinned& right, QWidget* parent = nullptr);
};

} // namespace iris
