#pragma once

#include "app/document/document.h"
#include "app/parts/place.h"
#include "notebook/drying.h"
#include "notebook/puddleinhand.h"

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
class WellActs;
class Worktable;

/// The mixing place: the puddle as a wash over a line, what went in, the way to what is wanted, and what to put in
/// next. Every act is kept in the notebook and can be taken back to any step.
class WellPage : public Place {
    Q_OBJECT

public:
    explicit WellPage(Worktable& context, QWidget* parent = nullptr);

    QString count() const override;
    void takeFocus() override;
    /// A picture of a dab out of the puddle.
    bool takePicture(const QString& path) override;
    std::vector<WalkingKey> walkingKeys() const override;

    /// What is done to the wells.
    WellActs& acts() { return *m_acts; }
    void putInChosen(bool aTouch);
    /// Puts in what the advice says.
    void follow();
    void seeTyped();

    const PuddleInHand& puddle() const { return m_puddle; }

Q_SIGNALS:
    void finished();

protected:
    void showEvent(QShowEvent* event) override;

private:
    QWidget* makeLeft();
    QWidget* makeMiddle();
    QWidget* makeRight();
    /// Shows it anew, as soon as it can be seen.
    void showWell();
    void showSteps();
    void showClean();
    void showContents();
    void showAdvice();
    void showWay();
    void fillWells();
    void fillTubes();
    void fillOver();
    Spectrum backing() const;
    Handling handling() const;
    std::optional<ExpectedDrying> drying() const;
    void askForDab();
    QString dryingWords() const;

    Worktable& m_context;
    WellActs* m_acts;
    bool m_stale = true;
    bool m_tubesStale = true;
    PuddleInHand m_puddle; ///< as of when it was last seen
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
