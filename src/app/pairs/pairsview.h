#pragma once

#include "app/tubes/tubemodel.h"
#include "mixing/ladder.h"

#include <QWidget>
#include <array>

class QComboBox;
class QFrame;
class QHBoxLayout;
class QLabel;
class QStackedWidget;

namespace iris {

class ColourField;
class LadderStrip;
class ViewSettings;
class TubeChoiceModel;
class WashWidget;

/// Two tubes and everything between them.
class PairsView : public QWidget {
    Q_OBJECT

public:
    PairsView(Document& document, TubeModel& model, ViewSettings& settings, QWidget* parent = nullptr);

    void showPair(TubeId first, TubeId second);
    void swap();
    /// Writes the colour of the step on show down as a need.
    void wantStep();
    const Ladder& ladder() const { return m_ladder; }

protected:
    void showEvent(QShowEvent* event) override;

private:
    void choosePair();
    QComboBox* makeTubeBox(const char* name, const QString& label);
    QHBoxLayout* makeChoice();
    QFrame* makeCard();
    QHBoxLayout* makeLowerHalf(QWidget* page);
    QWidget* makeEmptyPage();
    void tubesChanged();
    void rebuild();
    void showStep(int step);
    void showJudgement();
    void showField();
    void showTubes();
    QString nearestTube(const Lab& colour) const;
    const Paint* paintIn(const QComboBox* box) const;
    double wash() const;

    Document& m_document;
    TubeModel& m_model;
    ViewSettings& m_settings;
    TubeChoiceModel* m_choices;
    TubeId m_firstTube;
    TubeId m_secondTube;
    bool m_stale = true; ///< something changed while nobody looked
    QComboBox* m_first = nullptr;
    QComboBox* m_second = nullptr;
    QComboBox* m_wash = nullptr;
    QComboBox* m_steps = nullptr;
    QStackedWidget* m_pages = nullptr;
    LadderStrip* m_strip = nullptr;
    ColourField* m_field = nullptr;
    QLabel* m_headline = nullptr;
    QLabel* m_judgement = nullptr;
    std::array<WashWidget*, 2> m_tubeWashes{};
    std::array<QLabel*, 2> m_tubeWords{};
    WashWidget* m_stepWash = nullptr;
    QLabel* m_stepName = nullptr;
    QLabel* m_stepWords = nullptr;
    QLabel* m_stepNumbers = nullptr;
    QLabel* m_stepNearest = nullptr;
    Ladder m_ladder;
};

} // namespace iris
