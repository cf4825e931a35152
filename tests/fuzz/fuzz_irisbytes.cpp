#include "fuzz.h"

#include "outandback.h"

/// The bytes of a notebook's file, damaged in any way.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const QString path = fuzz::put("bytes.iris", fuzz::bytesOf(data, size));
    fuzz::openAndTakeOutAndBack(path, size % 4 == 0);
    for (const QFileInfo& left : QDir(fuzz::folder().path()).entryInfoList(QDir::Files | QDir::Hidden))
        QFile::remove(left.filePath());
    return 0;
}
