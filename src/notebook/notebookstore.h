#pragma once

#include "notebook/notebook.h"
#include "notebook/notebooklock.h"

#include <QString>
#include <functional>
#include <memory>

class QSqlDatabase;

namespace iris {

/// A notebook's file: one SQLite database with its own application_id and schema version. Every call that changes
/// anything is one transaction, on disk when it returns. Needs a QCoreApplication. One thread.
class NotebookStore {
public:
    /// "Iris" in ASCII, as SQLite's application_id.
    static constexpr int applicationId = 0x49726973;
    static constexpr int schemaVersion = 5;

    /// Makes a new, empty notebook, under another name first, so that one cut short leaves nothing of this name; an
    /// empty file of this name, such as an earlier program may have left, is taken for none. FileUnwritable when there
    /// is a file of that name already or it cannot be made.
    static Result<std::unique_ptr<NotebookStore>> create(const QString& path);

    /// Takes away a notebook that was made and could not be filled, and its journal, which would be laid over the next
    /// one of that name. It must not be open.
    static void discard(const QString& path);

    /// Opens a notebook. One that is open elsewhere, or that may not be written, is opened for reading only: see
    /// readOnlyReason(). One of an older schema is copied beside itself first and then brought up to date: see
    /// keptCopy(). FileUnreadable, NotANotebook, DamagedNotebook or NewerNotebook; the file is then untouched.
    static Result<std::unique_ptr<NotebookStore>> open(const QString& path);

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
    /// @return BadValue for what no notebook may hold, FileUnwritable with the reason
    Result<NotebookEdit> apply(NotebookEdit edit);

    /// The number the next new sheet will have, and the highest numbers given out so far.
    Result<SheetId> nextSheet() const;
    Result<UsedIds> usedIds() const;

private:
    explicit NotebookStore(QString path);

    Result<void> connect(bool readOnly);
    Result<void> bringUpToDate();
    Result<void> standOnACopy();
    Result<void> makeAll();
    void lock();
    Result<void> bringSchemaUp(int from);
    Result<void> writeCodeIfMissing();
    Result<void> checkStillThere() const;
    QSqlDatabase database() const;
    Result<void> inTransaction(const std::function<Result<void>()>& work);

    QString m_path;
    QString m_connection;
    QString m_readOnlyReason;
    QString m_keptCopy;
    QString m_temporary; ///< an upgraded copy that stands in for a notebook that may not be written
    std::vector<std::string> m_updateRemarks;
    std::vector<std::string> m_remarks;
    NotebookLock m_lock;
};

} // namespace iris
