#pragma once

#include "palette/choose.h"

#include <QFutureWatcher>
#include <QObject>
#include <memory>

namespace iris {

/// Chooses a palette off the interface thread. One choice at a time; a new one ends the one before.
class Chooser : public QObject {
    Q_OBJECT

public:
    explicit Chooser(QObject* parent = nullptr);
    ~Chooser() override;

    void start(std::vector<Paint> paints, std::vector<Need> needs, Limits limits);
    /// Ends the choice at the painter's wish, which cancelled() answers.
    void cancel();
    /// Ends it because nobody wants its answer any more; nothing is said of it.
    void drop();
    bool isRunning() const { return m_watcher != nullptr; }

Q_SIGNALS:
    /// 0 to 1, at most about 30 times a second.
    void progressed(double share);
    void finished(const iris::Choice& choice);
    void cancelled();
    void refused(const QString& why);

private:
    using Outcome = std::shared_ptr<const Result<Choice>>;

    void take();

    std::stop_source m_stop;
    bool m_dropped = false;
    QFutureWatcher<Outcome>* m_watcher = nullptr;
};

} // namespace iris
