#pragma once

#include "mixing/brush.h"

#include <QDialog>

class QButtonGroup;
class QCheckBox;

namespace iris {

/// How many touches of the painter's brush make a part, and whether a wash is laid twice.
class TouchesDialog : public QDialog {
    Q_OBJECT

public:
    explicit TouchesDialog(Brush brush, QWidget* parent = nullptr);

    Brush brush() const;

private:
    QButtonGroup* m_choices;
    QCheckBox* m_twice;
};

} // namespace iris
