#pragma once

#include "app/document/document.h"
#include "app/parts/place.h"

class QAction;
class QComboBox;
class QLineEdit;
class QListWidget;
class QMenu;

namespace iris {

class ColourField;
class LayersWidget;
class PlainLabel;
class TouchingColours;
class WashWidget;
class Worktable;

/// The mixing place: the puddle as a wash over a line, what went in, the way to what is wanted, and what to put in
/// next. Every act is kept in the notebook and can be taken back to any step.
class WellPage : public Place {
    Q_OBJECT

public:
    explicit WellPage(Worktable& context, QWidget* parent = nullptr);

    QString count() const override;
    void takeFocus() override;
    std::vector<WalkingKey> walkingKeys() const override;

    /// Begins a new well beside the others with a recipe in it.
    void begin(const StudioPtr& studio, const Recipe& recipe, const std::optional<Lab>& wanted, const QString& name);
    /// Begins an empty one.
    void beginEmpty();
    /// Which well is open; there is none while there are no wells.
    std::size_t open() const { return m_open; }
    void openWell(std::size_t well);

    void putIn(TubeId tube, double parts);
    void putInChosen(bool aTouch);
    void water();
    void blot();
    /// Puts in what the advice says.
    void follow();
    void see(const std::vector<Look>& looks);
    void seeTyped();
    void backTo(int steps);
    void save();
    /// Marks it as the best of the attempts at its colour.
    void markBest();
    /// Pours half of another well in.
    void pour(std::size_t from);
    void empty();

    const TouchAdvice& advice() const { return m_advice; }

Q_SIGNALS:
    void finished();

protected:
    void showEvent(QShowEvent* event) override;

private:
    QWidget* makeLeft();
    QWidget* makeMiddle();
    QWidget* makeRight();
    const WellRecord* well() const;
    void add(WellStep step, const QString& what);
    void change(const WellRecord& well, const QString& what);
    /// Shows it anew, as soon as it can be seen.
    void showWell();
    void showSteps(const WellRecord& well);
    std::vector<std::size_t> atHand() const;
    void showAdvice(const WellRecord& well, const WellState& state);
    void showWay(const WellRecord& well, const WellState& state);
    void fillTubes();
    void fillOver();
    Spectrum backing() const;
    QString dryingWords(const PuddleContents& contents) const;
    QString stepWords(const WellStep& step) const;

    Worktable& m_context;
    std::size_t m_open = 0;
    bool m_stale = true;
    bool m_tubesStale = true;
    StudioPtr m_studio;
    TouchAdvice m_advice;
    PlainLabel* m_title;
    QComboBox* m_which;
    WashWidget* m_wash;
    PlainLabel* m_words;
    PlainLabel* m_next;
    PlainLabel* m_then;
    TouchingColours* m_beside;
    LayersWidget* m_layers;
    PlainLabel* m_drying;
    PlainLabel* m_warning;
    QAction* m_follow = nullptr;
    QListWidget* m_steps;
    QComboBox* m_tube;
    QMenu* m_looks = nullptr;
    QLineEdit* m_seen;
    PlainLabel* m_trouble;
    ColourField* m_field;
    std::vector<QAction*> m_whileOpen; ///< what needs a well with something in it
    QAction* m_back = nullptr;
    QAction* m_best = nullptr;
    QComboBox* m_over;
    QMenu* m_pour = nullptr;
};

} // namespace iris
