#include "../tests/sheet/madesheets.h"
#include "paint/paint.h"
#include "sheet/cardreader.h"
#include "sheet/sheetreader.h"
#include "sheet/simulateddevice.h"
#include "stopwatch.h"

#include <QGuiApplication>
#include <QTemporaryDir>
#include <cstdio>

using namespace iris;

namespace {

/// A card on an A5 sheet, so that the picture is as large as such a scan is.
class OnA5 : public Scene {
public:
    explicit OnA5(const SimulatedCard& card) : m_card(card) {}

    double widthMm() const override { return 210; }
    double heightMm() const override { return 148; }
    LinearRgb at(double xMm, double yMm) const override { return m_card.at(xMm - 31, yMm - 21); }

private:
    const SimulatedCard& m_card;
};

} // namespace

/// Reading one card from an A5 sheet at 300 dpi (4.3 megapixels), against merely opening the picture; and a tube's film
/// from its swatch.
int main(int argc, char** argv)
{
    const QGuiApplication application(argc, argv);
    const ReferencePigment& row = **ReferenceTable::shipped().find("PB29");
    CardPainting painting;
    painting.film = rebuildFilm({row.full, row.thin, row.overBlack}).film;
    painting.grain = 0.15;
    const SimulatedCard card(painting);
    const QTemporaryDir folder;
    const QString jpeg = folder.filePath(QStringLiteral("card.jpg"));
    scanned(OnA5(card), 300, scannerFaults(1, 1)).image().save(jpeg, nullptr, 92);

    const auto scan = Scan::load(jpeg).value();
    const double open = medianSeconds(5, [&] { (void)Scan::load(jpeg); });
    const double read = medianSeconds(5, [&] { (void)readCard(scan, {}, {}); });
    const double film = medianSeconds(5, [&] { (void)rebuildFilm({row.full, row.thin, row.overBlack}); });
    std::printf("A5 card, %d x %d: open %.0f ms, read %.0f ms, %.1f times the opening\n", scan.size().width(),
                scan.size().height(), 1e3 * open, 1e3 * read, read / open);
    const MadeSheet made = madeSheet(1, 36);
    const QString sheetFile = folder.filePath(QStringLiteral("sheet.jpg"));
    const SimulatedSheet sheet(made.page(), made.notebook, made.paints, {});
    scanned(sheet, 300, scannerFaults(1, 1)).image().save(sheetFile, nullptr, 92);
    const auto page = Scan::load(sheetFile).value();
    const double openPage = medianSeconds(3, [&] { (void)Scan::load(sheetFile); });
    const double readPage = medianSeconds(3, [&] { (void)readSheet(page, made.notebook, made.paints, {}); });
    std::printf("A4 sheet of 36 squares, %d x %d: open %.0f ms, read %.0f ms, %.1f times the opening\n",
                page.size().width(), page.size().height(), 1e3 * openPage, 1e3 * readPage, readPage / openPage);
    std::printf("film of one tube %.2f ms\n", 1e3 * film);
}
