#include "app/theme/viewsettings.h"

namespace iris {

void ViewSettings::setGround(Ground ground)
{
    if (ground == m_ground)
        return;
    m_ground = ground;
    Q_EMIT changed();
}

void ViewSettings::setValuesOnly(bool only)
{
    if (only == m_valuesOnly)
        return;
    m_valuesOnly = only;
    Q_EMIT changed();
}

} // namespace iris
