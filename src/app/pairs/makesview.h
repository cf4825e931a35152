#pragma once

#include "mixing/whatmakes.h"

#include <QFutureWatcher>
#include <QWidget>
#include <stop_token>

class QButtonGroup;
class QComboBox;
class QHBoxLayout;
class QPushButton;

namespace iris {

class PlainLabel;

class MixCard;
class MixTiles;
class PairContext;

/// What makes it: greens, oranges, violets, browns, greys and darks from one's own tubes, two or three at a time,
/// sorted as is wanted; any of them nudged warmer or cooler without water.
class MakesView : public QWidget {
    Q_OBJECT

public:
    MakesView(PairContext& context, QWidget* parent = nullptr);
    ~MakesView() override;

    void choose(MixKind kind);
    void nudge(bool warmer);
    MixTiles& tiles() { return *m_tiles; }
    MixCard& card() { return *m_card; }
    bool isBusy() const { return m_search.isRunning(); }

protected:
    void showEvent(QShowEvent* event) override;

private:
    QHBoxLayout* makeChoices();
    void forget();
    void clearCard();
    void search();
    void showFindings();
    void showMix(const Recipe& recipe);
    QString headline(const std::vector<Finding>& findings) const;
    QString blackWords(const std::vector<Finding>& findings) const;

    PairContext& m_context;
    MixTiles* m_tiles;
    MixCard* m_card;
    QButtonGroup* m_kinds = nullptr;
    QComboBox* m_order = nullptr;
    QComboBox* m_count = nullptr;
    PlainLabel* m_headline = nullptr;
    QPushButton* m_warmer = nullptr;
    QPushButton* m_cooler = nullptr;
    MixKind m_kind = MixKind::Greens;
    std::vector<std::size_t> m_places; ///< of the tubes at hand, as the search counts them
    std::vector<Paint> m_paints;
    QFutureWatcher<std::vector<Finding>> m_search;
    std::stop_source m_stop;
    bool m_stale = true;
};

} // namespace iris
