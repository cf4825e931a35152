#pragma once

#include "app/palette/needsmodel.h"

#include <QWidget>

namespace iris {

class ChoiceModel;
class ChoicePanel;
class ColourField;
class PlainLabel;
class StaircaseStrip;
class ViewSettings;

/// The choice: what the tubes reach on the colour field, and the smallest palette with its recipes.
class ChoosePage : public QWidget {
    Q_OBJECT

public:
    ChoosePage(Document& document, NeedsModel& needs, ChoiceModel& choice, ViewSettings& settings,
               QWidget* parent = nullptr);

    ChoicePanel& panel() { return *m_panel; }

private:
    void showField();
    void showStairs();
    QString wordsOf(std::size_t step) const;

    Document& m_document;
    NeedsModel& m_needs;
    ColourField* m_field;
    StaircaseStrip* m_stairs;
    PlainLabel* m_stairWords;
    ChoiceModel& m_choice;
    ChoicePanel* m_panel;
};

} // namespace iris
