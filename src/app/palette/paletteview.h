#pragma once

#include "app/palette/needsmodel.h"
#include "app/parts/place.h"

class QButtonGroup;
class QStackedWidget;

namespace iris {

class BoxPage;
class ChoiceModel;
class ChoicePanel;
class ChoosePage;
class ComparePage;
class NeedsPage;
class NeedsPanel;
class TubeModel;
class ViewSettings;

/// The palette in the order it is decided: what the picture needs, the smallest set of tubes for it, how that compares
/// with others, and the box it lies in.
class PaletteView : public Place {
    Q_OBJECT

public:
    enum Page { NeedsOfThePicture, Choosing, Comparing, Boxing };

    PaletteView(Document& document, NeedsModel& needs, TubeModel& tubes, ViewSettings& settings,
                QWidget* parent = nullptr);

    QString count() const override;
    void turnTo(int page) override { goTo(static_cast<Page>(page)); }
    void takeFocus() override;
    std::vector<WalkingKey> walkingKeys() const override;
    bool takePicture(const QString& path) override;

    Page page() const;
    void goTo(Page page);
    NeedsPage& needsPage() { return *m_needsPage; }
    ComparePage& comparePage() { return *m_comparePage; }
    BoxPage& boxPage() { return *m_boxPage; }
    ChoiceModel& choice() { return *m_choice; }
    ChoicePanel& choicePanel();
    NeedsPanel& needsPanel();

private:
    QAction* pageAct(const QString& words, const QKeySequence& key, Page page);

    NeedsModel& m_needs;
    QButtonGroup* m_tabs;
    QStackedWidget* m_pages;
    ChoiceModel* m_choice;
    ChoosePage* m_choosePage;
    NeedsPage* m_needsPage;
    ComparePage* m_comparePage;
    BoxPage* m_boxPage;
};

} // namespace iris
