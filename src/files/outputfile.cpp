#include "files/outputfile.h"

#include "files/filewords.h"

#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QRandomGenerator>
#include <cerrno>
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

int writtenTo(const QByteArray& spare, std::string_view bytes, mode_t mode)
{
    constexpr mode_t ordinary = 0666;
    constexpr mode_t permissions = 07777;
    const int file = ::open(spare.constData(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, ordinary);
    if (file < 0)
        return errno;
    if (mode != 0)
        static_cast<void>(::fchmod(file, mode & permissions)); // as the old file was, where that may be
    int trouble = writeAll(file, bytes);
    if (trouble == 0)
        trouble = flushed(file);
    if (::close(file) != 0 && trouble == 0)
        trouble = errno;
    return trouble;
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
      m_spare(std::exchange(other.m_spare, {}))
{
}

OutputFile::~OutputFile()
{
    if (!m_spare.isEmpty())
        ::unlink(m_spare.constData());
}

Result<OutputFile> OutputFile::prepare(const QString& path, std::string_view bytes)
{
    Target target = targetOf(path);
    if (!target.fault.isEmpty())
        return unwritable(path, target.fault);
    const QString place = QFile::decodeName(target.path);
    clearAwayOldSpares(place);
    OutputFile file(path, target.path, QFile::encodeName(spareNameBeside(place)));
    if (const int trouble = writtenTo(file.m_spare, bytes, target.mode); trouble != 0)
        return unwritable(path, reasonOf(trouble));
    return file;
}

Result<void> OutputFile::putInPlace()
{
    // Looked at once more: meanwhile a device may have taken the place, which renaming would replace.
    if (const Target target = targetOf(m_path); !target.fault.isEmpty())
        return unwritable(m_path, target.fault);
    if (std::rename(m_spare.constData(), m_target.constData()) != 0)
        return unwritable(m_path, reasonOf(errno));
    m_spare.clear();
    const int folder = ::open(folderOf(m_target).constData(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    if (folder >= 0) {
        static_cast<void>(::fsync(folder)); // so that the new name outlives a power cut; the file itself is safe
        ::close(folder);
    }
    return {};
}

Result<void> writeWhole(const QString& path, std::string_view bytes)
{
    auto file = OutputFile::prepare(path, bytes);
    return file ? file->putInPlace() : tl::unexpected(file.error());
}

QString spareNameBeside(const QString& path)
{
    return QFileInfo(path).dir().filePath(
        QStringLiteral(".iris-%1.making").arg(QRandomGenerator::global()->generate64(), 0, 16));
}

void clearAwayOldSpares(const QString& path)
{
    constexpr qint64 longAgo = 3600; // s
    const QDir folder = QFileInfo(path).dir();
    const QDateTime now = QDateTime::currentDateTime();
    for (const QFileInfo& left : folder.entryInfoList({QStringLiteral(".iris-*.making*")}, QDir::Files | QDir::Hidden))
        if (left.lastModified().secsTo(now) > longAgo)
            QFile::remove(left.filePath());
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
