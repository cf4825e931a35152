#pragma once

#include "base/result.h"

#include <QString>
#include <QStringList>

namespace iris {

/// Where the file of a notebook really lies: symbolic links are followed, since SQLite keeps its journal by the real
/// name. A name that leads nowhere is itself.
QString realPathOf(const QString& path);

/// What else a file is called in its folder (hard links), by their full names.
QStringList otherNamesOf(const QString& path);

/// Looks at a file's outside and its first bytes, without opening it as a database, which might change it: one left in
/// the middle of a change is put right on opening, and that of another program is none of ours.
/// @return FileUnreadable or NotANotebook
Result<void> checkIsNotebook(const QString& path);

/// The schema that a notebook says it has, off its first bytes; 0 when they cannot be read.
int schemaOnFile(const QString& path);

/// Why a notebook cannot be written in, whoever else has it open, in plain words; empty when it can. A file with a
/// second name (hard link) cannot: SQLite keeps a journal by one of the names, and whoever opens the other would not
/// find it after a power cut.
/// @param path a real one
QString whyProtected(const QString& path);

/// Whether a name is too long to keep a journal beside it.
bool isNameTooLong(const QString& path);

/// A copy of a notebook as it is before it is brought up to date, beside it, whole. One that is there already from an
/// earlier try is taken as it is.
/// @return its name; FileUnreadable or FileUnwritable
struct KeptCopy {
    QString path;
    bool isNew = false;
};
Result<KeptCopy> keepCopyBeforeUpdate(const QString& path);

} // namespace iris
