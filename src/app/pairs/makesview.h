#pragma once

#include "app/jobs/job.h"
#include "mixing/whatmakes.h"
#include "notebook/studio.h"

#include <QWidget>

class QAction;
class QButtonGroup;
class QComboBox;
class QHBoxLayout;

namespace iris {

class PlainLabel;

class MixCard;
class MixTiles;
class Worktable;

/// What makes it: greens, oranges, violets, browns, greys and darks from one's own tubes, two or three at a time,
/// sorted as is wanted; any of them nudged warmer or cooler without water.
class MakesView : public QWidget {
    Q_OBJECT

public:
    MakesView(Worktable& context, QWidget* parent = nullptr);

    void choose(MixKind kind);
    void nudge(bool warmer);
    MixTiles& tiles() { return *m_tiles; }
    MixCard& card() { return *m_card; }
    bool isBusy() const { return m_search.isRunning(); }

protected:
    void showEvent(QShowEvent* event) override;

private:
    /// What was looked for: the paints of the tubes at hand, and where those stand in the studio.
    struct Search {
        StudioPtr studio;
        std::vector<std::size_t> places;
        std::vector<Paint> paints;
        WhatMakesOptions options;
    };

    struct Found {
        std::vector<Finding> findings;
        std::optional<NearMiss> nearest; ///< where no mix is a grey or a dark
    };

    QHBoxLayout* makeChoices();
    void forget();
    void clearCard();
    void search();
    void showFindings(const Search& search, std::vector<Finding> findings);
    void showNearest(const Search& search, const NearMiss& nearest);
    void showMix(const StudioPtr& studio, const Recipe& recipe);
    QString headline(const Search& search, const std::vector<Finding>& findings) const;
    QString blackWords(const Search& search, const std::vector<Finding>& findings) const;

    Worktable& m_context;
    MixTiles* m_tiles;
    MixCard* m_card;
    QButtonGroup* m_kinds = nullptr;
    QComboBox* m_order = nullptr;
    QComboBox* m_count = nullptr;
    PlainLabel* m_headline = nullptr;
    PlainLabel* m_nearest = nullptr; ///< what comes nearest where there is no grey or dark; hidden otherwise
    QAction* m_warmer = nullptr;
    QAction* m_cooler = nullptr;
    MixKind m_kind = MixKind::Greens;
    Job<Found> m_search;
    bool m_stale = true;
};

} // namespace iris
