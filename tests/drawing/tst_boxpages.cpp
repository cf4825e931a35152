#include "../testprogram.h"
#include "drawing/boxcontents.h"

#include "../mixing/referencepaints.h"
#include "palette/choicesession.h"
#include "sheet/sheetfont.h"

#include <QGuiApplication>
#include <QPainter>
#include <QProcess>
#include <QSvgRenderer>
#include <QTemporaryDir>
#include <QtTest>

using namespace iris;

/// The box as it is printed, measured in what another program makes of the PDF.
class TestBoxPages : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void thePdfIsTrueToSize();
    void svgAndPngShowTheSame();
    void everyCardIsThere();
    void cardsGoOnOverPages();
    void nothingIsCut();
    void nonsenseIsTold();
    void namesDecideTheFormat();

private:
    BoxContents contents(std::size_t needs = 4, BoxOptions options = {}) const;
    /// A page of a PDF as poppler paints it, so many pixels to a mm.
    QImage painted(const QByteArray& pdf, double pixelsPerMm);

    QTemporaryDir m_folder;
    std::vector<Paint> m_paints;
};

namespace {

constexpr double perMm = 8;

QColor at(const QImage& image, QPointF mm)
{
    return image.pixelColor((mm * perMm).toPoint());
}

bool isClose(const QColor& one, const QColor& other, int most = 6)
{
    return std::abs(one.red() - other.red()) <= most && std::abs(one.green() - other.green()) <= most
           && std::abs(one.blue() - other.blue()) <= most;
}

} // namespace

void TestBoxPages::initTestCase()
{
    QVERIFY(loadFonts());
    for (const char* pigment : {"PY3", "PR255", "PV19/rose", "PB29", "PB15:3", "PBr7/burnt sienna"})
        m_paints.push_back(referencePaint(pigment));
}

BoxContents TestBoxPages::contents(std::size_t needs, BoxOptions options) const
{
    std::vector<Need> wanted;
    for (std::size_t i = 0; i < needs; ++i)
        wanted.push_back({"need " + std::to_string(i), {60, 10.0 + double(i % 5), 20.0 - double(i % 7)}, 7, 2});
    ChoiceSession session(m_paints, wanted, usualHandling);
    const auto choice = session.choose(limitsOfJust({0, 1, 2, 3, 4, 5}, m_paints.size()));
    return boxContentsOf("A box <b>of</b> six", choice->sets.front(), wanted, m_paints, {options, 30, 20, {}}).value();
}

QImage TestBoxPages::painted(const QByteArray& pdf, double pixelsPerMm)
{
    QFile file(m_folder.filePath("box.pdf"));
    if (!file.open(QIODevice::WriteOnly) || file.write(pdf) != pdf.size())
        return {};
    file.close();
    QProcess poppler;
    poppler.start("pdftoppm", {"-r", QString::number(25.4 * pixelsPerMm), "-f", "1", "-l", "1", "-singlefile", "-png",
                               file.fileName(), m_folder.filePath("page")});
    return poppler.waitForFinished() ? QImage(m_folder.filePath("page.png")) : QImage();
}

/// A half pan is 16 by 19 mm: the washes change colour where the plan has their edges, to a fifth of a mm.
void TestBoxPages::thePdfIsTrueToSize()
{
    const BoxContents box = contents();
    const BoxPlan plan = planOf(box);
    const QImage page = painted(boxPdf(box), perMm);
    QVERIFY(std::abs(page.width() - 297 * perMm) <= 2);
    QVERIFY(std::abs(page.height() - 210 * perMm) <= 2);
    QCOMPARE(plan.pans.size(), 6U);
    QCOMPARE(plan.pans[1].left() - plan.pans[0].left(), 16.0);
    QCOMPARE(plan.pans[0].height(), 19.0);
    for (std::size_t i = 0; i + 1 < 6; ++i) {
        const double y = plan.pans[i].top() + 9;
        const double edge = plan.pans[i].right();
        const QColor left = at(page, {edge - 2, y});
        const QColor right = at(page, {edge + 2, y});
        QVERIFY(!isClose(left, right, 20));
        QVERIFY(isClose(at(page, {edge - 0.4, y}), left, 12));
        QVERIFY(isClose(at(page, {edge + 0.4, y}), right, 12));
    }
    // Below the pans of the one row there is the rail, and beyond the tin bare paper.
    QVERIFY(isClose(at(page, {plan.tin.right() + 2, plan.tin.bottom() + 2}), Qt::white));
    QVERIFY(isClose(at(page, {plan.pans[0].left() + 8, plan.pans[0].bottom() + 8.7}), Qt::white));
}

void TestBoxPages::svgAndPngShowTheSame()
{
    const BoxContents box = contents();
    const BoxPlan plan = planOf(box);
    const QImage png = boxPicture(box, perMm);
    QCOMPARE(png.size(), QSize(int(297 * perMm), int(210 * perMm)));
    QCOMPARE(png.dotsPerMeterX(), int(1000 * perMm));
    QSvgRenderer renderer(boxSvg(box));
    QVERIFY(renderer.isValid());
    QImage svg(png.size(), QImage::Format_RGB32);
    svg.fill(Qt::white);
    QPainter painter(&svg);
    renderer.render(&painter);
    painter.end();
    const QImage pdf = painted(boxPdf(box), perMm);
    for (std::size_t i = 0; i < plan.pans.size(); ++i)
        for (const double down : {1.0, 9.0, 17.0}) { // full, middle and thin
            const QPointF place(plan.pans[i].center().x(), plan.pans[i].top() + down);
            QVERIFY(isClose(at(svg, place), at(png, place), 10));
            QVERIFY(isClose(at(pdf, place), at(png, place), 10));
        }
    for (const QRectF& card : plan.cards) {
        const QPointF target(card.left() + 3, card.top() + 12);
        QVERIFY(isClose(at(svg, target), at(png, target)) && isClose(at(pdf, target), at(png, target)));
    }
}

/// What is in the PDF as words: every need, every tube, its code, and the name as it is written, markup and all.
void TestBoxPages::everyCardIsThere()
{
    QFile file(m_folder.filePath("words.pdf"));
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(boxPdf(contents()));
    file.close();
    QProcess poppler;
    poppler.start("pdftotext", {"-layout", file.fileName(), "-"});
    QVERIFY(poppler.waitForFinished());
    const QString words = QString::fromUtf8(poppler.readAllStandardOutput());
    for (int i = 0; i < 4; ++i)
        QVERIFY2(words.contains(QString("need %1").arg(i)), qPrintable(words));
    for (const Paint& paint : m_paints)
        QVERIFY2(words.contains(QString::fromStdString(textOf(paint.codes))), qPrintable(words));
    QVERIFY(words.contains("A box <b>of</b> six"));
    QVERIFY(words.contains("21 squares, 42 to 63 minutes"));
}

void TestBoxPages::cardsGoOnOverPages()
{
    const BoxContents many = contents(40);
    const BoxPlan plan = planOf(many);
    QCOMPARE(plan.cards.size(), 40U);
    QVERIFY(plan.pages >= 2);
    for (const QRectF& card : plan.cards) { // none lies across the edge of a page
        const double from = std::floor(card.top() / plan.page.height());
        QCOMPARE(std::floor((card.bottom() - 0.01) / plan.page.height()), from);
        QVERIFY(card.right() <= plan.page.width() - 9.9);
    }
    QFile file(m_folder.filePath("many.pdf"));
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(boxPdf(many));
    file.close();
    QProcess poppler;
    poppler.start("pdfinfo", {file.fileName()});
    QVERIFY(poppler.waitForFinished());
    QVERIFY(poppler.readAllStandardOutput().contains(QByteArray("Pages:           ")
                                                     + QByteArray::number(int(plan.pages))));
}

/// Full and half pans, 6 to 24: the tin lies on its page, and the pans in the tin.
void TestBoxPages::nothingIsCut()
{
    for (const PanSize size : {PanSize::Half, PanSize::Full})
        for (const BoxOrder order : allBoxOrders)
            for (const std::size_t pans : {6U, 8U, 12U, 24U}) {
                const BoxPlan plan = planOf(contents(3, {order, size, pans}));
                QVERIFY(plan.tin.right() <= plan.page.width() - 9.9);
                for (std::size_t i = 0; i < plan.pans.size(); ++i) {
                    QVERIFY(plan.tin.contains(plan.pans[i]) && plan.tin.contains(plan.rails[i]));
                    QVERIFY(i == 0 || !plan.pans[i].adjusted(0.1, 0.1, -0.1, -0.1).intersects(plan.pans[i - 1]));
                }
                for (const QRectF& note : plan.notes)
                    QVERIFY(note.right() <= plan.page.width() - 9.9 && !note.intersects(plan.tin));
                for (const QRectF& card : plan.cards)
                    for (const QRectF& note : plan.notes)
                        QVERIFY(!card.intersects(note) && !card.intersects(plan.tin));
            }
}

void TestBoxPages::nonsenseIsTold()
{
    const BoxContents box = contents();
    const std::vector<Need> none;
    for (const double side : {0.0, -3.0, 501.0, std::nan("")})
        QVERIFY(!boxContentsOf("x", {}, none, m_paints, {{}, side, 20, {}}));
    QVERIFY(!boxContentsOf("x", {}, none, m_paints, {})); // no tubes
}

void TestBoxPages::namesDecideTheFormat()
{
    const BoxContents box = contents();
    for (const char* ending : {"pdf", "SVG", "png"})
        QVERIFY(writeBox(box, m_folder.filePath(QString("a.") + ending)));
    const auto refused = writeBox(box, m_folder.filePath("a.txt"));
    QVERIFY(!refused && refused.error().code == ErrorCode::BadOption);
    QVERIFY(!QFile::exists(m_folder.filePath("a.txt")));
    QVERIFY(!writeBox(box, "/nowhere/a.pdf"));
}

IRIS_TEST(TestBoxPages, QGuiApplication)
#include "tst_boxpages.moc"
