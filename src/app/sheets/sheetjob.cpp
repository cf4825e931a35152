#include "app/sheets/sheetjob.h"

#include "app/parts/words.h"
#include "sheet/sheetmarks.h"

#include <QtConcurrent>

namespace iris {

SheetJob::SheetJob(QObject* parent) : QObject(parent)
{
    connect(&m_opening, &QFutureWatcherBase::finished, this, [this] {
        auto scan = m_opening.result();
        if (!scan) {
            Q_EMIT failed(text(scan.error().message));
            return;
        }
        m_scan = std::make_shared<const Scan>(std::move(*scan));
        Q_EMIT opened();
    });
    connect(&m_reading, &QFutureWatcherBase::finished, this, [this] {
        const auto reading = m_reading.result();
        if (reading)
            Q_EMIT done(*reading);
        else if (reading.error().code != ErrorCode::Stopped)
            Q_EMIT failed(text(reading.error().message));
    });
}

SheetJob::~SheetJob()
{
    stop();
    m_opening.waitForFinished();
}

void SheetJob::stop()
{
    m_stop.request_stop();
    m_reading.waitForFinished();
    m_stop = {};
}

void SheetJob::open(const QString& path)
{
    Q_EMIT doing(tr("opening the picture"));
    m_opening.setFuture(QtConcurrent::run([path] { return Scan::load(path); }));
}

void SheetJob::read(const Notebook& notebook, const std::vector<Paint>& paints, SheetOptions options)
{
    if (!m_scan)
        return;
    stop();
    options.stop = m_stop.get_token();
    options.progress = [this](const char* what) {
        const QString words = QString::fromUtf8(what);
        QMetaObject::invokeMethod(
            this, [this, words] { Q_EMIT doing(words); }, Qt::QueuedConnection);
    };
    m_reading.setFuture(QtConcurrent::run(
        [scan = m_scan, notebook, paints, options] { return readSheet(*scan, notebook, paints, options); }));
}

bool showsSheet(const QString& path)
{
    const auto scan = Scan::load(path);
    return scan && !findTags(scan->image()).empty();
}

} // namespace iris
