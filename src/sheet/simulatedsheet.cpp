#include "sheet/simulatedsheet.h"

#include "colour/observer.h"
#include "notebook/lessons.h"
#include "paint/paper.h"

#include <algorithm>
#include <cmath>
#include <random>

namespace iris {
namespace {

constexpr double printPixelsPerMm = 12;
constexpr double wanderMm = 0.3;
constexpr LinearRgb ink{0.03, 0.03, 0.03};
constexpr LinearRgb dirt{0.12, 0.10, 0.08};

LinearRgb mixed(const LinearRgb& one, const LinearRgb& two, double share)
{
    return {one.red + share * (two.red - one.red), one.green + share * (two.green - one.green),
            one.blue + share * (two.blue - one.blue)};
}

LinearRgb dimmed(const LinearRgb& light, double share)
{
    return {light.red * share, light.green * share, light.blue * share};
}

} // namespace

SimulatedSheet::SimulatedSheet(const SheetPage& page, const Notebook& notebook, std::span<const Paint> paints,
                               const SheetPainting& painting)
    : m_page(page),
      m_painting(painting),
      m_print(pictureOfPage(page, printPixelsPerMm)),
      m_paper(toLinearRgb(painting.paper))
{
    std::mt19937 random(painting.seed * 7919 + 3);
    std::normal_distribution<double> normal;
    std::uniform_real_distribution<double> share(0, 1);
    for (std::size_t cell = 0; cell < page.record.cells.size(); ++cell) {
        const SheetCell& own = page.record.cells[cell];
        const double thickness = own.wash * std::exp(painting.thicknessSpread * normal(random));
        const auto recipe = recipeOf(own.parts, own.wash, notebook);
        if (recipe && std::ranges::find(painting.blank, cell) == painting.blank.end())
            m_squares.push_back(squareOf(cell, *recipe, paints, thickness));
    }
    for (const Square& square : m_squares)
        m_places.push_back(page.layout.cells[square.cell]);
    for (int i = 0; i < painting.specks; ++i)
        m_specks.push_back({page.layout.page.width() * share(random), page.layout.page.height() * share(random),
                            0.15 + 0.5 * share(random) * share(random)});
}

SimulatedSheet::Square SimulatedSheet::squareOf(std::size_t cell, const Recipe& recipe, std::span<const Paint> paints,
                                                double thickness) const
{
    const Film film = mixedFilm(recipe, paints);
    Square square{cell, thickness, FilmShades(film, paperSeenAs(m_painting.paper)), FilmShades(film, blackLine()), {}};
    LinearRgb sum;
    int count = 0;
    const QRectF wash = m_page.layout.washOf(cell, m_page.record.blackLine);
    for (double y = wash.top(); y < wash.bottom(); y += 0.4)
        for (double x = wash.left(); x < wash.right(); x += 0.4) {
            const double lay = thickness * simulatedLay(x, y, m_painting.unevenness, m_painting.grain, m_painting.seed);
            const LinearRgb light = square.onPaper.at(lay);
            sum = {sum.red + light.red, sum.green + light.green, sum.blue + light.blue};
            ++count;
        }
    square.truth = toLab(toXyz(dimmed(sum, 1.0 / count)), d50White);
    return square;
}

std::optional<Lab> SimulatedSheet::truth(std::size_t cell) const
{
    const auto found = std::ranges::find(m_squares, cell, &Square::cell);
    return found == m_squares.end() ? std::nullopt : std::optional(found->truth);
}

/// How black the print is at a place, 0 to 1; between its pixels it runs over evenly.
double SimulatedSheet::inkAt(double xMm, double yMm) const
{
    const double u = xMm * printPixelsPerMm - 0.5;
    const double v = yMm * printPixelsPerMm - 0.5;
    const int x = std::clamp(static_cast<int>(u), 0, m_print.width() - 2);
    const int y = std::clamp(static_cast<int>(v), 0, m_print.height() - 2);
    const double s = std::clamp(u - x, 0.0, 1.0);
    const double t = std::clamp(v - y, 0.0, 1.0);
    const uchar* above = m_print.constScanLine(y);
    const uchar* below = m_print.constScanLine(y + 1);
    const double top = above[x] * (1 - s) + above[x + 1] * s;
    const double bottom = below[x] * (1 - s) + below[x + 1] * s;
    return 1 - (top * (1 - t) + bottom * t) / 255;
}

/// The painted square at a place; its edges wander a little about the frame.
const SimulatedSheet::Square* SimulatedSheet::squareAt(double xMm, double yMm) const
{
    for (std::size_t i = 0; i < m_places.size(); ++i) {
        const QRectF& place = m_places[i];
        const double inside =
            std::min({xMm - place.left(), place.right() - xMm, yMm - place.top(), place.bottom() - yMm});
        if (inside < -wanderMm)
            continue;
        return inside + 0.5 * wanderMm * simulatedNoise(xMm, yMm, 5, m_painting.seed + 11) > 0 ? &m_squares[i]
                                                                                               : nullptr;
    }
    return nullptr;
}

/// How much ink was carried into a square from its line, 0 to 1.
double SimulatedSheet::ranInto(const Square& square, double yMm) const
{
    constexpr double carried = 0.4;
    const double below = yMm - m_page.layout.lineOf(square.cell).bottom();
    if (m_painting.lineRuns <= 0 || below < 0)
        return 0;
    return carried * std::exp(-below / m_painting.lineRuns);
}

LinearRgb SimulatedSheet::at(double xOnPaper, double yOnPaper) const
{
    const double xMm = xOnPaper / m_painting.printedScale;
    const double yMm = yOnPaper / m_painting.printedScale;
    for (const Spot& speck : m_specks)
        if (speck.holds(xMm, yMm))
            return dirt;
    for (const QRectF& smear : m_painting.smears)
        if (smear.contains(xMm, yMm))
            return dirt;
    const double black = inkAt(xMm, yMm);
    const double tooth = 1 + 0.012 * simulatedNoise(xMm, yMm, 0.6, m_painting.seed + 3);
    const Square* square = squareAt(xMm, yMm);
    if (!square)
        return dimmed(mixed(m_paper, ink, black), tooth);
    const double lay =
        square->thickness * simulatedLay(xMm, yMm, m_painting.unevenness, m_painting.grain, m_painting.seed);
    const double dark = std::max(black, ranInto(*square, yMm));
    return dimmed(mixed(square->onPaper.at(lay), square->overLine.at(lay), dark), tooth);
}

} // namespace iris
