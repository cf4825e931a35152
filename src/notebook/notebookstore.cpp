#include "notebook/notebookstore.h"

#include "notebook/notebookrows.h"
#include "notebook/notebookschema.h"
#include "notebook/statement.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QLockFile>
#include <QSqlDatabase>
#include <QSqlQuery>
#include <QTemporaryFile>
#include <QUuid>
#include <QVariant>

namespace iris {
namespace {

constexpr auto driver = "QSQLITE";

tl::unexpected<Error> fileFailure(ErrorCode code, const QString& path, const QString& message)
{
    return tl::unexpected(Error{code, message.toStdString(), path.toStdString(), 0, 0});
}

QString shortName(const QString& path)
{
    return QFileInfo(path).fileName();
}

/// SQLite's first bytes, which every notebook begins with.
bool looksLikeSqlite(const QString& path)
{
    QFile file(path);
    return file.open(QIODevice::ReadOnly) && file.read(16) == QByteArray("SQLite format 3\0", 16);
}

/// One number from a PRAGMA, or nothing when the file cannot be read as a database.
std::optional<int> pragma(const QSqlDatabase& database, const QString& name)
{
    QSqlQuery query(database);
    if (!query.exec(QStringLiteral("PRAGMA ") + name) || !query.next())
        return std::nullopt;
    return query.value(0).toInt();
}

Result<void> checkContents(const QSqlDatabase& database, const QString& path)
{
    const QString name = shortName(path);
    const auto damaged = [&] {
        return fileFailure(ErrorCode::DamagedNotebook, path,
                           QStringLiteral("%1 is damaged and cannot be read; it was left as it is").arg(name));
    };
    const auto id = pragma(database, QStringLiteral("application_id"));
    const auto version = pragma(database, QStringLiteral("user_version"));
    if (!id || !version)
        return damaged();
    if (*id != NotebookStore::applicationId)
        return fileFailure(ErrorCode::NotANotebook, path,
                           QStringLiteral("%1 is not an Iris Bianca notebook").arg(name));
    if (*version > NotebookStore::schemaVersion)
        return fileFailure(ErrorCode::NewerNotebook, path,
                           QStringLiteral("%1 was written by a newer Iris Bianca; this one cannot read it").arg(name));
    QSqlQuery check(database);
    if (!check.exec(QStringLiteral("PRAGMA quick_check(1)")) || !check.next()
        || check.value(0).toString() != QLatin1String("ok"))
        return damaged();
    const QStringList tables = database.tables();
    for (const QString& table : tablesOf(*version))
        if (!tables.contains(table))
            return damaged();
    return {};
}

/// Looks at a file's outside, without opening it as a database.
Result<void> checkFile(const QString& path)
{
    const QString name = shortName(path);
    const QFileInfo info(path);
    if (!info.exists())
        return fileFailure(ErrorCode::FileUnreadable, path, QStringLiteral("there is no file %1").arg(path));
    if (!info.isFile() || !info.isReadable())
        return fileFailure(ErrorCode::FileUnreadable, path, QStringLiteral("%1 cannot be read").arg(name));
    if (!looksLikeSqlite(path))
        return fileFailure(ErrorCode::NotANotebook, path,
                           QStringLiteral("%1 is not an Iris Bianca notebook").arg(name));
    return {};
}

bool mayWrite(const QString& path)
{
    const QFileInfo info(path);
    return info.isWritable() && QFileInfo(info.absolutePath()).isWritable();
}

QString lockPath(const QString& path)
{
    const QFileInfo info(path);
    return info.dir().filePath(QLatin1Char('.') + info.fileName() + QStringLiteral(".open"));
}

/// A name beside a notebook that no file has yet.
QString freeName(const QString& path)
{
    const QFileInfo info(path);
    const QString base = info.dir().filePath(info.completeBaseName() + QObject::tr(" before its update"));
    QString name = base + QStringLiteral(".iris");
    for (int i = 2; QFileInfo::exists(name); ++i)
        name = QStringLiteral("%1 %2.iris").arg(base).arg(i);
    return name;
}

Result<void> runAll(const QSqlDatabase& database, const QStringList& statements)
{
    for (const QString& statement : statements)
        if (auto done = run(database, statement); !done)
            return done;
    return {};
}

} // namespace

NotebookStore::NotebookStore(QString path) : m_path(std::move(path)) {}

NotebookStore::~NotebookStore()
{
    if (!m_connection.isEmpty()) {
        database().close();
        QSqlDatabase::removeDatabase(m_connection);
    }
    if (!m_temporary.isEmpty())
        QFile::remove(m_temporary);
}

QSqlDatabase NotebookStore::database() const
{
    return QSqlDatabase::database(m_connection, false);
}

Result<void> NotebookStore::connect(bool readOnly)
{
    if (!m_connection.isEmpty()) {
        database().close();
        QSqlDatabase::removeDatabase(m_connection);
    }
    m_connection = QUuid::createUuid().toString();
    QSqlDatabase base = QSqlDatabase::addDatabase(QLatin1String(driver), m_connection);
    base.setDatabaseName(m_temporary.isEmpty() ? m_path : m_temporary);
    base.setConnectOptions(readOnly ? QStringLiteral("QSQLITE_OPEN_READONLY") : QString());
    if (!base.open())
        return fileFailure(readOnly ? ErrorCode::FileUnreadable : ErrorCode::FileUnwritable, m_path,
                           QStringLiteral("%1 cannot be opened").arg(shortName(m_path)));
    return readOnly ? Result<void>{} : run(base, QStringLiteral("PRAGMA foreign_keys = ON"));
}

/// One window writes; a second one reads. A lock left behind by a crash is seen for what it is and taken over.
void NotebookStore::lock()
{
    if (!mayWrite(m_path)) {
        m_readOnlyReason =
            QObject::tr("%1 may only be read: it is write-protected, or on media that is").arg(shortName(m_path));
        return;
    }
    m_lock = std::make_unique<QLockFile>(lockPath(m_path));
    m_lock->setStaleLockTime(0);
    if (m_lock->tryLock(0))
        return;
    m_lock.reset();
    m_readOnlyReason = QObject::tr("%1 is open in another window; this one only reads it").arg(shortName(m_path));
}

/// Runs work and commits it, or takes all of it back when it fails.
Result<void> NotebookStore::inTransaction(const std::function<Result<void>()>& work)
{
    QSqlDatabase base = database();
    if (!base.transaction())
        return writeFailure(base, base.lastError());
    Result<void> result = work();
    if (result && !base.commit())
        result = writeFailure(base, base.lastError());
    if (!result)
        base.rollback();
    return result;
}

Result<std::unique_ptr<NotebookStore>> NotebookStore::create(const QString& path)
{
    if (QFileInfo::exists(path))
        return fileFailure(ErrorCode::FileUnwritable, path,
                           QStringLiteral("there is already a file called %1").arg(shortName(path)));
    std::unique_ptr<NotebookStore> store(new NotebookStore(path));
    if (auto done = store->connect(false); !done)
        return tl::unexpected(done.error());
    const auto made = store->inTransaction([&]() -> Result<void> {
        auto done = runAll(store->database(), firstSchema());
        for (int version = 1; done && version < schemaVersion; ++version)
            done = runAll(store->database(), upgradeFrom(version));
        return done;
    });
    if (!made)
        return tl::unexpected(made.error());
    store->lock();
    return store;
}

Result<std::unique_ptr<NotebookStore>> NotebookStore::open(const QString& path)
{
    if (auto fine = checkFile(path); !fine)
        return tl::unexpected(fine.error());
    std::unique_ptr<NotebookStore> store(new NotebookStore(path));
    store->lock();
    // A journal left behind by a power cut has to be rolled back, which a reader is not allowed to do.
    const bool interrupted = QFileInfo(path + QStringLiteral("-journal")).size() > 0;
    Result<void> done = store->connect(store->isReadOnly() || !interrupted);
    if (done)
        done = checkContents(store->database(), path);
    if (done)
        done = store->bringUpToDate();
    if (done && !store->isReadOnly())
        done = store->connect(false);
    if (!done)
        return tl::unexpected(done.error());
    return store;
}

/// An old notebook that may not be written is read through an upgraded copy.
Result<void> NotebookStore::standOn(const QString& copy)
{
    QFile::remove(copy);
    if (!QFile::copy(m_path, copy))
        return fileFailure(ErrorCode::FileUnreadable, m_path,
                           QStringLiteral("%1 cannot be copied to be read").arg(shortName(m_path)));
    QFile::setPermissions(copy, QFile::ReadOwner | QFile::WriteOwner);
    m_temporary = copy;
    return {};
}

Result<void> NotebookStore::bringUpToDate()
{
    const int version = pragma(database(), QStringLiteral("user_version")).value_or(schemaVersion);
    if (version >= schemaVersion)
        return {};
    Result<void> done;
    if (isReadOnly()) {
        QTemporaryFile spare(QDir::temp().filePath(QStringLiteral("iris-XXXXXX.iris")));
        spare.setAutoRemove(false);
        if (!spare.open())
            return fileFailure(ErrorCode::FileUnreadable, m_path, spare.errorString());
        done = standOn(spare.fileName());
    } else {
        m_keptCopy = freeName(m_path);
        if (!QFile::copy(m_path, m_keptCopy))
            return fileFailure(ErrorCode::FileUnwritable, m_path,
                               QStringLiteral("%1 is from an older version and has to be brought up to date, but no "
                                              "copy of it could be made first; it was left as it is")
                                   .arg(shortName(m_path)));
    }
    if (done)
        done = connect(false);
    if (!done)
        return done;
    return inTransaction([&]() -> Result<void> {
        Result<void> step;
        for (int from = version; step && from < schemaVersion; ++from)
            step = runAll(database(), upgradeFrom(from));
        return step;
    });
}

Result<Notebook> NotebookStore::load() const
{
    return loadRows(database());
}

Result<Picture> NotebookStore::picture(const std::string& name) const
{
    return loadPicture(database(), name);
}

Result<NotebookEdit> NotebookStore::apply(NotebookEdit edit)
{
    if (isReadOnly())
        return fileFailure(ErrorCode::FileUnwritable, m_path, m_readOnlyReason);
    const auto done = inTransaction([&] { return writeRows(database(), edit); });
    if (!done)
        return tl::unexpected(done.error());
    return edit;
}

} // namespace iris
