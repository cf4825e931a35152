#pragma once

#include <QString>

namespace iris {

/// Who may write in a notebook: one window at a time. The lock lies on the file itself and not on its name, so it holds
/// through links of either kind, ends with the program however that ends, and leaves nothing beside the notebook.
/// Source: fcntl(2), open file description locks; the byte locked lies far beyond those SQLite uses.
class NotebookLock {
public:
    NotebookLock() = default;
    ~NotebookLock();
    NotebookLock(const NotebookLock&) = delete;
    NotebookLock& operator=(const NotebookLock&) = delete;

    enum class Outcome {
        Held,      ///< or the place knows no locks
        Elsewhere, ///< another window writes in it
        Protected, ///< it may not be written at all
    };
    Outcome take(const QString& path);

    /// False when the file that was locked is no longer the one of that name: moved, replaced or removed.
    bool isStillAt(const QString& path) const;

private:
    int m_file = -1;
};

/// True when two names lead to one file, through links of either kind.
bool areOneFile(const QString& one, const QString& other);

} // namespace iris
