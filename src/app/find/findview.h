#pragma once

#include "app/find/candidatetiles.h"
#include "app/jobs/job.h"
#include "app/parts/place.h"
#include "app/parts/termacts.h"

class QAction;
class QGridLayout;
class QMenu;
class QPushButton;

namespace iris {

class ChoiceBox;
class MixCard;
class PictureDialog;
class PlainLabel;
class ReachGrid;
struct ColourRange;
class TargetPanel;
class TubeSetBox;
class Worktable;

/// From a colour that is wanted to a mix: the target on the left, what comes near in the middle, the one in hand on the
/// right, and what was tried already below it.
class FindView : public Place {
    Q_OBJECT

public:
    explicit FindView(Worktable& context, QWidget* parent = nullptr);

    QString count() const override { return {}; }
    void takeFocus() override;
    std::vector<WalkingKey> walkingKeys() const override;

    /// What is on show; null while nothing is wanted.
    const FoundMixesPtr& found() const { return m_found; }
    TargetPanel& target() { return *m_target; }
    CandidateTiles& tiles() { return *m_tiles; }
    MixCard& card() { return *m_card; }
    bool isBusy() const { return m_search.isRunning() || m_helping.isRunning(); }
    /// Wants a colour, and asks to be shown.
    void wantColour(const Wanted& wanted, const QString& words);
    /// Picks a colour out of a picture in a file.
    bool takePicture(const QString& path) override;
    /// Out of one that is kept.
    void openSubject(SubjectId subject);
    /// Makes the mix in hand in the well.
    void start();

Q_SIGNALS:
    void attemptChosen(WellId well);
    /// A mix is to be made in the well, to come to the colour that is wanted.
    void intoTheWell(const iris::StudioPtr& studio, const iris::Recipe& recipe, const iris::Wanted& wanted,
                     const QString& words);

protected:
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    QWidget* makeMiddle();
    QMenu* makeSift();
    void fillTubeMenu(QMenu& menu);
    std::vector<std::size_t> ticked(const QMenu& menu) const;
    void arrange(bool narrow);
    Sift sift() const;
    void search();
    void showWhatThereIs();
    void drawReach();
    void aim(const ColourRange& range, const QString& words);
    void sayHowToBegin();
    void tell();
    void searchFor(FoundMixes question, int most);
    void showFound(FoundMixesPtr found);
    static QString nearWords(std::size_t tile, const FoundMixes& found);
    QString ownWords() const;
    void showCandidate(int tile);
    void look(const FoundMixesPtr& found);
    void askPicture();
    void pickFrom(PictureDialog& dialog);

    Worktable& m_context;
    TargetPanel* m_target;
    CandidateTiles* m_tiles;
    MixCard* m_card;
    PlainLabel* m_headline;
    FoundMixesPtr m_found;
    PlainLabel* m_why;
    PlainLabel* m_start;
    TubeSetBox* m_tubes;
    ChoiceBox* m_most;
    ChoiceBox* m_order;
    QPushButton* m_siftButton = nullptr;
    QGridLayout* m_choices = nullptr;
    bool m_narrow = false;
    QAction* m_intoWell = nullptr;
    TermActs m_sifts{};
    QMenu* m_must = nullptr;
    QMenu* m_without = nullptr;
    Job<FoundMixes> m_search;
    Job<std::optional<QString>> m_helping;
    Job<std::shared_ptr<const ReachGrid>> m_reaching;
    std::shared_ptr<const ReachGrid> m_reach;
    bool m_isReachStale = true;
    bool m_stale = true;
};

} // namespace iris
