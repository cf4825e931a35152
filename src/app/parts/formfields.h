#pragma once

#include "colour/cielab.h"

#include <QComboBox>
#include <QString>
#include <optional>

class QDialog;
class QDialogButtonBox;
class QHBoxLayout;
class QLineEdit;
class QPushButton;
class QWidget;

namespace iris {

/// A number as painters type it, with a point or a comma. Nothing for anything else.
std::optional<double> typedNumber(const QString& words);

/// A colour as it can be typed again: "62.0, -14.0, 38.0", with a plain minus sign.
QString typedLab(const Lab& lab);

/// Shows a value in a field and remembers how, so that untouched() can tell.
void showIn(QLineEdit& field, const QString& words);

/// True while a field shows what showIn() gave it: then the value behind it stands, to its last digit.
bool untouched(const QLineEdit& field);

/// Values of an enum in a box, each with its words: which one is chosen does not hang on its place in the list.
template <typename Enum> void addChoices(QComboBox& box, std::initializer_list<std::pair<Enum, QString>> choices)
{
    for (const auto& [value, words] : choices)
        box.addItem(words, static_cast<int>(value));
}

template <typename Enum> Enum chosenIn(const QComboBox& box)
{
    return static_cast<Enum>(box.currentData().toInt());
}

template <typename Enum> void chooseIn(QComboBox& box, Enum value)
{
    box.setCurrentIndex(box.findData(static_cast<int>(value)));
}

/// Lays what is added to it side by side in a dialog, with the room around that all of these have.
QHBoxLayout* sideBySide(QDialog* dialog);

/// The buttons below a form: one that keeps what it says and stands out, one that leaves all as it was.
struct KeepOrLeave {
    QDialogButtonBox* box;
    QPushButton* keep;
};
/// @param words of the first; @param objectName of it, or "" for none
KeepOrLeave keepOrLeave(QDialog& form, const QString& words, const char* objectName = "");

/// Lets Tab go through a form as one reads it, row by row as its layouts have them, beginning with the first field.
void followReadingOrder(QWidget& form);

} // namespace iris
