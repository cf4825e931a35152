#pragma once

#include "notebook/notebook.h"

#include <QDialog>

class QTableWidget;

namespace iris {

/// Which tubes must be in the palette and which never may, one row a tube.
class WishesDialog : public QDialog {
    Q_OBJECT

public:
    WishesDialog(const Notebook& notebook, QWidget* parent = nullptr);

    PaletteWishes wishes() const;

private:
    const Notebook& m_notebook;
    QTableWidget* m_table;
};

} // namespace iris
