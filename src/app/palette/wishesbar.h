#pragma once

#include "app/document/document.h"
#include "app/parts/termacts.h"

#include <QWidget>

class QComboBox;
class QHBoxLayout;
class QLineEdit;
class QPushButton;
class QSpinBox;

namespace iris {

/// What the palette must be like, in two rows: school, size and out of which tubes; what the tubes must be, and which
/// must be in or stay out. Shows the notebook's wishes and writes them.
class WishesBar : public QWidget {
    Q_OBJECT

public:
    explicit WishesBar(Document& document, QWidget* parent = nullptr);

    /// The second row, where the acts that go by the wishes stand beside them.
    QHBoxLayout* acts() { return m_acts; }

private:
    void setUpFields();
    void setUpTerms();
    void read();
    void readSure(int sure);
    void write();
    void askMustAndNever();
    void setUpPreferences();
    void writePlaces();

    Document& m_document;
    QComboBox* m_school;
    QSpinBox* m_most; ///< of a free choice; of a triad its red stands here, and one's own places of those
    QComboBox* m_red;
    QLineEdit* m_places;
    QComboBox* m_from;
    QComboBox* m_sure;
    QPushButton* m_terms;
    TermActs m_asked{};
    QPushButton* m_prefer;
    std::array<QAction*, allPreferences.size()> m_preferred{};
    QPushButton* m_mustNever;
    QHBoxLayout* m_acts;
};

} // namespace iris
