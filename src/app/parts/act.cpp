#include "app/parts/act.h"

#include "app/parts/plainwords.h"

#include <QPushButton>
#include <QWidget>

namespace iris {

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
    const auto follow = [button, &act] {
        button->setText(buttonWords(actWords(act)));
        button->setEnabled(act.isEnabled());
    };
    follow();
    QObject::connect(&act, &QAction::changed, button, follow);
    QObject::connect(button, &QPushButton::clicked, &act, &QAction::trigger);
    return button;
}

} // namespace iris
