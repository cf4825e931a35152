#pragma once

#include <QByteArray>
#include <QFile>
#include <QString>

/// A file with these bytes in it; a test that cannot write its own files ends at once.
inline void putFile(const QString& path, const QByteArray& bytes)
{
    QFile file(path);
    if (!file.open(QIODevice::WriteOnly) || file.write(bytes) != bytes.size())
        qFatal("cannot write %s", qPrintable(path));
}

/// What a file holds, or "not there".
inline QByteArray contentsOf(const QString& path)
{
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray("not there");
}
