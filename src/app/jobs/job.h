#pragma once

#include "base/parallel.h"

#include <QFutureWatcher>
#include <QObject>
#include <QThreadPool>
#include <QTimer>
#include <QtConcurrent>
#include <atomic>
#include <functional>
#include <memory>

namespace iris {

/// How far work has come. Working threads write it, the interface looks at it when it has time.
struct JobProgress {
    std::atomic<double> share = 0;            ///< 0 to 1
    std::atomic<const char*> doing = nullptr; ///< a phrase that is never freed
};

/// What a job hands to its work: when to stop, and where to tell how far it has come.
struct JobTools {
    std::stop_token stop;
    std::shared_ptr<JobProgress> progress;

    /// As the core takes them.
    WorkOptions workOptions() const;
    std::function<void(const char*)> teller() const;
};

/// What all jobs share, whatever their answer: how they are watched and ended.
class JobBase : public QObject {
    Q_OBJECT

public:
    explicit JobBase(QObject* parent = nullptr);
    /// Asks the work to end, and never waits for it.
    ~JobBase() override;

    bool isRunning() const { return m_running; }
    /// Ends it at the painter's wish: what the work returns when it is stopped is still handed on.
    void stop();
    /// Ends it because nobody wants its answer any more: nothing is handed on.
    void drop();

Q_SIGNALS:
    /// 0 to 1, about 30 times a second.
    void progressed(double share);
    void doing(const QString& words);

protected:
    /// Drops what goes on; the tools of what begins.
    JobTools begin();
    void end();
    /// Tells one piece of work from the next.
    int generation() const { return m_generation; }

private:
    void look();

    int m_generation = 0;
    bool m_running = false;
    std::stop_source m_stop;
    std::shared_ptr<JobProgress> m_progress;
    const char* m_told = nullptr;
    QTimer m_timer;
};

/// The threads that jobs work on. Not those of Qt's own pool: it fills large areas with them, so that a window would
/// stand still while jobs have them all.
QThreadPool& jobThreads();

/// One piece of work at a time off the interface thread. A new one drops the one before, whose answer, should it still
/// come, goes nowhere. Work takes with it all it needs (a StudioPtr, a scan, options), so nothing it reads can change.
template <typename Answer> class Job : public JobBase {
public:
    using JobBase::JobBase;

    /// @param work runs on another thread
    /// @param then gets its answer on the interface thread
    void start(std::function<Answer(const JobTools&)> work, std::function<void(const Answer&)> then)
    {
        const JobTools tools = begin();
        auto* watcher = new QFutureWatcher<Answer>(this);
        connect(watcher, &QFutureWatcherBase::finished, this,
                [this, watcher, own = generation(), then = std::move(then)] {
                    watcher->deleteLater();
                    if (own != generation())
                        return;
                    const Answer answer = watcher->result();
                    end();
                    then(answer);
                });
        watcher->setFuture(QtConcurrent::run(&jobThreads(), std::move(work), tools));
    }
};

} // namespace iris
