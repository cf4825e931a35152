#pragma once

#include "app/document/document.h"
#include "mixing/waybetween.h"

#include <QWidget>
#include <array>

class QCheckBox;
class QComboBox;
class QHBoxLayout;
class QStackedWidget;

namespace iris {

class PlainLabel;

class ColourField;
class LadderStrip;
class MixCard;
class Worktable;
class TubeChoiceModel;
class WashWidget;

/// Two tubes and everything between them.
class LadderView : public QWidget {
    Q_OBJECT

public:
    LadderView(Worktable& context, QWidget* parent = nullptr);

    void showPair(TubeId first, TubeId second);
    void swap();
    /// Shows the way back to the first tube as well, or no longer.
    void turnBack();
    /// Asks for paper and a name, and prints the ladder as a sheet to paint.
    void printSheet();
    void takeFocus();
    const Ladder& ladder() const { return m_ladder; }
    MixCard& card() { return *m_card; }

Q_SIGNALS:
    void sheetPrinted();

protected:
    void resizeEvent(QResizeEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    void choosePair();
    QComboBox* makeTubeBox(const char* name, const QString& label);
    QHBoxLayout* makeChoice();
    QHBoxLayout* makeHeading();
    QHBoxLayout* makeLowerHalf(QWidget* page);
    QWidget* makeEmptyPage();
    void tubesChanged();
    void rebuild();
    void showStep(int step);
    void showJudgement(const WayBetween& way);
    void showField();
    void showTubes();
    QString markWords() const;
    QString nearestTube(const Lab& colour) const;
    Recipe recipeAt(const LadderStep& step) const;
    const Paint* paintIn(const QComboBox* box) const;
    double wash() const;

    Worktable& m_context;
    TubeChoiceModel* m_choices;
    TubeId m_firstTube;
    TubeId m_secondTube;
    bool m_stale = true; ///< something changed while nobody looked
    QComboBox* m_first = nullptr;
    QComboBox* m_second = nullptr;
    QComboBox* m_wash = nullptr;
    QComboBox* m_steps = nullptr;
    QComboBox* m_spacing = nullptr;
    QCheckBox* m_back = nullptr;
    QStackedWidget* m_pages = nullptr;
    LadderStrip* m_strip = nullptr;
    ColourField* m_field = nullptr;
    PlainLabel* m_headline = nullptr;
    PlainLabel* m_judgement = nullptr;
    std::array<WashWidget*, 2> m_tubeWashes{};
    std::array<PlainLabel*, 2> m_tubeWords{};
    MixCard* m_card;
    PlainLabel* m_nearest = nullptr;
    Ladder m_ladder;
};

} // namespace iris
