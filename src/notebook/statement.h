#pragma once

#include "base/result.h"

#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QString>
#include <QStringList>
#include <QVariant>

namespace iris {

/// A name for a new connection that stands for a notebook, under whatever name its file lies just now: what goes wrong
/// is told of the notebook.
QString connectionFor(const QString& notebook);

/// What was being done when a database answered with an error.
enum class Doing { Reading, Writing };

/// Runs one statement, or one that was prepared.
Result<void> run(const QSqlDatabase& database, const QString& statement, Doing doing = Doing::Writing);
Result<void> run(QSqlQuery& query, const QSqlDatabase& database, Doing doing = Doing::Writing);

/// Runs one statement after the other until one fails.
Result<void> runAll(const QSqlDatabase& database, const QStringList& statements);

/// Whether all rows were read: next() says no at the end and at a fault alike.
Result<void> readToTheEnd(const QSqlQuery& query, const QSqlDatabase& database, Doing doing = Doing::Reading);

/// What a database's error means to a painter, never in the database's own words: FileUnwritable, FileUnreadable or,
/// when the file itself is broken, DamagedNotebook. One that has to be rolled back before it can be read is
/// FileUnwritable for a reader.
tl::unexpected<Error> failureOf(const QSqlError& error, const QSqlDatabase& database, Doing doing);

/// One value from a statement that is answered with one.
Result<QVariant> answerTo(const QString& statement, const QSqlDatabase& database, Doing doing = Doing::Reading);

/// That a notebook cannot be read: DamagedNotebook.
tl::unexpected<Error> damagedNotebook(const QString& notebook);

/// That a notebook is no longer what it was since something else wrote into it: FileUnwritable.
tl::unexpected<Error> damagedFromOutside(const QString& notebook);

} // namespace iris
