#include "../testfiles.h"
#include "../testprogram.h"
#include "sheet/picturefile.h"

#include <QCoreApplication>
#include <QTemporaryDir>
#include <QtTest>

using namespace iris;

/// Which pictures are let in, and what is said of the others before any memory is taken.
class TestPictureFile : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void formatsAreToldByTheirFirstBytes_data();
    void formatsAreToldByTheirFirstBytes();
    void sizesAreJudgedBeforeMemoryIsTaken_data();
    void sizesAreJudgedBeforeMemoryIsTaken();
    void whatIsFreeIsKnown();
    void drawingsThatReadOtherFilesStayOut();
    void everyEndingThatIsWrittenIsReadBack_data();
    void everyEndingThatIsWrittenIsReadBack();
};

void TestPictureFile::formatsAreToldByTheirFirstBytes_data()
{
    QTest::addColumn<QByteArray>("start");
    QTest::addColumn<int>("format"); // -1: none that is read
    QTest::newRow("PNG") << QByteArray("\x89PNG\r\n\x1a\n....") << 0;
    QTest::newRow("JPEG") << QByteArray("\xff\xd8\xff\xe1....") << 1;
    QTest::newRow("TIFF, Intel") << QByteArray("II*\0....", 8) << 2;
    QTest::newRow("TIFF, Motorola") << QByteArray("MM\0*....", 8) << 2;
    QTest::newRow("WebP") << QByteArray("RIFF\1\2\3\4WEBPVP8 ") << 3;
    QTest::newRow("sound") << QByteArray("RIFF\1\2\3\4WAVEfmt ") << -1;
    QTest::newRow("drawing") << QByteArray("<svg xmlns='http://www.w3.org/2000/svg'/>") << -1;
    QTest::newRow("BMP") << QByteArray("BM......") << -1;
    QTest::newRow("GIF") << QByteArray("GIF89a..") << -1;
    QTest::newRow("nothing") << QByteArray() << -1;
}

void TestPictureFile::formatsAreToldByTheirFirstBytes()
{
    QFETCH(QByteArray, start);
    QFETCH(int, format);
    const auto found = pictureFormatOf(start);
    QCOMPARE(found ? static_cast<int>(*found) : -1, format);
}

void TestPictureFile::sizesAreJudgedBeforeMemoryIsTaken_data()
{
    QTest::addColumn<QSize>("size");
    QTest::addColumn<bool>("deep");
    QTest::addColumn<qint64>("free");
    QTest::addColumn<QString>("says");
    constexpr qint64 gigabyte = qint64{1} << 30;
    QTest::newRow("an A4 page at 300 dpi") << QSize(2480, 3508) << false << gigabyte << "";
    QTest::newRow("the smallest") << QSize(64, 64) << false << gigabyte << "";
    QTest::newRow("one pixel less") << QSize(63, 64) << false << gigabyte << "at least 64 x 64";
    QTest::newRow("a dot") << QSize(1, 1) << false << gigabyte << "1 x 1";
    QTest::newRow("a strip") << QSize(30000, 2) << false << gigabyte << "at least 64 x 64";
    QTest::newRow("the largest") << QSize(20000, 20000) << false << 64 * gigabyte << "";
    QTest::newRow("one row more") << QSize(20000, 20001) << false << 64 * gigabyte << "400 million pixels";
    QTest::newRow("deep, and little is free") << QSize(8000, 8000) << true << gigabyte / 2 << "megabytes of memory";
    QTest::newRow("the same with 8 bits") << QSize(8000, 8000) << false << gigabyte << "";
    QTest::newRow("beyond counting") << QSize(2147483647, 2147483647) << true << gigabyte << "million pixels";
}

void TestPictureFile::sizesAreJudgedBeforeMemoryIsTaken()
{
    QFETCH(QSize, size);
    QFETCH(bool, deep);
    QFETCH(qint64, free);
    QFETCH(QString, says);
    const QString fault = faultOfSize(size, deep, 1000, free);
    QVERIFY2(says.isEmpty() ? fault.isEmpty() : fault.contains(says), qPrintable(fault));
}

void TestPictureFile::whatIsFreeIsKnown()
{
    const auto available = memoryAvailable();
    QVERIFY(available && *available > 1'000'000);
}

void TestPictureFile::drawingsThatReadOtherFilesStayOut()
{
    const QTemporaryDir folder;
    const QString path = folder.filePath("scan.png");
    putFile(path, "<svg xmlns='http://www.w3.org/2000/svg' width='200' height='200'><image href='other.png'/></svg>");
    const auto opened = openPicture(path);
    QVERIFY(!opened);
    QCOMPARE(opened.error().code, ErrorCode::BadPicture);
}

void TestPictureFile::everyEndingThatIsWrittenIsReadBack_data()
{
    QTest::addColumn<QString>("ending");
    for (const char* ending : {"png", "jpg", "JPEG", "tif", "tiff"})
        QTest::newRow(ending) << QString(ending);
}

void TestPictureFile::everyEndingThatIsWrittenIsReadBack()
{
    QFETCH(QString, ending);
    const QTemporaryDir folder;
    QImage image(90, 70, QImage::Format_RGB32);
    image.fill(qRgb(180, 90, 40));
    const QString path = folder.filePath("picture." + ending);
    QVERIFY(writePicture(image, path));
    const auto read = openPicture(path).and_then([](const PictureFile& file) { return decode(file); });
    QVERIFY(read);
    QCOMPARE(read->size(), image.size());
    QVERIFY(!writePicture(image, folder.filePath("picture.bmp")));
}

IRIS_TEST(TestPictureFile, QCoreApplication)
#include "tst_picturefile.moc"
