#pragma once

#include "notebook/notebook.h"

#include <QSqlDatabase>
#include <QSqlError>
#include <QString>

namespace iris {

/// Everything in the database of a notebook.
Result<Notebook> loadRows(const QSqlDatabase& database);

/// Writes an edit down, filling in the ids of new records. Not a transaction by itself.
Result<void> writeRows(const QSqlDatabase& database, NotebookEdit& edit);

/// The bytes of a picture; NotFound.
Result<Picture> loadPicture(const QSqlDatabase& database, const std::string& name);

/// Runs one statement.
Result<void> run(const QSqlDatabase& database, const QString& statement);

/// What a database error means to a painter: the disk is full, the file may only be read, or else.
tl::unexpected<Error> writeFailure(const QSqlDatabase& database, const QSqlError& error);

} // namespace iris
