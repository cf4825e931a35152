#pragma once

#include "sheet/cardreader.h"

#include <QFutureWatcher>
#include <QObject>
#include <memory>
#include <stop_token>

namespace iris {

/// Reads a card off the interface thread: the picture once, the regions as often as they change. A new request stops
/// the one before.
class CardJob : public QObject {
    Q_OBJECT

public:
    explicit CardJob(QObject* parent = nullptr);
    ~CardJob() override;

    void open(const QString& path);
    /// Nothing happens before the picture is there.
    void read(const CardRegions& given, CardOptions options);

    const std::shared_ptr<const Scan>& scan() const { return m_scan; }
    bool isBusy() const { return m_opening.isRunning() || m_reading.isRunning(); }

Q_SIGNALS:
    void opened();
    void doing(const QString& what);
    void done(const iris::CardReading& reading);
    void failed(const QString& why);

private:
    void stop();

    std::shared_ptr<const Scan> m_scan;
    QFutureWatcher<Result<Scan>> m_opening;
    QFutureWatcher<Result<CardReading>> m_reading;
    std::stop_source m_stop;
};

} // namespace iris
