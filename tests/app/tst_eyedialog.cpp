#include "../testprogram.h"

#include "app/eye/eyedialog.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "notebook/tubelines.h"

#include <QLabel>
#include <QPushButton>
#include <QTemporaryDir>
#include <QtTest>

using namespace iris;

/// A round of questions, by keys and by mouse, and what is kept of it.
class TestEyeDialog : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void aRoundByKeys();
    void answersAreKept();
    void withoutTubesItSaysSo();
    void whatWasKeptMayBeNonsense();

private:
    StudioPtr studio(const char* tubes);

    QTemporaryDir m_folder;
    ViewSettings m_settings;
    FilmCache m_films;
};

void TestEyeDialog::initTestCase()
{
    QVERIFY(loadFonts());
    applyTheme(*qApp, Ground::Light);
}

StudioPtr TestEyeDialog::studio(const char* tubes)
{
    Notebook notebook;
    std::vector<Tube> made;
    for (const TubeLine& line : readTubeLines(tubes, notebook))
        for (const ToldTube& told : line.tubes) {
            made.push_back(told.tube);
            made.back().id = {static_cast<std::int64_t>(made.size())};
        }
    notebook.tubes = made;
    return studioOf(notebook, m_films);
}

void TestEyeDialog::aRoundByKeys()
{
    EyeRecord record(m_folder.filePath("eye.ini"));
    EyeDialog dialog(studio("PY3, PR254, PB29, PG7, PV19 rose, PBr7 burnt sienna, PB15:3, PY43"), record, m_settings,
                     7);
    dialog.show();
    int asked = 0;
    while (dialog.asked()) {
        ++asked;
        QVERIFY(asked <= 10);
        QCOMPARE(dialog.findChild<QLabel*>("eyeQuestion")->text(), text(dialog.asked()->words));
        const auto right = dialog.asked()->right;
        QTest::keyClick(&dialog, Qt::Key_Return); // nothing is answered yet
        QVERIFY(!dialog.isAnswered());
        QTest::keyClick(&dialog, static_cast<Qt::Key>(Qt::Key_1 + static_cast<int>(right)));
        QVERIFY(dialog.isAnswered());
        QVERIFY(dialog.findChild<QLabel*>("eyeTold")->text().startsWith("Yes. "));
        QTest::keyClick(&dialog, Qt::Key_1); // twice is not another answer
        QTest::keyClick(&dialog, Qt::Key_Return);
    }
    QVERIFY(asked >= 8);
    QCOMPARE(record.answers().size(), static_cast<std::size_t>(asked));
    for (const Answered& one : record.answers())
        QVERIFY(one.right && one.apart > 0);
    QVERIFY(dialog.findChild<QPushButton*>("eyeAnswer1")); // another round
    QTest::mouseClick(dialog.findChildren<QPushButton*>("eyeAnswer1").last(), Qt::LeftButton);
    QVERIFY(dialog.asked());
    dialog.answer(1 - std::min<std::size_t>(1, dialog.asked()->right));
    QVERIFY(dialog.findChild<QLabel*>("eyeTold")->text().startsWith("No. "));
}

void TestEyeDialog::answersAreKept()
{
    const QString file = m_folder.filePath("kept.ini");
    {
        EyeRecord record(file);
        record.add({EyeQuestion::Cooler, 3.25, true, HueFamily::Blue});
        record.add({EyeQuestion::HowMuch, 12, false, {}});
    }
    const EyeRecord again(file);
    QCOMPARE(again.answers(), (std::vector<Answered>{{EyeQuestion::Cooler, 3.25, true, HueFamily::Blue},
                                                     {EyeQuestion::HowMuch, 12, false, {}}}));
    EyeRecord full(m_folder.filePath("full.ini"));
    for (int i = 0; i < 1010; ++i)
        full.add({EyeQuestion::Darker, 1.0 + i, true, {}});
    QCOMPARE(full.answers().size(), 1000U);
}

void TestEyeDialog::withoutTubesItSaysSo()
{
    EyeRecord record(m_folder.filePath("none.ini"));
    EyeDialog dialog(studio(""), record, m_settings, 1);
    QVERIFY(!dialog.asked());
    QVERIFY(dialog.findChild<QLabel*>("eyeTold")->text().contains("tubes you have"));
}

void TestEyeDialog::whatWasKeptMayBeNonsense()
{
    const QString file = m_folder.filePath("bad.ini");
    QFile bad(file);
    QVERIFY(bad.open(QIODevice::WriteOnly));
    bad.write("[eye]\nanswers=warmer|nan|right|red, darker|1e999|right|-, song|3|right|-, cleaner|-4|wrong|-, "
              "darker|2|wrong|mauve\n");
    bad.close();
    const EyeRecord record(file);
    QCOMPARE(record.answers(), (std::vector<Answered>{{EyeQuestion::Darker, 2, false, {}}}));
}

IRIS_TEST(TestEyeDialog, QApplication)
#include "tst_eyedialog.moc"
