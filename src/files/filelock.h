#pragma once

#include <QString>

namespace iris {

/// Who is at work on a file. The lock lies on the open file and not on its name, so it holds through links of either
/// kind, ends with the program however that ends, and leaves nothing beside the file.
/// Source: fcntl(2), open file description locks; the byte locked lies far beyond those SQLite uses.
enum class FileLock {
    Held,      ///< or the place knows no locks
    Elsewhere, ///< another open file has it
};

/// Locks a file that is open to be written, until it is closed.
FileLock lockFile(int file);

/// Whether somebody else holds the lock of a file; false for one that cannot be opened.
bool isLockedElsewhere(const QString& path);

} // namespace iris
