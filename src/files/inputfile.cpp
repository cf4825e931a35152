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

/// A regular file that is open to be read, and closed when it goes.
class RegularFile {
public:
    static Result<RegularFile> open(const QString& path)
    {
        if (const QString fault = faultOfName(path); !fault.isEmpty())
            return fileFailure(ErrorCode::FileUnreadable, path, fault);
        RegularFile file(path, openedToRead(path));
        struct stat about {};
        if (file.m_number < 0 || ::fstat(file.m_number, &about) != 0)
            return errno == ENXIO
                       ? fileError(ErrorCode::FileUnreadable, path, QStringLiteral("is a socket, not a file"))
                       : file.unreadable(errno);
        if (!S_ISREG(about.st_mode))
            return fileError(ErrorCode::FileUnreadable, path, kindOf(about));
        file.m_size = about.st_size;
        return file;
    }
    ~RegularFile()
    {
        if (m_number >= 0)
            ::close(m_number);
    }
    RegularFile(RegularFile&& other) noexcept
        : m_path(std::move(other.m_path)),
          m_number(std::exchange(other.m_number, -1)),
          m_size(other.m_size)
    {
    }
    RegularFile& operator=(RegularFile&&) = delete;

    qint64 size() const { return m_size; }
    void goTo(qint64 place) const { static_cast<void>(::lseek(m_number, place, SEEK_SET)); }
    Result<QByteArray> read(qint64 most) const
    {
        QByteArray bytes;
        if (const int trouble = readUpTo(m_number, most, bytes); trouble != 0)
            return unreadable(trouble);
        return bytes;
    }

private:
    RegularFile(QString path, int number) : m_path(std::move(path)), m_number(number) {}

    tl::unexpected<Error> unreadable(int number) const
    {
        return fileError(ErrorCode::FileUnreadable, m_path, QStringLiteral("cannot be read: %1").arg(reasonOf(number)));
    }

    QString m_path;
    int m_number;
    qint64 m_size = 0;
};

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
    const auto file = RegularFile::open(path);
    if (!file)
        return tl::unexpected(file.error());
    const qint64 most = mostBytes(kind);
    auto bytes = file->read(std::min<qint64>(most, file->size()) + 1);
    if (bytes && bytes->size() > most)
        return fileError(ErrorCode::FileUnreadable, path,
                         QStringLiteral("has more than %1 megabytes; is it the right file?").arg(most / megabyte));
    return bytes;
}

Result<QByteArray> bytesAt(const QString& path, qint64 place, qint64 most)
{
    const auto file = RegularFile::open(path);
    if (!file)
        return tl::unexpected(file.error());
    file->goTo(place);
    return file->read(most);
}

QByteArray startOf(const QString& path, qint64 most)
{
    return bytesAt(path, 0, most).value_or(QByteArray());
}

Result<void> checkReadable(const QString& path)
{
    const auto file = RegularFile::open(path);
    if (!file)
        return tl::unexpected(file.error());
    while (true) {
        const auto bytes = file->read(megabyte);
        if (!bytes)
            return tl::unexpected(bytes.error());
        if (bytes->isEmpty())
            return {};
    }
}

} // namespace iris
