#pragma once

#include "app/document/document.h"

#include <QDialog>

class QCheckBox;
class QLineEdit;
class QListWidget;
class QPushButton;

namespace iris {

class PlainLabel;
class ViewSettings;

/// A wall of the washes that shops have, by hue, each with the name it mostly goes by and its code: one ticks what one
/// owns. Those that are few makers' or old stock are shown on request; what is in the notebook already is marked.
class WallDialog : public QDialog {
    Q_OBJECT

public:
    WallDialog(Document& document, ViewSettings& settings, QWidget* parent = nullptr);

    /// What was ticked, as tubes by those names.
    std::vector<Tube> tubes() const;

private:
    void fill();
    void sift();
    void count();

    Document& m_document;
    ViewSettings& m_settings;
    QLineEdit* m_find;
    QCheckBox* m_all;
    QListWidget* m_wall;
    QPushButton* m_keep;
};

} // namespace iris
