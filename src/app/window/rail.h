#pragma once

#include <QWidget>

class QButtonGroup;
class QPushButton;
class QUndoStack;

namespace iris {

class Place;
class PlainLabel;

/// The places down the left in working order, each with a small count; the notebook's name above, undo and redo below.
class Rail : public QWidget {
    Q_OBJECT

public:
    explicit Rail(QUndoStack& undoStack, QWidget* parent = nullptr);

    /// A word for a place, which follows its count.
    void addPlace(Place& place);
    void setCurrent(const Place& place);
    void setNotebook(const QString& name);

Q_SIGNALS:
    void placeChosen(iris::Place* place);
    void undoAsked();
    void redoAsked();

private:
    QPushButton* makeUndoButton(const char* name);

    QUndoStack& m_undoStack;
    PlainLabel* m_notebook;
    QButtonGroup* m_buttons;
    std::vector<Place*> m_places;
    QPushButton* m_undo;
    QPushButton* m_redo;
};

} // namespace iris
