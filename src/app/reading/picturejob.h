#pragma once

#include "app/parts/words.h"
#include "sheet/scan.h"

#include <QFutureWatcher>
#include <QObject>
#include <functional>
#include <memory>
#include <stop_token>

namespace iris {

/// Reads something off a picture, off the interface thread: the picture is opened once, and read as often as what is
/// known about it changes. A new request stops the one before.
class PictureJob : public QObject {
    Q_OBJECT

public:
    explicit PictureJob(QObject* parent = nullptr);
    ~PictureJob() override;

    void open(const QString& path);
    const std::shared_ptr<const Scan>& scan() const { return m_scan; }

Q_SIGNALS:
    void opened();
    void doing(const QString& what);
    void failed(const QString& why);

protected:
    /// Hands a finished reading on, unless it was stopped.
    template <typename Reading>
    void handOn(const Result<Reading>& reading, const std::function<void(const Reading&)>& to)
    {
        if (reading)
            to(*reading);
        else if (reading.error().code != ErrorCode::Stopped)
            Q_EMIT failed(text(reading.error().message));
    }
    /// Stops what is going on; the token of what comes next.
    std::stop_token startOver(QFutureWatcherBase& going);
    /// Tells from any thread what is being done.
    std::function<void(const char*)> teller();

private:
    std::shared_ptr<const Scan> m_scan;
    QFutureWatcher<Result<Scan>> m_opening;
    std::stop_source m_stop;
};

} // namespace iris
