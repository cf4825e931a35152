#pragma once

#include <QWidget>

class QButtonGroup;
class QPushButton;
class QUndoStack;

namespace iris {

class PlainLabel;

/// The places down the left in working order, each with a small count; the notebook's name above, undo and redo below.
class Rail : public QWidget {
    Q_OBJECT

public:
    explicit Rail(QUndoStack& undoStack, QWidget* parent = nullptr);

    void addPlace(const QString& name, const char* objectName);
    void setCount(int place, const QString& count);
    void setCurrent(int place);
    void setNotebook(const QString& name);

Q_SIGNALS:
    void placeChosen(int place);
    void undoAsked();
    void redoAsked();

private:
    QPushButton* makeUndoButton(const char* name);

    QUndoStack& m_undoStack;
    PlainLabel* m_notebook;
    QButtonGroup* m_places;
    QPushButton* m_undo;
    QPushButton* m_redo;
};

} // namespace iris
