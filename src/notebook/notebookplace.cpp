#include "notebook/notebookplace.h"

#include "files/filewords.h"
#include "files/inputfile.h"
#include "files/outputfile.h"
#include "notebook/leftjournal.h"
#include "notebook/notebooklock.h"
#include "notebook/notebookschema.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QtEndian>
#include <sys/stat.h>

namespace iris {
namespace {

// Where SQLite's header holds them. Source: https://www.sqlite.org/fileformat.html, section 1.3.
constexpr qsizetype schemaAt = 60;
constexpr qsizetype applicationIdAt = 68;
constexpr qsizetype headerBytes = 100;

constexpr qsizetype longestName = 255; // bytes, on every common file system

bool hasManyNames(const QString& path)
{
    struct stat about {};
    return ::stat(QFile::encodeName(path).constData(), &about) == 0 && about.st_nlink > 1;
}

QString whyNotUnderTwoNames(const QString& path)
{
    const QStringList others = otherNamesOf(path);
    const QString also =
        others.isEmpty() ? QObject::tr("it has a second name in another folder (a hard link)")
                         : QObject::tr("the same file is also called %1 (a hard link)").arg(shortName(others.first()));
    return QObject::tr("%1 may only be read: %2, and what is written under one name is not safe under the other. Take "
                       "one of the names away, or make a copy to write in")
        .arg(shortName(path), also);
}

bool areEqual(const QString& one, const QString& other)
{
    constexpr qint64 atOnce = 1 << 20;
    const qint64 size = QFileInfo(one).size();
    bool equal = size == QFileInfo(other).size();
    for (qint64 place = 0; equal && place < size; place += atOnce) {
        const auto here = bytesAt(one, place, atOnce);
        const auto there = bytesAt(other, place, atOnce);
        equal = here && there && *here == *there;
    }
    return equal;
}

} // namespace

QString realPathOf(const QString& path)
{
    const QString real = QFileInfo(path).canonicalFilePath();
    return real.isEmpty() ? path : real;
}

QStringList otherNamesOf(const QString& path)
{
    QStringList names;
    if (!hasManyNames(path))
        return names;
    const QFileInfo own(path);
    for (const QFileInfo& file : own.dir().entryInfoList(QDir::Files | QDir::Hidden | QDir::NoSymLinks))
        if (file.fileName() != own.fileName() && areOneFile(file.filePath(), path))
            names << file.filePath();
    return names;
}

Result<void> checkIsNotebook(const QString& path)
{
    const QString name = shortName(path);
    const QFileInfo info(path);
    if (!info.exists())
        return fileFailure(ErrorCode::FileUnreadable, path,
                           QStringLiteral("there is no notebook called %1 there").arg(name));
    if (!info.isFile() || !info.isReadable())
        return fileFailure(ErrorCode::FileUnreadable, path, QStringLiteral("%1 cannot be read").arg(name));
    if (info.size() == 0)
        return fileFailure(
            ErrorCode::NotANotebook, path,
            QStringLiteral("%1 is empty: its making was cut short. Make it again under the same name").arg(name));
    const auto header = bytesAt(path, 0, headerBytes);
    if (!header)
        return tl::unexpected(header.error());
    if (header->size() < headerBytes || !header->startsWith(QByteArray("SQLite format 3\0", 16))
        || qFromBigEndian<qint32>(header->constData() + applicationIdAt) != notebookApplicationId)
        return fileFailure(ErrorCode::NotANotebook, path,
                           QStringLiteral("%1 is not an Iris Bianca notebook").arg(name));
    return {};
}

int schemaOnFile(const QString& path)
{
    const QByteArray header = startOf(path, headerBytes);
    return header.size() < headerBytes ? 0 : qFromBigEndian<qint32>(header.constData() + schemaAt);
}

bool isNameTooLong(const QString& path)
{
    return QFile::encodeName(QFileInfo(journalOf(path)).fileName()).size() > longestName;
}

QString whyProtected(const QString& path)
{
    const QFileInfo info(path);
    if (isNameTooLong(path))
        return QObject::tr("%1 may only be read: its name is too long to keep a journal beside it")
            .arg(shortName(path).left(60));
    if (!info.isWritable() || !QFileInfo(info.absolutePath()).isWritable())
        return QObject::tr("%1 may only be read: it is write-protected, or on media that is").arg(shortName(path));
    return hasManyNames(path) ? whyNotUnderTwoNames(path) : QString();
}

Result<KeptCopy> keepCopyBeforeUpdate(const QString& path)
{
    const QFileInfo info(path);
    const QString base = info.dir().filePath(info.completeBaseName() + QObject::tr(" before its update"));
    for (int number = 1;; ++number) {
        const QString name =
            number == 1 ? base + QStringLiteral(".iris") : QStringLiteral("%1 %2.iris").arg(base).arg(number);
        if (!QFileInfo::exists(name))
            return copyWhole(path, name).map([&] { return KeptCopy{name, true}; });
        if (areEqual(path, name))
            return KeptCopy{name, false};
    }
}

} // namespace iris
