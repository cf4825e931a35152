#pragma once

#include "base/result.h"

#include <QByteArray>
#include <QString>
#include <string_view>

namespace iris {

/// The one door by which files go out. A file is written in full under a name of its own beside the one it is to
/// replace, every byte, the flush and the close checked, and only then takes its place; until then, and when anything
/// fails, what was there before stays as it was. Links are followed; devices, pipes and folders are refused.
class OutputFile {
public:
    /// Writes the bytes beside their place.
    /// @return FileUnwritable with the reason in plain words
    static Result<OutputFile> prepare(const QString& path, std::string_view bytes);

    /// What was not put in its place is taken away again.
    ~OutputFile();
    OutputFile(OutputFile&& other) noexcept;
    OutputFile& operator=(OutputFile&&) = delete;

    /// Puts the file in its place.
    /// @return FileUnwritable; the old file is then untouched
    Result<void> putInPlace();

private:
    OutputFile(QString path, QByteArray target, QByteArray spare);

    QString m_path;      ///< as it was asked for
    QByteArray m_target; ///< with links followed
    QByteArray m_spare;  ///< where it was written; empty once it is in its place
    int m_file = -1;     ///< holds the lock that says somebody is at work on it
};

/// Writes a whole file: prepared and put in its place.
Result<void> writeWhole(const QString& path, std::string_view bytes);

/// What everything that is not yet whole is called until it is, in the folder where it will be: hidden, and of no other
/// program.
QString spareNameBeside(const QString& path);

/// Takes away what was left under such names beside a path when the program was killed: what is an hour old and nobody
/// is at work on (lockFile()), since clocks may differ.
void clearAwayOldSpares(const QString& path);

/// Copies a file as it is, in full and flushed, to a name that no file has yet, or not at all.
/// @return FileUnreadable or FileUnwritable with the reason
Result<void> copyWhole(const QString& from, const QString& to);

/// Gives a file another name beside it, never that of one that is there, but for an empty one when that is allowed;
/// the folder is flushed.
/// @return FileUnwritable with the reason
enum class Replacing { Nothing, AnEmptyFile };
Result<void> rename(const QString& from, const QString& to, Replacing replacing = Replacing::Nothing);

/// From now on a file that grows beyond what the system allows (RLIMIT_FSIZE) is an error like a full disk, and not a
/// signal that ends the program in the middle of writing. For every program of ours, first of all.
void takeNoSignalForFullFiles();

/// Why nothing could be written under a name, found out without writing; for long work, before it starts.
Result<void> checkPlace(const QString& path);

} // namespace iris
