#pragma once

#include "app/reading/picturejob.h"
#include "sheet/cardreader.h"

namespace iris {

/// Reads a swatch card.
class CardJob : public PictureJob {
    Q_OBJECT

public:
    explicit CardJob(QObject* parent = nullptr);
    ~CardJob() override;

    /// Nothing happens before the picture is there.
    void read(const CardRegions& given, CardOptions options);

Q_SIGNALS:
    void done(const iris::CardReading& reading);

private:
    QFutureWatcher<Result<CardReading>> m_reading;
};

} // namespace iris
