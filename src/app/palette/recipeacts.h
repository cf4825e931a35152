#pragma once

#include "app/document/document.h"

#include <QAction>
#include <array>
#include <functional>

class QHBoxLayout;

namespace iris {

class ChoiceModel;
class ViewSettings;

/// What can be done with the recipes of the set on show.
class RecipeActs : public QObject {
    Q_OBJECT

public:
    /// @param choice whose recipes they are; @param panel where what is told stands; @param inHand which need's is in
    /// hand
    RecipeActs(Document& document, ChoiceModel& choice, ViewSettings& settings, QWidget* panel,
               std::function<std::size_t()> inHand);

    /// Their buttons in a row.
    QHBoxLayout* makeRow(QWidget* page);
    void setEnabled(bool enabled);
    QAction* shoppingAct() const { return m_acts.back(); }

private:
    /// What went wrong with the recipe in hand; one tube stirred into all of them.
    void diagnose();
    void stirMother();
    /// Lays the recipes out as a sheet to paint.
    void print();
    /// Writes what is to be bought, and what is there, as a list.
    void writeShoppingList();
    std::vector<Recipe> recipes() const;

    Document& m_document;
    ChoiceModel& m_choice;
    ViewSettings& m_settings;
    QWidget* m_panel;
    std::function<std::size_t()> m_inHand;
    std::array<QAction*, 4> m_acts{};
};

} // namespace iris
