#pragma once

#include "eye/answered.h"

#include <QSettings>
#include <vector>

namespace iris {

/// What an eye has answered so far: of the desktop's user, not of a notebook. The last thousand answers.
class EyeRecord {
public:
    EyeRecord();
    /// @param file an ini file of one's own
    explicit EyeRecord(const QString& file);

    const std::vector<Answered>& answers() const { return m_answers; }
    void add(const Answered& answer);

private:
    void read();

    QSettings m_settings;
    std::vector<Answered> m_answers;
};

} // namespace iris
