#include "notebook/statement.h"

#include "files/filewords.h"

#include <QUuid>

namespace iris {
namespace {

// SQLite's primary result codes. Source: https://www.sqlite.org/rescode.html.
enum SqliteCode {
    sqliteError = 1,
    sqliteBusy = 5,
    sqliteLocked = 6,
    sqliteNoMemory = 7,
    sqliteReadOnly = 8,
    sqliteIoError = 10,
    sqliteCorrupt = 11,
    sqliteFull = 13,
    sqliteCannotOpen = 14,
    sqliteProtocol = 15,
    sqliteTooBig = 18,
    sqliteConstraint = 19,
    sqliteNotADatabase = 26,
};

bool isDamage(int code)
{
    // 0: Qt never got as far as SQLite, since a table is not what it should be.
    return code == 0 || code == sqliteError || code == sqliteCorrupt || code == sqliteNotADatabase;
}

QString reasonFor(int code, Doing doing)
{
    switch (code) {
    case sqliteBusy:
    case sqliteLocked:
    case sqliteProtocol: return QStringLiteral("another program is writing in it just now; try again");
    case sqliteNoMemory: return QStringLiteral("there is not enough memory");
    case sqliteReadOnly: return QStringLiteral("it may only be read");
    case sqliteIoError: return QStringLiteral("the disk is full or faulty"); // reading may have to roll back first
    case sqliteFull: return QStringLiteral("the disk is full");
    case sqliteCannotOpen:
        return doing == Doing::Writing
                   ? QStringLiteral("nothing can be written beside it: its folder is gone or protected, or its name is "
                                    "too long")
                   : QStringLiteral("it cannot be opened");
    case sqliteConstraint: return QStringLiteral("a record names another that is not there");
    case sqliteTooBig: return QStringLiteral("something in it is too large");
    default: return QStringLiteral("fault %1 of its database").arg(code);
    }
}

constexpr qsizetype uuidLetters = 36;

/// The notebook a connection stands for.
QString notebookOf(const QSqlDatabase& database)
{
    return database.connectionName().mid(uuidLetters);
}

} // namespace

QString connectionFor(const QString& notebook)
{
    return QUuid::createUuid().toString(QUuid::WithoutBraces) + notebook;
}

Result<void> run(const QSqlDatabase& database, const QString& statement, Doing doing)
{
    QSqlQuery query(database);
    if (query.exec(statement))
        return {};
    return failureOf(query.lastError(), database, doing);
}

Result<void> run(QSqlQuery& query, const QSqlDatabase& database, Doing doing)
{
    if (query.exec())
        return {};
    return failureOf(query.lastError(), database, doing);
}

Result<void> runAll(const QSqlDatabase& database, const QStringList& statements)
{
    for (const QString& statement : statements)
        if (auto done = run(database, statement); !done)
            return done;
    return {};
}

Result<void> readToTheEnd(const QSqlQuery& query, const QSqlDatabase& database, Doing doing)
{
    if (query.lastError().type() == QSqlError::NoError)
        return {};
    return failureOf(query.lastError(), database, doing);
}

tl::unexpected<Error> failureOf(const QSqlError& error, const QSqlDatabase& database, Doing doing)
{
    constexpr int primary = 0xff;
    const QString path = notebookOf(database);
    const QString name = shortName(path);
    const int code = error.nativeErrorCode().toInt() & primary;
    const auto told = [&](ErrorCode kind, const QString& message) { return fileFailure(kind, path, message); };
    if (isDamage(code) && doing == Doing::Reading)
        return damagedNotebook(path);
    if (isDamage(code))
        return damagedFromOutside(path);
    if (doing == Doing::Reading && code == sqliteReadOnly)
        return told(ErrorCode::FileUnwritable,
                    QStringLiteral("%1 was cut off in the middle of a change and has to be written to before it can be "
                                   "read")
                        .arg(name));
    if (doing == Doing::Reading)
        return told(ErrorCode::FileUnreadable,
                    QStringLiteral("%1 could not be read (%2)").arg(name, reasonFor(code, doing)));
    return told(
        ErrorCode::FileUnwritable,
        QStringLiteral("%1 could not be written (%2); nothing in it was changed").arg(name, reasonFor(code, doing)));
}

Result<QVariant> answerTo(const QString& statement, const QSqlDatabase& database, Doing doing)
{
    QSqlQuery query(database);
    if (!query.exec(statement) || !query.next())
        return failureOf(query.lastError(), database, doing);
    return query.value(0);
}

tl::unexpected<Error> damagedNotebook(const QString& notebook)
{
    return fileFailure(
        ErrorCode::DamagedNotebook, notebook,
        QStringLiteral("%1 is damaged and cannot be read; it was left as it is").arg(shortName(notebook)));
}

tl::unexpected<Error> damagedFromOutside(const QString& notebook)
{
    return fileFailure(
        ErrorCode::FileUnwritable, notebook,
        QStringLiteral("%1 could not be written: the file was damaged from outside. Nothing in it was changed; save "
                       "the notebook as a JSON file to keep what is on show")
            .arg(shortName(notebook)));
}

} // namespace iris
