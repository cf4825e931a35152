#pragma once

#include <QDialog>

class QButtonGroup;

namespace iris {

/// How many touches of the painter's brush make a part.
class TouchesDialog : public QDialog {
    Q_OBJECT

public:
    explicit TouchesDialog(int touches, QWidget* parent = nullptr);

    /// One of allTouchesAPart.
    int touches() const;

private:
    QButtonGroup* m_choices;
};

} // namespace iris
