#pragma once

#include "app/document/document.h"
#include "colour/colourmeant.h"
#include "finding/wanted.h"

#include <QFrame>

class QCheckBox;
class QComboBox;
class QLineEdit;
class QListWidget;
class QPushButton;

namespace iris {

class PlainLabel;
class ReachField;
class ReachGrid;
class ViewSettings;

/// What is wanted: the field of what one's tubes reach, to point at it; the colour, in words; a line to say it in, and
/// the ways to move it. After a move the old colour lies beside the new one, touching.
class TargetPanel : public QFrame {
    Q_OBJECT

public:
    TargetPanel(Document& document, ViewSettings& settings, QWidget* parent = nullptr);

    const std::optional<Wanted>& wanted() const { return m_wanted; }
    /// @param words what it is, as in "Reeds" or "a place in marsh.jpg"
    /// @param range what such words leave open
    void want(const Wanted& wanted, const QString& words, const std::optional<ColourRange>& range = {});
    void setReach(std::shared_ptr<const ReachGrid> reach);
    void move(Move move);
    /// To the field.
    void takeFocus();
    /// To the line.
    void sayIt();
    /// How much room there is, and whether the field has most of it: while there is nothing else to see.
    void fit(bool narrow, bool large);
    /// What it is called; "wanted colour" for one that was only typed.
    const QString& called() const { return m_called; }
    /// The tube it is the colour of, when it is one: it is not matched by itself.
    TubeId tube() const { return m_tube; }

Q_SIGNALS:
    void wantedChanged();
    void pictureAsked();
    /// What was typed is what is wanted now.
    void said();
    /// A colour was said in words, which leave a range of them.
    void saidInWords(const iris::ColourRange& range, const QString& words);
    /// One of the wells that were mixed for this colour.
    void attemptChosen(WellId well);

protected:
    void showEvent(QShowEvent* event) override;

private:
    /// The tubes, needs and painted mixes to choose from, when someone can see them: there may be thousands.
    void fillSources();
    void takeSource(int row);
    void takeTyped();
    bool takeNamed(const QString& name);
    void show();
    QWidget* makeMoves();
    void weighAnew();
    void fillAttempts();

    Document& m_document;
    ViewSettings& m_settings;
    std::optional<Wanted> m_wanted;
    std::optional<Lab> m_before;        ///< the colour before the last move
    std::optional<ColourRange> m_range; ///< what words left open
    QString m_called;
    TubeId m_tube;
    ReachField* m_field;
    QWidget* m_patch;
    QWidget* m_moves = nullptr;
    std::vector<QPushButton*> m_moveButtons;
    PlainLabel* m_words;
    QLineEdit* m_typed;
    QComboBox* m_sources;
    QCheckBox* m_valueFirst;
    QCheckBox* m_thinMatters;
    PlainLabel* m_trouble;
    bool m_sourcesStale = true;
    PlainLabel* m_tried;
    QListWidget* m_attempts;
};

} // namespace iris
