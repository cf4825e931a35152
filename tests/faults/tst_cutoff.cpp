#include "../notebook/notebookin.h"
#include "fulldisk.h"
#include "writingcommands.h"

#include <QGuiApplication>
#include <QTemporaryDir>
#include <sys/wait.h>
#include <unistd.h>

using namespace iris;

/// The program ended in every call, in turn, that writes, flushes, cuts, renames or removes; and what another name, a
/// backup put back or a stranger's file beside a notebook that was cut off may do to it then.
class TestCutOff : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void init();
    void everyWriteOfEveryCommand_data();
    void everyWriteOfEveryCommand();
    void aNotebookInTheMakingHasNoName();
    void throughASecondNameNothingIsWritten();
    void throughASymbolicLinkItIsRolledBack();
    void aBackupPutBackIsNotRolledInto_data();
    void aBackupPutBackIsNotRolledInto();
    void aSecondCutOffWhileRollingBack();
    void anUpdateThatIsCutOffKeepsOneCopy();

private:
    QString file(const QString& name) const { return m_folder->filePath(name); }
    void freshFolder();
    void freshDrawer();
    int endedAt(const QStringList& arguments, long call);
    template <typename Look> int pausedInEach(const QStringList& arguments, Look&& look);
    template <typename Try> void forEachCutOffImport(const QByteArray& start, Try&& tried);

    QTemporaryDir m_samples;
    std::unique_ptr<QTemporaryDir> m_folder;
};

namespace {

const QStringList import{"import", "drawer.iris", "tubes", "many.csv"};
constexpr std::size_t inTheDrawer = 60;

QByteArray manyTubes(std::size_t count)
{
    QByteArray list = "name,codes,notes\n";
    for (std::size_t i = 0; i < count; ++i)
        list += "Reed " + QByteArray::number(static_cast<int>(i)) + ",PG7," + QByteArray(200, 'n') + "\n";
    return list;
}

std::vector<std::string> remarksOf(const QString& path)
{
    const auto store = NotebookStore::open(path);
    return store && (*store)->load() ? (*store)->remarks() : std::vector<std::string>{"does not open"};
}

NotebookEdit addingATube()
{
    NotebookEdit edit;
    Tube tube;
    tube.name = "Sea Lavender";
    tube.codes = parsePigmentCodes("PV23").value();
    edit.tubes.put = {tube};
    return edit;
}

} // namespace

void TestCutOff::initTestCase()
{
    makeSamples(m_samples.path());
    putFile(m_samples.filePath("many.csv"), manyTubes(inTheDrawer));
    QCOMPARE(runRow({"notebook", m_samples.filePath("drawer.iris"), "--tubes", m_samples.filePath("many.csv")}).code,
             0);
    // So that half of a change is on disk for a while, old pages have to be written over.
    putFile(m_samples.filePath("many.csv"), manyTubes(2 * inTheDrawer).replace("Reed", "Rush"));
}

void TestCutOff::init()
{
    freshFolder();
}

void TestCutOff::freshFolder()
{
    m_folder = std::make_unique<QTemporaryDir>();
    copyFiles(m_samples.path(), m_folder->path());
    QDir::setCurrent(m_folder->path());
}

void TestCutOff::freshDrawer()
{
    m_folder = std::make_unique<QTemporaryDir>();
    for (const char* name : {"drawer.iris", "many.csv"})
        QFile::copy(m_samples.filePath(name), file(name));
    QDir::setCurrent(m_folder->path());
}

/// Runs a command in a child that is ended in a call; how it ended, -1 for killed.
int TestCutOff::endedAt(const QStringList& arguments, long call)
{
    const pid_t child = fork();
    if (child == 0) {
        fulldisk::killAt(m_folder->path().toStdString(), call);
        _exit(runRow(arguments).code);
    }
    int status = 0;
    ::waitpid(child, &status, 0);
    return WIFSIGNALED(status) && WTERMSIG(status) == SIGKILL ? -1 : WEXITSTATUS(status);
}

/// Runs a command in a child and looks at what is on disk in the middle of each of its calls; how it ended.
template <typename Look> int TestCutOff::pausedInEach(const QStringList& arguments, Look&& look)
{
    const pid_t child = fork();
    if (child == 0) {
        fulldisk::pauseInEach(m_folder->path().toStdString());
        _exit(runRow(arguments).code);
    }
    int status = 0;
    while (::waitpid(child, &status, WUNTRACED) == child && WIFSTOPPED(status)) {
        look();
        ::kill(child, QTest::currentTestFailed() ? SIGKILL : SIGCONT);
    }
    return WIFEXITED(status) ? WEXITSTATUS(status) : -1;
}

/// Tries what a test is about after an import into a notebook was cut off in each of its calls that left a journal
/// behind.
template <typename Try> void TestCutOff::forEachCutOffImport(const QByteArray& start, Try&& tried)
{
    int left = 0;
    for (long call = 0;; ++call) {
        freshDrawer();
        putFile(file("drawer.iris"), start);
        const int ended = endedAt(import, call);
        if (ended == 0)
            break;
        QCOMPARE(ended, -1);
        if (QFileInfo(file("drawer.iris-journal")).size() == 0)
            continue;
        ++left;
        tried();
        if (QTest::currentTestFailed())
            return qWarning("ended in call %ld", call);
    }
    QVERIFY2(left > 20, qPrintable(QString::number(left)));
}

void TestCutOff::everyWriteOfEveryCommand_data()
{
    QTest::addColumn<QStringList>("arguments");
    addWritingCommands();
}

void TestCutOff::everyWriteOfEveryCommand()
{
    QFETCH(QStringList, arguments);
    const QString notebook = notebookOf(arguments);
    const Notebook before = *notebookIn(notebook);
    freshFolder();
    std::vector<Notebook> left;
    const int ended = pausedInEach(arguments, [&] {
        // Looked at in a copy, so that the program itself can go on.
        const QTemporaryDir copy;
        copyFiles(m_folder->path(), copy.path(), notebook.left(notebook.indexOf('.')) + '*');
        auto store = NotebookStore::open(copy.filePath(notebook));
        const QByteArray where = "call " + QByteArray::number(static_cast<int>(left.size())) + ": ";
        QVERIFY2(store, where + (store ? "" : store.error().message.c_str()));
        QVERIFY2(!(*store)->isReadOnly(), where);
        left.push_back((*store)->load().value());
        const auto& remarks = (*store)->remarks();
        QVERIFY2(remarks.empty(), where + (remarks.empty() ? "" : remarks[0].c_str()));
    });
    QCOMPARE(ended, 0);
    const Notebook after = *notebookIn(notebook);
    QVERIFY(before != after);
    QVERIFY2(left.size() > 8, "too few calls were seen");
    for (const Notebook& one : left)
        QVERIFY(one == before || one == after);
}

void TestCutOff::aNotebookInTheMakingHasNoName()
{
    const QStringList arguments{"notebook", "new.iris", "--tubes", "many.csv"};
    long call = 0;
    for (int ended = -1; ended == -1; ++call) {
        freshDrawer();
        ended = endedAt(arguments, call);
        if (!QFileInfo::exists(file("new.iris")))
            continue;
        const auto made = notebookIn(file("new.iris"));
        QVERIFY2(made && made->tubes.size() == 2 * inTheDrawer, qPrintable(QString::number(call)));
    }
    QVERIFY(call > 20);
    QVERIFY(QFileInfo::exists(file("new.iris")));
}

/// What was acknowledged under the second name was overwritten by the first one's journal.
void TestCutOff::throughASecondNameNothingIsWritten()
{
    const Notebook before = *notebookIn(file("drawer.iris"));
    forEachCutOffImport(contentsOf(m_samples.filePath("drawer.iris")), [&] {
        QCOMPARE(::link("drawer.iris", "other name.iris"), 0);
        {
            const auto other = NotebookStore::open(file("other name.iris"));
            QVERIFY2(other, other ? "" : other.error().message.c_str());
            QVERIFY((*other)->readOnlyReason().contains("also called drawer.iris (a hard link)"));
            QVERIFY((*other)->readOnlyReason().contains("make a copy to write in"));
            QVERIFY((*other)->load().value() == before); // rolled back in a copy
            QVERIFY(!(*other)->apply(addingATube()));
        }
        QVERIFY((*NotebookStore::open(file("drawer.iris")))->isReadOnly());
        QVERIFY(QFile::remove(file("other name.iris")));
        auto first = NotebookStore::open(file("drawer.iris"));
        QVERIFY(first && !(*first)->isReadOnly());
        QVERIFY((*first)->load().value() == before);
        QVERIFY((*first)->remarks().empty());
        QVERIFY((*first)->apply(addingATube()));
    });
}

/// It had to be written to before it could be read, for ever.
void TestCutOff::throughASymbolicLinkItIsRolledBack()
{
    const Notebook before = *notebookIn(file("drawer.iris"));
    bool reads = false;
    forEachCutOffImport(contentsOf(m_samples.filePath("drawer.iris")), [&] {
        QVERIFY(QDir().mkdir(file("shelf")));
        QCOMPARE(::symlink("../drawer.iris", "shelf/link.iris"), 0);
        reads = !reads; // commands that only read put it right as well
        const auto store = NotebookStore::open(file("shelf/link.iris"), reads ? Access::Read : Access::Write);
        QVERIFY2(store, store ? "" : store.error().message.c_str());
        QCOMPARE((*store)->isReadOnly(), reads);
        QVERIFY((*store)->load().value() == before);
        QVERIFY((*store)->remarks().empty());
    });
}

void TestCutOff::aBackupPutBackIsNotRolledInto_data()
{
    QTest::addColumn<bool>("older");
    QTest::newRow("the same notebook a day before") << true;
    QTest::newRow("another that was changed as often") << false;
}

/// A backup was destroyed by the journal of the file it replaced.
void TestCutOff::aBackupPutBackIsNotRolledInto()
{
    QFETCH(bool, older);
    const QByteArray first = contentsOf(file("drawer.iris"));
    QVERIFY((*NotebookStore::open(file("drawer.iris")))->apply(addingATube()));
    const QByteArray second = contentsOf(file("drawer.iris"));
    QVERIFY(QFile::remove(file("drawer.iris")));
    QCOMPARE(runRow({"notebook", "drawer.iris", "--tubes", "many.csv"}).code, 0);
    const QByteArray other = contentsOf(file("drawer.iris"));
    const QByteArray& backup = older ? first : other;
    forEachCutOffImport(older ? second : first, [&] {
        const QByteArray journal = contentsOf(file("drawer.iris-journal"));
        putFile(file("drawer.iris"), backup); // into the same file, as cp does
        const auto remarks = remarksOf(file("drawer.iris"));
        QCOMPARE(contentsOf(file("drawer.iris")), backup);
        constexpr int headAndAPage = 512 + 4096 + 8;
        if (remarks.empty() && journal.size() < headAndAPage)
            return; // nothing stood in it yet that could be rolled back
        QCOMPARE(remarks.size(), std::size_t{1});
        QVERIFY2(remarks[0].find("what lay beside drawer.iris as drawer.iris-journal is not its own") == 0,
                 remarks[0].c_str());
        QCOMPARE(contentsOf(file("drawer.iris-journal (set aside)")), journal);
        QVERIFY(remarksOf(file("drawer.iris")).empty()); // told once
    });
}

/// Rolling back is writing, too, and may be cut off itself.
void TestCutOff::aSecondCutOffWhileRollingBack()
{
    const Notebook before = *notebookIn(file("drawer.iris"));
    int number = 0;
    forEachCutOffImport(contentsOf(m_samples.filePath("drawer.iris")), [&] {
        endedAt({"tubes", "drawer.iris"}, ++number % 7);
        endedAt({"touches", "drawer.iris", "6"}, number % 5);
        const auto now = notebookIn(file("drawer.iris"));
        QVERIFY(now && now->tubes == before.tubes);
        QVERIFY(remarksOf(file("drawer.iris")).empty());
    });
}

void TestCutOff::anUpdateThatIsCutOffKeepsOneCopy()
{
    const QByteArray original = contentsOf(file("a.iris")); // of schema 4
    const Notebook upToDate = *notebookIn(file("a.iris"));
    int ended = -1;
    for (long call = 0; ended == -1; ++call) {
        freshFolder();
        ended = endedAt({"tubes", "a.iris"}, call);
        endedAt({"tubes", "a.iris"}, call / 2);
        QVERIFY(notebookIn(file("a.iris")) == upToDate);
        QCOMPARE(QDir(m_folder->path()).entryList({"a before its update*"}), QStringList{"a before its update.iris"});
        QCOMPARE(contentsOf(file("a before its update.iris")), original);
    }
}

QTEST_MAIN(TestCutOff)
#include "tst_cutoff.moc"
