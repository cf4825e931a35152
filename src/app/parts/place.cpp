#include "app/parts/place.h"

#include <QKeyEvent>

namespace iris {

Place::Place(const QString& name, const char* id, QWidget* parent) : QWidget(parent), m_name(name)
{
    setObjectName(QStringLiteral("place") + QLatin1String(id));
}

void Place::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Escape)
        takeFocus();
    else if (QAction* act = actOnShow(*this, QKeySequence(event->keyCombination())))
        act->trigger(); // from the tabs, and from whatever else lies beside the page with the act
    else
        QWidget::keyPressEvent(event);
}

} // namespace iris
