#pragma once

#include "base/result.h"

#include <QByteArray>
#include <QString>

namespace iris {

/// What a file is to be read as; each kind has a size beyond which it is something else.
enum class InputKind { List, Measurements, Dump, Picture };

/// The largest file of a kind that is read, in bytes: lists and measurements 16 MB, dumps of notebooks 1 GB, pictures
/// 1 GB.
qint64 mostBytes(InputKind kind);

/// The one door by which files come in: everything in a regular file, links followed. It never waits: a pipe, a device
/// or a socket is refused before anything is read, and so are folders, addresses and "-".
/// @return FileUnreadable with the reason in plain words
Result<QByteArray> readWhole(const QString& path, InputKind kind);

/// At most `most` bytes from a place in a file on, through the same door; fewer where it ends, none beyond.
/// @return FileUnreadable with the reason, a fault of the disk among them
Result<QByteArray> bytesAt(const QString& path, qint64 place, qint64 most);

/// At most `most` bytes from a file's start; empty when it cannot be read.
QByteArray startOf(const QString& path, qint64 most);

/// Reads a file to its end and keeps nothing of it.
/// @return FileUnreadable where the disk cannot give it back
Result<void> checkReadable(const QString& path);

} // namespace iris
