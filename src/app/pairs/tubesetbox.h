#pragma once

#include "mixing/pairchart.h"

#include <QComboBox>
#include <QDialog>

class QListWidget;

namespace iris {

class PairContext;

/// Which tubes stand along an edge of a chart: all that are at hand, a family, what lies on the palette, or some chosen
/// one by one. Remembers tubes, not places.
class TubeSetBox : public QComboBox {
    Q_OBJECT

public:
    TubeSetBox(PairContext& context, const char* name, QWidget* parent = nullptr);

    /// Places of the tubes in the notebook, in the order they were chosen.
    std::vector<std::size_t> places() const;
    void choose(const QString& words);
    void chooseByHand(std::vector<std::size_t> places);
    bool isByHand() const { return currentIndex() == count() - 1; }

Q_SIGNALS:
    void changed();

private:
    void fill();
    void askByHand();

    PairContext& m_context;
    std::vector<std::int64_t> m_byHand; ///< ids
};

/// Tubes to tick, and to drag into an order.
class ByHandDialog : public QDialog {
    Q_OBJECT

public:
    ByHandDialog(PairContext& context, const std::vector<std::int64_t>& chosen, QWidget* parent = nullptr);

    std::vector<std::int64_t> chosen() const;

private:
    QListWidget* m_list;
};

} // namespace iris
