#include "app/reading/cardjob.h"

#include "app/parts/words.h"

#include <QtConcurrent>

namespace iris {

CardJob::CardJob(QObject* parent) : QObject(parent)
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

CardJob::~CardJob()
{
    stop();
    m_opening.waitForFinished();
}

void CardJob::stop()
{
    m_stop.request_stop();
    m_reading.waitForFinished();
    m_stop = {};
}

void CardJob::open(const QString& path)
{
    Q_EMIT doing(tr("opening the picture"));
    m_opening.setFuture(QtConcurrent::run([path] { return Scan::load(path); }));
}

void CardJob::read(const CardRegions& given, CardOptions options)
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
    m_reading.setFuture(QtConcurrent::run([scan = m_scan, given, options] { return readCard(*scan, given, options); }));
}

} // namespace iris
