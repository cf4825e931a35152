#include "app/window/whereleft.h"

#include "app/parts/place.h"
#include "app/start/waysin.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"

namespace iris {
namespace {

const QString geometryKey = QStringLiteral("window/geometry");
const QString placeKey = QStringLiteral("window/place");
const QString recentKey = QStringLiteral("window/notebooks");
const QString groundKey = QStringLiteral("window/ground");

} // namespace

WhereLeft::WhereLeft()
    : m_settings(QSettings::IniFormat, QSettings::UserScope, QStringLiteral("iris-bianca"), QStringLiteral("window"))
{
}

WhereLeft::WhereLeft(const QString& file) : m_settings(file, QSettings::IniFormat) {}

void WhereLeft::restore(MainWindow& window) const
{
    window.ways().remember(recent());
    window.restoreGeometry(m_settings.value(geometryKey).toByteArray());
    bool isNumber = false;
    const int ground = m_settings.value(groundKey).toInt(&isNumber);
    if (isNumber && ground >= 0 && ground <= static_cast<int>(Ground::Dark))
        window.settings().setGround(static_cast<Ground>(ground));
    const QString name = m_settings.value(placeKey).toString();
    for (Place* place : window.places().list())
        if (window.shownPlace() && place->objectName() == name)
            Q_EMIT place->wanted();
}

QStringList WhereLeft::recent() const
{
    return m_settings.value(recentKey).toStringList();
}

void WhereLeft::keepRecent(const WaysIn& ways)
{
    m_settings.setValue(recentKey, ways.remembered());
    m_settings.sync();
}

void WhereLeft::keep(const MainWindow& window)
{
    keepRecent(window.ways());
    m_settings.setValue(geometryKey, window.saveGeometry());
    m_settings.setValue(groundKey, static_cast<int>(window.settings().ground()));
    if (const Place* place = window.shownPlace())
        m_settings.setValue(placeKey, place->objectName());
}

} // namespace iris
