#include "app/parts/act.h"

#include "app/parts/plainwords.h"

#include <QApplication>
#include <QPushButton>
#include <QWidget>

namespace iris {
namespace {

/// How many steps up from a widget to one it lies in; nothing where it does not.
std::optional<int> stepsUp(const QWidget* from, const QWidget* to)
{
    int steps = 0;
    for (const QWidget* at = from; at; at = at->parentWidget(), ++steps)
        if (at == to)
            return steps;
    return std::nullopt;
}

/// What a button says of the act it was made for.
constexpr const char* ofAct = "ofAct";

QVariant markOf(const QAction& act)
{
    return QVariant::fromValue(reinterpret_cast<quintptr>(&act));
}

} // namespace

bool isOnShow(const QAction& act)
{
    const auto* owner = qobject_cast<const QWidget*>(act.parent());
    if (!owner || owner->isVisible())
        return true;
    const QList<QPushButton*> buttons = owner->window()->findChildren<QPushButton*>();
    return std::ranges::any_of(buttons, [mark = markOf(act)](const QPushButton* button) {
        return button->isVisible() && button->property(ofAct) == mark;
    });
}

QAction* addAct(QWidget& where, const QString& words, const QKeySequence& key, std::function<void()> does,
                const QString& what)
{
    auto* act = new QAction(words, &where);
    act->setShortcut(key);
    act->setShortcutContext(Qt::WidgetWithChildrenShortcut);
    act->setStatusTip(what.isEmpty() ? words : what);
    QObject::connect(act, &QAction::triggered, &where, std::move(does));
    where.addAction(act);
    return act;
}

QString keyWords(const QKeySequence& key)
{
    return key.toString(QKeySequence::NativeText).replace(QLatin1Char('-'), QChar(0x2212));
}

QString actWords(const QAction& act)
{
    const QString key = keyWords(act.shortcut());
    const bool bracket = key == QLatin1String("[") || key == QLatin1String("]"); // hard to see within brackets
    const QString shown = bracket ? QStringLiteral(" %1 ").arg(key) : key;
    return key.isEmpty() ? act.text() : QStringLiteral("%1 (%2)").arg(act.text(), shown);
}

QPushButton* actButton(QAction& act, const char* objectName, QWidget* parent)
{
    auto* button = new QPushButton(parent);
    button->setObjectName(QLatin1String(objectName));
    button->setProperty(ofAct, markOf(act));
    const auto follow = [button, &act] {
        button->setText(buttonWords(actWords(act)));
        button->setEnabled(act.isEnabled());
    };
    follow();
    QObject::connect(&act, &QAction::changed, button, follow);
    QObject::connect(button, &QPushButton::clicked, &act, &QAction::trigger);
    return button;
}

QAction* actOnShow(const QWidget& within, const QKeySequence& key)
{
    QAction* nearest = nullptr;
    int fewest = 0;
    for (QAction* act : within.findChildren<QAction*>()) {
        const auto* owner = qobject_cast<const QWidget*>(act->parent());
        if (!owner || !act->isEnabled() || !act->shortcuts().contains(key) || !isOnShow(*act))
            continue;
        // Beside the focus rather than around it: the tabs have it, and the page below them is meant.
        constexpr int beside = 1000;
        const int steps = stepsUp(QApplication::focusWidget(), owner).value_or(beside);
        if (!nearest || steps < fewest) {
            nearest = act;
            fewest = steps;
        }
    }
    return nearest;
}

} // namespace iris
