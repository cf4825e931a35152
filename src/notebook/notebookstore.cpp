#include "notebook/notebookstore.h"

#include "files/filewords.h"
#include "files/inputfile.h"
#include "files/outputfile.h"
#include "notebook/notebookrows.h"
#include "notebook/notebookschema.h"
#include "notebook/soundness.h"
#include "notebook/statement.h"
#include "notebook/usedids.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSqlDatabase>
#include <QSqlQuery>
#include <QTemporaryFile>
#include <QUuid>
#include <QVariant>
#include <QtEndian>
#include <cerrno>
#include <cstdio>
#include <fcntl.h>

namespace iris {
namespace {

constexpr auto driver = "QSQLITE";

// Where SQLite's header holds the application's id. Source: https://www.sqlite.org/fileformat.html, section 1.3.
constexpr qsizetype applicationIdAt = 68;
constexpr qsizetype headerBytes = 100;

constexpr qsizetype longestName = 255; // bytes, on every common file system
const QString journalEnding = QStringLiteral("-journal");

tl::unexpected<Error> fileFailure(ErrorCode code, const QString& path, const QString& message)
{
    return tl::unexpected(Error{code, message.toStdString(), path.toStdString(), 0, 0});
}

tl::unexpected<Error> damaged(const QString& path)
{
    return fileFailure(ErrorCode::DamagedNotebook, path,
                       QStringLiteral("%1 is damaged and cannot be read; it was left as it is").arg(shortName(path)));
}

tl::unexpected<Error> noNotebook(const QString& path)
{
    return fileFailure(ErrorCode::NotANotebook, path,
                       QStringLiteral("%1 is not an Iris Bianca notebook").arg(shortName(path)));
}

/// Looks at a file's outside and its first bytes, without opening it as a database, which might change it: one left in
/// the middle of a change is put right on opening, and that of another program is none of ours.
Result<void> checkFile(const QString& path)
{
    const QFileInfo info(path);
    if (!info.exists())
        return fileFailure(ErrorCode::FileUnreadable, path,
                           QStringLiteral("there is no notebook called %1 there").arg(shortName(path)));
    if (!info.isFile() || !info.isReadable())
        return fileFailure(ErrorCode::FileUnreadable, path, QStringLiteral("%1 cannot be read").arg(shortName(path)));
    if (info.size() == 0)
        return fileFailure(ErrorCode::NotANotebook, path,
                           QStringLiteral("%1 is empty: its making was cut short. Make it again under the same name")
                               .arg(shortName(path)));
    const QByteArray header = startOf(path, headerBytes);
    if (header.size() < headerBytes || !header.startsWith(QByteArray("SQLite format 3\0", 16)))
        return noNotebook(path);
    if (qFromBigEndian<qint32>(header.constData() + applicationIdAt) != NotebookStore::applicationId)
        return noNotebook(path);
    return {};
}

/// One value from a statement that is answered with one.
Result<QVariant> answer(const QSqlDatabase& database, const QString& statement)
{
    QSqlQuery query(database);
    if (!query.exec(statement) || !query.next())
        return failureOf(query.lastError(), database, Doing::Reading);
    return query.value(0);
}

Result<void> checkContents(const QSqlDatabase& database, const QString& path)
{
    const auto version = answer(database, QStringLiteral("PRAGMA user_version"));
    if (!version)
        return tl::unexpected(version.error());
    if (version->toInt() > NotebookStore::schemaVersion)
        return fileFailure(
            ErrorCode::NewerNotebook, path,
            QStringLiteral("%1 was written by a newer Iris Bianca; this one cannot read it").arg(shortName(path)));
    const auto check = answer(database, QStringLiteral("PRAGMA quick_check(1)"));
    if (!check)
        return tl::unexpected(check.error());
    if (check->toString() != QLatin1String("ok"))
        return damaged(path);
    const QStringList tables = database.tables();
    for (const QString& table : tablesOf(version->toInt()))
        if (!tables.contains(table))
            return damaged(path);
    return {};
}

/// Why a notebook cannot be written in, whoever else has it open; empty when it can.
QString whyProtected(const QString& path)
{
    const QFileInfo info(path);
    if (QFile::encodeName(info.fileName()).size() + journalEnding.size() > longestName)
        return QObject::tr("%1 may only be read: its name is too long to keep a journal beside it")
            .arg(shortName(path).left(60));
    if (!info.isWritable() || !QFileInfo(info.absolutePath()).isWritable())
        return QObject::tr("%1 may only be read: it is write-protected, or on media that is").arg(shortName(path));
    return {};
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

/// Copies a file in full or not at all; what is there of that name goes.
bool copied(const QString& from, const QString& to)
{
    QFile::remove(to);
    // A copy onto a disk that runs full at the very end is cut short without a word.
    if (QFile::copy(from, to) && QFileInfo(from).size() == QFileInfo(to).size())
        return true;
    QFile::remove(to);
    return false;
}

/// Gives a file that was made its name, never that of another that has something in it; the error number, or 0.
int named(const QString& from, const QString& to)
{
    const QByteArray source = QFile::encodeName(from);
    const QByteArray target = QFile::encodeName(to);
    const bool leftOver = QFileInfo(to).isFile() && QFileInfo(to).size() == 0;
    if (!leftOver && ::renameat2(AT_FDCWD, source, AT_FDCWD, target, RENAME_NOREPLACE) == 0)
        return 0;
    const bool unknownHere = !leftOver && errno == EINVAL && !QFileInfo::exists(to);
    if (leftOver || unknownHere)
        return std::rename(source, target) == 0 ? 0 : errno;
    return errno;
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
    if (!m_temporary.isEmpty()) {
        QFile::remove(m_temporary);
        QFile::remove(m_temporary + journalEnding);
    }
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
    // So long is waited for another program that is writing just now, in ms.
    const QString patience = QStringLiteral("QSQLITE_BUSY_TIMEOUT=1500");
    base.setConnectOptions(readOnly ? QStringLiteral("QSQLITE_OPEN_READONLY;") + patience : patience);
    if (!base.open())
        return failureOf(base.lastError(), base, readOnly ? Doing::Reading : Doing::Writing);
    return readOnly ? Result<void>{} : run(base, QStringLiteral("PRAGMA foreign_keys = ON"));
}

/// One window writes; a second one reads.
void NotebookStore::lock()
{
    m_readOnlyReason = whyProtected(m_path);
    if (!m_readOnlyReason.isEmpty())
        return;
    switch (m_lock.take(m_path)) {
    case NotebookLock::Outcome::Held: return;
    case NotebookLock::Outcome::Elsewhere:
        m_readOnlyReason = QObject::tr("%1 is open in another window; this one only reads it").arg(shortName(m_path));
        return;
    case NotebookLock::Outcome::Protected:
        m_readOnlyReason = QObject::tr("%1 may only be read: it is write-protected").arg(shortName(m_path));
    }
}

/// Runs work and commits it, or takes all of it back when it fails.
Result<void> NotebookStore::inTransaction(const std::function<Result<void>()>& work)
{
    // By statements, since Qt's own calls lose the reason why they failed.
    const QSqlDatabase base = database();
    Result<void> result = run(base, QStringLiteral("BEGIN IMMEDIATE"));
    if (!result)
        return result;
    result = work();
    if (result)
        result = run(base, QStringLiteral("COMMIT"));
    if (!result)
        static_cast<void>(run(base, QStringLiteral("ROLLBACK"))); // SQLite may have done so itself
    return result;
}

/// Every table of a new notebook.
Result<void> NotebookStore::makeAll()
{
    if (auto done = connect(false); !done)
        return done;
    return inTransaction([&]() -> Result<void> {
        auto done = runAll(database(), firstSchema());
        for (int version = 1; done && version < schemaVersion; ++version)
            done = runAll(database(), upgradeFrom(version));
        return done;
    });
}

Result<std::unique_ptr<NotebookStore>> NotebookStore::create(const QString& path)
{
    const auto impossible = [&](const QString& why) {
        return fileFailure(ErrorCode::FileUnwritable, path,
                           QStringLiteral("%1 cannot be made: %2").arg(shortName(path).left(60), why));
    };
    if (path.isEmpty())
        return impossible(QStringLiteral("no name was given"));
    if (QFile::encodeName(QFileInfo(path).fileName()).size() + journalEnding.size() > longestName)
        return impossible(reasonOf(ENAMETOOLONG));
    const QFileInfo info(path);
    if (info.exists() && !(info.isFile() && info.size() == 0))
        return impossible(QStringLiteral("there is already a file of that name"));
    clearAwayOldSpares(path);
    const QString making = spareNameBeside(path);
    Result<void> made;
    {
        NotebookStore store(making);
        made = store.makeAll();
    }
    QFile::remove(path + journalEnding); // of one that is gone: it would be laid over the new one
    const int trouble = made ? named(making, path) : 0;
    if (made && trouble == 0)
        return open(path);
    discard(making);
    if (trouble != 0)
        return impossible(trouble == EEXIST ? QStringLiteral("there is already a file of that name")
                                            : reasonOf(trouble));
    Error error = made.error();
    error.file = path.toStdString();
    error.message = QString::fromStdString(error.message)
                        .replace(shortName(making), shortName(path))
                        .replace(QStringLiteral("; nothing in it was changed"), QString())
                        .toStdString();
    return tl::unexpected(error);
}

void NotebookStore::discard(const QString& path)
{
    QFile::remove(path);
    QFile::remove(path + journalEnding);
}

Result<std::unique_ptr<NotebookStore>> NotebookStore::open(const QString& path)
{
    if (auto fine = checkFile(path); !fine)
        return tl::unexpected(fine.error());
    std::unique_ptr<NotebookStore> store(new NotebookStore(path));
    store->lock();
    // A journal left behind by a power cut has to be rolled back, which a reader is not allowed to do.
    const bool interrupted = QFileInfo(path + journalEnding).size() > 0;
    Result<void> done;
    if (interrupted && !whyProtected(path).isEmpty())
        done = store->standOnACopy();
    if (done)
        done = store->connect((store->isReadOnly() && store->m_temporary.isEmpty()) || !interrupted);
    if (done)
        done = checkContents(store->database(), path);
    const bool needsMending = !done && done.error().code == ErrorCode::FileUnwritable && store->isReadOnly();
    if (needsMending && store->m_temporary.isEmpty()) {
        // Another window was cut off in a change by a full disk, and will put it right with its next one.
        done = store->standOnACopy();
        if (done)
            done = store->connect(false);
        if (done)
            done = checkContents(store->database(), path);
    }
    if (done)
        done = store->bringUpToDate();
    if (done && !store->isReadOnly())
        done = store->connect(false);
    if (done && !store->isReadOnly())
        done = store->writeCodeIfMissing();
    if (!done)
        return tl::unexpected(done.error());
    return store;
}

/// A notebook that has to be changed to be read, but may not be, is read through a copy.
Result<void> NotebookStore::standOnACopy()
{
    QTemporaryFile spare(QDir::temp().filePath(QStringLiteral("iris-XXXXXX.iris")));
    spare.setAutoRemove(false);
    if (!spare.open())
        return fileFailure(ErrorCode::FileUnreadable, m_path, spare.errorString());
    const QString copy = spare.fileName();
    const QString journal = m_path + journalEnding;
    const bool done = copied(m_path, copy) && (!QFileInfo::exists(journal) || copied(journal, copy + journalEnding));
    if (!done)
        return fileFailure(ErrorCode::FileUnreadable, m_path,
                           QStringLiteral("%1 cannot be copied to be read").arg(shortName(m_path)));
    for (const QString& file : {copy, copy + journalEnding})
        QFile::setPermissions(file, QFile::ReadOwner | QFile::WriteOwner);
    m_temporary = copy;
    return {};
}

Result<void> NotebookStore::bringUpToDate()
{
    const auto version = answer(database(), QStringLiteral("PRAGMA user_version"));
    if (!version)
        return tl::unexpected(version.error());
    if (version->toInt() >= schemaVersion)
        return {};
    Result<void> done;
    if (isReadOnly() && m_temporary.isEmpty()) {
        done = standOnACopy();
    } else if (!isReadOnly()) {
        m_keptCopy = freeName(m_path);
        if (!copied(m_path, m_keptCopy))
            return fileFailure(ErrorCode::FileUnwritable, m_path,
                               QStringLiteral("%1 is from an older version and has to be brought up to date, but no "
                                              "copy of it could be made first; it was left as it is")
                                   .arg(shortName(m_path)));
    }
    if (done)
        done = connect(false);
    return done ? bringSchemaUp(version->toInt()) : done;
}

Result<void> NotebookStore::bringSchemaUp(int from)
{
    constexpr int numbersAreKept = 4;
    return inTransaction([&]() -> Result<void> {
        Result<void> step;
        for (int version = from; step && version < schemaVersion; ++version)
            step = runAll(database(), upgradeFrom(version));
        if (!step || from >= numbersAreKept)
            return step;
        auto remarks = rebuildUsedIds(database());
        if (!remarks)
            return tl::unexpected(remarks.error());
        m_updateRemarks = std::move(*remarks);
        return {};
    });
}

/// Sheets are printed with the notebook's code; one that is lost or unfit for print is made anew.
Result<void> NotebookStore::writeCodeIfMissing()
{
    const auto code =
        answer(database(), QStringLiteral("SELECT coalesce((SELECT value FROM setting WHERE name = 'code'), '')"));
    if (!code)
        return tl::unexpected(code.error());
    if (isNotebookCode(code->toString().toStdString()))
        return {};
    return run(database(),
               QStringLiteral("INSERT OR REPLACE INTO setting (name, value) VALUES ('code', hex(randomblob(3)))"));
}

Result<void> NotebookStore::checkStillThere() const
{
    if (m_lock.isStillAt(m_path))
        return {};
    return fileFailure(ErrorCode::FileUnwritable, m_path,
                       QStringLiteral("%1 is no longer where it was: another program moved, replaced or removed it. "
                                      "Nothing was changed; put it back, or save the notebook as a JSON file to keep "
                                      "what is on show")
                           .arg(shortName(m_path)));
}

Result<Notebook> NotebookStore::load()
{
    auto notebook = loadRows(database());
    if (!notebook)
        return notebook;
    const auto pictures = loadPictureNames(database());
    if (!pictures)
        return tl::unexpected(pictures.error());
    // Without them nothing could be written down, nor go out.
    if (const auto used = usedIds(); !used)
        return tl::unexpected(used.error());
    m_remarks = m_updateRemarks;
    mend(*notebook, m_remarks);
    const auto forget = [&](auto& record, const char* what) {
        if (record.picture.empty() || pictures->contains(record.picture))
            return;
        m_remarks.push_back(what + std::to_string(record.id.value) + ": its picture is not in the file");
        record.picture.clear();
    };
    for (SwatchRecord& swatch : notebook->swatches)
        forget(swatch, "reading ");
    notebook->mixes.change([&](std::vector<MixRecord>& mixes) {
        for (MixRecord& mix : mixes)
            forget(mix, "mix ");
    });
    for (SubjectRecord& subject : notebook->subjects)
        forget(subject, "picture ");
    return notebook;
}

Result<Picture> NotebookStore::picture(const std::string& name) const
{
    return loadPicture(database(), name);
}

Result<NotebookEdit> NotebookStore::apply(NotebookEdit edit)
{
    if (isReadOnly())
        return fileFailure(ErrorCode::FileUnwritable, m_path, m_readOnlyReason);
    if (auto sound = checkSound(edit); !sound)
        return tl::unexpected(sound.error());
    if (auto there = checkStillThere(); !there)
        return tl::unexpected(there.error());
    const auto done = inTransaction([&]() -> Result<void> {
        auto written = writeRows(database(), edit);
        return written ? checkPicturesAreThere(database(), edit) : written;
    });
    if (!done)
        return tl::unexpected(done.error());
    return edit;
}

Result<SheetId> NotebookStore::nextSheet() const
{
    return nextId(database(), "sheet").map([](std::int64_t id) { return SheetId{id}; });
}

Result<UsedIds> NotebookStore::usedIds() const
{
    return loadUsedIds(database());
}

} // namespace iris
