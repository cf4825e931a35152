#pragma once

#include "paint/lean.h"

#include <QDialog>

class QRadioButton;

namespace iris {

/// Which blue the painter calls warm, with what each school means by it.
class WarmBlueDialog : public QDialog {
    Q_OBJECT

public:
    explicit WarmBlueDialog(WarmBlue side, QWidget* parent = nullptr);

    WarmBlue side() const;

private:
    QRadioButton* m_violet;
    QRadioButton* m_green;
};

} // namespace iris
