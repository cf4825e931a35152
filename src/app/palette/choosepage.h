#pragma once

#include "app/palette/needsmodel.h"

#include <QWidget>

namespace iris {

class ChoicePanel;
class ColourField;
class ViewSettings;

/// The choice: what the tubes reach on the colour field, and the smallest palette with its recipes.
class ChoosePage : public QWidget {
    Q_OBJECT

public:
    ChoosePage(Document& document, NeedsModel& needs, ViewSettings& settings, QWidget* parent = nullptr);

    ChoicePanel& choicePanel() { return *m_choice; }

private:
    void showField();

    Document& m_document;
    NeedsModel& m_needs;
    ColourField* m_field;
    ChoicePanel* m_choice;
};

} // namespace iris
