#pragma once

#include "app/palette/needsmodel.h"

#include <QWidget>

namespace iris {

class ChoicePanel;
class ColourField;
class NeedsPanel;
class TubeModel;
class ViewSettings;

/// What the picture needs, and the smallest palette for it.
class PaletteView : public QWidget {
    Q_OBJECT

public:
    PaletteView(Document& document, NeedsModel& needs, TubeModel& tubes, ViewSettings& settings,
                QWidget* parent = nullptr);

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
