#pragma once

#include "base/result.h"

#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QString>

namespace iris {

/// What was being done when a database answered with an error.
enum class Doing { Reading, Writing };

/// Runs one statement, or one that was prepared.
Result<void> run(const QSqlDatabase& database, const QString& statement, Doing doing = Doing::Writing);
Result<void> run(QSqlQuery& query, const QSqlDatabase& database, Doing doing = Doing::Writing);

/// Whether all rows were read: next() says no at the end and at a fault alike.
Result<void> readToTheEnd(const QSqlQuery& query, const QSqlDatabase& database, Doing doing = Doing::Reading);

/// What a database's error means to a painter, never in the database's own words: FileUnwritable, FileUnreadable or,
/// when the file itself is broken, DamagedNotebook. One that has to be rolled back before it can be read is
/// FileUnwritable for a reader.
tl::unexpected<Error> failureOf(const QSqlError& error, const QSqlDatabase& database, Doing doing);

} // namespace iris
