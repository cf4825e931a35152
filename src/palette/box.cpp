#include "palette/box.h"

#include "colour/huefamily.h"
#include "finding/puddle.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace iris {
namespace {

constexpr std::size_t longestRow = 8;
constexpr double showsNoHue = 6;    ///< chroma of a full and a thin wash
constexpr double wheelBegins = 112; ///< hue angle, degrees: between the greenest yellow and the yellowest green
constexpr double stepDegrees = 30;

/// How far round the wheel a paint stands, 0 to 360; beyond that what has no hue, light to dark.
double placeOnWheel(const Paint& paint)
{
    const Lch thin = toLch(paint.swatch.thin);
    if (isColourless(paint.family) || std::max(thin.chroma, toLch(paint.swatch.full).chroma) < showsNoHue)
        return 360 + 100 - paint.swatch.full.l;
    return normalisedDegrees(wheelBegins - thin.hueDegrees);
}

/// Which comes how early in the order that most boxes are laid in.
int habitOf(const Paint& paint)
{
    if (isEarth(paint) || paint.family == HueFamily::Brown)
        return 6;
    switch (paint.family) {
    case HueFamily::Yellow: return 0;
    case HueFamily::Orange: return 1;
    case HueFamily::Red: return 2;
    case HueFamily::Violet: return 3;
    case HueFamily::Blue: return 4;
    case HueFamily::Green: return 5;
    case HueFamily::Brown: return 6;
    case HueFamily::Black: return 7;
    case HueFamily::White: return 8;
    }
    return 9;
}

std::vector<std::size_t> inOrder(std::span<const Paint> paints, BoxOrder order)
{
    std::vector<std::size_t> places(paints.size());
    std::iota(places.begin(), places.end(), std::size_t{0});
    const auto key = [&](std::size_t i) -> std::pair<int, double> {
        switch (order) {
        case BoxOrder::Hue:
        case BoxOrder::Lean: return {0, placeOnWheel(paints[i])};
        case BoxOrder::Value: return {0, -paints[i].swatch.full.l};
        case BoxOrder::Habit: return {habitOf(paints[i]), placeOnWheel(paints[i])};
        }
        return {};
    };
    std::ranges::stable_sort(places, {}, key);
    return places;
}

/// Onward round the wheel is down in hue angle.
bool leansOnward(const Paint& paint)
{
    return !paint.lean().inTheMiddle() && paint.lean().degrees < 0;
}

bool leansBack(const Paint& paint)
{
    return !paint.lean().inTheMiddle() && paint.lean().degrees > 0;
}

/// Two rows by lean; a row that is too short for its tubes gives the last of them to the other.
std::vector<std::optional<std::size_t>> rowsByLean(std::span<const Paint> paints, std::size_t columns)
{
    std::array<std::vector<std::size_t>, 2> rows;
    std::vector<std::size_t> anywhere;
    for (const std::size_t i : inOrder(paints, BoxOrder::Lean))
        (leansOnward(paints[i]) ? rows[0] : leansBack(paints[i]) ? rows[1] : anywhere).push_back(i);
    for (const std::size_t i : anywhere)
        (rows[0].size() <= rows[1].size() ? rows[0] : rows[1]).push_back(i);
    for (std::size_t row = 0; row < 2; ++row)
        while (rows[row].size() > columns) {
            rows[1 - row].push_back(rows[row].back());
            rows[row].pop_back();
        }
    std::vector<std::optional<std::size_t>> pans(2 * columns);
    for (std::size_t row = 0; row < 2; ++row)
        std::ranges::copy(rows[row], pans.begin() + static_cast<std::ptrdiff_t>(row * columns));
    return pans;
}

} // namespace

PanMeasure measureOf(PanSize size)
{
    return size == PanSize::Half ? PanMeasure{16, 19, 1.8} : PanMeasure{19, 30, 3.6};
}

Result<BoxLayout> laidOut(std::span<const Paint> paints, const BoxOptions& options)
{
    if (paints.empty())
        return failure(ErrorCode::BadNumber, "there is no tube to lay in the box");
    const std::size_t pans = options.pans == 0 ? std::max(fewestPans, paints.size()) : options.pans;
    if (pans < fewestPans || pans > mostPans)
        return failure(ErrorCode::BadNumber, paints.size() > mostPans && options.pans == 0
                                                 ? "a box has room for 24 tubes at most"
                                                 : "a box has 6 to 24 pans");
    if (paints.size() > pans)
        return failure(ErrorCode::BadNumber, "the box has room for " + std::to_string(pans) + " of the "
                                                 + std::to_string(paints.size()) + " tubes");
    BoxLayout box;
    box.size = options.size;
    const bool twoRows = pans > longestRow || options.order == BoxOrder::Lean;
    box.columns = twoRows ? (pans + 1) / 2 : pans;
    if (options.order == BoxOrder::Lean) {
        box.pans = rowsByLean(paints, box.columns);
        return box;
    }
    box.pans.resize(box.columns * (twoRows ? 2 : 1));
    std::ranges::copy(inOrder(paints, options.order), box.pans.begin());
    return box;
}

std::vector<PaintUse> paintFor(const PaletteSet& set, std::span<const double> shares, double areaCm2)
{
    const double whole = std::accumulate(shares.begin(), shares.end(), 0.0);
    std::vector<PaintUse> uses;
    for (const std::size_t tube : set.tubes)
        uses.push_back({tube, 0});
    for (std::size_t n = 0; n < set.answers.size(); ++n) {
        const Recipe& recipe = set.answers[n].match.recipe;
        const double share = whole > 0 ? shares[n] / whole : 1.0 / static_cast<double>(set.answers.size());
        if (recipe.parts.empty() || share <= 0)
            continue;
        const std::vector<double> amounts = millilitresFor(recipe, share * areaCm2);
        for (std::size_t part = 0; part < amounts.size(); ++part)
            std::ranges::find(uses, recipe.parts[part].paint, &PaintUse::tube)->ml += amounts[part];
    }
    return uses;
}

SwatchingTime swatchingTimeOf(std::size_t tubes)
{
    SwatchingTime time;
    time.squares = tubes + tubes * (tubes - 1) / 2;
    time.fewestMinutes = 2.0 * static_cast<double>(time.squares);
    time.mostMinutes = 3.0 * static_cast<double>(time.squares);
    return time;
}

PaletteWheel paletteWheelOf(const PaletteReach& reach)
{
    constexpr std::size_t stretchesAStep = hueStretches / static_cast<std::size_t>(360 / stepDegrees);
    PaletteWheel wheel;
    for (std::size_t first = 0; first < hueStretches; first += stretchesAStep) {
        std::size_t best = first;
        for (std::size_t i = first; i < first + stretchesAStep; ++i)
            if (reach.chroma[i] > reach.chroma[best])
                best = i;
        if (reach.cleanestAt[best])
            wheel.rim.push_back(*reach.cleanestAt[best]);
    }
    for (const auto& grey : reach.greys)
        if (grey)
            wheel.greys.push_back(*grey);
    return wheel;
}

} // namespace iris
