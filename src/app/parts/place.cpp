#include "app/parts/place.h"

namespace iris {

Place::Place(const QString& name, const char* id, QWidget* parent) : QWidget(parent), m_name(name)
{
    setObjectName(QStringLiteral("place") + QLatin1String(id));
}

} // namespace iris
