#include "fulldisk.h"
#include "writingcommands.h"

#include "../cli/clirun.h"
#include "../notebook/notebookin.h"
#include "../testfiles.h"

#include "app/document/document.h"
#include "app/parts/messages.h"
#include "app/parts/printdialog.h"
#include "app/window/exchange.h"
#include "notebook/edits.h"
#include "sheet/picturefile.h"

#include <QApplication>
#include <QTemporaryDir>
#include <QtTest>

using namespace iris;

/// A disk that runs full at every call that writes, in turn, under commands that write files or change a notebook and
/// under what the window saves: it is told, and what was there stays as it was.
class TestFullDisk : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void commandsThatWriteAFile_data();
    void commandsThatWriteAFile();
    void commandsThatChangeANotebook_data();
    void commandsThatChangeANotebook();
    void makingANotebook();
    void bringingAnOldNotebookUpToDate();
    void aFaultyDiskIsNoDamage();
    void theFolderIsFlushedAfterAnEdit();
    void whatTheWindowSavesAs_data();
    void whatTheWindowSavesAs();
    void whatTheWindowPrintsAndPictures();
    void whatTheWindowWritesDown();
    void anUndoThatCouldNotBeWrittenKeepsItsPlace();

private:
    QString file(const QString& name) const { return m_folder->filePath(name); }
    QStringList stray() const
    {
        return QDir(m_folder->path()).entryList({".iris-*", "*-journal", "*.??????"}, QDir::Files | QDir::Hidden);
    }
    void freshFolder()
    {
        m_folder = std::make_unique<QTemporaryDir>();
        copyFiles(m_samples.path(), m_folder->path());
    }

    QTemporaryDir m_samples;
    std::unique_ptr<QTemporaryDir> m_folder;
};

namespace {

constexpr long everything = 1'000'000;

/// Which of so many calls are made to fail: the first ones, the last, and every third between, another third each day;
/// IRIS_MANY asks for all of them.
std::vector<long> someOf(long calls)
{
    constexpr long atEitherEnd = 4;
    const long third = QDate::currentDate().dayOfYear() % 3;
    std::vector<long> some;
    for (long k = 0; k < calls; ++k)
        if (qEnvironmentVariableIsSet("IRIS_MANY") || k < atEitherEnd || k >= calls - atEitherEnd || k % 3 == third)
            some.push_back(k);
    return some;
}

} // namespace

void TestFullDisk::initTestCase()
{
    makeSamples(m_samples.path());
    messages().tell = [](QWidget*, const QString&, const QString&) {};
}

void TestFullDisk::commandsThatWriteAFile_data()
{
    QTest::addColumn<QStringList>("arguments");
    QTest::addColumn<QString>("out");
    for (const char* format : {"json", "tubes", "swatches", "gpl", "cgats"})
        QTest::addRow("export %s", format) << QStringList{"export", "a.iris", format, "--out", "out.txt"} << "out.txt";
    QTest::newRow("simulate card") << QStringList{"simulate", "card", "--tube", "PB29",
                                                  "--dpi",    "50",   "--out",  "out.png"}
                                   << "out.png";
    QTest::newRow("simulate chart") << QStringList{"simulate", "chart", "--dpi", "50", "--out", "out.png"} << "out.png";
    QTest::newRow("simulate measurement")
        << QStringList{"simulate", "measurement", "--tube", "PB29", "--out", "out.txt"} << "out.txt";
}

void TestFullDisk::commandsThatWriteAFile()
{
    QFETCH(QStringList, arguments);
    QFETCH(QString, out);
    freshFolder();
    QDir::setCurrent(m_folder->path());
    fulldisk::allow(m_folder->path().toStdString(), everything);
    QCOMPARE(runRow(arguments).code, 0);
    const long calls = fulldisk::release();
    QVERIFY(calls >= 2); // at least a write and a flush
    const QByteArray whole = contentsOf(out);
    for (const long k : someOf(calls)) {
        putFile(out, "what was there before");
        fulldisk::allow(m_folder->path().toStdString(), k);
        const Run result = runRow(arguments);
        fulldisk::release();
        if (result.code == 0) // a second file, after this one was whole
            QCOMPARE(contentsOf(out), whole);
        else
            QVERIFY2(contentsOf(out) == "what was there before" || contentsOf(out) == whole,
                     qPrintable(QString::number(k)));
        QVERIFY2(result.code == 0 || result.err.find("the disk is full") != std::string::npos, result.err.c_str());
        QVERIFY2(stray().isEmpty(), qPrintable(stray().join(' ')));
        QVERIFY(k > 0 || result.code == 1);
    }
}

void TestFullDisk::commandsThatChangeANotebook_data()
{
    QTest::addColumn<QStringList>("arguments");
    addWritingCommands();
}

void TestFullDisk::commandsThatChangeANotebook()
{
    QFETCH(QStringList, arguments);
    const QString notebook = notebookOf(arguments);
    freshFolder();
    QDir::setCurrent(m_folder->path());
    const Notebook before = *notebookIn(notebook);
    fulldisk::allow(m_folder->path().toStdString(), everything);
    const Run done = runRow(arguments);
    QVERIFY2(done.code == 0, done.err.c_str());
    const long calls = fulldisk::release();
    const Notebook after = *notebookIn(notebook);
    QVERIFY(before != after && calls > 5);
    for (const long k : someOf(calls)) {
        freshFolder();
        QDir::setCurrent(m_folder->path());
        fulldisk::allow(m_folder->path().toStdString(), k);
        const Run result = runRow(arguments);
        fulldisk::release();
        const auto now = notebookIn(notebook);
        QVERIFY2(now.has_value(), qPrintable(QString::number(k)));
        QVERIFY2(*now == before || *now == after, qPrintable(QString::number(k)));
        QVERIFY2(result.code != 0 || *now == after, qPrintable(QString::number(k)));
        QVERIFY2(result.code == 0 || result.err.find("disk is full") != std::string::npos, result.err.c_str());
        QVERIFY2(result.err.find("SQL") == std::string::npos, result.err.c_str());
    }
}

void TestFullDisk::makingANotebook()
{
    const QStringList arguments{"notebook", "new.iris", "--tubes", "t.csv"};
    freshFolder();
    QDir::setCurrent(m_folder->path());
    fulldisk::allow(m_folder->path().toStdString(), everything);
    QCOMPARE(runRow(arguments).code, 0);
    const long calls = fulldisk::release();
    QVERIFY(calls > 10);
    for (long k = 0; k < calls; ++k) {
        freshFolder();
        QDir::setCurrent(m_folder->path());
        fulldisk::allow(m_folder->path().toStdString(), k);
        const Run result = runRow(arguments);
        fulldisk::release();
        const QByteArray where = "call " + QByteArray::number(k) + ": " + QByteArray::fromStdString(result.err);
        QVERIFY2(result.code == 0 || !QFileInfo::exists("new.iris"), where.constData());
        QVERIFY2(result.code != 0 || notebookIn("new.iris")->tubes.size() == 2, where.constData());
        QVERIFY2(result.code == 0 || result.err.find("disk is full") != std::string::npos, where.constData());
        const QStringList left = stray();
        QVERIFY2(left.isEmpty(), (where + left.join(' ').toUtf8()).constData());
    }
}

void TestFullDisk::bringingAnOldNotebookUpToDate()
{
    const auto fresh = [&] {
        freshFolder();
        QFile::copy(QStringLiteral(IRIS_SOURCE_DIR "/tests/data/schema-3.iris"), file("old.iris"));
        QFile::setPermissions(file("old.iris"), QFile::ReadOwner | QFile::WriteOwner);
    };
    fresh();
    const QByteArray original = contentsOf(file("old.iris"));
    fulldisk::allow(m_folder->path().toStdString(), everything);
    const auto upToDate = notebookIn(file("old.iris"));
    const long calls = fulldisk::release();
    QVERIFY(upToDate && calls > 5);
    for (long k = 0; k < calls; ++k) {
        fresh();
        fulldisk::allow(m_folder->path().toStdString(), k);
        const auto tried = NotebookStore::open(file("old.iris"));
        fulldisk::release();
        QVERIFY2(tried || tried.error().message.find("disk is full") != std::string::npos
                     || tried.error().message.find("no copy of it could be made") != std::string::npos,
                 tried.error().message.c_str());
        const auto now = notebookIn(file("old.iris")); // and with room again, it goes through
        QVERIFY2(now && now->tubes == upToDate->tubes && now->mixes == upToDate->mixes, qPrintable(QString::number(k)));
        if (!tried) // what was kept of it is whole, or is not there
            for (const QString& kept : QDir(m_folder->path()).entryList({"old before*"}))
                QCOMPARE(contentsOf(file(kept)).size(), original.size());
    }
}

/// A disk that gives nothing back was called a damaged notebook.
void TestFullDisk::aFaultyDiskIsNoDamage()
{
    freshFolder();
    for (const Access access : {Access::Read, Access::Write}) {
        fulldisk::failReads(m_folder->path().toStdString());
        const auto opened = NotebookStore::open(file("painted.iris"), access);
        const auto failed = opened ? (*opened)->load().map([](const Notebook&) {}) : tl::unexpected(opened.error());
        fulldisk::release();
        QVERIFY(!failed);
        QCOMPARE(failed.error().code, ErrorCode::FileUnreadable);
        QVERIFY2(failed.error().message.find("the disk is") != std::string::npos, failed.error().message.c_str());
        QVERIFY2(failed.error().message.find("faulty") != std::string::npos, failed.error().message.c_str());
    }
    QVERIFY(notebookIn(file("painted.iris")));
}

/// A journal that was removed comes back after a power cut, unless its folder was flushed.
void TestFullDisk::theFolderIsFlushedAfterAnEdit()
{
    freshFolder();
    Document document;
    QVERIFY(document.open(file("painted.iris")));
    fulldisk::allow(m_folder->path().toStdString(), everything);
    document.apply(putting(NeedRecord{{}, {"shadow", {30, 2, -8}, 7, 2}, {}}));
    const long flushes = fulldisk::folderFlushes();
    fulldisk::release();
    QVERIFY2(flushes >= 2, qPrintable(QString::number(flushes))); // the journal's coming and its going
}

void TestFullDisk::whatTheWindowSavesAs_data()
{
    QTest::addColumn<int>("format");
    for (std::size_t i = 0; i < exchanges().size(); ++i)
        QTest::newRow(qPrintable(exchanges()[i].words)) << static_cast<int>(i);
}

void TestFullDisk::whatTheWindowSavesAs()
{
    QFETCH(int, format);
    freshFolder();
    Document document;
    QVERIFY(document.open(file("a.iris")));
    messages().fileToSave = [this](QWidget*, const QString&, const QString&, const QString&) { return file("out.x"); };
    const Exchange& exchange = exchanges()[static_cast<std::size_t>(format)];
    fulldisk::allow(m_folder->path().toStdString(), everything);
    QCOMPARE(saveAs(document, exchange, nullptr), QString());
    const long calls = fulldisk::release();
    for (const long k : someOf(calls)) {
        putFile(file("out.x"), "what was there before");
        fulldisk::allow(m_folder->path().toStdString(), k);
        const QString trouble = saveAs(document, exchange, nullptr);
        fulldisk::release();
        QVERIFY2(trouble.contains("the disk is full"), qPrintable(trouble));
        QCOMPARE(contentsOf(file("out.x")), QByteArray("what was there before"));
    }
}

void TestFullDisk::whatTheWindowPrintsAndPictures()
{
    freshFolder();
    Document document;
    QVERIFY(document.open(file("a.iris")));
    QStringList told;
    messages().tell = [&](QWidget*, const QString&, const QString& words) { told << words; };
    messages().fileToSave = [this](QWidget*, const QString&, const QString&, const QString&) { return file("s.pdf"); };
    putFile(file("s.pdf"), "what was there before");
    for (long k = 0; k < 2; ++k) {
        fulldisk::allow(m_folder->path().toStdString(), k);
        writeSheets(document, document.notebook().sheets, nullptr);
        fulldisk::release();
        QCOMPARE(told.size(), static_cast<qsizetype>(k) + 1);
        QVERIFY2(told.back().contains("the disk is full"), qPrintable(told.back()));
        QCOMPARE(contentsOf(file("s.pdf")), QByteArray("what was there before"));
    }
    QImage picture(80, 80, QImage::Format_RGB32);
    picture.fill(Qt::gray);
    putFile(file("p.png"), "what was there before");
    fulldisk::allow(m_folder->path().toStdString(), 0);
    QVERIFY(!writePicture(picture, file("p.png")));
    fulldisk::release();
    QCOMPARE(contentsOf(file("p.png")), QByteArray("what was there before"));
}

void TestFullDisk::whatTheWindowWritesDown()
{
    freshFolder();
    Document document;
    QVERIFY(document.open(file("a.iris")));
    QStringList failures;
    QObject::connect(&document, &Document::failed, this, [&](const QString& words) { failures << words; });
    const Need need{"shadow", {30, 2, -8}, 7, 2};
    fulldisk::allow(m_folder->path().toStdString(), everything);
    document.apply(putting(NeedRecord{{}, need, {}}));
    const long calls = fulldisk::release();
    document.undo();
    const Notebook before = document.notebook();
    int refused = 0;
    for (long k = 0; k < calls; ++k) {
        failures.clear();
        fulldisk::allow(m_folder->path().toStdString(), k);
        document.apply(putting(NeedRecord{{}, need, {}}));
        fulldisk::release();
        const auto onDisk = notebookIn(file("a.iris"));
        QVERIFY(onDisk.has_value());
        QVERIFY2(*onDisk == document.notebook(), qPrintable(QString::number(k))); // what shows is what is on disk
        QCOMPARE(failures.isEmpty(), document.notebook() != before);
        refused += !failures.isEmpty();
        if (failures.isEmpty())
            document.undo();
        QVERIFY(document.notebook() == before);
    }
    QVERIFY(refused > 3);
}

void TestFullDisk::anUndoThatCouldNotBeWrittenKeepsItsPlace()
{
    freshFolder();
    Document document;
    QVERIFY(document.open(file("a.iris")));
    document.apply(putting(NeedRecord{{}, {"shadow", {30, 2, -8}, 7, 2}, {}}));
    document.apply(putting(NeedRecord{{}, {"light", {90, 0, 8}, 7, 2}, {}}));
    const Notebook both = document.notebook();
    const int place = document.undoStack().index();
    for (int i = 0; i < 3; ++i) {
        fulldisk::allow(m_folder->path().toStdString(), 0);
        document.undo();
        fulldisk::release();
        QVERIFY(document.notebook() == both);
        QCOMPARE(document.undoStack().index(), place);
        QCOMPARE(document.undoStack().undoText(), QString("add need light"));
    }
    document.undo(); // with room again
    QCOMPARE(document.notebook().needs.size(), both.needs.size() - 1);
    const Notebook one = document.notebook();
    fulldisk::allow(m_folder->path().toStdString(), 0);
    document.redo();
    fulldisk::release();
    QVERIFY(document.notebook() == one);
    QVERIFY(document.undoStack().canRedo());
    document.redo();
    QVERIFY(document.notebook() == both);
    document.undo();
    document.undo();
    QVERIFY(!document.undoStack().canUndo());
}

QTEST_MAIN(TestFullDisk)
#include "tst_fulldisk.moc"
