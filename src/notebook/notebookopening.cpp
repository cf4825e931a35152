#include "base/text.h"
#include "files/filewords.h"
#include "files/inputfile.h"
#include "files/outputfile.h"
#include "notebook/leftjournal.h"
#include "notebook/notebookplace.h"
#include "notebook/notebookschema.h"
#include "notebook/notebookstore.h"
#include "notebook/oldwells.h"
#include "notebook/soundness.h"
#include "notebook/statement.h"
#include "notebook/usedids.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSqlDatabase>
#include <cerrno>

// How a NotebookStore is made, or opened: who may write, what was left behind, of which version it is. What is done
// with one that is open stands in notebookstore.cpp.

namespace iris {
namespace {

tl::unexpected<Error> impossible(const QString& path, const QString& why)
{
    return fileFailure(ErrorCode::FileUnwritable, path,
                       QStringLiteral("%1 cannot be made: %2").arg(shortName(path).left(60), why));
}

/// The same under any name that the file has.
bool isLeftInAnEditByAnyName(const QString& file)
{
    return isLeftInAnEdit(file) || std::ranges::any_of(otherNamesOf(file), isLeftInAnEdit);
}

void discard(const QString& path)
{
    QFile::remove(path);
    QFile::remove(journalOf(path));
}

} // namespace

/// Every table of a new notebook.
Result<void> NotebookStore::makeAll()
{
    return inTransaction(Access::Write, [&]() -> Result<void> {
        auto done = runAll(database(), firstSchema());
        for (int version = 1; done && version < schemaVersion(); ++version)
            done = runAll(database(), upgradeFrom(version));
        return done;
    });
}

Result<void> NotebookStore::makeAndFill(const QString& making, const QString& path, const Filling& fill)
{
    NotebookStore store(path, making, windowPatience);
    store.m_isNamed = false;
    Result<void> done = store.connect(Access::Write);
    if (done)
        done = store.makeAll();
    if (done)
        store.m_lock.take(making, 0);
    if (done)
        done = store.remember();
    return done && fill ? fill(store) : done;
}

Result<std::unique_ptr<NotebookStore>> NotebookStore::create(const QString& path, const Filling& fill)
{
    if (path.isEmpty())
        return impossible(path, QStringLiteral("no name was given"));
    if (isNameTooLong(path))
        return impossible(path, reasonOf(ENAMETOOLONG));
    const QFileInfo info(path);
    if (info.exists() && !(info.isFile() && info.size() == 0))
        return impossible(path, QStringLiteral("there is already a file of that name"));
    clearAwayOldSpares(path);
    const QString making = spareNameBeside(path);
    Result<void> made = makeAndFill(making, path, fill);
    std::string remark;
    if (made && hasJournal(path)) {
        const auto aside = setJournalAside(path);
        if (aside)
            remark = remarkOnJournal(path, *aside);
        made = aside ? Result<void>{} : tl::unexpected(aside.error());
    }
    if (made)
        made = rename(making, path, Replacing::AnEmptyFile);
    if (!made) {
        discard(making);
        Error error = made.error();
        // Of what is not there nothing could have been changed.
        error.message = QString::fromStdString(error.message)
                            .replace(QStringLiteral("; nothing in it was changed"), QString())
                            .toStdString();
        return tl::unexpected(error);
    }
    auto store = open(path);
    if (store && !remark.empty())
        (*store)->m_openingRemarks.push_back(remark);
    return store;
}

Result<std::unique_ptr<NotebookStore>> NotebookStore::open(const QString& path, Access access, int patienceMs)
{
    if (auto fine = checkIsNotebook(path); !fine)
        return tl::unexpected(fine.error());
    std::unique_ptr<NotebookStore> store(new NotebookStore(path, realPathOf(path), patienceMs));
    auto ready = store->getReady(access);
    if (!ready && store->isReadOnly() && isLeftInAnEdit(store->m_file)) {
        // Whoever was writing when it was opened was ended since.
        store.reset(new NotebookStore(path, realPathOf(path), patienceMs));
        ready = store->getReady(access);
    }
    if (!ready)
        return tl::unexpected(ready.error());
    return store;
}

Result<void> NotebookStore::getReady(Access access)
{
    bool interrupted = isLeftInAnEditByAnyName(m_file);
    const bool hasToWrite = access == Access::Write || interrupted || schemaOnFile(m_file) != schemaVersion();
    m_readOnlyReason = hasToWrite ? whyNotLocked() : QObject::tr("%1 is only read here").arg(shortName(m_path));
    interrupted = interrupted && isLeftInAnEditByAnyName(m_file); // whoever had the lock may have put it right
    if (interrupted)
        if (auto looked = lookAtJournal(); !looked)
            return looked;
    const auto schema = connectAndCheck(interrupted);
    if (!schema)
        return tl::unexpected(schema.error());
    Result<void> done = bringUpToDate(*schema);
    if (done && !isReadOnly())
        done = connect(Access::Write);
    if (done && !isReadOnly())
        done = remember();
    if (done && !isReadOnly())
        done = putSmallThingsRight();
    if (done && !isReadOnly())
        done = putCountsRight();
    if (!done || access == Access::Write || isReadOnly())
        return done;
    m_readOnlyReason = QObject::tr("%1 is only read here").arg(shortName(m_path));
    m_lock.release();
    return connect(Access::Read);
}

/// One window or command writes; any number read.
/// @return why it is not this one; empty when it is
QString NotebookStore::whyNotLocked()
{
    if (QString why = whyProtected(m_file); !why.isEmpty())
        return why;
    switch (m_lock.take(m_file, m_patienceMs)) {
    case NotebookLock::Outcome::Held: return {};
    case NotebookLock::Outcome::Elsewhere:
        return QObject::tr("%1 is open in another window, or a command is writing in it; here it is only read")
            .arg(shortName(m_path));
    case NotebookLock::Outcome::Protected: break;
    }
    return QObject::tr("%1 may only be read: it is write-protected").arg(shortName(m_path));
}

/// What lies there as the notebook's journal: its own of an edit that was cut off, or something else.
Result<void> NotebookStore::lookAtJournal()
{
    if (isReadOnly())
        return standOnACopy();
    if (isJournalOf(journalOf(m_file), m_file))
        return {}; // SQLite rolls it back
    const auto aside = setJournalAside(m_file);
    if (!aside)
        return tl::unexpected(aside.error());
    m_openingRemarks.push_back(remarkOnJournal(m_path, *aside));
    return {};
}

Result<int> NotebookStore::connectAndCheck(bool interrupted)
{
    // Nothing is written before it is known to be sound, but for what has to be rolled back.
    const bool rollsBack = !m_copy.isEmpty() || (interrupted && !isReadOnly());
    Result<void> done = connect(rollsBack ? Access::Write : Access::Read);
    const auto schema = done ? checkContents() : tl::unexpected(done.error());
    return schema ? schema : tl::unexpected(damageOrFault(schema.error()));
}

/// SQLite tells a disk that gives nothing back the same way as damage.
Error NotebookStore::damageOrFault(const Error& error) const
{
    if (error.code != ErrorCode::DamagedNotebook)
        return error;
    const auto readable = checkReadable(fileInUse());
    return readable ? error : readable.error();
}

/// @return the schema it has, by what is in it
Result<int> NotebookStore::checkContents()
{
    const auto said = answerTo(QStringLiteral("PRAGMA user_version"), database());
    if (!said)
        return tl::unexpected(said.error());
    if (said->toInt() > schemaVersion())
        return fileFailure(
            ErrorCode::NewerNotebook, m_path,
            QStringLiteral("%1 was written by a newer Iris Bianca; this one cannot read it").arg(shortName(m_path)));
    const auto check = answerTo(QStringLiteral("PRAGMA quick_check(1)"), database());
    if (!check)
        return tl::unexpected(check.error());
    if (check->toString() != QLatin1String("ok"))
        return damagedNotebook(m_path);
    const int schema = schemaByShape(database());
    if (schema == 0 || schema < said->toInt())
        return damagedNotebook(m_path);
    if (schema > said->toInt())
        m_openingRemarks.push_back("it says that it is of version " + std::to_string(said->toInt())
                                   + "; it is read as what it is, version " + std::to_string(schema));
    return schema;
}

QString NotebookStore::nameForACopy()
{
    m_copyFolder = std::make_unique<QTemporaryDir>();
    m_copy = m_copyFolder->filePath(QStringLiteral("copy.iris"));
    return m_copy;
}

/// A notebook that has to be rolled back to be read, but may not be, is read through a copy.
Result<void> NotebookStore::standOnACopy()
{
    QStringList names = otherNamesOf(m_file);
    names.prepend(m_file);
    const QString copy = nameForACopy();
    Result<void> done = copyWhole(m_file, copy);
    const auto named = std::ranges::find_if(
        names, [&](const QString& name) { return hasJournal(name) && isJournalOf(journalOf(name), m_file); });
    if (done && named != names.end())
        done = copyWhole(journalOf(*named), journalOf(copy));
    else if (done)
        m_openingRemarks.push_back(remarkOnJournal(m_path, {}));
    if (done)
        return done;
    return fileFailure(ErrorCode::FileUnreadable, m_path,
                       QStringLiteral("%1 has to be copied to be read, and there is no room for that in %2")
                           .arg(shortName(m_path), QDir::tempPath()));
}

/// The same for one that has to be brought up to date: by SQLite, so that nobody writes in it meanwhile.
Result<void> NotebookStore::standOnACopyByReading()
{
    QString copy = nameForACopy();
    const QSqlDatabase base = database();
    return run(base, QStringLiteral("VACUUM INTO '%1'").arg(copy.replace(QLatin1Char('\''), QLatin1String("''"))),
               Doing::Reading);
}

Result<void> NotebookStore::bringUpToDate(int schema)
{
    if (schema >= schemaVersion())
        return {};
    Result<void> done;
    KeptCopy kept;
    if (isReadOnly() && m_copy.isEmpty()) {
        done = standOnACopyByReading();
    } else if (!isReadOnly()) {
        const auto copy = keepCopyBeforeUpdate(m_file);
        if (!copy)
            return fileFailure(ErrorCode::FileUnwritable, m_path,
                               QStringLiteral("%1 is from an older version and has to be brought up to date, but no "
                                              "copy of it could be made first (%2); it was left as it is")
                                   .arg(shortName(m_path), QString::fromStdString(copy.error().message)));
        kept = *copy;
    }
    if (done)
        done = connect(Access::Write);
    if (done)
        done = bringSchemaUp(schema);
    if (!done && kept.isNew)
        QFile::remove(kept.path); // the notebook is as it was
    if (done)
        m_keptCopy = kept.path;
    return done;
}

Result<void> NotebookStore::bringSchemaUp(int from)
{
    constexpr int numbersAreKept = 4;
    constexpr int wellsAreRecords = 7;
    return inTransaction(Access::Write, [&]() -> Result<void> {
        Result<void> step;
        for (int version = from; step && version < schemaVersion(); ++version)
            step = runAll(database(), upgradeFrom(version));
        const auto follow = [&](int came, Result<std::vector<std::string>> (*more)(const QSqlDatabase&)) {
            if (!step || from >= came)
                return;
            const auto remarks = more(database());
            if (remarks)
                m_openingRemarks.insert(m_openingRemarks.end(), remarks->begin(), remarks->end());
            else
                step = tl::unexpected(remarks.error());
        };
        follow(wellsAreRecords, moveOldWells);
        follow(numbersAreKept, rebuildUsedIds);
        return step;
    });
}

/// Sheets are printed with the notebook's code; one that is lost or unfit for print is made anew. So is what the
/// notebook says of its schema where that is not so.
Result<void> NotebookStore::putSmallThingsRight()
{
    const auto code =
        answerTo(QStringLiteral("SELECT coalesce((SELECT value FROM setting WHERE name = 'code'), '')"), database());
    if (!code)
        return tl::unexpected(code.error());
    QStringList mendings;
    if (!isNotebookCode(code->toString().toStdString()))
        mendings << QStringLiteral("INSERT OR REPLACE INTO setting (name, value) VALUES ('code', hex(randomblob(3)))");
    if (schemaOnFile(m_file) != schemaVersion())
        mendings << QStringLiteral("PRAGMA user_version = %1").arg(schemaVersion());
    return mendings.isEmpty() ? Result<void>{} : change([&] { return runAll(database(), mendings); });
}

Result<void> NotebookStore::putCountsRight()
{
    const auto damagedKinds = damagedUsedIds(database());
    if (!damagedKinds)
        return tl::unexpected(damagedKinds.error());
    for (const std::string& kind : *damagedKinds)
        m_openingRemarks.push_back("up to which number each " + shown(kind)
                                   + " was given one is not known any more, and is counted anew from what is there");
    return damagedKinds->empty() ? Result<void>{} : change([&] { return mendUsedIds(database()); });
}

} // namespace iris
