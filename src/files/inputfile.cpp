#include "files/inputfile.h"

#include "files/filewords.h"

#include <QFile>
#include <cerrno>
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

namespace iris {
namespace {

constexpr qint64 megabyte = 1024 * 1024;

/// An open file, closed when it goes.
class Descriptor {
public:
    explicit Descriptor(int number) : m_number(number) {}
    ~Descriptor()
    {
        if (m_number >= 0)
            ::close(m_number);
    }
    Descriptor(const Descriptor&) = delete;
    Descriptor& operator=(const Descriptor&) = delete;

    int number() const { return m_number; }

private:
    int m_number;
};

QString kindOf(const struct stat& about)
{
    if (S_ISDIR(about.st_mode))
        return QStringLiteral("is a folder, not a file");
    if (S_ISFIFO(about.st_mode))
        return QStringLiteral("is a pipe; save what comes out of it as a file first");
    if (S_ISSOCK(about.st_mode))
        return QStringLiteral("is a socket, not a file");
    return QStringLiteral("is a device, not a file");
}

/// Reads until the end or until `most` bytes are there; the error number of the system, or 0.
int readUpTo(int file, qint64 most, QByteArray& bytes)
{
    qint64 filled = 0;
    while (filled < most) {
        const qint64 step = std::min(most - filled, std::max(megabyte, filled));
        bytes.resize(filled + step);
        const ssize_t got = ::read(file, bytes.data() + filled, static_cast<std::size_t>(step));
        if (got < 0 && errno == EINTR)
            continue;
        if (got < 0)
            return errno;
        filled += got;
        if (got == 0)
            break;
    }
    bytes.resize(filled);
    return 0;
}

/// Opened so that not even a pipe without a writer could hold the program up.
int openedToRead(const QString& path)
{
    return ::open(QFile::encodeName(path).constData(), O_RDONLY | O_NONBLOCK | O_CLOEXEC | O_NOCTTY);
}

/// Why a path is no name of a file, before it is looked for.
QString faultOfName(const QString& path)
{
    if (path.isEmpty())
        return QStringLiteral("no file is named");
    if (path == QLatin1String("-"))
        return QStringLiteral("\"-\" is no file; save what is to be read as a file and name that");
    if (path.contains(QStringLiteral("://")))
        return QStringLiteral("%1 is an address; fetch it first and name the file").arg(path);
    return {};
}

} // namespace

qint64 mostBytes(InputKind kind)
{
    switch (kind) {
    case InputKind::List:
    case InputKind::Measurements: return 16 * megabyte;
    case InputKind::Dump:
    case InputKind::Picture: break;
    }
    return 1024 * megabyte;
}

Result<QByteArray> readWhole(const QString& path, InputKind kind)
{
    if (const QString fault = faultOfName(path); !fault.isEmpty())
        return tl::unexpected(Error{ErrorCode::FileUnreadable, fault.toStdString(), path.toStdString(), 0, 0});
    const auto unreadable = [&](int number) {
        return fileError(ErrorCode::FileUnreadable, path, QStringLiteral("cannot be read: %1").arg(reasonOf(number)));
    };
    const Descriptor file(openedToRead(path));
    struct stat about {};
    if (file.number() < 0 || ::fstat(file.number(), &about) != 0)
        return errno == ENXIO ? fileError(ErrorCode::FileUnreadable, path, QStringLiteral("is a socket, not a file"))
                              : unreadable(errno);
    if (!S_ISREG(about.st_mode))
        return fileError(ErrorCode::FileUnreadable, path, kindOf(about));
    const qint64 most = mostBytes(kind);
    QByteArray bytes;
    if (const int trouble = readUpTo(file.number(), std::min<qint64>(most, about.st_size) + 1, bytes); trouble != 0)
        return unreadable(trouble);
    if (bytes.size() > most)
        return fileError(ErrorCode::FileUnreadable, path,
                         QStringLiteral("has more than %1 megabytes; is it the right file?").arg(most / megabyte));
    return bytes;
}

QByteArray startOf(const QString& path, qint64 most)
{
    QByteArray bytes;
    struct stat about {};
    const Descriptor file(faultOfName(path).isEmpty() ? openedToRead(path) : -1);
    const bool regular = file.number() >= 0 && ::fstat(file.number(), &about) == 0 && S_ISREG(about.st_mode);
    if (!regular || readUpTo(file.number(), most, bytes) != 0)
        return {};
    return bytes;
}

} // namespace iris
