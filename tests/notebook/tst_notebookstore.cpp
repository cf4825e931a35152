#include "../testfiles.h"
#include "../testprogram.h"
#include "meddle.h"
#include "notebook/notebookjson.h"
#include "notebook/notebookstore.h"

#include <QCoreApplication>
#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QTemporaryDir>
#include <QtTest>
#include <csignal>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

using namespace iris;

class TestNotebookStore : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void init();
    void keepsEverything();
    void changesAndRemoves();
    void restoresUnderTheSameId();
    void aFailedEditChangesNothing();
    void refusesWhatIsNoNotebook_data();
    void refusesWhatIsNoNotebook();
    void neverWritesOverAFile();
    void marksItsFiles();
    void olderNotebooksAreCopiedAndBroughtUpToDate();
    void notebooksOfTheSecondSchemaComeAlong();
    void wellsOfTheSixthSchemaComeAlong();
    void sheetNumbersAreNeverUsedTwice();
    void newRecordsOfOneEditNameEachOther();
    void olderNotebooksThatMayNotBeWrittenAreRead();
    void aSecondWindowOnlyReads();
    void writeProtectedOnesOnlyRead();
    void aFullDiskChangesNothing();
    void aPowerCutLosesNothingThatWasSaved();
    void aTornJournalIsRolledBack();

private:
    QString file(const char* name) const { return m_folder->filePath(QLatin1String(name)); }

    std::unique_ptr<QTemporaryDir> m_folder;
};

namespace {

Tube fullTube()
{
    Tube tube;
    tube.maker = "Lower Quay";
    tube.name = "Creek \"mud\"; DROP TABLE tube";
    tube.codes = parsePigmentCodes("PBr7, PB29").value();
    tube.form = "raw umber";
    tube.swatch = Swatch{{30.25, 8.125, 12}, {72, 5, 12.3}, {24, 4, 6}};
    tube.strength = 0.75;
    tube.staining = 0;
    tube.lightfastness = 2;
    tube.notes = "wet \xC3\xA9"
                 "dge\nsecond line";
    return tube;
}

NotebookEdit everything()
{
    NotebookEdit edit;
    edit.tubes.put = {fullTube(), [] {
                          Tube t;
                          t.name = "Lemon";
                          t.codes = parsePigmentCodes("PY3").value();
                          return t;
                      }()};
    edit.needs.put = {{{}, {"mud", {40.5, 3, 9}, 4, 3}}};
    return edit;
}

} // namespace

void TestNotebookStore::init()
{
    m_folder = std::make_unique<QTemporaryDir>();
}

void TestNotebookStore::keepsEverything()
{
    Notebook expected;
    {
        auto store = NotebookStore::create(file("a.iris")).value();
        const Notebook empty = store->load().value();
        QVERIFY(parseSheetCode(sheetCode(empty.code, {1})));
        const NotebookEdit done = store->apply(everything()).value();
        NotebookEdit more;
        more.palettes.put = {{{}, "both", {done.tubes.put[1].id, done.tubes.put[0].id}}};
        more.wishes = PaletteWishes{School::SplitPrimary, {done.tubes.put[0].id}, {done.tubes.put[1].id}, 7};
        const NotebookEdit second = store->apply(more).value();
        expected = edited(edited(empty, done), second);
        QCOMPARE(store->load().value(), expected);
    }
    QCOMPARE(NotebookStore::open(file("a.iris")).value()->load().value(), expected);
    QCOMPARE(expected.tubes.front().swatch, fullTube().swatch);
    QCOMPARE(expected.tubes.front().notes, fullTube().notes);
    QCOMPARE(expected.palettes.front().tubes.front(), expected.tubes[1].id);
}

void TestNotebookStore::changesAndRemoves()
{
    auto store = NotebookStore::create(file("a.iris")).value();
    NotebookEdit done = store->apply(everything()).value();
    NotebookEdit palette;
    palette.palettes.put = {{{}, "both", {done.tubes.put[0].id, done.tubes.put[1].id}}};
    const NotebookEdit kept = store->apply(palette).value();
    NotebookEdit change;
    change.tubes.put = {done.tubes.put[0]};
    change.tubes.put[0].swatch.reset();
    change.tubes.put[0].name = "Creek";
    QVERIFY(store->apply(change));
    // Changing a tube leaves it in its palettes.
    QCOMPARE(store->load()->palettes.front().tubes.size(), 2U);
    NotebookEdit removal;
    removal.tubes.removed = {done.tubes.put[0].id};
    removal.needs.removed = {done.needs.put[0].id};
    const Notebook before = store->load().value();
    QVERIFY(store->apply(removal));
    const Notebook after = store->load().value();
    QCOMPARE(after, edited(before, removal));
    QCOMPARE(after.palettes.front().tubes.size(), 1U);
    QCOMPARE(kept.palettes.put.front().id, after.palettes.front().id);
}

void TestNotebookStore::restoresUnderTheSameId()
{
    auto store = NotebookStore::create(file("a.iris")).value();
    const NotebookEdit done = store->apply(everything()).value();
    const Notebook before = store->load().value();
    NotebookEdit removal;
    removal.tubes.removed = {done.tubes.put[0].id};
    QVERIFY(store->apply(removal));
    QVERIFY(store->apply(inverseOf(before, removal)));
    QCOMPARE(store->load().value(), before);
}

void TestNotebookStore::aFailedEditChangesNothing()
{
    auto store = NotebookStore::create(file("a.iris")).value();
    QVERIFY(store->apply(everything()));
    const Notebook before = store->load().value();
    NotebookEdit bad;
    bad.needs.removed = {before.needs.front().id};
    bad.tubes.put = {fullTube()};
    bad.palettes.put = {{{}, "ghost", {{999}}}}; // no such tube: the last step fails
    const auto result = store->apply(bad);
    QVERIFY(!result);
    QVERIFY(result.error().message.find("nothing in it was changed") != std::string::npos);
    QCOMPARE(store->load().value(), before);
    QVERIFY(store->apply(everything()).has_value()); // and the store goes on working
}

void TestNotebookStore::refusesWhatIsNoNotebook_data()
{
    QTest::addColumn<QString>("kind");
    QTest::addColumn<int>("code");
    const auto add = [](const char* kind, ErrorCode code) {
        QTest::newRow(kind) << QString(kind) << static_cast<int>(code);
    };
    add("missing", ErrorCode::FileUnreadable);
    add("folder", ErrorCode::FileUnreadable);
    add("empty", ErrorCode::NotANotebook);
    add("text", ErrorCode::NotANotebook);
    add("other database", ErrorCode::NotANotebook);
    add("newer", ErrorCode::NewerNotebook);
    add("cut short", ErrorCode::DamagedNotebook);
    add("scribbled over", ErrorCode::DamagedNotebook);
    add("table missing", ErrorCode::DamagedNotebook);
}

void TestNotebookStore::refusesWhatIsNoNotebook()
{
    QFETCH(QString, kind);
    QFETCH(int, code);
    const QString path = file("b.iris");
    const auto make = [&] {
        auto store = NotebookStore::create(path).value();
        NotebookEdit edit = everything();
        for (int i = 0; i < 200; ++i)
            edit.tubes.put.push_back(fullTube());
        QVERIFY(store->apply(edit));
    };
    if (kind == "folder") {
        QVERIFY(QDir().mkpath(path));
    } else if (kind == "empty") {
        putFile(path, {});
    } else if (kind == "text") {
        putFile(path, "name,codes\nLemon,PY3\n");
    } else if (kind == "other database") {
        meddle(path, "CREATE TABLE bird (name TEXT)");
    } else if (kind != "missing") {
        make();
        if (kind == "newer")
            meddle(path, "PRAGMA user_version = 99");
        else if (kind == "table missing")
            meddle(path, "DROP TABLE wish");
        else if (kind == "cut short")
            putFile(path, contentsOf(path).left(5000));
        else if (kind == "scribbled over")
            putFile(path, contentsOf(path).replace(4096, 9000, QByteArray(9000, 'x')));
    }
    const QByteArray before = contentsOf(path);
    const auto store = NotebookStore::open(path);
    QVERIFY(!store);
    QCOMPARE(static_cast<int>(store.error().code), code);
    QVERIFY(!store.error().message.empty());
    QCOMPARE(contentsOf(path), before);
    QCOMPARE(QFileInfo::exists(path), kind != "missing");
}

void TestNotebookStore::neverWritesOverAFile()
{
    putFile(file("letter.iris"), "dear aunt");
    QVERIFY(!NotebookStore::create(file("letter.iris")));
    QCOMPARE(contentsOf(file("letter.iris")), QByteArray("dear aunt"));
    QVERIFY(!NotebookStore::create(file("no/such/folder/a.iris")));
}

void TestNotebookStore::marksItsFiles()
{
    NotebookStore::create(file("a.iris")).value();
    const QByteArray header = contentsOf(file("a.iris"));
    // SQLite file format: application_id at byte 68, user_version at byte 60, big-endian.
    QCOMPARE(header.mid(68, 4), QByteArray("Iris"));
    QCOMPARE(header.mid(60, 4), QByteArray("\0\0\0\7", 4));
}

void TestNotebookStore::olderNotebooksAreCopiedAndBroughtUpToDate()
{
    QVERIFY(QFile::copy(QStringLiteral(IRIS_SOURCE_DIR "/tests/data/schema-1.iris"), file("old.iris")));
    QFile::setPermissions(file("old.iris"), QFile::ReadOwner | QFile::WriteOwner);
    const QByteArray original = contentsOf(file("old.iris"));
    QString copy;
    {
        const auto store = NotebookStore::open(file("old.iris"));
        QVERIFY2(store, store ? "" : store.error().message.c_str());
        copy = (*store)->keptCopy();
        const Notebook notebook = (*store)->load().value();
        QCOMPARE(notebook.tubes.size(), 2U);
        QCOMPARE(notebook.tubes[0].swatch->full, (Lab{30.25, 8.1, -51}));
        QCOMPARE(notebook.tubes[1].stock.where, Whereabouts::Drawer);
        QCOMPARE(notebook.palettes[0].tubes, (std::vector<TubeId>{{4}, {1}}));
        QCOMPARE(notebook.wishes.school, School::Triad);
    }
    QCOMPARE(contentsOf(copy), original);
    const auto again = NotebookStore::open(file("old.iris"));
    QVERIFY(again && (*again)->keptCopy().isEmpty());
}

void TestNotebookStore::notebooksOfTheSecondSchemaComeAlong()
{
    QVERIFY(QFile::copy(QStringLiteral(IRIS_SOURCE_DIR "/tests/data/schema-2.iris"), file("old.iris")));
    QFile::setPermissions(file("old.iris"), QFile::ReadOwner | QFile::WriteOwner);
    const auto store = NotebookStore::open(file("old.iris"));
    QVERIFY2(store, store ? "" : store.error().message.c_str());
    QVERIFY(!(*store)->keptCopy().isEmpty());
    const Notebook notebook = (*store)->load().value();
    QCOMPARE(notebook.tubes.size(), 3U);
    QCOMPARE(notebook.swatches.size(), 1U);
    QCOMPARE(notebook.swatches[0].paper, std::string("rough block"));
    QCOMPARE(notebook.palettes[0].tubes.size(), 2U);
    QVERIFY(notebook.mixes.empty() && notebook.sheets.empty());
    QVERIFY(parseSheetCode(sheetCode(notebook.code, {7})));
    QCOMPARE((*store)->load()->code, notebook.code); // it stays what it was given
}

/// They had no numbers, and stood all in one text.
void TestNotebookStore::wellsOfTheSixthSchemaComeAlong()
{
    QVERIFY(QFile::copy(QStringLiteral(IRIS_SOURCE_DIR "/tests/data/schema-6.iris"), file("old.iris")));
    const auto store = NotebookStore::open(file("old.iris")).value();
    QVERIFY(QFile::exists(store->keptCopy()));
    const Notebook notebook = store->load().value();
    QVERIFY(store->remarks().empty());
    QCOMPARE(notebook.wells.size(), 2U);
    const WellRecord& reeds = notebook.wells[0];
    QCOMPARE(reeds.id, WellId{1});
    QCOMPARE(reeds.name, std::string("reeds"));
    QCOMPARE(*reeds.wanted, (Lab{68, 10, 46}));
    QVERIFY(reeds.best);
    const TubeId lemon = notebook.tubes[0].id;
    QCOMPARE(reeds.steps, (std::vector<WellStep>{{WellStep::Kind::Paint, lemon, notebook.tubes[0].name, 2, {}, 1},
                                                 {WellStep::Kind::Water, {}, {}, 0.7071, {}, 1},
                                                 {WellStep::Kind::Seen, {}, {}, 0, {70, 9, 40}, 2}}));
    QCOMPARE(notebook.wells[1].steps[1].kind, WellStep::Kind::Blot);
    QCOMPARE(store->usedIds()->at("well"), 2);
    // A file of that time had none either.
    const std::string json =
        R"({"format": "iris-bianca-notebook", "version": 1, "wells": [{"steps": []}, {"steps": []}]})";
    const auto dump = readNotebookJson(json);
    QVERIFY2(dump, dump ? "" : dump.error().message.c_str());
    QCOMPARE(dump->notebook.wells[1].id, WellId{2});
}

void TestNotebookStore::sheetNumbersAreNeverUsedTwice()
{
    // A printed sheet outlives its record: the next one must not answer to the same code.
    auto store = NotebookStore::create(file("a.iris")).value();
    NotebookEdit edit;
    SheetRecord sheet;
    sheet.title = "greens";
    sheet.cells = {{{{{1}, "Lemon", 1}}, 1.0}};
    edit.sheets.put = {sheet};
    const SheetId first = store->apply(edit)->sheets.put[0].id;
    NotebookEdit removal;
    removal.sheets.removed = {first};
    QVERIFY(store->apply(removal));
    QVERIFY(store->apply(edit)->sheets.put[0].id > first);
}

/// By numbers below 0, whatever kind they are; one that nothing has is refused, and nothing is written.
void TestNotebookStore::newRecordsOfOneEditNameEachOther()
{
    const auto store = NotebookStore::create(file("a.iris")).value();
    NotebookEdit edit;
    edit.tubes.put.resize(3);
    const std::array<std::int64_t, 3> numbers{-7, 40, -1};
    for (std::size_t i = 0; i < 3; ++i) {
        edit.tubes.put[i].id = {numbers[i]};
        edit.tubes.put[i].name = "tube " + std::to_string(i);
    }
    edit.subjects.put = {{{-7}, "marsh", {}, {}, {}}};
    edit.needs.put = {{{}, {"mud", {40, 3, 9}, 7, 2}, {-7}}};
    edit.palettes.put = {{{}, "box", {{-1}, {40}, {-7}}}};
    edit.wells.put.resize(1);
    edit.wells.put[0].steps.resize(1);
    edit.wells.put[0].steps[0].tube = {-7};
    edit.wells.put[0].steps[0].amount = 1;
    edit.wishes.emplace().must = {{-1}};
    const auto done = store->apply(edit);
    QVERIFY2(done, done ? "" : done.error().message.c_str());
    const Notebook notebook = store->load().value();
    QCOMPARE(notebook.palettes[0].tubes, (std::vector<TubeId>{{42}, {40}, {41}}));
    QCOMPARE(notebook.tube({41})->name, std::string("tube 0"));
    QCOMPARE(notebook.needs[0].subject, notebook.subjects[0].id);
    QCOMPARE(notebook.wells[0].steps[0].tube, TubeId{41});
    QCOMPARE(notebook.wishes.must, (std::vector<TubeId>{{42}}));
    edit = {};
    edit.palettes.put = {{{}, "ghost", {{-3}}}};
    QVERIFY(!store->apply(edit));
    QCOMPARE(store->load().value(), notebook);
}

void TestNotebookStore::olderNotebooksThatMayNotBeWrittenAreRead()
{
    QVERIFY(QFile::copy(QStringLiteral(IRIS_SOURCE_DIR "/tests/data/schema-1.iris"), file("old.iris")));
    const auto first = NotebookStore::create(file("other.iris")).value();
    // A lock held by this very process stands for write-protected media, which root could write to all the same.
    QFile::setPermissions(file("old.iris"), QFile::ReadOwner | QFile::WriteOwner);
    NotebookLock held;
    QCOMPARE(held.take(file("old.iris"), 0), NotebookLock::Outcome::Held);
    const QByteArray original = contentsOf(file("old.iris"));
    const auto store = NotebookStore::open(file("old.iris"));
    QVERIFY2(store, store ? "" : store.error().message.c_str());
    QVERIFY((*store)->isReadOnly() && (*store)->keptCopy().isEmpty());
    QCOMPARE((*store)->load()->tubes.size(), 2U);
    QCOMPARE(contentsOf(file("old.iris")), original);
}

void TestNotebookStore::aSecondWindowOnlyReads()
{
    auto first = NotebookStore::create(file("a.iris")).value();
    QVERIFY(first->apply(everything()));
    {
        const auto second = NotebookStore::open(file("a.iris")).value();
        QVERIFY(second->isReadOnly());
        QVERIFY(second->readOnlyReason().contains("another window"));
        QCOMPARE(second->load()->tubes.size(), 2U);
        const auto refused = second->apply(everything());
        QVERIFY(!refused);
        QVERIFY(QString::fromStdString(refused.error().message).contains("another window"));
    }
    QVERIFY(first->apply(everything()));
    first.reset();
    QVERIFY(!NotebookStore::open(file("a.iris")).value()->isReadOnly());
}

/// A child that is nobody opens a notebook it may read and not write, in a folder it may not write to either: to it
/// that is what a disc or a locked card is.
void TestNotebookStore::writeProtectedOnesOnlyRead()
{
    NotebookStore::create(file("a.iris")).value()->apply(everything()).value();
    QFile::setPermissions(m_folder->path(), QFile::Permissions(0x7755));
    QFile::setPermissions(file("a.iris"), QFile::Permissions(0x6644));
    const QByteArray before = contentsOf(file("a.iris"));
    const pid_t child = fork();
    QVERIFY(child >= 0);
    if (child == 0) {
        if (geteuid() == 0 && setuid(65534) != 0)
            _exit(10);
        if (QFileInfo(file("a.iris")).isWritable() && QFile::setPermissions(file("a.iris"), QFile::ReadOwner)
            && QFileInfo(file("a.iris")).isWritable())
            _exit(11);
        const auto store = NotebookStore::open(file("a.iris"));
        if (!store)
            _exit(12);
        if (!(*store)->readOnlyReason().contains("write-protected"))
            _exit(13);
        if ((*store)->load()->tubes.size() != 2)
            _exit(14);
        // A link in a folder that may be written does not make its target so.
        const QString link = QDir::temp().filePath(QStringLiteral("iris-link-%1.iris").arg(getpid()));
        const bool linked = QFile::link(file("a.iris"), link);
        const auto through = NotebookStore::open(link);
        QFile::remove(link);
        if (!linked || !through || !(*through)->readOnlyReason().contains("write-protected"))
            _exit(16);
        const auto refused = (*store)->apply(everything());
        _exit(!refused && refused.error().code == ErrorCode::FileUnwritable ? 0 : 15);
    }
    int status = 0;
    waitpid(child, &status, 0);
    QVERIFY(WIFEXITED(status));
    QCOMPARE(WEXITSTATUS(status), 0);
    QCOMPARE(contentsOf(file("a.iris")), before);
}

/// No file of this process may grow beyond what the notebook needs now.
void TestNotebookStore::aFullDiskChangesNothing()
{
    auto store = NotebookStore::create(file("a.iris")).value();
    store->apply(everything()).value();
    const Notebook before = store->load().value();
    NotebookEdit large;
    for (int i = 0; i < 2000; ++i)
        large.tubes.put.push_back(fullTube());
    rlimit old{};
    QCOMPARE(getrlimit(RLIMIT_FSIZE, &old), 0);
    std::signal(SIGXFSZ, SIG_IGN);
    rlimit low = old;
    low.rlim_cur = static_cast<rlim_t>(QFileInfo(file("a.iris")).size() + 8192);
    QCOMPARE(setrlimit(RLIMIT_FSIZE, &low), 0);
    const auto done = store->apply(large);
    setrlimit(RLIMIT_FSIZE, &old);
    QVERIFY(!done);
    QCOMPARE(done.error().code, ErrorCode::FileUnwritable);
    QVERIFY2(QString::fromStdString(done.error().message).contains("nothing in it was changed"),
             done.error().message.c_str());
    QVERIFY(store->load().value() == before);
    QVERIFY(store->apply(everything()));
}

/// A child writes edits of 400 tubes as fast as it can and is killed in the middle of one: what is there afterwards is
/// a whole number of edits.
void TestNotebookStore::aPowerCutLosesNothingThatWasSaved()
{
    NotebookEdit import;
    for (int i = 0; i < 400; ++i)
        import.tubes.put.push_back(fullTube());
    int killedWhileWriting = 0;
    for (int round = 0; round < 6; ++round) {
        const QString path = file(qPrintable(QString("cut%1.iris").arg(round)));
        NotebookStore::create(path).value()->apply(everything()).value();
        const pid_t child = fork();
        QVERIFY(child >= 0);
        if (child == 0) {
            auto opened = NotebookStore::open(path);
            if (!opened)
                _exit(2);
            while ((*opened)->apply(import)) {
            }
            _exit(3);
        }
        QTest::qWait(60 + 17 * round);
        kill(child, SIGKILL);
        int status = 0;
        waitpid(child, &status, 0);
        QVERIFY2(WIFSIGNALED(status), "the child ended by itself");
        killedWhileWriting += QFileInfo::exists(path + "-journal");
        const auto store = NotebookStore::open(path);
        QVERIFY2(store, store ? "" : store.error().message.c_str());
        QVERIFY2(!(*store)->isReadOnly(), qPrintable((*store)->readOnlyReason()));
        const Notebook notebook = (*store)->load().value();
        QCOMPARE((notebook.tubes.size() - 2) % 400, 0U);
        QCOMPARE(notebook.needs.size(), 1U);
    }
    qInfo() << "killed in the middle of writing" << killedWhileWriting << "times of 6";
}

/// The journal as it lies on the disk at the very moment of a power cut, copied from under an open transaction.
void TestNotebookStore::aTornJournalIsRolledBack()
{
    NotebookStore::create(file("a.iris")).value()->apply(everything()).value();
    {
        QSqlDatabase database = QSqlDatabase::addDatabase("QSQLITE", "torn");
        database.setDatabaseName(file("a.iris"));
        QVERIFY(database.open());
        QSqlQuery query(database);
        QVERIFY(query.exec("PRAGMA cache_size = 1") && query.exec("BEGIN"));
        for (int i = 0; i < 400; ++i)
            QVERIFY(query.exec(
                QString("INSERT INTO need (name, l, a, b, tolerance, importance) VALUES ('%1', 1, 2, 3, 4, 2)")
                    .arg(QString(400, 'x'))));
        QVERIFY(QFile::copy(file("a.iris"), file("b.iris")));
        QVERIFY(QFile::copy(file("a.iris-journal"), file("b.iris-journal")));
        QVERIFY(query.exec("ROLLBACK"));
    }
    QSqlDatabase::removeDatabase("torn");
    QVERIFY(QFileInfo(file("b.iris-journal")).size() > 0);
    const auto store = NotebookStore::open(file("b.iris"));
    QVERIFY2(store, store ? "" : store.error().message.c_str());
    QCOMPARE((*store)->load()->needs.size(), 1U);
    QCOMPARE((*store)->load()->tubes.size(), 2U);
}

IRIS_TEST(TestNotebookStore, QCoreApplication)
#include "tst_notebookstore.moc"
