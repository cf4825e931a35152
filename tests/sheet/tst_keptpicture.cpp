#include "../testprogram.h"
#include "sheet/keptpicture.h"

#include <QColorSpace>
#include <QCoreApplication>
#include <QCryptographicHash>
#include <QFile>
#include <QImageWriter>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

using namespace iris;

namespace {

/// Red on the left, blue on the right.
QImage halves(QSize size)
{
    QImage image(size, QImage::Format_RGB32);
    for (int y = 0; y < size.height(); ++y)
        for (int x = 0; x < size.width(); ++x)
            image.setPixel(x, y, x < size.width() / 2 ? qRgb(200, 40, 40) : qRgb(40, 40, 200));
    return image;
}

QImage imageOf(const Picture& picture)
{
    return QImage::fromData(QByteArray::fromStdString(picture.bytes));
}

bool near(QRgb one, QColor two, int tolerance)
{
    return std::abs(qRed(one) - two.red()) <= tolerance && std::abs(qGreen(one) - two.green()) <= tolerance
           && std::abs(qBlue(one) - two.blue()) <= tolerance;
}

} // namespace

/// Pictures that are kept beside a record.
class TestKeptPicture : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void widePicturesAreShrunk();
    void namesAreThoseOfTheContents();
    void formatsAreTaken_data();
    void formatsAreTaken();
    void coloursAreMadeSrgb();
    void turnedPicturesStandUpright();
    void faultsAreToldInWords_data();
    void faultsAreToldInWords();

private:
    QString file(const char* name) const { return m_folder.filePath(QLatin1String(name)); }
    QTemporaryDir m_folder;
};

void TestKeptPicture::widePicturesAreShrunk()
{
    const QImage wide = imageOf(pictureOf(halves({1600, 400}), 800));
    QCOMPARE(wide.size(), QSize(800, 200));
    QVERIFY(near(wide.pixel(100, 100), QColor(200, 40, 40), 6));
    QVERIFY(near(wide.pixel(700, 100), QColor(40, 40, 200), 6));
    QCOMPARE(imageOf(pictureOf(halves({300, 900}), 800)).size(), QSize(300, 900));
}

void TestKeptPicture::namesAreThoseOfTheContents()
{
    const Picture one = pictureOf(halves({60, 40}), 100);
    QCOMPARE(one, pictureOf(halves({60, 40}), 100));
    QVERIFY(one.name != pictureOf(halves({60, 44}), 100).name);
    const QByteArray hash =
        QCryptographicHash::hash(QByteArray::fromStdString(one.bytes), QCryptographicHash::Sha256).toHex();
    QCOMPARE(QByteArray::fromStdString(one.name), hash);
}

void TestKeptPicture::formatsAreTaken_data()
{
    QTest::addColumn<QByteArray>("format");
    QTest::addColumn<bool>("grey");
    QTest::newRow("png") << QByteArray("png") << false;
    QTest::newRow("jpeg") << QByteArray("jpeg") << false;
    QTest::newRow("tiff") << QByteArray("tiff") << false;
    QTest::newRow("a drawing in greys") << QByteArray("png") << true; // no use for measuring, good enough to look at
}

void TestKeptPicture::formatsAreTaken()
{
    QFETCH(QByteArray, format);
    QFETCH(bool, grey);
    QImage image = halves({120, 80});
    if (grey)
        image = image.convertToFormat(QImage::Format_Grayscale8);
    QVERIFY(QImageWriter(file("taken.bin"), format).write(image));
    const auto kept = pictureFrom(file("taken.bin"), 900);
    QVERIFY2(kept, kept ? "" : kept.error().message.c_str());
    QVERIFY(near(imageOf(*kept).pixel(20, 40), image.pixelColor(20, 40), 8));
}

/// A file in a wider space than sRGB holds other numbers for the same colour; what is kept looks the same on a screen.
void TestKeptPicture::coloursAreMadeSrgb()
{
    QImage image = halves({120, 80});
    image.setColorSpace(QColorSpace::SRgb);
    QImage wide = image.convertedToColorSpace(QColorSpace::ProPhotoRgb);
    QVERIFY(!near(wide.pixel(20, 40), QColor(200, 40, 40), 20));
    QVERIFY(wide.save(file("wide.png")));
    const auto kept = pictureFrom(file("wide.png"), 900);
    QVERIFY(kept);
    QVERIFY(near(imageOf(*kept).pixel(20, 40), QColor(200, 40, 40), 8));
}

void TestKeptPicture::turnedPicturesStandUpright()
{
    QVERIFY(halves({100, 80}).save(file("turned.jpg"), nullptr, 95));
    QProcess turn;
    turn.start("exiftool", {"-overwrite_original", "-n", "-Orientation=6", file("turned.jpg")});
    if (!turn.waitForFinished(60000) || turn.exitCode() != 0)
        QSKIP("exiftool is not installed");
    const auto kept = pictureFrom(file("turned.jpg"), 900);
    QVERIFY(kept);
    const QImage upright = imageOf(*kept);
    QCOMPARE(upright.size(), QSize(80, 100));
    QVERIFY(near(upright.pixel(30, 20), QColor(200, 40, 40), 12)); // left became top
}

void TestKeptPicture::faultsAreToldInWords_data()
{
    QTest::addColumn<QString>("name");
    QTest::addColumn<QByteArray>("bytes");
    QTest::addColumn<QString>("says");
    QTest::newRow("not there") << "gone.png" << QByteArray() << "gone.png cannot be read";
    QTest::newRow("empty") << "empty.png" << QByteArray("") << "empty.png is an empty file";
    QTest::newRow("a letter") << "letter.png" << QByteArray("Dear painter,") << "letter.png is not a picture";
    QTest::newRow("only its head") << "head.png"
                                   << QByteArray("\x89PNG\r\n\x1a\n\0\0\0\rIHDR\0\0\0\x10\0\0\0\x10\x08\2\0\0\0", 29)
                                   << "head.png is";
}

void TestKeptPicture::faultsAreToldInWords()
{
    QFETCH(QString, name);
    QFETCH(QByteArray, bytes);
    QFETCH(QString, says);
    const QString path = m_folder.filePath(name);
    if (!bytes.isNull()) {
        QFile out(path);
        QVERIFY(out.open(QIODevice::WriteOnly));
        out.write(bytes);
    }
    const auto kept = pictureFrom(path, 900);
    QVERIFY(!kept);
    QVERIFY2(QString::fromStdString(kept.error().message).startsWith(says), kept.error().message.c_str());
    QCOMPARE(QString::fromStdString(kept.error().file), path);
}

IRIS_TEST(TestKeptPicture, QCoreApplication)
#include "tst_keptpicture.moc"
