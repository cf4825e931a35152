#pragma once

#include "app/document/document.h"
#include "sheet/sheetplan.h"

#include <QDialog>

class QCheckBox;
class QComboBox;
class QLineEdit;
class QPushButton;
class QSpinBox;

namespace iris {

class PlainLabel;

/// How a sheet is to be printed: its title, paper and size of squares, and what it will take in time and paint.
class PrintDialog : public QDialog {
    Q_OBJECT

public:
    /// @param columns of the grid; 0 for squares in no order of rows and columns
    /// @param controls squares that check the light, offered besides; may be empty
    PrintDialog(std::vector<SheetCell> cells, int columns, std::vector<SheetCell> controls, const QString& title,
                QWidget* parent = nullptr);

    /// The sheets as they would be laid out; empty when they cannot be.
    const std::vector<SheetRecord>& sheets() const { return m_sheets; }

private:
    void layOut();
    SheetChoice choice() const;

    std::vector<SheetCell> m_cells;
    int m_columns;
    std::vector<SheetCell> m_controls;
    std::vector<SheetRecord> m_sheets;
    QLineEdit* m_title;
    QComboBox* m_format;
    QSpinBox* m_size;
    QCheckBox* m_line;
    QCheckBox* m_checks;
    PlainLabel* m_effort;
    QPushButton* m_print = nullptr;
};

/// Asks how, keeps the sheets in the notebook, asks where and writes the PDF. False when nothing was kept.
bool printSquares(Document& document, std::vector<SheetCell> cells, int columns, const QString& title, QWidget* parent);

/// Writes sheets of the notebook to a PDF the painter names; says what went wrong.
void writeSheets(Document& document, const std::vector<SheetRecord>& sheets, QWidget* parent);

/// "24 to 36 minutes, and half an hour to dry" and how much of which paint.
QString effortWords(const std::vector<SheetRecord>& sheets);

} // namespace iris
