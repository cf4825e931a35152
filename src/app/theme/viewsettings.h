#pragma once

#include "app/theme/theme.h"

#include <QObject>

namespace iris {

/// How everything is looked at: the ground, and whether only values (greys) are shown.
class ViewSettings : public QObject {
    Q_OBJECT

public:
    using QObject::QObject;

    Ground ground() const { return m_ground; }
    bool valuesOnly() const { return m_valuesOnly; }
    GroundColours colours() const { return coloursOf(m_ground); }

    void setGround(Ground ground);
    void setValuesOnly(bool only);

Q_SIGNALS:
    void changed();

private:
    Ground m_ground = Ground::Light;
    bool m_valuesOnly = false;
};

} // namespace iris
