#pragma once

#include "base/result.h"

#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QString>

namespace iris {

/// Runs one statement, or one that was prepared.
Result<void> run(const QSqlDatabase& database, const QString& statement);
Result<void> run(QSqlQuery& query, const QSqlDatabase& database);

/// What a database error means to a painter: the disk is full, the file may only be read, or else.
tl::unexpected<Error> writeFailure(const QSqlDatabase& database, const QSqlError& error);

} // namespace iris
