#include "notebook/statement.h"

#include <QFileInfo>

namespace iris {

Result<void> run(const QSqlDatabase& database, const QString& statement)
{
    QSqlQuery query(database);
    if (query.exec(statement))
        return {};
    return writeFailure(database, query.lastError());
}

Result<void> run(QSqlQuery& query, const QSqlDatabase& database)
{
    if (query.exec())
        return {};
    return writeFailure(database, query.lastError());
}

tl::unexpected<Error> writeFailure(const QSqlDatabase& database, const QSqlError& error)
{
    const QString path = database.databaseName();
    // SQLite's primary result codes, https://www.sqlite.org/rescode.html.
    const int code = error.nativeErrorCode().toInt() & 0xff;
    const QString why = code == 13                       ? QStringLiteral("the disk is full")
                        : code == 8                      ? QStringLiteral("it may only be read")
                        : code == 5                      ? QStringLiteral("another program is writing to it")
                        : error.databaseText().isEmpty() ? error.driverText()
                                                         : error.databaseText();
    const QString message =
        QStringLiteral("%1 could not be written (%2); nothing in it was changed").arg(QFileInfo(path).fileName(), why);
    return tl::unexpected(Error{ErrorCode::FileUnwritable, message.toStdString(), path.toStdString(), 0, 0});
}

} // namespace iris
