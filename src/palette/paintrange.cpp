#include "palette/paintrange.h"

#include "colour/deltae.h"
#include "colour/observer.h"
#include "mixing/mixkernel.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <mutex>

namespace iris {
namespace {

constexpr double valueStep = 2.5;   ///< L* between two rows
constexpr double hueStep = 5;       ///< degrees
constexpr double nearlyNeutral = 8; ///< chroma of a dark that counts as one
constexpr double passesForGrey = 4; ///< chroma
constexpr std::size_t mostInPairs = 128;

/// Calls visit(colour) for all that a set of paints mixes.
template <typename Visit> void forEachColour(const MixKernel& kernel, std::span<const std::size_t> set, Visit&& visit)
{
    LabChunk chunk;
    for (std::size_t part = 0; part < MixKernel::chunkCount(set.size()); ++part) {
        kernel.mix(set, part, chunk);
        for (std::size_t at = 0; at < chunkRecipes; ++at)
            visit(Lab{chunk.l[at], chunk.a[at], chunk.b[at]});
    }
}

/// Of many paints those that reach farthest: round the wheel by turns the cleanest of each hue.
std::vector<Paint> farthestOf(std::span<const Paint> paints)
{
    std::vector<Paint> all(paints.begin(), paints.end());
    if (all.size() <= mostInPairs)
        return all;
    std::array<std::vector<std::pair<double, std::size_t>>, 72> byHue;
    for (std::size_t i = 0; i < all.size(); ++i) {
        const Lch lch = toLch(all[i].swatch.full);
        byHue[static_cast<std::size_t>(lch.hueDegrees / hueStep) % byHue.size()].push_back({lch.chroma, i});
    }
    for (auto& stretch : byHue)
        std::ranges::sort(stretch, std::greater<>());
    std::vector<Paint> kept;
    for (std::size_t turn = 0; kept.size() < mostInPairs; ++turn)
        for (const auto& stretch : byHue)
            if (turn < stretch.size() && kept.size() < mostInPairs)
                kept.push_back(all[stretch[turn].second]);
    return kept;
}

} // namespace

PaintRange PaintRange::of(std::span<const Paint> paints, Handling handling)
{
    PaintRange range;
    range.m_paper = handling.paper.white();
    range.note(range.m_paper);
    const std::vector<Paint> mixed = farthestOf(paints);
    const MixKernel kernel(mixed, handling);
    const auto note = [&](const Lab& colour) { range.note(colour); };
    for (std::size_t one = 0; one < mixed.size(); ++one) {
        forEachColour(kernel, std::array{one}, note);
        for (std::size_t other = one + 1; other < mixed.size(); ++other)
            forEachColour(kernel, std::array{one, other}, note);
    }
    if (range.m_darkest > range.m_paper.l - 1) // no dark is neutral
        range.m_darkest = range.m_lowest;
    range.close();
    return range;
}

const PaintRange& PaintRange::ofWatercolour(const Paper& paper)
{
    static std::mutex mutex;
    static std::map<std::array<double, 3>, PaintRange> ranges;
    const Lab white = paper.white();
    const std::scoped_lock lock(mutex);
    const auto [range, isNew] = ranges.try_emplace({white.l, white.a, white.b});
    if (isNew) {
        std::vector<Paint> paints;
        addTable(paints, Shelf::Usual);
        Handling handling;
        handling.paper = paper;
        range->second = of(paints, handling);
    }
    return range->second;
}

void PaintRange::note(const Lab& colour)
{
    const Lch lch = toLch(colour);
    const auto row = static_cast<std::size_t>(std::clamp(colour.l / valueStep + 0.5, 0.0, double(values - 1)));
    const auto column = static_cast<std::size_t>(lch.hueDegrees / hueStep) % hues;
    m_chroma[row][column] = std::max(m_chroma[row][column], lch.chroma);
    m_lowest = std::min(m_lowest, colour.l);
    if (lch.chroma < nearlyNeutral)
        m_darkest = std::min(m_darkest, colour.l);
}

/// Fills what lies between recipes: a few tubes are mixed in few ratios and washes, and whatever lies between two of
/// them can be mixed as well.
void PaintRange::close()
{
    constexpr int gap = 4; // cells to either side
    const auto closed = [](int at, auto&& chromaAt) {
        double before = 0;
        double after = 0;
        for (int step = 1; step <= gap; ++step) {
            before = std::max(before, chromaAt(at - step));
            after = std::max(after, chromaAt(at + step));
        }
        return std::max(chromaAt(at), std::min(before, after));
    };
    const auto rows = static_cast<int>(values);
    const auto columns = static_cast<int>(hues);
    const auto gathered = m_chroma;
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column)
            m_chroma[std::size_t(row)][std::size_t(column)] = closed(row, [&](int at) {
                return at < 0 || at >= rows ? 0.0 : gathered[std::size_t(at)][std::size_t(column)];
            });
    const auto alongValues = m_chroma;
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column)
            m_chroma[std::size_t(row)][std::size_t(column)] = closed(
                column, [&](int at) { return alongValues[std::size_t(row)][std::size_t((at + columns) % columns)]; });
}

/// Between the two stretches whose middles are around a hue.
double PaintRange::chromaIn(std::size_t value, double hueDegrees) const
{
    const double at = normalisedDegrees(hueDegrees) / hueStep - 0.5 + double(hues);
    const auto before = static_cast<std::size_t>(at);
    const double share = at - std::floor(at);
    return (1 - share) * m_chroma[value][before % hues] + share * m_chroma[value][(before + 1) % hues];
}

double PaintRange::mostChroma(double l, double hueDegrees) const
{
    const double at = std::clamp(l / valueStep, 0.0, double(values - 1));
    const auto below = std::min(static_cast<std::size_t>(at), values - 2);
    const double share = at - static_cast<double>(below);
    const double chroma = (1 - share) * chromaIn(below, hueDegrees) + share * chromaIn(below + 1, hueDegrees);
    return std::max(chroma, passesForGrey);
}

BeyondPaint beyondPaint(const Lab& colour, double near, const PaintRange& range)
{
    Lch lch = toLch(colour);
    lch.l = std::clamp(lch.l, range.darkest(), range.paper().l);
    lch.chroma = std::min(lch.chroma, range.mostChroma(lch.l, lch.hueDegrees));
    const Lab reached = toLab(lch);
    if (deltaE00(colour, reached) <= near)
        return BeyondPaint::No;
    if (reached.l > colour.l)
        return BeyondPaint::TooDark;
    return reached.l < colour.l ? BeyondPaint::TooLight : BeyondPaint::TooClean;
}

} // namespace iris
