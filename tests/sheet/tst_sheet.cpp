#include "../testprogram.h"
#include "madedevices.h"
#include "madesheets.h"

#include "base/parallel.h"
#include "colour/deltae.h"
#include "sheet/sheetfiling.h"
#include "sheet/sheetfont.h"
#include "sheet/sheetmarks.h"
#include "sheet/sheetreader.h"

#include <QGuiApplication>
#include <QPainter>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>
#include <atomic>
#include <mutex>
#include <thread>

using namespace iris;

/// Sheets to paint: laid out, printed, painted by a made-up painter, scanned by a made-up device, and read back.
class TestSheet : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void nothingOverlaps_data();
    void nothingOverlaps();
    void whatDoesNotFitIsRefused();
    void effortIsAddedUp();
    void printedTrueToSize();
    void lettersAndLongLabels();
    void marksAreFoundHoweverTurned_data();
    void marksAreFoundHoweverTurned();
    void manySheets();
    void photographs_data();
    void photographs();
    void badPictures_data();
    void badPictures();
    void aSheetPrintedTooSmallIsRead();
    void paintOnOneCornerIsForgiven();
    void spoiltCodesAreTyped();
    void blankSquaresAreToldApart();
    void anotherMixIsAskedAbout();
    void inkThatRanIsAskedAbout_data();
    void inkThatRanIsAskedAbout();
    void otherNotebooksAreRefused();
    void filedSquaresAreRecords();
    void readingAgainReplaces();
    void coloursAreMovedToWhitePaper();
    void deletedTubesStillRead();
    void canBeStopped();
};

namespace {

constexpr double sheetDpi = 150;

Scan flatbed(const MadeSheet& made, const SheetPainting& painting = {}, double fineness = sheetDpi)
{
    const SimulatedSheet sheet(made.page(), made.notebook, made.paints, painting);
    return scanned(sheet, fineness, scannerFaults(1, painting.seed));
}

QString messageOf(const Result<SheetReading>& reading)
{
    return reading ? QStringLiteral("it was read") : QString::fromStdString(reading.error().message);
}

/// The first row and column of dark pixels along a line, mm from the start.
double firstDark(const QImage& page, QPoint from, QPoint step, double pixelsPerMm)
{
    QPoint at = from;
    for (int i = 0; page.rect().contains(at); ++i, at += step)
        if (qGray(page.pixel(at)) < 230)
            return i / pixelsPerMm;
    return -1;
}

struct SheetFigures {
    std::mutex mutex;
    std::vector<double> apart;
    int sheetsFound = 0;
    int misread = 0;
    int doubtful = 0;
    QStringList lost;
};

void readOneSheet(unsigned seed, const std::vector<DeviceCorrection>& devices, SheetFigures& figures)
{
    const MadeSheet made = madeSheet(seed, 36);
    std::mt19937 random(seed);
    SheetPainting painting;
    painting.seed = seed;
    painting.paper = {95 + random() % 15 / 10.0, random() % 10 / 10.0 - 0.5, random() % 30 / 10.0};
    painting.specks = static_cast<int>(random() % 60);
    painting.grain = random() % 20 / 100.0;
    const SimulatedSheet sheet(made.page(), made.notebook, made.paints, painting);
    const unsigned device = seed % static_cast<unsigned>(devices.size());
    DeviceFaults faults = scannerFaults(device, seed);
    faults.tiltDegrees += random() % 2 ? 180 : 0;
    const Scan scan = scanned(sheet, sheetDpi, faults);
    SheetOptions options;
    options.device = devices[device];
    const auto reading = readSheet(scan, made.notebook, made.paints, options);
    const std::scoped_lock lock(figures.mutex);
    if (!reading) {
        figures.lost << messageOf(reading);
        return;
    }
    ++figures.sheetsFound;
    for (const SquareReading& square : reading->squares) {
        const double apart = deltaE00(square.wash.colour, *sheet.truth(square.cell));
        figures.apart.push_back(apart);
        figures.doubtful += !square.certain();
        // Misread: nearer to some other square of the sheet that is plainly another colour than to its own.
        for (std::size_t other = 0; other < 36; ++other)
            figures.misread += apart > 5 && deltaE00(square.wash.colour, *sheet.truth(other)) < apart - 3;
    }
}

} // namespace

void TestSheet::initTestCase()
{
    QVERIFY(loadFonts());
}

void TestSheet::nothingOverlaps_data()
{
    QTest::addColumn<int>("format");
    QTest::addColumn<double>("cell");
    for (const double cell : {15.0, 18.0, 25.0, 40.0, 75.0}) {
        QTest::addRow("A4, %g mm", cell) << int(SheetFormat::A4) << cell;
        QTest::addRow("Letter, %g mm", cell) << int(SheetFormat::Letter) << cell;
    }
}

void TestSheet::nothingOverlaps()
{
    QFETCH(int, format);
    QFETCH(double, cell);
    const SheetRoom room = roomOn(static_cast<SheetFormat>(format), cell);
    QVERIFY(room.cells() >= 2);
    const MadeSheet made =
        madeSheet(1, static_cast<std::size_t>(room.cells()), cell, room.columns, static_cast<SheetFormat>(format));
    const SheetLayout layout = layoutOf(made.record()).value();
    QCOMPARE(layout.cells.size(), static_cast<std::size_t>(room.cells()));
    std::vector<QRectF> places;
    for (std::size_t i = 0; i < layout.cells.size(); ++i) {
        QCOMPARE(layout.cells[i].width(), cell);
        places.push_back(layout.cells[i]);
        places.push_back(layout.labels[i].adjusted(1, 0, -1, 0));
        QVERIFY(layout.cells[i].contains(layout.washOf(i, true)));
        QVERIFY(layout.lineOf(i).contains(layout.overLineOf(i)));
        QVERIFY(!layout.washOf(i, true).intersects(layout.lineOf(i)));
        for (const QRectF& tag : layout.tags) // nothing is painted within 5 mm of a tag
            QVERIFY(!layout.cells[i].intersects(tag.adjusted(-5, -5, 5, 5)));
        for (const QRectF& gutter : layout.gutters())
            for (std::size_t j = 0; j < layout.cells.size(); ++j)
                QVERIFY(!gutter.intersects(layout.cells[j]) && !gutter.intersects(layout.lineOf(j)));
    }
    for (const auto& marks : {std::vector<QRectF>(layout.tags.begin(), layout.tags.end()),
                              std::vector<QRectF>(layout.codes.begin(), layout.codes.end()), layout.whites})
        places.insert(places.end(), marks.begin(), marks.end());
    places.push_back(layout.title);
    places.push_back(layout.foot);
    for (std::size_t i = 0; i < places.size(); ++i) {
        QVERIFY(QRectF(QPointF(), layout.page).adjusted(5, 5, -5, -5).contains(places[i]));
        for (std::size_t j = i + 1; j < places.size(); ++j)
            QVERIFY2(!places[i].intersects(places[j]), qPrintable(QStringLiteral("%1 and %2").arg(i).arg(j)));
    }
}

void TestSheet::whatDoesNotFitIsRefused()
{
    SheetRecord sheet = madeSheet(1, 36).record();
    QVERIFY(layoutOf(sheet));
    sheet.columns = 7;
    QVERIFY(!layoutOf(sheet));
    sheet.columns = 6;
    sheet.cells.resize(48, sheet.cells[0]);
    const auto refused = layoutOf(sheet);
    QVERIFY(!refused);
    QVERIFY2(refused.error().message.find("6 by 6 do") != std::string::npos, refused.error().message.c_str());
    sheet.cellMm = 14;
    QVERIFY(!layoutOf(sheet));
}

void TestSheet::effortIsAddedUp()
{
    SheetRecord sheet;
    sheet.cells = {{{{{1}, "Lemon", 3}, {{2}, "Blue", 1}}, 1.0}, {}, {{{{2}, "Blue", 1}}, 0.5}};
    const SheetEffort effort = effortOf(sheet);
    QCOMPARE(effort.squares, 2);
    QCOMPARE(effort.fewestMinutes, 4.0);
    QCOMPARE(effort.mostMinutes, 6.0);
    QCOMPARE(effort.paints.size(), std::size_t{2});
    QVERIFY(std::abs(effort.paints[0].ml - 0.0225) < 1e-12);
    QVERIFY(std::abs(effort.paints[1].ml - 0.0225) < 1e-12);
}

void TestSheet::printedTrueToSize()
{
    QTemporaryDir folder;
    const MadeSheet made = madeSheet(3, 36);
    const QString pdf = folder.filePath("sheet.pdf");
    QVERIFY(writePdf({made.page()}, pdf));
    // Measured by another program altogether.
    QCOMPARE(QProcess::execute("pdftoppm", {"-r", "500", "-gray", "-png", pdf, folder.filePath("page")}), 0);
    const QImage page(folder.filePath("page-1.png"));
    QVERIFY(!page.isNull());
    constexpr double perMm = 500 / 25.4;
    QVERIFY(std::abs(page.width() / perMm - 210) < 0.2);
    QVERIFY(std::abs(page.height() / perMm - 297) < 0.2);
    const SheetLayout layout = made.page().layout;
    for (const std::size_t cell : {std::size_t{0}, std::size_t{5}, std::size_t{30}, std::size_t{35}}) {
        const QRectF& square = layout.cells[cell];
        const QPoint middle((square.center() * perMm).toPoint() + QPoint(0, 100));
        const double left = firstDark(page, middle, {-1, 0}, perMm);
        const double right = firstDark(page, middle, {1, 0}, perMm);
        QVERIFY2(std::abs(left + right - 25) < 0.2, qPrintable(QString::number(left + right)));
        QVERIFY(std::abs(middle.x() / perMm - left - square.left()) < 0.2);
        const double down = firstDark(page, middle, {0, 1}, perMm);
        QVERIFY(std::abs(middle.y() / perMm + down - square.bottom()) < 0.2);
    }
    // The whole loop without a painter: the printed page itself is recognised.
    const auto found = findSheet(Scan::of(page.convertToFormat(QImage::Format_RGB32), perMm));
    QVERIFY2(found, found ? "" : found.error().message.c_str());
    QCOMPARE(found->code, std::optional(QString("3F9A0C-4")));
    QVERIFY(std::abs(found->printedScale - 1) < 0.002);
}

void TestSheet::lettersAndLongLabels()
{
    QTemporaryDir folder;
    MadeSheet made = madeSheet(3, 12, 25, 6, SheetFormat::Letter);
    made.notebook.tubes[0].name = "Lemon Yellow of a very long name that no square has room for";
    made.notebook.sheets[0].cells[0].parts = {{{1}, "x", 1}, {{2}, "y", 2}, {{77}, "gone", 3}};
    const SheetPage page = made.page();
    QCOMPARE(page.labels[0].size(), 3);
    QVERIFY(page.labels[0][2].contains("gone")); // its kept name
    QVERIFY(page.labels[4].last().contains("middle wash"));
    QVERIFY(page.aTouch.contains("8 touches make a part"));
    made.notebook.handling = Handling{4};
    QVERIFY(made.page().aTouch.contains("4 touches make a part"));
    made.notebook.handling = usualHandling;
    QVERIFY(writePdf({page, page}, folder.filePath("two.pdf")));
    QProcess info;
    info.start("pdfinfo", {folder.filePath("two.pdf")});
    QVERIFY(info.waitForFinished());
    const QString text = info.readAllStandardOutput();
    QVERIFY2(text.contains("Pages:           2") && text.contains("letter"), qPrintable(text));
    QVERIFY(!writePdf({page}, "/no/such/folder/sheet.pdf"));
}

void TestSheet::marksAreFoundHoweverTurned_data()
{
    QTest::addColumn<double>("degrees");
    for (const double degrees : {0.0, 7.0, 45.0, 90.0, 133.0, 180.0, 270.0})
        QTest::addRow("%g", degrees) << degrees;
}

void TestSheet::marksAreFoundHoweverTurned()
{
    QFETCH(double, degrees);
    const MadeSheet made = madeSheet(5, 12);
    QTransform turn;
    turn.rotate(degrees);
    QImage print = pictureOfPage(made.page(), 6);
    QImage framed(print.size() + QSize(40, 40), QImage::Format_RGB32);
    framed.fill(Qt::white);
    QPainter(&framed).drawImage(20, 20, print);
    const QImage turned = framed.transformed(turn, Qt::SmoothTransformation).convertToFormat(QImage::Format_RGB32);
    QImage ground(turned.size(), QImage::Format_RGB32);
    ground.fill(Qt::white);
    QPainter(&ground).drawImage(0, 0, turned);
    const auto found = findSheet(Scan::of(ground, 6.0));
    QVERIFY2(found, found ? "" : found.error().message.c_str());
    QCOMPARE(found->tags, 4);
    QCOMPARE(found->code, std::optional(QString("3F9A0C-6")));
    // A mm along the page is a mm of the picture, turned as it was turned.
    const QPointF way = found->toPixels.map(QPointF(110, 100)) - found->toPixels.map(QPointF(100, 100));
    QVERIFY(std::abs(std::hypot(way.x(), way.y()) - 60) < 0.4);
    double angle = qRadiansToDegrees(std::atan2(way.y(), way.x()));
    QVERIFY(std::abs(std::remainder(angle - degrees, 360)) < 0.3);
}

void TestSheet::manySheets()
{
    std::vector<DeviceCorrection> devices;
    for (unsigned device = 0; device < 10; ++device) {
        const auto correction = calibrated(device);
        QVERIFY2(correction, correction ? "" : correction.error().message.c_str());
        devices.push_back(*correction);
    }
    SheetFigures figures;
    // Two from each device show the same as a hundred, in a fifth of the time; IRIS_MANY asks for them all.
    const int sheets = qEnvironmentVariableIsSet("IRIS_MANY") ? 100 : 20;
    inParallel(static_cast<std::size_t>(sheets), {},
               [&](std::size_t seed) { readOneSheet(static_cast<unsigned>(seed), devices, figures); });
    std::ranges::sort(figures.apart);
    const auto at = [&](double share) {
        return figures.apart[static_cast<std::size_t>(share * static_cast<double>(figures.apart.size() - 1))];
    };
    qInfo() << figures.sheetsFound << "of" << sheets << "sheets; deltaE00 median" << at(0.5) << "95th" << at(0.95)
            << "worst" << at(1) << "misread" << figures.misread << "asked about" << figures.doubtful << figures.lost;
    QVERIFY(figures.sheetsFound >= 0.98 * sheets);
    QVERIFY(at(0.5) < 0.8);
    QCOMPARE(figures.misread, 0);
    QVERIFY(figures.doubtful < 0.54 * sheets); // 1.5 % of 36 squares each; what lies beyond the device is asked about
}

void TestSheet::photographs_data()
{
    QTest::addColumn<double>("tilt");
    QTest::addColumn<double>("perspective");
    QTest::newRow("square on") << 0.0 << 0.0;
    QTest::newRow("hand-held") << 9.0 << 0.05;
    QTest::newRow("at thirty degrees") << 30.0 << 0.2;
    QTest::newRow("upside down") << 178.0 << 0.05;
}

void TestSheet::photographs()
{
    QFETCH(double, tilt);
    QFETCH(double, perspective);
    const MadeSheet made = madeSheet(11, 12);
    const SimulatedSheet sheet(made.page(), made.notebook, made.paints, {});
    DeviceFaults faults = cameraFaults(2, 3);
    faults.tiltDegrees = tilt;
    faults.perspective = perspective;
    const Scan photo = photographed(sheet, 2000, faults);
    SheetOptions options;
    options.device = calibrated(2).value();
    options.paperWhite = Lab{96.1, 0, 1.2};
    const auto reading = readSheet(photo, made.notebook, made.paints, options);
    QVERIFY2(reading, qPrintable(messageOf(reading)));
    QCOMPARE(reading->sheet, made.record().id);
    QCOMPARE(reading->squares.size(), std::size_t{12});
    std::vector<double> apart;
    for (const SquareReading& square : reading->squares)
        apart.push_back(deltaE00(square.wash.colour, *sheet.truth(square.cell)));
    std::ranges::sort(apart);
    QVERIFY2(apart[6] < 1.5 && apart[11] < 6, qPrintable(QStringLiteral("%1, %2").arg(apart[6]).arg(apart[11])));
}

void TestSheet::badPictures_data()
{
    QTest::addColumn<QString>("what");
    QTest::addColumn<QString>("says");
    QTest::newRow("half a sheet") << "half"
                                  << "only 2 of the sheet's four corner marks";
    QTest::newRow("marks painted over") << "smeared"
                                        << "corner marks";
    QTest::newRow("two sheets") << "two"
                                << "two sheets";
    QTest::newRow("mirrored") << "mirrored"
                              << "mirror image";
    QTest::newRow("too coarse") << "coarse"
                                << "too coarse";
    QTest::newRow("another picture") << "other"
                                     << "no printed sheet";
    QTest::newRow("from the side") << "oblique"
                                   << "too much from the side";
    QTest::newRow("two halves") << "halves"
                                << "do not lie as on one flat sheet";
}

void TestSheet::badPictures()
{
    QFETCH(QString, what);
    QFETCH(QString, says);
    const MadeSheet made = madeSheet(9, 6);
    SheetPainting painting;
    if (what == "smeared")
        painting.smears = {QRectF(12, 12, 9, 9), QRectF(190, 12, 5, 12)};
    QImage image = flatbed(made, painting).image();
    const auto joined = [&](const QImage& left, const QImage& right) {
        QImage both(left.width() + right.width(), left.height(), QImage::Format_RGB32);
        QPainter painter(&both);
        painter.drawImage(0, 0, left);
        painter.drawImage(left.width(), 0, right);
        return both;
    };
    if (what == "half")
        image = image.copy(0, 0, image.width(), image.height() / 2);
    else if (what == "two")
        image = joined(image, image);
    else if (what == "mirrored")
        image = image.mirrored(true, false);
    else if (what == "coarse")
        image = image.scaledToWidth(image.width() / 2, Qt::SmoothTransformation);
    else if (what == "other")
        image = image.copy(250, 250, 700, 900);
    else if (what == "halves") {
        const int half = image.width() / 2;
        image = joined(image.copy(0, 0, half, image.height()), image.copy(half, 120, half, image.height()));
    } else if (what == "oblique") {
        image = image.scaled(2 * image.size());
        const QRectF whole(QPointF(), QSizeF(image.size()));
        const QPolygonF from{{whole.topLeft(), whole.topRight(), whole.bottomRight(), whole.bottomLeft()}};
        const QPolygonF to{{from[0] + QPointF(500, 1900), from[1] + QPointF(-500, 1900), from[2], from[3]}};
        QTransform lean;
        QVERIFY(QTransform::quadToQuad(from, to, lean));
        image = image.transformed(lean, Qt::SmoothTransformation);
    }
    const auto reading =
        readSheet(Scan::of(image.convertToFormat(QImage::Format_RGB32)), made.notebook, made.paints, {});
    QVERIFY2(!reading && messageOf(reading).contains(says), qPrintable(messageOf(reading)));
}

void TestSheet::aSheetPrintedTooSmallIsRead()
{
    const MadeSheet made = madeSheet(13, 12);
    SheetPainting painting;
    painting.printedScale = 0.94; // "fit to page"
    const SimulatedSheet sheet(made.page(), made.notebook, made.paints, painting);
    const auto reading = readSheet(scanned(sheet, sheetDpi, scannerFaults(1, 1)), made.notebook, made.paints, {});
    QVERIFY2(reading, qPrintable(messageOf(reading)));
    QVERIFY(std::abs(reading->found.printedScale - 0.94) < 0.005);
    for (const SquareReading& square : reading->squares)
        QVERIFY(square.certain());
}

void TestSheet::paintOnOneCornerIsForgiven()
{
    const MadeSheet made = madeSheet(15, 36);
    SheetPainting painting;
    painting.smears = {QRectF(12, 12, 9, 9)};
    const SimulatedSheet sheet(made.page(), made.notebook, made.paints, painting);
    const auto reading = readSheet(scanned(sheet, sheetDpi, scannerFaults(1, 1)), made.notebook, made.paints, {});
    QVERIFY2(reading, qPrintable(messageOf(reading)));
    QCOMPARE(reading->found.tags, 3);
    for (const SquareReading& square : reading->squares) // the far corner's squares too
        QVERIFY2(deltaE00(square.wash.colour, *sheet.truth(square.cell)) < 9, qPrintable(QString::number(square.cell)));
}

void TestSheet::spoiltCodesAreTyped()
{
    const MadeSheet made = madeSheet(15, 12);
    SheetPainting painting;
    const SheetLayout layout = made.page().layout;
    for (const QRectF& code : layout.codes)
        painting.smears.push_back(code.adjusted(2, 2, -2, -2));
    const Scan scan = flatbed(made, painting);
    const auto refused = readSheet(scan, made.notebook, made.paints, {});
    QVERIFY2(!refused && messageOf(refused).contains("type what is printed"), qPrintable(messageOf(refused)));
    SheetOptions options;
    options.typedCode = "3f9a0c-16";
    QVERIFY(readSheet(scan, made.notebook, made.paints, options));
    options.typedCode = "rubbish";
    QVERIFY(messageOf(readSheet(scan, made.notebook, made.paints, options)).contains("no code of a sheet"));
    // One code is enough.
    painting.smears.pop_back();
    QVERIFY(readSheet(flatbed(made, painting), made.notebook, made.paints, {}));
}

void TestSheet::blankSquaresAreToldApart()
{
    const MadeSheet made = madeSheet(21, 12);
    SheetPainting painting;
    painting.blank = {0, 7, 11};
    const auto reading = readSheet(flatbed(made, painting), made.notebook, made.paints, {});
    QVERIFY2(reading, qPrintable(messageOf(reading)));
    for (const SquareReading& square : reading->squares) {
        const bool blank = std::ranges::find(painting.blank, square.cell) != painting.blank.end();
        QCOMPARE(square.blank(), blank);
        QCOMPARE(square.certain(), !blank);
    }
}

void TestSheet::anotherMixIsAskedAbout()
{
    // The painter took the wrong blue and yellow in one square: what is printed there cannot be what is painted.
    const MadeSheet made = madeSheet(23, 12);
    MadeSheet painted = made;
    std::swap(painted.notebook.sheets[0].cells[2].parts, painted.notebook.sheets[0].cells[3].parts);
    const Scan scan = flatbed(painted);
    const auto reading = readSheet(scan, made.notebook, made.paints, {});
    QVERIFY2(reading, qPrintable(messageOf(reading)));
    int asked = 0;
    for (const SquareReading& square : reading->squares) {
        if (square.cell == 2 || square.cell == 3)
            asked += !square.certain();
        else
            QVERIFY2(square.certain(), qPrintable(QString::number(square.apart)));
    }
    QVERIFY(asked >= 1);
}

void TestSheet::inkThatRanIsAskedAbout_data()
{
    QTest::addColumn<double>("runsMm");
    QTest::addColumn<double>("unevenness");
    QTest::newRow("waterproof") << 0.0 << 0.04;
    QTest::newRow("waterproof, uneven washes") << 0.0 << 0.2;
    QTest::newRow("a little") << 2.0 << 0.04;
    QTest::newRow("badly") << 6.0 << 0.04;
    QTest::newRow("all over") << 15.0 << 0.04;
}

/// No colour is filed that ink has spoilt: a square is asked about, or its colour is near what was meant.
void TestSheet::inkThatRanIsAskedAbout()
{
    QFETCH(double, runsMm);
    QFETCH(double, unevenness);
    const MadeSheet made = madeSheet(27, 36);
    SheetPainting painting;
    painting.lineRuns = runsMm;
    painting.unevenness = unevenness;
    const SimulatedSheet sheet(made.page(), made.notebook, made.paints, painting);
    const auto device = calibrated(1);
    QVERIFY2(device, device ? "" : device.error().message.c_str());
    SheetOptions options;
    options.device = *device;
    const auto reading = readSheet(flatbed(made, painting), made.notebook, made.paints, options);
    QVERIFY2(reading, qPrintable(messageOf(reading)));
    int ran = 0;
    double worst = 0;
    for (const SquareReading& square : reading->squares) {
        ran += std::ranges::find(square.doubts, SquareDoubt::LineRan) != square.doubts.end();
        if (square.certain())
            worst = std::max(worst, deltaE00(square.wash.colour, *sheet.truth(square.cell)));
    }
    qInfo() << ran << "of 36 asked about; worst of the others" << worst;
    QCOMPARE(ran, runsMm > 0 ? 36 : 0);
    QCOMPARE(reading->ink.hasRun(), runsMm > 0);
    QCOMPARE(reading->ink.squares, 36U);
    QVERIFY(worst < (unevenness > 0.1 ? 3 : 1.3)); // what 100 sheets without ink had as their worst
}

void TestSheet::otherNotebooksAreRefused()
{
    const MadeSheet made = madeSheet(25, 6);
    const Scan scan = flatbed(made);
    Notebook other = made.notebook;
    other.code = "000001";
    QVERIFY(messageOf(readSheet(scan, other, made.paints, {})).contains("another notebook (3F9A0C-26)"));
    other = made.notebook;
    other.sheets.clear();
    QVERIFY(messageOf(readSheet(scan, other, made.paints, {})).contains("taken out"));
    other = made.notebook;
    other.sheets[0].format = SheetFormat::Letter;
    QVERIFY(messageOf(readSheet(scan, other, made.paints, {})).contains("other paper"));
}

void TestSheet::filedSquaresAreRecords()
{
    const MadeSheet made = madeSheet(27, 12);
    SheetPainting painting;
    painting.blank = {4};
    const Scan scan = flatbed(made, painting);
    const SheetReading reading = readSheet(scan, made.notebook, made.paints, {}).value();
    std::vector<std::size_t> all;
    for (const SquareReading& square : reading.squares)
        all.push_back(square.cell);
    NotebookEdit edit = filing(made.notebook, scan, reading, all, {"2026-10-05", "rough", false});
    QCOMPARE(edit.mixes.put.size(), std::size_t{11});
    QVERIFY(edit.sheets.put.empty()); // one square is still to be painted
    for (std::size_t i = 0; i < edit.mixes.put.size(); ++i) {
        MixRecord& mix = edit.mixes.put[i];
        QVERIFY(validate(mix));
        QCOMPARE(mix.parts, made.record().cells[static_cast<std::size_t>(mix.cell)].parts);
        QCOMPARE(mix.date, std::string("2026-10-05"));
        QVERIFY(mix.painted && mix.overBlack);
        QCOMPARE(mix.picture, edit.pictures[i].name);
        QVERIFY(!QImage::fromData(QByteArray::fromStdString(edit.pictures[i].bytes)).isNull());
        mix.id = {static_cast<std::int64_t>(i) + 1};
    }
    const Notebook after = edited(made.notebook, edit);
    QCOMPARE(lessonsOf(after).squares.size(), std::size_t{11});
    QCOMPARE(edited(after, inverseOf(made.notebook, edit)), made.notebook);
}

void TestSheet::readingAgainReplaces()
{
    const MadeSheet made = madeSheet(29, 6);
    const Scan scan = flatbed(made);
    const SheetReading reading = readSheet(scan, made.notebook, made.paints, {}).value();
    NotebookEdit first = filing(made.notebook, scan, reading, {0, 1, 2, 3, 4, 5}, {"2026-10-05", "", true});
    for (std::size_t i = 0; i < first.mixes.put.size(); ++i) {
        first.mixes.put[i].id = {static_cast<std::int64_t>(i) + 1};
        first.mixes.put[i].notes = "reeds";
    }
    QVERIFY(first.sheets.put.empty()); // wet squares will be read again
    const Notebook wet = edited(made.notebook, first);
    QVERIFY(lessonsOf(wet).squares.empty());
    // One square read dry finishes no sheet, whatever was read wet.
    QVERIFY(filing(wet, scan, reading, {2}, {"2026-10-06", "", false}).sheets.put.empty());
    NotebookEdit again = filing(wet, scan, reading, {0, 1, 2, 3, 4, 5}, {"2026-10-06", "", false});
    QCOMPARE(again.mixes.put.size(), std::size_t{6});
    for (std::size_t i = 0; i < again.mixes.put.size(); ++i) {
        QCOMPARE(again.mixes.put[i].id, MixId{});
        again.mixes.put[i].id = {static_cast<std::int64_t>(i) + 7};
    }
    const Notebook dry = edited(wet, again);
    // The wet readings stay beside the dry ones, which have their words.
    QCOMPARE(dry.mixes.size(), std::size_t{12});
    QCOMPARE(std::ranges::count(dry.mixes, true, &MixRecord::wet), 6);
    QVERIFY(dry.sheets[0].finished);
    for (const MixRecord& mix : dry.mixes)
        QCOMPARE(mix.notes, std::string("reeds"));
    // Read dry once more, the new readings take the place of those.
    const NotebookEdit third = filing(dry, scan, reading, {0, 1, 2, 3, 4, 5}, {"2026-10-07", "", false});
    QCOMPARE(edited(dry, third).mixes.size(), std::size_t{12});
    for (const MixRecord& mix : third.mixes.put)
        QVERIFY(mix.id.value > 6 && !mix.wet);
}

void TestSheet::coloursAreMovedToWhitePaper()
{
    // The same paint on cream paper and on white: what is filed is the colour it has on white.
    const MadeSheet made = madeSheet(35, 12);
    SheetPainting cream;
    cream.paper = {91, 1, 9};
    SheetPainting white = cream;
    white.paper = {96.08, -0.12, 0.41};
    const SimulatedSheet onCream(made.page(), made.notebook, made.paints, cream);
    const SimulatedSheet onWhite(made.page(), made.notebook, made.paints, white);
    SheetOptions options;
    options.paperWhite = cream.paper;
    const auto reading = readSheet(scanned(onCream, sheetDpi, {}), made.notebook, made.paints, options);
    QVERIFY2(reading, qPrintable(messageOf(reading)));
    double asSeen = 0;
    double moved = 0;
    for (const SquareReading& square : reading->squares) {
        asSeen = std::max(asSeen, deltaE00(square.wash.colour, *onWhite.truth(square.cell)));
        moved = std::max(moved, deltaE00(square.painted, *onWhite.truth(square.cell)));
    }
    QVERIFY2(moved < 2 && asSeen > 2 * moved, qPrintable(QStringLiteral("%1, as seen %2").arg(moved).arg(asSeen)));
}

void TestSheet::deletedTubesStillRead()
{
    const MadeSheet made = madeSheet(31, 6);
    const Scan scan = flatbed(made);
    NotebookEdit removal;
    const TubeId gone = made.record().cells[0].parts[0].tube;
    removal.tubes.removed = {gone};
    const Notebook after = edited(made.notebook, removal);
    std::vector<Paint> paints = made.paints;
    paints.erase(paints.begin() + (gone.value - 1));
    const auto reading = readSheet(scan, after, paints, {});
    QVERIFY2(reading, qPrintable(messageOf(reading)));
    QVERIFY(reading->squares[0].certain());
    QVERIFY(deltaE00(reading->squares[0].painted, reading->squares[0].wash.colour) < 1e-9);
}

void TestSheet::canBeStopped()
{
    const MadeSheet made = madeSheet(33, 6);
    std::stop_source stop;
    SheetOptions options;
    options.stop = stop.get_token();
    QStringList said;
    options.progress = [&](const char* doing) {
        said << doing;
        stop.request_stop();
    };
    const auto reading = readSheet(flatbed(made), made.notebook, made.paints, options);
    QVERIFY(!reading && reading.error().code == ErrorCode::Stopped);
    QCOMPARE(said.size(), 1);
}

IRIS_TEST(TestSheet, QGuiApplication)
#include "tst_sheet.moc"
