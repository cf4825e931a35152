#pragma once

#include "app/document/document.h"
#include "finding/wanted.h"

#include <QFrame>

class QCheckBox;
class QComboBox;
class QLineEdit;
class QListWidget;
class QPushButton;

namespace iris {

class PlainLabel;
class ViewSettings;

/// What is wanted, large, and below it the ways to say it and to move it. After a move the old colour lies beside the
/// new one, touching.
class TargetPanel : public QFrame {
    Q_OBJECT

public:
    TargetPanel(Document& document, ViewSettings& settings, QWidget* parent = nullptr);

    const std::optional<Wanted>& wanted() const { return m_wanted; }
    /// @param words what it is, as in "Reeds" or "a place in marsh.jpg"
    void want(const Wanted& wanted, const QString& words);
    void move(Move move);
    void takeFocus();
    void setNarrow(bool narrow);
    /// What it is called; "wanted colour" for one that was only typed.
    const QString& called() const { return m_called; }
    /// The tube it is the colour of, when it is one: it is not matched by itself.
    TubeId tube() const { return m_tube; }

Q_SIGNALS:
    void wantedChanged();
    void pictureAsked();
    /// One of the wells that were mixed for this colour.
    void attemptChosen(WellId well);

protected:
    void showEvent(QShowEvent* event) override;

private:
    /// The tubes, needs and painted mixes to choose from, when someone can see them: there may be thousands.
    void fillSources();
    void takeSource(int row);
    void takeTyped();
    void show();
    QWidget* makeMoves();
    void weighAnew();
    void fillAttempts();

    Document& m_document;
    ViewSettings& m_settings;
    std::optional<Wanted> m_wanted;
    std::optional<Lab> m_before; ///< the colour before the last move
    QString m_called;
    TubeId m_tube;
    QWidget* m_patch;
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
