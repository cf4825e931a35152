#include "fuzz.h"

#include "notebook/leftjournal.h"
#include "outandback.h"

namespace {

/// A notebook that was cut off in the middle of an edit.
const QByteArray& cutOff()
{
    static const QByteArray bytes = [] {
        QFile file(QStringLiteral(IRIS_SOURCE_DIR "/tests/data/cut-off.iris"));
        fuzz::promise(file.open(QIODevice::ReadOnly), "the sample is there");
        return file.readAll();
    }();
    return bytes;
}

QByteArray contentsOf(const QString& path)
{
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

} // namespace

/// What lies beside a notebook under the name of its journal: anything. What is not its own is kept, and the notebook
/// is as it was.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    using namespace iris;
    const QByteArray beside = fuzz::bytesOf(data, size);
    const QString path = fuzz::put("cut.iris", cutOff());
    const QString journal = fuzz::put("cut.iris-journal", beside);
    const bool foreign = size > 0 && !isJournalOf(journal, path);
    fuzz::openAndTakeOutAndBack(path, false);
    if (foreign) {
        // The sample is of an older schema: as it was, it is the copy that was kept before its update.
        const QString kept = fuzz::folder().filePath(QStringLiteral("cut before its update.iris"));
        fuzz::promise(contentsOf(path) == cutOff() || contentsOf(kept) == cutOff(),
                      "a notebook is not changed by what is not its own");
        fuzz::promise(contentsOf(journal + QStringLiteral(" (set aside)")) == beside, "and that is kept");
    }
    for (const QFileInfo& left : QDir(fuzz::folder().path()).entryInfoList(QDir::Files | QDir::Hidden))
        QFile::remove(left.filePath());
    return 0;
}
