#include "monkey.h"

#include "app/parts/place.h"
#include "app/window/places.h"

#include "../notebook/notebookin.h"

#include "app/parts/messages.h"

#include <QAbstractButton>
#include <QAbstractItemView>
#include <QAbstractSpinBox>
#include <QApplication>
#include <QComboBox>
#include <QLineEdit>
#include <QMenu>
#include <QMenuBar>
#include <QPlainTextEdit>
#include <QPointer>
#include <QSlider>
#include <QTextEdit>
#include <QTimer>
#include <QWheelEvent>
#include <QtTest>

using namespace iris;

namespace {

const QStringList words = {
    QStringLiteral("Reed bed"),
    QStringLiteral("<b>mud</b> & <img src=x>"),
    QStringLiteral("PB29"),
    QStringLiteral("PG7+PY150, PBr7"),
    QStringLiteral("50 20 -30"),
    QStringLiteral("#8a6d3b"),
    QStringLiteral("68, 10, 46"),
    QStringLiteral("-7"),
    QStringLiteral("1e400"),
    QStringLiteral("nan"),
    QStringLiteral("0"),
    QStringLiteral("4.5"),
    QStringLiteral("2026-11-02"),
    QStringLiteral("2026-02-31"),
    QStringLiteral("%1 %n =2+3"),
    QStringLiteral("two\nlines\tand a tab"),
    QString(6000, QLatin1Char('w')),
    QString::fromUtf8("\xE2\x80\xAE"
                      "edirrevo \xF0\x9F\x8E\xA8"),
    QString(QChar(0xD800)),
    QString(),
};

// Quit ends the test, the native menus of the desktop are not ours.
bool isLeftAlone(const QAction* action)
{
    return action->shortcut() == QKeySequence(QKeySequence::Quit) || action->isSeparator() || !action->isEnabled();
}

bool isModal()
{
    return QApplication::activeModalWidget() != nullptr || QApplication::activePopupWidget() != nullptr;
}

} // namespace

Monkey::Monkey(QStringList notebooks, QStringList files, const QString& log, std::uint32_t seed)
    : m_notebooks(std::move(notebooks)),
      m_files(std::move(files)),
      m_log(log),
      m_random(seed)
{
    if (!m_log.open(QIODevice::WriteOnly | QIODevice::Unbuffered))
        qFatal("cannot write %s", qPrintable(log));
    messages().tell = [this](QWidget*, const QString&, const QString& words) { note("  told: " + words.left(200)); };
    messages().fileToOpen = [this](QWidget*, const QString&, const QString&) {
        return below(5) == 0 ? QString() : oneOf(m_files);
    };
    messages().fileToSave = [this](QWidget*, const QString&, const QString&, const QString& name) {
        const QString ending = QLatin1Char('.') + QFileInfo(name).suffix();
        const QString folder = QFileInfo(m_log.fileName()).absolutePath();
        const QStringList places = {folder + "/out" + ending, folder + "/gone/out" + ending, QString(),
                                    folder + '/' + QString(300, QLatin1Char('n')) + ending};
        return below(3) == 0 ? oneOf(places) : places.front();
    };
    messages().choose = [this](QWidget*, const QString&, const QString&, const QStringList& answers) {
        return below(static_cast<int>(answers.size()) + 1) - 1;
    };
    messages().askName = [this](QWidget*, const QString&, const QString&) { return oneOf(words); };
    m_document = std::make_unique<Document>();
    if (const auto opened = m_document->open(m_notebooks.front()); !opened)
        qFatal("%s", opened.error().message.c_str());
    openWindow();
}

Monkey::~Monkey()
{
    m_window.reset();
    messages() = {};
}

void Monkey::openWindow()
{
    m_window.reset();
    m_window = std::make_unique<MainWindow>(*m_document);
    m_window->show();
    m_window->activateWindow();
}

void Monkey::note(const QString& words)
{
    m_log.write(QByteArray::number(m_acts) + ' ' + words.toUtf8() + '\n');
}

void Monkey::actFor(std::chrono::milliseconds time)
{
    m_clock.start();
    m_until = time.count();
    m_done = false;
    next();
    while (!m_done)
        QTest::qWait(20);
    compare();
}

/// The next act begins from whatever event loop runs then, such as that of a dialog this act opens.
void Monkey::next()
{
    const int pause = below(12) == 0 ? below(60) : 0;
    QTimer::singleShot(pause, this, &Monkey::step);
}

void Monkey::step()
{
    if (m_clock.elapsed() >= m_until)
        return leave();
    next();
    ++m_acts;
    if (QWidget* popup = QApplication::activePopupWidget()) {
        actInPopup(*popup);
        return;
    }
    if (QWidget* dialog = QApplication::activeModalWidget()) {
        if (below(15) != 0)
            return act(*dialog);
        note(QStringLiteral("escape"));
        QTest::keyClick(dialog, Qt::Key_Escape);
        return;
    }
    actInWindow();
}

/// A menu or the list of a box, which take keys each in their own way.
void Monkey::actInPopup(QWidget& popup)
{
    static const std::vector<Qt::Key> keys = {Qt::Key_Down, Qt::Key_Up, Qt::Key_End, Qt::Key_Return, Qt::Key_Escape};
    QWidget* keyed = popup.findChild<QAbstractItemView*>();
    const auto pressed = keys[static_cast<std::size_t>(below(static_cast<int>(keys.size())))];
    note(QStringLiteral("popup ") + popup.metaObject()->className() + ' ' + QKeySequence(pressed).toString());
    if (below(6) == 0)
        popup.close();
    else
        QTest::keyClick(keyed ? keyed : &popup, pressed);
}

void Monkey::actInWindow()
{
    if (m_acts % 25 == 0)
        compare();
    switch (below(30)) {
    case 0:
    case 1:
    case 2: return undoOrRedo();
    case 3: return menu();
    case 4:
        return below(4) == 0 ? dropFile()
                             : m_window->goTo(*m_window->places().list()[static_cast<std::size_t>(below(4))]);
    case 5: return below(6) == 0 ? openAnother() : menu();
    case 6: return m_window->resize(1024 + below(600), 680 + below(300));
    default: return act(*m_window);
    }
}

void Monkey::act(QWidget& root)
{
    switch (below(12)) {
    case 0:
    case 1: return press(root);
    case 2:
    case 3: return type(root);
    case 4:
    case 5:
    case 6: return key(root);
    case 7:
    case 8: return choose(root);
    case 9: return wheel(root);
    default: return paint(root);
    }
}

QWidget* Monkey::any(QWidget& root, const std::function<bool(QWidget*)>& fits)
{
    QList<QWidget*> some;
    for (QWidget* widget : root.findChildren<QWidget*>())
        if (widget->isVisible() && widget->isEnabled() && widget->window() == &root && !widget->size().isEmpty()
            && fits(widget))
            some << widget;
    return some.isEmpty() ? nullptr : some[below(static_cast<int>(some.size()))];
}

/// Presses and lets go, unless the press took the widget away.
void Monkey::click(QWidget* widget, QPoint at)
{
    const QPointer<QWidget> still(widget);
    const std::initializer_list<Qt::KeyboardModifiers> some = {Qt::NoModifier, Qt::NoModifier, Qt::NoModifier,
                                                               Qt::ControlModifier, Qt::ShiftModifier};
    const Qt::KeyboardModifiers modifiers = some.begin()[below(static_cast<int>(some.size()))];
    const Qt::MouseButton button = below(12) == 0 ? Qt::RightButton : Qt::LeftButton;
    if (button == Qt::RightButton) {
        QContextMenuEvent asked(QContextMenuEvent::Mouse, at, widget->mapToGlobal(at));
        QCoreApplication::sendEvent(widget, &asked);
        return;
    }
    QTest::mousePress(widget, button, modifiers, at);
    if (still && below(4) == 0) {
        const QPoint to(below(widget->width()), below(widget->height()));
        QMouseEvent moved(QEvent::MouseMove, to, widget->mapToGlobal(to), Qt::NoButton, button, modifiers);
        QCoreApplication::sendEvent(widget, &moved);
        at = to;
    }
    if (still)
        QTest::mouseRelease(widget, button, modifiers, at);
    if (still && below(6) == 0)
        QTest::mouseDClick(widget, button, modifiers, at);
}

void Monkey::press(QWidget& root)
{
    QWidget* button = any(root, [](QWidget* widget) { return qobject_cast<QAbstractButton*>(widget) != nullptr; });
    if (!button)
        return;
    note("press " + button->objectName() + ' ' + qobject_cast<QAbstractButton*>(button)->text().left(60));
    const QPointer<QWidget> still(button);
    QTest::mousePress(button, Qt::LeftButton);
    if (still)
        QTest::mouseRelease(button, Qt::LeftButton);
}

void Monkey::type(QWidget& root)
{
    QWidget* field = any(root, [](QWidget* widget) {
        return qobject_cast<QLineEdit*>(widget) || qobject_cast<QPlainTextEdit*>(widget)
               || qobject_cast<QTextEdit*>(widget) || qobject_cast<QAbstractSpinBox*>(widget);
    });
    if (!field)
        return;
    const QString text = oneOf(words);
    note("type " + field->objectName() + ' ' + text.left(60));
    const QPointer<QWidget> still(field);
    field->setFocus();
    if (auto* line = qobject_cast<QLineEdit*>(field))
        line->setText(text); // what a paste does
    else if (auto* page = qobject_cast<QPlainTextEdit*>(field))
        page->setPlainText(text);
    else
        for (const QChar letter : text.left(8))
            if (still && letter.unicode() >= ' ' && letter.unicode() < 127) // the only ones a test can press
                QTest::keyClick(field, letter.toLatin1());
    if (still && below(3) == 0)
        QTest::keyClick(field, Qt::Key_Return);
}

void Monkey::key(QWidget& root)
{
    static const std::vector<Qt::Key> keys = {
        Qt::Key_1,      Qt::Key_2,         Qt::Key_3,     Qt::Key_4,        Qt::Key_5,           Qt::Key_6,
        Qt::Key_6,      Qt::Key_Backspace, Qt::Key_A,     Qt::Key_B,        Qt::Key_C,           Qt::Key_D,
        Qt::Key_E,      Qt::Key_G,         Qt::Key_H,     Qt::Key_K,        Qt::Key_L,           Qt::Key_M,
        Qt::Key_N,      Qt::Key_O,         Qt::Key_P,     Qt::Key_Q,        Qt::Key_R,           Qt::Key_S,
        Qt::Key_T,      Qt::Key_V,         Qt::Key_W,     Qt::Key_X,        Qt::Key_Z,           Qt::Key_Delete,
        Qt::Key_Escape, Qt::Key_Return,    Qt::Key_Space, Qt::Key_Tab,      Qt::Key_Backtab,     Qt::Key_Left,
        Qt::Key_Right,  Qt::Key_Up,        Qt::Key_Down,  Qt::Key_PageDown, Qt::Key_PageUp,      Qt::Key_Home,
        Qt::Key_End,    Qt::Key_Plus,      Qt::Key_Minus, Qt::Key_Slash,    Qt::Key_BracketLeft, Qt::Key_BracketRight,
        Qt::Key_F1,     Qt::Key_F2};
    static const std::vector<Qt::KeyboardModifiers> modifiers = {Qt::NoModifier,
                                                                 Qt::NoModifier,
                                                                 Qt::NoModifier,
                                                                 Qt::NoModifier,
                                                                 Qt::ShiftModifier,
                                                                 Qt::ControlModifier,
                                                                 Qt::ControlModifier | Qt::ShiftModifier};
    QWidget* focus = root.focusWidget() ? root.focusWidget() : &root;
    if (!focus->isVisible() || !focus->isEnabled())
        focus = &root;
    const Qt::Key pressed = keys[static_cast<std::size_t>(below(static_cast<int>(keys.size())))];
    const Qt::KeyboardModifiers with = modifiers[static_cast<std::size_t>(below(static_cast<int>(modifiers.size())))];
    if (pressed == Qt::Key_Q && with != Qt::NoModifier)
        return;
    note("key " + QKeySequence(static_cast<int>(with) | static_cast<int>(pressed)).toString() + " at "
         + focus->objectName());
    QTest::keyClick(focus, pressed, with);
}

void Monkey::choose(QWidget& root)
{
    QWidget* list = any(root, [](QWidget* widget) {
        return qobject_cast<QComboBox*>(widget) || qobject_cast<QAbstractItemView*>(widget)
               || qobject_cast<QAbstractSlider*>(widget);
    });
    if (!list)
        return;
    note("choose " + list->objectName());
    if (auto* box = qobject_cast<QComboBox*>(list)) {
        if (box->count() > 0) {
            const int row = below(box->count());
            box->setCurrentIndex(row);
            if (box->currentIndex() == row)
                Q_EMIT box->activated(row);
        }
    } else if (auto* slider = qobject_cast<QAbstractSlider*>(list)) {
        slider->setValue(slider->minimum() + below(slider->maximum() - slider->minimum() + 1));
    } else if (auto* view = qobject_cast<QAbstractItemView*>(list)) {
        const QAbstractItemModel* model = view->model();
        if (!model || model->rowCount() == 0)
            return;
        const QModelIndex index = model->index(below(model->rowCount()), view->property("modelColumn").toInt());
        view->scrollTo(index);
        click(view->viewport(), view->visualRect(index).center());
    }
}

void Monkey::wheel(QWidget& root)
{
    QWidget* over = any(root, [](QWidget*) { return true; });
    if (!over)
        return;
    note("wheel " + over->objectName() + ' ' + over->metaObject()->className());
    const QPoint at(below(over->width()), below(over->height()));
    QWheelEvent turned(at, over->mapToGlobal(at), {}, QPoint(0, below(2) ? 120 : -120), Qt::NoButton,
                       below(3) ? Qt::NoModifier : Qt::ControlModifier, Qt::NoScrollPhase, false);
    QCoreApplication::sendEvent(over, &turned);
}

/// Clicks, drags or opens the menu of anything at any point.
void Monkey::paint(QWidget& root)
{
    QWidget* widget = any(root, [](QWidget* one) { return !qobject_cast<QMenuBar*>(one); });
    if (!widget)
        return;
    note("click " + widget->objectName() + ' ' + widget->metaObject()->className());
    click(widget, {below(widget->width()), below(widget->height())});
}

void Monkey::menu()
{
    QList<QAction*> actions;
    for (QMenu* menu : m_window->findChildren<QMenu*>())
        for (QAction* action : menu->actions())
            if (!action->menu() && !isLeftAlone(action))
                actions << action;
    if (actions.isEmpty())
        return;
    QAction* action = actions[below(static_cast<int>(actions.size()))];
    note("menu " + action->text());
    action->trigger();
}

void Monkey::undoOrRedo()
{
    const bool back = below(3) != 0;
    note(back ? QStringLiteral("undo") : QStringLiteral("redo"));
    back ? m_document->undo() : m_document->redo();
}

void Monkey::dropFile()
{
    const QString file = oneOf(m_files);
    note("drop " + QFileInfo(file).fileName());
    m_window->takeFile(file);
}

void Monkey::openAnother()
{
    if (isModal())
        return;
    if (below(2) == 0) {
        note(QStringLiteral("window closed and opened again"));
        return openWindow();
    }
    const QString path = oneOf(m_notebooks);
    note("open " + QFileInfo(path).fileName());
    static_cast<void>(m_document->open(path));
}

/// What is shown is what is in the file.
void Monkey::compare()
{
    if (!m_document->isOpen() || !m_broken.isEmpty())
        return;
    ++m_comparisons;
    const auto notebook = notebookIn(m_document->path()); // to read only: the window holds it
    if (!notebook)
        m_broken = QStringLiteral("the notebook does not open after act %1").arg(m_acts);
    else if (*notebook != m_document->notebook())
        m_broken = QStringLiteral("the file holds something else after act %1").arg(m_acts);
}

/// Leaves dialogs from the inmost outwards; done when none is left.
void Monkey::leave()
{
    if (QWidget* popup = QApplication::activePopupWidget())
        popup->close();
    else if (QWidget* dialog = QApplication::activeModalWidget())
        dialog->close();
    else
        m_done = true;
    if (!m_done)
        QTimer::singleShot(10, this, &Monkey::leave);
}
