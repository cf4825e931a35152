#include "app/reading/cardjob.h"

#include <QtConcurrent>

namespace iris {

CardJob::CardJob(QObject* parent) : PictureJob(parent)
{
    connect(&m_reading, &QFutureWatcherBase::finished, this,
            [this] { handOn<CardReading>(m_reading.result(), [this](const auto& reading) { Q_EMIT done(reading); }); });
}

CardJob::~CardJob()
{
    startOver(m_reading);
}

void CardJob::read(const CardRegions& given, CardOptions options)
{
    if (!scan())
        return;
    options.stop = startOver(m_reading);
    options.progress = teller();
    m_reading.setFuture(QtConcurrent::run([scan = scan(), given, options] { return readCard(*scan, given, options); }));
}

} // namespace iris
