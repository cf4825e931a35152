#pragma once

#include "notebook/notebook.h"

#include <QSqlDatabase>

namespace iris {

/// Everything in the database of a notebook.
Result<Notebook> loadRows(const QSqlDatabase& database);

/// Writes an edit down, filling in the ids of new records. Not a transaction by itself.
Result<void> writeRows(const QSqlDatabase& database, NotebookEdit& edit);

/// The bytes of a picture; NotFound.
Result<Picture> loadPicture(const QSqlDatabase& database, const std::string& name);

} // namespace iris
