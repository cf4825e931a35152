#pragma once

#include "app/document/document.h"
#include "app/jobs/openpicture.h"
#include "notebook/cgats.h"
#include "sheet/chartreader.h"

#include <QDialog>

class QLineEdit;
class QPushButton;
class QSpinBox;

namespace iris {

class PlainLabel;

class RegionEditor;

/// Setting a scanner or camera right: a picture of a chart, the file with its colours, and the grid laid over it.
class ChartDialog : public QDialog {
    Q_OBJECT

public:
    explicit ChartDialog(Document& document, QWidget* parent = nullptr);

    void openPicture(const QString& path);
    void openColours(const QString& path);

private:
    void choosePicture();
    void chooseColours();
    void measure();
    void takeResult(const Result<DeviceCorrection>& result);
    void keep();
    ChartPlace place() const;

    Document& m_document;
    /// A picture, and where the grid of a chart is likely to be on it.
    struct OpenedChart {
        ScanPtr scan;
        std::optional<QPolygonF> grid;
    };
    void showPicture(const OpenedChart& chart);

    Job<Result<OpenedChart>> m_opening;
    ScanPtr m_scan;
    std::optional<CgatsFile> m_truth;
    std::optional<DeviceCorrection> m_correction;
    Job<Result<DeviceCorrection>> m_measuring;
    RegionEditor* m_editor;
    QLineEdit* m_name;
    QSpinBox* m_columns;
    PlainLabel* m_picture;
    PlainLabel* m_colours;
    PlainLabel* m_words;
    QPushButton* m_keep;
};

} // namespace iris
