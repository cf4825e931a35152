#include "../testprogram.h"
#include "app/parts/choicebox.h"
#include "app/parts/colourfield.h"
#include "app/parts/ladderstrip.h"
#include "app/parts/paintcolour.h"
#include "app/parts/recipedelegate.h"
#include "app/parts/recordlist.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "app/theme/viewsettings.h"
#include "app/tubes/tubedelegate.h"
#include "colour/srgb.h"
#include "drawing/washpainter.h"
#include "paint/paper.h"

#include <QApplication>
#include <QFontDatabase>
#include <QFontInfo>
#include <QHelpEvent>
#include <QImage>
#include <QListWidget>
#include <QPainter>
#include <QToolTip>
#include <QtTest>

using namespace iris;

/// Geometry, colours and letters, without a window.
class TestParts : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void groundsAreNeutralAndReadable_data();
    void groundsAreNeutralAndReadable();
    void shippedFontIsThereWithTabularFigures();
    void washShowsFullThinAndLine();
    void valuesOnlyAreGrey();
    void picturesTurnGreyAtTheirValue();
    void paintKeepsItsColourWhenSelected();
    void ladderWashesTouch();
    void aLadderIsMarked();
    void marksDoNotTouch();
    void marksTakeTheLinesTheyNeed();
    void listsKeepWhatWasChosen();
    void longNamesAreCutWithDots();
    void targetAndMixTouch();
    void tubeCellHoldsItsParts();
    void fieldGeometryGoesBothWays();
    void fieldWalksBetweenMarks();
};

namespace {

double luminance(const QColor& colour)
{
    const double v = colour.redF();
    return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
}

double contrast(const QColor& one, const QColor& two)
{
    const double a = luminance(one) + 0.05;
    const double b = luminance(two) + 0.05;
    return std::max(a, b) / std::min(a, b);
}

Film blueFilm()
{
    Film film;
    film.absorption = spectrumFrom([](double nm) { return nm > 500 ? 2.0 : 0.1; });
    film.scattering = flatSpectrum(0.05);
    return film;
}

} // namespace

void TestParts::initTestCase()
{
    QVERIFY(loadFonts());
}

void TestParts::groundsAreNeutralAndReadable_data()
{
    QTest::addColumn<int>("ground");
    for (const Ground ground : {Ground::Light, Ground::Middle, Ground::Dark})
        QTest::newRow(qPrintable(nameOf(ground))) << static_cast<int>(ground);
}

/// Contrast by the formula of WCAG 2.1, 1.4.3.
void TestParts::groundsAreNeutralAndReadable()
{
    QFETCH(int, ground);
    const GroundColours colours = coloursOf(static_cast<Ground>(ground));
    for (const QColor& colour : {colours.window, colours.card, colours.line, colours.text, colours.quietText,
                                 colours.selected, colours.selectedText})
        QVERIFY(colour.red() == colour.green() && colour.green() == colour.blue());
    QVERIFY(contrast(colours.text, colours.window) >= 7);
    QVERIFY(contrast(colours.text, colours.card) >= 7);
    QVERIFY(contrast(colours.selectedText, colours.selected) >= 7);
    QVERIFY(contrast(colours.quietText, colours.window) >= 4.5);
    QVERIFY(contrast(colours.quietText, colours.card) >= 4.5);
}

void TestParts::shippedFontIsThereWithTabularFigures()
{
    QCOMPARE(QFontInfo(textFont(textsize::body)).family(), QString(fontFamily));
    const QFontMetricsF metrics(textFont(textsize::small));
    for (const QChar digit : QStringLiteral("0123456789"))
        QCOMPARE(metrics.horizontalAdvance(digit), metrics.horizontalAdvance('0'));
}

void TestParts::washShowsFullThinAndLine()
{
    QImage image(280, 120, QImage::Format_RGB32);
    image.fill(Qt::white);
    const Film film = blueFilm();
    const WashColours colours = washColours(film);
    WashStyle style;
    QPainter painter(&image);
    paintWash(painter, image.rect(), colours, style);
    painter.end();
    const WashGeometry at = washGeometry(image.rect(), style);
    const auto near = [&](QPointF place, const Lab& expected) {
        const QColor got = image.pixelColor(place.toPoint());
        const QColor wanted = displayed(expected);
        return std::abs(got.red() - wanted.red()) <= 6 && std::abs(got.green() - wanted.green()) <= 6
               && std::abs(got.blue() - wanted.blue()) <= 6;
    };
    const double middle = at.wash.center().y();
    QVERIFY(near({at.wash.left() + 14, middle}, seenLab(film, wash::full, whitePaper())));
    QVERIFY(near({at.wash.right() - 6, middle}, seenLab(film, thicknessAlong(0.98), whitePaper())));
    QVERIFY(near({at.line.center().x(), middle}, seenLab(film, wash::full, blackLine())));
    QVERIFY(near({at.line.center().x(), at.paper.top() + 1}, seenLab({}, 1, blackLine())));
    QVERIFY(near({at.paper.right() - 1, at.paper.top() + 1}, seenLab({}, 1, whitePaper())));
    QCOMPARE(thicknessAlong(0), 1.0);
    QVERIFY(std::abs(thicknessAlong(1) - 0.1) < 1e-12);
}

void TestParts::valuesOnlyAreGrey()
{
    const QColor grey = displayed({40, 30, -50}, true);
    QVERIFY(grey.red() == grey.green() && grey.green() == grey.blue());
    QVERIFY(displayed({40, 30, -50}) != grey);
}

void TestParts::aLadderIsMarked()
{
    Ladder ladder;
    ladder.steps.resize(7);
    ladder.mostNeutral = 3;
    ladder.cleanest = 1;
    ladder.turningPoint = 3;
    const std::vector<StepMark> marks = marksOf(ladder);
    QCOMPARE(marks.size(), 2U);
    QCOMPARE(marks[0].step, 1);
    QCOMPARE(marks[0].words, QString("cleanest"));
    QCOMPARE(marks[1].words, QString("most neutral, turns"));
    ladder.mostNeutral = 6; // an end that is the dullest is no news
    QCOMPARE(marksOf(ladder).size(), 2U);
    QCOMPARE(marksOf(ladder)[1].words, QString("turns"));
}

void TestParts::marksDoNotTouch()
{
    const std::vector<double> widths{80, 60, 50};
    const auto places = placesOf({4, 60, 330}, widths, 0, 340);
    QCOMPARE(places[0].left, 0.0); // kept within the strip
    QCOMPARE(places[0].row, 0);
    QCOMPARE(places[1].row, 1);
    QCOMPARE(places[2].row, 0);
    QCOMPARE(places[2].left, 290.0);
    QCOMPARE(placesOf({40, 84}, {40, 40}, 0, 340)[1].row, 1); // 4 px are not enough between words
    QCOMPARE(placesOf({40, 88}, {40, 40}, 0, 340)[1].row, 0);
}

void TestParts::picturesTurnGreyAtTheirValue()
{
    QImage picture(2, 1, QImage::Format_RGB32);
    picture.setPixel(0, 0, qRgb(200, 60, 30));
    picture.setPixel(1, 0, qRgb(30, 60, 200));
    QCOMPARE(displayed(picture, false), picture);
    const QImage greys = displayed(picture, true);
    for (int x = 0; x < 2; ++x) {
        const QColor before = picture.pixelColor(x, 0);
        const QColor grey = greys.pixelColor(x, 0);
        QVERIFY(grey.red() == grey.green() && grey.green() == grey.blue());
        const auto value = [](const QColor& c) { return toLab(*parseHex(c.name().toStdString())).l; };
        QVERIFY(std::abs(value(grey) - value(before)) < 0.3); // a step of 8 bits
    }
    QVERIFY(greys.pixel(0, 0) != greys.pixel(1, 0)); // this red is lighter than this blue
}

/// A row that is selected shows the same paint as one that is not.
void TestParts::paintKeepsItsColourWhenSelected()
{
    QPixmap paint(8, 8);
    paint.fill(QColor(200, 60, 30));
    const QIcon icon = paintIcon(paint);
    for (const QIcon::Mode mode : {QIcon::Normal, QIcon::Selected})
        QCOMPARE(icon.pixmap(QSize(8, 8), mode).toImage().pixelColor(4, 4), QColor(200, 60, 30));
}

void TestParts::ladderWashesTouch()
{
    const LadderGeometry at = ladderGeometry(QRectF(0, 0, 733, 190), 11);
    for (int step = 0; step + 1 < 11; ++step)
        QCOMPARE(at.washOf(step).right(), at.washOf(step + 1).left());
    QCOMPARE(at.stepAt(at.washOf(4).center()), 4);
    QCOMPARE(at.stepAt({-5, 10}), -1);
}

void TestParts::marksTakeTheLinesTheyNeed()
{
    const QRectF bounds(0, 0, 600, 190);
    const LadderGeometry bare = ladderGeometry(bounds, 9);
    const LadderGeometry two = ladderGeometry(bounds, 9, 2);
    QVERIFY(bare.marks.isEmpty());
    QCOMPARE(bare.washes.height() - two.washes.height(), two.marks.height());
    QCOMPARE(two.marks.top(), two.labels.bottom());
    QCOMPARE(two.marks.bottom(), bounds.bottom());
    QCOMPARE(two.washOf(3).left(), bare.washOf(3).left());
}

void TestParts::listsKeepWhatWasChosen()
{
    QListWidget list;
    QSignalSpy chosen(&list, &QListWidget::currentRowChanged);
    refill(list, {{7, "reeds", {}}, {5, "mud", {}}, {2, "sky", {}}});
    QCOMPARE(chosenRecord(list), 7); // the first, for want of another
    chooseRecord(list, 2);
    QCOMPARE(list.currentRow(), 2);
    chosen.clear();
    refill(list, {{9, "water", {}}, {2, "evening sky", {}}});
    QCOMPARE(chosenRecord(list), 2);
    QCOMPARE(list.currentItem()->text(), QString("evening sky"));
    refill(list, {{9, "water", {}}});
    QCOMPARE(chosenRecord(list), 9);
    refill(list, {});
    QCOMPARE(chosenRecord(list), 0);
    QCOMPARE(chosen.size(), 0); // whoever refills shows the rest anew
    chooseRecord(list, 4);
    QCOMPARE(list.currentRow(), -1);
}

/// A box asks for no more room for a long name, and the pointer is told the whole of it.
void TestParts::longNamesAreCutWithDots()
{
    const QString name = QStringLiteral("Glasswort Red of the outer creek at low water");
    const auto told = [](ChoiceBox& box) {
        QHelpEvent rests(QEvent::ToolTip, {5, 5}, box.mapToGlobal(QPoint(5, 5)));
        QApplication::sendEvent(&box, &rests);
        return rests.isAccepted() ? QToolTip::text() : QString();
    };
    ChoiceBox box(10);
    box.addItem(QStringLiteral("Red"));
    box.resize(box.sizeHint());
    box.show();
    const QSize room = box.sizeHint();
    QCOMPARE(told(box), QString());
    const QImage shortName = box.grab().toImage();
    box.addItem(name);
    box.setCurrentIndex(1);
    QCOMPARE(box.sizeHint(), room);
    QCOMPARE(told(box), name);

    // What is drawn is a name that ends in dots, and not the whole name cut off.
    const QImage cut = box.grab().toImage();
    QVERIFY(cut != shortName);
    QComboBox whole;
    whole.addItem(name);
    whole.resize(box.size());
    whole.show();
    QVERIFY(cut != whole.grab().toImage());
    box.resize(600, box.height());
    QCOMPARE(told(box), QString());
}

void TestParts::targetAndMixTouch()
{
    const RecipeRowGeometry at = recipeRowGeometry(QRect(0, 0, 600, 46));
    QCOMPARE(at.target.right() + 1, at.mix.left());
    QVERIFY(!at.name.intersects(at.apart) && !at.mix.intersects(at.name) && !at.name.intersects(at.recipe));
}

void TestParts::tubeCellHoldsItsParts()
{
    const QRect cell(QPoint(0, 0), TubeDelegate::leastCellSize());
    const TubeCellGeometry at = tubeCellGeometry(cell);
    const QList<QRect> parts{at.wash, at.name, at.codes, at.transparency, at.mark};
    for (qsizetype i = 0; i < parts.size(); ++i) {
        QVERIFY(cell.contains(parts[i]));
        for (qsizetype j = i + 1; j < parts.size(); ++j)
            QVERIFY(!parts[i].intersects(parts[j]));
    }
}

void TestParts::fieldGeometryGoesBothWays()
{
    const FieldGeometry at(QRectF(10, 10, 300, 200), 96, {5, -3});
    const QPointF place = at.toScreen(20, -40);
    QVERIFY(QLineF(at.toField(place), QPointF(20, -40)).length() < 1e-9);
    QVERIFY(at.toScreen(0, 50).y() < at.toScreen(0, 0).y()); // yellow is up
    QVERIFY(at.toScreen(50, 0).x() > at.toScreen(0, 0).x()); // red is right
}

void TestParts::fieldWalksBetweenMarks()
{
    ViewSettings settings;
    ColourField field(settings);
    field.resize(400, 400);
    FieldContents contents;
    contents.needs = {{"left", {50, -40, 0}, false}, {"middle", {50, 0, 0}, true}, {"right", {50, 40, 0}, false}};
    contents.tubes = {{"quiet", {50, 20, 0}, {80, 5, 0}, false}};
    field.setContents(contents);
    field.setCurrent(ColourField::Mark{ColourField::Kind::Need, 0});
    QTest::keyClick(&field, Qt::Key_Right);
    QCOMPARE(field.current()->index, 1U);
    QTest::keyClick(&field, Qt::Key_Right);
    QCOMPARE(field.current()->index, 2U);
    QTest::keyClick(&field, Qt::Key_Right);
    QCOMPARE(field.current()->index, 2U);
    QSignalSpy chosen(&field, &ColourField::markActivated);
    QTest::keyClick(&field, Qt::Key_Return);
    QCOMPARE(chosen.size(), 1);
    QTest::keyClick(&field, Qt::Key_Plus);
    QVERIFY(!field.grab().isNull());
    field.setContents({});
    QVERIFY(!field.current());
}

IRIS_TEST(TestParts, QApplication)
#include "tst_parts.moc"
