#include "files/outputfile.h"

#include "files/filelock.h"
#include "files/filewords.h"
#include "files/inputfile.h"

#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QRandomGenerator>
#include <cerrno>
#include <csignal>
#include <cstdio>
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

namespace iris {
namespace {

tl::unexpected<Error> unwritable(const QString& path, const QString& why)
{
    return fileError(ErrorCode::FileUnwritable, path, QStringLiteral("cannot be written: %1").arg(why));
}

/// Where a path really leads; nothing with an error number when it leads nowhere.
struct Target {
    QByteArray path;
    mode_t mode = 0; ///< of the file that is there; 0 when there is none
    QString fault;
};

Target targetOf(const QString& path)
{
    Target target{QFile::encodeName(path), 0, {}};
    if (path.isEmpty())
        target.fault = QStringLiteral("no name was given");
    struct stat about {};
    if (!target.fault.isEmpty())
        return target;
    if (::lstat(target.path.constData(), &about) != 0) {
        if (errno != ENOENT) // nothing there yet is as it should be
            target.fault = reasonOf(errno);
        return target;
    }
    if (S_ISLNK(about.st_mode)) {
        const QString real = QFileInfo(path).canonicalFilePath();
        if (real.isEmpty() || ::stat(target.path.constData(), &about) != 0) {
            target.fault = reasonOf(ELOOP);
            return target;
        }
        target.path = QFile::encodeName(real);
    }
    target.mode = about.st_mode;
    if (S_ISDIR(about.st_mode))
        target.fault = reasonOf(EISDIR);
    else if (!S_ISREG(about.st_mode))
        target.fault = QStringLiteral("it is a device or a pipe, not a file");
    else if (::access(target.path.constData(), W_OK) != 0)
        target.fault = reasonOf(errno);
    return target;
}

QByteArray folderOf(const QByteArray& path)
{
    const auto slash = path.lastIndexOf('/');
    return slash < 0 ? QByteArray(".") : slash == 0 ? QByteArray("/") : path.left(slash);
}

/// Every byte, however few the system takes at a time; the error number, or 0.
int writeAll(int file, std::string_view bytes)
{
    while (!bytes.empty()) {
        const ssize_t taken = ::write(file, bytes.data(), bytes.size());
        if (taken < 0 && errno == EINTR)
            continue;
        if (taken < 0)
            return errno;
        if (taken == 0)
            return ENOSPC;
        bytes.remove_prefix(static_cast<std::size_t>(taken));
    }
    return 0;
}

/// Some places, such as a share, cannot promise that a file has reached its disk; that is no reason to refuse them.
bool cannotPromise(int errorNumber)
{
    return errorNumber == EINVAL || errorNumber == ENOTSUP;
}

int flushed(int file)
{
    return ::fsync(file) == 0 || cannotPromise(errno) ? 0 : errno;
}

/// So that a new name outlives a power cut; the file itself is safe.
void flushFolderOf(const QByteArray& path)
{
    const int folder = ::open(folderOf(path).constData(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    if (folder < 0)
        return;
    static_cast<void>(::fsync(folder));
    ::close(folder);
}

/// A new file that is locked while somebody is at work on it; -1 with the system's error number.
int makeNew(const QByteArray& path, mode_t mode)
{
    constexpr mode_t ordinary = 0666;
    constexpr mode_t permissions = 07777;
    const int file = ::open(path.constData(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, ordinary);
    if (file < 0)
        return file;
    if (mode != 0)
        static_cast<void>(::fchmod(file, mode & permissions)); // as the old file was, where that may be
    static_cast<void>(lockFile(file));
    return file;
}

/// Whether a file is left over from a program that was ended: old, and nobody is at work on it.
bool isLeftOver(const QFileInfo& file)
{
    constexpr qint64 longAgo = 3600; // s
    return file.lastModified().secsTo(QDateTime::currentDateTime()) > longAgo && !isLockedElsewhere(file.filePath());
}

} // namespace

OutputFile::OutputFile(QString path, QByteArray target, QByteArray spare)
    : m_path(std::move(path)),
      m_target(std::move(target)),
      m_spare(std::move(spare))
{
}

OutputFile::OutputFile(OutputFile&& other) noexcept
    : m_path(std::move(other.m_path)),
      m_target(std::move(other.m_target)),
      m_spare(std::exchange(other.m_spare, {})),
      m_file(std::exchange(other.m_file, -1))
{
}

OutputFile::~OutputFile()
{
    if (!m_spare.isEmpty())
        ::unlink(m_spare.constData());
    if (m_file >= 0)
        ::close(m_file);
}

Result<OutputFile> OutputFile::prepare(const QString& path, std::string_view bytes)
{
    Target target = targetOf(path);
    if (!target.fault.isEmpty())
        return unwritable(path, target.fault);
    const QString place = QFile::decodeName(target.path);
    clearAwayOldSpares(place);
    const QByteArray spare = QFile::encodeName(spareNameBeside(place));
    const int made = makeNew(spare, target.mode);
    if (made < 0)
        return unwritable(path, reasonOf(errno));
    OutputFile file(path, target.path, spare);
    file.m_file = made;
    int trouble = writeAll(made, bytes);
    if (trouble == 0)
        trouble = flushed(made);
    if (trouble != 0)
        return unwritable(path, reasonOf(trouble));
    return file;
}

Result<void> OutputFile::putInPlace()
{
    // Looked at once more: meanwhile a device may have taken the place, which renaming would replace.
    if (const Target target = targetOf(m_path); !target.fault.isEmpty())
        return unwritable(m_path, target.fault);
    const bool closed = ::close(std::exchange(m_file, -1)) == 0; // a share may tell only now that it has no room
    if (!closed || std::rename(m_spare.constData(), m_target.constData()) != 0)
        return unwritable(m_path, reasonOf(errno));
    m_spare.clear();
    flushFolderOf(m_target);
    return {};
}

Result<void> writeWhole(const QString& path, std::string_view bytes)
{
    auto file = OutputFile::prepare(path, bytes);
    return file ? file->putInPlace() : tl::unexpected(file.error());
}

QString spareNameBeside(const QString& path)
{
    const QDir folder = QFileInfo(path).dir();
    QString name;
    do {
        name = folder.filePath(QStringLiteral(".iris-%1.making").arg(QRandomGenerator::global()->generate64(), 0, 16));
    } while (QFileInfo::exists(name));
    return name;
}

void clearAwayOldSpares(const QString& path)
{
    const QDir folder = QFileInfo(path).dir();
    for (const QFileInfo& left : folder.entryInfoList({QStringLiteral(".iris-*.making*")}, QDir::Files | QDir::Hidden))
        if (isLeftOver(left))
            QFile::remove(left.filePath());
}

Result<void> rename(const QString& from, const QString& to, Replacing replacing)
{
    const QByteArray source = QFile::encodeName(from);
    const QByteArray target = QFile::encodeName(to);
    const QFileInfo there(to);
    const bool makesWay = replacing == Replacing::AnEmptyFile && there.isFile() && there.size() == 0;
    bool done = !makesWay && ::renameat2(AT_FDCWD, source, AT_FDCWD, target, RENAME_NOREPLACE) == 0;
    const bool unknownHere = !done && !makesWay && errno == EINVAL && !there.exists();
    if (makesWay || unknownHere)
        done = std::rename(source, target) == 0;
    if (!done)
        return unwritable(to, reasonOf(errno));
    flushFolderOf(target);
    return {};
}

Result<void> copyWhole(const QString& from, const QString& to)
{
    constexpr qint64 atOnce = 1 << 20;
    const QByteArray spare = QFile::encodeName(spareNameBeside(to));
    const int file = makeNew(spare, 0);
    if (file < 0)
        return unwritable(to, reasonOf(errno));
    Result<void> done;
    for (qint64 place = 0; done; place += atOnce) {
        const auto bytes = bytesAt(from, place, atOnce);
        if (!bytes)
            done = tl::unexpected(bytes.error());
        else if (const int trouble = writeAll(file, {bytes->data(), static_cast<std::size_t>(bytes->size())}); trouble)
            done = unwritable(to, reasonOf(trouble));
        else if (bytes->size() < atOnce)
            break;
    }
    if (const int trouble = done ? flushed(file) : 0; trouble != 0)
        done = unwritable(to, reasonOf(trouble));
    if (done)
        done = rename(QFile::decodeName(spare), to);
    if (!done)
        ::unlink(spare.constData());
    ::close(file);
    return done;
}

void takeNoSignalForFullFiles()
{
    std::signal(SIGXFSZ, SIG_IGN);
}

Result<void> checkPlace(const QString& path)
{
    const Target target = targetOf(path);
    if (!target.fault.isEmpty())
        return unwritable(path, target.fault);
    if (::access(folderOf(target.path).constData(), W_OK) != 0)
        return unwritable(path, errno == ENOENT ? QStringLiteral("there is no such folder") : reasonOf(errno));
    return {};
}

} // namespace iris
