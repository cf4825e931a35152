#pragma once

#include "app/manual/manualpage.h"

#include <QWidget>

class QLineEdit;
class QListWidget;
class QPushButton;
class QTextBrowser;

namespace iris {

class PaintBand;
class PlainLabel;
class ViewSettings;

/// The manual, in a window of its own beside the work: questions that are looked through as one types, each with live
/// paint above its words and a button that goes where it is done.
class ManualWindow : public QWidget {
    Q_OBJECT

public:
    ManualWindow(ViewSettings& settings, QWidget* parent);

    /// Comes up beside the window it belongs to, where the screen has room.
    void open();

Q_SIGNALS:
    /// @param place as on the rail: "Pairs"; @param tab which of its pages
    void goAsked(const QString& place, int tab);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void fill();
    void showPage(int row);

    QLineEdit* m_find;
    QListWidget* m_questions;
    PlainLabel* m_title;
    PaintBand* m_paint;
    QTextBrowser* m_words;
    QPushButton* m_go;
    std::vector<const ManualPage*> m_pages; ///< in the list
};

} // namespace iris
