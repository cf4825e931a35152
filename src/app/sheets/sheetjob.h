#pragma once

#include "sheet/sheetreader.h"

#include <QFutureWatcher>
#include <QObject>
#include <memory>
#include <stop_token>

namespace iris {

/// Reads a sheet off the interface thread: the picture once, the squares as often as the options change. A new request
/// stops the one before.
class SheetJob : public QObject {
    Q_OBJECT

public:
    explicit SheetJob(QObject* parent = nullptr);
    ~SheetJob() override;

    void open(const QString& path);
    /// Nothing happens before the picture is there.
    void read(const Notebook& notebook, const std::vector<Paint>& paints, SheetOptions options);

    const std::shared_ptr<const Scan>& scan() const { return m_scan; }

Q_SIGNALS:
    void opened();
    void doing(const QString& what);
    void done(const iris::SheetReading& reading);
    void failed(const QString& why);

private:
    void stop();

    std::shared_ptr<const Scan> m_scan;
    QFutureWatcher<Result<Scan>> m_opening;
    QFutureWatcher<Result<SheetReading>> m_reading;
    std::stop_source m_stop;
};

/// True when a picture shows the marks of a printed sheet; false for one that cannot be opened.
bool showsSheet(const QString& path);

} // namespace iris
