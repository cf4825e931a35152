#pragma once

#include "notebook/notebook.h"
#include "notebook/notebooklock.h"

#include <QString>
#include <QTemporaryDir>
#include <functional>
#include <memory>

class QSqlDatabase;

namespace iris {

/// What a notebook is opened for: one that is only read is never locked, so it keeps no writer out.
enum class Access { Read, Write };

/// A notebook's file: one SQLite database with its own application_id and schema version. Every call that changes
/// anything is one transaction, on disk when it returns. Needs a QCoreApplication. One thread.
class NotebookStore {
public:
    /// What is written into a new notebook before it is there.
    using Filling = std::function<Result<void>(NotebookStore&)>;

    /// Makes a new notebook, under another name first until it is filled, so that one cut short leaves nothing of this
    /// name; an empty file of this name, such as an earlier program may have left, is taken for none. A journal of that
    /// name, which would be laid over it, is set aside. FileUnwritable when there is a file of that name already or it
    /// cannot be made, and whatever the filling says; nothing of it is left then.
    static Result<std::unique_ptr<NotebookStore>> create(const QString& path, const Filling& fill = {});

    /// How long is waited for another program that is writing, in ms: a window cannot wait as long as a command.
    static constexpr int windowPatience = 500;

    /// Opens a notebook. One that somebody else writes in, or that may not be written, is opened for reading only: see
    /// readOnlyReason(). One of an older schema is copied beside itself first and then brought up to date: see
    /// keptCopy(). One that was left in the middle of an edit is rolled back, by its own journal alone; another file of
    /// that name is set aside. FileUnreadable, NotANotebook, DamagedNotebook or NewerNotebook; the file is then
    /// untouched.
    static Result<std::unique_ptr<NotebookStore>> open(const QString& path, Access access = Access::Write,
                                                       int patienceMs = windowPatience);

    ~NotebookStore();
    NotebookStore(const NotebookStore&) = delete;
    NotebookStore& operator=(const NotebookStore&) = delete;

    QString path() const { return m_path; }

    /// Why nothing can be changed, in plain words; empty when it can.
    QString readOnlyReason() const { return m_readOnlyReason; }
    bool isReadOnly() const { return !m_readOnlyReason.isEmpty(); }

    /// Where the notebook as it was before its schema was brought up to date is kept; empty when it needed nothing.
    QString keptCopy() const { return m_keptCopy; }

    /// What was found wrong when the notebook was brought up to date or read, and what was done about it; one sentence
    /// each, empty for a sound one.
    const std::vector<std::string>& remarks() const { return m_remarks; }

    /// Everything in the file but its pictures. What lies outside what a notebook may hold is mended in what is
    /// returned, and told by remarks(); in the file it stays until the record is changed.
    Result<Notebook> load();

    /// One picture; NotFound.
    Result<Picture> picture(const std::string& name) const;

    /// Carries out an edit in one transaction and returns it with the ids of new records filled in. A record with an
    /// id that is not in the file is put back under it. When anything fails nothing is changed.
    /// Nothing is written either into a file that is no longer where or what it was: see isAsLeft().
    /// @return BadValue for what no notebook may hold, FileUnwritable with the reason
    Result<NotebookEdit> apply(NotebookEdit edit);

    /// Whether the file is what this store read and wrote last; if not, it takes no more edits.
    bool isAsLeft() const;

    /// The number the next new sheet will have, for what is printed of it first; and the highest numbers given out so
    /// far.
    Result<SheetId> nextSheet() const;
    Result<UsedIds> usedIds() const;

private:
    NotebookStore(QString path, QString file, int patienceMs);

    QSqlDatabase database() const;
    const QString& fileInUse() const { return m_copy.isEmpty() ? m_file : m_copy; }

    Result<void> getReady(Access access);
    QString whyNotLocked();
    Result<void> lookAtJournal();
    Result<void> connect(Access access);
    void disconnect();
    Result<int> checkContents();
    Result<int> connectAndCheck(bool interrupted);
    Error damageOrFault(const Error& error) const;
    Result<void> standOnACopy();
    Result<void> standOnACopyByReading();
    QString nameForACopy();
    Result<void> bringUpToDate(int schema);
    Result<void> bringSchemaUp(int from);
    Result<void> putSmallThingsRight();
    Result<void> putCountsRight();
    static Result<void> makeAndFill(const QString& making, const QString& path, const Filling& fill);
    Result<void> makeAll();

    Result<void> checkStillOurs();
    Result<void> forgetPages() const;
    Result<void> checkMark() const;
    Result<void> remember();
    Result<void> inTransaction(Access access, const std::function<Result<void>()>& work);
    Result<void> change(const std::function<Result<void>()>& work);

    QString m_path;        ///< as it was asked for
    QString m_file;        ///< with links followed
    bool m_isNamed = true; ///< false while it is being made
    int m_patienceMs;
    QString m_connection;
    QString m_readOnlyReason;
    QString m_keptCopy;
    std::unique_ptr<QTemporaryDir> m_copyFolder;
    QString m_copy; ///< stands in for a notebook that has to be changed to be read and may not be
    std::vector<std::string> m_openingRemarks;
    std::vector<std::string> m_remarks;
    NotebookLock m_lock;
    NotebookLock::Outside m_outside; ///< the file as it was left
    QByteArray m_mark;               ///< of the last edit
};

} // namespace iris
