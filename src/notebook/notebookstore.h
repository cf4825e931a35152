#pragma once

#include "notebook/notebook.h"

#include <QString>
#include <functional>
#include <memory>

class QSqlDatabase;
class QSqlQuery;

namespace iris {

/// A notebook's file: one SQLite database with its own application_id and schema version. Every call that changes
/// anything is one transaction, on disk when it returns. Needs a QCoreApplication. One thread.
class NotebookStore {
public:
    /// "Iris" in ASCII, as SQLite's application_id.
    static constexpr int applicationId = 0x49726973;
    static constexpr int schemaVersion = 1;

    /// Makes a new, empty notebook; FileUnwritable when there is a file of that name already or it cannot be made.
    static Result<std::unique_ptr<NotebookStore>> create(const QString& path);

    /// Opens a notebook. FileUnreadable, NotANotebook, DamagedNotebook or NewerNotebook; the file is then untouched.
    static Result<std::unique_ptr<NotebookStore>> open(const QString& path);

    ~NotebookStore();
    NotebookStore(const NotebookStore&) = delete;
    NotebookStore& operator=(const NotebookStore&) = delete;

    QString path() const { return m_path; }

    /// Everything in the file.
    Result<Notebook> load() const;

    /// Carries out an edit in one transaction and returns it with the ids of new records filled in. A record with an
    /// id that is not in the file is put back under it. When anything fails nothing is changed.
    Result<NotebookEdit> apply(NotebookEdit edit);

private:
    NotebookStore(QString path, QString connection);

    QSqlDatabase database() const;
    Result<void> inTransaction(const std::function<Result<void>()>& work);

    QString m_path;
    QString m_connection;
};

} // namespace iris
