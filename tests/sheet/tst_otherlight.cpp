#include "../testprogram.h"
#include "colour/deltae.h"
#include "colour/observer.h"
#include "madesheets.h"
#include "sheet/sheetlight.h"
#include "sheet/sheetplan.h"
#include "sheet/sheetreader.h"

#include <QGuiApplication>
#include <QProcess>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QtTest>

using namespace iris;

/// The same painted sheet under another light or through another device: what ImageMagick, which knows nothing of this
/// project, does to its scan. A square is read as in the scan itself, or doubted, or the sheet is refused.
class TestOtherLight : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void isSetRightOrDoubted_data();
    void isSetRightOrDoubted();
    void nothingIsDoubtedInAGoodScan();
    void controlsSayWhatWasSetRight();
    void aDeviceUnderAnotherLampIsNotBelieved();
    void theTubesThatTellMostAreOpaqueOrDark();
    void oneWrongTubeBendsNothing();
    void everySheetHasItsChecks();

private:
    MadeSheet m_made;            ///< as the notebook knows the tubes
    std::vector<Paint> m_really; ///< as they are
    QTemporaryDir m_folder;
    QString m_scan;
    SheetReading m_plain;

    SheetReading read(const QString& path, const SheetOptions& options = {}) const;
    QString distorted(const QStringList& how, const QString& ending = QStringLiteral("tif")) const;
};

namespace {

constexpr double lightDpi = 150;

Swatch jittered(Swatch swatch, std::mt19937& random)
{
    std::normal_distribution<double> noise(0, 0.5);
    for (Lab* lab : {&swatch.full, &swatch.thin, &swatch.overBlack})
        *lab = {lab->l + noise(random), lab->a + noise(random), lab->b + noise(random)};
    return swatch;
}

} // namespace

/// Ten tubes that were measured with some noise, and are stronger or weaker than they are believed to be; 36 squares of
/// their pairs and the squares that check the light.
void TestOtherLight::initTestCase()
{
    if (QStandardPaths::findExecutable(QStringLiteral("convert")).isEmpty())
        QSKIP("ImageMagick is not there");
    std::mt19937 random(7);
    m_made = madeSheet(7, 36, 22);
    m_really = m_made.paints;
    FilmCache films;
    for (std::size_t i = 0; i < m_made.paints.size(); ++i) {
        Tube& tube = m_made.notebook.tubes[i];
        tube.swatch = jittered(m_really[i].swatch, random);
        m_made.paints[i] = paintOf(tube, ReferenceTable::shipped(), films).value();
        m_really[i].strength *= std::exp(std::normal_distribution<double>(0, 0.2)(random));
    }
    SheetChoice choice{
        "Pairs of the marsh", "2026-10-04", SheetFormat::A4, 22, true, controlSquares(m_made.notebook, m_made.paints)};
    QCOMPARE(choice.controls.size(), std::size_t{3});
    auto sheets = sheetsFor(m_made.record().cells, 6, choice);
    QVERIFY(sheets && sheets->size() == 1);
    sheets->front().id = {8};
    m_made.notebook.sheets = *sheets;
    SheetPainting painting;
    painting.seed = 3;
    const SimulatedSheet sheet(m_made.page(), m_made.notebook, m_really, painting);
    DeviceFaults scanner;
    scanner.noise = 0.8;
    scanner.gain = {0.97, 0.97, 0.97};
    m_scan = m_folder.filePath("scan.png");
    QVERIFY(scanned(sheet, lightDpi, scanner).image().save(m_scan));
    m_plain = read(m_scan);
    QCOMPARE(m_plain.squares.size(), std::size_t{39});
}

SheetReading TestOtherLight::read(const QString& path, const SheetOptions& options) const
{
    const auto scan = Scan::load(path);
    const auto reading = readSheet(scan.value(), m_made.notebook, m_made.paints, options);
    return reading ? *reading : SheetReading();
}

QString TestOtherLight::distorted(const QStringList& how, const QString& ending) const
{
    const QString path = m_folder.filePath("distorted." + ending);
    QProcess convert;
    convert.start("convert", QStringList{m_scan} + how
                                 + QStringList{"-depth", "8", "-compress", ending == "tif" ? "none" : "jpeg", path});
    convert.waitForFinished(120000);
    return convert.exitCode() == 0 ? path : QString();
}

void TestOtherLight::isSetRightOrDoubted_data()
{
    QTest::addColumn<QString>("how");
    // So many at least nobody is asked about: doubting everything is no reading. Ten of the 39 lie beyond sRGB, where
    // any device of that space is at its limit.
    QTest::addColumn<int>("certain");
    const auto add = [](const char* name, const char* how, int certain) {
        QTest::newRow(name) << QString(how) << certain;
    };
    add("a warm lamp: blue at 80 %", "-channel B -evaluate multiply 0.8 +channel", 28);
    add("red at 85 %", "-channel R -evaluate multiply 0.85 +channel", 28);
    add("a bulb: green at 92 %, blue at 70 %",
        "-channel G -evaluate multiply 0.92 -channel B -evaluate multiply 0.7 +channel", 28);
    add("light falls to the corners by 30 %",
        "( -size %1x%2 radial-gradient:white-gray85 ) -compose multiply -composite", 28);
    add("and by more than half", "( -size %1x%2 radial-gradient:white-gray68 ) -compose multiply -composite", 28);
    add("light falls from left to right",
        "( -size %2x%1 gradient:white-gray70 -rotate 90 -resize %1x%2! ) -compose multiply -composite", 28);
    add("a soft shadow over a third",
        "( -size %1x%2 xc:white -fill gray78 -draw polygon:0,0,500,0,250,1754,0,1754 "
        "-resize 10% -blur 0x6 -resize %1x%2! ) -compose multiply -composite",
        18);
    add("a shadow with an edge",
        "( -size %1x%2 xc:white -fill gray78 -draw polygon:0,0,620,0,420,1754,0,1754 -blur "
        "0x4 ) -compose multiply -composite",
        10);
    add("a tone curve of 0.8", "-gamma 0.8", 28);
    add("a tone curve of 1.2", "-gamma 1.2", 28);
    add("a tone curve of 1.4", "-gamma 1.4", 28);
    add("darker by a sixth", "-evaluate multiply 0.85", 28);
    add("too much light", "-evaluate multiply 1.2", 0);
    add("more contrast", "-sigmoidal-contrast 4x50%", 28);
    add("less contrast", "+sigmoidal-contrast 3x50%", 28);
    add("haze", "+level 8%,100%", 28);
    add("more colour", "-modulate 100,130,100", 0);
    add("other hues", "-modulate 100,100,104", 0);
    add("levels set by a program", "-level 6%,96%", 28);
    add("a warm lamp and a tone curve", "-channel B -evaluate multiply 0.85 +channel -gamma 0.85", 28);
    add("JPEG at 40", "-quality 40 jpeg", 28);
    add("blur", "-blur 0x1.5", 28);
    add("noise", "-seed 5 -attenuate 0.4 +noise Gaussian", 28);
    add("turned by a few degrees", "-background white -rotate 6 +repage", 28);
}

/// Within 3 of the undistorted reading, or doubted, or refused; none silently more than 6 off.
void TestOtherLight::isSetRightOrDoubted()
{
    QFETCH(QString, how);
    QFETCH(int, certain);
    const QImage size(m_scan);
    QStringList arguments;
    for (QString word : how.split(' ')) {
        word.replace("%1x%2", QStringLiteral("%1x%2").arg(size.width()).arg(size.height()));
        word.replace("%2x%1", QStringLiteral("%2x%1").arg(size.width()).arg(size.height()));
        if (word.startsWith("polygon:"))
            word = "polygon " + word.mid(8);
        arguments << word;
    }
    const QString ending = arguments.last() == "jpeg" ? arguments.takeLast() : QString("tif");
    const QString path = distorted(arguments, ending);
    QVERIFY(!path.isEmpty());
    const SheetReading reading = read(path);
    int silent = 0;
    int doubted = 0;
    double worst = 0;
    std::vector<double> all;
    for (std::size_t i = 0; i < reading.squares.size(); ++i) {
        const SquareReading& square = reading.squares[i];
        if (!square.certain()) {
            ++doubted;
            continue;
        }
        const double off = deltaE00(square.painted, m_plain.squares[i].painted);
        all.push_back(off);
        worst = std::max(worst, off);
        silent += off > 3;
    }
    std::ranges::sort(all);
    qInfo("median %.2f worst %.2f of %d, %d beyond 3, %d doubted; known %d off %.2f, then %.2f; power %.2f veil %.3f "
          "bend %.2f mix %.2f%s",
          all.empty() ? 0.0 : all[all.size() / 2], worst, int(all.size()), silent, doubted, int(reading.light.known),
          reading.light.missBefore, reading.light.missAfter, reading.light.tone.power, reading.light.tone.veil,
          reading.light.tone.bend, reading.light.tone.mix, reading.squares.empty() ? " refused" : "");
    QVERIFY2(worst <= 6 && silent == 0, "read wrongly without a word");
    QVERIFY2(static_cast<int>(all.size()) >= certain, "too many are asked about");
}

void TestOtherLight::nothingIsDoubtedInAGoodScan()
{
    for (const SquareReading& square : m_plain.squares)
        for (const SquareDoubt doubt : square.doubts) // colours outside sRGB are at the limit of any device
            QVERIFY2(doubt == SquareDoubt::Patchy, describe(doubt).c_str());
    QVERIFY(!m_plain.light.doubtful && !m_plain.light.mended());
    QVERIFY(remarksOn(m_plain).empty());
}

void TestOtherLight::controlsSayWhatWasSetRight()
{
    const SheetReading reading = read(distorted({"-gamma", "0.8"}));
    QVERIFY(reading.light.mended());
    QVERIFY2(std::abs(reading.light.tone.power - 1.25) < 0.1, qPrintable(QString::number(reading.light.tone.power)));
    QVERIFY(QString::fromStdString(remarksOn(reading).front()).contains("all in one way"));
}

/// A scanner that was set right by a chart says what it saw then; under another lamp the paper would come out blue.
void TestOtherLight::aDeviceUnderAnotherLampIsNotBelieved()
{
    SheetOptions options;
    options.device = DeviceCorrection();
    options.device->uncertainty = 1;
    const SheetReading reading =
        read(distorted({"-channel", "B", "-evaluate", "multiply", "0.8", "+channel"}), options);
    QVERIFY(reading.paperOdd);
    for (std::size_t i = 0; i < reading.squares.size(); ++i)
        if (reading.squares[i].certain())
            QVERIFY(deltaE00(reading.squares[i].painted, m_plain.squares[i].painted) < 3);
    QVERIFY(!read(m_scan, options).paperOdd);
}

void TestOtherLight::theTubesThatTellMostAreOpaqueOrDark()
{
    const auto chosen = tellingTubes(m_made.notebook, m_made.paints);
    QCOMPARE(chosen.size(), std::size_t{3});
    for (const std::size_t place : chosen)
        QVERIFY2(m_made.paints[place].name != "Tube PY3" && m_made.paints[place].name != "Tube PV19/rose",
                 m_made.paints[place].name.c_str());
    Notebook nothing = m_made.notebook;
    std::vector<Paint> typical = m_made.paints;
    for (Paint& paint : typical)
        paint.source = ColourSource::Typical;
    QVERIFY(tellingTubes(nothing, typical).empty());
}

void TestOtherLight::oneWrongTubeBendsNothing()
{
    const LinearRgb paper = toLinearRgb(toXyz(toLab(seen(whitePaper())), d50White));
    const auto controlOf = [&](const Paint& believed, const Paint& painted) {
        const LinearRgb light = toLinearRgb(toXyz(seenLab(painted.film, 0.9, whitePaper()), d50White));
        const LinearRgb over{std::max(0.0, light.red / paper.red), std::max(0.0, light.green / paper.green),
                             std::max(0.0, light.blue / paper.blue)};
        return ControlSquare{believed.film, 1, over, std::nullopt};
    };
    const auto& paints = m_made.paints;
    std::vector<ControlSquare> squares{controlOf(paints[2], paints[2]), controlOf(paints[3], paints[3]),
                                       controlOf(paints[6], paints[6])};
    QVERIFY(!judgeLight(squares, LinearRgb{0.05, 0.05, 0.05}, whitePaper()).mended());
    squares[1] = controlOf(paints[3], paints[7]); // phthalo where cadmium red should be
    const LightJudgement judged = judgeLight(squares, LinearRgb{0.05, 0.05, 0.05}, whitePaper());
    QVERIFY(!judged.mended() && !judged.doubtful);
    QVERIFY(judgeLight({}, LinearRgb{0.3, 0.3, 0.3}, whitePaper()).blackPale);
    QCOMPARE(judgeLight({}, std::nullopt, whitePaper()), LightJudgement());
}

void TestOtherLight::everySheetHasItsChecks()
{
    SheetChoice choice{"Charts", "", SheetFormat::A4, 25, true, controlSquares(m_made.notebook, m_made.paints)};
    std::vector<SheetCell> cells;
    for (int i = 0; i < 100; ++i)
        cells.push_back(m_made.record().cells[static_cast<std::size_t>(i) % 36]);
    const auto sheets = sheetsFor(cells, 10, choice);
    QVERIFY(sheets && sheets->size() > 1);
    std::size_t squares = 0;
    for (const SheetRecord& sheet : *sheets) {
        QVERIFY(layoutOf(sheet).has_value());
        QVERIFY(std::ranges::equal(std::span(sheet.cells).last(3), choice.controls));
        for (const SheetCell& cell : sheet.cells)
            squares += !cell.parts.empty();
    }
    QCOMPARE(squares, 100 + 3 * sheets->size());
    choice.cellMm = 75;
    QVERIFY(sheetsFor(cells, 1, choice).has_value());
}

IRIS_TEST(TestOtherLight, QGuiApplication)
#include "tst_otherlight.moc"
