#pragma once

#include "app/document/document.h"

#include <QDialog>

class QComboBox;
class QLineEdit;
class QPushButton;
class QSpinBox;

namespace iris {

class PlainLabel;

/// A tube's tinting strength from one let-down: so many parts of it with so many of a tube that is known, and the
/// colour of the dry mix.
class LetDownDialog : public QDialog {
    Q_OBJECT

public:
    LetDownDialog(Document& document, TubeId tube, QWidget* parent = nullptr);

    /// The tube with its new strength.
    Tube tube() const { return m_tube; }

private:
    void work();

    Document& m_document;
    Tube m_tube;
    QComboBox* m_known;
    QSpinBox* m_ownParts;
    QSpinBox* m_knownParts;
    QLineEdit* m_colour;
    PlainLabel* m_words;
    QPushButton* m_keep;
};

} // namespace iris
