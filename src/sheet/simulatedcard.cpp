#include "sheet/simulatedcard.h"

#include "colour/observer.h"
#include "paint/paper.h"

#include <cmath>
#include <random>

namespace iris {
namespace {

enum class Patch { None, Full, Thin, Lifted };

struct Where {
    Patch patch = Patch::None;
    double fromEdgeMm = 0;
};

/// Patches have edges that wander a little.
Where patchAt(double xMm, double yMm, const CardPainting& painting)
{
    const double wander = 0.185 * simulatedNoise(xMm, yMm, 5, painting.seed + 11);
    struct Column {
        Patch patch;
        double left;
    };
    for (const Column& column : {Column{Patch::Full, card::fullLeftMm}, Column{Patch::Thin, card::thinLeftMm},
                                 Column{Patch::Lifted, card::liftedLeftMm}}) {
        if (column.patch == Patch::Lifted && !painting.withLifted)
            continue;
        const double inside = std::min({xMm - column.left, column.left + card::patchSizeMm - xMm,
                                        yMm - card::patchTopMm, card::patchTopMm + card::patchSizeMm - yMm})
                              + wander;
        if (inside > 0)
            return {column.patch, inside};
    }
    return {};
}

bool onLine(double xMm, double yMm)
{
    return xMm >= card::lineLeftMm && xMm < card::lineLeftMm + card::lineWidthMm
           && yMm >= card::patchTopMm - card::linePastPatchMm
           && yMm < card::patchTopMm + card::patchSizeMm + card::linePastPatchMm;
}

} // namespace

SimulatedCard::SimulatedCard(const CardPainting& painting) : m_painting(painting)
{
    m_onPaper = FilmShades(painting.film, paperSeenAs(painting.paper));
    m_overLine = FilmShades(painting.film, blackLine());
    std::mt19937 random(painting.seed * 7919 + 3);
    std::uniform_real_distribution<double> share(0, 1);
    const double lefts[3] = {card::fullLeftMm, card::thinLeftMm, card::liftedLeftMm};
    for (int i = 0; i < static_cast<int>(painting.blooms); ++i)
        m_blooms.push_back({lefts[i % 2] + card::patchSizeMm * (0.1 + 0.8 * share(random)),
                            card::patchTopMm + card::patchSizeMm * (0.05 + 0.25 * share(random)),
                            2 + 3 * share(random)});
    for (int i = 0; i < painting.specks; ++i)
        m_specks.push_back({card::widthMm * share(random), card::heightMm * share(random),
                            0.15 + 0.5 * share(random) * share(random)});
    measure();
}

double SimulatedCard::thicknessAt(double xMm, double yMm, double nominal, double left) const
{
    return nominal * left * simulatedLay(xMm, yMm, m_painting.unevenness, m_painting.grain, m_painting.seed);
}

LinearRgb SimulatedCard::at(double xMm, double yMm) const
{
    for (const Spot& speck : m_specks)
        if (speck.holds(xMm, yMm))
            return {0.12, 0.10, 0.08};
    const Where where = patchAt(xMm, yMm, m_painting);
    double thickness = 0;
    if (where.patch != Patch::None) {
        const double nominal = where.patch == Patch::Thin ? wash::thin : wash::full;
        thickness = thicknessAt(xMm, yMm, nominal, where.patch == Patch::Lifted ? m_painting.shareLeft : 1);
        if (where.fromEdgeMm < 0.8)
            thickness *= 1 + 0.5 * (0.8 - where.fromEdgeMm); // a hard edge dries darker
        for (const Spot& bloom : m_blooms) {
            if (bloom.holds(xMm, yMm))
                thickness *= bloom.shareOf(xMm, yMm) > 0.85 ? 1.5 : 0.55;
        }
    }
    LinearRgb light = (onLine(xMm, yMm) ? m_overLine : m_onPaper).at(thickness);
    const double shading = 1 + 0.012 * simulatedNoise(xMm, yMm, 0.6, m_painting.seed + 3); // the paper's tooth
    light = {light.red * shading, light.green * shading, light.blue * shading};
    const bool shines = where.patch != Patch::None && m_painting.wetShine > 0
                        && 0.5 + 0.5 * simulatedNoise(xMm, yMm, 1.6, m_painting.seed + 9) / 2 > 1 - m_painting.wetShine;
    return shines ? LinearRgb{light.red + 1.3, light.green + 1.3, light.blue + 1.3} : light;
}

void SimulatedCard::measure()
{
    const auto mean = [&](const FilmShades& shades, double left, double nominal) {
        LinearRgb sum;
        int count = 0;
        constexpr double inset = 6;
        constexpr double stepMm = 0.2;
        constexpr int across = static_cast<int>((card::patchSizeMm - 2 * inset) / stepMm);
        for (int j = 0; j < across; ++j)
            for (int i = 0; i < across; ++i) {
                const double x = left + inset + stepMm * i;
                const double y = card::patchTopMm + inset + stepMm * j;
                const LinearRgb light = shades.at(thicknessAt(x, y, nominal, 1));
                sum = {sum.red + light.red, sum.green + light.green, sum.blue + light.blue};
                ++count;
            }
        return toLab(toXyz(LinearRgb{sum.red / count, sum.green / count, sum.blue / count}), d50White);
    };
    m_truth = {mean(m_onPaper, card::fullLeftMm, wash::full), mean(m_onPaper, card::thinLeftMm, wash::thin),
               mean(m_overLine, card::fullLeftMm, wash::full)};
}

SimulatedChart::SimulatedChart(std::vector<Lab> patches, int columns)
    : m_patches(std::move(patches)),
      m_columns(columns)
{
    for (const Lab& patch : m_patches)
        m_light.push_back(toLinearRgb(patch));
}

LinearRgb SimulatedChart::at(double xMm, double yMm) const
{
    static const LinearRgb white = toLinearRgb(Lab{96, 0, 1});
    const double u = (xMm - marginMm) / pitchMm;
    const double v = (yMm - marginMm) / pitchMm;
    const int column = static_cast<int>(std::floor(u));
    const int row = static_cast<int>(std::floor(v));
    if (column < 0 || row < 0 || column >= m_columns || row >= rows())
        return white;
    constexpr double patchShare = (pitchMm - gapMm) / pitchMm;
    if (u - column > patchShare || v - row > patchShare)
        return white;
    return m_light[static_cast<std::size_t>(row) * static_cast<std::size_t>(m_columns)
                   + static_cast<std::size_t>(column)];
}

QPolygonF SimulatedChart::cornersAt(double pixelsPerMm) const
{
    // Half a gap beyond the patches, so that every cell of the grid is alike.
    const QRectF grid(marginMm - gapMm / 2, marginMm - gapMm / 2, m_columns * pitchMm, rows() * pitchMm);
    QPolygonF corners;
    for (const QPointF corner : {grid.topLeft(), grid.topRight(), grid.bottomRight(), grid.bottomLeft()})
        corners << corner * pixelsPerMm;
    return corners;
}

std::vector<Lab> SimulatedChart::twelvePatches()
{
    return {{95, 0, 1},   {78, 0, 0},    {58, 0, 0},    {40, 0, 0},     {25, 0, 0},    {84, 4, 70},
            {45, 58, 38}, {42, 45, -18}, {36, 12, -46}, {52, -26, -28}, {50, -42, 28}, {42, 22, 32}};
}

} // namespace iris
