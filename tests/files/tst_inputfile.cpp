#include "../testfiles.h"
#include "../testprogram.h"
#include "files/inputfile.h"

#include <QCoreApplication>
#include <QtTest>
#include <sys/socket.h>
#include <sys/stat.h>
#include <sys/sysmacros.h>
#include <sys/un.h>
#include <unistd.h>

using namespace iris;

/// What may come in through the one door, and what is turned away with its reason.
class TestInputFile : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void aFileComesInWhole();
    void aLinkIsFollowed();
    void whatIsNoFileIsRefused_data();
    void whatIsNoFileIsRefused();
    void aPipeHoldsNothingUp();
    void aSocketIsRefused();
    void aFileTooLargeForItsKindIsRefused();
    void theStartOfAPipeIsNothing();

private:
    QString put(const QString& name, const QByteArray& bytes)
    {
        const QString path = m_folder.filePath(name);
        putFile(path, bytes);
        return path;
    }

    QTemporaryDir m_folder;
};

void TestInputFile::aFileComesInWhole()
{
    for (const qsizetype size : {0, 1, 100, 1 << 20, (1 << 20) + 1, 5'000'001}) {
        QByteArray bytes(size, 'x');
        for (qsizetype i = 0; i < size; ++i)
            bytes[i] = static_cast<char>(i * 31 % 251);
        const auto read = readWhole(put("whole.bin", bytes), InputKind::List);
        QVERIFY(read);
        QCOMPARE(*read, bytes);
        QCOMPARE(startOf(m_folder.filePath("whole.bin"), 50), bytes.left(50));
    }
}

void TestInputFile::aLinkIsFollowed()
{
    const QString path = put("reeds.csv", "name\nReed\n");
    const QString link = m_folder.filePath("link.csv");
    QVERIFY(QFile::link(path, link));
    QCOMPARE(*readWhole(link, InputKind::List), QByteArray("name\nReed\n"));
    QVERIFY(QFile::remove(path));
    QVERIFY(!readWhole(link, InputKind::List));
}

void TestInputFile::whatIsNoFileIsRefused_data()
{
    QTest::addColumn<QString>("path");
    QTest::addColumn<QString>("words");
    QTest::newRow("nothing") << QString() << "no file is named";
    QTest::newRow("standard input") << "-"
                                    << "\"-\" is no file";
    QTest::newRow("address") << "http://127.0.0.1:1/scan.png"
                             << "is an address";
    QTest::newRow("another address") << "file:///tmp/x.png"
                                     << "is an address";
    QTest::newRow("folder") << m_folder.path() << "is a folder, not a file";
    const QString device = m_folder.filePath("zero");
    if (::mknod(QFile::encodeName(device).constData(), S_IFCHR | 0600, makedev(1, 5)) == 0) // only root can
        QTest::newRow("device") << device << "zero is a device, not a file";
    QTest::newRow("not there") << m_folder.filePath("gone.csv") << "gone.csv cannot be read: there is no such file";
    QTest::newRow("in a file") << put("a file", "x") + "/list.csv"
                               << "one of the folders it names is a file";
    QTest::newRow("long name") << m_folder.filePath(QString(300, 'n')) << "its name is too long";
}

void TestInputFile::whatIsNoFileIsRefused()
{
    QFETCH(QString, path);
    QFETCH(QString, words);
    const auto read = readWhole(path, InputKind::Picture);
    QVERIFY(!read);
    QCOMPARE(read.error().code, ErrorCode::FileUnreadable);
    QVERIFY2(QString::fromStdString(read.error().message).contains(words), read.error().message.c_str());
}

void TestInputFile::aPipeHoldsNothingUp()
{
    const QString pipe = m_folder.filePath("pipe.png");
    QCOMPARE(::mkfifo(QFile::encodeName(pipe).constData(), 0600), 0);
    const auto read = readWhole(pipe, InputKind::Picture); // nobody writes: opening it plainly would wait for ever
    QVERIFY(!read);
    QVERIFY(read.error().message.find("is a pipe") != std::string::npos);
}

void TestInputFile::aSocketIsRefused()
{
    const QByteArray path = QFile::encodeName(m_folder.filePath("socket"));
    const int socket = ::socket(AF_UNIX, SOCK_STREAM, 0);
    sockaddr_un address{};
    address.sun_family = AF_UNIX;
    qstrncpy(address.sun_path, path.constData(), sizeof address.sun_path);
    QCOMPARE(::bind(socket, reinterpret_cast<sockaddr*>(&address), sizeof address), 0);
    const auto read = readWhole(QString::fromUtf8(path), InputKind::List);
    ::close(socket);
    QVERIFY(!read);
    QVERIFY2(read.error().message.find("is a socket") != std::string::npos, read.error().message.c_str());
}

void TestInputFile::aFileTooLargeForItsKindIsRefused()
{
    const QString path = put("large.csv", "x");
    QVERIFY(QFile::resize(path, mostBytes(InputKind::List))); // a hole: takes no room
    QVERIFY(readWhole(path, InputKind::List));
    QVERIFY(QFile::resize(path, mostBytes(InputKind::List) + 1));
    const auto read = readWhole(path, InputKind::List);
    QVERIFY(!read);
    QCOMPARE(read.error().message, "large.csv has more than 16 megabytes; is it the right file?");
    QVERIFY(readWhole(path, InputKind::Dump)); // for another kind it is small
}

void TestInputFile::theStartOfAPipeIsNothing()
{
    const QString pipe = m_folder.filePath("start");
    QCOMPARE(::mkfifo(QFile::encodeName(pipe).constData(), 0600), 0);
    QVERIFY(startOf(pipe, 100).isEmpty());
}

IRIS_TEST(TestInputFile, QCoreApplication)
#include "tst_inputfile.moc"
