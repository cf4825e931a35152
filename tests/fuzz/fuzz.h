#pragma once

#include "base/result.h"

#include <QByteArray>
#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <cstdint>
#include <cstdio>
#include <cstdlib>
#include <string>

/// What every fuzzer shares. A fuzzer is one function from bytes to a promise that holds or ends the program.
namespace fuzz {

/// The promise: what was let in goes out and comes back equal, and nothing else happens.
inline void promise(bool holds, const char* what)
{
    if (holds)
        return;
    std::fprintf(stderr, "BROKEN PROMISE: %s\n", what);
    std::abort();
}

inline QByteArray bytesOf(const std::uint8_t* data, std::size_t size)
{
    return {reinterpret_cast<const char*>(data), static_cast<qsizetype>(size)};
}

/// A folder of this process's own, in memory where the system has such a place.
inline const QTemporaryDir& folder()
{
    static const QTemporaryDir folder(
        (QDir(QStringLiteral("/dev/shm")).exists() ? QStringLiteral("/dev/shm") : QDir::tempPath())
        + QStringLiteral("/iris-fuzz-XXXXXX"));
    return folder;
}

inline QString put(const char* name, const QByteArray& bytes)
{
    const QString path = folder().filePath(QLatin1String(name));
    QFile file(path);
    promise(file.open(QIODevice::WriteOnly) && file.write(bytes) == bytes.size(), "the fuzzer's own file is written");
    return path;
}

} // namespace fuzz

extern "C" inline int LLVMFuzzerInitialize(int* count, char*** arguments)
{
    static QCoreApplication application(*count, *arguments);
    return 0;
}
