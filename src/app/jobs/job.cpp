#include "app/jobs/job.h"

#include <QCoreApplication>
#include <QPointer>

namespace iris {
namespace {

constexpr int lookEveryMs = 33;

/// More than are ever wanted at once, since work may take long to hear that it is not wanted any more.
constexpr int mostAtOnce = 16;

} // namespace

QThreadPool& jobThreads()
{
    // Goes with the application, and waits for its threads then: what they use is still there.
    static QPointer<QThreadPool> threads;
    if (!threads) {
        threads = new QThreadPool(qApp);
        threads->setMaxThreadCount(mostAtOnce);
    }
    return *threads;
}

WorkOptions JobTools::workOptions() const
{
    WorkOptions work;
    work.stop = stop;
    work.progress = [progress = progress](double share) { progress->share = share; };
    return work;
}

std::function<void(const char*)> JobTools::teller() const
{
    return [progress = progress](const char* words) { progress->doing = words; };
}

JobBase::JobBase(QObject* parent) : QObject(parent)
{
    m_timer.setInterval(lookEveryMs);
    connect(&m_timer, &QTimer::timeout, this, &JobBase::look);
}

JobBase::~JobBase()
{
    m_stop.request_stop();
}

void JobBase::stop()
{
    m_stop.request_stop();
}

void JobBase::drop()
{
    ++m_generation;
    m_stop.request_stop();
    end();
}

JobTools JobBase::begin()
{
    drop();
    m_running = true;
    m_stop = std::stop_source();
    m_progress = std::make_shared<JobProgress>();
    m_told = nullptr;
    m_timer.start();
    return {m_stop.get_token(), m_progress};
}

void JobBase::end()
{
    m_running = false;
    m_timer.stop();
}

/// Told from here, not by the working threads: however often they report, the interface looks as often as an eye can
/// follow.
void JobBase::look()
{
    Q_EMIT progressed(m_progress->share);
    const char* words = m_progress->doing;
    if (words && words != m_told)
        Q_EMIT doing(QString::fromUtf8(words));
    m_told = words;
}

} // namespace iris
