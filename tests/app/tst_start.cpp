#include "../testprogram.h"
#include "patience.h"

#include "app/parts/messages.h"
#include "app/parts/place.h"
#include "app/parts/words.h"
#include "app/start/door.h"
#include "app/start/firstpage.h"
#include "app/start/waysin.h"
#include "app/tubes/tubesview.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "app/window/whereleft.h"
#include "notebook/edits.h"

#include <QApplication>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTimer>
#include <QtTest>

using namespace iris;

/// How one gets in: the first page, the notebooks that were open, the shipped one.
class TestStart : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void init();
    void cleanup();
    void theFirstPageHasAWayInForEverybody();
    void whatIsOwnedIsTypedInAtOnce();
    void theFirstCardIsOfTheFirstTube();
    void whatToBuyAsksForThePicture();
    void lookingAroundIsInACopy();
    void newAndOpenAskForAFile();
    void notebooksThatWereOpenAreRemembered();
    void aClosedNotebookLeavesNothingBehind();
    void whatCannotBeMadeIsTold();

private:
    Door* door(const char* name) const { return m_window->findChild<Door*>(QLatin1String(name)); }
    QStringList recentButtons() const;
    void openWindow();
    QString file(const char* name) const { return m_folder->filePath(QLatin1String(name)); }

    std::unique_ptr<QTemporaryDir> m_folder;
    std::unique_ptr<Document> m_document;
    std::unique_ptr<MainWindow> m_window;
    QStringList m_told;
    QStringList m_asked;
    QString m_answer;
    QString m_name;
};

void TestStart::initTestCase()
{
    QVERIFY(loadFonts());
    applyTheme(*qApp, Ground::Light);
    messages().tell = [this](QWidget*, const QString&, const QString& message) { m_told << message; };
    messages().fileToOpen = [this](QWidget*, const QString& title, const QString&) {
        m_asked << title;
        return m_answer;
    };
    messages().fileToSave = [this](QWidget*, const QString& title, const QString&, const QString&) {
        m_asked << title;
        return m_answer;
    };
    messages().askName = [this](QWidget*, const QString&, const QString&) { return m_name; };
}

void TestStart::init()
{
    m_folder = std::make_unique<QTemporaryDir>();
    m_told.clear();
    m_asked.clear();
    m_answer.clear();
    m_name.clear();
    m_document = std::make_unique<Document>();
    openWindow();
}

void TestStart::cleanup()
{
    m_window.reset();
    m_document.reset();
}

void TestStart::openWindow()
{
    m_window = std::make_unique<MainWindow>(*m_document);
    m_window->ways().setPlaces(file("Documents"), {});
    m_window->show();
    QVERIFY(QTest::qWaitForWindowExposed(m_window.get()));
    m_window->activateWindow();
    QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
}

QStringList TestStart::recentButtons() const
{
    QStringList words;
    for (const QPushButton* button : m_window->findChildren<QPushButton*>(QStringLiteral("recentNotebook")))
        words << button->text();
    return words;
}

void TestStart::theFirstPageHasAWayInForEverybody()
{
    QVERIFY(m_window->findChild<FirstPage*>()->isVisible());
    for (const char* name : {"typeWhatIOwn", "readMyCard", "seeWhatToBuy"}) {
        QVERIFY2(door(name)->isVisible(), name);
        QVERIFY(door(name)->accessibleName().size() > door(name)->text().size());
        QVERIFY(door(name)->focusPolicy() & Qt::TabFocus);
    }
    QVERIFY(!door("lookAround")->isVisible()); // there is nothing to look around in here
    QTest::keyClick(m_window.get(), Qt::Key_4);
    QVERIFY(!m_window->shownPlace());
    QVERIFY(m_window->findChild<FirstPage*>()->isVisible());
    QVERIFY(!QFileInfo::exists(file("Documents"))); // looking costs nothing
}

void TestStart::whatIsOwnedIsTypedInAtOnce()
{
    door("typeWhatIOwn")->setFocus();
    QTest::keyClick(door("typeWhatIOwn"), Qt::Key_Return);
    QCOMPARE(m_document->path(), file("Documents/My paints.iris"));
    auto* typed = m_window->findChild<QPlainTextEdit*>(QStringLiteral("typedTubes"));
    QVERIFY(typed->hasFocus());
    QTest::keyClicks(typed, "PB29");
    QTest::keyClick(typed, Qt::Key_Return);
    QCOMPARE(m_document->notebook().tubes.size(), 1U);
    QVERIFY(m_told.isEmpty());

    m_document->close();
    QTest::mouseClick(door("typeWhatIOwn"), Qt::LeftButton); // another one, beside the first
    QCOMPARE(m_document->path(), file("Documents/My paints 2.iris"));
    QVERIFY(m_document->notebook().tubes.empty());
}

void TestStart::theFirstCardIsOfTheFirstTube()
{
    m_answer = QStringLiteral(IRIS_SOURCE_DIR "/docs/screenshots/card.png");
    m_name = QStringLiteral("no such paint");
    QTest::mouseClick(door("readMyCard"), Qt::LeftButton);
    QCOMPARE(m_told.size(), 1);
    QVERIFY(m_document->notebook().tubes.empty());

    m_name = QStringLiteral("French ultramarine");
    bool opened = false;
    QTimer::singleShot(0, this, [&] {
        opened = QApplication::activeModalWidget() != nullptr;
        QApplication::activeModalWidget()->close();
    });
    m_window->places().the<TubesView>().readCard();
    QVERIFY(opened);
    QCOMPARE(m_document->notebook().tubes.size(), 1U);
    QCOMPARE(textOf(m_document->notebook().tubes.front().codes), std::string("PB29"));
}

void TestStart::whatToBuyAsksForThePicture()
{
    QTest::mouseClick(door("seeWhatToBuy"), Qt::LeftButton);
    QCOMPARE(m_asked, QStringList{"A photograph or sketch"});
    QCOMPARE(m_window->shownPlace()->objectName(), QString("placePalette"));
}

/// What is done to it stays one's own, and is there again the next time.
void TestStart::lookingAroundIsInACopy()
{
    {
        Document shipped;
        QVERIFY(shipped.create(file("Marsh.iris")));
        Tube tube;
        tube.name = "Samphire";
        tube.codes = parsePigmentCodes("PG7").value();
        QVERIFY(shipped.apply(putting(tube)));
    }
    QFile::setPermissions(file("Marsh.iris"), QFile::ReadOwner); // as installed
    m_window->ways().setPlaces(file("Documents"), file("Marsh.iris"));
    QVERIFY(door("lookAround")->isVisible());
    QTest::mouseClick(door("lookAround"), Qt::LeftButton);
    QCOMPARE(m_document->path(), file("Documents/Marsh.iris"));
    QVERIFY(m_document->readOnlyReason().isEmpty());
    QVERIFY(m_document->apply(removing<Tube>(m_document->notebook().tubes.front().id)));
    m_document->close();
    QVERIFY(m_window->ways().lookAround());
    QVERIFY(m_document->notebook().tubes.empty());
    QVERIFY(m_told.isEmpty());
}

void TestStart::newAndOpenAskForAFile()
{
    const auto click = [this](const char* name) {
        QTest::mouseClick(m_window->findChild<QPushButton*>(QLatin1String(name)), Qt::LeftButton);
    };
    click("newNotebook"); // nothing is chosen
    QVERIFY(!m_document->isOpen() && m_told.isEmpty());
    m_answer = file("taken.iris");
    QFile taken(m_answer);
    QVERIFY(taken.open(QIODevice::WriteOnly) && taken.write("something") > 0);
    taken.close();
    click("newNotebook");
    click("openNotebook");
    QCOMPARE(m_told.size(), 2);
    QVERIFY(!m_document->isOpen());
    m_answer = file("fresh.iris");
    click("newNotebook");
    QVERIFY(m_document->isOpen());
    QVERIFY(m_window->places().the<TubesView>().isVisible());
}

void TestStart::notebooksThatWereOpenAreRemembered()
{
    const QString left = file("left.ini");
    for (const char* name : {"Reeds & <b>rushes.iris", "Mud.iris", "Gone.iris"})
        QVERIFY(m_document->create(file(name)));
    WhereLeft(left).keepRecent(m_window->ways());
    m_document->close();
    QVERIFY(QFile::remove(file("Gone.iris")));
    openWindow();
    QVERIFY(recentButtons().isEmpty());
    WhereLeft(left).restore(*m_window);
    QCOMPARE(recentButtons(), (QStringList{"Mud", "Reeds && <b>rushes"}));
    QCOMPARE(m_window->ways().remembered().size(), 3); // a disk may come back
    QTest::mouseClick(m_window->findChildren<QPushButton*>(QStringLiteral("recentNotebook"))[1], Qt::LeftButton);
    QCOMPARE(m_document->path(), file("Reeds & <b>rushes.iris"));
    QCOMPARE(m_window->ways().remembered().front(), m_document->path());
    QCOMPARE(m_window->ways().remembered().size(), 3);

    for (int i = 0; i < 12; ++i)
        QVERIFY(m_document->create(file(qPrintable(QString("%1.iris").arg(i)))));
    QCOMPARE(m_window->ways().remembered().size(), 8);
    QCOMPARE(QFileInfo(m_window->ways().recent().front()).fileName(), QString("11.iris"));
}

void TestStart::aClosedNotebookLeavesNothingBehind()
{
    QVERIFY(m_document->create(file("Mud.iris")));
    Tube tube;
    tube.name = "Samphire";
    tube.codes = parsePigmentCodes("PG7").value();
    QVERIFY(m_document->apply(putting(tube)));
    m_document->close();
    QVERIFY(!m_document->isOpen());
    QVERIFY(m_document->notebook().tubes.empty());
    QVERIFY(!m_document->undoStack().canUndo());
    QVERIFY(!m_document->apply(putting(tube)));
    QVERIFY(m_window->findChild<FirstPage*>()->isVisible());
    m_document->close(); // again
    Document other;
    QVERIFY(other.open(file("Mud.iris"))); // nobody holds it
    QVERIFY(other.readOnlyReason().isEmpty());
    QCOMPARE(other.notebook().tubes.size(), 1U);
}

void TestStart::whatCannotBeMadeIsTold()
{
    QFile inTheWay(file("Documents"));
    QVERIFY(inTheWay.open(QIODevice::WriteOnly)); // a file where the folder would be
    inTheWay.close();
    m_window->ways().setPlaces(file("Documents"), file("none.iris"));
    QVERIFY(!m_window->ways().lookAround());
    QVERIFY(!m_window->ways().beginOwn());
    QCOMPARE(m_told.size(), 2);
    QVERIFY(!m_document->isOpen());
    QVERIFY(m_window->findChild<FirstPage*>()->isVisible());
}

IRIS_TEST(TestStart, QApplication)
#include "tst_start.moc"
