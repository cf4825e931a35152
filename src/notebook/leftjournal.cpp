#include "notebook/leftjournal.h"

#include "files/filewords.h"
#include "files/inputfile.h"
#include "files/outputfile.h"
#include "notebook/editmark.h"

#include <QFile>
#include <QFileInfo>
#include <QtEndian>
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

namespace iris {
namespace {

constexpr qint64 smallestSector = 512;
constexpr qint64 largestPage = 65536;
constexpr qint64 headerBytes = 28;

quint32 wordAt(const QByteArray& bytes, qsizetype at)
{
    return at + 4 <= bytes.size() ? qFromBigEndian<quint32>(bytes.constData() + at) : 0;
}

bool isPowerOfTwo(qint64 number)
{
    return number > 0 && (number & (number - 1)) == 0;
}

QByteArray bytesOf(const QString& file, qint64 place, qint64 most)
{
    return bytesAt(file, place, most).value_or(QByteArray());
}

/// The start of one run of pages in a journal.
struct RunHeader {
    quint32 pages = 0; ///< 0 before it is flushed, 0xffffffff for as many as follow
    quint32 nonce = 0; ///< that its checksums begin with
    quint32 pagesBefore = 0;
    qint64 sector = 0;
    qint64 pageSize = 0;
};

/// What a journal begins with: zeros until its pages are flushed, which is before anything is written into the
/// notebook; and it may be cut off while that is written over them.
bool isMagic(const QByteArray& bytes)
{
    static const QByteArray magic("\xd9\xd5\x05\xf9\x20\xa1\x63\xd7", 8);
    const auto [end, ignored] = std::ranges::mismatch(bytes, magic);
    return std::all_of(end, bytes.end(), [](char byte) { return byte == 0; });
}

std::optional<RunHeader> headerAt(const QString& journal, qint64 place)
{
    const QByteArray bytes = bytesOf(journal, place, headerBytes);
    if (bytes.size() < headerBytes || !isMagic(bytes.first(8)))
        return std::nullopt;
    const RunHeader header{wordAt(bytes, 8), wordAt(bytes, 12), wordAt(bytes, 16), wordAt(bytes, 20),
                           wordAt(bytes, 24)};
    const bool sizesFit = isPowerOfTwo(header.sector) && header.sector <= largestPage && isPowerOfTwo(header.pageSize)
                          && header.pageSize >= smallestSector && header.pageSize <= largestPage;
    return sizesFit ? std::optional(header) : std::nullopt;
}

/// The sum that a page is told sound by: the nonce and every 200th byte from the end.
quint32 checksumOf(const QByteArray& page, quint32 nonce)
{
    constexpr qsizetype stride = 200;
    quint32 sum = nonce;
    for (qsizetype at = page.size() - stride; at > 0; at -= stride)
        sum += static_cast<quint8>(page[at]);
    return sum;
}

struct JournalPage {
    qint64 number = 0; ///< from 1
    QByteArray bytes;
};

std::optional<JournalPage> pageAt(const QString& journal, qint64 place, const RunHeader& header)
{
    const QByteArray record = bytesOf(journal, place, header.pageSize + 8);
    if (record.size() < header.pageSize + 8)
        return std::nullopt;
    JournalPage page{wordAt(record, 0), record.mid(4, header.pageSize)};
    const bool sound = page.number > 0 && wordAt(record, 4 + header.pageSize) == checksumOf(page.bytes, header.nonce);
    return sound ? std::optional(std::move(page)) : std::nullopt;
}

/// Calls visit(page) for every sound page in a journal, run after run, until it says that it has seen enough.
template <typename Visit> void forEachPage(const QString& journal, const RunHeader& first, Visit&& visit)
{
    const qint64 end = QFileInfo(journal).size();
    qint64 place = 0;
    while (const auto header = headerAt(journal, place)) {
        if (header->pageSize != first.pageSize)
            return;
        const qint64 record = header->pageSize + 8;
        place += header->sector;
        const qint64 room = (end - place) / record;
        const bool untold = header->pages == 0 || header->pages == 0xffffffff;
        const qint64 pages = untold ? room : std::min<qint64>(room, header->pages);
        for (qint64 i = 0; i < pages; ++i, place += record) {
            const auto page = pageAt(journal, place, *header);
            if (!page || visit(*page))
                return;
        }
        place = (place + header->sector - 1) / header->sector * header->sector; // the next run begins with a sector
    }
}

/// The first page of a notebook, and what stands in it. Source: as in the header, section 1.3.
class FirstPage {
public:
    explicit FirstPage(QByteArray bytes) : m_bytes(std::move(bytes)) {}

    qint64 pageSize() const
    {
        const auto size = m_bytes.size() < 18 ? 0 : qFromBigEndian<quint16>(m_bytes.constData() + 16);
        return size == 1 ? largestPage : size;
    }
    quint32 changes() const { return wordAt(m_bytes, 24); }
    quint32 pages() const { return wordAt(m_bytes, 28); }

    /// Whether the edit that this page was from before of may have left the other one behind.
    bool mayHaveBecome(const FirstPage& now) const
    {
        return now.changes() == changes() ? now.m_bytes == m_bytes
                                          : now.changes() == changes() + 1 && now.applicationId() == applicationId();
    }

private:
    quint32 applicationId() const { return wordAt(m_bytes, 68); }

    QByteArray m_bytes;
};

/// Which file lies under the name of a journal; 0 when there is none, or nothing is in it.
ino_t journalNode(const QString& notebook)
{
    struct stat about {};
    const bool there = ::stat(QFile::encodeName(journalOf(notebook)).constData(), &about) == 0 && about.st_size > 0;
    return there ? about.st_ino : 0;
}

/// The page that holds a notebook's mark, as it is in a journal and as it is in the notebook.
bool followsFrom(const EditMark& before, const QByteArray& pageNow)
{
    const auto now = markOfPage(pageNow);
    return now && (now->now == before.now || now->before == before.now);
}

} // namespace

QString journalOf(const QString& notebook)
{
    return notebook + QStringLiteral("-journal");
}

bool hasJournal(const QString& notebook)
{
    return journalNode(notebook) != 0;
}

bool isBeingWritten(const QString& notebook)
{
    constexpr off_t pendingAndReserved = 0x40000000;
    const int file = ::open(QFile::encodeName(notebook).constData(), O_RDONLY | O_NONBLOCK | O_CLOEXEC);
    if (file < 0)
        return false;
    struct flock region {};
    region.l_type = F_RDLCK;
    region.l_whence = SEEK_SET;
    region.l_start = pendingAndReserved;
    region.l_len = 2;
    const bool written = ::fcntl(file, F_OFD_GETLK, &region) == 0 && region.l_type != F_UNLCK;
    ::close(file);
    return written;
}

bool isLeftInAnEdit(const QString& notebook)
{
    const ino_t before = journalNode(notebook);
    // Looked at twice: an edit that ended in between took its journal away, and the next one makes another.
    return before != 0 && !isBeingWritten(notebook) && journalNode(notebook) == before;
}

bool isJournalOf(const QString& journal, const QString& notebook)
{
    const auto header = headerAt(journal, 0);
    const FirstPage now(bytesOf(notebook, 0, header ? header->pageSize : 0));
    if (!header || now.pageSize() != header->pageSize)
        return false;
    std::optional<bool> byMark;
    std::optional<bool> byFirstPage;
    forEachPage(journal, *header, [&](const JournalPage& page) {
        if (const auto mark = markOfPage(page.bytes))
            byMark = followsFrom(*mark, bytesOf(notebook, (page.number - 1) * header->pageSize, header->pageSize));
        else if (page.number == 1)
            byFirstPage = FirstPage(page.bytes).mayHaveBecome(now);
        return byMark.has_value();
    });
    if (byMark || byFirstPage)
        return byMark ? *byMark : *byFirstPage;
    return now.pages() == header->pagesBefore; // none of the pages that tell was touched, so they still stand as then
}

std::string remarkOnJournal(const QString& notebook, const QString& aside)
{
    const QString kept = aside.isEmpty() ? QString() : QStringLiteral(", and is kept as %1").arg(shortName(aside));
    return QStringLiteral("what lay beside %1 as %2 is not its own as it is now; it was not used%3")
        .arg(shortName(notebook), shortName(journalOf(notebook)), kept)
        .toStdString();
}

Result<QString> setJournalAside(const QString& notebook)
{
    const QString journal = journalOf(notebook);
    for (int number = 1;; ++number) {
        const QString aside = number == 1 ? journal + QStringLiteral(" (set aside)")
                                          : QStringLiteral("%1 (set aside %2)").arg(journal).arg(number);
        if (QFileInfo::exists(aside))
            continue;
        if (const auto done = rename(journal, aside); !done)
            return fileFailure(ErrorCode::FileUnwritable, notebook,
                               QStringLiteral("%1 lies beside %2 and is not its own, and it cannot be given another "
                                              "name; move it away first")
                                   .arg(shortName(journal), shortName(notebook)));
        return aside;
    }
}

} // namespace iris
