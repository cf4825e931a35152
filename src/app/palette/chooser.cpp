#include "app/palette/chooser.h"

#include "app/parts/words.h"

#include <QElapsedTimer>
#include <QPointer>
#include <QtConcurrent>

namespace iris {

Chooser::Chooser(QObject* parent) : QObject(parent) {}

Chooser::~Chooser()
{
    m_stop.request_stop();
    if (m_watcher)
        m_watcher->waitForFinished();
}

void Chooser::start(std::vector<Paint> paints, std::vector<Need> needs, Limits limits)
{
    if (m_watcher) {
        m_stop.request_stop();
        m_watcher->disconnect(this);
        m_watcher->waitForFinished();
        delete m_watcher;
    }
    m_stop = std::stop_source();
    m_dropped = false;
    m_watcher = new QFutureWatcher<Outcome>(this);
    connect(m_watcher, &QFutureWatcherBase::finished, this, &Chooser::take);

    WorkOptions work;
    work.stop = m_stop.get_token();
    QElapsedTimer clock;
    clock.start();
    // Called from working threads, one at a time: pass it on only as often as an eye can follow.
    work.progress = [self = QPointer<Chooser>(this), clock, last = qint64(-100)](double share) mutable {
        if (clock.elapsed() - last < 33)
            return;
        last = clock.elapsed();
        QMetaObject::invokeMethod(
            self,
            [self, share] {
                if (self && self->isRunning())
                    Q_EMIT self->progressed(share);
            },
            Qt::QueuedConnection);
    };
    m_watcher->setFuture(QtConcurrent::run(
        [paints = std::move(paints), needs = std::move(needs), limits = std::move(limits), work = std::move(work)] {
            return Outcome(std::make_shared<Result<Choice>>(choosePalette(paints, needs, limits, work)));
        }));
}

void Chooser::cancel()
{
    m_stop.request_stop();
}

void Chooser::drop()
{
    m_dropped = true;
    m_stop.request_stop();
}

void Chooser::take()
{
    const Outcome outcome = m_watcher->result();
    m_watcher->deleteLater();
    m_watcher = nullptr;
    if (m_dropped) // it may have ended before it could stop
        return;
    if (!*outcome)
        Q_EMIT refused(text((*outcome).error().message));
    else if ((*outcome)->end == ChoiceEnd::Stopped)
        Q_EMIT cancelled();
    else
        Q_EMIT finished(**outcome);
}

} // namespace iris
