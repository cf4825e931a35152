#include "../testfiles.h"
#include "../testprogram.h"
#include "meddle.h"
#include "notebook/notebookjson.h"
#include "notebook/notebookstore.h"
#include "notebook/soundness.h"

#include <QCoreApplication>
#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QTemporaryDir>
#include <QtTest>
#include <sys/stat.h>
#include <thread>
#include <unistd.h>

using namespace iris;

/// What went wrong with notebooks on a real disk, each as the painter saw it.
class TestStoreFaults : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void init() { m_folder = std::make_unique<QTemporaryDir>(); }
    void throughALinkTwoWindowsWrote_data();
    void throughALinkTwoWindowsWrote();
    void theLockEndsWithItsWindowAndLeavesNothing();
    void aMakingCutShortCanBeDoneAgain();
    void aNotebookWithSomethingInItIsNeverMadeAnew();
    void aMakingThatFailsLeavesNothing_data();
    void aMakingThatFailsLeavesNothing();
    void anOldGreenSquareTaughtTheNewRedTube();
    void numbersAreNotGivenOutAgain();
    void numbersOfTubesThatAreGoneSurviveAJourneyThroughJson();
    void anOldNotebookIsMendedWhereItCanBeTold();
    void valuesNoNotebookMayHoldAreMendedAndTold_data();
    void valuesNoNotebookMayHoldAreMendedAndTold();
    void aCodeUnfitForPrintIsMadeAnew_data();
    void aCodeUnfitForPrintIsMadeAnew();
    void aPictureThatIsGoneKeepsNoNotebookIn();
    void whatNoNotebookMayHoldIsNotWritten();
    void wellsThatCannotBeReadAreKept();
    void aFileThatChangedUnderTheWindowIsNotWrittenInto_data();
    void aFileThatChangedUnderTheWindowIsNotWrittenInto();
    void aFileCutShortUnderTheWindowIsToldOf();
    void aFileOverwrittenUnderTheWindowIsNotWrittenInto_data();
    void aFileOverwrittenUnderTheWindowIsNotWrittenInto();
    void whatLiesUnderTheNameOfAJournalIsKept_data();
    void whatLiesUnderTheNameOfAJournalIsKept();
    void aDamagedCountIsMadeAnew_data();
    void aDamagedCountIsMadeAnew();
    void aVersionThatIsNotSoIsReadAsWhatIsThere_data();
    void aVersionThatIsNotSoIsReadAsWhatIsThere();
    void everyOlderVersionIsBroughtUpToDate_data();
    void everyOlderVersionIsBroughtUpToDate();
    void oneThatWasCutOffElsewhereIsRolledBack();
    void aNotebookThatLacksWhatItSaysIsDamaged_data();
    void aNotebookThatLacksWhatItSaysIsDamaged();
    void readersKeepNoWriterOut();
    void aWriterWaitsForAnother();
    void aRefusedFileIsLeftAsItWas();
    void aWriterAtWorkIsNoDamage();
    void aNotebookCutOffInAChangeIsReadFromProtectedMedia();
    void rowsAreReadToTheEndOrNotAtAll();
    void aTableThatIsNotWhatItShouldBeIsDamage();

private:
    QString file(const char* name) const { return m_folder->filePath(QLatin1String(name)); }
    QStringList everythingInFolder() const
    {
        return QDir(m_folder->path()).entryList(QDir::Files | QDir::Hidden | QDir::System, QDir::Name);
    }

    std::unique_ptr<QTemporaryDir> m_folder;
};

namespace {

Tube tubeCalled(const char* name, const char* codes = "PB29")
{
    Tube tube;
    tube.name = name;
    tube.codes = parsePigmentCodes(codes).value();
    return tube;
}

NotebookEdit adding(const Tube& tube)
{
    NotebookEdit edit;
    edit.tubes.put = {tube};
    return edit;
}

void copySample(const char* name, const QString& to)
{
    QVERIFY(QFile::copy(QStringLiteral(IRIS_SOURCE_DIR "/tests/data/") + QLatin1String(name), to));
    QVERIFY(QFile::setPermissions(to, QFile::ReadOwner | QFile::WriteOwner));
}

bool mentions(const std::vector<std::string>& remarks, const char* words)
{
    return std::ranges::any_of(remarks, [&](const std::string& one) { return one.find(words) != std::string::npos; });
}

} // namespace

void TestStoreFaults::throughALinkTwoWindowsWrote_data()
{
    QTest::addColumn<bool>("hard");
    QTest::newRow("symbolic link") << false;
    QTest::newRow("hard link") << true;
}

void TestStoreFaults::throughALinkTwoWindowsWrote()
{
    QFETCH(bool, hard);
    const auto first = NotebookStore::create(file("a.iris")).value();
    const QByteArray one = QFile::encodeName(file("a.iris"));
    const QByteArray other = QFile::encodeName(file("b.iris"));
    QCOMPARE(hard ? ::link(one, other) : ::symlink(one, other), 0);
    QVERIFY(areOneFile(file("a.iris"), file("b.iris")));
    const auto second = NotebookStore::open(file("b.iris")).value();
    QVERIFY(!first->isReadOnly());
    QVERIFY(second->isReadOnly());
    QVERIFY(second->readOnlyReason().contains(hard ? "also called a.iris (a hard link)" : "open in another window"));
    QVERIFY(!second->apply(adding(tubeCalled("Reed"))));
    QVERIFY(first->apply(adding(tubeCalled("Reed"))));
}

void TestStoreFaults::theLockEndsWithItsWindowAndLeavesNothing()
{
    NotebookStore::create(file("a.iris")).value();
    QVERIFY(!NotebookStore::open(file("a.iris")).value()->isReadOnly());
    QVERIFY(!NotebookStore::open(file("a.iris")).value()->isReadOnly());
    QCOMPARE(everythingInFolder(), QStringList{"a.iris"});
}

void TestStoreFaults::aMakingCutShortCanBeDoneAgain()
{
    putFile(file("a.iris"), {});
    const auto opened = NotebookStore::open(file("a.iris"));
    QVERIFY(!opened);
    QCOMPARE(opened.error().code, ErrorCode::NotANotebook);
    QVERIFY(opened.error().message.find("Make it again") != std::string::npos);
    auto made = NotebookStore::create(file("a.iris"));
    QVERIFY2(made, made ? "" : made.error().message.c_str());
    QVERIFY((*made)->apply(adding(tubeCalled("Reed"))));
    QCOMPARE(everythingInFolder(), QStringList{"a.iris"});
    made->reset();
    // What a making that was killed long ago left behind goes, what another one is at work on stays.
    putFile(file(".iris-1.making"), "old");
    putFile(file(".iris-2.making"), "new");
    QFile old(file(".iris-1.making"));
    QVERIFY(old.open(QIODevice::ReadWrite));
    QVERIFY(old.setFileTime(QDateTime::currentDateTime().addDays(-1), QFileDevice::FileModificationTime));
    old.close();
    NotebookStore::create(file("b.iris")).value();
    QVERIFY(!QFileInfo::exists(file(".iris-1.making")) && QFile::remove(file(".iris-2.making")));
    QVERIFY(QFile::remove(file("b.iris")));
    // A journal left behind by one that is gone is not laid over the new one.
    QVERIFY(QFile::remove(file("a.iris")));
    putFile(file("a.iris-journal"), QByteArray(4096, 'j'));
    QVERIFY(NotebookStore::create(file("a.iris")));
    QCOMPARE(everythingInFolder(), (QStringList{"a.iris", "a.iris-journal (set aside)"}));
    QCOMPARE(contentsOf(file("a.iris-journal (set aside)")), QByteArray(4096, 'j'));
}

void TestStoreFaults::aNotebookWithSomethingInItIsNeverMadeAnew()
{
    QVERIFY(NotebookStore::create(file("a.iris")).value()->apply(adding(tubeCalled("Reed"))));
    const QByteArray before = contentsOf(file("a.iris"));
    QVERIFY(!NotebookStore::create(file("a.iris")));
    QCOMPARE(contentsOf(file("a.iris")), before);
}

void TestStoreFaults::aMakingThatFailsLeavesNothing_data()
{
    QTest::addColumn<QString>("name");
    QTest::addColumn<QString>("says");
    QTest::newRow("no such folder") << "gone/a.iris"
                                    << "folder is gone";
    QTest::newRow("a name too long") << QString(251, 'n') + ".iris"
                                     << "its name is too long";
    QTest::newRow("a name too long for its journal") << QString(246, 'n') + ".iris"
                                                     << "its name is too long";
    QTest::newRow("no name") << QString() << "cannot be made";
}

void TestStoreFaults::aMakingThatFailsLeavesNothing()
{
    QFETCH(QString, name);
    QFETCH(QString, says);
    const auto made = NotebookStore::create(name.isEmpty() ? QString() : m_folder->filePath(name));
    QVERIFY(!made);
    QCOMPARE(made.error().code, ErrorCode::FileUnwritable);
    QVERIFY2(QString::fromStdString(made.error().message).contains(says), made.error().message.c_str());
    QVERIFY2(!QString::fromStdString(made.error().message).contains("another window"), made.error().message.c_str());
    QVERIFY(everythingInFolder().isEmpty());
}

void TestStoreFaults::anOldGreenSquareTaughtTheNewRedTube()
{
    // A green tube is painted with, removed, and a red one written down: the square must not be the red one's.
    auto store = NotebookStore::create(file("a.iris")).value();
    const TubeId green = store->apply(adding(tubeCalled("Sap Green", "PG7")))->tubes.put[0].id;
    MixRecord square;
    square.parts = {{green, "Sap Green", 1}};
    square.painted = Lab{45, -30, 25};
    NotebookEdit painted;
    painted.mixes.put = {square};
    QVERIFY(store->apply(painted));
    NotebookEdit removal;
    removal.tubes.removed = {green};
    QVERIFY(store->apply(removal));
    const TubeId red = store->apply(adding(tubeCalled("Signal Red", "PR254")))->tubes.put[0].id;
    QVERIFY(red > green);
    const Notebook notebook = store->load().value();
    QVERIFY(!notebook.tube(notebook.mixes[0].parts[0].tube));
    QCOMPARE(notebook.mixes[0].parts[0].name, std::string("Sap Green"));
}

void TestStoreFaults::numbersAreNotGivenOutAgain()
{
    auto store = NotebookStore::create(file("a.iris")).value();
    NotebookEdit edit = adding(tubeCalled("Reed"));
    edit.needs.put = {{{}, {"mud", {40, 4, 12}, 7, 2}}};
    edit.papers.put = {{{}, "rough", {95, 0, 2}, ""}};
    edit.filters.put = {{{}, "blues", {}}};
    edit.devices.put = {{{}, "flatbed", "", {}}};
    MixRecord mix;
    mix.parts = {{{1}, "Reed", 1}};
    edit.mixes.put = {mix};
    SheetRecord sheet;
    sheet.cells = {{mix.parts, 1}};
    edit.sheets.put = {sheet};
    edit.palettes.put = {{{}, "marsh", {}}};
    const NotebookEdit first = store->apply(edit).value();
    NotebookEdit removal;
    removal.tubes.removed = {first.tubes.put[0].id};
    removal.needs.removed = {first.needs.put[0].id};
    removal.papers.removed = {first.papers.put[0].id};
    removal.filters.removed = {first.filters.put[0].id};
    removal.devices.removed = {first.devices.put[0].id};
    removal.mixes.removed = {first.mixes.put[0].id};
    removal.sheets.removed = {first.sheets.put[0].id};
    removal.palettes.removed = {first.palettes.put[0].id};
    QVERIFY(store->apply(removal));
    store.reset(); // nor after the notebook was closed
    store = NotebookStore::open(file("a.iris")).value();
    const NotebookEdit second = store->apply(edit).value();
    QVERIFY(second.tubes.put[0].id > first.tubes.put[0].id);
    QVERIFY(second.needs.put[0].id > first.needs.put[0].id);
    QVERIFY(second.papers.put[0].id > first.papers.put[0].id);
    QVERIFY(second.filters.put[0].id > first.filters.put[0].id);
    QVERIFY(second.devices.put[0].id > first.devices.put[0].id);
    QVERIFY(second.mixes.put[0].id > first.mixes.put[0].id);
    QVERIFY(second.sheets.put[0].id > first.sheets.put[0].id);
    QVERIFY(second.palettes.put[0].id > first.palettes.put[0].id);
    QCOMPARE(store->nextSheet()->value, second.sheets.put[0].id.value + 1);
}

void TestStoreFaults::numbersOfTubesThatAreGoneSurviveAJourneyThroughJson()
{
    auto store = NotebookStore::create(file("a.iris")).value();
    const TubeId gone = store->apply(adding(tubeCalled("Sap Green")))->tubes.put[0].id;
    NotebookEdit removal;
    removal.tubes.removed = {gone};
    QVERIFY(store->apply(removal));
    const auto full = dumpOf(*store, store->load().value()).value();
    const auto back = readNotebookJson(writeNotebookJson(full.dump));
    QVERIFY(back);
    auto other = NotebookStore::create(file("b.iris")).value();
    QVERIFY(other->apply(filling(*back)));
    QVERIFY(other->apply(adding(tubeCalled("Signal Red")))->tubes.put[0].id > gone);
}

void TestStoreFaults::anOldNotebookIsMendedWhereItCanBeTold()
{
    copySample("schema-3.iris", file("old.iris"));
    auto store = NotebookStore::open(file("old.iris")).value();
    QVERIFY(!store->keptCopy().isEmpty());
    const Notebook notebook = store->load().value();
    // The yellow of the second mix had been given another number: there is just one tube of that name.
    QCOMPARE(notebook.mix({2})->parts[0].tube, TubeId{1});
    QVERIFY(mentions(store->remarks(), "belongs to that tube again"));
    // Whether the first was renamed or is another tube cannot be told, so it is left, and said.
    QCOMPARE(notebook.mix({1})->parts[0].tube, TubeId{3});
    QVERIFY(mentions(store->remarks(), "was painted with Sap Green, and the tube of that number is now Signal Red"));
    // A tube that is gone keeps its number to itself, and so do sheets that were removed.
    QVERIFY(store->apply(adding(tubeCalled("Reed")))->tubes.put[0].id > TubeId{9});
    QCOMPARE(store->nextSheet().value(), SheetId{7});
    store.reset();
    QVERIFY(NotebookStore::open(file("old.iris")).value()->remarks().empty());
}

void TestStoreFaults::valuesNoNotebookMayHoldAreMendedAndTold_data()
{
    QTest::addColumn<QString>("statement");
    QTest::addColumn<QString>("says");
    QTest::newRow("stars 4") << "UPDATE mix SET stars = 4"
                             << "stars is 4";
    QTest::newRow("infinite strength") << "UPDATE tube SET strength = 9e999"
                                       << "strength is inf";
    QTest::newRow("tiny strength") << "UPDATE tube SET strength = 1e-320"
                                   << "strength is";
    QTest::newRow("importance -7") << "UPDATE need SET importance = -7"
                                   << "importance is -7";
    QTest::newRow("tolerance 0") << "UPDATE need SET tolerance = 0"
                                 << "tolerance is 0";
    QTest::newRow("device power 0") << "UPDATE device SET power_g = 0"
                                    << "power of a channel";
    QTest::newRow("uncertainty below 0") << "UPDATE swatch SET uncertainty = -1"
                                         << "uncertainty is -1";
    QTest::newRow("grain below 0") << "UPDATE swatch SET grain = -0.2"
                                   << "grain is";
    QTest::newRow("share left 5") << "UPDATE swatch SET share_left = 5"
                                  << "share left";
    QTest::newRow("no colour") << "UPDATE swatch SET painted_full_l = -40, painted_full_b = -5000"
                               << "colour as painted";
    QTest::newRow("no columns") << "UPDATE sheet SET columns = 0"
                                << "columns is 0";
    QTest::newRow("a square of a kilometre") << "UPDATE sheet SET cell_mm = 1e6"
                                             << "width of a square";
    QTest::newRow("parts that are none") << "UPDATE mix SET parts = 'reed'"
                                         << "it has no tube";
    QTest::newRow("parts by the million") << R"(UPDATE mix SET parts = '[{"tube":1,"name":"x","parts":2000000000}]')"
                                          << "count of parts";
    QTest::newRow("no name") << "UPDATE tube SET name = ''"
                             << "it has no name";
    QTest::newRow("a number beyond counting") << "UPDATE need SET id = 9223372036854775807 WHERE id = 1"
                                              << "impossible number";
    QTest::newRow("a number below counting") << "UPDATE mix SET grew_from = -3"
                                             << "impossible number";
    QTest::newRow("a day that is none") << "UPDATE mix SET date = 'yesterday'"
                                        << "is no day";
    QTest::newRow("a reading of nobody") << "UPDATE swatch SET tube = 77"
                                         << "tube that is not there";
    QTest::newRow("a palette of nobody") << "UPDATE palette_tube SET tube = 77 WHERE tube = 1"
                                         << "not there";
}

void TestStoreFaults::valuesNoNotebookMayHoldAreMendedAndTold()
{
    QFETCH(QString, statement);
    QFETCH(QString, says);
    copySample("schema-4.iris", file("a.iris"));
    meddle(file("a.iris"), statement);
    auto store = NotebookStore::open(file("a.iris")).value();
    const Notebook notebook = store->load().value();
    QVERIFY2(mentions(store->remarks(), qPrintable(says)),
             store->remarks().empty() ? "nothing was said" : store->remarks().front().c_str());
    Complaints complaints;
    Notebook copy = notebook;
    mend(copy, complaints);
    QVERIFY2(complaints.empty(), complaints.empty() ? "" : complaints.front().c_str()); // mended once is mended
    QVERIFY(copy == notebook);
    const auto full = dumpOf(*store, notebook).value();
    const auto back = readNotebookJson(writeNotebookJson(full.dump));
    QVERIFY2(back, back ? "" : back.error().message.c_str());
    QVERIFY(back->notebook == notebook);
}

void TestStoreFaults::aCodeUnfitForPrintIsMadeAnew_data()
{
    QTest::addColumn<QString>("code");
    QTest::newRow("markup") << "<b>";
    QTest::newRow("five thousand letters") << QString(5000, 'A');
    QTest::newRow("none") << QString();
    QTest::newRow("no hexadecimal") << "3F9A0G";
    QTest::newRow("small letters") << "3f9a0c";
}

void TestStoreFaults::aCodeUnfitForPrintIsMadeAnew()
{
    QFETCH(QString, code);
    copySample("schema-4.iris", file("a.iris"));
    meddle(file("a.iris"), QStringLiteral("UPDATE setting SET value = '%1' WHERE name = 'code'").arg(code));
    const std::string made = NotebookStore::open(file("a.iris")).value()->load()->code;
    QVERIFY2(isNotebookCode(made), made.c_str());
    QCOMPARE(NotebookStore::open(file("a.iris")).value()->load()->code, made); // and it stays
}

void TestStoreFaults::aPictureThatIsGoneKeepsNoNotebookIn()
{
    copySample("schema-4.iris", file("a.iris"));
    meddle(file("a.iris"), "DELETE FROM picture");
    auto store = NotebookStore::open(file("a.iris")).value();
    const Notebook notebook = store->load().value();
    QVERIFY(mentions(store->remarks(), "its picture is not in the file"));
    QVERIFY(readNotebookJson(writeNotebookJson(dumpOf(*store, notebook)->dump)));

    copySample("schema-4.iris", file("b.iris"));
    meddle(file("b.iris"), "UPDATE picture SET bytes = 'something else'");
    auto other = NotebookStore::open(file("b.iris")).value();
    const auto full = dumpOf(*other, other->load().value()).value();
    QCOMPARE(full.picturesLeftOut, 1U);
    QVERIFY(readNotebookJson(writeNotebookJson(full.dump)));
}

void TestStoreFaults::whatNoNotebookMayHoldIsNotWritten()
{
    auto store = NotebookStore::create(file("a.iris")).value();
    const Notebook before = store->load().value();
    Tube tube = tubeCalled("Reed");
    tube.strength = std::numeric_limits<double>::infinity();
    const auto done = store->apply(adding(tube));
    QVERIFY(!done);
    QCOMPARE(done.error().code, ErrorCode::BadValue);
    tube = tubeCalled("caf\xE9"); // no UTF-8
    QVERIFY(!store->apply(adding(tube)));
    NotebookEdit pictured;
    MixRecord mix;
    mix.parts = {{{1}, "Reed", 1}};
    mix.picture = std::string(64, 'a');
    pictured.mixes.put = {mix};
    QVERIFY(!store->apply(pictured)); // a picture nobody has
    NotebookEdit coded;
    coded.code = "<b>";
    QVERIFY(!store->apply(coded));
    NotebookEdit wished;
    wished.wishes = PaletteWishes();
    wished.wishes->mostTubes = 40;
    QVERIFY(!store->apply(wished));
    wished.wishes->mostTubes = 6;
    wished.wishes->sure = 12;
    QVERIFY(!store->apply(wished));
    QVERIFY(store->load().value() == before);
}

/// One fault among them read as no wells at all, and the next puddle was written over them.
void TestStoreFaults::wellsThatCannotBeReadAreKept()
{
    copySample("schema-6.iris", file("a.iris"));
    const QString text = R"({"wells":[{"name":"reeds","steps":[]},{"name":"mud","steps":[{"kind":"gild"}]}]})";
    meddle(file("a.iris"), QStringLiteral("UPDATE setting SET value = '%1' WHERE name = 'wells'").arg(text));
    auto store = NotebookStore::open(file("a.iris")).value();
    WellRecord reeds;
    reeds.id = {1};
    reeds.name = "reeds";
    QCOMPARE(store->load()->wells, std::vector{reeds});
    QVERIFY(mentions(store->remarks(), "not all of its wells can be read"));
    store.reset();
    meddle(file("a.iris"),
           "INSERT INTO picture (name, bytes) SELECT 'kept', value FROM setting WHERE name = 'wells_not_read'");
    QCOMPARE(NotebookStore::open(file("a.iris"), Access::Read).value()->picture("kept")->bytes, text.toStdString());
}

void TestStoreFaults::aFileThatChangedUnderTheWindowIsNotWrittenInto_data()
{
    QTest::addColumn<int>("what");
    QTest::newRow("renamed") << 0;
    QTest::newRow("replaced") << 1;
    QTest::newRow("removed") << 2;
    QTest::newRow("its link leads elsewhere") << 3;
}

void TestStoreFaults::aFileThatChangedUnderTheWindowIsNotWrittenInto()
{
    QFETCH(int, what);
    auto store = NotebookStore::create(file("a.iris")).value();
    QVERIFY(store->apply(adding(tubeCalled("Reed"))));
    NotebookStore::create(file("b.iris")).value();
    const QByteArray link = QFile::encodeName(file("link.iris"));
    if (what == 3) {
        store.reset();
        QCOMPARE(::symlink("a.iris", link), 0);
        store = NotebookStore::open(file("link.iris")).value();
        QVERIFY(store->apply(adding(tubeCalled("Rush"))));
        QVERIFY(::unlink(link) == 0 && ::symlink("b.iris", link) == 0);
    } else if (what == 0)
        QVERIFY(QFile::rename(file("a.iris"), file("elsewhere.iris")));
    else if (what == 1)
        QCOMPARE(std::rename(QFile::encodeName(file("b.iris")), QFile::encodeName(file("a.iris"))), 0);
    else
        QVERIFY(QFile::remove(file("a.iris")));
    const auto done = store->apply(adding(tubeCalled("Mud")));
    QVERIFY(!done);
    QCOMPARE(done.error().code, ErrorCode::FileUnwritable);
    QVERIFY2(done.error().message.find("no longer where it was") != std::string::npos, done.error().message.c_str());
    if (what != 0)
        return;
    QVERIFY(QFile::rename(file("elsewhere.iris"), file("a.iris"))); // put back, it goes on
    QVERIFY(store->apply(adding(tubeCalled("Mud"))));
}

void TestStoreFaults::aFileCutShortUnderTheWindowIsToldOf()
{
    auto store = NotebookStore::create(file("a.iris")).value();
    QVERIFY(store->apply(adding(tubeCalled("Reed"))));
    for (const qint64 size : {QFileInfo(file("a.iris")).size() / 2, qint64{100}, qint64{0}}) {
        QVERIFY(QFile::resize(file("a.iris"), size));
        const auto done = store->apply(adding(tubeCalled("Mud")));
        QVERIFY(!done);
        QVERIFY2(done.error().message.find("damaged from outside") != std::string::npos, done.error().message.c_str());
        QVERIFY2(done.error().message.find("table") == std::string::npos, done.error().message.c_str()); // no SQL
    }
}

void TestStoreFaults::aFileOverwrittenUnderTheWindowIsNotWrittenInto_data()
{
    QTest::addColumn<QString>("by");
    QTest::newRow("another notebook, changed as often") << "other";
    QTest::newRow("itself, a day before") << "older";
    QTest::newRow("a copy of itself that went on elsewhere, as far") << "copy";
    QTest::newRow("another program's change") << "change";
    QTest::newRow("something else altogether") << "words";
}

/// cat other.iris > open.iris: the edit went into the other notebook, and the old one stayed on show.
void TestStoreFaults::aFileOverwrittenUnderTheWindowIsNotWrittenInto()
{
    QFETCH(QString, by);
    const auto made = [&](const char* name, const char* tube) {
        NotebookStore::create(file(name)).value()->apply(adding(tubeCalled(tube))).value();
    };
    made("a.iris", "Reed");
    made("other.iris", "Rush");
    QVERIFY(QFile::copy(file("a.iris"), file("older.iris")));
    QVERIFY(QFile::copy(file("a.iris"), file("copy.iris")));
    NotebookStore::open(file("copy.iris")).value()->apply(adding(tubeCalled("Teal"))).value();
    putFile(file("words.iris"), "the tide was out");
    auto store = NotebookStore::open(file("a.iris")).value();
    QVERIFY(store->load());
    QVERIFY(store->apply(adding(tubeCalled("Mud"))));
    QVERIFY(store->isAsLeft());
    if (by == "change")
        meddle(file("a.iris"), "UPDATE tube SET notes = 'by hand' WHERE id = 1");
    else
        putFile(file("a.iris"),
                contentsOf(file(qPrintable(by + ".iris")))); // in place: the same file, as cat and cp do
    const QByteArray there = contentsOf(file("a.iris"));
    QCOMPARE(store->isAsLeft(), false);
    for (int attempt = 0; attempt < 2; ++attempt) {
        const auto done = store->apply(adding(tubeCalled("Sky")));
        QVERIFY(!done);
        QCOMPARE(done.error().code, ErrorCode::FileUnwritable);
        const char* says = by == "words" ? "damaged from outside" : "changed by another program";
        QVERIFY2(done.error().message.find(says) != std::string::npos, done.error().message.c_str());
        QCOMPARE(contentsOf(file("a.iris")), there);
    }
    store.reset();
    QCOMPARE(static_cast<bool>(NotebookStore::open(file("a.iris"))), by != "words"); // and its journal is none of ours
}

void TestStoreFaults::whatLiesUnderTheNameOfAJournalIsKept_data()
{
    QTest::addColumn<QByteArray>("content");
    QTest::newRow("a diary") << QByteArray("Monday: fog on the saltings.\n");
    QTest::newRow("a long diary") << QByteArray("Tuesday: fog again.\n").repeated(5000);
    QTest::newRow("the start of a journal") << QByteArray::fromHex("d9d505f920a163d7ffffffff");
    QTest::newRow("a journal of nothing") << QByteArray::fromHex("d9d505f920a163d7000000000000000100000001") // 1 page
                                                 + QByteArray::fromHex("0000020000001000") + QByteArray(484, '\0');
    QTest::newRow("a picture") << QByteArray::fromHex("89504e470d0a1a0a") + QByteArray(9000, 'p');
}

void TestStoreFaults::whatLiesUnderTheNameOfAJournalIsKept()
{
    QFETCH(QByteArray, content);
    const QString journal = file("a.iris-journal");
    const auto kept = [&](const char* name) { return contentsOf(file(name)); };
    putFile(journal, content);
    auto store = NotebookStore::create(file("a.iris")).value(); // making one
    QVERIFY(store->load());
    QVERIFY(mentions(store->remarks(), "lay beside a.iris"));
    QCOMPARE(kept("a.iris-journal (set aside)"), content);
    QVERIFY(store->apply(adding(tubeCalled("Reed"))));
    store.reset();
    for (const Access access : {Access::Write, Access::Read}) { // opening one
        const QByteArray before = contentsOf(file("a.iris"));
        store.reset();
        putFile(journal, content);
        store = NotebookStore::open(file("a.iris"), access).value();
        QVERIFY(store->load());
        QVERIFY(mentions(store->remarks(), "lay beside a.iris"));
        QCOMPARE(contentsOf(file("a.iris")), before);
        QVERIFY(!QFileInfo::exists(journal));
    }
    QCOMPARE(kept("a.iris-journal (set aside 2)"), content);
    QCOMPARE(kept("a.iris-journal (set aside 3)"), content);
    store.reset();
    store = NotebookStore::open(file("a.iris")).value(); // and under an open one
    putFile(journal, content);
    const auto refused = store->apply(adding(tubeCalled("Mud")));
    QVERIFY(!refused);
    QVERIFY2(refused.error().message.find("kept as a.iris-journal (set aside 4)") != std::string::npos,
             refused.error().message.c_str());
    QCOMPARE(kept("a.iris-journal (set aside 4)"), content);
    QVERIFY(store->apply(adding(tubeCalled("Mud"))));
    QCOMPARE(store->load()->tubes.size(), 2U);
}

void TestStoreFaults::aDamagedCountIsMadeAnew_data()
{
    QTest::addColumn<QString>("last");
    for (const char* last : {"'many'", "-3", "1e300", "9000000000000000000", "2.5"})
        QTest::newRow(last) << last;
}

/// A mix still names tube 40, which is gone: no new tube may be called 40, here nor after a journey through JSON.
void TestStoreFaults::aDamagedCountIsMadeAnew()
{
    QFETCH(QString, last);
    auto store = NotebookStore::create(file("a.iris")).value();
    MixRecord mix;
    mix.parts = {{{40}, "Sap Green", 1}};
    NotebookEdit edit = adding(tubeCalled("Reed"));
    edit.mixes.put = {mix};
    QVERIFY(store->apply(edit));
    store.reset();
    meddle(file("a.iris"), QStringLiteral("UPDATE used_id SET last = %1 WHERE kind = 'tube'").arg(last));
    store = NotebookStore::open(file("a.iris")).value();
    const Notebook notebook = store->load().value();
    QVERIFY(mentions(store->remarks(), "counted anew from what is there"));
    const auto json = wholeNotebookJson(*store, notebook).value();
    QCOMPARE(json.text, writeNotebookJson(dumpOf(*store, notebook)->dump));
    auto other = NotebookStore::create(file("b.iris")).value();
    QVERIFY(other->apply(filling(readNotebookJson(json.text).value())));
    for (NotebookStore* one : {store.get(), other.get()})
        QVERIFY(one->apply(adding(tubeCalled("Signal Red")))->tubes.put[0].id > TubeId{40});
    store.reset();
    store = NotebookStore::open(file("a.iris")).value();
    QVERIFY(store->load());
    QVERIFY(store->remarks().empty());
}

void TestStoreFaults::aVersionThatIsNotSoIsReadAsWhatIsThere_data()
{
    QTest::addColumn<QString>("sample");
    QTest::addColumn<int>("said");
    QTest::newRow("far below") << "" << -2'000'000'000;
    QTest::newRow("none") << "" << 0;
    QTest::newRow("an older one") << "" << 2;
    QTest::newRow("the one before") << "" << 5;
    QTest::newRow("far below, an old one") << "schema-3.iris" << -2'000'000'000;
    QTest::newRow("an older one, an old one") << "schema-4.iris" << 1;
}

/// It took twenty seconds and more, showed no window and left a full copy at each try.
void TestStoreFaults::aVersionThatIsNotSoIsReadAsWhatIsThere()
{
    QFETCH(QString, sample);
    QFETCH(int, said);
    if (sample.isEmpty())
        NotebookStore::create(file("a.iris")).value()->apply(adding(tubeCalled("Reed"))).value();
    else
        copySample(qPrintable(sample), file("a.iris"));
    const Notebook before = [&] {
        QFile::copy(file("a.iris"), file("b.iris"));
        return NotebookStore::open(file("b.iris")).value()->load().value();
    }();
    meddle(file("a.iris"), QStringLiteral("PRAGMA user_version = %1").arg(said));
    for (int attempt = 0; attempt < 2; ++attempt) {
        const auto store = NotebookStore::open(file("a.iris"));
        QVERIFY2(store, store ? "" : store.error().message.c_str());
        QVERIFY(!(*store)->isReadOnly());
        QVERIFY((*store)->load().value() == before);
        QCOMPARE(mentions((*store)->remarks(), "it says that it is of version"), attempt == 0);
    }
    const QStringList copies = QDir(m_folder->path()).entryList({"a before its update*"});
    QCOMPARE(copies.size(), sample.isEmpty() ? 0 : 1);
}

void TestStoreFaults::everyOlderVersionIsBroughtUpToDate_data()
{
    QTest::addColumn<QString>("sample");
    for (int version = 1; version <= 5; ++version)
        QTest::addRow("%d", version) << QStringLiteral("schema-%1.iris").arg(version);
}

void TestStoreFaults::everyOlderVersionIsBroughtUpToDate()
{
    QFETCH(QString, sample);
    copySample(qPrintable(sample), file("a.iris"));
    const QByteArray original = contentsOf(file("a.iris"));
    const Notebook reading = NotebookStore::open(file("a.iris"), Access::Read).value()->load().value();
    QCOMPARE(contentsOf(file("a before its update.iris")), original); // whoever opens it first
    auto store = NotebookStore::open(file("a.iris")).value();
    QVERIFY(store->keptCopy().isEmpty());
    QVERIFY(store->load().value() == reading);
    QVERIFY(!reading.tubes.empty());
    QVERIFY(store->apply(adding(tubeCalled("Reed"))));
}

/// A notebook and the journal beside it, both copied from where the program was ended (with pages of the half edit in
/// the notebook already: 60 needs and a note on every tube).
void TestStoreFaults::oneThatWasCutOffElsewhereIsRolledBack()
{
    copySample("cut-off.iris", file("a.iris"));
    copySample("cut-off.iris-journal", file("a.iris-journal"));
    const auto store = NotebookStore::open(file("a.iris")).value();
    const Notebook notebook = store->load().value();
    QVERIFY(store->remarks().empty());
    QCOMPARE(notebook.tubes.size(), 3U);
    QVERIFY(notebook.tubes[0].notes.empty() && notebook.needs.empty());
    QVERIFY(!QFileInfo::exists(file("a.iris-journal")));
}

void TestStoreFaults::aNotebookThatLacksWhatItSaysIsDamaged_data()
{
    QTest::addColumn<QString>("statement");
    QTest::newRow("a table is gone") << "DROP TABLE subject";
    QTest::newRow("a column is gone") << "ALTER TABLE need DROP COLUMN lifts";
    QTest::newRow("a table is gone, and it says it is older") << "DROP TABLE mix; PRAGMA user_version = 2";
    QTest::newRow("half of an update") << "DROP TABLE subject; PRAGMA user_version = 4";
}

void TestStoreFaults::aNotebookThatLacksWhatItSaysIsDamaged()
{
    QFETCH(QString, statement);
    NotebookStore::create(file("a.iris")).value();
    for (const QString& one : statement.split(';'))
        meddle(file("a.iris"), one);
    const QByteArray before = contentsOf(file("a.iris"));
    const auto store = NotebookStore::open(file("a.iris"));
    QVERIFY(!store);
    QCOMPARE(store.error().code, ErrorCode::DamagedNotebook);
    QCOMPARE(contentsOf(file("a.iris")), before);
    QCOMPARE(everythingInFolder(), QStringList{"a.iris"}); // no copy for nothing
}

/// Of 147 writers 61 were refused because somebody was reading.
void TestStoreFaults::readersKeepNoWriterOut()
{
    NotebookStore::create(file("a.iris")).value()->apply(adding(tubeCalled("Reed"))).value();
    const auto reader = NotebookStore::open(file("a.iris"), Access::Read).value();
    QVERIFY(reader->isReadOnly());
    QVERIFY(!reader->apply(adding(tubeCalled("Mud"))));
    const auto writer = NotebookStore::open(file("a.iris")).value();
    QVERIFY2(!writer->isReadOnly(), qPrintable(writer->readOnlyReason()));
    const auto later = NotebookStore::open(file("a.iris"), Access::Read).value();
    QVERIFY(writer->apply(adding(tubeCalled("Mud"))));
    QCOMPARE(reader->load()->tubes.size(), 2U); // what is there when it looks
    QCOMPARE(later->load()->tubes.size(), 2U);
    QVERIFY(!later->readOnlyReason().contains("another window"));
}

void TestStoreFaults::aWriterWaitsForAnother()
{
    NotebookStore::create(file("a.iris")).value();
    NotebookLock other;
    QCOMPARE(other.take(file("a.iris"), 0), NotebookLock::Outcome::Held);
    std::thread soonDone([&] {
        QThread::msleep(300);
        other.release();
    });
    constexpr int patienceMs = 20'000;
    const auto store = NotebookStore::open(file("a.iris"), Access::Write, patienceMs);
    soonDone.join();
    QVERIFY(store && !(*store)->isReadOnly());
}

void TestStoreFaults::aRefusedFileIsLeftAsItWas()
{
    // A database of another program that was cut off in the middle of a change: rolling it back is that program's.
    putFile(file("other.iris"), QByteArray("SQLite format 3\0", 16) + QByteArray(84, '\1') + QByteArray(4000, 'x'));
    putFile(file("other.iris-journal"), QByteArray(600, 'j'));
    const QByteArray before = contentsOf(file("other.iris"));
    const auto opened = NotebookStore::open(file("other.iris"));
    QVERIFY(!opened);
    QCOMPARE(opened.error().code, ErrorCode::NotANotebook);
    QCOMPARE(contentsOf(file("other.iris")), before);
    QCOMPARE(contentsOf(file("other.iris-journal")), QByteArray(600, 'j'));
    QCOMPARE(everythingInFolder(), (QStringList{"other.iris", "other.iris-journal"}));
    QCOMPARE(::mkfifo(QFile::encodeName(file("pipe.iris")).constData(), 0600), 0);
    QVERIFY(!NotebookStore::open(file("pipe.iris"))); // and does not wait for it
}

void TestStoreFaults::aWriterAtWorkIsNoDamage()
{
    NotebookStore::create(file("a.iris")).value();
    {
        QSqlDatabase writer = QSqlDatabase::addDatabase("QSQLITE", "writer");
        writer.setDatabaseName(file("a.iris"));
        writer.setConnectOptions("QSQLITE_BUSY_TIMEOUT=0");
        QVERIFY(writer.open());
        QSqlQuery query(writer);
        QVERIFY(query.exec("BEGIN EXCLUSIVE"));
        QVERIFY(query.exec("INSERT INTO need (name, l, a, b, tolerance, importance) VALUES ('x', 1, 1, 1, 7, 2)"));
        const auto opened = NotebookStore::open(file("a.iris"));
        QVERIFY(!opened);
        QVERIFY2(opened.error().code == ErrorCode::FileUnreadable, opened.error().message.c_str());
        QVERIFY2(opened.error().message.find("another program is writing") != std::string::npos,
                 opened.error().message.c_str());
        QVERIFY2(opened.error().message.find("could not be written") == std::string::npos,
                 opened.error().message.c_str());
        QVERIFY(query.exec("ROLLBACK"));
        query.finish();
        writer.close();
    }
    QSqlDatabase::removeDatabase("writer");
    QVERIFY(NotebookStore::open(file("a.iris")));
}

void TestStoreFaults::aNotebookCutOffInAChangeIsReadFromProtectedMedia()
{
    // A name too long for a journal stands for protected media, which root could write to all the same.
    const QString shortOne = file("a.iris");
    QVERIFY(NotebookStore::create(shortOne).value()->apply(adding(tubeCalled("Reed"))));
    const QString longOne = m_folder->filePath(QString(246, 'n') + ".iris");
    QVERIFY(QFile::copy(shortOne, longOne));
    const auto store = NotebookStore::open(longOne).value();
    QVERIFY(store->isReadOnly());
    QVERIFY(store->readOnlyReason().contains("name is too long"));
    QVERIFY(!store->readOnlyReason().contains("another window"));
    QCOMPARE(store->load()->tubes.size(), 1U);
}

void TestStoreFaults::rowsAreReadToTheEndOrNotAtAll()
{
    auto store = NotebookStore::create(file("a.iris")).value();
    NotebookEdit edit;
    for (int i = 0; i < 400; ++i) {
        Tube tube = tubeCalled("Reed");
        tube.notes = std::string(900, 'x');
        edit.tubes.put.push_back(tube);
    }
    QVERIFY(store->apply(edit));
    store.reset();
    // Damage a page in the middle of the table once the file is open, so that the check on opening sees nothing.
    store = NotebookStore::open(file("a.iris")).value();
    QFile raw(file("a.iris"));
    QVERIFY(raw.open(QIODevice::ReadWrite));
    QVERIFY(raw.seek(raw.size() / 2 / 4096 * 4096));
    QVERIFY(raw.write(QByteArray(4096, '\xEE')) == 4096);
    raw.close();
    const auto notebook = store->load();
    if (notebook)
        QCOMPARE(notebook->tubes.size(), 400U); // still all of them, out of what was read before
    else
        QCOMPARE(notebook.error().code, ErrorCode::DamagedNotebook);
}

void TestStoreFaults::aTableThatIsNotWhatItShouldBeIsDamage()
{
    for (const char* statement :
         {"ALTER TABLE used_id RENAME COLUMN last TO lost", "ALTER TABLE mix RENAME COLUMN stars TO moons",
          "ALTER TABLE picture RENAME COLUMN name TO title"}) {
        QFile::remove(file("a.iris"));
        copySample("schema-4.iris", file("a.iris"));
        meddle(file("a.iris"), statement);
        auto store = NotebookStore::open(file("a.iris"));
        const auto notebook = store ? (*store)->load() : tl::unexpected(store.error());
        QVERIFY2(!notebook, statement);
        QVERIFY2(notebook.error().code == ErrorCode::DamagedNotebook, notebook.error().message.c_str());
    }
}

IRIS_TEST(TestStoreFaults, QCoreApplication)
#include "tst_storefaults.moc"
