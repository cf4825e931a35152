#include "app/reading/picturejob.h"

#include <QtConcurrent>

namespace iris {

PictureJob::PictureJob(QObject* parent) : QObject(parent)
{
    connect(&m_opening, &QFutureWatcherBase::finished, this, [this] {
        handOn<Scan>(m_opening.result(), [this](const Scan& scan) {
            m_scan = std::make_shared<const Scan>(scan);
            Q_EMIT opened();
        });
    });
}

PictureJob::~PictureJob()
{
    m_opening.waitForFinished();
}

void PictureJob::open(const QString& path)
{
    Q_EMIT doing(tr("opening the picture"));
    m_opening.setFuture(QtConcurrent::run([path] { return Scan::load(path); }));
}

std::stop_token PictureJob::startOver(QFutureWatcherBase& going)
{
    m_stop.request_stop();
    going.waitForFinished();
    m_stop = {};
    return m_stop.get_token();
}

std::function<void(const char*)> PictureJob::teller()
{
    return [this](const char* what) {
        const QString words = QString::fromUtf8(what);
        QMetaObject::invokeMethod(
            this, [this, words] { Q_EMIT doing(words); }, Qt::QueuedConnection);
    };
}

} // namespace iris
