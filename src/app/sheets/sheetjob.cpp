#include "app/sheets/sheetjob.h"

#include "sheet/sheetmarks.h"

#include <QtConcurrent>

namespace iris {

SheetJob::SheetJob(QObject* parent) : PictureJob(parent)
{
    connect(&m_reading, &QFutureWatcherBase::finished, this, [this] {
        handOn<SheetReading>(m_reading.result(), [this](const auto& reading) { Q_EMIT done(reading); });
    });
}

SheetJob::~SheetJob()
{
    startOver(m_reading);
}

void SheetJob::read(const Notebook& notebook, const std::vector<Paint>& paints, SheetOptions options)
{
    if (!scan())
        return;
    options.stop = startOver(m_reading);
    options.progress = teller();
    m_reading.setFuture(QtConcurrent::run(
        [scan = scan(), notebook, paints, options] { return readSheet(*scan, notebook, paints, options); }));
}

bool showsSheet(const QString& path)
{
    const auto scan = Scan::load(path);
    return scan && !findTags(scan->image()).empty();
}

} // namespace iris
