#pragma once

#include "notebook/tubelines.h"

#include <QWidget>

class QLabel;
class QListWidget;
class QPlainTextEdit;
class QPushButton;

namespace iris {

class Document;
class PlainLabel;
class ViewSettings;

/// A line, or many, in which tubes are typed as people write them down; what each is taken for stands under it as a
/// wash, one that is there already touching its twin. Enter keeps them in one step of undo. What was not understood
/// stays in the line, and so does all of it when one goes elsewhere.
class TypingPanel : public QWidget {
    Q_OBJECT

public:
    TypingPanel(Document& document, ViewSettings& settings, QWidget* parent = nullptr);

    void takeFocus();
    /// Puts lines behind what is typed already.
    void takeLines(const QString& lines);

    bool eventFilter(QObject* watched, QEvent* event) override;

protected:
    void resizeEvent(QResizeEvent* event) override;

Q_SIGNALS:
    void kept(iris::TubeId last);
    /// One goes back to the tubes.
    void left();

private:
    void read();
    void keep();
    void showTold(const ToldTube& told);
    void showWhy(const TubeLine& line);
    void fitTold();
    std::size_t newTubes() const;

    Document& m_document;
    ViewSettings& m_settings;
    QPlainTextEdit* m_edit;
    QListWidget* m_told;
    QPushButton* m_keep;
    PlainLabel* m_words;
    std::vector<TubeLine> m_lines; ///< what stands in the edit, as it was understood
};

} // namespace iris
