#pragma once

#include "notebook/papers.h"

#include <QDialog>

class QButtonGroup;
class QCheckBox;
class QComboBox;
class QVBoxLayout;

namespace iris {

/// How many touches of the painter's brush make a part, whether a wash is laid twice, and on what paper.
class HandlingDialog : public QDialog {
    Q_OBJECT

public:
    explicit HandlingDialog(const Notebook& notebook, QWidget* parent = nullptr);

    Handling handling() const;

private:
    void addTouches(QVBoxLayout& layout, int touchesAPart);
    void addPaper(QVBoxLayout& layout, const Notebook& notebook);

    QButtonGroup* m_choices;
    QCheckBox* m_twice;
    QComboBox* m_paper;
    std::vector<NamedPaper> m_papers; ///< in the order of the list
};

} // namespace iris
