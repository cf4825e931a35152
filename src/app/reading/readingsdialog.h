#pragma once

#include "app/document/document.h"

#include <QDialog>

class QListWidget;
class QPushButton;

namespace iris {

class PlainLabel;

class ViewSettings;
class WashWidget;

/// Every reading of a tube, newest first: its wash, its picture, how it differs from the one before; which one the tube
/// goes by can be chosen.
class ReadingsDialog : public QDialog {
    Q_OBJECT

public:
    ReadingsDialog(Document& document, ViewSettings& settings, TubeId tube, QWidget* parent = nullptr);

private:
    void fill();
    void showChosen();
    const SwatchRecord* chosen() const;

    Document& m_document;
    ViewSettings& m_settings;
    TubeId m_tube;
    QListWidget* m_list;
    WashWidget* m_wash;
    PlainLabel* m_picture;
    PlainLabel* m_words;
    QPushButton* m_goBy;
    QPushButton* m_remove;
};

} // namespace iris
