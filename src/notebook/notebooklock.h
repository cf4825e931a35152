#pragma once

#include <QByteArray>
#include <QString>

namespace iris {

/// Who may write in a notebook: one window or command at a time. See files/filelock.h.
class NotebookLock {
public:
    NotebookLock() = default;
    ~NotebookLock();
    NotebookLock(const NotebookLock&) = delete;
    NotebookLock& operator=(const NotebookLock&) = delete;

    enum class Outcome {
        Held,      ///< or the place knows no locks
        Elsewhere, ///< somebody else writes in it
        Protected, ///< it may not be written at all
    };
    /// @param patienceMs how long is waited for somebody else to finish
    Outcome take(const QString& path, int patienceMs);
    void release();
    bool isHeld() const { return m_file >= 0; }

    /// False when the file that was locked is no longer the one of that name: moved, replaced or removed.
    bool isStillAt(const QString& path) const;

    /// The first bytes of the file that was locked and its size: what tells that somebody wrote into it.
    struct Outside {
        QByteArray header; ///< 100 bytes, among them how often it was changed and how many pages it has
        qint64 size = 0;

        bool operator==(const Outside&) const = default;

        /// Whether it is shorter than its header says.
        bool isCutShort() const;
    };
    Outside outside() const;

private:
    int m_file = -1;
};

/// True when two names lead to one file, through links of either kind.
bool areOneFile(const QString& one, const QString& other);

} // namespace iris
