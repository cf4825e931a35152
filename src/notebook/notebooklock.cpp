#include "notebook/notebooklock.h"

#include "files/filelock.h"

#include <QFile>
#include <QThread>
#include <QtEndian>
#include <fcntl.h>
#include <optional>
#include <sys/stat.h>
#include <unistd.h>

namespace iris {
namespace {

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
    release();
}

NotebookLock::Outcome NotebookLock::take(const QString& path, int patienceMs)
{
    constexpr int betweenTriesMs = 10;
    m_file = ::open(QFile::encodeName(path).constData(), O_RDWR | O_NONBLOCK | O_CLOEXEC);
    if (m_file < 0)
        return Outcome::Protected;
    for (int waited = 0;; waited += betweenTriesMs) {
        if (lockFile(m_file) == FileLock::Held)
            return Outcome::Held;
        if (waited >= patienceMs)
            break;
        QThread::msleep(betweenTriesMs);
    }
    release();
    return Outcome::Elsewhere;
}

void NotebookLock::release()
{
    if (m_file >= 0)
        ::close(m_file);
    m_file = -1;
}

bool NotebookLock::isStillAt(const QString& path) const
{
    struct stat own {};
    const auto there = statusOf(path);
    return there && ::fstat(m_file, &own) == 0 && areOne(own, *there);
}

NotebookLock::Outside NotebookLock::outside() const
{
    constexpr qsizetype headerBytes = 100;
    Outside outside{QByteArray(headerBytes, '\0'), 0};
    struct stat about {};
    const auto got = ::pread(m_file, outside.header.data(), headerBytes, 0);
    outside.header.truncate(std::max<qsizetype>(got, 0));
    outside.size = ::fstat(m_file, &about) == 0 ? about.st_size : 0;
    return outside;
}

bool NotebookLock::Outside::isCutShort() const
{
    constexpr qsizetype pageSizeAt = 16; // https://www.sqlite.org/fileformat.html, section 1.3
    constexpr qsizetype pagesAt = 28;
    constexpr qint64 largestPage = 65536;
    if (header.size() < pagesAt + 4)
        return true;
    const auto said = qFromBigEndian<quint16>(header.constData() + pageSizeAt);
    const qint64 pageSize = said == 1 ? largestPage : said;
    return size < pageSize * qFromBigEndian<quint32>(header.constData() + pagesAt);
}

bool areOneFile(const QString& one, const QString& other)
{
    const auto first = statusOf(one);
    const auto second = statusOf(other);
    return first && second && areOne(*first, *second);
}

} // namespace iris
