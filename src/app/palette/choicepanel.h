#pragma once

#include "app/jobs/job.h"
#include "app/palette/needsmodel.h"
#include "app/palette/sessionkeeper.h"
#include "app/palette/shortfall.h"
#include "app/palette/tubeinhand.h"
#include "app/parts/recipesmodel.h"
#include "notebook/pool.h"
#include "palette/choicesession.h"

#include <QTimer>
#include <QWidget>

class QAction;
class QHBoxLayout;
class QListView;
class QPushButton;
class QStackedWidget;

namespace iris {

class PlainLabel;
class RecipeActs;

class ViewSettings;
class WaitingPage;
class PaletteStrip;

/// Choosing: what the palette must be like, the choice as it goes on, the set that came of it as wells, its recipes,
/// and the other sets that do as well.
class ChoicePanel : public QWidget {
    Q_OBJECT

public:
    ChoicePanel(Document& document, NeedsModel& needs, ViewSettings& settings, QWidget* parent = nullptr);

    /// What is asked for, or the recipes when they are there.
    void takeFocus();
    void choose();
    void cancel();
    void showNextSet(int by);
    void keepPalette();
    /// Shows the set of one step of the staircase.
    void showStep(std::size_t step);

    QAction* chooseAct() const { return m_chooseAct; }
    QAction* shoppingAct() const;
    const std::optional<Choice>& choice() const { return m_choice; }
    const std::optional<Staircase>& staircase() const { return m_stairs; }
    /// The staircase is being worked out.
    bool isClimbing() const { return m_climbing.isRunning(); }
    const TubePool& pool() const { return m_about.pool; }
    bool isBusy() const
    {
        return m_choosing.isRunning() || m_climbing.isRunning() || m_weighing.isRunning() || m_helping.isRunning()
               || m_bothWays.isRunning();
    }
    /// The tubes of the set on show; empty when there is none.
    std::vector<TubeId> shownTubes() const;
    std::size_t shownSet() const { return m_shown; }
    /// The set on show, counting pool(); null when there is none.
    const PaletteSet* setOnShow() const { return m_choice ? &m_choice->sets[m_shown] : nullptr; }
    /// The needs it answers, and the studio it is about.
    const std::vector<Need>& needs() const { return m_about.needs; }
    const StudioPtr& studio() const { return m_about.studio; }
    /// The name of the kept palette on show; empty for a choice.
    const QString& keptName() const { return m_keptName; }

Q_SIGNALS:
    /// The recipes on show have changed, or there are none any more.
    void answersChanged();
    /// The staircase is there, or no longer.
    void staircaseChanged();

private:
    /// What a choice is about: out of which tubes, of which studio, for which needs.
    struct About {
        TubePool pool;
        StudioPtr studio;
        std::vector<Need> needs;
    };

    QWidget* makeQuestion();
    QHBoxLayout* makeSets();
    QWidget* makeResult(ViewSettings& settings);
    QWidget* makeTeaching();
    void climb(const Limits& limits);
    TubePool poolNow() const;
    void palettesChanged();
    void showKept(const QString& name, PaletteId id, const std::vector<TubeId>& tubes);
    Limits limitsOfThese(const std::vector<std::size_t>& tubes, const TubePool& pool) const;
    void begin(TubePool pool, const Limits& limits, const QString& what);
    void take(const Result<Choice>& choice, const About& about);
    void dropAnswer();
    void showChoice(const Choice& choice);
    void forget();
    void showSet();
    void weigh();
    void lookForHelp();
    void askBothWays(const Limits& limits);
    Limits limitsNow(const TubePool& pool) const;
    bool isForgivingPreferred() const;
    void askAnew();
    void showTubeInHand();
    void swapInHand(std::size_t tube, std::size_t other);
    void showProof();
    void showWells(const PaletteSet& set);
    std::vector<std::size_t> placesOf(const std::vector<TubeId>& ids) const;
    void say(const QString& words);
    void showPage(int page);

    Document& m_document;
    ViewSettings& m_settings;
    NeedsModel& m_needsModel;
    std::shared_ptr<ChoiceSession> m_session; ///< about the tubes and needs of the last choice
    SessionKeeper m_sessions;
    Job<Result<Choice>> m_choosing;
    Job<Result<Staircase>> m_climbing;
    std::optional<Staircase> m_stairs;
    Job<std::vector<double>> m_weighing;   ///< how sure the recipes on show are
    Job<std::vector<Shortfall>> m_helping; ///< looks for the tube that would meet what is not met
    Job<QString> m_bothWays;               ///< a triad with a red and with a magenta
    QString m_help;
    QString m_ways;
    About m_about; ///< of the choice on show, and changed together with it
    RecipesModel m_recipes;
    std::optional<Choice> m_choice;
    QString m_keptName;            ///< of the kept palette on show; empty for a choice
    bool m_isStep = false;         ///< a step of the staircase, or a set with one tube swapped, is on show
    std::optional<Choice> m_asked; ///< the choice that such a set comes from
    static constexpr std::size_t noTube = std::numeric_limits<std::size_t>::max();
    std::size_t m_tubeInHand = noTube; ///< its place in the pool; it stays in hand from one answer to the next
    RecipeActs* m_recipeActs = nullptr;
    PaletteId m_keptId;
    std::size_t m_shown = 0;
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
