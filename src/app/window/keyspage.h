#pragma once

#include <QDialog>

namespace iris {

/// Every key on one page.
class KeysPage : public QDialog {
    Q_OBJECT

public:
    explicit KeysPage(QWidget* parent = nullptr);
};

} // namespace iris
