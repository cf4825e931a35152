#pragma once

#include "app/palette/choicemodel.h"
#include "app/parts/recipesmodel.h"

#include <QTimer>
#include <QWidget>

class QAction;
class QHBoxLayout;
class QListView;
class QPushButton;
class QStackedWidget;

namespace iris {

class PaletteStrip;
class PlainLabel;
class RecipeActs;
class TubeInHand;
class ViewSettings;
class WaitingPage;

/// Choosing: what the palette must be like, the choice as it goes on, the set that came of it as wells, its recipes,
/// and the other sets that do as well.
class ChoicePanel : public QWidget {
    Q_OBJECT

public:
    ChoicePanel(Document& document, NeedsModel& needs, ChoiceModel& model, ViewSettings& settings,
                QWidget* parent = nullptr);

    /// What is asked for, or the recipes when they are there.
    void takeFocus();
    void keepPalette();

    QAction* chooseAct() const { return m_chooseAct; }
    QAction* shoppingAct() const;

private:
    QWidget* makeQuestion();
    QHBoxLayout* makeSets();
    QWidget* makeResult(ViewSettings& settings);
    QWidget* makeTeaching();
    void wait(const ShownChoice& asked);
    void stopWaiting();
    void showChoice();
    void showSets();
    void showUnanswered(const ChoiceModel::Unanswered& question);
    void tellStopped();
    void teach();
    void showBeside();
    void showProof();
    void showTubeInHand();
    void say(const QString& words);
    void showPage(int page);

    Document& m_document;
    ViewSettings& m_settings;
    NeedsModel& m_needs;
    ChoiceModel& m_model;
    RecipesModel m_recipes;
    std::shared_ptr<const Choice> m_answer;  ///< the one that the list was last turned to
    std::optional<std::size_t> m_tubeInHand; ///< its place in the pool; it stays in hand from one answer to the next
    RecipeActs* m_recipeActs = nullptr;
    QAction* m_chooseAct = nullptr;
    QAction* m_stop = nullptr;
    QAction* m_keepAct = nullptr;
    QStackedWidget* m_pages = nullptr;
    QPushButton* m_chooseButton = nullptr;
    PlainLabel* m_teaching = nullptr;
    WaitingPage* m_waiting = nullptr;
    PlainLabel* m_headline = nullptr;
    PlainLabel* m_proof = nullptr;
    PaletteStrip* m_wells = nullptr;
    TubeInHand* m_inHand = nullptr;
    QTimer m_patience; ///< before a question is waited for visibly
    QListView* m_list = nullptr;
    PlainLabel* m_setLabel = nullptr;
    QAction* m_previous = nullptr;
    QAction* m_next = nullptr;
    std::array<QPushButton*, 2> m_walk{};
    QPushButton* m_keep = nullptr;
    QPushButton* m_forgetKept = nullptr;
};

} // namespace iris
