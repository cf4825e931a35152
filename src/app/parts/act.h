#pragma once

#include <QAction>
#include <functional>

class QPushButton;

namespace iris {

/// Something a painter can do at a place. Its words, its key and whether it can be done now have their one home in the
/// action; buttons, menus and the page of keys are made from it. The key works while something in `where` has the
/// focus.
/// @param words as on a button: "Read a card"
/// @param what for the page of keys, where the words alone would not tell; "" for the words themselves
QAction* addAct(QWidget& where, const QString& words, const QKeySequence& key, std::function<void()> does,
                const QString& what = {});

/// Whether an act belongs to what is on show, or has a button there.
bool isOnShow(const QAction& act);

/// Of the acts in a widget that are on show, can be done and have this key, the one that lies nearest around the focus;
/// null where none is.
QAction* actOnShow(const QWidget& within, const QKeySequence& key);

/// A key as it is printed: "X", "Del", "−".
QString keyWords(const QKeySequence& key);

/// The words of an act with its key: "Swap (X)".
QString actWords(const QAction& act);

/// A button for an act: its words with the key, pressable while it can be done.
QPushButton* actButton(QAction& act, const char* objectName, QWidget* parent);

} // namespace iris
