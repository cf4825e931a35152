#include "../testprogram.h"
#include "colour/deltae.h"
#include "colour/observer.h"
#include "sheet/scan.h"

#include <QColorSpace>
#include <QCoreApplication>
#include <QImageWriter>
#include <QProcess>
#include <QTemporaryDir>
#include <QtEndian>
#include <QtTest>
#include <lcms2.h>

using namespace iris;

namespace {

QImage colourful(QSize size, QImage::Format format = QImage::Format_RGB32)
{
    QImage image(size, QImage::Format_RGB32);
    for (int y = 0; y < size.height(); ++y)
        for (int x = 0; x < size.width(); ++x)
            image.setPixel(x, y, qRgb(x * 255 / size.width(), y * 255 / size.height(), 90));
    return image.convertToFormat(format);
}

LinearRgb lightAt(const Scan& scan, int x, int y)
{
    QRgba64 pixel;
    LinearRgb light;
    scan.row(y, x, 1, {&pixel, 1});
    scan.convert({&pixel, 1}, {&light, 1});
    return light;
}

Lab labAt(const Scan& scan, int x, int y)
{
    return toLab(toXyz(lightAt(scan, x, y)), d50White);
}

bool run(const QString& program, const QStringList& arguments)
{
    QProcess process;
    process.start(program, arguments);
    return process.waitForFinished(60000) && process.exitCode() == 0;
}

} // namespace

class TestScan : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase() { QVERIFY(m_folder.isValid()); }
    void formatsAreRead_data();
    void formatsAreRead();
    void sixteenBitsAreKept();
    void orientationIsHonoured();
    void resolutionIsTakenWhenItIsKnown();
    void profilesAgreeWithLittleCms_data();
    void profilesAgreeWithLittleCms();
    void wholePicturesAgreeWithJpgicc();
    void damagedNotesEndNothing();
    void badPictures_data();
    void badPictures();

private:
    QString file(const QString& name) const { return m_folder.filePath(name); }
    QTemporaryDir m_folder;
};

void TestScan::formatsAreRead_data()
{
    QTest::addColumn<QString>("name");
    QTest::addColumn<QByteArray>("format");
    QTest::newRow("png") << "a.png" << QByteArray("png");
    QTest::newRow("jpeg") << "a.jpg" << QByteArray("jpeg");
    QTest::newRow("tiff") << "a.tif" << QByteArray("tiff");
    QTest::newRow("png called jpg") << "b.jpg" << QByteArray("png");
}

void TestScan::formatsAreRead()
{
    QFETCH(QString, name);
    QFETCH(QByteArray, format);
    QVERIFY(QImageWriter(file(name), format).write(colourful({120, 80})));
    const auto scan = Scan::load(file(name));
    QVERIFY2(scan, scan ? "" : scan.error().message.c_str());
    QCOMPARE(scan->size(), QSize(120, 80));
    const Srgb middle{127, 127, 90, false};
    QVERIFY(deltaE00(labAt(*scan, 60, 40), toLab(middle)) < 2.5);
}

void TestScan::sixteenBitsAreKept()
{
    QImage deep = colourful({64, 64}, QImage::Format_RGBX64);
    for (int x = 0; x < 64; ++x)
        reinterpret_cast<QRgba64*>(deep.scanLine(10))[x] =
            qRgba64(static_cast<quint16>(30000 + x), 20000, 10000, 65535);
    QVERIFY(deep.save(file("deep.png")));
    const auto scan = Scan::load(file("deep.png"));
    QVERIFY(scan);
    // Sixty-three steps of sixteen bits are a quarter of one step of eight.
    QVERIFY(lightAt(*scan, 63, 10).red > lightAt(*scan, 0, 10).red);
    QVERIFY(std::abs(lightAt(*scan, 0, 10).red - srgbDecoded(30000 / 65535.0)) < 1e-6);
}

void TestScan::orientationIsHonoured()
{
    QVERIFY(colourful({100, 80}).save(file("turned.jpg"), nullptr, 95));
    if (!run("exiftool", {"-overwrite_original", "-n", "-Orientation=6", file("turned.jpg")}))
        QSKIP("exiftool is not installed");
    const auto scan = Scan::load(file("turned.jpg"));
    QVERIFY(scan);
    QCOMPARE(scan->size(), QSize(80, 100)); // 6: the camera was turned right, so the picture is turned back
    // The picture's left edge, with no red, is at the top once it is upright.
    QVERIFY(lightAt(*scan, 30, 3).red < 0.05);
    QVERIFY(lightAt(*scan, 30, 96).red > 0.7);
}

void TestScan::resolutionIsTakenWhenItIsKnown()
{
    QImage image = colourful({80, 80});
    image.setDotsPerMeterX(11811);
    image.setDotsPerMeterY(11811);
    QVERIFY(image.save(file("dpi.png")));
    QVERIFY(std::abs(Scan::load(file("dpi.png"))->pixelsPerMm().value() - 11.811) < 1e-6);
    image.setDotsPerMeterX(2835); // the 72 dpi of a camera that does not know
    image.setDotsPerMeterY(2835);
    QVERIFY(image.save(file("nodpi.png")));
    QVERIFY(!Scan::load(file("nodpi.png"))->pixelsPerMm());
}

void TestScan::profilesAgreeWithLittleCms_data()
{
    QTest::addColumn<QString>("profile");
    QTest::addColumn<QString>("name");
    for (const auto* name : {"png", "jpg", "tif"}) {
        QTest::addRow("Adobe RGB gamut, %s", name)
            << "/usr/share/color/icc/colord/AdobeRGB1998.icc" << QString("profile.%1").arg(name);
        QTest::addRow("wide gamut, %s", name)
            << "/usr/share/color/icc/colord/WideGamutRGB.icc" << QString("wide.%1").arg(name);
    }
}

/// The Lab of a pixel of a picture with an embedded profile, against LittleCMS's own command line.
void TestScan::profilesAgreeWithLittleCms()
{
    QFETCH(QString, profile);
    QFETCH(QString, name);
    QFile icc(profile);
    QVERIFY(icc.open(QIODevice::ReadOnly));
    QImage image(64, 64, QImage::Format_RGB32);
    image.fill(qRgb(180, 90, 40));
    image.setPixel(0, 0, qRgb(181, 90, 40));
    image.setColorSpace(QColorSpace::fromIccProfile(icc.readAll()));
    QVERIFY(image.save(file(name), nullptr, 100));
    const auto scan = Scan::load(file(name));
    QVERIFY(scan);
    QVERIFY(!scan->light().isSrgb());

    QProcess transicc;
    transicc.start("transicc", {"-i", profile, "-o", "*Lab4", "-t", "1", "-n"});
    QVERIFY2(transicc.waitForStarted(), "transicc of liblcms2-utils is needed");
    transicc.write("180\n90\n40\n");
    transicc.closeWriteChannel();
    QVERIFY(transicc.waitForFinished());
    const QStringList numbers =
        QString(transicc.readAllStandardOutput()).split(QRegularExpression("\\s+"), Qt::SkipEmptyParts);
    QVERIFY2(numbers.size() >= 3, qPrintable(numbers.join(' ')));
    const Lab expected{numbers[0].toDouble(), numbers[1].toDouble(), numbers[2].toDouble()};
    const double apart = deltaE00(labAt(*scan, 16, 16), expected);
    QVERIFY2(apart < 0.6, qPrintable(QString::number(apart))); // Lab to 8 bits, and JPEG
}

/// A picture with a wide-gamut profile, against the same after LittleCMS's own jpgicc has turned it into sRGB.
void TestScan::wholePicturesAgreeWithJpgicc()
{
    QFile icc("/usr/share/color/icc/colord/AdobeRGB1998.icc");
    QVERIFY(icc.open(QIODevice::ReadOnly));
    QImage image(96, 64, QImage::Format_RGB32);
    const std::array colours{qRgb(180, 120, 90), qRgb(90, 130, 110), qRgb(120, 120, 160), qRgb(200, 195, 180)};
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x)
            image.setPixel(x, y, colours[static_cast<std::size_t>(x / 24)]);
    image.setColorSpace(QColorSpace::fromIccProfile(icc.readAll()));
    QVERIFY(image.save(file("before.jpg"), nullptr, 100));
    QVERIFY2(run("jpgicc", {"-q", "100", "-t", "1", file("before.jpg"), file("after.jpg")}),
             "jpgicc of liblcms2-utils is needed");
    const auto before = Scan::load(file("before.jpg"));
    const auto after = Scan::load(file("after.jpg"));
    QVERIFY(before && after);
    for (const int x : {12, 36, 60, 84}) {
        const double apart = deltaE00(labAt(*before, x, 32), labAt(*after, x, 32));
        QVERIFY2(apart < 0.7, qPrintable(QString("%1 at %2").arg(apart).arg(x))); // 8 bits and JPEG twice
    }
    // Without its profile the picture would be read as something else.
    QVERIFY(deltaE00(labAt(*before, 12, 32), toLab(Srgb{180, 120, 90, false})) > 1.5);
}

namespace {

/// A PNG that claims another size in its header, checksum and all. Source of the checksum: ISO 3309, as RFC 2083 has
/// it.
QByteArray claiming(QByteArray png, quint32 width, quint32 height)
{
    constexpr qsizetype headerAt = 12; // "IHDR", its 13 bytes, then its checksum
    qToBigEndian(width, png.data() + headerAt + 4);
    qToBigEndian(height, png.data() + headerAt + 8);
    quint32 crc = 0xffffffff;
    for (const char byte : png.mid(headerAt, 17)) {
        crc ^= static_cast<unsigned char>(byte);
        for (int bit = 0; bit < 8; ++bit)
            crc = crc & 1 ? 0xedb88320 ^ crc >> 1 : crc >> 1;
    }
    qToBigEndian(~crc, png.data() + headerAt + 17);
    return png;
}

} // namespace

/// Notes so damaged that the library which reads them throws what it does not say it throws (std::out_of_range).
void TestScan::damagedNotesEndNothing()
{
    const auto scan = Scan::load(QStringLiteral(IRIS_SOURCE_DIR "/tests/data/damaged-exif.jpg"));
    QVERIFY(!scan); // the picture is damaged as well
    QCOMPARE(scan.error().message, std::string("damaged-exif.jpg is damaged and cannot be read"));
}

void TestScan::badPictures_data()
{
    QTest::addColumn<QString>("name");
    QTest::addColumn<QByteArray>("content");
    QTest::addColumn<QString>("says");
    const auto encoded = [](const QImage& image, const char* format) {
        QByteArray bytes;
        QBuffer buffer(&bytes);
        buffer.open(QIODevice::WriteOnly);
        image.save(&buffer, format);
        return bytes;
    };
    const QByteArray png = encoded(colourful({200, 200}), "PNG");
    const QByteArray jpeg = encoded(colourful({200, 200}), "JPEG");
    const QByteArray huge = claiming(png, 30'000, 30'000);
    QByteArray inks = jpeg;
    const qsizetype frame = inks.indexOf(QByteArray::fromHex("ffc0"));
    inks[frame + 9] = 4;
    QByteArray badProfile = encoded(colourful({80, 80}), "JPEG");
    badProfile.insert(2, QByteArray::fromHex("ffe200d8") + QByteArray("ICC_PROFILE\0\1\1", 14) + QByteArray(200, 'x'));
    QTest::newRow("nothing in it") << "empty.png" << QByteArray() << "empty file";
    QTest::newRow("no picture") << "words.png" << QByteArray("the tide was out") << "not a picture";
    QTest::newRow("cut off") << "cut.png" << png.left(png.size() / 3) << "damaged";
    QTest::newRow("nine hundred megapixels") << "huge.png" << huge << "900 million pixels";
    QTest::newRow("greys") << "grey.png" << encoded(colourful({70, 70}, QImage::Format_Grayscale8), "PNG") << "greys";
    QTest::newRow("printing inks") << "inks.jpg" << inks << "printing inks";
    QTest::newRow("damaged profile") << "profile.jpg" << badProfile << "profile";
}

void TestScan::badPictures()
{
    QFETCH(QString, name);
    QFETCH(QByteArray, content);
    QFETCH(QString, says);
    QFile out(file(name));
    QVERIFY(out.open(QIODevice::WriteOnly));
    out.write(content);
    out.close();
    const auto scan = Scan::load(file(name));
    QVERIFY(!scan);
    QCOMPARE(scan.error().code, ErrorCode::BadPicture);
    QVERIFY2(QString::fromStdString(scan.error().message).contains(says), scan.error().message.c_str());
    QCOMPARE(QString::fromStdString(scan.error().file), file(name));
    const auto missing = Scan::load(file("missing.png"));
    QVERIFY(!missing);
    QCOMPARE(missing.error().code, ErrorCode::FileUnreadable);
}

IRIS_TEST(TestScan, QCoreApplication)
#include "tst_scan.moc"
