#include "notebook/notebooklock.h"

#include <QFile>
#include <cerrno>
#include <fcntl.h>
#include <optional>
#include <sys/stat.h>
#include <unistd.h>

namespace iris {
namespace {

constexpr off_t lockedByte = off_t{1} << 52;

std::optional<struct stat> statusOf(const QString& path)
{
    struct stat status {};
    if (::stat(QFile::encodeName(path).constData(), &status) != 0)
        return std::nullopt;
    return status;
}

bool areOne(const struct stat& one, const struct stat& other)
{
    return one.st_dev == other.st_dev && one.st_ino == other.st_ino;
}

} // namespace

NotebookLock::~NotebookLock()
{
    if (m_file >= 0)
        ::close(m_file);
}

NotebookLock::Outcome NotebookLock::take(const QString& path)
{
    m_file = ::open(QFile::encodeName(path).constData(), O_RDWR | O_NONBLOCK | O_CLOEXEC);
    if (m_file < 0)
        return Outcome::Protected;
    struct flock region {};
    region.l_type = F_WRLCK;
    region.l_whence = SEEK_SET;
    region.l_start = lockedByte;
    region.l_len = 1;
    if (::fcntl(m_file, F_OFD_SETLK, &region) == 0)
        return Outcome::Held;
    return errno == EAGAIN || errno == EACCES ? Outcome::Elsewhere : Outcome::Held;
}

bool NotebookLock::isStillAt(const QString& path) const
{
    struct stat own {};
    const auto there = statusOf(path);
    return there && ::fstat(m_file, &own) == 0 && areOne(own, *there);
}

bool areOneFile(const QString& one, const QString& other)
{
    const auto first = statusOf(one);
    const auto second = statusOf(other);
    return first && second && areOne(*first, *second);
}

} // namespace iris
