#include "../testfiles.h"
#include "../testprogram.h"
#include "files/outputfile.h"

#include <QCoreApplication>
#include <QtTest>
#include <csignal>
#include <sys/resource.h>
#include <sys/stat.h>
#include <sys/sysmacros.h>

using namespace iris;

/// A file that goes out is there in full, or the old one is, and what went wrong is told.
class TestOutputFile : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void aNewFileIsThere();
    void anOldFileIsReplacedAndKeepsItsPermissions();
    void aLinkStaysALink();
    void whereNothingCanBeWrittenTheReasonIsTold_data();
    void whereNothingCanBeWrittenTheReasonIsTold();
    void aDeviceIsNotReplaced();
    void aPipeIsNotReplaced();
    void aDiskThatRunsFullLeavesTheOldFile();
    void whatIsNotPutInPlaceLeavesNothing();
    void aFolderThatWentAwayIsTold();
    void whatAKilledWritingLeftIsTakenAwayLater();
    void whatAnotherIsAtWorkOnStaysWhateverTheClockSays();
    void aCopyIsWholeOrNotThere();
    void aNewNameIsNeverAnothers();

private:
    QString put(const QString& name, const QByteArray& bytes)
    {
        const QString path = m_folder.filePath(name);
        putFile(path, bytes);
        return path;
    }
    QStringList spares() const { return QDir(m_folder.path()).entryList({".iris-*"}, QDir::Files | QDir::Hidden); }

    QTemporaryDir m_folder;
};

void TestOutputFile::aNewFileIsThere()
{
    const QString path = m_folder.filePath("new.csv");
    QVERIFY(writeWhole(path, "name\nReed\n"));
    QCOMPARE(contentsOf(path), QByteArray("name\nReed\n"));
    QVERIFY(writeWhole(path, ""));
    QCOMPARE(contentsOf(path), QByteArray());
    QVERIFY(spares().isEmpty());
}

void TestOutputFile::anOldFileIsReplacedAndKeepsItsPermissions()
{
    const QString path = put("old.csv", "old");
    QVERIFY(QFile::setPermissions(path, QFile::ReadOwner | QFile::WriteOwner | QFile::ReadGroup));
    const auto before = QFileInfo(path).permissions();
    QVERIFY(writeWhole(path, "new"));
    QCOMPARE(contentsOf(path), QByteArray("new"));
    QCOMPARE(QFileInfo(path).permissions(), before);
}

void TestOutputFile::aLinkStaysALink()
{
    const QString path = put("real.csv", "old");
    const QString link = m_folder.filePath("link.csv");
    QVERIFY(QFile::link(path, link));
    QVERIFY(writeWhole(link, "new"));
    QVERIFY(QFileInfo(link).isSymLink());
    QCOMPARE(contentsOf(path), QByteArray("new"));
}

void TestOutputFile::whereNothingCanBeWrittenTheReasonIsTold_data()
{
    QTest::addColumn<QString>("path");
    QTest::addColumn<QString>("words");
    QTest::newRow("no name") << QString() << "no name was given";
    QTest::newRow("no such folder") << m_folder.filePath("gone/x.csv") << "there is no such file or folder";
    QTest::newRow("a folder") << m_folder.path() << "it is a folder";
    QTest::newRow("in a file") << put("f", "x") + "/x.csv"
                               << "one of the folders it names is a file";
    QTest::newRow("a name too long") << m_folder.filePath(QString(256, 'n')) << "its name is too long";
    const QString dangling = m_folder.filePath("dangling");
    QFile::link(m_folder.filePath("nowhere"), dangling);
    QTest::newRow("a link to nowhere") << dangling << "it is a link that leads nowhere";
}

void TestOutputFile::whereNothingCanBeWrittenTheReasonIsTold()
{
    QFETCH(QString, path);
    QFETCH(QString, words);
    const auto done = writeWhole(path, "x");
    QVERIFY(!done);
    QCOMPARE(done.error().code, ErrorCode::FileUnwritable);
    QVERIFY2(QString::fromStdString(done.error().message).contains(words), done.error().message.c_str());
    QVERIFY(spares().isEmpty());
}

void TestOutputFile::aDeviceIsNotReplaced()
{
    const QString device = m_folder.filePath("device.csv");
    const dev_t nothing = makedev(1, 3); // a stand-in that swallows everything, in a folder of its own
    if (::mknod(QFile::encodeName(device).constData(), S_IFCHR | 0600, nothing) != 0)
        QSKIP("only root can make a device");
    const auto done = writeWhole(device, "x");
    QVERIFY(!done);
    QVERIFY2(done.error().message.find("it is a device or a pipe") != std::string::npos, done.error().message.c_str());
    struct stat about {};
    QCOMPARE(::stat(QFile::encodeName(device).constData(), &about), 0);
    QVERIFY(S_ISCHR(about.st_mode));
}

void TestOutputFile::aPipeIsNotReplaced()
{
    const QString pipe = m_folder.filePath("pipe.csv");
    QCOMPARE(::mkfifo(QFile::encodeName(pipe).constData(), 0600), 0);
    QVERIFY(!writeWhole(pipe, "x"));
    QVERIFY(!checkPlace(pipe));
    struct stat about {};
    QCOMPARE(::stat(QFile::encodeName(pipe).constData(), &about), 0);
    QVERIFY(S_ISFIFO(about.st_mode));
}

void TestOutputFile::aDiskThatRunsFullLeavesTheOldFile()
{
    const QString path = put("kept.csv", "years of painted squares");
    const std::string text(3000, 'x');
    std::signal(SIGXFSZ, SIG_IGN); // a file that may not grow is what a full disk is to a writer
    rlimit before{};
    QCOMPARE(::getrlimit(RLIMIT_FSIZE, &before), 0);
    for (rlim_t room = 0; room < text.size(); room += 97) {
        const rlimit limit{room, before.rlim_max};
        QCOMPARE(::setrlimit(RLIMIT_FSIZE, &limit), 0);
        const auto done = writeWhole(path, text);
        ::setrlimit(RLIMIT_FSIZE, &before);
        QVERIFY(!done);
        QCOMPARE(contentsOf(path), QByteArray("years of painted squares"));
        QVERIFY(spares().isEmpty());
    }
    QVERIFY(writeWhole(path, text));
}

void TestOutputFile::whatIsNotPutInPlaceLeavesNothing()
{
    const QString path = m_folder.filePath("never.pdf");
    {
        const auto file = OutputFile::prepare(path, "x");
        QVERIFY(file);
        QCOMPARE(spares().size(), 1);
    }
    QVERIFY(spares().isEmpty());
    QVERIFY(!QFileInfo::exists(path));
}

void TestOutputFile::aFolderThatWentAwayIsTold()
{
    const QString folder = m_folder.filePath("stick");
    QVERIFY(QDir().mkpath(folder));
    auto file = OutputFile::prepare(folder + "/x.csv", "x");
    QVERIFY(file);
    QVERIFY(QDir(folder).removeRecursively());
    const auto done = file->putInPlace();
    QVERIFY(!done);
    QCOMPARE(done.error().code, ErrorCode::FileUnwritable);
}

void TestOutputFile::whatAKilledWritingLeftIsTakenAwayLater()
{
    const QString old = spareNameBeside(m_folder.filePath("killed.csv"));
    const QString atWork = spareNameBeside(m_folder.filePath("at work.csv"));
    QFile left(old);
    QVERIFY(left.open(QIODevice::WriteOnly));
    QVERIFY(left.setFileTime(QDateTime::currentDateTime().addSecs(-3700), QFileDevice::FileModificationTime));
    left.close();
    put(QFileInfo(atWork).fileName(), "half");
    QVERIFY(writeWhole(m_folder.filePath("new.csv"), "new"));
    QVERIFY(!QFileInfo::exists(old));
    QVERIFY(QFile::remove(atWork));
}

/// An export of a minute ago was swept away by a window whose clock was two hours ahead.
void TestOutputFile::whatAnotherIsAtWorkOnStaysWhateverTheClockSays()
{
    const QTemporaryDir folder;
    const QString target = folder.filePath("out.txt");
    auto writing = OutputFile::prepare(target, "half of it");
    QVERIFY(writing);
    const auto spares = [&] { return QDir(folder.path()).entryList({".iris-*"}, QDir::Files | QDir::Hidden); };
    QCOMPARE(spares().size(), 1);
    const auto makeOld = [&] {
        QFile spare(folder.filePath(spares().front()));
        return spare.open(QIODevice::ReadWrite)
               && spare.setFileTime(QDateTime::currentDateTime().addSecs(-7200), QFileDevice::FileModificationTime);
    };
    QVERIFY(makeOld());
    clearAwayOldSpares(folder.filePath("other.txt"));
    QCOMPARE(spares().size(), 1);
    QVERIFY(writing->putInPlace());
    QCOMPARE(contentsOf(target), QByteArray("half of it"));
    putFile(folder.filePath(".iris-dead.making"), "left by a program that was ended");
    QVERIFY(makeOld());
    clearAwayOldSpares(folder.filePath("other.txt"));
    QVERIFY(spares().isEmpty());
}

void TestOutputFile::aCopyIsWholeOrNotThere()
{
    const QTemporaryDir folder;
    const QByteArray bytes = QByteArray("saltings ").repeated(400'000); // several pieces
    putFile(folder.filePath("a"), bytes);
    QVERIFY(copyWhole(folder.filePath("a"), folder.filePath("b")));
    QCOMPARE(contentsOf(folder.filePath("b")), bytes);
    putFile(folder.filePath("c"), "mine");
    QVERIFY(!copyWhole(folder.filePath("a"), folder.filePath("c")));
    QCOMPARE(contentsOf(folder.filePath("c")), QByteArray("mine"));
    QVERIFY(!copyWhole(folder.filePath("nothing"), folder.filePath("d")));
    QCOMPARE(QDir(folder.path()).entryList(QDir::Files | QDir::Hidden).size(), 3);
}

void TestOutputFile::aNewNameIsNeverAnothers()
{
    const QTemporaryDir folder;
    putFile(folder.filePath("a"), "one");
    putFile(folder.filePath("b"), "other");
    putFile(folder.filePath("empty"), "");
    const auto refused = rename(folder.filePath("a"), folder.filePath("b"));
    QVERIFY(!refused);
    QVERIFY2(refused.error().message.find("already a file of that name") != std::string::npos,
             refused.error().message.c_str());
    QCOMPARE(contentsOf(folder.filePath("b")), QByteArray("other"));
    QVERIFY(!rename(folder.filePath("a"), folder.filePath("empty")));
    QVERIFY(rename(folder.filePath("a"), folder.filePath("empty"), Replacing::AnEmptyFile));
    QCOMPARE(contentsOf(folder.filePath("empty")), QByteArray("one"));
}

IRIS_TEST(TestOutputFile, QCoreApplication)
#include "tst_outputfile.moc"
