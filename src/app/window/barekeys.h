#pragma once

#include <QApplication>

namespace iris {

/// Sees to it that what one types never becomes a command: while something that is typed into, or chosen from by its
/// first letter, has the focus, keys without Ctrl, Alt or the like are its own. So is the space bar of a button.
void keepTypingApart(QApplication& application);

} // namespace iris
