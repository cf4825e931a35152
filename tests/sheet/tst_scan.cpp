#include "../testfiles.h"
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

/// A TIFF of four channels of a byte, the fourth of which does not say what it is. Source: TIFF 6.0, section 2 and
/// ExtraSamples.
QByteArray tiffOf(quint32 width, quint32 height, const QByteArray& pixels)
{
    constexpr quint16 shortType = 3;
    constexpr quint16 longType = 4;
    struct Field {
        quint16 tag;
        quint16 type;
        quint32 count;
        quint32 value;
    };
    constexpr quint32 fields = 11;
    constexpr quint32 bitsAt = 8 + 2 + 12 * fields + 4;
    const std::array<Field, fields> all{{{256, longType, 1, width},
                                         {257, longType, 1, height},
                                         {258, shortType, 4, bitsAt},
                                         {259, shortType, 1, 1},
                                         {262, shortType, 1, 2}, // red, green, blue
                                         {273, longType, 1, bitsAt + 8},
                                         {277, shortType, 1, 4},
                                         {278, longType, 1, height},
                                         {279, longType, 1, static_cast<quint32>(pixels.size())},
                                         {284, shortType, 1, 1},
                                         {338, shortType, 1, 0}}}; // unspecified
    QByteArray bytes;
    QDataStream out(&bytes, QIODevice::WriteOnly);
    out.setByteOrder(QDataStream::LittleEndian);
    out.writeRawData("II*\0", 4);
    out << quint32{8} << static_cast<quint16>(fields);
    for (const Field& field : all)
        out << field.tag << field.type << field.count << field.value;
    out << quint32{0} << quint16{8} << quint16{8} << quint16{8} << quint16{8};
    return bytes + pixels;
}

} // namespace

class TestScan : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase() { QVERIFY(m_folder.isValid()); }
    void formatsAreRead_data();
    void formatsAreRead();
    void sixteenBitsAreKept();
    void orientationIsHonoured_data();
    void orientationIsHonoured();
    void whatIsCutOffIsRefused_data();
    void whatIsCutOffIsRefused();
    void transparentPlacesAreWhiteAndSaid_data();
    void transparentPlacesAreWhiteAndSaid();
    void aChannelThatDoesNotSayWhatItIsIsLeftOut();
    void printingInksAreRefusedWhereverTheyAreSaid();
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

void TestScan::orientationIsHonoured_data()
{
    QTest::addColumn<QString>("name");
    QTest::addColumn<int>("orientation");
    for (const char* ending : {"jpg", "png", "webp", "tif"})
        for (int orientation = QByteArray(ending) == "jpg" ? 1 : 5; orientation <= 8; ++orientation)
            QTest::addRow("%s, %d", ending, orientation)
                << QString("turned%1.%2").arg(orientation).arg(ending) << orientation;
}

/// Every way a camera may be held (of PNG, WebP and TIFF those that lie on their side), against ImageMagick's own way
/// upright.
void TestScan::orientationIsHonoured()
{
    QFETCH(QString, name);
    QFETCH(int, orientation);
    QVERIFY(colourful({100, 80}).save(file(name), nullptr, 95));
    QVERIFY2(
        run("exiftool", {"-overwrite_original", "-n", QString("-EXIF:Orientation=%1").arg(orientation), file(name)}),
        "exiftool is needed");
    // ImageMagick knows the orientation of two of the four formats itself, and is told it here.
    const QStringList names{"",        "TopLeft",  "TopRight",    "BottomRight", "BottomLeft",
                            "LeftTop", "RightTop", "RightBottom", "LeftBottom"};
    QVERIFY(run("convert", {file(name), "-orient", names[orientation], "-auto-orient", "-strip", file("upright.png")}));
    const QImage expected(file("upright.png"));
    const auto scan = Scan::load(file(name));
    QVERIFY2(scan, scan ? "" : scan.error().message.c_str());
    QCOMPARE(scan->size(), expected.size());
    for (const QPoint place : {QPoint(5, 5), QPoint(70, 5), QPoint(5, 70), QPoint(70, 70)}) {
        const QColor there = expected.pixelColor(place);
        const Lab wanted = toLab(Srgb{static_cast<std::uint8_t>(there.red()), static_cast<std::uint8_t>(there.green()),
                                      static_cast<std::uint8_t>(there.blue()), false});
        QVERIFY(deltaE00(labAt(*scan, place.x(), place.y()), wanted) < 2);
    }
}

void TestScan::whatIsCutOffIsRefused_data()
{
    QTest::addColumn<QStringList>("made");
    QTest::addColumn<int>("percent");
    for (const int percent : {10, 60, 98}) {
        QTest::addRow("jpeg, %d %%", percent) << QStringList{"cut.jpg"} << percent;
        QTest::addRow("jpeg in passes, %d %%", percent) << QStringList{"-interlace", "plane", "cut.jpg"} << percent;
        QTest::addRow("png, %d %%", percent) << QStringList{"cut.png"} << percent;
        QTest::addRow("tiff, %d %%", percent) << QStringList{"cut.tif"} << percent;
        QTest::addRow("webp, %d %%", percent) << QStringList{"cut.webp"} << percent;
    }
}

/// A card that was pulled while it was copied: what is missing was read as grey, and as blue.
void TestScan::whatIsCutOffIsRefused()
{
    QFETCH(QStringList, made);
    QFETCH(int, percent);
    QVERIFY(run("convert", QStringList{"-seed", "3", "-size", "400x300", "plasma:tomato-steelblue", "-depth", "8"}
                               + made.mid(0, made.size() - 1) + QStringList{file(made.back())}));
    QVERIFY(Scan::load(file(made.back())));
    const QByteArray whole = contentsOf(file(made.back()));
    putFile(file(made.back()), whole.left(whole.size() * percent / 100));
    const auto scan = Scan::load(file(made.back()));
    QVERIFY(!scan);
    QCOMPARE(scan.error().code, ErrorCode::BadPicture);
    QVERIFY2(scan.error().message.find("damaged") != std::string::npos, scan.error().message.c_str());
}

void TestScan::transparentPlacesAreWhiteAndSaid_data()
{
    QTest::addColumn<QString>("name");
    QTest::addColumn<int>("format");
    QTest::newRow("png") << "glass.png" << static_cast<int>(QImage::Format_ARGB32);
    QTest::newRow("png, 16 bits") << "deep.png" << static_cast<int>(QImage::Format_RGBA64);
    QTest::newRow("tiff") << "glass.tif" << static_cast<int>(QImage::Format_ARGB32);
    QTest::newRow("webp") << "glass.webp" << static_cast<int>(QImage::Format_ARGB32);
}

void TestScan::transparentPlacesAreWhiteAndSaid()
{
    QFETCH(QString, name);
    QFETCH(int, format);
    QImage image = colourful({100, 80}).convertToFormat(static_cast<QImage::Format>(format));
    QVERIFY(image.save(file(name), nullptr, 100));
    QVERIFY(Scan::load(file(name))->remark().empty()); // a picture that could be seen through and is not
    for (int y = 0; y < 40; ++y)
        for (int x = 0; x < 100; ++x)
            image.setPixelColor(x, y, QColor(200, 60, 40, x < 50 ? 0 : 128));
    QVERIFY(image.save(file(name), nullptr, 100));
    const auto scan = Scan::load(file(name));
    QVERIFY2(scan, scan ? "" : scan.error().message.c_str());
    QCOMPARE(scan->remark(), "transparent places of " + name.toStdString() + " are taken as white");
    QVERIFY(deltaE00(labAt(*scan, 20, 20), {100, 0, 0}) < 0.5);
    const QColor half = scan->image().pixelColor(80, 20); // half red, half white
    QVERIFY2(std::abs(half.red() - 227) < 3 && std::abs(half.green() - 157) < 3 && std::abs(half.blue() - 147) < 3,
             qPrintable(half.name()));
    QVERIFY(deltaE00(labAt(*scan, 60, 60), labAt(Scan::of(colourful({100, 80})), 60, 60)) < 2);
}

/// A scanner's infrared beside red, green and blue: not how much is seen through.
void TestScan::aChannelThatDoesNotSayWhatItIsIsLeftOut()
{
    QByteArray pixels;
    for (int i = 0; i < 80 * 80; ++i)
        pixels.append(QByteArray::fromHex(i % 2 ? "c83c2805" : "c83c28a0"));
    putFile(file("infrared.tif"), tiffOf(80, 80, pixels));
    const auto scan = Scan::load(file("infrared.tif"));
    QVERIFY2(scan, scan ? "" : scan.error().message.c_str());
    QVERIFY(scan->remark().empty());
    QVERIFY(deltaE00(labAt(*scan, 41, 40), toLab(Srgb{200, 60, 40, false})) < 0.5);
}

void TestScan::printingInksAreRefusedWhereverTheyAreSaid()
{
    QVERIFY(run("convert", {"-size", "100x80", "gradient:tomato-steelblue", "-colorspace", "CMYK", file("inks.jpg")}));
    const QByteArray inks = contentsOf(file("inks.jpg"));
    // Any number of fill bytes may stand before a marker. Source: ITU-T T.81, B.1.1.2.
    QByteArray filled = inks;
    filled.insert(inks.indexOf(QByteArray::fromHex("ffc0")), QByteArray(5, '\xff'));
    for (const QByteArray& one : {inks, filled}) {
        putFile(file("inks.jpg"), one);
        const auto scan = Scan::load(file("inks.jpg"));
        QVERIFY(!scan);
        QVERIFY2(scan.error().message.find("printing inks") != std::string::npos, scan.error().message.c_str());
    }
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
    const QByteArray huge = claiming(png, 30'000, 30'000);
    QByteArray badProfile = encoded(colourful({80, 80}), "JPEG");
    badProfile.insert(2, QByteArray::fromHex("ffe200d8") + QByteArray("ICC_PROFILE\0\1\1", 14) + QByteArray(200, 'x'));
    QTest::newRow("nothing in it") << "empty.png" << QByteArray() << "empty file";
    QTest::newRow("no picture") << "words.png" << QByteArray("the tide was out") << "not a picture";
    QTest::newRow("cut off") << "cut.png" << png.left(png.size() / 3) << "damaged";
    QTest::newRow("nine hundred megapixels") << "huge.png" << huge << "900 million pixels";
    QTest::newRow("greys") << "grey.png" << encoded(colourful({70, 70}, QImage::Format_Grayscale8), "PNG") << "greys";
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
