#pragma once

#include "app/document/document.h"
#include "notebook/cgats.h"
#include "sheet/chartreader.h"

#include <QDialog>
#include <QFutureWatcher>

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
    void takeResult();
    void keep();
    ChartPlace place() const;

    Document& m_document;
    std::shared_ptr<const Scan> m_scan;
    std::optional<CgatsFile> m_truth;
    std::optional<DeviceCorrection> m_correction;
    QFutureWatcher<Result<DeviceCorrection>> m_measuring;
    RegionEditor* m_editor;
    QLineEdit* m_name;
    QSpinBox* m_columns;
    PlainLabel* m_picture;
    PlainLabel* m_colours;
    PlainLabel* m_words;
    QPushButton* m_keep;
};

} // namespace iris
