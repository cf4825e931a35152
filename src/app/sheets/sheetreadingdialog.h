#pragma once

#include "app/document/document.h"
#include "app/jobs/openpicture.h"
#include "sheet/sheetreader.h"

#include <QDialog>

class QCheckBox;
class QComboBox;
class QDateEdit;
class QLineEdit;
class QListWidget;
class QProgressBar;
class QPushButton;
class QVBoxLayout;

namespace iris {

class PlainLabel;

class ViewSettings;

/// A painted sheet on its way into the notebook: every square as painted beside what was expected, the doubtful ones
/// first, each with a tick for yes or no.
class SheetReadingDialog : public QDialog {
    Q_OBJECT

public:
    SheetReadingDialog(Document& document, ViewSettings& settings, const QString& picture, QWidget* parent = nullptr);

    const std::optional<SheetReading>& reading() const { return m_reading; }
    /// Files the ticked squares and closes.
    void file();

private:
    QVBoxLayout* makeRightSide();
    void fillBoxes();
    void readAgain();
    SheetOptions options() const;
    void takeReading(const SheetReading& reading);
    void showTrouble(const Error& why);
    void addSquare(const SquareReading& square, const SheetRecord& sheet);
    void countTicks();
    QString wordsOf(const SquareReading& square, const SheetRecord& sheet) const;
    QString summaryWords() const;
    QPixmap pictureOf(const SquareReading& square) const;
    std::vector<std::size_t> ticked() const;

    Document& m_document;
    ViewSettings& m_settings;
    Job<Result<ScanPtr>> m_opening;
    Job<Result<SheetReading>> m_job;
    ScanPtr m_scan;
    std::optional<SheetReading> m_reading;
    PlainLabel* m_title;
    QListWidget* m_squares;
    QComboBox* m_device = nullptr;
    QComboBox* m_paper = nullptr;
    QDateEdit* m_date = nullptr;
    QCheckBox* m_wet = nullptr;
    QLineEdit* m_code = nullptr;
    PlainLabel* m_codeLabel = nullptr;
    PlainLabel* m_summary = nullptr;
    PlainLabel* m_trouble = nullptr;
    PlainLabel* m_doing = nullptr;
    QProgressBar* m_busy = nullptr;
    QPushButton* m_file = nullptr;
};

} // namespace iris
