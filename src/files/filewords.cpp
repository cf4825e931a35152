#include "files/filewords.h"

#include <QFileInfo>
#include <cerrno>

namespace iris {

QString shortName(const QString& path)
{
    const QString name = QFileInfo(path).fileName();
    return name.isEmpty() ? path : name;
}

tl::unexpected<Error> fileError(ErrorCode code, const QString& path, const QString& what)
{
    return fileFailure(code, path, shortName(path) + QLatin1Char(' ') + what);
}

tl::unexpected<Error> fileFailure(ErrorCode code, const QString& path, const QString& message)
{
    return tl::unexpected(Error{code, message.toStdString(), path.toStdString(), 0, 0});
}

QString reasonOf(int errorNumber)
{
    switch (errorNumber) {
    case ENOSPC:
    case EDQUOT: return QStringLiteral("the disk is full");
    case EFBIG: return QStringLiteral("the disk is full, or takes no file of that size");
    case EEXIST: return QStringLiteral("there is already a file of that name");
    case EIO: return QStringLiteral("the disk is faulty");
    case EROFS: return QStringLiteral("the disk may only be read");
    case EACCES:
    case EPERM: return QStringLiteral("it may not be touched by this user");
    case ENOENT: return QStringLiteral("there is no such file or folder");
    case ENOTDIR: return QStringLiteral("one of the folders it names is a file");
    case EISDIR: return QStringLiteral("it is a folder");
    case ENAMETOOLONG: return QStringLiteral("its name is too long");
    case ELOOP: return QStringLiteral("it is a link that leads nowhere");
    case EMFILE:
    case ENFILE: return QStringLiteral("too many files are open");
    case ENOMEM: return QStringLiteral("there is not enough memory");
    default: return QStringLiteral("the disk reports a fault, number %1").arg(errorNumber);
    }
}

} // namespace iris
