#pragma once

#include "notebook/tube.h"

#include <QDialog>

class QComboBox;
class QLineEdit;

namespace iris {

/// Changing many tubes at once: what is left alone stays as it is in each.
class ManyTubesDialog : public QDialog {
    Q_OBJECT

public:
    explicit ManyTubesDialog(std::vector<Tube> tubes, QWidget* parent = nullptr);

    /// The tubes with what was chosen.
    std::vector<Tube> tubes() const;

private:
    std::vector<Tube> m_tubes;
    QComboBox* m_where;
    QComboBox* m_container;
    QLineEdit* m_maker;
    QLineEdit* m_line;
    QComboBox* m_lightfastness;
};

} // namespace iris
