#include "files/filelock.h"

#include <QFile>
#include <cerrno>
#include <fcntl.h>
#include <unistd.h>

namespace iris {
namespace {

constexpr off_t lockedByte = off_t{1} << 52;

struct flock theOneByte()
{
    struct flock region {};
    region.l_type = F_WRLCK;
    region.l_whence = SEEK_SET;
    region.l_start = lockedByte;
    region.l_len = 1;
    return region;
}

} // namespace

FileLock lockFile(int file)
{
    struct flock region = theOneByte();
    if (::fcntl(file, F_OFD_SETLK, &region) == 0)
        return FileLock::Held;
    return errno == EAGAIN || errno == EACCES ? FileLock::Elsewhere : FileLock::Held;
}

bool isLockedElsewhere(const QString& path)
{
    const int file = ::open(QFile::encodeName(path).constData(), O_RDONLY | O_NONBLOCK | O_CLOEXEC);
    if (file < 0)
        return false;
    struct flock region = theOneByte();
    const bool locked = ::fcntl(file, F_OFD_GETLK, &region) == 0 && region.l_type != F_UNLCK;
    ::close(file);
    return locked;
}

} // namespace iris
