#pragma once

#include "app/document/document.h"
#include "mixing/cleanliness.h"

#include <QObject>

namespace iris {

class TubeModel;
class ViewSettings;

/// A colour put aside to be looked at beside others.
struct Pinned {
    QString words;
    Lab colour;

    bool operator==(const Pinned&) const = default;
};

/// What the views of pairs share: the notebook, how it is looked at, the bench, and the measure of clean and dull.
class Worktable : public QObject {
    Q_OBJECT

public:
    Worktable(Document& document, TubeModel& model, ViewSettings& settings, QObject* parent = nullptr);

    Document& document() const { return m_document; }
    TubeModel& model() const { return m_model; }
    ViewSettings& settings() const { return m_settings; }

    /// Among the tubes at hand, the first hundred of them; remembered until they change.
    const CleanReach& reach(double wash);

    const std::vector<Pinned>& bench() const { return m_bench; }
    void pin(const Pinned& colour);
    void unpin(std::size_t place);
    void clearBench();

    /// Asks for a note, stars and tags, and writes the mix down with them.
    void noteOn(const StudioPtr& studio, const Recipe& recipe, QWidget* parent);

Q_SIGNALS:
    void benchChanged();

private:
    Document& m_document;
    TubeModel& m_model;
    ViewSettings& m_settings;
    std::vector<Pinned> m_bench;
    std::optional<CleanReach> m_reach;
    double m_reachWash = 0;
};

/// The latest record of a recipe, painted or only noted; null when there is none.
const MixRecord* recordOf(const Studio& studio, const Recipe& recipe);

} // namespace iris
