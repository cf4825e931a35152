#pragma once

#include "app/palette/needsmodel.h"
#include "app/parts/place.h"

namespace iris {

class ChoicePanel;
class ColourField;
class NeedsPanel;
class TubeModel;
class ViewSettings;

/// What the picture needs, and the smallest palette for it.
class PaletteView : public Place {
    Q_OBJECT

public:
    PaletteView(Document& document, NeedsModel& needs, TubeModel& tubes, ViewSettings& settings,
                QWidget* parent = nullptr);

    QString count() const override;
    void takeFocus() override;
    std::vector<WalkingKey> walkingKeys() const override;

    ChoicePanel& choicePanel() { return *m_choice; }
    NeedsPanel& needsPanel() { return *m_needsPanel; }

private:
    void showField();

    Document& m_document;
    NeedsModel& m_needs;
    ColourField* m_field;
    NeedsPanel* m_needsPanel;
    ChoicePanel* m_choice;
};

} // namespace iris
