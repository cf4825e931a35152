#pragma once

#include "notebook/soundness.h"

#include <QSqlDatabase>
#include <set>

namespace iris {

/// Everything in the database of a notebook.
Result<Notebook> loadRows(const QSqlDatabase& database);

/// Writes an edit down whose records have their numbers. Not a transaction by itself.
Result<void> writeRows(const QSqlDatabase& database, const NotebookEdit& edit);

/// The bytes of a picture; NotFound.
Result<Picture> loadPicture(const QSqlDatabase& database, const std::string& name);

/// Whether every picture that an edit's records name is there; BadValue. A record that names one which is not could
/// never go out of the notebook again.
Result<void> checkPicturesAreThere(const QSqlDatabase& database, const NotebookEdit& edit);

/// The names of all pictures.
Result<std::set<std::string>> loadPictureNames(const QSqlDatabase& database);

} // namespace iris
