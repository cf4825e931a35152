#include "../testprogram.h"
#include "patience.h"

#include "app/manual/manualwindow.h"
#include "app/pairs/pairsview.h"
#include "app/parts/messages.h"
#include "app/parts/place.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "colour/deltae.h"

#include <QApplication>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTextBrowser>
#include <QtTest>

using namespace iris;

/// The manual as the window shows it, and the files it is made of.
class TestManual : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void everyPageIsWhole_data();
    void everyPageIsWhole();
    void everyFileIsListed();
    void paintIsDrawn();
    void wordsAreLookedFor();
    void itGoesThere();

private:
    QTemporaryDir m_folder;
    Document m_document;
    std::unique_ptr<MainWindow> m_window;
};

void TestManual::initTestCase()
{
    QVERIFY(loadFonts());
    applyTheme(*qApp, Ground::Light);
    QVERIFY(m_document.create(m_folder.filePath("a.iris")));
    m_window = std::make_unique<MainWindow>(m_document);
    m_window->show();
    QVERIFY(QTest::qWaitForWindowExposed(m_window.get()));
    m_window->activateWindow();
    QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
}

void TestManual::everyPageIsWhole_data()
{
    QTest::addColumn<int>("page");
    for (std::size_t i = 0; i < manualPages().size(); ++i)
        QTest::newRow(qPrintable(manualPages()[i].title)) << static_cast<int>(i);
}

void TestManual::everyPageIsWhole()
{
    QFETCH(int, page);
    const ManualPage& one = manualPages()[static_cast<std::size_t>(page)];
    QVERIFY(!one.title.isEmpty() && !one.group.isEmpty());
    QVERIFY(one.markdown.size() > 200);
    QVERIFY2(!one.markdown.contains("![") && !one.markdown.contains("<!--"), qPrintable(one.markdown));
    QVERIFY2(coloursOf(one.paint).size() >= 2, qPrintable(one.paint));
    if (one.place.isEmpty())
        return;
    const auto places = m_window->places().all();
    QVERIFY2(
        std::ranges::any_of(places, [&](const Place* place) { return place->objectName() == "place" + one.place; }),
        qPrintable(one.place));
    QVERIFY(one.tab >= 0 && one.tab < 4);
}

/// Their pictures are there, and the list of contents names every one.
void TestManual::everyFileIsListed()
{
    const QDir folder(QStringLiteral(IRIS_SOURCE_DIR "/docs/manual"));
    QFile contents(folder.filePath("README.md"));
    QVERIFY(contents.open(QIODevice::ReadOnly));
    const QString listed = QString::fromUtf8(contents.readAll());
    const QStringList names = folder.entryList({"[0-9]*.md"}, QDir::Files);
    QCOMPARE(static_cast<std::size_t>(names.size()), manualPages().size());
    static const QRegularExpression picture("!\\[[^\\]]*\\]\\(([^)]*)\\)");
    for (const QString& name : names) {
        QVERIFY2(listed.contains("](" + name + ")"), qPrintable(name));
        QFile page(folder.filePath(name));
        QVERIFY(page.open(QIODevice::ReadOnly));
        const QString shown = picture.match(QString::fromUtf8(page.readAll())).captured(1);
        QVERIFY2(!shown.isEmpty() && QFileInfo::exists(folder.filePath(shown)), qPrintable(name + " " + shown));
    }
}

void TestManual::paintIsDrawn()
{
    for (const double apart : {1.0, 3.6, 7.0}) {
        const auto two = coloursOf(QStringLiteral("touching %1").arg(apart));
        QCOMPARE(two.size(), 2U);
        QVERIFY(std::abs(deltaE00(two[0], two[1]) - apart) < 0.01);
    }
    QVERIFY(coloursOf("wash PB29").front().l < coloursOf("wash PB29").back().l); // let out
    QCOMPARE(coloursOf("ladder PB29 PBr7/burnt~sienna").size(), 9U);
    for (const char* nothing : {"", "wash", "wash PB9999", "ladder PB29", "song"})
        QVERIFY2(coloursOf(nothing).empty(), nothing);
}

void TestManual::wordsAreLookedFor()
{
    QCOMPARE(pagesWith({}).size(), manualPages().size());
    QVERIFY(!pagesWith("VIOLET red").empty() && pagesWith("VIOLET red").size() < manualPages().size());
    QVERIFY(pagesWith("<b>").empty());
}

void TestManual::itGoesThere()
{
    QTest::keyClick(m_window.get(), Qt::Key_F1, Qt::ControlModifier);
    auto* manual = m_window->findChild<ManualWindow*>();
    QVERIFY(manual && manual->isVisible());
    auto* find = manual->findChild<QLineEdit*>("manualFind");
    find->setText("clean violet reds");
    auto* questions = manual->findChild<QListWidget*>("manualQuestions");
    QVERIFY(questions->count() >= 1);
    QVERIFY(manual->findChild<QTextBrowser*>("manualWords")->toPlainText().contains("violet"));
    QTest::mouseClick(manual->findChild<QPushButton*>("manualGo"), Qt::LeftButton);
    QCOMPARE(m_window->shownPlace(), static_cast<Place*>(&m_window->places().the<PairsView>()));
    find->setText("no such words anywhere");
    QVERIFY(!manual->findChild<QPushButton*>("manualGo")->isEnabled());
    find->clear();
    QTest::keyClick(manual, Qt::Key_Escape);
    QVERIFY(!manual->isVisible());
}

IRIS_TEST(TestManual, QApplication)
#include "tst_manual.moc"
