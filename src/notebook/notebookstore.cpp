#include "notebook/notebookstore.h"

#include "files/filewords.h"
#include "notebook/editmark.h"
#include "notebook/leftjournal.h"
#include "notebook/notebookrows.h"
#include "notebook/recordfields.h"
#include "notebook/recordkinds.h"
#include "notebook/soundness.h"
#include "notebook/statement.h"
#include "notebook/usedids.h"

#include <QSqlDatabase>

namespace iris {
namespace {

tl::unexpected<Error> changedFromOutside(const QString& path)
{
    return fileFailure(ErrorCode::FileUnwritable, path,
                       QStringLiteral("%1 was changed by another program since it was opened here. Nothing was written "
                                      "into it; open it again to see what it holds now, or save the notebook as a JSON "
                                      "file to keep what is on show")
                           .arg(shortName(path)));
}

} // namespace

NotebookStore::NotebookStore(QString path, QString file, int patienceMs)
    : m_path(std::move(path)),
      m_file(std::move(file)),
      m_patienceMs(patienceMs)
{
}

NotebookStore::~NotebookStore()
{
    disconnect();
}

QSqlDatabase NotebookStore::database() const
{
    return QSqlDatabase::database(m_connection, false);
}

void NotebookStore::disconnect()
{
    if (m_connection.isEmpty())
        return;
    database().close();
    QSqlDatabase::removeDatabase(m_connection);
    m_connection.clear();
}

Result<void> NotebookStore::connect(Access access)
{
    // So long is waited for another program that is reading or writing just now, in ms.
    constexpr int forReaders = 5000;
    constexpr int forWriters = 1500;
    disconnect();
    m_connection = connectionFor(m_path);
    QSqlDatabase base = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), m_connection);
    base.setDatabaseName(fileInUse());
    const int patience = access == Access::Write ? forReaders : std::max(forWriters, m_patienceMs);
    QString options = QStringLiteral("QSQLITE_BUSY_TIMEOUT=%1").arg(patience);
    if (access == Access::Read)
        options += QStringLiteral(";QSQLITE_OPEN_READONLY");
    base.setConnectOptions(options);
    if (!base.open())
        return failureOf(base.lastError(), base, access == Access::Read ? Doing::Reading : Doing::Writing);
    if (access == Access::Read)
        return {};
    // EXTRA flushes the folder as well once the journal is gone, so that a power cut does not bring it back.
    auto done = run(base, QStringLiteral("PRAGMA synchronous = EXTRA"), Doing::Reading);
    return done ? run(base, QStringLiteral("PRAGMA foreign_keys = ON"), Doing::Reading) : done;
}

/// Runs work and commits it, or takes all of it back when it fails.
Result<void> NotebookStore::inTransaction(Access access, const std::function<Result<void>()>& work)
{
    // By statements, since Qt's own calls lose the reason why they failed.
    const QSqlDatabase base = database();
    const bool writes = access == Access::Write;
    const Doing doing = writes ? Doing::Writing : Doing::Reading;
    Result<void> result = run(base, writes ? QStringLiteral("BEGIN IMMEDIATE") : QStringLiteral("BEGIN"), doing);
    if (!result)
        return result;
    result = work();
    if (result)
        result = run(base, QStringLiteral("COMMIT"), doing);
    if (!result)
        static_cast<void>(run(base, QStringLiteral("ROLLBACK"))); // SQLite may have done so itself
    return result;
}

bool NotebookStore::isAsLeft() const
{
    if (isReadOnly())
        return true;
    // With a journal beside it what it was comes out of that only.
    const bool sameOutside = hasJournal(m_file) || m_lock.outside() == m_outside;
    return m_lock.isStillAt(m_path) && sameOutside && forgetPages() && checkMark();
}

/// What SQLite remembers of the file may be of another that was copied over, so it is made to look again.
Result<void> NotebookStore::forgetPages() const
{
    return run(database(), QStringLiteral("PRAGMA shrink_memory"));
}

/// What can be told before anything is written.
Result<void> NotebookStore::checkStillOurs()
{
    if (!m_lock.isStillAt(m_file) || (m_isNamed && !m_lock.isStillAt(m_path)))
        return fileFailure(ErrorCode::FileUnwritable, m_path,
                           QStringLiteral("%1 is no longer where it was: another program moved, replaced or removed "
                                          "it. Nothing was changed; put it back, or save the notebook as a JSON file "
                                          "to keep what is on show")
                               .arg(shortName(m_path)));
    // None can be there but of an edit of this very store that a full disk cut off.
    if (isLeftInAnEdit(m_file) && !isJournalOf(journalOf(m_file), m_file)) {
        const auto aside = setJournalAside(m_file);
        return fileFailure(
            ErrorCode::FileUnwritable, m_path,
            QStringLiteral("%1. Nothing was changed; try again")
                .arg(QString::fromStdString(aside ? remarkOnJournal(m_path, *aside) : aside.error().message)));
    }
    if (hasJournal(m_file))
        return {};
    const auto now = m_lock.outside();
    if (now == m_outside)
        return {};
    return now.isCutShort() ? damagedFromOutside(m_path) : changedFromOutside(m_path);
}

/// Whether the file, read anew, is in the state that this store left it in.
Result<void> NotebookStore::checkMark() const
{
    const auto mark = answerTo(markQuery(), database(), Doing::Writing);
    if (!mark)
        return tl::unexpected(mark.error());
    return mark->toByteArray() == m_mark ? Result<void>{} : changedFromOutside(m_path);
}

Result<void> NotebookStore::remember()
{
    const auto mark = answerTo(markQuery(), database());
    if (!mark)
        return tl::unexpected(mark.error());
    m_mark = mark->toByteArray();
    m_outside = m_lock.outside();
    return {};
}

/// One edit: in the file in full, under a new mark, or not at all.
Result<void> NotebookStore::change(const std::function<Result<void>()>& work)
{
    if (auto ours = checkStillOurs(); !ours)
        return ours;
    if (auto forgotten = forgetPages(); !forgotten)
        return forgotten;
    const auto done = inTransaction(Access::Write, [&]() -> Result<void> {
        auto ours = checkMark();
        if (ours)
            ours = run(database(), newMarkStatement());
        return ours ? work() : ours;
    });
    return done ? remember() : done;
}

Result<Notebook> NotebookStore::load()
{
    m_remarks = m_openingRemarks;
    Result<Notebook> notebook;
    Result<std::set<std::string>> pictures;
    // In one transaction, so that no edit of somebody else's comes in half.
    const auto read = inTransaction(Access::Read, [&]() -> Result<void> {
        notebook = loadRows(database());
        if (!notebook)
            return tl::unexpected(notebook.error());
        pictures = loadPictureNames(database());
        if (!pictures)
            return tl::unexpected(pictures.error());
        // Without them nothing could be written down, nor go out.
        const auto used = usedIds();
        return used ? Result<void>{} : tl::unexpected(used.error());
    });
    if (!read)
        return tl::unexpected(damageOrFault(read.error()));
    mend(*notebook, m_remarks);
    forEachKind([&](const auto& kind) {
        changeAll((*notebook).*kind.records, [&](auto& record) {
            forEachPictureIn(record, [&](std::string& name) {
                if (pictures->contains(name))
                    return;
                m_remarks.push_back(std::string(kind.word) + " " + std::to_string(record.id.value)
                                    + ": its picture is not in the file");
                name.clear();
            });
        });
    });
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
    const auto done = change([&]() -> Result<void> {
        auto step = giveNumbers(database(), edit);
        if (step)
            step = checkSound(edit);
        if (step)
            step = writeRows(database(), edit);
        return step ? checkPicturesAreThere(database(), edit) : step;
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
