#include "../testprogram.h"
#include "patience.h"

#include "app/parts/act.h"
#include "app/parts/messages.h"
#include "app/parts/place.h"
#include "app/parts/words.h"
#include "app/tubes/tubesview.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "notebook/edits.h"

#include <QAbstractSpinBox>
#include <QApplication>
#include <QComboBox>
#include <QLineEdit>
#include <QMenu>
#include <QMenuBar>
#include <QPushButton>
#include <QTemporaryDir>
#include <QtTest>

using namespace iris;

/// What a key does on every page, with every list and menu open. The acts themselves are taken off: what is looked at
/// is which of them would have run.
class TestKeys : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void onEveryPageKeysAreOfWhatIsOnShow_data() { pages(); }
    void onEveryPageKeysAreOfWhatIsOnShow();
    void everyKeyOnAButtonWorks_data() { pages(); }
    void everyKeyOnAButtonWorks();
    void openListsTakeTheLetters_data() { pages(); }
    void openListsTakeTheLetters();
    void escapeLeavesEveryField_data() { pages(); }
    void escapeLeavesEveryField();

private:
    void pages();
    void open();
    void takeActsOff();
    Place* place() { return m_window->shownPlace(); }

    QTemporaryDir m_folder;
    std::unique_ptr<Document> m_document;
    std::unique_ptr<MainWindow> m_window;
    std::vector<QAction*> m_ran;
    QStringList m_pages; ///< "Pairs/1": a place and which of its tabs
};

namespace {

constexpr std::array<Qt::KeyboardModifiers, 2> plainAndShift{Qt::NoModifier, Qt::ShiftModifier};

std::vector<Qt::Key> allKeys()
{
    std::vector<Qt::Key> keys{Qt::Key_Space,  Qt::Key_Delete,      Qt::Key_Slash,        Qt::Key_Plus,  Qt::Key_Minus,
                              Qt::Key_Period, Qt::Key_BracketLeft, Qt::Key_BracketRight, Qt::Key_Comma, Qt::Key_F1};
    for (int key = Qt::Key_A; key <= Qt::Key_Z; ++key)
        keys.push_back(static_cast<Qt::Key>(key));
    for (int key = Qt::Key_0; key <= Qt::Key_9; ++key)
        keys.push_back(static_cast<Qt::Key>(key));
    return keys;
}

QList<QPushButton*> tabsOf(const Place& place)
{
    QList<QPushButton*> tabs;
    for (QPushButton* button : place.findChildren<QPushButton*>())
        if (button->objectName().startsWith(QLatin1String("page")) && button->isVisible() && button->isCheckable())
            tabs << button;
    return tabs;
}

QString wordsOf(const QAction& act)
{
    return QStringLiteral("%1 (%2) of %3")
        .arg(act.text(), keyWords(act.shortcut()), QLatin1String(act.parent()->metaObject()->className()));
}

} // namespace

void TestKeys::initTestCase()
{
    QVERIFY(loadFonts());
    applyTheme(*qApp, Ground::Light);
    messages().tell = [](QWidget*, const QString&, const QString&) {};
    open();
    for (Place* one : m_window->places().all()) {
        m_window->goTo(*one);
        const qsizetype tabs = std::max<qsizetype>(1, tabsOf(*one).size());
        for (qsizetype tab = 0; tab < tabs; ++tab)
            m_pages << QStringLiteral("%1/%2").arg(one->objectName()).arg(tab);
    }
    QVERIFY2(m_pages.size() >= 12, qPrintable(m_pages.join(' ')));
}

void TestKeys::pages()
{
    QTest::addColumn<QString>("page");
    for (const QString& page : m_pages)
        QTest::newRow(qPrintable(page)) << page;
}

/// A window on a notebook in which there is something of everything, turned to the page of the row.
void TestKeys::open()
{
    m_ran.clear();
    m_window.reset();
    m_document = std::make_unique<Document>();
    const QString file = m_folder.filePath(QStringLiteral("%1.iris").arg(QRandomGenerator::global()->generate()));
    QVERIFY(m_document->create(file));
    std::vector<Tube> tubes;
    for (const char* code : {"PY3", "PB29", "PB15:3", "PV19", "PBr7"}) {
        Tube tube;
        tube.name = code;
        tube.codes = parsePigmentCodes(code).value();
        tubes.push_back(tube);
    }
    const auto done = m_document->apply(putting(tubes));
    QVERIFY(done);
    MixRecord mix;
    mix.parts = {{done->tubes.put[0].id, "PY3", 1}, {done->tubes.put[1].id, "PB29", 1}};
    QVERIFY(m_document->apply(putting(mix)));
    QVERIFY(m_document->apply(putting(NeedRecord{{}, {"Reeds", {60, 0, 40}, 7, 1}, {}})));
    m_window = std::make_unique<MainWindow>(*m_document);
    m_window->show();
    QVERIFY(QTest::qWaitForWindowExposed(m_window.get()));
    m_window->activateWindow();
    QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
    if (m_pages.isEmpty())
        return;
    const QString page = *static_cast<QString*>(QTest::qData("page", qMetaTypeId<QString>()));
    for (Place* one : m_window->places().all())
        if (one->objectName() == page.section('/', 0, 0))
            m_window->goTo(*one);
    const QList<QPushButton*> tabs = tabsOf(*place());
    if (const int tab = page.section('/', 1).toInt(); tab < tabs.size())
        tabs[tab]->click();
    place()->takeFocus();
    takeActsOff();
}

void TestKeys::takeActsOff()
{
    for (QAction* act : m_window->findChildren<QAction*>()) {
        QObject::disconnect(act, &QAction::triggered, nullptr, nullptr);
        QObject::connect(act, &QAction::triggered, this, [this, act] { m_ran.push_back(act); });
    }
}

void TestKeys::onEveryPageKeysAreOfWhatIsOnShow()
{
    open();
    std::vector<QWidget*> inFocus{QApplication::focusWidget()};
    for (QPushButton* tab : tabsOf(*place()))
        inFocus.push_back(tab);
    for (QWidget* widget : inFocus) {
        QVERIFY(widget);
        for (const Qt::Key key : allKeys())
            for (const Qt::KeyboardModifiers modifiers : plainAndShift) {
                widget->setFocus();
                m_ran.clear();
                QTest::keyClick(widget, key, modifiers);
                QVERIFY2(m_ran.size() <= 1, qPrintable(QKeySequence(key).toString()));
                for (const QAction* act : m_ran)
                    QVERIFY2(isOnShow(*act), qPrintable(wordsOf(*act)));
            }
    }
}

/// From where the page takes the focus, and from its tabs.
void TestKeys::everyKeyOnAButtonWorks()
{
    open();
    std::vector<QWidget*> inFocus{QApplication::focusWidget()};
    for (QPushButton* tab : tabsOf(*place()))
        inFocus.push_back(tab);
    for (QWidget* widget : inFocus)
        for (const QAction* act : place()->findChildren<QAction*>()) {
            if (!isOnShow(*act) || !act->isEnabled() || act->shortcut().isEmpty())
                continue;
            const QKeyCombination key = act->shortcut()[0];
            if (key.key() == Qt::Key_Space && qobject_cast<QPushButton*>(widget))
                continue; // presses it
            widget->setFocus();
            m_ran.clear();
            QTest::keyClick(widget, key.key(), key.keyboardModifiers());
            QVERIFY2(m_ran.size() == 1, qPrintable(wordsOf(*act) + " from " + widget->metaObject()->className()));
            QVERIFY2(m_ran.front()->shortcut() == act->shortcut(), qPrintable(wordsOf(*act)));
        }
}

void TestKeys::openListsTakeTheLetters()
{
    open();
    const auto typeAll = [this](const QString& what) {
        for (const Qt::Key key : allKeys()) {
            QWidget* popup = QApplication::activePopupWidget();
            if (!popup)
                return; // the key chose something and closed it
            QWidget* widget = popup->focusWidget() ? popup->focusWidget() : popup;
            m_ran.clear();
            QTest::keyClick(widget, key);
            for (const QAction* act : m_ran)
                QVERIFY2(qobject_cast<QMenu*>(popup) && popup->actions().contains(const_cast<QAction*>(act)),
                         qPrintable(what + ": " + wordsOf(*act)));
        }
    };
    for (QComboBox* box : place()->findChildren<QComboBox*>()) {
        if (!box->isVisible() || !box->isEnabled() || box->count() == 0)
            continue;
        box->setFocus();
        box->showPopup();
        typeAll(box->objectName());
        box->hidePopup();
    }
    for (QMenu* menu : m_window->findChildren<QMenu*>()) {
        menu->popup(m_window->mapToGlobal(QPoint(50, 50)));
        typeAll(menu->title());
        menu->hide();
    }
}

void TestKeys::escapeLeavesEveryField()
{
    open();
    for (QWidget* field : place()->findChildren<QWidget*>()) {
        const bool isField = qobject_cast<QLineEdit*>(field) || qobject_cast<QComboBox*>(field)
                             || qobject_cast<QAbstractSpinBox*>(field);
        if (!isField || !field->isVisible() || !field->isEnabled() || !(field->focusPolicy() & Qt::TabFocus))
            continue;
        field->setFocus();
        QVERIFY(field->hasFocus());
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Escape);
        QVERIFY2(!field->hasFocus(), qPrintable(field->objectName() + ' ' + field->metaObject()->className()));
    }
}

IRIS_TEST(TestKeys, QApplication)
#include "tst_keys.moc"
