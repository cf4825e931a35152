#pragma once

#include "app/jobs/job.h"
#include "finding/replacing.h"
#include "notebook/studio.h"

#include <QDialog>

class QCheckBox;
class QListWidget;

namespace iris {

class PlainLabel;
class TouchingColours;
class ViewSettings;

/// What replaces a tube that is used up, fades or is no longer sold: one other or a mix of two, ranked by how it mixes
/// in the painter's own mixes; from the drawer, or from the table of pigments.
class ReplaceDialog : public QDialog {
    Q_OBJECT

public:
    ReplaceDialog(const StudioPtr& studio, TubeId tube, ViewSettings& settings, QWidget* parent = nullptr);

    const std::vector<StandIn>& standIns() const { return m_found; }
    bool isBusy() const { return m_search.isRunning(); }

private:
    void search();
    void take(const std::vector<StandIn>& found);
    void showChosen(int row);
    QString sufferWords(const StandIn& standIn) const;

    StudioPtr m_studio;
    std::size_t m_tube = 0;
    std::vector<Paint> m_paints; ///< the notebook's, then the table's
    std::vector<Recipe> m_mixes; ///< of the notebook, with the tube in them
    std::vector<StandIn> m_found;
    Job<std::vector<StandIn>> m_search;
    PlainLabel* m_headline;
    QCheckBox* m_table;
    QCheckBox* m_rare;
    QListWidget* m_list;
    TouchingColours* m_beside;
    PlainLabel* m_words;
};

} // namespace iris
