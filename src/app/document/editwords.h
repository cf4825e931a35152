#pragma once

#include "notebook/notebook.h"

#include <QString>

namespace iris {

/// What an edit does, as undo names it: "add Lemon", "change need Reeds", "remove 3 tubes". Of the first kind of record
/// that it touches.
QString wordsFor(const NotebookEdit& edit, const Notebook& before);

} // namespace iris
