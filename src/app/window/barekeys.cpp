#include "app/window/barekeys.h"

#include "app/parts/act.h"

#include <QAbstractButton>
#include <QAbstractSpinBox>
#include <QAction>
#include <QApplication>
#include <QComboBox>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPlainTextEdit>

namespace iris {
namespace {

bool isTypedInto(const QObject* widget)
{
    return qobject_cast<const QLineEdit*>(widget) || qobject_cast<const QComboBox*>(widget)
           || qobject_cast<const QAbstractSpinBox*>(widget) || qobject_cast<const QPlainTextEdit*>(widget);
}

/// Escape as well, which leaves the field first; the keys of the manual and their like stay commands.
bool isTyping(const QKeyEvent& event)
{
    const Qt::KeyboardModifiers commanding =
        event.modifiers() & (Qt::ControlModifier | Qt::AltModifier | Qt::MetaModifier);
    const bool isFunctionKey = event.key() >= Qt::Key_F1 && event.key() <= Qt::Key_F35;
    return !commanding && !isFunctionKey;
}

class TypingApart : public QObject {
public:
    using QObject::QObject;

protected:
    bool eventFilter(QObject* watched, QEvent* event) override
    {
        if (event->type() == QEvent::ShortcutOverride)
            return isTheirOwn(watched, event);
        if (event->type() == QEvent::Shortcut)
            if (const auto* act = qobject_cast<QAction*>(watched))
                return actInstead(*act, *static_cast<QShortcutEvent*>(event));
        return QObject::eventFilter(watched, event);
    }

private:
    /// What is on show owns the keys: an act of a page that is hidden gives way to one that is not, or does nothing.
    static bool actInstead(const QAction& act, const QShortcutEvent& event)
    {
        const auto* owner = qobject_cast<const QWidget*>(act.parent());
        if (!owner || (isOnShow(act) && !event.isAmbiguous()))
            return false;
        if (QAction* shown = actOnShow(*owner->window(), event.key()))
            shown->trigger();
        return true;
    }

    /// Qt asks whoever has the focus whether a key is its own before it looks for a shortcut.
    bool isTheirOwn(QObject* watched, QEvent* event)
    {
        if (QApplication::activePopupWidget()) { // a list or menu that is open takes the letters
            event->accept();
            return true;
        }
        const auto& key = *static_cast<QKeyEvent*>(event);
        const bool pressesButton = key.key() == Qt::Key_Space && qobject_cast<QAbstractButton*>(watched);
        if (!pressesButton && !(isTypedInto(watched) && isTyping(key)))
            return QObject::eventFilter(watched, event);
        event->accept();
        return true;
    }
};

} // namespace

void keepTypingApart(QApplication& application)
{
    static bool kept = false;
    if (!kept)
        application.installEventFilter(new TypingApart(&application));
    kept = true;
}

} // namespace iris
