#include "app/window/barekeys.h"

#include <QAbstractButton>
#include <QAbstractSpinBox>
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

/// Keys that leave a field or end what goes on stay commands.
bool isTyping(const QKeyEvent& event)
{
    const Qt::KeyboardModifiers commanding =
        event.modifiers() & (Qt::ControlModifier | Qt::AltModifier | Qt::MetaModifier);
    const bool leaves = event.key() == Qt::Key_Escape || (event.key() >= Qt::Key_F1 && event.key() <= Qt::Key_F35);
    return !commanding && !leaves;
}

class TypingApart : public QObject {
public:
    using QObject::QObject;

protected:
    /// Qt asks whoever has the focus whether a key is its own before it looks for a shortcut.
    bool eventFilter(QObject* watched, QEvent* event) override
    {
        if (event->type() != QEvent::ShortcutOverride)
            return QObject::eventFilter(watched, event);
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
