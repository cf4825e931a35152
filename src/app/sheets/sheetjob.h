#pragma once

#include "app/reading/picturejob.h"
#include "sheet/sheetreader.h"

namespace iris {

/// Reads a painted sheet.
class SheetJob : public PictureJob {
    Q_OBJECT

public:
    explicit SheetJob(QObject* parent = nullptr);
    ~SheetJob() override;

    /// Nothing happens before the picture is there.
    void read(const Notebook& notebook, const std::vector<Paint>& paints, SheetOptions options);

Q_SIGNALS:
    void done(const iris::SheetReading& reading);

private:
    QFutureWatcher<Result<SheetReading>> m_reading;
};

/// True when a picture shows the marks of a printed sheet; false for one that cannot be opened.
bool showsSheet(const QString& path);

} // namespace iris
