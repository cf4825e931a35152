#pragma once

#include "app/parts/choicebox.h"
#include "mixing/pairchart.h"

#include <QDialog>

class QListWidget;
class QPushButton;

namespace iris {

class Worktable;

/// Which tubes stand along an edge of a chart: all that are at hand, a family, what lies on the palette, or some chosen
/// one by one. Remembers tubes, not places.
class TubeSetBox : public ChoiceBox {
    Q_OBJECT

public:
    TubeSetBox(Worktable& context, const char* name, QWidget* parent = nullptr);

    /// Places of the tubes in the notebook, in the order they were chosen.
    std::vector<std::size_t> places() const;
    void choose(const QString& words);
    void chooseByHand(std::vector<std::size_t> places);
    bool isByHand() const { return currentIndex() == count() - 1; }

Q_SIGNALS:
    void changed();
    /// Tubes were ticked and put in order one by one.
    void chosenByHand();

private:
    void fill();
    void askByHand();

    Worktable& m_context;
    std::vector<std::int64_t> m_byHand; ///< ids
};

/// Tubes to tick, and to drag or move by keys into an order.
class ByHandDialog : public QDialog {
    Q_OBJECT

public:
    ByHandDialog(Worktable& context, const std::vector<std::int64_t>& chosen, QWidget* parent = nullptr);

    std::vector<std::int64_t> chosen() const;
    /// Moves the current tube up or down the list.
    void move(int by);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void fill(Worktable& context, const std::vector<std::int64_t>& chosen);
    QPushButton* makeMover(const QString& words, const char* name, int by);

    QListWidget* m_list;
};

} // namespace iris
